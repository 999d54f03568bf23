/** The working screen. The frame never scrolls: left what is off, centre the ruled sheet, right what stands in the way. */
import { say } from '#api/words/say.ts'
import { useEffect, useRef, useState, type RefObject } from 'react'
import { useParams, useSearchParams } from 'react-router'
import type { CheckName } from '#core/work/checks/index.ts'
import type { EpisodeView } from '#core/views/episode.ts'
import { wordsOf } from '#web/app/http.ts'
import { keysOn } from '#web/app/look.ts'
import type { Waiting } from '#web/app/outbox.ts'
import { useDates } from '#web/app/session.tsx'
import { HouseLink } from '#web/app/source.tsx'
import { lazily } from '#web/ui/lazily.tsx'
import { Composer } from './Composer.tsx'
import type { ComposerHandle } from './useLineActs.ts'
import { Dangers } from './Dangers.tsx'
import { EpisodeHead } from './EpisodeHead.tsx'
import { isThere, OpenSlip, useSlipsAhead, type Drawn, type Open } from './OpenSlip.tsx'
import { Resume } from './Resume.tsx'
import { Sheet } from './Sheet.tsx'
import { LeftSide, RightSide } from './Sides.tsx'
import { Slot } from './Slot.tsx'
import { useEpisode } from './useEpisode.ts'
import { useMeter } from './useMeter.ts'
import { Verbs } from './Verbs.tsx'

const WayInOffer = lazily(async () => (await import('./WayInOffer.tsx')).WayInOffer)

export function View() {
  const { id = '' } = useParams()
  const { view, error, waiting } = useEpisode(id)
  useEffect(() => {
    if (view)
      document.title = say('Episode {number}, {name}', { number: view.episode.number, name: view.plate.name })
  }, [view])
  if (error && !view) return <p className="p-8">{wordsOf(error)}</p>
  return view ? <Working key={view.episode.id} view={view} waiting={waiting} /> : null
}

type Side = 'left' | 'right'

function Working({ view, waiting }: { view: EpisodeView; waiting: readonly Waiting[] }) {
  const { short } = useDates()
  const composer = useRef<ComposerHandle>(null)
  const [side, setSide] = useState<Side>()
  const [past, setPast] = useState<CheckName>()
  useSlipsAhead()
  useBegunLine(composer)
  useLettersTo(composer)
  const slips = useSlips(view, composer)
  const { episode } = view
  const onLine = (line: string) => {
    setSide(undefined)
    composer.current?.set(line)
  }
  return (
    <main className="flex h-[calc(100dvh-var(--band)-var(--ring,0px)-var(--told,0px))] flex-col">
      <EpisodeHead
        view={view}
        onStop={() => slips.show({ slip: 'stop' })}
        onClose={() => slips.show({ slip: 'close' })}
      />
      <Dangers view={view} onLine={onLine} />
      <SideSwitch view={view} side={side} onSide={setSide} />
      <div className="grid min-h-0 flex-1 grid-cols-[256px_minmax(0,1fr)_304px] max-lg:grid-cols-1">
        <aside
          aria-label={say('Off, waiting, asked')}
          className={`overflow-auto ${side === 'left' ? '' : 'max-lg:hidden'}`}
          tabIndex={0}
        >
          <LeftSide view={view} onLine={onLine} onSort={(jot) => slips.show({ slip: 'sort', jot })} />
        </aside>
        <section
          aria-label={say('Episode')}
          className={`border-hair flex min-h-0 flex-col border-x ${side ? 'max-lg:hidden' : ''}`}
        >
          <h2 className="font-display text-18 bg-sheet px-3 pt-2.5 pb-1.5 font-semibold">
            {say('Episode {number}, {opened}: {title}', {
              number: episode.number,
              opened: short(episode.opened),
              title: episode.title,
            })}
          </h2>
          <Sheet view={view} waiting={waiting} />
          {slips.slip ? (
            <div className="bg-next border-verdigris max-h-[72%] shrink-0 overflow-auto border-t-[3px] px-3">
              {slips.slip}
            </div>
          ) : (
            <NextLine view={view} composer={composer} onLine={onLine} onPast={setPast} onOpen={slips.show} />
          )}
        </section>
        <aside
          aria-label={say('Before you go on')}
          className={`overflow-auto ${side === 'right' ? '' : 'max-lg:hidden'}`}
          tabIndex={0}
        >
          <RightSide
            view={view}
            moment={past ?? view.moment}
            onLine={onLine}
            onOverride={(check, rule) => slips.show({ slip: 'override', check: check.check, rule })}
          />
        </aside>
      </div>
    </main>
  )
}

/** The slip that is open, and how one opens: what was asked for at the bench, else what the address asks for. */
function useSlips(view: EpisodeView, composer: RefObject<ComposerHandle | null>) {
  const [params, setParams] = useSearchParams()
  const [shown, setShown] = useState<Open>()
  const [drawn, setDrawn] = useState<Drawn>({})
  const [answer, settle] = [params.get('answer'), params.get('settle')]
  const asked = [
    shown,
    answer === null ? undefined : { slip: 'answer' as const, question: answer },
    settle === null ? undefined : { slip: 'settle' as const, entry: settle },
  ]
  const open = asked.find((o) => isThere(view, o))
  // The line is not on screen while a slip is: it opens again with what the slip wrote.
  const pending = useRef<string>(undefined)
  useEffect(() => {
    if (shown || pending.current === undefined) return
    composer.current?.set(pending.current)
    pending.current = undefined
  }, [shown, composer])
  const slip = open && (
    <OpenSlip
      view={view}
      open={open}
      drawn={drawn}
      onDrawn={setDrawn}
      onLine={(line) => {
        pending.current = line
        setShown(undefined)
      }}
      onClose={() => (open === shown ? setShown(undefined) : setParams({}, { replace: true }))}
    />
  )
  return { slip, show: setShown }
}

/** A line that another view began. */
function useBegunLine(composer: RefObject<ComposerHandle | null>) {
  const [params, setParams] = useSearchParams()
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
  }, [begun, setParams, composer])
}

const typing = (target: EventTarget | null) =>
  target instanceof HTMLElement && /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName)

/** Any letter goes into the composer; a tag scanner works too. */
function useLettersTo(composer: RefObject<ComposerHandle | null>) {
  useEffect(() => {
    const key = (event: KeyboardEvent) => {
      const { ctrlKey, metaKey, altKey, target, key: pressed } = event
      if (ctrlKey || metaKey || altKey || typing(target) || !keysOn() || !/^[a-z]$/i.test(pressed)) return
      composer.current?.focus()
    }
    window.addEventListener('keydown', key)
    return () => window.removeEventListener('keydown', key)
  }, [composer])
}

/** Where there is no room for three columns, one of the sides opens in place of the sheet. */
function SideSwitch({
  view,
  side,
  onSide,
}: {
  view: EpisodeView
  side: Side | undefined
  onSide: (side: Side | undefined) => void
}) {
  const open = view.checks.find((c) => c.check === view.moment)?.unmet ?? 0
  return (
    <div className="border-line hidden shrink-0 border-b max-lg:flex">
      {(['left', 'right'] as const).map((which) => (
        <button
          key={which}
          type="button"
          aria-expanded={side === which}
          className="h-11 flex-1 px-3 font-bold"
          onClick={() => onSide(side === which ? undefined : which)}
        >
          {which === 'left'
            ? say('Off the machine {tray}', { tray: view.tray.length })
            : say('Open points {open}', { open })}
        </button>
      ))}
    </div>
  )
}

/** The next line of the sheet; closed or paused, what there is to do instead. */
function NextLine({
  view,
  composer,
  onLine,
  onPast,
  onOpen,
}: {
  view: EpisodeView
  composer: RefObject<ComposerHandle | null>
  onLine: (line: string) => void
  onPast: (check: CheckName | undefined) => void
  onOpen: (open: Open) => void
}) {
  const meter = useMeter(view.context)
  const { episode } = view
  if (episode.state === 'closed')
    return (
      <div className="bg-next border-hair max-h-[60%] shrink-0 overflow-auto border-t p-3">
        <p>
          {say('Closed. {next}', { next: episode.next && say('Next: {next}.', { next: episode.next }) })}{' '}
          <HouseLink className="act" to={`/machines/${view.machine}`}>
            {say('To the machine')}
          </HouseLink>
        </p>
        <WayInOffer view={view} />
      </div>
    )
  if (episode.state === 'paused') return <Resume view={view} />
  return (
    <>
      <Slot view={view} onLine={onLine} />
      <Composer
        context={view.context}
        meter={meter}
        handle={composer}
        onPast={onPast}
        onClose={() => onOpen({ slip: 'close' })}
      />
      <Verbs
        context={view.context}
        meter={meter}
        onLine={onLine}
        onGrid={(fn) => onOpen({ slip: 'grid', fn })}
        onTake={() => composer.current?.take()}
      />
    </>
  )
}
