/** What makes a machine ready for its journey, each said as done by one tap; the sheet that goes with it is issued from the record. */
import { colon } from '#api/words/lists.ts'
import { say } from '#api/words/say.ts'
import { useQueryClient } from '@tanstack/react-query'
import { precautionTitle } from '#api/words/checks.ts'
import type { DispatchAsk } from '#core/loans/release.ts'
import { keys } from '#web/app/keys.ts'
import { useSend } from '#web/app/send.ts'
import { Act, Said } from '#web/ui/Forms.tsx'
import { useIssue } from './useIssue.ts'

export function DispatchAsks({ asks, loan }: { asks: readonly DispatchAsk[] | undefined; loan: string }) {
  const client = useQueryClient()
  const { send, error, busy } = useSend()
  const issuing = useIssue(loan)
  if (!asks || asks.length === 0) return null
  const many = new Set(asks.map((a) => a.machine)).size > 1
  const named = (words: string, { name }: DispatchAsk) => (many ? colon(words, name) : words)
  const done = async ({ machine, what }: DispatchAsk) => {
    if (await send([{ body: { kind: 'precaution', machine, what } }]))
      await client.invalidateQueries({ queryKey: keys.loan(loan) })
  }
  return (
    <span className="block">
      <span className="flex flex-wrap gap-x-5 gap-y-1">
        {asks.map((ask) => (
          <span key={`${ask.machine} ${ask.what}`} className="contents">
            {ask.what === 'handover sheet made' && (
              <Act
                disabled={issuing.busy}
                onClick={() => void issuing.issue({ sort: 'handover sheet', machine: ask.machine })}
              >
                {named(say('Issue its handover sheet'), ask)}
              </Act>
            )}
            <Act disabled={busy} onClick={() => void done(ask)}>
              {ask.what === 'handover sheet made'
                ? named(say('One was made by hand'), ask)
                : named(
                    say('Record: {precaution}', { precaution: precautionTitle(ask.what).toLowerCase() }),
                    ask,
                  )}
            </Act>
          </span>
        ))}
      </span>
      <Said error={error ?? issuing.error} />
    </span>
  )
}
