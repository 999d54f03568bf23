/** Writes one entry of the house and keeps what the server said against it. */
import { useState } from 'react'
import type { Body } from '#core/history/kinds.ts'
import { wordsOf } from '#web/app/http.ts'
import { useDrafts, useWrite } from '#web/app/session.tsx'

export function useSend() {
  const drafts = useDrafts()
  const write = useWrite()
  const [error, setError] = useState<string>()
  const send = async (body: Body): Promise<boolean> => {
    setError(undefined)
    try {
      const written = await write(drafts([{ body }]))
      if (written.sent && written.refused) {
        setError(written.refused.detail)
        return false
      }
      return true
    } catch (failure) {
      setError(wordsOf(failure))
      return false
    }
  }
  return { send, error }
}
