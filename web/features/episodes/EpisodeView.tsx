/** The working screen. The frame never scrolls: left what is off, centre the ruled sheet, right what stands in the way. */
import { lazily } from '#web/ui/lazily.tsx'
import type { JotRow, EpisodeView } from '#core/views/episode.ts'
import { useParams, useSearchParams } from 'react-router'
import { useEpisode } from './useEpisode.ts'
import { useEffect, useRef, useState } from 'react'
import { wordsOf } from '#web/app/http.ts'
import type { Waiting } from '#web/app/outbox.ts'
import { useSigned, useDates } from '#web/app/session.tsx'
import { type ComposerHandle, Composer } from './Composer.tsx'
import type { CheckName } from '#core/work/checks/index.ts'
import { type Marks, GridSlip, noMarks } from './GridSlip.tsx'
import { useMeter } from './useMeter.ts'
import { keysOn } from '#web/app/look.ts'
import { HouseLink, useSource } from '#web/app/source.tsx'
import { SortSlip } from './Jots.tsx'
import { AnswerSlip, SettleSlip } from '#web/ui/AmendSlip.tsx'
import { statusTitle } from '#api/words/status.ts'
import { stampTitle } from '#web/ui/Plate.tsx'
import { Dangers } from './Dangers.tsx'
import { LeftSide, RightSide } from './Sides.tsx'
import { Sheet } from './Sheet.tsx'
import { Resume } from './Resume.tsx'
import { Slot } from './Slot.tsx'
import { Verbs } from './Verbs.tsx'
import { StatusMark } from '#web/ui/Marks.tsx'

const WayInOffer = lazily(async () => (await import('./WayInOffer.tsx')).WayInOffer)
const ClosingSlip = lazily(async () => (await import('./ClosingSlip.tsx')).ClosingSlip)

const StopSlip = lazily(async () => (await import('./ClosingSlip.tsx')).StopSlip)

const OverrideSlip = lazily(async () => (await import('./ClosingSlip.tsx')).OverrideSlip)

type Open =
  | { readonly slip: 'sort'; readonly jot: JotRow }
  | { readonly slip: 'grid'; readonly fn: string }
  | { readonly slip: 'close' }
  | { readonly slip: 'stop' }
  | { readonly slip: 'override'; readonly check: string; readonly rule: string }
  | undefined

export function View() {
  const { id = '' } = useParams()
  const { view, error, waiting } = useEpisode(id)
  useEffect(() => {
    if (view) document.title = `Episode ${view.episode.number}, ${view.plate.name}`
  }, [view])
  if (error && !view) return <p className="p-8">{wordsOf(error)}</p>
  return view ? <Working key={view.episode.id} view={view} waiting={waiting} /> : null
}

const typing = (target: EventTarget | null) =>
  target instanceof HTMLElement && /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName)

function Working({ view, waiting }: { view: EpisodeView; waiting: readonly Waiting[] }) {
  const { me } = useSigned()
  const { practice } = useSource()
  const { short } = useDates()
  const composer = useRef<ComposerHandle>(null)
  useEffect(() => {
    for (const slip of [ClosingSlip, StopSlip, OverrideSlip]) slip.ahead()
  }, [])
  const [params, setParams] = useSearchParams()
  const [open, setOpen] = useState<Open>()
  const [side, setSide] = useState<'left' | 'right'>()
  const [past, setPast] = useState<CheckName>()
  // Marks that were drawn and not written yet outlive the slip they were drawn on.
  const [drawn, setDrawn] = useState<Readonly<Record<string, Marks>>>({})
  const meter = useMeter(view.context)
  const { episode } = view
  const closed = episode.state === 'closed'
  const closing = view.checks.find((c) => c.check === 'closing')
  const onLine = (line: string) => {
    setSide(undefined)
    composer.current?.set(line)
  }
  // A line that another view began.
  const begun = params.get('line')
  useEffect(() => {
    if (begun === null) return
    composer.current?.set(begun)
    composer.current?.focus()
    setParams(
      (old) => {
        old.delete('line')
        return old
      },
      { replace: true },
    )
  }, [begun, setParams])

  // Any letter goes into the composer; a tag scanner works too.
  useEffect(() => {
    const key = (event: KeyboardEvent) => {
      if (
        event.ctrlKey ||
        event.metaKey ||
        event.altKey ||
        typing(event.target) ||
        !keysOn() ||
        !/^[a-z]$/i.test(event.key)
      )
        return
      composer.current?.focus()
    }
    window.addEventListener('keydown', key)
    return () => window.removeEventListener('keydown', key)
  }, [])

  // While it is being sorted it stays open, though the list of the unsorted has let it go.
  const sorting =
    open?.slip === 'sort' ? (view.jots.find((j) => j.entry === open.jot.entry) ?? open.jot) : undefined
  const settled = () => setParams({}, { replace: true })
  const question = view.questions.find((q) => q.entry === params.get('answer'))
  const contested = view.rows.find((r) => r.id === params.get('settle') && r.contested)
  const grid =
    open?.slip === 'grid' ? view.context.functions.find((f) => f.name === open.fn)?.grid : undefined
  // The line is not on screen while a slip is: it opens again with what the slip wrote.
  const pending = useRef<string>(undefined)
  useEffect(() => {
    if (open || pending.current === undefined) return
    composer.current?.set(pending.current)
    pending.current = undefined
  }, [open])
  const slip =
    open?.slip === 'grid' && grid ? (
      <GridSlip
        fn={open.fn}
        grid={grid}
        context={view.context}
        marks={drawn[open.fn] ?? noMarks}
        onMarks={(change) => setDrawn((old) => ({ ...old, [open.fn]: change(old[open.fn] ?? noMarks) }))}
        onLine={(line) => {
          pending.current = line
          setDrawn({ ...drawn, [open.fn]: noMarks })
          setOpen(undefined)
        }}
        onClose={() => setOpen(undefined)}
      />
    ) : open?.slip === 'close' ? (
      <ClosingSlip view={view} onClose={() => setOpen(undefined)} />
    ) : open?.slip === 'stop' ? (
      <StopSlip view={view} onClose={() => setOpen(undefined)} />
    ) : open?.slip === 'override' ? (
      <OverrideSlip
        view={view}
        check={open.check}
        rule={open.rule}
        role={me.role}
        onClose={() => setOpen(undefined)}
      />
    ) : sorting ? (
      <SortSlip key={sorting.entry} view={view} jot={sorting} onClose={() => setOpen(undefined)} />
    ) : question ? (
      <AnswerSlip
        question={question.entry}
        machine={view.machine}
        episode={episode.id}
        words={question.words}
        onClose={settled}
      />
    ) : contested ? (
      <SettleSlip row={contested} onClose={settled} />
    ) : null

  return (
    <main className="flex h-[calc(100dvh-var(--band)-var(--ring,0px)-var(--told,0px))] flex-col">
      <header className="bg-plate text-lettering flex min-h-12 shrink-0 items-center gap-4 px-4 max-sm:flex-wrap max-sm:gap-y-1 max-sm:py-2">
        <h1 className="font-display text-18 min-w-0 truncate font-semibold max-sm:basis-full">
          <HouseLink to={`/machines/${view.machine}`} className="hover:underline">
            {view.plate.name}
          </HouseLink>
        </h1>
        <span className="num text-plate-label whitespace-nowrap">{view.plate.number}</span>
        <span className="text-18 mr-auto ml-2 flex min-w-0 items-center gap-2 font-bold whitespace-nowrap [&_svg]:text-current">
          <StatusMarkOnPlate view={view} />
          {statusTitle(view.status)}
        </span>
        <ul className="ml-auto flex gap-2 max-xl:hidden">
          {view.plate.stamps.map((s) => (
            <li
              key={s.kind}
              title={s.words}
              className="border-stamp text-stamp rounded-sm border-2 px-2 font-bold whitespace-nowrap"
            >
              {stampTitle(s.kind)}
            </li>
          ))}
        </ul>
        <span className="num text-13 ml-auto whitespace-nowrap max-lg:sr-only xl:ml-4">
          {view.people.length ? `${view.people.join(', ')} here` : ''}
        </span>
        {!practice && (
          <HouseLink
            to={`/episodes/${episode.id}/print/sheet`}
            className="ml-3 font-bold whitespace-nowrap underline-offset-4 hover:underline max-md:hidden"
          >
            Papers
          </HouseLink>
        )}
        {!closed && !practice && (
          <>
            <button
              type="button"
              className="border-plate-label max-sm:text-13 h-8 rounded-sm border px-3 font-bold whitespace-nowrap hover:border-current max-sm:px-2 pointer-coarse:h-11"
              onClick={() => setOpen({ slip: 'stop' })}
            >
              Stop for today
            </button>
            <button
              type="button"
              className="border-plate-label max-sm:text-13 h-8 rounded-sm border px-3 font-bold whitespace-nowrap hover:border-current max-sm:px-2 pointer-coarse:h-11"
              onClick={() => setOpen({ slip: 'close' })}
            >
              Close
              {closing && closing.unmet > 1 && (
                <span className="max-sm:sr-only">{` (${closing.unmet} open points)`}</span>
              )}
            </button>
          </>
        )}
      </header>
      <Dangers view={view} onLine={onLine} />
      <div className="border-line hidden shrink-0 border-b max-lg:flex">
        {(['left', 'right'] as const).map((which) => (
          <button
            key={which}
            type="button"
            aria-expanded={side === which}
            className="h-11 flex-1 px-3 font-bold"
            onClick={() => setSide(side === which ? undefined : which)}
          >
            {which === 'left'
              ? `Off the machine ${view.tray.length}`
              : `Open points ${view.checks.find((c) => c.check === view.moment)?.unmet ?? 0}`}
          </button>
        ))}
      </div>
      <div className="grid min-h-0 flex-1 grid-cols-[256px_minmax(0,1fr)_304px] max-lg:grid-cols-1">
        <aside
          aria-label="Off, waiting, asked"
          className={`overflow-auto ${side === 'left' ? '' : 'max-lg:hidden'}`}
          tabIndex={0}
        >
          <LeftSide view={view} onLine={onLine} onSort={(jot) => setOpen({ slip: 'sort', jot })} />
        </aside>
        <section
          aria-label="Episode"
          className={`border-hair flex min-h-0 flex-col border-x ${side ? 'max-lg:hidden' : ''}`}
        >
          <h2 className="font-display text-18 bg-sheet px-3 pt-2.5 pb-1.5 font-semibold">{`Episode ${episode.number}, ${short(episode.opened)}: ${episode.title}`}</h2>
          <Sheet view={view} waiting={waiting} />
          {slip ? (
            <div className="bg-next border-verdigris max-h-[72%] shrink-0 overflow-auto border-t-[3px] px-3">
              {slip}
            </div>
          ) : closed ? (
            <div className="bg-next border-hair max-h-[60%] shrink-0 overflow-auto border-t p-3">
              <p>
                Closed. {episode.next && `Next: ${episode.next}.`}{' '}
                <HouseLink className="act" to={`/machines/${view.machine}`}>
                  To the machine
                </HouseLink>
              </p>
              <WayInOffer view={view} />
            </div>
          ) : episode.state === 'paused' ? (
            <Resume view={view} />
          ) : (
            <>
              <Slot view={view} onLine={onLine} />
              <Composer
                context={view.context}
                meter={meter}
                handle={composer}
                onPast={setPast}
                onClose={() => setOpen({ slip: 'close' })}
              />
              <Verbs
                context={view.context}
                meter={meter}
                onLine={onLine}
                onGrid={(fn) => setOpen({ slip: 'grid', fn })}
                onTake={() => composer.current?.take()}
              />
            </>
          )}
        </section>
        <aside
          aria-label="Before you go on"
          className={`overflow-auto ${side === 'right' ? '' : 'max-lg:hidden'}`}
          tabIndex={0}
        >
          <RightSide
            view={view}
            moment={past ?? view.moment}
            onLine={onLine}
            onOverride={(check, rule) => setOpen({ slip: 'override', check: check.check, rule })}
          />
        </aside>
      </div>
    </main>
  )
}

/** On the dark plate the marks take the plate's lettering. */
function StatusMarkOnPlate({ view }: { view: EpisodeView }) {
  return (
    <span className="text-lettering [&>svg]:text-lettering">
      <StatusMark status={view.status.word} size={18} />
    </span>
  )
}
