/** Sending what a form says: the sentence when it was refused or could not be sent, and whether it is under way. */
import { say } from '#api/words/say.ts'
import { useState } from 'react'
import type { Draft } from '#core/history/entry.ts'
import type { Body } from '#core/history/bodies/index.ts'
import { wordsOf } from './http.ts'
import { useDrafts, useWrite, type WriteOptions, type Writing } from './session.tsx'

/** `onHeld`: it waits in the outbox now, and whoever holds a copy of what was typed lets go of it. */
export function useSend(onHeld?: () => void) {
  const drafts = useDrafts()
  const write = useWrite()
  const [error, setError] = useState<string>()
  const [busy, setBusy] = useState(false)
  /** It waits in the outbox: said again, it would be there twice. */
  const [held, setHeld] = useState(false)
  /** Answers the entries when the server has them, undefined when they were refused or wait in the outbox. */
  const send = async (
    writings: readonly Writing[],
    options?: WriteOptions,
  ): Promise<readonly Draft[] | undefined> => {
    setError(undefined)
    setBusy(true)
    try {
      const made = drafts(writings)
      const written = await write(made, options)
      if (!written.sent) {
        setHeld(true)
        onHeld?.()
        setError(say('{why} It is kept on this device and sent by itself.', { why: written.why }))
        return undefined
      }
      if (written.refused) {
        setError(written.refused.detail)
        return undefined
      }
      return made
    } catch (failure) {
      setError(wordsOf(failure))
      return undefined
    } finally {
      setBusy(false)
    }
  }
  return { send, error, busy, held, setError }
}

/** The same for one entry that stands by itself: answers whether the server has it. */
export function useSendOne() {
  const { send, error } = useSend()
  return { send: async (body: Body): Promise<boolean> => (await send([{ body }])) !== undefined, error }
}
