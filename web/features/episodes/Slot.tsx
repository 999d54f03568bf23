/** The slot above the line: the one thing that the sitting asks for next. */
import type { EpisodeView } from '#core/views/episode.ts'

/** One slot shows exactly one thing: a contested entry, the as-found check, or "test before the next change". */
export function Slot({ view, onLine }: { view: EpisodeView; onLine: (line: string) => void }) {
  const asFound = view.checks.find((c) => c.check === 'as-found')
  const contested = view.rows.find((r) => r.contested)
  const retest = view.functions.filter((f) => f.word === 'retest')
  const several = new Set(retest.flatMap((f) => f.changes.map((c) => c.target.name))).size
  const ready =
    view.status.word !== 'in pieces' &&
    view.status.word !== 'incomplete' &&
    view.status.word !== 'do not power'
  const all = view.functions.length
  const shown = contested
    ? {
        strong: 'An entry is contested.',
        rest: 'Settle it in the log: it happened, or it did not.',
        act: undefined,
        line: '',
      }
    : asFound && asFound.unmet > 0 && !view.context.changed
      ? {
          strong: 'Before the first change:',
          rest: `what works? Open: ${(asFound.rules[0]?.about ?? []).slice(0, 4).join(', ')}`,
          act: 'Test them',
          line:
            (asFound.rules[0]?.about.length ?? 0) === all
              ? 'all pass'
              : `test ${(asFound.rules[0]?.about ?? []).map((f) => `${f} pass`).join(', ')}`,
        }
      : ready && retest.length > 0
        ? {
            strong: several > 1 ? `${several} things changed.` : 'Test before the next change?',
            rest:
              several > 1
                ? 'With one test the cause will not be separated.'
                : `${retest[0]?.changes[0]?.target.name ?? ''} was touched.`,
            act: `Test ${retest.length === 1 ? (retest[0]?.fn ?? '') : 'now'}`,
            line: `test ${retest.map((f) => `${f.fn} pass`).join(', ')}`,
          }
        : view.stop
          ? {
              strong: `${view.stop.trials} trials without effect.`,
              rest: 'The house rule says: stop, look again, ask someone.',
              act: 'Ask',
              line: 'ask ',
            }
          : undefined
  if (!shown) return null
  return (
    <div className="bg-straw flex min-h-11 shrink-0 items-center justify-between gap-4 px-3 py-1 text-black">
      <p className="line-clamp-2">
        <strong>{shown.strong}</strong> {shown.rest}
      </p>
      {shown.act && (
        <button
          type="button"
          className="shrink-0 font-bold underline underline-offset-4"
          onClick={() => onLine(shown.line)}
        >
          {shown.act}
        </button>
      )}
    </div>
  )
}
