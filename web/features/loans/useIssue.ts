/** Issuing a paper of a loan: made by the server from what is recorded, and kept as it is then. */
import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import type { PaperSort } from '#core/history/bodies/paper.ts'
import { post, wordsOf } from '#web/app/http.ts'
import { keys } from '#web/app/keys.ts'

export interface PaperWanted {
  readonly sort: PaperSort
  readonly machine?: string | undefined
  readonly packed?: readonly { readonly item: string; readonly n: number; readonly box: number }[] | undefined
}

export function useIssue(loan: string) {
  const client = useQueryClient()
  const [error, setError] = useState<string>()
  const [busy, setBusy] = useState(false)
  /** Answers whether it was issued. */
  const issue = async ({ sort, machine, packed }: PaperWanted): Promise<boolean> => {
    setBusy(true)
    setError(undefined)
    try {
      await post(
        '/loans/:id/papers',
        { sort, ...(machine ? { machine } : {}), ...(packed ? { packed: [...packed] } : {}) },
        { id: loan },
      )
      await client.invalidateQueries({ queryKey: keys.loan(loan) })
      return true
    } catch (failure) {
      setError(wordsOf(failure))
      return false
    } finally {
      setBusy(false)
    }
  }
  return { issue, error, busy, setError }
}
