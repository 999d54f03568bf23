/** Stores a photograph, then writes the entry that shows it. */
import type { MachineId } from '#core/ids.ts'
import { upload, wordsOf } from '#web/app/http.ts'
import { useDrafts, useWrite } from '#web/app/session.tsx'

/** Answers a sentence when the photograph was refused, undefined when it is stored. */
export function usePhotoUpload(machine: MachineId, episode?: string) {
  const drafts = useDrafts()
  const write = useWrite()
  return async (file: File, words?: string): Promise<string | undefined> => {
    const form = new FormData()
    form.append('photo', file)
    try {
      const stored = await upload<{ file: string; width: number; height: number }>(`/machines/${machine}/photos`, form)
      const written = await write(
        drafts([{ body: { kind: 'photo', machine, file: stored.file, width: stored.width, height: stored.height, ...(words ? { words } : {}) }, ...(episode ? { episode } : {}) }]),
      )
      return written.sent && written.refused ? written.refused.detail : undefined
    } catch (failure) {
      return wordsOf(failure)
    }
  }
}
