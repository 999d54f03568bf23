/** A value that no single spare has, made up from two or three of them. */
import { say } from '#api/words/say.ts'
import { valueWords } from '#api/words/points.ts'
import type { Candidate, Need } from '#core/parts/donors.ts'
import { fromStock } from '#core/parts/from-stock.ts'

export function FromStock({ need, candidates }: { need: Need; candidates: readonly Candidate[] }) {
  const made = fromStock(need, candidates)
  if (!made || made.found.joined === 'single') return null
  const { found, wanted, unit, tolerance } = made
  const off = found.error * 100
  return (
    <p className="bg-sheet my-2 p-3">
      <strong>{say('From stock:')}</strong>{' '}
      {say('{parts}, {joined}, make', {
        parts: found.parts.map((p) => `${p.id} (${valueWords(p.value, unit)})`).join(' + '),
        joined: found.joined,
      })}{' '}
      <span className="num">{valueWords(found.value, unit)}</span>,{' '}
      <span className={Math.abs(found.error) > tolerance ? 'text-copper font-bold' : ''}>
        {Math.abs(off) < 0.05
          ? say('as the {value} asked', { value: valueWords(wanted, unit) })
          : `${Math.abs(off).toPrecision(2)} % ${off > 0 ? say('above') : say('below')} ${valueWords(wanted, unit)}`}
      </span>
      .
      {found.joined.includes('series') &&
        unit === 'F' &&
        ` ${say('In series their voltages are not shared equally: each must be rated for the whole.')}`}
    </p>
  )
}
