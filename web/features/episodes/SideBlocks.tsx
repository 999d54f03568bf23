/** What stands at the left of the log: what is off the machine, what waits, what was asked, what was last proved. */
import { say } from '#api/words/say.ts'
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
      <h2 className="headrule">{say('Off the machine')}</h2>
      {nothing && <p className="text-quiet py-1.5">{say('Nothing is recorded as off.')}</p>}
      <ul>
        {view.tray.map((item) => (
          <li key={item.id} className="border-hair border-b py-1.5">
            <span className="block font-bold break-words">{item.label}</span>
            <span className="text-quiet text-13">
              {say('{where}, from {from}', { where: item.where, from: item.from })}
            </span>
          </li>
        ))}
        {off.map((f) => (
          <li key={f.size} className="border-hair flex items-baseline gap-2 border-b py-1.5">
            <span className="num text-24">{Math.abs(f.off - f.on)}</span>
            <span>
              <span className="num">{f.size}</span>
              <span className="text-quiet text-13 block">
                {f.off > f.on ? list(f.cups) || say('no cup said') : say('more on than off')}
              </span>
            </span>
          </li>
        ))}
        {view.context.connectionsOff.map((c) => (
          <li key={c} className="border-hair border-b py-1.5">
            <span className="num">{c}</span> <span className="text-quiet">{say('unplugged')}</span>
          </li>
        ))}
      </ul>
      {view.tray.length > 0 && view.episode.state !== 'closed' && (
        <Act className="pt-1.5" onClick={() => onLine('back all')}>
          {say('Put all back')}
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
  const { short, clock } = useDates()
  return (
    <>
      {view.waits.length > 0 && (
        <section>
          <h2 className="headrule">{say('Waiting')}</h2>
          <ul>
            {view.waits.map((w, i) => {
              const next = nextRing(w, now)
              return (
                <li key={w.entry} className="py-1.5">
                  <span className={`num text-24 block ${next ? '' : 'text-copper font-bold'}`}>
                    {next ? leftWords(next, now) : say('over')}
                  </span>
                  {w.what}
                  {next && (
                    <span className="text-quiet text-13 block">
                      {say('until {day}, {clock}', { day: short(next), clock: clock(next) })}
                    </span>
                  )}
                  {w.everyMinutes !== undefined && (
                    <span className="text-quiet">
                      {`, ${say('every {everyMinutes}', { everyMinutes: durationWords(w.everyMinutes) })}`}
                    </span>
                  )}
                  {view.episode.state !== 'closed' && (
                    <Act
                      className="block"
                      onClick={() => onLine(soaks(w.entry) ? 'soak held' : `over ${i + 1} `)}
                    >
                      {soaks(w.entry) ? say('It held') : say('Wait ended')}
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
      <h2 className="headrule">{say('Asked, unanswered')}</h2>
      {view.questions.length === 0 && <p className="text-quiet py-1.5">{say('No open question.')}</p>}
      <ol>
        {view.questions.map((q, i) => (
          <li key={q.entry} className="border-hair flex gap-2 border-b py-1.5">
            <button
              type="button"
              className="num text-quiet hover:text-ink"
              onClick={() => onLine(`answer ${i + 1} `)}
              aria-label={say('Answer question {i}', { i: i + 1 })}
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
      <h2 className="headrule">{say('Last proved')}</h2>
      <p className="py-1.5">
        {view.lastProof
          ? say('{coverageSentence}; oldest proof {at}.', {
              coverageSentence: coverageSentence(view.lastProof.coverage),
              at: dayWords(view.lastProof.at, zone),
            })
          : say('No valid test yet.')}
      </p>
      {view.before?.next && (
        <p className="text-quiet">
          {say('Episode {number} handed on: {next}', { number: view.before.number, next: view.before.next })}
        </p>
      )}
    </section>
  )
}
