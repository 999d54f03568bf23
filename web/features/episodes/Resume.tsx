/** An episode that was left: where things lie, and going on with it. */
import { say } from '#api/words/say.ts'
import { coverageSentence } from '#api/words/status.ts'
import type { EpisodeView } from '#core/views/episode.ts'
import { useDrafts, useWrite, useDates, useSigned } from '#web/app/session.tsx'
import { count, list } from '#api/words/lists.ts'
import { stampTitle } from '#web/ui/Plate.tsx'
import type { EntryId } from '#core/ids.ts'

/** Coming back: five lines over the log; one key puts it away. */
export function Resume({ view }: { view: EpisodeView }) {
  const drafts = useDrafts()
  const write = useWrite()
  const { short } = useDates()
  const { me } = useSigned()
  const { episode } = view
  const off = [
    ...view.tray.map((t) => `${t.label} (${t.where})`),
    ...view.context.fasteners.filter((f) => f.off > f.on).map((f) => `${f.off - f.on} ${f.size}`),
    ...view.context.connectionsOff.map((c) => `${c} unplugged`),
  ]
  // What others wrote after this person's last line here.
  const last = view.rows.findLastIndex((r) => r.doneBy === me.party)
  const since = last < 0 ? [] : view.rows.slice(last + 1).filter((r) => !r.withdrawn)
  const others = [
    ...new Set(since.flatMap((r) => (r.doneBy ? (view.labels[`initials:${r.doneBy}`] ?? []) : []))),
  ]
  const lines: [string, string][] = [
    ['Off', `${off.join(', ') || 'nothing'}${episode.lie ? `; lies: ${episode.lie}` : ''}`],
    ['Waiting', view.waits.map((w) => w.what).join(', ') || 'nothing'],
    ['Hazards', view.context.hazards.map((h) => h.words).join(', ') || 'none written down for it'],
    ...(view.cautions.length > 0
      ? [['Of its type', view.cautions.map((c) => stampTitle(c.hazard.kind)).join(', ')] as [string, string]]
      : []),
    ['Asked', view.questions.map((q) => q.words).join(' · ') || 'nothing open'],
    [
      'Proved',
      view.lastProof
        ? `${coverageSentence(view.lastProof.coverage)}; oldest proof ${short(view.lastProof.at)}`
        : 'nothing yet',
    ],
    ...(since.length > 0
      ? [
          [
            'Since you',
            `${count(since.length, 'entry', 'entries')}${others.length ? ` by ${list(others)}` : ''}`,
          ] as [string, string],
        ]
      : []),
    ['Next', episode.next || 'not said'],
  ]
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
