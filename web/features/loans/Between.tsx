/** What the two sides wrote to each other, and what a repair has cost. */
import { semicolons } from '#api/words/lists.ts'
import { say } from '#api/words/say.ts'
import { moneyWords } from '#api/words/money.ts'
import type { LoanView } from '#core/views/loan-shape.ts'
import { useDates, useSigned } from '#web/app/session.tsx'
import { Row, Rows } from '#web/ui/Rows.tsx'

export function Between({ view }: { view: LoanView }) {
  const { me } = useSigned()
  const { short, clock } = useDates()
  const guest = me.role === 'guest'
  const nameOf = (by: string) =>
    by === 'house'
      ? guest
        ? say('The collection')
        : say('This collection')
      : guest
        ? 'You'
        : (view.names[by] ?? view.with)
  const { limit, spent, beyond, rows } = view.spending
  const open = view.marks.find((m) => m.mark === 'question')
  const lastAsked = view.said.findLast((s) => s.asks)?.id
  return (
    <>
      {view.said.length > 0 && (
        <Rows title={say('Words between both sides')}>
          {view.said.map((s) => (
            <Row
              key={s.id}
              left={
                <>
                  <strong>{`${nameOf(s.by)}: `}</strong>
                  {s.words}
                  {open && s.id === lastAsked && (
                    <strong className="text-copper block">{say('Not answered yet.')}</strong>
                  )}
                </>
              }
              right={`${short(s.at)}, ${clock(s.at)}`}
            />
          ))}
        </Rows>
      )}
      {(limit !== undefined || rows.length > 0) && (
        <Rows title={say('Spent on the repair')}>
          {rows.map((r) => (
            <Row
              key={r.id}
              left={semicolons(r.on, r.although && say('the owner: {although}', { although: r.although }))}
              right={r.amount ? moneyWords(r.amount) : ''}
            />
          ))}
          <li className={`py-1 ${beyond ? 'text-copper font-bold' : 'text-quiet'}`}>
            {spentWords(spent, limit)}
          </li>
        </Rows>
      )}
    </>
  )
}

type Spent = Parameters<typeof moneyWords>[0] | undefined

/** “12.00 EUR spent of 80.00 EUR agreed.” */
function spentWords(spent: Spent, limit: Spent): string {
  const agreed = limit && moneyWords(limit)
  if (!spent)
    return agreed
      ? say('Nothing is recorded as spent, of {agreed} agreed.', { agreed })
      : say('Nothing is recorded as spent.')
  return agreed
    ? say('{spent} spent of {agreed} agreed.', { spent: moneyWords(spent), agreed })
    : say('{spent} spent.', { spent: moneyWords(spent) })
}
