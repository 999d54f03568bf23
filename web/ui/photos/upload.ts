/** Photographs on their way: many at once, each with its progress; what was refused says why and can be tried again. */
import { useRef, useState } from 'react'
import type { Problem } from '#api/problems.ts'
import type { BodyOf } from '#core/history/kinds.ts'
import type { EntryId, MachineId } from '#core/ids.ts'
import { sessionToken } from '#web/app/http.ts'
import { newId } from '#web/app/clock.ts'
import { useDrafts, useWrite } from '#web/app/session.tsx'

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
}

interface Stored {
  readonly file: string
  readonly width: number
  readonly height: number
}

/** fetch tells nothing of an upload's progress, so this one request is made the older way. */
function store(machine: string, file: File, onProgress: (share: number) => void): Promise<Stored> {
  return new Promise((resolve, reject) => {
    const form = new FormData()
    form.append('photo', file)
    const request = new XMLHttpRequest()
    request.open('POST', `/api/machines/${machine}/photos`)
    request.setRequestHeader('x-anamnesis-token', sessionToken())
    request.responseType = 'json'
    request.upload.onprogress = (event) => event.lengthComputable && onProgress(event.loaded / event.total)
    request.onerror = () => reject(new Error('No connection. The photograph is still here: try again when the connection is back.'))
    request.onload = () => {
      if (request.status === 201) resolve(request.response as Stored)
      else reject(new Error((request.response as Problem | null)?.detail ?? 'The server did not take it. The photograph is still here.'))
    }
    request.send(form)
  })
}

const atOnce = 3

export function usePhotoUploads(machine: MachineId, episode?: string) {
  const drafts = useDrafts()
  const write = useWrite()
  const [uploads, setUploads] = useState<readonly Upload[]>([])
  const queue = useRef<Upload[]>([])
  const running = useRef(0)
  const change = (key: string, edit: Partial<Upload>) => setUploads((list) => list.map((u) => (u.key === key ? { ...u, ...edit } : u)))

  const one = async (upload: Upload) => {
    try {
      const stored = await store(machine, upload.file, (progress) => change(upload.key, { progress }))
      const { of, zone, words, finding, evidence, on } = upload.meta
      const body: BodyOf<'photo'> = {
        kind: 'photo',
        machine,
        file: stored.file,
        width: stored.width,
        height: stored.height,
        ...(of ? { of } : {}),
        ...(zone ? { zone } : {}),
        ...(words ? { words } : {}),
        ...(finding ? { finding: finding as EntryId } : {}),
        ...(evidence ? { evidence: evidence as EntryId } : {}),
        ...(on ? { on: on as EntryId } : {}),
      }
      const written = await write(drafts([{ body, ...(episode ? { episode } : {}) }]))
      if (written.sent && written.refused) throw new Error(written.refused.detail)
      change(upload.key, { state: 'kept', progress: 1 })
    } catch (failure) {
      change(upload.key, { state: 'refused', error: failure instanceof Error ? failure.message : 'It was not taken.' })
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
    const made = [...files].map((file): Upload => ({ key: newId(), file, meta, progress: 0, state: 'under way' }))
    setUploads((list) => [...list.filter((u) => u.state !== 'kept'), ...made])
    queue.current.push(...made)
    pump()
  }
  const again = (upload: Upload) => {
    setUploads((list) => list.filter((u) => u.key !== upload.key))
    add([upload.file], upload.meta)
  }
  const drop = (upload: Upload) => setUploads((list) => list.filter((u) => u.key !== upload.key))
  return { uploads, add, again, drop }
}
