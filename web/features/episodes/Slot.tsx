/** The slot above the line: the one thing that the sitting asks for next. */
import type { EpisodeView } from '#core/views/episode.ts'
import { asksOf } from './asks.ts'

export function Slot({ view, onLine }: { view: EpisodeView; onLine: (line: string) => void }) {
  const shown = asksOf(view)
  if (!shown) return null
  const { act } = shown
  return (
    <div className="bg-straw flex min-h-11 shrink-0 items-center justify-between gap-4 px-3 py-1 text-black">
      <p className="line-clamp-2">
        <strong>{shown.strong}</strong> {shown.rest}
      </p>
      {shown.act !== undefined && (
        <button
          type="button"
          className="shrink-0 font-bold underline underline-offset-4"
          onClick={() => onLine(act?.line ?? '')}
        >
          {act?.name}
        </button>
      )}
    </div>
  )
}
