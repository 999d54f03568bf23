/** Suspects as ruled rows, their share as a bar of ink; a bracket ties those that nothing seen so far tells apart. */
import { say } from '#api/words/say.ts'
import { reasonWords, restWords, ridWords, shareStep, shareWords, suspectName } from '#api/words/fault.ts'
import { capital, list } from '#api/words/lists.ts'
import type { ShownFault, SuspectRow } from '#core/views/fault-shape.ts'
import { useDates } from '#web/app/session.tsx'

/** Rows of one group after one another, the likeliest group first. */
function grouped(rows: readonly SuspectRow[]): SuspectRow[][] {
  const groups = new Map<number, SuspectRow[]>()
  for (const row of rows) {
    const held = groups.get(row.group)
    if (held) held.push(row)
    else groups.set(row.group, [row])
  }
  return [...groups.values()]
}

export function Suspects({ fault, note }: { fault: ShownFault; note: string }) {
  return (
    <section aria-label={say('Suspects')} className="bg-sheet rounded-sm px-4 py-3">
      <h2 className="headrule">{say('Suspects')}</h2>
      <ul>
        {grouped(fault.suspects).map((rows) => (
          <li key={rows.map((r) => r.sort + r.name).join()} className="relative">
            {rows.length > 1 && (
              <span
                aria-hidden
                className="border-line absolute top-1.5 bottom-1.5 -left-2 w-1.5 border-y border-l"
              />
            )}
            {rows.length > 1 && <span className="sr-only">{say('Not told apart by what was seen:')} </span>}
            <ul>
              {rows.map((row, i) => (
                <Suspect
                  key={row.sort + row.name}
                  row={row}
                  told={i + 1 < rows.length && reasonsOf(row) === reasonsOf(rows[i + 1])}
                />
              ))}
            </ul>
          </li>
        ))}
        {fault.rest.n > 0 && <Line name={restWords(fault.rest)} />}
        <Line name={say('Something no sheet names')} share={fault.unnamed} />
        <Line
          name={fault.missing.length > 0 ? say('What was bad is out already') : say('Nothing is wrong now')}
          share={fault.nothing}
        />
      </ul>
      <p className="text-13 text-quiet pt-2">
        {say('{note} A bracket ties what nothing seen so far tells apart.', { note })}
      </p>
    </section>
  )
}

const reasonsOf = (row: SuspectRow | undefined): string =>
  JSON.stringify([row?.reasons ?? [], row?.likelier, row?.rid])

/** `told`: the row below has the same reasons, and says them for both. */
function Suspect({ row, told }: { row: SuspectRow; told: boolean }) {
  const { when } = useDates()
  const reasons = [
    ...row.reasons.map((r) => reasonWords(r, when)),
    ...(row.likelier ? [] : [say('what was seen does not make it likelier')]),
  ]
  const said = [list(reasons), row.rid ? ridWords(row.rid) : ''].filter(Boolean).join('; ')
  return (
    <li className={told ? 'pt-1' : 'border-hair border-b py-1'}>
      <div className="flex items-baseline gap-3">
        <span className="min-w-0 flex-1">
          <strong>{capital(suspectName(row))}</strong>
          {row.kind && <span className="text-quiet"> {row.kind}</span>}
        </span>
        <Bar share={row.share} />
        <span className="num w-20 shrink-0 text-right">{shareWords(row.share)}</span>
      </div>
      {said && !told && <p className="text-13 text-quiet">{said}</p>}
    </li>
  )
}

function Line({ name, share }: { name: string; share?: number }) {
  return (
    <li className="border-hair text-quiet flex items-baseline gap-3 border-b py-1">
      <span className="min-w-0 flex-1">{name}</span>
      {share !== undefined && <Bar share={share} />}
      {share !== undefined && <span className="num w-20 shrink-0 text-right">{shareWords(share)}</span>}
    </li>
  )
}

const Bar = ({ share }: { share: number }) => (
  <span aria-hidden className="border-hair h-3 w-24 shrink-0 self-center border-b max-sm:w-14">
    <span className="bg-life block h-3" style={{ width: `${shareStep(share)}%` }} />
  </span>
)
