/** How a machine was found at each look, where each difference belongs, and what both sides make of it. */
import { list } from '#api/words/lists.ts'
import { holderWords, stageWords } from '#api/words/loans.ts'
import { lookStages } from '#core/history/bodies/loan.ts'
import type { LoanMachine, LoanView } from '#core/views/loan.ts'
import { atLeast } from '#core/roles.ts'
import { useSend } from '#web/app/send.ts'
import { useDates, useSigned } from '#web/app/session.tsx'
import { PlainButton, Said } from '#web/ui/Forms.tsx'
import { RuledTable } from '#web/ui/RuledTable.tsx'

const judgedWords = { agreed: 'agreed by both sides', disputed: 'disputed', open: 'not agreed yet' } as const
const howWords = { new: 'New', worse: 'Worse', better: 'Better', gone: 'Gone' } as const
const foundWords = { same: 'same', different: 'different', 'not looked at': 'not looked at' } as const

export function Condition({ view, machine }: { view: LoanView; machine: LoanMachine }) {
  const stages = lookStages.filter((s) => machine.looked.some((l) => l.stage === s))
  const { short } = useDates()
  const whenAt = (stage: string) => machine.looked.findLast((l) => l.stage === stage)?.at
  if (stages.length === 0)
    return (
      <p className="text-quiet py-2">
        No look is recorded yet. The first one, before it leaves, is what every later one is compared with.
      </p>
    )
  return (
    <div className="space-y-3">
      {machine.differences.length === 0 ? (
        <p className="py-1">No difference is recorded in what was looked at.</p>
      ) : (
        <ul className="space-y-2">
          {machine.differences.map((d) => (
            <DifferenceItem key={`${d.look} ${d.zone} ${d.index}`} view={view} machine={machine} d={d} />
          ))}
        </ul>
      )}
      {machine.notKnown.length > 0 && (
        <p className="text-copper font-bold">
          {`Not looked at in the last look, so not known: ${list(machine.notKnown, 12)}.`}
        </p>
      )}
      <RuledTable
        label={`How ${machine.name} was found`}
        heads={[
          'Zone',
          ...stages.map((s) => `${stageWords[s]}${whenAt(s) ? `, ${short(whenAt(s) ?? '')}` : ''}`),
        ]}
      >
        {machine.looks.map(({ zone, at }) => (
          <tr key={zone} className="border-hair border-b">
            <td className="py-1 pr-4">{zone}</td>
            {stages.map((s) => (
              <td
                key={s}
                className={`pr-4 ${at[s] === 'different' ? 'text-copper font-bold' : at[s] === 'same' ? '' : 'text-quiet'}`}
              >
                {at[s] === undefined
                  ? 'not looked at'
                  : s === 'out' && at[s] === 'same'
                    ? 'as recorded'
                    : foundWords[at[s]]}
              </td>
            ))}
          </tr>
        ))}
      </RuledTable>
    </div>
  )
}

function DifferenceItem({
  view,
  machine,
  d,
}: {
  view: LoanView
  machine: LoanMachine
  d: LoanMachine['differences'][number]
}) {
  const { me } = useSigned()
  const { short } = useDates()
  const { send, error, busy } = useSend()
  const guest = me.role === 'guest'
  const may = guest || atLeast(me.role, 'restorer')
  const judge = (is: 'agreed' | 'disputed') =>
    send([
      {
        body: {
          kind: 'difference',
          loan: view.id,
          machine: machine.id,
          look: d.look,
          zone: d.zone,
          index: d.index,
          is,
          by: guest ? view.withParty : 'house',
        },
      },
    ])
  const between = d.since
    ? `between the look ${stageWords[d.since]} (${short(d.sinceAt ?? '')}) and the one ${stageWords[d.found]} (${short(d.at)})`
    : `at some time before the look ${stageWords[d.found]} (${short(d.at)}): no earlier look at it is recorded`
  return (
    <li className="border-copper border-l-4 pl-3">
      <p>
        <strong>{`${howWords[d.how]} on ${d.zone}: ${d.words}.`}</strong>
        {` It came ${between}.`}
        {d.holders.length > 0 &&
          ` In that time it was with ${list(
            d.holders.map((h) => holderWords(h, view.names)),
            8,
          )}.`}
      </p>
      <p className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <span className="text-quiet">{judgedWords[d.judged]}</span>
        {may && view.shown !== 'closed' && d.judged !== 'agreed' && (
          <>
            <PlainButton disabled={busy} onClick={() => void judge('agreed')}>
              Agree with the difference
            </PlainButton>
            <PlainButton disabled={busy} onClick={() => void judge('disputed')}>
              Dispute the difference
            </PlainButton>
          </>
        )}
      </p>
      <Said error={error} />
    </li>
  )
}
