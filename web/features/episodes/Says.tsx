/** Under the line: what it will do, what is missing in it, and what the word being typed could become. */
import { say } from '#api/words/say.ts'
import { effectWords } from '#api/words/composer.ts'
import { problemWords } from '#api/words/composer-asks.ts'
import { useDates } from '#web/app/session.tsx'
import type { Composing } from './useComposer.ts'
import type { Completing } from './useCompletions.ts'

export function Says({ line, composing: { parsed, looking } }: { line: string; composing: Composing }) {
  const { zone, when } = useDates()
  if (parsed.ok)
    return (
      <p>
        {parsed.entries[0]?.happenedAt &&
          !parsed.entries[0].amends &&
          !parsed.effects.some((e) => e.does === 'at') && (
            <span className="text-quiet">{say('At the time given.')} </span>
          )}
        {parsed.effects.map((e, i) => {
          const words = effectWords(e, when)
          return (
            <span key={i} className={words.heed ? 'text-copper font-bold' : ''}>
              {words.text}{' '}
            </span>
          )
        })}
        <span className="text-quiet">
          {parsed.entries.length > 0 ? say('Enter writes it, Esc clears.') : say('Esc clears.')}
        </span>
      </p>
    )
  if (looking) return <p className="text-quiet">{say('Looking it up …')}</p>
  if (line.trim() === '' || !('problem' in parsed)) return null
  return (
    <p className="text-quiet">
      {problemWords(parsed.problem, zone)}
      {parsed.problem.why === 'unknown verb' && ` ${say('Enter keeps it as it is, to be sorted later.')}`}
    </p>
  )
}

/** Ten lines from this machine's own names: what can be written, by example. */
export function Examples({ lines, onTake }: { lines: readonly string[]; onTake: (line: string) => void }) {
  return (
    <div>
      <p>{say('Write what happened in your own words. For example, with the names of this machine:')}</p>
      <ul className="mt-0.5 grid gap-x-6 md:grid-cols-2">
        {lines.map((line) => (
          <li key={line}>
            <button
              type="button"
              className="num text-13 min-h-6 text-left underline"
              onClick={() => onTake(line)}
            >
              {line}
            </button>
          </li>
        ))}
      </ul>
      <p className="text-quiet text-13">
        {say(
          'Several things may stand in one line. What is not understood is kept as you wrote it. A line with a question mark asks the record.',
        )}
      </p>
    </div>
  )
}

/** What a completion adds, from the word that is being typed on. */
const wordsFrom = (completion: string, line: string): string =>
  completion
    .trim()
    .split(/\s+/)
    .slice(line.trim().split(/\s+/).length - 1)
    .join(' ')

/** The list stays in the document when it is empty: the line says that it belongs to it. */
export function Completions({
  line,
  completing: { shown, combobox },
}: {
  line: string
  completing: Completing
}) {
  return (
    <ul
      {...combobox.getMenuProps({ 'aria-label': say('Completions') })}
      className={shown.length > 0 ? 'mt-0.5 flex flex-wrap gap-x-4' : undefined}
    >
      {shown.map((c, index) => (
        <li
          key={c}
          {...combobox.getItemProps({ item: c, index })}
          className={`num text-13 cursor-pointer ${combobox.highlightedIndex === index ? 'text-ink border-verdigris border-b-2' : 'text-quiet'}`}
        >
          {wordsFrom(c, line)}
          {index === 0 && <span className="text-quiet font-normal"> {say('Tab')}</span>}
        </li>
      ))}
    </ul>
  )
}
