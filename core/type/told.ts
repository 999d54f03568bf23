/**
 * A type sheet told in lines or pasted as a table: "it has 71 keys", "picture needs 12V and IC4", "lid: 6 M4x12, two are longer",
 * "IC18 timing ROM, socketed, on display board". What is read is added to the sheet that is there; what is not is given back.
 */
import { type TypeSheet, hazardKinds } from './sheet.ts'
import {
  type Draft,
  type SheetSort,
  type ToldRow,
  addFunction,
  addPoint,
  addPositions,
  addWayIn,
  cut,
  depends,
  listOf,
  size,
} from './told-rows.ts'

export interface SheetTold {
  readonly sheet: TypeSheet
  readonly read: readonly ToldRow[]
  /** Lines that say nothing of a sheet, as written. */
  readonly rest: readonly string[]
  /** Names that something needs and that nothing on the sheet has. */
  readonly unknown: readonly string[]
}

const sorts: readonly (readonly [RegExp, SheetSort])[] = [
  [/^functions?$/i, 'function'],
  [/^(?:positions?|parts?|designators?|components?)$/i, 'position'],
  [/^(?:test )?points?$|^rails?$/i, 'point'],
  [/^(?:zones?|surfaces?|materials?)$/i, 'zone'],
  [/^hazards?$|^dangers?$/i, 'hazard'],
  [/^weak(?: parts?| points?)?$/i, 'weak part'],
  [/^(?:way in|opening|screws|fasteners|covers?)$/i, 'way in'],
  [/^essential(?:s)?$/i, 'essential'],
]

const sortOf = (word: string): SheetSort | undefined =>
  sorts.find(([pattern]) => pattern.test(word.trim()))?.[1]

export const designator = /^[A-Z]{1,4}\d{1,4}[A-Z]?(?=\s|,|:|;|-|–|$)/

/** Reads a text into the sheet. Never throws; later lines may speak of what stands further down. */
export function tellSheet(text: string, base: TypeSheet): SheetTold {
  const sheet: Draft = { ...base }
  const read: ToldRow[] = []
  const rest: string[] = []
  let under: SheetSort | undefined
  for (const raw of text.split(/\r?\n/)) {
    const line = raw.replace(/^\s*(?:[-*•]|\d+[.)])\s+/, '').trim()
    if (line === '') continue
    // A heading alone says what the lines below it are.
    const heading = /^([A-Za-z ]+):?$/.exec(line)
    const headed = heading?.[1] ? sortOf(heading[1]) : undefined
    if (headed) {
      under = headed
      continue
    }
    const row = readRow(line, under, sheet)
    if (row) read.push(row)
    else rest.push(raw.trim())
  }
  const known = new Set([
    ...sheet.positions.map((p) => p.designator.toLowerCase()),
    ...sheet.points.map((p) => p.name.toLowerCase()),
    ...sheet.functions.map((f) => f.name.toLowerCase()),
  ])
  const unknown = new Set<string>()
  // What a function needs is called as the sheet calls it; what nothing is called so is left out, and said.
  const called = (name: string) => {
    const all = [
      ...sheet.positions.map((p) => p.designator),
      ...sheet.points.map((p) => p.name),
      ...sheet.functions.map((f) => f.name),
    ]
    return (
      all.find((n) => n.toLowerCase() === name.toLowerCase()) ??
      all.find((n) => n.split(',')[0]?.toLowerCase() === name.toLowerCase()) ??
      name
    )
  }
  sheet.functions = sheet.functions.map((f) => {
    const names = f.dependsOn.map(called)
    for (const name of names) if (!known.has(name.toLowerCase())) unknown.add(name)
    return { ...f, dependsOn: [...new Set(names.filter((n) => known.has(n.toLowerCase()) && n !== f.name))] }
  })
  const assemblies = new Set(sheet.positions.filter((p) => p.assembly).map((p) => p.designator.toLowerCase()))
  sheet.positions = sheet.positions.map((p) => {
    if (p.on === undefined || assemblies.has(p.on.toLowerCase())) return p
    unknown.add(p.on)
    const { on: _on, ...free } = p
    return free
  })
  return { sheet, read, rest, unknown: [...unknown] }
}

function readRow(line: string, under: SheetSort | undefined, sheet: Draft): ToldRow | undefined {
  const cells = line.includes('\t') ? line.split('\t') : line.includes('|') ? line.split('|') : undefined
  if (cells && cells.length > 1) {
    const parts = cells.map((c) => c.trim())
    const sort = sortOf(parts[0] ?? '')
    const told = [sort ? '' : (parts[0] ?? ''), ...parts.slice(1)].filter(Boolean)
    if (
      parts.every(
        (c) =>
          c === '' ||
          sortOf(c) !== undefined ||
          /^(?:sort|name|what|kind|takes|material|mount|on|needs|unit|count|size|heed|more|about)$/i.test(c),
      )
    )
      return { line, sort: 'function', names: [], about: 'a heading' }
    return bySort(sort ?? under ?? guessed(told.join(', ')), line, told, sheet)
  }
  const labelled = /^([A-Za-z ]{4,14}):\s*(.+)$/.exec(line)
  const sort = labelled?.[1] ? sortOf(labelled[1]) : undefined
  if (sort && labelled?.[2]) {
    const separate = /;/.test(labelled[2])
      ? labelled[2].split(';')
      : sort === 'essential' || sort === 'function'
        ? listKeepingCounts(labelled[2])
        : [labelled[2]]
    const rows = separate
      .map((s) => s.trim())
      .filter(Boolean)
      .map((s) => bySort(sort, line, [s], sheet))
    const names = rows.flatMap((r) => r?.names ?? [])
    return names.length > 0 ? { line, sort, names, about: '' } : undefined
  }
  const needs = /^(?:the )?(.+?)\s+(?:needs?|depends? on|requires?)\s+(.+)$/i.exec(line)
  if (needs?.[1] && needs[2]) return depends(line, needs[1], listOf(needs[2].replace(/[.]$/, '')), sheet)
  return bySort(under ?? guessed(line), line, [line], sheet)
}

/** "keys, 71, screen, bell": a number belongs to the name before it. */
function listKeepingCounts(text: string): string[] {
  const out: string[] = []
  for (const item of listOf(text)) {
    const last = out.at(-1)
    if (last !== undefined && /^\d+(?:\s+\w+)?$/.test(item)) out[out.length - 1] = `${last}, ${item}`
    else out.push(item)
  }
  return out
}

/** What a line without a heading speaks of, by how it is written. */
function guessed(line: string): SheetSort | undefined {
  if (/^(?:it )?has (?:a |an |\d)|^\d+ [a-z]+$/i.test(line)) return 'function'
  if (size.test(line)) return 'way in'
  if (designator.test(line)) return 'position'
  if (/^[+-]?\d+(?:[.,]\d+)?\s?V\b/.test(line) || /\b\d+(?:[.,]\d+)?\s?(?:MHz|kHz|Hz)\b/.test(line))
    return 'point'
  if (hazardKinds.some((k) => line.toLowerCase().includes(k))) return 'hazard'
  if (/\bassembly\b/i.test(line)) return 'position'
  return undefined
}

function bySort(
  sort: SheetSort | undefined,
  line: string,
  cells: readonly string[],
  sheet: Draft,
): ToldRow | undefined {
  const text = cells.join(', ')
  switch (sort) {
    case 'function':
      return addFunction(line, cells, sheet)
    case 'position':
      return addPositions(line, text, sheet)
    case 'point':
      return addPoint(line, text, sheet)
    case 'zone': {
      const match = /^(.+?)\s*(?:\(([^)]*)\)|[:,]\s*(.+))?$/.exec(text)
      const name = cut(match?.[1] ?? '', 60)
      if (!name) return undefined
      const [material = '', colour = ''] = listOf(match?.[2] ?? match?.[3] ?? '')
      sheet.zones = [
        ...sheet.zones.filter((z) => z.name.toLowerCase() !== name.toLowerCase()),
        { name, material, colour, structural: false },
      ]
      return { line, sort, names: [name], about: material }
    }
    case 'hazard': {
      const lower = text.toLowerCase()
      const kind =
        hazardKinds.find((k) => lower.includes(k)) ??
        (/\bkg\b/.test(lower) ? 'heavy' : /\btube\b/.test(lower) ? 'picture tube' : undefined)
      if (!kind) return undefined
      sheet.hazards = [...sheet.hazards.filter((h) => h.kind !== kind), { kind, words: cut(text, 400) }]
      return { line, sort, names: [kind], about: text }
    }
    case 'weak part':
      sheet.weakParts = [...new Set([...sheet.weakParts, cut(text, 400)])]
      return { line, sort, names: [text], about: '' }
    case 'way in':
      return addWayIn(line, text, sheet)
    case 'essential': {
      const names = sheet.functions
        .filter(
          (f) =>
            f.name.toLowerCase() === text.toLowerCase() ||
            f.name.split(',')[0]?.toLowerCase() === text.toLowerCase(),
        )
        .map((f) => f.name)
      sheet.functions = sheet.functions.map((f) => (names.includes(f.name) ? { ...f, essential: true } : f))
      return names.length > 0 ? { line, sort, names, about: '' } : undefined
    }
    default:
      return undefined
  }
}
