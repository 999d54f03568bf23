/** What of a fault that comes and goes is still wanted before it may be called gone. */
import { say } from '#api/words/say.ts'
import { runWords } from '#api/words/standing.ts'
import type { EpisodeView } from '#core/views/episode.ts'
import { Act } from '#web/ui/Forms.tsx'

/** Intermittent faults: clean starts that are still wanted before the claim holds. */
export function CleanRuns({ view, onLine }: { view: EpisodeView; onLine: (line: string) => void }) {
  const runs = view.functions.filter((f) => f.word === 'unproved' && f.run)
  if (runs.length === 0) return null
  return (
    <section>
      <h2 className="headrule">{say('Clean starts wanted')}</h2>
      <ul>
        {runs.map(
          ({ fn, run }) =>
            run && (
              <li key={fn} className="border-hair border-b py-1.5">
                <span className="num text-24">{Math.max(0, run.needed - run.clean)}</span>{' '}
                {say('more of {fn}', { fn })}
                <span className="text-quiet text-13 block">{runWords(run)}</span>
                {view.episode.state !== 'closed' && (
                  <Act onClick={() => onLine(`test ${fn} pass`)}>{say('One more was clean')}</Act>
                )}
              </li>
            ),
        )}
      </ul>
    </section>
  )
}
