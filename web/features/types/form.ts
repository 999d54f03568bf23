/** The sheet as a form: lists become text separated by commas, absent values become empty text. */
import { readGrid, writeGrid } from '#core/diagnosis/cells.ts'
import { readLines, writeLines } from '#core/diagnosis/matrix.ts'
import { readMemory, writeMemory } from '#core/diagnosis/memory.ts'
import { parseQuantity } from '#core/quantity/quantity.ts'
import type { SheetHazard, TestPoint, TypeSheet } from '#core/type/sheet.ts'

export interface SheetForm {
  name: string
  kind: string
  maker: string
  aliases: string
  mains: string
  weight: string
  other: Record<string, string>
  functions: {
    name: string
    essential: boolean
    dependsOn: string
    needs: string
    full: string
    expected: string
    notExercised: string
    /** Starts and time that the full procedure asks for: "3 starts, 60 min". */
    asks: string
    /** Rows of cells, one a line. */
    grid: string
    /** "row 3: Q W E R", one a line. */
    lines: string
    /** "IC13: bit 3 at 4000-7FFF", one a line. */
    memory: string
    short?: string | undefined
    attributes?: Record<string, string>
  }[]
  positions: {
    designator: string
    accepts: string
    on: string
    mount: TypeSheet['positions'][number]['mount']
    assembly: boolean
    essential: boolean
    polarised: boolean
    charged: boolean
    lookAlikes: string
    ratingVolts: string
    safetyClass: '' | 'X' | 'Y'
    /** What else is asked of the part: "rail 12 V; esr 0.1 ohm; least load 1 A". */
    asks: string
    weight?: number | undefined
  }[]
  points: {
    name: string
    unit: TestPoint['unit']
    nominal: string
    tolerancePercent: string
    /** "5V less 0.3-0.5" behind a diode, "X1 / 4" down a clock tree. */
    from: string
    load: string
    /** Positions, assemblies and functions that feed it, by commas. */
    dependsOn: string
    /** Positions that draw from it, by commas. */
    loads: string
    instrument: string
  }[]
  zones: { name: string; material: string; colour: string; structural: boolean }[]
  hazards: { kind: SheetHazard['kind']; words: string; needs: '' | NonNullable<SheetHazard['needs']> }[]
  /** One a line. */
  weakParts: string
  wayIn: { what: string; count: string; size: string; head: string; heed: string }[]
  /** "A before B: why", one a line. */
  refit: string
}

type Need = TypeSheet['functions'][number]['needs'][number]

/** "test tape (code agrees; standard)": what has to agree with the machine, and whether it is what is measured against. */
const writeNeed = ({ gearKind, attribute, standard }: Need): string => {
  const more = [attribute ? `${attribute} agrees` : '', standard ? 'standard' : ''].filter(Boolean)
  return more.length > 0 ? `${gearKind} (${more.join('; ')})` : gearKind
}
export function readNeed(text: string): Need {
  const [, kind = text, more = ''] = /^([^(]*)\(([^)]*)\)?\s*$/.exec(text) ?? []
  // “tape/code” was written before there were words for it.
  const [gearKind = '', short] = kind.split('/')
  const words = more.split(';').map((w) => w.trim())
  const attribute =
    words.map((w) => /^(.+?)\s+agrees$/i.exec(w)?.[1]).find((w) => w !== undefined) ?? short?.trim()
  const standard = words.some((w) => /^standard$/i.test(w))
  return {
    gearKind: gearKind.trim(),
    ...(attribute ? { attribute } : {}),
    ...(standard ? { standard: true } : {}),
  }
}

const writeAsks = ({ starts, minutes }: TypeSheet['functions'][number]): string =>
  [starts === undefined ? '' : `${starts} starts`, minutes === undefined ? '' : `${minutes} min`]
    .filter(Boolean)
    .join(', ')
export function readAsks(text: string): { starts?: number; minutes?: number } {
  const starts = /(\d+)\s*starts?/i.exec(text)?.[1]
  const time = /(\d+(?:[.,]\d+)?)\s*(min|h)/i.exec(text)
  const minutes = time
    ? Number((time[1] ?? '').replace(',', '.')) * (time[2]?.toLowerCase() === 'h' ? 60 : 1)
    : undefined
  return {
    ...(starts ? { starts: Number(starts) } : {}),
    ...(minutes ? { minutes } : {}),
  }
}

const usualCaution: Readonly<Record<SheetHazard['kind'], string>> = {
  mains:
    'Mains inside: pull the plug and lay it where you can see it, wait, measure. Authorised people, by the local code.',
  'picture tube':
    'Treat a picture tube as charged: discharged by procedure, by an authorised person, never alone.',
  'live chassis': 'The chassis may be live: no earthed probe, an isolating transformer, a licensed person.',
  'lithium cell': 'A lithium cell: no charging of a primary one, no shorts.',
  'high voltage': 'High voltage: wait, measure with the probe made for it, a licensed person.',
  sharp: 'Sharp edges: gloves.',
  heavy: 'Heavy: two people lift.',
  toxic: 'May hold toxic substances: gloves, disposed of by the local rule.',
}

/** "rail 12 V; esr 0.1 ohm": names of several words stand before a colon, "least load: 1 A". */
const writeAttributes = (asks: Readonly<Record<string, string>> | undefined): string =>
  Object.entries(asks ?? {})
    .map(([name, value]) => (name.includes(' ') ? `${name}: ${value}` : `${name} ${value}`))
    .join('; ')
export const readAttributes = (text: string | undefined): Record<string, string> =>
  Object.fromEntries(
    (text ?? '').split(';').flatMap((part) => {
      const match = /^\s*([^:]+?)\s*:\s*(.+?)\s*$/.exec(part) ?? /^\s*(\S+)\s+(.+?)\s*$/.exec(part)
      return match?.[1] && match[2] ? [[match[1].toLowerCase(), match[2]]] : []
    }),
  )

export const emptySheet: SheetForm = {
  name: '',
  kind: '',
  maker: '',
  aliases: '',
  mains: '',
  weight: '',
  other: {},
  functions: [],
  positions: [],
  points: [],
  zones: [],
  hazards: [],
  weakParts: '',
  wayIn: [],
  refit: '',
}

const split = (text: string) =>
  text
    .split(',')
    .map((t) => t.trim())
    .filter(Boolean)

export function toForm(sheet: TypeSheet): SheetForm {
  const { mains = '', weight = '', ...other } = sheet.attributes
  return {
    name: sheet.name,
    kind: sheet.kind,
    maker: sheet.maker,
    aliases: sheet.aliases.join(', '),
    mains,
    weight,
    other,
    functions: sheet.functions.map((f) => ({
      name: f.name,
      essential: f.essential,
      dependsOn: f.dependsOn.join(', '),
      needs: f.needs.map(writeNeed).join(', '),
      asks: writeAsks(f),
      full: f.full ?? '',
      expected: f.expected ?? '',
      notExercised: f.notExercised ?? '',
      grid: f.grid ? writeGrid(f.grid) : '',
      lines: writeLines(f.lines ?? []),
      memory: writeMemory(f.memory ?? []),
      short: f.short,
    })),
    positions: sheet.positions.map((p) => ({
      ...p,
      on: p.on ?? '',
      lookAlikes: p.lookAlikes.join(', '),
      ratingVolts: p.ratingVolts === undefined ? '' : String(p.ratingVolts),
      safetyClass: p.safetyClass ?? '',
      asks: writeAttributes(p.asks),
    })),
    points: sheet.points.map((p) => ({
      name: p.name,
      unit: p.unit,
      nominal: p.nominal === undefined ? '' : String(p.nominal),
      tolerancePercent: p.tolerancePercent === undefined ? '' : String(p.tolerancePercent),
      from: p.behind
        ? `${p.behind.point} less ${p.behind.dropMin}-${p.behind.dropMax}`
        : p.divides
          ? `${p.divides.point} / ${p.divides.by}`
          : '',
      load: p.load ?? '',
      dependsOn: (p.dependsOn ?? []).join(', '),
      loads: (p.loads ?? []).join(', '),
      instrument: p.instrument ?? '',
    })),
    zones: sheet.zones.map((z) => ({ ...z })),
    hazards: sheet.hazards.map((h) => ({ kind: h.kind, words: h.words, needs: h.needs ?? '' })),
    weakParts: sheet.weakParts.join('\n'),
    wayIn: sheet.wayIn.map((w) => ({
      what: w.what,
      count: w.count === undefined ? '' : String(w.count),
      size: w.size ?? '',
      head: w.head ?? '',
      heed: w.heed ?? '',
    })),
    refit: sheet.refit.map((r) => `${r.first} before ${r.then}${r.why ? `: ${r.why}` : ''}`).join('\n'),
  }
}

/** "14.318M", "-12": engineering notation, without its unit. What is no number goes on as NaN, so that the server says which field. */
const numberOf = (text: string): number =>
  parseQuantity(text.trim().replace(/([pnuµmkMG])$/, '$1Hz'))?.value ?? Number.NaN

/** "5V less 0.3-0.5" or "X1 / 4"; nothing for other text. */
function fromPoint(text: string): Pick<TestPoint, 'behind' | 'divides'> {
  const less = /^\s*(.+?)\s+less\s+([\d.]+)(?:\s*(?:-|–|to)\s*([\d.]+))?\s*$/i.exec(text)
  if (less)
    return { behind: { point: less[1] ?? '', dropMin: Number(less[2]), dropMax: Number(less[3] ?? less[2]) } }
  const divided = /^\s*(.+?)\s*(?:\/|÷)\s*([\d.]+)\s*$/.exec(text)
  return divided ? { divides: { point: divided[1] ?? '', by: Number(divided[2]) } } : {}
}

const text = <K extends string>(key: K, value: string | undefined): Partial<Record<K, string>> =>
  value?.trim() ? ({ [key]: value.trim() } as Partial<Record<K, string>>) : {}

/** Lines without a name are left out; the server checks the rest and answers with a sentence. */
export function fromForm(form: SheetForm): TypeSheet {
  return {
    name: form.name.trim(),
    kind: form.kind.trim(),
    maker: form.maker.trim(),
    aliases: split(form.aliases),
    attributes: { ...form.other, ...text('mains', form.mains), ...text('weight', form.weight) } as Record<
      string,
      string
    >,
    functions: sheetFunctions(form),
    positions: sheetPositions(form),
    points: sheetPoints(form),
    zones: form.zones.filter((z) => z.name.trim()),
    weakParts: form.weakParts
      .split('\n')
      .map((line) => line.trim())
      .filter(Boolean),
    wayIn: form.wayIn
      .filter((w) => w.what.trim())
      .map((w) => ({
        what: w.what.trim(),
        ...(Number(w.count) > 0 ? { count: Math.round(Number(w.count)) } : {}),
        ...text('size', w.size),
        ...text('head', w.head),
        ...text('heed', w.heed),
      })),
    refit: form.refit.split('\n').flatMap((line) => {
      const match = /^\s*(.+?)\s+before\s+(.+?)\s*(?::\s*(.*))?$/i.exec(line)
      return match?.[1] && match[2] ? [{ first: match[1], then: match[2], ...text('why', match[3]) }] : []
    }),
    hazards: form.hazards
      // A hazard that was named is kept: where nobody wrote its caution, the usual one stands.
      .map((h) => ({
        kind: h.kind,
        words: h.words.trim() || usualCaution[h.kind],
        ...(h.needs ? { needs: h.needs } : {}),
      })),
  }
}

function sheetFunctions(form: SheetForm) {
  return form.functions
    .filter((f) => f.name.trim())
    .map((f) => ({
      name: f.name.trim(),
      essential: f.essential,
      dependsOn: split(f.dependsOn),
      needs: split(f.needs).map(readNeed),
      ...readAsks(f.asks),
      ...text('full', f.full),
      ...text('short', f.short),
      ...text('expected', f.expected),
      ...text('notExercised', f.notExercised),
      ...(f.grid.trim() ? { grid: readGrid(f.grid) } : {}),
      ...(f.lines.trim() ? { lines: readLines(f.lines) } : {}),
      ...(f.memory.trim() ? { memory: readMemory(f.memory) } : {}),
    }))
}

function sheetPositions(form: SheetForm) {
  return form.positions
    .filter((p) => p.designator.trim())
    .map((p) => ({
      designator: p.designator.trim(),
      accepts: p.accepts.trim() || 'part',
      mount: p.mount,
      assembly: p.assembly,
      essential: p.essential,
      polarised: p.polarised,
      charged: p.charged,
      lookAlikes: split(p.lookAlikes),
      ...text('on', p.on),
      ...(p.weight === undefined ? {} : { weight: p.weight }),
      ...(Number(p.ratingVolts) > 0 ? { ratingVolts: Number(p.ratingVolts) } : {}),
      ...(p.safetyClass ? { safetyClass: p.safetyClass } : {}),
      ...(Object.keys(readAttributes(p.asks)).length > 0 ? { asks: readAttributes(p.asks) } : {}),
    }))
}

function sheetPoints(form: SheetForm) {
  return form.points
    .filter((p) => p.name.trim())
    .map((p) => ({
      name: p.name.trim(),
      unit: p.unit,
      ...(p.nominal.trim() ? { nominal: numberOf(p.nominal) } : {}),
      ...(p.tolerancePercent.trim() ? { tolerancePercent: numberOf(p.tolerancePercent) } : {}),
      ...fromPoint(p.from),
      ...text('load', p.load),
      ...(split(p.dependsOn).length > 0 ? { dependsOn: split(p.dependsOn) } : {}),
      ...(split(p.loads).length > 0 ? { loads: split(p.loads) } : {}),
      ...text('instrument', p.instrument),
    }))
}
