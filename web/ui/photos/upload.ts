/** Photographs on their way: many at once, each with its progress; what was refused says why and can be tried again. */
import { say } from '#api/words/say.ts'
import { useRef, useState } from 'react'
import type { BodyOf } from '#core/history/bodies/index.ts'
import type { EntryId, MachineId } from '#core/ids.ts'
import { discard } from '#web/app/outbox.ts'
import { newId } from '#web/app/clock.ts'
import { holdPhoto } from './hold.ts'
import { useDrafts, useSigned, useWrite } from '#web/app/session.tsx'

/** What a photograph is said to show. */
export type PhotoMeta = Partial<Pick<BodyOf<'photo'>, 'of' | 'zone' | 'words'>> & {
  readonly finding?: string | undefined
  readonly evidence?: string | undefined
  readonly on?: string | undefined
}

export interface Upload {
  readonly key: string
  readonly file: File
  readonly meta: PhotoMeta
  /** 0–1. */
  readonly progress: number
  readonly state: 'under way' | 'kept' | 'refused'
  readonly error?: string | undefined
  /** The entry that speaks of it. */
  readonly draft?: string | undefined
}

const atOnce = 3

export function usePhotoUploads(machine: MachineId, episode?: string) {
  const { me } = useSigned()
  const drafts = useDrafts()
  const write = useWrite()
  const [uploads, setUploads] = useState<readonly Upload[]>([])
  const queue = useRef<Upload[]>([])
  const running = useRef(0)
  const change = (key: string, edit: Partial<Upload>) =>
    setUploads((list) => list.map((u) => (u.key === key ? { ...u, ...edit } : u)))

  const one = async (upload: Upload) => {
    try {
      const onProgress = (progress: number) => change(upload.key, { progress })
      const { file } = upload
      const { held, width, height } = await holdPhoto(file, { machine })
      const { of, zone, words, finding, evidence, on } = upload.meta
      const body: BodyOf<'photo'> = {
        kind: 'photo',
        machine,
        file: held.sha256,
        width,
        height,
        ...(of ? { of } : {}),
        ...(zone ? { zone } : {}),
        ...(words ? { words } : {}),
        ...(finding ? { finding: finding as EntryId } : {}),
        ...(evidence ? { evidence: evidence as EntryId } : {}),
        ...(on ? { on: on as EntryId } : {}),
      }
      const made = drafts([{ body, ...(episode ? { episode } : {}) }])
      change(upload.key, { draft: made[0]?.id })
      const written = await write(made, { files: [held], onProgress })
      if (written.sent && written.refused) throw new Error(written.refused.detail)
      change(upload.key, { state: 'kept', progress: 1 })
    } catch (failure) {
      change(upload.key, {
        state: 'refused',
        error: failure instanceof Error ? failure.message : say('It was not taken.'),
      })
    }
  }
  const pump = () => {
    while (running.current < atOnce) {
      const next = queue.current.shift()
      if (!next) return
      running.current++
      void one(next).finally(() => {
        running.current--
        pump()
      })
    }
  }
  const add = (files: Iterable<File>, meta: PhotoMeta = {}) => {
    const made = [...files].map((file): Upload => ({
      key: newId(),
      file,
      meta,
      progress: 0,
      state: 'under way',
    }))
    setUploads((list) => [...list.filter((u) => u.state !== 'kept'), ...made])
    queue.current.push(...made)
    pump()
  }
  /** What was refused lies in the outbox: it is sent again from there, or deleted there. */
  const again = (upload: Upload) => {
    drop(upload)
    add([upload.file], upload.meta)
  }
  const drop = (upload: Upload) => {
    setUploads((list) => list.filter((u) => u.key !== upload.key))
    if (upload.draft !== undefined) void discard(me.account, upload.draft)
  }
  return { uploads, add, again, drop }
}
