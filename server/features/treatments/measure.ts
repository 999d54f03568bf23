/** Regions of a photograph in linear light, from its original bytes by its own profile. Runs in the worker. */
import sharp from 'sharp'
import { calibrate, colourOf, type Card } from '#core/colour/cards.ts'
import { leastCells } from '#core/colour/evenness.ts'
import { toLinear } from '#core/colour/spaces.ts'

export const measureVersion = 1

export interface MeasureMark {
  readonly role: 'card' | 'true colour' | 'untreated piece' | 'patch'
  readonly name: string
  readonly x: number
  readonly y: number
  readonly w: number
  readonly h: number
  readonly lightness?: number | undefined
}
export interface MeasuredMark extends MeasureMark {
  readonly mean: [number, number, number]
  readonly sd: [number, number, number]
  readonly pixels: number
  readonly clipped: number
}
export interface MeasuredPhoto {
  readonly marks: readonly MeasuredMark[]
  readonly cells?:
    { readonly across: number; readonly down: number; readonly b: readonly (number | null)[] } | undefined
}

const linear = Float64Array.from({ length: 256 }, (_, v) => toLinear(v / 255))
const least = 2
const most = 253
/** px a side of a cell: chroma is kept in blocks of so many. */
const cellPx = 16
const mostCells = { across: 48, down: 36 } as const

interface Raw {
  readonly data: Uint8Array
  readonly width: number
  readonly height: number
}

const boxOf = ({ width, height }: Raw, { x, y, w, h }: Pick<MeasureMark, 'x' | 'y' | 'w' | 'h'>) => {
  const left = Math.min(Math.max(Math.round(x * width), 0), width - 1)
  const top = Math.min(Math.max(Math.round(y * height), 0), height - 1)
  return {
    left,
    top,
    right: Math.max(left + 1, Math.min(Math.round((x + w) * width), width)),
    bottom: Math.max(top + 1, Math.min(Math.round((y + h) * height), height)),
  }
}

function statsOf(raw: Raw, box: ReturnType<typeof boxOf>) {
  const sum = [0, 0, 0]
  const squares = [0, 0, 0]
  let clipped = 0
  let pixels = 0
  for (let y = box.top; y < box.bottom; y++)
    for (let x = box.left; x < box.right; x++) {
      const i = (y * raw.width + x) * 3
      let ends = false
      for (let c = 0; c < 3; c++) {
        const byte = raw.data[i + c] ?? 0
        const v = linear[byte] ?? 0
        sum[c] = (sum[c] ?? 0) + v
        squares[c] = (squares[c] ?? 0) + v * v
        if (byte <= least || byte >= most) ends = true
      }
      pixels++
      if (ends) clipped++
    }
  const mean = sum.map((s) => s / pixels) as [number, number, number]
  const sd = squares.map((s, c) => Math.sqrt(Math.max(s / pixels - (mean[c] ?? 0) ** 2, 0))) as [
    number,
    number,
    number,
  ]
  return { mean, sd, pixels, clipped: clipped / pixels }
}

const rounded = (v: number) => Number(v.toFixed(6))

/** b* of the largest patch in cells; those far off in lightness (print, vents, glare) are left out. */
function cellsOf(raw: Raw, marks: readonly MeasuredMark[]): MeasuredPhoto['cells'] {
  const cards = marks.flatMap((m): Card[] =>
    m.role === 'card' && m.lightness !== undefined
      ? [{ ...m, at: [m.x + m.w / 2, m.y + m.h / 2], lightness: m.lightness }]
      : [],
  )
  const by = calibrate(cards)
  const [patch] = marks.filter((m) => m.role === 'patch').sort((a, b) => b.w * b.h - a.w * a.h)
  if ('why' in by || !patch) return undefined
  const box = boxOf(raw, patch)
  const across = Math.min(Math.floor((box.right - box.left) / cellPx), mostCells.across)
  const down = Math.min(Math.floor((box.bottom - box.top) / cellPx), mostCells.down)
  if (across < leastCells.across || down < leastCells.down) return undefined
  const labs = Array.from({ length: across * down }, (_, i) => {
    const cx = i % across
    const cy = Math.floor(i / across)
    const at = (n: number, of: number, from: number, to: number) => from + Math.round((n * (to - from)) / of)
    const cell = {
      left: at(cx, across, box.left, box.right),
      right: at(cx + 1, across, box.left, box.right),
      top: at(cy, down, box.top, box.bottom),
      bottom: at(cy + 1, down, box.top, box.bottom),
    }
    const { mean, clipped } = statsOf(raw, cell)
    if (clipped > 0.02) return undefined
    return colourOf(by, {
      mean,
      at: [(cell.left + cell.right) / 2 / raw.width, (cell.top + cell.bottom) / 2 / raw.height],
    })?.lab
  })
  const lightness = labs.flatMap((lab) => lab?.[0] ?? []).sort((a, b) => a - b)
  const middle = lightness[Math.floor(lightness.length / 2)] ?? 0
  return {
    across,
    down,
    b: labs.map((lab) => (lab && Math.abs(lab[0] - middle) < 8 ? Number(lab[2].toFixed(2)) : null)),
  }
}

/** Measures marks on a photograph. Its profile is honoured: bytes come out as sRGB. */
export async function measurePhoto({
  path,
  marks,
}: {
  /** Where its original lies, or the bytes themselves. */
  readonly path: string | Buffer
  readonly marks: readonly MeasureMark[]
}): Promise<MeasuredPhoto> {
  const { data, info } = await sharp(path, { limitInputPixels: 60_000_000 })
    .rotate()
    .toColourspace('srgb')
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true })
  const raw: Raw = { data, width: info.width, height: info.height }
  const measured = marks.map((mark): MeasuredMark => {
    const { mean, sd, pixels, clipped } = statsOf(raw, boxOf(raw, mark))
    return {
      ...mark,
      mean: mean.map(rounded) as [number, number, number],
      sd: sd.map(rounded) as [number, number, number],
      pixels,
      clipped: rounded(clipped),
    }
  })
  return { marks: measured, cells: cellsOf(raw, measured) }
}
