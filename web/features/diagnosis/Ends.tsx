/** The ends of a search that are as good as a cause: each one tap, with what it means for the status and for whoever comes next. */
import { say } from '#api/words/say.ts'
import { useState } from 'react'
import { endMeaning } from '#api/words/fault-ends.ts'
import { diagnosisEnds, type DiagnosisEnd } from '#core/history/bodies/diagnosis.ts'
import type { Body } from '#core/history/bodies/index.ts'
import type { FaultView, ShownFault } from '#core/views/fault-shape.ts'
import { useSend } from '#web/app/send.ts'
import { useSigned } from '#web/app/session.tsx'
import { PlainButton, Said, TextField } from '#web/ui/Forms.tsx'

export function Ends({
  view,
  fault,
  stop,
}: {
  view: FaultView
  fault: ShownFault
  stop?: { readonly trials: number; readonly rule: string }
}) {
  const { me } = useSigned()
  const { send, error } = useSend()
  const [because, setBecause] = useState(
    stop ? say('{trials} trials in a row had no effect', { trials: stop.trials }) : '',
  )
  const [open, setOpen] = useState(stop !== undefined)
  // A decision not to run it is a rule of the machine, which a restorer or a steward sets.
  const mayRule = me.role === 'restorer' || me.role === 'steward'
  const end = (which: DiagnosisEnd) => {
    const said: Body = {
      kind: 'diagnosis',
      what: 'ended',
      machine: view.machine,
      end: which,
      of: [...fault.failing].slice(0, 100),
      because: because.trim(),
    }
    const rule: Body[] =
      which === 'display only'
        ? [
            {
              kind: 'rule',
              what: 'policy',
              key: 'run',
              option: 'not run',
              reason: because.trim(),
              machine: view.machine,
            },
          ]
        : []
    void send([said, ...rule].map((body) => ({ body })))
  }
  if (!open)
    return (
      <p>
        <button type="button" className="act" onClick={() => setOpen(true)}>
          {say('End the search without a cause')}
        </button>
      </p>
    )
  return (
    <section aria-label={say('Ways to end the search')} className="bg-sheet space-y-3 rounded-sm px-4 py-3">
      <h2 className="headrule">
        {stop
          ? say('{trials} trials in a row had no effect: the house rule says stop and think', {
              trials: stop.trials,
            })
          : say('End the search without a cause')}
      </h2>
      <TextField
        label={say('Why, for whoever comes next')}
        required
        maxLength={2000}
        value={because}
        onChange={(e) => setBecause(e.target.value)}
      />
      <WaysToEnd because={because} mayRule={mayRule} end={end} />
      <Said error={error} />
    </section>
  )
}

function WaysToEnd({
  because,
  mayRule,
  end,
}: {
  because: string
  mayRule: boolean
  end: (which: DiagnosisEnd) => void
}) {
  return (
    <ul className="grid grid-cols-3 gap-4 max-lg:grid-cols-1">
      {diagnosisEnds.map((which) => (
        <li key={which} className="space-y-2">
          <p className="text-quiet">{endMeaning[which].means}</p>
          <PlainButton
            disabled={because.trim() === '' || (which === 'display only' && !mayRule)}
            onClick={() => end(which)}
          >
            {endMeaning[which].title}
          </PlainButton>
          {which === 'display only' && !mayRule && (
            <p className="text-13 text-quiet">{say('A restorer or a steward decides that.')}</p>
          )}
        </li>
      ))}
    </ul>
  )
}
