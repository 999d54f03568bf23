/** What stands at the left of the log: what is off the machine, what waits, what was asked, what was last proved. */
import type { EpisodeView } from '#core/views/episode.ts'
import { list } from '#api/words/lists.ts'
import { Act } from '#web/ui/Forms.tsx'
import { nextRing } from '#core/history/waits.ts'
import { leftWords, durationWords, dayWords } from '#api/words/dates.ts'
import { useDates } from '#web/app/session.tsx'
import { coverageSentence } from '#api/words/status.ts'

export function OffTheMachine({
  nothing,
  view,
  off,
  onLine,
}: {
  nothing: boolean
  view: EpisodeView
  off: {
    readonly size: string
    readonly off: number
    readonly on: number
    readonly cups: readonly string[]
    readonly whats: readonly string[]
    readonly loose: number
  }[]
  onLine: (line: string) => void
}) {
  return (
    <section>
      <h2 className="headrule">Off the machine</h2>
      {nothing && <p className="text-quiet py-1.5">Nothing is recorded as off.</p>}
      <ul>
        {view.tray.map((item) => (
          <li key={item.id} className="border-hair border-b py-1.5">
            <span className="block font-bold break-words">{item.label}</span>
            <span className="text-quiet text-13">
              {item.where}, from {item.from}
            </span>
          </li>
        ))}
        {off.map((f) => (
          <li key={f.size} className="border-hair flex items-baseline gap-2 border-b py-1.5">
            <span className="num text-24">{Math.abs(f.off - f.on)}</span>
            <span>
              <span className="num">{f.size}</span>
              <span className="text-quiet text-13 block">
                {f.off > f.on ? list(f.cups) || 'no cup said' : 'more on than off'}
              </span>
            </span>
          </li>
        ))}
        {view.context.connectionsOff.map((c) => (
          <li key={c} className="border-hair border-b py-1.5">
            <span className="num">{c}</span> <span className="text-quiet">unplugged</span>
          </li>
        ))}
      </ul>
      {view.tray.length > 0 && view.episode.state !== 'closed' && (
        <Act className="pt-1.5" onClick={() => onLine('back all')}>
          Put all back
        </Act>
      )}
    </section>
  )
}

export function Waiting({
  view,
  now,
  onLine,
  soaks,
}: {
  view: EpisodeView
  now: number
  onLine: (line: string) => void
  soaks: (entry: string) => boolean
}) {
  return (
    <>
      {view.waits.length > 0 && (
        <section>
          <h2 className="headrule">Waiting</h2>
          <ul>
            {view.waits.map((w, i) => {
              const next = nextRing(w, now)
              return (
                <li key={w.entry} className="py-1.5">
                  <span className={`num text-24 block ${next ? '' : 'text-copper font-bold'}`}>
                    {next ? leftWords(next, now) : 'over'}
                  </span>
                  {w.what}
                  {w.everyMinutes !== undefined && (
                    <span className="text-quiet">, every {durationWords(w.everyMinutes)}</span>
                  )}
                  {view.episode.state !== 'closed' && (
                    <Act
                      className="block"
                      onClick={() => onLine(soaks(w.entry) ? 'soak held' : `over ${i + 1} `)}
                    >
                      {soaks(w.entry) ? 'It held' : 'Wait ended'}
                    </Act>
                  )}
                </li>
              )
            })}
          </ul>
        </section>
      )}
    </>
  )
}

export function Unanswered({ view, onLine }: { view: EpisodeView; onLine: (line: string) => void }) {
  return (
    <section>
      <h2 className="headrule">Asked, unanswered</h2>
      {view.questions.length === 0 && <p className="text-quiet py-1.5">No open question.</p>}
      <ol>
        {view.questions.map((q, i) => (
          <li key={q.entry} className="border-hair flex gap-2 border-b py-1.5">
            <button
              type="button"
              className="num text-quiet hover:text-ink"
              onClick={() => onLine(`answer ${i + 1} `)}
              aria-label={`Answer question ${i + 1}`}
            >
              {i + 1}
            </button>
            <span className="min-w-0 break-words">{q.words}</span>
          </li>
        ))}
      </ol>
    </section>
  )
}

export function LastProved({ view }: { view: EpisodeView }) {
  const { zone } = useDates()
  return (
    <section>
      <h2 className="headrule">Last proved</h2>
      <p className="py-1.5">
        {view.lastProof
          ? `${coverageSentence(view.lastProof.coverage)}; oldest proof ${dayWords(view.lastProof.at, zone)}.`
          : 'No valid test yet.'}
      </p>
      {view.before?.next && (
        <p className="text-quiet">
          Episode {view.before.number} handed on: {view.before.next}
        </p>
      )}
    </section>
  )
}
