/** An episode that was left: where things lie, and going on with it. */
import { say } from '#api/words/say.ts'
import { coverageSentence } from '#api/words/status.ts'
import type { EpisodeView } from '#core/views/episode.ts'
import { useDrafts, useWrite, useDates, useSigned } from '#web/app/session.tsx'
import { count, list, semicolons } from '#api/words/lists.ts'
import { stampTitle } from '#web/ui/Plate.tsx'
import type { EntryId } from '#core/ids.ts'

type Line = readonly [name: string, words: string]

/** What lies open, waits, is dangerous, asked and proved, what others did since, and what is next: a name and its words each. */
function linesOf(view: EpisodeView, own: string, short: (at: string) => string): Line[] {
  const { episode } = view
  const off = [
    ...view.tray.map((t) => `${t.label} (${t.where})`),
    ...view.context.fasteners.filter((f) => f.off > f.on).map((f) => `${f.off - f.on} ${f.size}`),
    ...view.context.connectionsOff.map((c) => say('{connector} unplugged', { connector: c })),
  ]
  // What others wrote after this person's last line here.
  const last = view.rows.findLastIndex((r) => r.doneBy === own)
  const since = last < 0 ? [] : view.rows.slice(last + 1).filter((r) => !r.withdrawn)
  const others = [
    ...new Set(since.flatMap((r) => (r.doneBy ? (view.labels[`initials:${r.doneBy}`] ?? []) : []))),
  ]
  const lines: readonly (Line | undefined)[] = [
    [
      say('Off'),
      semicolons(
        off.join(', ') || say('nothing'),
        episode.lie && say('where it is: {lie}', { lie: episode.lie }),
      ),
    ],
    [say('Waiting'), view.waits.map((w) => w.what).join(', ') || say('nothing')],
    [say('Hazards'), view.context.hazards.map((h) => h.words).join(', ') || say('none written down for it')],
    view.cautions.length > 0
      ? [say('Of its type'), view.cautions.map((c) => stampTitle(c.hazard.kind)).join(', ')]
      : undefined,
    [say('Asked'), view.questions.map((q) => q.words).join(' · ') || say('nothing open')],
    [
      say('Proved'),
      view.lastProof
        ? say('{coverage}; oldest proof {at}', {
            coverage: coverageSentence(view.lastProof.coverage),
            at: short(view.lastProof.at),
          })
        : say('nothing yet'),
    ],
    since.length > 0
      ? [
          say('Since you'),
          others.length
            ? say('{entries} by {names}', {
                entries: count(since.length, 'entry', 'entries'),
                names: list(others),
              })
            : count(since.length, 'entry', 'entries'),
        ]
      : undefined,
    [say('Next'), episode.next || say('not said')],
  ]
  return lines.filter((line) => line !== undefined)
}

/** Coming back: five lines over the log; one key puts it away. */
export function Resume({ view }: { view: EpisodeView }) {
  const drafts = useDrafts()
  const write = useWrite()
  const { short } = useDates()
  const { me } = useSigned()
  const { episode } = view
  const lines = linesOf(view, me.party, short)
  return (
    <section aria-label={say('Coming back')} className="bg-next border-verdigris border-t-[3px] p-4">
      <h3 className="font-display text-18 mb-2 font-semibold">
        {say('Stopped {latest}', { latest: short(view.rows.at(-1)?.happenedAt.latest ?? episode.opened) })}
      </h3>
      <dl className="mb-3 grid grid-cols-[6rem_1fr] gap-y-1">
        {lines.map(([name, text]) => (
          <div key={name} className="contents">
            <dt className="text-quiet">{name}</dt>
            <dd>{text}</dd>
          </div>
        ))}
      </dl>
      <button
        type="button"
        autoFocus
        className="bg-verdigris text-on-verdigris min-h-10 rounded-sm px-5 font-bold"
        onClick={() =>
          void write(
            drafts([
              {
                episode: episode.id,
                body: {
                  kind: 'episode',
                  what: 'resumed',
                  machine: view.machine,
                  episode: episode.id as EntryId,
                },
              },
            ]),
          )
        }
      >
        {say('Go on')}
      </button>
    </section>
  )
}
