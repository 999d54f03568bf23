/** Under the line: what it will do, what is missing in it, and what the word being typed could become. */
import { effectWords, problemWords } from '#api/words/composer.ts'
import { useDates } from '#web/app/session.tsx'
import type { Composing } from './useComposer.ts'

export function Says({ line, composing: { parsed, looking } }: { line: string; composing: Composing }) {
  const { zone, when } = useDates()
  if (parsed.ok)
    return (
      <p>
        {parsed.entries[0]?.happenedAt && <span className="text-quiet">At the time given. </span>}
        {parsed.effects.map((e, i) => {
          const words = effectWords(e, when)
          return (
            <span key={i} className={words.heed ? 'text-copper font-bold' : ''}>
              {words.text}{' '}
            </span>
          )
        })}
        <span className="text-quiet">Enter writes it, Esc clears.</span>
      </p>
    )
  if (looking) return <p className="text-quiet">Looking it up …</p>
  return line.trim() === '' ? null : (
    <p className="text-quiet">{'problem' in parsed ? problemWords(parsed.problem, zone) : ''}</p>
  )
}

export function Completions({ list, onTake }: { list: readonly string[]; onTake: (line: string) => void }) {
  return (
    <ul className="mt-0.5 flex flex-wrap gap-x-4" aria-label="Completions">
      {list.slice(0, 6).map((c, i) => (
        <li key={c}>
          <button type="button" className="text-quiet hover:text-ink num text-13" onClick={() => onTake(c)}>
            {c.trim().split(/\s+/).slice(-2).join(' ')}
            {i === 0 && <span className="text-quiet font-normal"> Tab</span>}
          </button>
        </li>
      ))}
    </ul>
  )
}
