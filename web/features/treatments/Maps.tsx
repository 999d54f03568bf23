/** Where it is yellower: b* of the largest patch in cells, the first photograph beside the last, in one scale of ink. */
import { say } from '#api/words/say.ts'
import type { ReadColour, ZoneYellow } from '#core/treatment/yellow-shape.ts'
import { useDates } from '#web/app/session.tsx'

const known = (b: readonly (number | null)[]): number[] => b.flatMap((v) => (v === null ? [] : [v]))

export function Maps({ zone }: { zone: ZoneYellow }) {
  const { short } = useDates()
  const mapped = zone.colours.filter((c) => c.cells !== undefined)
  const [first, last] = [mapped[0], mapped.at(-1)]
  if (!first?.cells || !last?.cells) return null
  const shown = first === last ? [last] : [first, last]
  const values = shown.flatMap((c) => known(c.cells?.b ?? []))
  const [low, high] = [Math.min(...values), Math.max(...values)]
  return (
    <figure className="my-2">
      <div className="flex flex-wrap gap-4">
        {shown.map((c) => (
          <div key={c.id}>
            <Map colour={c} low={low} high={high} />
            <span className="num text-quiet">{short(c.at)}</span>
          </div>
        ))}
      </div>
      <figcaption className="text-quiet">
        {shown.length > 1
          ? say(
              'Where it is yellower, the darker: b* from {low} to {high}, the same scale in both. Crossed cells could not be judged.',
              { low: low.toFixed(1), high: high.toFixed(1) },
            )
          : say(
              'Where it is yellower, the darker: b* from {low} to {high}, the same scale throughout. Crossed cells could not be judged.',
              { low: low.toFixed(1), high: high.toFixed(1) },
            )}
      </figcaption>
    </figure>
  )
}

function Map({ colour, low, high }: { colour: ReadColour; low: number; high: number }) {
  const { cells } = colour
  if (!cells) return null
  const reach = Math.max(high - low, 0.1)
  return (
    <svg
      viewBox={`0 0 ${cells.across} ${cells.down}`}
      className="border-hair block h-40 border"
      shapeRendering="crispEdges"
      style={{ background: 'var(--photo)' }}
      role="img"
      aria-label={
        colour.spread === undefined
          ? say('b* in {across} by {down} cells', { across: cells.across, down: cells.down })
          : say('b* in {across} by {down} cells, spread {spread}', {
              across: cells.across,
              down: cells.down,
              spread: colour.spread.toFixed(1),
            })
      }
    >
      {cells.b.map((b, i) => {
        const [x, y] = [i % cells.across, Math.floor(i / cells.across)]
        return b === null ? (
          <path key={i} d={`M${x},${y}l1,1M${x + 1},${y}l-1,1`} stroke="currentColor" strokeWidth={0.08} />
        ) : (
          <rect
            key={i}
            x={x}
            y={y}
            width={1}
            height={1}
            fill={`hsl(0 0% ${(94 - (82 * (b - low)) / reach).toFixed(0)}%)`}
          />
        )
      })}
    </svg>
  )
}
