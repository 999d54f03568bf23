/** Readings at test points and trials cell by cell: "5V 4.98 load 2A", "pins 1-50 ok, 31 open", "healthy". */
import { cellsMeant, cellsOf, numberRange, shortened, type Grid } from '#core/diagnosis/cells.ts'
import type { SheetFunction } from '#core/type/sheet.ts'
import { sharedLine, tried, type Marked } from '#core/diagnosis/grid.ts'
import { explain } from '#core/diagnosis/matrix.ts'
import { railExpectation, valueOf } from '#core/diagnosis/points.ts'
import type { Body, BodyOf } from '#core/history/bodies/index.ts'
import type { ComposerContext } from '#core/composer/context.ts'
import { parseQuantity, withinTolerance, writeQuantity, type Quantity } from '#core/quantity/quantity.ts'
import { firstWord, takeName } from './read.ts'
import { done, wrong, type Parsed, type Scene } from './types.ts'
import { type Effect } from './effects.ts'

const form = '5V 4.98'

/**
 * "5V 4.98", "read TP4 3.1V with bench meter load 2A". A point of the sheet is expected as the sheet says; a rail called by its
 * voltage as rails are. The instrument stays as last used; "with none" puts it away.
 */
export function parseReading(text: string, scene: Scene): Parsed {
  const { context } = scene
  const known = takeName(
    text.trim(),
    context.points.map((p) => p.point),
  )
  let rest = known?.rest ?? text.trim()
  const take = (pattern: RegExp): string | undefined => {
    const found = pattern.exec(rest)
    if (found) rest = rest.slice(0, found.index) + rest.slice(found.index + found[0].length)
    return found?.[1]?.trim()
  }
  const unloaded = take(/\s+(no load|unloaded|without (?:a )?load|off load)\b/i)
  const loadSaid = unloaded ? 'none' : take(/\s+(?:load|under)\s+(.+?)(?=\s+with\s|$)/i)
  const instrumentSaid = take(/\s+with\s+(.+)$/i)
  const parts = known ? { point: known.name, value: rest.trim() } : splitReading(rest)
  return parts ? readAt(scene, { ...parts, loadSaid, instrumentSaid }) : wrong({ why: 'form', form })
}

/** A value at a point, as it was said; with what is expected there. */
export function readAt(
  scene: Scene,
  parts: {
    readonly point: string
    readonly value: string
    readonly loadSaid?: string | undefined
    readonly instrumentSaid?: string | undefined
  },
): Parsed {
  const { context } = scene
  const { loadSaid, instrumentSaid } = parts
  const read = parseQuantity(parts.value)
  if (!read)
    return wrong({ why: 'form', form: `${parts.point} ${railExpectation(parts.point) ? '4.98' : '3.1V'}` })
  const named = context.points.find((p) => p.point === parts.point)
  const rail = railExpectation(parts.point)
  const usual = named?.unit ?? (rail ? 'V' : '')
  // A current at a point that is read in volts is a reading of its own.
  const other = read.unit !== '' && usual !== '' && read.unit !== usual
  const point = other ? `${parts.point} ${quantityOf[read.unit] ?? read.unit}`.slice(0, 80) : parts.point
  const row = other ? context.points.find((p) => p.point === point) : named
  const expected = other ? row?.expected : (row?.expected ?? rail)
  const unit = read.unit || usual
  const quantity = { ...read, unit }
  const comparable = expected && (row === undefined || unit === row.unit)
  const within = comparable ? withinTolerance(quantity, expected.nominal, expected.tolerance) : undefined
  const instrument =
    instrumentSaid === undefined
      ? context.kept.instrument
      : /^none$/i.test(instrumentSaid)
        ? undefined
        : instrumentSaid
  const load = loadSaid
  const value = valueOf(quantity)
  const well = row?.healthy
  const reading: Body = {
    kind: 'reading',
    machine: context.machine,
    point,
    read: quantity,
    ...(comparable ? { nominal: expected.nominal, tolerance: expected.tolerance } : {}),
    ...(load ? { load } : {}),
    ...(instrument ? { instrument: instrument.slice(0, 80) } : {}),
  }
  const effect: Effect = {
    does: 'reads',
    point,
    within,
    unit,
    before: row?.last,
    ...(comparable
      ? {
          low: tidy(expected.nominal - expected.tolerance),
          high: tidy(expected.nominal + expected.tolerance),
          from: expected.from,
        }
      : {}),
    ...(well?.value !== undefined && value !== undefined && well.unit === unit
      ? { drift: { by: tidy(value - well.value), healthy: well } }
      : {}),
    instrument: instrumentSaid === undefined ? instrument : undefined,
    load,
    asksLoad: load === undefined ? row?.load : undefined,
    unjudged: comparable || other ? undefined : row?.nominal,
    ...aboveRating(context, point, quantity),
  }
  return done([{ body: reading, basis: 'measured' }], [effect])
}

const quantityOf: Readonly<Record<string, string>> = {
  A: 'current',
  ohm: 'resistance',
  Hz: 'frequency',
  V: 'voltage',
  W: 'power',
  C: 'temperature',
  s: 'time',
}

/** 5 V logic is destroyed above this supply (absolute maximum in the common TTL data books). */
const logicMostVolts = 7

/** More than the part takes that the point is named after: its rating, or what 5 V logic stands. */
function aboveRating(
  { slots }: ComposerContext,
  point: string,
  read: Quantity,
): { readonly above?: { readonly part: string; readonly volts: number } } {
  const value = valueOf(read)
  const slot = slots.find((s) => s.position.designator.toLowerCase() === firstWord(point).word.toLowerCase())
  if (!slot || value === undefined || read.unit !== 'V') return {}
  const { accepts, ratingVolts, designator } = slot.position
  const most =
    ratingVolts ?? (/^(?:54|74)(?:LS|ALS|S|F|H|L|HCT|ACT)?\d/i.test(accepts) ? logicMostVolts : undefined)
  return most !== undefined && Math.abs(value) > most
    ? { above: { part: `${designator} ${accepts}`, volts: most } }
    : {}
}

const tidy = (value: number) => Number(value.toPrecision(6))

/** A point that no sheet knows, and its value: the fewest first words after which a quantity is left. "−12 V" is one word. */
function splitReading(text: string): { readonly point: string; readonly value: string } | undefined {
  const words = text.trim().split(/\s+/)
  for (let n = 1; n < words.length; n++) {
    const value = words.slice(n).join(' ')
    if (!parseQuantity(value)) continue
    const name = words.slice(0, n).join(' ')
    const rail = name.replace(/\s/g, '')
    return { point: railExpectation(rail) ? rail : name, value }
  }
  return words[0] && words.length > 1 ? { point: words[0], value: words.slice(1).join(' ') } : undefined
}

/** The point and the unit that a half-typed line asks an instrument for: "5V", "read X1", "" (which is volts at a point still to be named). */
export function askedOf(
  line: string,
  context: ComposerContext,
): { readonly point: string | undefined; readonly unit: string } {
  const text = line.trim().replace(/^read\b\s*/i, '')
  const known = takeName(
    text,
    context.points.map((p) => p.point),
  )
  const point = known?.name ?? (firstWord(text).word || undefined)
  const row = context.points.find((p) => p.point === point)
  return { point, unit: row?.unit ?? 'V' }
}

/** A value that an instrument gave, put into the line that asked for it. */
export const readingLine = (
  point: string | undefined,
  value: number,
  unit: string,
  instrument: string,
): string =>
  `${point && railExpectation(point) ? '' : 'read '}${point ?? '…'} ${writeQuantity(value, unit)} with ${instrument}`

/** "healthy": the last reading of every point of this episode becomes the set that later ones are held against. */
export function parseHealthy(text: string, scene: Scene): Parsed {
  const { points, standing, machine } = scene.context
  const read = points.filter((p) => p.last?.here)
  if (read.length === 0) return wrong({ why: 'no readings' })
  const unwell = Object.entries(standing).flatMap(([fn, word]) => (word === 'works' ? [] : [fn]))
  const body: BodyOf<'baseline'> = {
    kind: 'baseline',
    machine,
    readings: read.flatMap((p) => p.last?.entry ?? []),
    ...(text.trim() ? { words: text.trim() } : {}),
  }
  return done(
    [body],
    [{ does: 'keeps healthy', points: read.map((p) => `${p.point} ${p.last?.asWritten ?? ''}`), unwell }],
  )
}

/** A function whose cells a line names, and the line's rest; undefined where the line speaks of no cells. */
function takeGrid(
  text: string,
  scene: Scene,
):
  | {
      readonly fn: string
      readonly grid: Grid
      readonly rest: string
      readonly known: SheetFunction | undefined
    }
  | undefined {
  const { functions } = scene.context
  const named = takeName(
    text,
    functions.map((f) => f.name),
  )
  const fn = functions.find((f) => f.name === named?.name)
  const word = named ? { word: named.name, rest: named.rest } : firstWord(text)
  const grid = fn?.grid ?? []
  const next = firstWord(word.rest).word.replace(/[,:]$/, '')
  // "keys 27 of 30" counts; it names no cell.
  if (!next || /^\d+\s*(?:of|\/)\s*\d+/i.test(word.rest)) return undefined
  const speaks = grid.length > 0 ? cellsMeant(next, grid) !== undefined : numberRange(next) !== undefined
  return speaks ? { fn: fn?.name ?? word.word, grid, rest: word.rest, known: fn } : undefined
}

const good = /^(?:ok|okay|pass|passes|good|works)$/i

/** "1-50 ok, 31 open" → marks; a later mark of a cell replaces an earlier one. The word that stopped it, when it is no cell. */
export function readMarks(text: string, grid: Grid): readonly Marked[] | { readonly stuck: string } {
  const marks = new Map<string, Marked>()
  let rest = text.trim()
  while (rest !== '') {
    const cells: string[] = []
    for (;;) {
      const { word, rest: after } = firstWord(rest)
      const bare = word.replace(/,$/, '')
      if (cells.length > 0 && good.test(bare)) break
      const meant = cellsMeant(bare, grid)
      if (!meant) break
      cells.push(...meant)
      rest = after
      if (rest === '') break
    }
    if (cells.length === 0) return { stuck: firstWord(rest).word }
    // The result goes on to the next comma, semicolon or "but" after which a cell is named.
    let end = rest.length
    for (const cut of rest.matchAll(/\s*[,;]\s*|\s+but\s+/g)) {
      const next = firstWord(rest.slice(cut.index + cut[0].length)).word.replace(/,$/, '')
      if (cellsMeant(next, grid)) {
        end = cut.index
        break
      }
    }
    const result = rest.slice(0, end).trim()
    rest = rest
      .slice(end)
      .replace(/^\s*(?:[,;]|but\s)\s*/, '')
      .trim()
    if (result === '') return { stuck: cells.at(-1) ?? '' }
    // "ok, zz dead": what follows a good word and a comma was meant as a cell.
    const trailing = /^(?:ok|okay|pass|passes|good|works)\s*[,;]\s*(\S+)/i.exec(result)?.[1]
    if (trailing !== undefined) return { stuck: trailing }
    for (const cell of cells)
      marks.set(
        cell,
        good.test(result)
          ? { cell, is: 'pass' }
          : {
              cell,
              is: 'fail',
              ...(/^(?:fails?|bad)$/i.test(result) ? {} : { symptom: result.slice(0, 80) }),
            },
      )
  }
  return [...marks.values()]
}

/** Marks as the line that `readMarks` reads back: what is most as "all … but", the others by ranges in the grid's order. */
export function writeMarks(grid: Grid, marks: readonly Marked[]): string {
  const order = cellsOf(grid)
  const words = new Map<string, string[]>()
  for (const cell of order) {
    const mark = marks.find((m) => m.cell === cell)
    if (!mark) continue
    const said = mark.is === 'pass' ? 'ok' : (mark.symptom ?? 'fail')
    words.set(said, [...(words.get(said) ?? []), cell])
  }
  const groups = [...words].sort((a, b) => b[1].length - a[1].length)
  const [first, ...rest] = groups
  if (!first) return ''
  const part = ([said, cells]: readonly [string, readonly string[]]) =>
    `${shortened(cells).join(' ')} ${said}`
  const whole = marks.length === order.length
  return whole
    ? `all ${first[0]}${rest.length > 0 ? ' but ' : ''}${rest.map(part).join(', ')}`
    : groups.map(part).join(', ')
}

/** "slot 1-50 ok, 31 open", "keys all ok but Q W dead". Undefined for a line that names no cells. */
export function parseGrid(text: string, scene: Scene): Parsed | undefined {
  const taken = takeGrid(text.trim().replace(/\brow\s+(\d+)/gi, 'row$1'), scene)
  if (!taken) return undefined
  const marks = readMarks(taken.rest, taken.grid)
  if ('stuck' in marks) return wrong({ why: 'which cell', word: marks.stuck, fn: taken.fn })
  const { context } = scene
  const { cells, result, tally } = tried(
    taken.grid,
    marks,
    new Map((context.grids[taken.fn] ?? []).map((s) => [s.cell, s])),
  )
  const grid = taken.grid.length > 0 ? taken.grid : [marks.map((m) => m.cell)]
  const test: BodyOf<'test'> = {
    kind: 'test',
    machine: context.machine,
    results: [{ fn: taken.fn, result, cells }],
    depth: 'full',
    gear: [],
    ...(context.changed ? {} : { asFound: true }),
  }
  const wired = taken.known?.lines ?? []
  const explained =
    wired.length > 0 && cells.fail.length > 1
      ? explain(cells.fail, [...cells.pass, ...cells.stood], wired)
      : undefined
  const shared = explained
    ? undefined
    : sharedLine(
        grid,
        cells.fail.map((f) => f.cell),
      )
  const effects: Effect[] = [
    {
      does: 'counts cells',
      fn: taken.fn,
      ...tally,
      symptom: 'symptom' in result ? result.symptom : undefined,
    },
    ...(explained ? [{ does: 'explains cells', ...explained } as const] : []),
    ...(shared ? [{ does: 'shares a line', ...shared } as const] : []),
  ]
  if (taken.known) return done([test], effects)
  const met = [{ name: taken.fn, essential: false, dependsOn: [], needs: [], grid: [cellsOf(grid)] }]
  return done(
    [{ kind: 'machine', what: 'met', machine: context.machine, functions: met, positions: [] }, test],
    [...effects, { does: 'adds function', name: taken.fn }],
  )
}
