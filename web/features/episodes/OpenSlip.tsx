/** The slip that is open over the line: sorting, a grid, closing, stopping, an override, an answer, a settlement. */
import { useEffect } from 'react'
import type { EpisodeView, JotRow } from '#core/views/episode.ts'
import { useSigned } from '#web/app/session.tsx'
import { AnswerSlip } from '#web/ui/AmendSlip.tsx'
import { SettleSlip } from '#web/ui/SettleSlip.tsx'
import { lazily } from '#web/ui/lazily.tsx'
import { GridSlip, noMarks, type Marks } from './GridSlip.tsx'
import { SortSlip } from './Jots.tsx'

const ClosingSlip = lazily(async () => (await import('./ClosingSlip.tsx')).ClosingSlip)
const StopSlip = lazily(async () => (await import('./ClosingSlip.tsx')).StopSlip)
const OverrideSlip = lazily(async () => (await import('./ClosingSlip.tsx')).OverrideSlip)

/** What closes an episode is fetched ahead, so that nothing typed at once is lost. */
export const useSlipsAhead = () =>
  useEffect(() => {
    for (const slip of [ClosingSlip, StopSlip, OverrideSlip]) slip.ahead()
  }, [])

/** What somebody opened, or the address asks for. */
export type Open =
  | { readonly slip: 'sort'; readonly jot: JotRow }
  | { readonly slip: 'grid'; readonly fn: string }
  | { readonly slip: 'close' }
  | { readonly slip: 'stop' }
  | { readonly slip: 'override'; readonly check: string; readonly rule: string }
  | { readonly slip: 'answer'; readonly question: string }
  | { readonly slip: 'settle'; readonly entry: string }

/** Marks that were drawn and not written yet, by function: they outlive the slip they were drawn on. */
export type Drawn = Readonly<Record<string, Marks>>

export function OpenSlip({
  view,
  open,
  drawn,
  onDrawn,
  onLine,
  onClose,
}: {
  view: EpisodeView
  open: Open
  drawn: Drawn
  onDrawn: (change: (old: Drawn) => Drawn) => void
  /** A line that a slip wrote, and the slip closes. */
  onLine: (line: string) => void
  onClose: () => void
}) {
  const { me } = useSigned()
  const shared = { view, onClose }
  switch (open.slip) {
    case 'grid': {
      const { fn } = open
      const grid = view.context.functions.find((f) => f.name === fn)?.grid
      return grid ? (
        <GridSlip
          fn={fn}
          grid={grid}
          context={view.context}
          marks={drawn[fn] ?? noMarks}
          onMarks={(change) => onDrawn((old) => ({ ...old, [fn]: change(old[fn] ?? noMarks) }))}
          onLine={(line) => {
            onDrawn((old) => ({ ...old, [fn]: noMarks }))
            onLine(line)
          }}
          onClose={onClose}
        />
      ) : null
    }
    case 'close':
      return <ClosingSlip {...shared} />
    case 'stop':
      return <StopSlip {...shared} />
    case 'override':
      return <OverrideSlip {...shared} check={open.check} rule={open.rule} role={me.role} />
    case 'sort': {
      // While it is being sorted it stays open, though the list of the unsorted has let it go.
      const jot = view.jots.find((j) => j.entry === open.jot.entry) ?? open.jot
      return <SortSlip key={jot.entry} {...shared} jot={jot} />
    }
    case 'answer': {
      const question = view.questions.find((q) => q.entry === open.question)
      return question ? (
        <AnswerSlip
          question={question.entry}
          machine={view.machine}
          episode={view.episode.id}
          words={question.words}
          onClose={onClose}
        />
      ) : null
    }
    case 'settle': {
      const row = view.rows.find((r) => r.id === open.entry && r.contested)
      return row ? <SettleSlip row={row} onClose={onClose} /> : null
    }
  }
}

/** Whether there is what the slip is about: what an address asks for may be settled already. */
export function isThere(view: EpisodeView, open: Open | undefined): open is Open {
  if (open?.slip === 'answer') return view.questions.some((q) => q.entry === open.question)
  if (open?.slip === 'settle') return view.rows.some((r) => r.id === open.entry && r.contested)
  if (open?.slip === 'grid') return view.context.functions.some((f) => f.name === open.fn && f.grid)
  return open !== undefined
}
