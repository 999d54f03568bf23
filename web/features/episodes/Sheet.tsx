/** The ruled sheet: time · who · what · result, oldest above, and in the margin a bracket from test to test. */
import { say } from '#api/words/say.ts'
import { useEffect, useLayoutEffect, useRef, useState, type RefObject } from 'react'
import { bracketWords } from '#api/words/conclusions.ts'
import { useQuery } from '@tanstack/react-query'
import type { EpisodeView } from '#core/views/episode.ts'
import type { LogRow } from '#core/views/rows.ts'
import { keys } from '#web/app/keys.ts'
import { useSource } from '#web/app/source.tsx'
import { useParsed } from './useComposer.ts'
import { effectWords } from '#api/words/composer.ts'
import { problemWords } from '#api/words/composer-asks.ts'
import type { Waiting } from '#web/app/outbox.ts'
import { useDates } from '#web/app/session.tsx'
import { AmendSlip } from '#web/ui/AmendSlip.tsx'
import { SettleSlip } from '#web/ui/SettleSlip.tsx'
import { LogLine, useEntryWords } from '#web/ui/LogLine.tsx'

interface Placed {
  readonly top: number
  readonly bottom: number
  readonly lane: number
  readonly textTop: number
}

/**
 * Brackets get lanes so that two that overlap do not cross; their words stand in the middle, moved down where they would
 * cover those above. Heights are measured, since words wrap.
 */
function placeBrackets(view: EpisodeView, list: HTMLElement, margin: HTMLElement): (Placed | undefined)[] {
  const topOf = (id: string | null) => {
    if (id === null) return 0
    const row = list.querySelector<HTMLElement>(`#entry-${CSS.escape(id)}`)
    return row ? row.offsetTop + 16 : undefined
  }
  const spans = view.brackets
    .map((bracket, i) => ({ i, top: topOf(bracket.from), bottom: topOf(bracket.to) }))
    .filter(
      (s): s is { i: number; top: number; bottom: number } => s.top !== undefined && s.bottom !== undefined,
    )
  const ends: number[] = []
  const placed: (Placed | undefined)[] = view.brackets.map(() => undefined)
  let free = 0
  for (const { i, top, bottom } of spans.sort((a, b) => a.bottom - b.bottom || a.top - b.top)) {
    let lane = ends.findIndex((end) => end <= top)
    if (lane < 0) lane = ends.length
    ends[lane] = bottom
    const height = margin.querySelector<HTMLElement>(`[data-bracket="${i}"]`)?.offsetHeight ?? 48
    const textTop = Math.max(free, Math.min((top + bottom) / 2 - height / 2, bottom - 14))
    free = textTop + height + 8
    placed[i] = { top, bottom, lane: Math.min(lane, 2), textTop }
  }
  return placed
}

export function Sheet({ view, waiting }: { view: EpisodeView; waiting: readonly Waiting[] }) {
  const { clock } = useDates()
  // What a simulated machine answered stands.
  const { practice } = useSource()
  const list = useRef<HTMLOListElement>(null)
  const margin = useRef<HTMLUListElement>(null)
  const scroller = useRef<HTMLDivElement>(null)
  const [placed, setPlaced] = useState<readonly (Placed | undefined)[]>([])
  const [open, setOpen] = useState<string>()
  const names = { labels: view.labels, machine: view.machine }
  const words = useEntryWords(names)
  // Folded on the device, what waits stands in its place; what it could not be folded into stands below.
  const unsent = new Set<string>(waiting.map((w) => w.draft.id))
  const apart = waiting.filter((w) => !view.rows.some((row) => row.id === w.draft.id))
  const count = view.rows.length + apart.length
  useLayoutEffect(() => {
    const element = list.current
    const words = margin.current
    if (!element || !words) return
    const place = () => setPlaced(placeBrackets(view, element, words))
    place()
    const observer = new ResizeObserver(place)
    observer.observe(element)
    return () => observer.disconnect()
  }, [view, open])
  useNewestInSight({ scroller, count })

  return (
    <div
      ref={scroller}
      className="bg-sheet min-h-24 flex-1 overflow-auto px-3"
      tabIndex={0}
      role="log"
      aria-live="off"
      aria-label={say('The log of this episode')}
    >
      <div
        className={`relative grid gap-x-2 max-md:grid-cols-1 ${view.brackets.length > 0 ? 'grid-cols-[minmax(0,1fr)_188px]' : ''}`}
      >
        <ol ref={list} className="min-w-0">
          {view.rows.map((row) => (
            <LogLine
              key={row.id}
              row={row}
              unsent={unsent.has(row.id)}
              names={names}
              day={row.happenedAt.latest.slice(0, 10) !== view.episode.opened.slice(0, 10)}
              onAct={
                practice || row.body.kind === 'settle'
                  ? undefined
                  : () => setOpen(open === row.id ? undefined : row.id)
              }
              actLabel={row.contested ? say('Settle') : say('Correct')}
            >
              {open === row.id &&
                (row.contested ? (
                  <SettleSlip row={row} onClose={() => setOpen(undefined)} />
                ) : (
                  <Restate row={row} view={view} onClose={() => setOpen(undefined)} />
                ))}
            </LogLine>
          ))}
          {apart.map(({ draft, refused }) => (
            <li
              key={draft.id}
              className="border-hair border-l-line grid min-h-8 grid-cols-[3.4rem_1fr] items-baseline gap-x-2 border-b border-l-4 border-l-dashed py-1.5 pl-1"
            >
              <span className="num text-quiet">{clock(draft.happenedAt.latest)}</span>
              <span>
                {words(draft.body).what} <span className="text-quiet">{refused ?? say('not sent yet')}</span>
              </span>
            </li>
          ))}
        </ol>
        <Brackets margin={margin} view={view} placed={placed} />
      </div>
    </div>
  )
}

/** What was concluded, beside the lines that it follows from. */
function Brackets({
  margin,
  view,
  placed,
}: {
  margin: RefObject<HTMLUListElement | null>
  view: EpisodeView
  placed: readonly (Placed | undefined)[]
}) {
  const { when } = useDates()
  return (
    <ul ref={margin} aria-label={say('Conclusions')} className="relative max-md:mt-4">
      {view.brackets.map((bracket, i) => {
        const at = placed[i] ?? { top: 0, bottom: 0, lane: 0, textTop: 0 }
        const said = bracketWords(bracket, when)
        const left = 2 + at.lane * 6
        return (
          <li
            key={`${bracket.to}${bracket.functions.join()}`}
            className={`max-md:mb-2 ${placed[i] ? '' : 'invisible'} ${said.strong ? 'text-copper' : 'text-ink'}`}
          >
            <span
              aria-hidden="true"
              className="absolute w-2 border-y-2 border-r-2 border-current max-md:hidden"
              style={{ top: at.top, height: Math.max(6, at.bottom - at.top), left }}
            />
            <div
              data-bracket={i}
              className="absolute max-md:static"
              style={{ top: at.textTop, left: 26, right: 0 }}
            >
              <strong className="text-13 block leading-tight">{said.title}</strong>
              <span className="text-13 block leading-tight">{said.detail}</span>
            </div>
          </li>
        )
      })}
    </ul>
  )
}

function useNewestInSight({
  scroller,
  count,
}: {
  scroller: RefObject<HTMLDivElement | null>
  count: number
}) {
  useEffect(() => {
    const element = scroller.current
    if (element) element.scrollTop = element.scrollHeight
  }, [scroller, count])
  // The newest lines stay in sight when the line below grows or a keyboard comes up, unless somebody reads further up.
  useEffect(() => {
    const element = scroller.current
    if (!element) return undefined
    let atEnd = true
    const scrolled = () => {
      atEnd = element.scrollHeight - element.scrollTop - element.clientHeight < 24
    }
    const observer = new ResizeObserver(() => {
      if (atEnd) element.scrollTop = element.scrollHeight
    })
    element.addEventListener('scroll', scrolled)
    observer.observe(element)
    return () => {
      element.removeEventListener('scroll', scrolled)
      observer.disconnect()
    }
  }, [scroller])
  return {}
}

/** A correction is read in the light of what was known just before the entry: its slot was still empty then. */
function Restate({ row, view, onClose }: { row: LogRow; view: EpisodeView; onClose: () => void }) {
  const { zone, when } = useDates()
  const source = useSource()
  const [line, setLine] = useState('')
  const before = useQuery({
    queryKey: keys.contextBefore(view.episode.id, row.id),
    queryFn: () => source.get('/episodes/:id/context', { id: view.episode.id, before: row.id }),
  })
  const { parsed } = useParsed(line, before.data ?? view.context, zone, row.doneBy, row.recordedAt)
  const entry = parsed.ok ? parsed.entries.find((e) => e.body.kind === row.body.kind) : undefined
  const says = parsed.ok
    ? entry
      ? parsed.effects.map((e) => effectWords(e, when).text).join(' ')
      : say('A correction stays of the same kind. Take the entry back and write another one.')
    : 'problem' in parsed
      ? problemWords(parsed.problem, zone)
      : say('Looking it up …')
  return <AmendSlip row={row} onClose={onClose} restating={{ line, setLine, body: entry?.body, says }} />
}
