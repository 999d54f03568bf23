/** A value that no single spare has, made up from two or three of them. */
import { told } from '#web/ui/told.tsx'
import { say, shown } from '#api/words/say.ts'
import { valueWords } from '#api/words/points.ts'
import type { Candidate, Need } from '#core/parts/donors.ts'
import { fromStock } from '#core/parts/from-stock.ts'

export function FromStock({ need, candidates }: { need: Need; candidates: readonly Candidate[] }) {
  const made = fromStock(need, candidates)
  if (!made || made.found.joined === 'single') return null
  const { found, wanted, unit, tolerance } = made
  return (
    <p className="bg-sheet my-2 p-3">
      {told('{from} {parts}, {joined}, make {value}, {off}.', {
        from: <strong>{say('From stock:')}</strong>,
        parts: found.parts.map((p) => `${p.id} (${valueWords(p.value, unit)})`).join(' + '),
        joined: shown(found.joined),
        value: <span className="num">{valueWords(found.value, unit)}</span>,
        off: (
          <span className={Math.abs(found.error) > tolerance ? 'text-copper font-bold' : ''}>
            {offWords(found.error * 100, valueWords(wanted, unit))}
          </span>
        ),
      })}{' '}
      {found.joined.includes('series') &&
        unit === 'F' &&
        say('In series their voltages are not shared equally: each must be rated for the whole.')}
    </p>
  )
}

/** “as the 4k7 asked”, “2.1 % above 4k7”. */
function offWords(percent: number, value: string): string {
  if (Math.abs(percent) < 0.05) return say('as the {value} asked', { value })
  const by = Math.abs(percent).toPrecision(2)
  return percent > 0 ? say('{by} % above {value}', { by, value }) : say('{by} % below {value}', { by, value })
}
