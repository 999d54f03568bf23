/** What goes on paper, black on white: the episode's sheet, the tray, the label inside the case, the Do not power tag. */
import { told } from '#web/ui/told.tsx'
import { say, shown } from '#api/words/say.ts'
import { useQuery } from '@tanstack/react-query'
import { Link, useParams } from 'react-router'
import type { SheetAnswer } from '#api/entries.ts'
import { list } from '#api/words/lists.ts'
import type { SheetSection } from '#api/words/sheet.ts'
import type { EpisodeView } from '#core/views/episode.ts'
import { keys } from '#web/app/keys.ts'
import { get, wordsOf } from '#web/app/http.ts'
import { useDates, useSigned } from '#web/app/session.tsx'
import { Face } from '#web/ui/Face.tsx'
import { Code } from '#web/ui/Code.tsx'
import { MainButton } from '#web/ui/Forms.tsx'

const papers = {
  sheet: say('Episode sheet'),
  tray: say('Tray sheet'),
  label: say('Label inside the case'),
  ribbon: say('Pull ribbons'),
  'do-not-power': say('Do not power tag'),
} as const
type Paper = keyof typeof papers

export function View() {
  const { id = '', what = 'sheet' } = useParams()
  const paper: Paper = what in papers ? (what as Paper) : 'sheet'
  const episode = useQuery({
    queryKey: keys.episode(id),
    queryFn: () => get('/episodes/:id', { id }),
    retry: false,
  })
  const sheet = useQuery({
    queryKey: keys.episodeSheet(id),
    queryFn: () => get('/episodes/:id/sheet', { id }),
    retry: false,
    enabled: paper === 'sheet' || paper === 'label',
  })
  const view = episode.data
  if (episode.error && !view) return <p className="p-8">{wordsOf(episode.error)}</p>
  if (!view) return null
  return (
    <main className="mx-auto w-full max-w-5xl p-6">
      <div className="noprint mb-4 flex flex-wrap items-center gap-x-5 gap-y-2">
        <Link className="act" to={`/episodes/${id}`}>
          {say('Back to the episode')}
        </Link>
        <nav aria-label={say('Papers')} className="mr-auto flex flex-wrap gap-x-5">
          {(Object.keys(papers) as Paper[]).map((p) => (
            <Link
              key={p}
              to={`/episodes/${id}/print/${p}`}
              replace
              aria-current={p === paper ? 'page' : undefined}
              className={p === paper ? 'border-verdigris border-b-2 font-bold' : 'text-quiet hover:text-ink'}
            >
              {papers[p]}
            </Link>
          ))}
        </nav>
        {paper === 'sheet' && (
          <>
            <a className="act" href={`/api/episodes/${id}/sheet?as=csv`} download>
              {say('Table')}
            </a>
            <a className="act" href={`/api/episodes/${id}/sheet?as=md`} download>
              {say('Markdown')}
            </a>
          </>
        )}
        <MainButton onClick={() => window.print()}>{say('Print')}</MainButton>
      </div>
      <article
        className="mx-auto max-w-3xl border border-black bg-white p-8 text-black"
        aria-label={papers[paper]}
      >
        {paper === 'ribbon' ? (
          <Ribbons view={view} />
        ) : paper === 'tray' ? (
          <Tray view={view} />
        ) : paper === 'do-not-power' ? (
          <DoNotPower view={view} />
        ) : sheet.data ? (
          paper === 'label' ? (
            <CaseLabel view={view} sheet={sheet.data} />
          ) : (
            <EpisodeSheet view={view} sheet={sheet.data} />
          )
        ) : (
          <p>{sheet.error ? wordsOf(sheet.error) : ''}</p>
        )}
      </article>
    </main>
  )
}

function Head({ view, title }: { view: EpisodeView; title: string }) {
  const { house } = useSigned()
  const { day } = useDates()
  return (
    <header className="mb-5 flex items-start justify-between gap-6">
      <div>
        <h1 className="font-display text-24 font-semibold">{title}</h1>
        <p>
          {view.plate.name} <span className="num">{view.plate.number}</span>
        </p>
        <p>
          {house.name}, <span className="num">{day(view.now)}</span>
        </p>
      </div>
      <div className="flex items-start gap-3">
        <Face machine={view.machine} plate={view.plate} px={84} />
        <Code text={view.plate.number} px={84} />
      </div>
    </header>
  )
}

function EpisodeSheet({ view, sheet }: { view: EpisodeView; sheet: SheetAnswer }) {
  return (
    <>
      <Head
        view={view}
        title={say('Episode {number}: {title}', { number: view.episode.number, title: view.episode.title })}
      />
      {sheet.sections.map((s) => (
        <section key={s.key} className="mb-4 break-inside-avoid">
          <h2 className="border-b border-black font-bold">{shown(s.title)}</h2>
          <ul>
            {s.lines.map((line, i) => (
              <li key={i} className="py-0.5">
                {line}
              </li>
            ))}
          </ul>
        </section>
      ))}
    </>
  )
}

function Tray({ view }: { view: EpisodeView }) {
  const screws = view.context.fasteners.filter((f) => f.off > f.on)
  const nothing = view.tray.length + screws.length + view.context.connectionsOff.length === 0
  return (
    <>
      <Head view={view} title={say('Off the machine')} />
      {nothing && <p>{say('Nothing is recorded as off.')}</p>}
      <table className="w-full text-left">
        <tbody>
          {view.tray.map((item) => (
            <tr key={item.id} className="border-b border-black align-top">
              <td className="py-1 pr-4 font-bold">{item.label}</td>
              <td className="py-1 pr-4">{item.where}</td>
              <td className="py-1">{say('from {from}', { from: item.from })}</td>
            </tr>
          ))}
          {screws.map((f) => (
            <tr key={f.size} className="border-b border-black align-top">
              <td className="py-1 pr-4 font-bold">
                <span className="num">{f.off - f.on}</span> × <span className="num">{f.size}</span>
              </td>
              <td className="py-1 pr-4">{list(f.cups) || say('no cup said')}</td>
              <td className="py-1">
                {say('of')} <span className="num">{f.off}</span> {say('counted out')}
              </td>
            </tr>
          ))}
          {view.context.connectionsOff.map((c) => (
            <tr key={c} className="border-b border-black">
              <td className="num py-1 pr-4 font-bold">{c}</td>
              <td className="py-1 pr-4">{say('unplugged')}</td>
              <td />
            </tr>
          ))}
        </tbody>
      </table>
    </>
  )
}

/** Small enough to lie inside: what the next person who opens it should know. */
function CaseLabel({ view, sheet }: { view: EpisodeView; sheet: SheetAnswer }) {
  const { day } = useDates()
  const section = (key: SheetSection['key']) => sheet.sections.find((s) => s.key === key)?.lines ?? []
  const lines = [
    ...section('parts in'),
    ...section('later').map((l) => say('Left: {l}', { l })),
    ...section('next').map((l) => say('Next: {l}', { l })),
  ]
  return (
    <div className="text-13 mx-auto w-[90mm] border border-black p-[4mm] leading-snug">
      <div className="mb-2 flex items-start justify-between gap-3">
        <div>
          <strong className="font-display text-15 block">{view.plate.name}</strong>
          <span className="num">{view.plate.number}</span>
          <span className="block">
            {told('Worked on {day}, episode {number}', {
              day: <span className="num">{day(view.now)}</span>,
              number: view.episode.number,
            })}
          </span>
        </div>
        <Face machine={view.machine} plate={view.plate} px={56} className="shrink-0" />
        <Code text={view.plate.number} px={56} />
      </div>
      <ul>
        {lines.length === 0 && <li>{say('No part was put in during this episode.')}</li>}
        {lines.slice(0, 8).map((line, i) => (
          <li key={i}>{line}</li>
        ))}
      </ul>
      {view.context.hazards.map((h) => (
        <p key={h.entry} className="mt-2 border-2 border-black p-1 font-bold">
          {h.words}
        </p>
      ))}
      <p className="mt-2">{list(view.people)}</p>
    </div>
  )
}

/** One strip for each part that went in: under a module, so that the next person finds it without prising. */
function Ribbons({ view }: { view: EpisodeView }) {
  const { day } = useDates()
  const went = new Map<string, { readonly label: string; readonly at: string }>()
  for (const { body, happenedAt, withdrawn, contested } of view.rows) {
    if (body.kind !== 'move' || withdrawn || contested) continue
    for (const { part, to } of body.legs)
      if ((to.in.kind === 'machine' || to.in.kind === 'assembly') && to.position !== undefined)
        went.set(to.position, { label: view.labels[part] ?? say('a part'), at: happenedAt.latest })
  }
  if (went.size === 0)
    return <p>{say('No part went into it in this episode, so there is no ribbon to lay.')}</p>
  return (
    <ul className="space-y-3">
      {[...went].map(([position, { label, at }]) => (
        <li
          key={position}
          className="flex h-[12mm] w-[160mm] items-center gap-4 border border-black px-[3mm] break-inside-avoid"
        >
          <strong className="border-r-2 border-black pr-3">{say('pull here')}</strong>
          <span className="num font-bold">{position}</span>
          <span className="min-w-0 flex-1 truncate">{label}</span>
          <span className="num">{day(at)}</span>
          <span className="num">{view.plate.number}</span>
        </li>
      ))}
    </ul>
  )
}

function DoNotPower({ view }: { view: EpisodeView }) {
  const { day } = useDates()
  const { me } = useSigned()
  const barred = view.status.word === 'do not power'
  return (
    <div className="mx-auto w-[120mm] border-[3mm] border-black p-[6mm] text-center">
      {barred ? (
        <>
          <h1 className="font-display text-34 font-semibold">{say('Do not power')}</h1>
          <p className="text-18 my-3">
            {view.plate.name} <span className="num block">{view.plate.number}</span>
          </p>
          <ul className="text-18 my-4 font-bold">
            {view.context.hazards.map((h) => (
              <li key={h.entry}>{h.words}</li>
            ))}
          </ul>
          <p>
            <span className="num">{day(view.now)}</span>, {me.name}
          </p>
          <p className="mt-2">{say('It comes off when the record says that this is over, and by whom.')}</p>
          <div className="mt-4 flex justify-center">
            <Code text={view.plate.number} px={96} />
          </div>
        </>
      ) : (
        <p className="text-18">
          {say(
            'No hazard bars power on the record of this machine. This tag is for machines that have one: write “hazard” and what it is.',
          )}
        </p>
      )}
    </div>
  )
}
