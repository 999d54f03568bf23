/** What one line adds to a sheet: a function, positions, a test point, a step of the way in. */
import { takeDesignators } from './designators.ts'
import type { TypeSheet } from './sheet.ts'

export type SheetSort =
  'function' | 'position' | 'point' | 'zone' | 'hazard' | 'weak part' | 'way in' | 'depends' | 'essential'

export interface ToldRow {
  readonly line: string
  readonly sort: SheetSort
  /** What is added or changed. */
  readonly names: readonly string[]
  /** What is said of it. */
  readonly about: string
}

export type Draft = { -readonly [K in keyof TypeSheet]: TypeSheet[K] }

const mounts = ['socketed', 'soldered', 'plug', 'screwed', 'clipped'] as const

export const size = /\bM?\d+(?:[.,]\d+)?\s?[x×]\s?\d+(?:[.,]\d+)?\b/i

export const listOf = (text: string): string[] =>
  text
    .split(/\s*(?:,|;|\band\b|&|\+)\s*/i)
    .map((t) => t.trim())
    .filter(Boolean)

export const cut = (text: string, most: number) => text.trim().slice(0, most)

export function addFunction(line: string, cells: readonly string[], sheet: Draft): ToldRow | undefined {
  const [first = '', ...more] = cells
  const counted = /^(?:it )?(?:has )?(\d+) ([a-z][a-z -]*)$/i.exec(first)
  const said = first.replace(/^(?:it )?(?:has )?(?:an? )?/i, '')
  const essential = /\bessential\b/i.test(cells.join(' '))
  const name = cut(
    counted
      ? `${counted[2]}, ${counted[1]}`
      : said.replace(/[,;]?\s*\(?essential\)?\.?$/i, '').replace(/[.]$/, ''),
    60,
  )
  if (!name || /^(?:of|the|and)$/i.test(name)) return undefined
  const dependsOn = more.flatMap((m) =>
    /^essential$/i.test(m) ? [] : listOf(m.replace(/^(?:needs?|depends? on):?\s*/i, '')),
  )
  const held = sheet.functions.find(
    (f) =>
      f.name.toLowerCase() === name.toLowerCase() ||
      f.name.split(',')[0]?.toLowerCase() === name.toLowerCase(),
  )
  const next = {
    ...(held ?? { needs: [], dependsOn: [] }),
    name: held?.name ?? name,
    essential: essential || held?.essential === true,
    dependsOn: [...(held?.dependsOn ?? []), ...dependsOn],
    needs: held?.needs ?? [],
  }
  sheet.functions = held ? sheet.functions.map((f) => (f === held ? next : f)) : [...sheet.functions, next]
  return {
    line,
    sort: 'function',
    names: [next.name],
    about: [essential ? 'essential' : '', dependsOn.length > 0 ? `needs ${dependsOn.join(', ')}` : '']
      .filter(Boolean)
      .join(', '),
  }
}

export function depends(line: string, of: string, names: readonly string[], sheet: Draft): ToldRow {
  const row = addFunction(line, [of, names.join(', ')], sheet)
  return { line, sort: 'depends', names: row?.names ?? [of], about: names.join(', ') }
}

export function addPositions(line: string, text: string, sheet: Draft): ToldRow | undefined {
  const list = takeDesignators(text)
  const named = /^([^,:]+?)\s*(?:[,:]|\bis an?\b)\s*(.+)$/.exec(text)
  const names = list?.names ?? (named?.[1] ? [named[1].trim()] : [])
  const rest = (list ? list.rest : (named?.[2] ?? '')).replace(/^[\s,:]+/, '')
  if (
    names.length === 0 ||
    (!list && !/\bassembly\b/i.test(text) && !/\b(?:plug|socketed|soldered|screwed|clipped)\b/i.test(text))
  )
    return undefined
  const on = /\bon (?:the )?([^,;]+?)(?=[,;]|$)/i.exec(rest)?.[1]?.trim()
  const volts = /\b(\d+(?:[.,]\d+)?)\s?V\b/i.exec(rest)
  const mount = mounts.find((m) => new RegExp(`\\b${m}\\b`, 'i').test(rest))
  const assembly = /\bassembly\b/i.test(rest)
  const accepts = listOf(rest.replace(/\bon (?:the )?[^,;]+/i, ''))
    .filter(
      (t) =>
        !/^(?:assembly|essential|polarised|socketed|soldered|plug|screwed|clipped|charged|\d+(?:[.,]\d+)?\s?V)$/i.test(
          t,
        ),
    )
    .map((t) => t.replace(/\b(?:socketed|soldered|screwed|clipped|essential|polarised)\b/gi, '').trim())
    .filter(Boolean)[0]
  for (const name of names) {
    const held = sheet.positions.find((p) => p.designator.toLowerCase() === name.toLowerCase())
    const next = {
      ...(held ?? {
        lookAlikes: [],
        charged: false,
        polarised: false,
        essential: false,
        assembly: false,
        mount: 'soldered' as const,
      }),
      designator: held?.designator ?? cut(name, 60),
      accepts: cut(accepts ?? held?.accepts ?? (assembly ? name : 'any part'), 60),
      ...(on ? { on: cut(on, 60) } : {}),
      assembly: assembly || held?.assembly === true,
      mount: mount ?? held?.mount ?? (assembly ? ('plug' as const) : ('soldered' as const)),
      essential: /\bessential\b/i.test(rest) || held?.essential === true,
      polarised: /\bpolarised|electrolytic|tantalum|diode\b/i.test(rest) || held?.polarised === true,
      ...(volts?.[1] ? { ratingVolts: Number(volts[1].replace(',', '.')) } : {}),
    }
    sheet.positions = held ? sheet.positions.map((p) => (p === held ? next : p)) : [...sheet.positions, next]
  }
  return { line, sort: 'position', names, about: rest }
}

export function addPoint(line: string, text: string, sheet: Draft): ToldRow | undefined {
  const match =
    /^([^:,=]+?)\s*(?:[:,=]|\bis\b|\bshould be\b)\s*(.+)$/.exec(text) ??
    /^(\S+)\s+(.+)$/.exec(text) ??
    /^([+-]?\d+(?:[.,]\d+)?\s?V)$/i.exec(text)
  const name = cut((match?.[1] ?? '').replace(/\s+(?=V$)/i, ''), 60)
  if (!name) return undefined
  const said = match?.[2] ?? name
  const range = /(-?\d+(?:[.,]\d+)?)\s*(?:to|-|–|\.\.)\s*(-?\d+(?:[.,]\d+)?)/.exec(said)
  const single = /(-?\d+(?:[.,]\d+)?)\s*(M|k|m)?(V|A|Hz|ohm|Ω|W)?/.exec(said)
  const number = (t: string | undefined) => Number((t ?? '').replace(',', '.'))
  const scale = { M: 1e6, k: 1e3, m: 1e-3 }[single?.[2] ?? ''] ?? 1
  const unit = /Hz/.test(said) ? 'Hz' : /ohm|Ω/.test(said) ? 'ohm' : /\dA\b|\bA\b/.test(said) ? 'A' : 'V'
  const [low, high] = [number(range?.[1]), number(range?.[2])]
  const nominal = range ? (low + high) / 2 : single?.[1] ? number(single[1]) * scale : undefined
  const within = /±\s*(\d+(?:[.,]\d+)?)\s*%/.exec(said)?.[1]
  const tolerancePercent =
    range && nominal ? Math.abs(((high - low) / 2 / nominal) * 100) : within ? number(within) : undefined
  const point = {
    name,
    unit: unit as 'V',
    ...(nominal === undefined || Number.isNaN(nominal) ? {} : { nominal: Number(nominal.toPrecision(6)) }),
    ...(tolerancePercent ? { tolerancePercent: Number(tolerancePercent.toPrecision(4)) } : {}),
  }
  sheet.points = [...sheet.points.filter((p) => p.name.toLowerCase() !== name.toLowerCase()), point]
  return { line, sort: 'point', names: [name], about: said }
}

export function addWayIn(line: string, text: string, sheet: Draft): ToldRow | undefined {
  const match = /^(?:the )?(.+?)\s*[:,]\s*(.+)$/.exec(text)
  const what = cut(match?.[1] ?? '', 60)
  const said = match?.[2] ?? ''
  if (!what || said === '') return undefined
  const held = size.exec(said)?.[0]
  const count = /(?:^|\s)(\d{1,3})(?=\s)/.exec(said)?.[1]
  const heed = said
    .replace(held ?? '\u0000', '')
    .replace(new RegExp(`(?:^|\\s)${count ?? '\u0000'}\\s*(?:x|×|times)?(?=\\s|$)`), ' ')
    .replace(/^\s*screws?\b/i, '')
    .replace(/^[\s,;:]+|[\s,;:]+$/g, '')
  const step = {
    what,
    ...(count ? { count: Number(count) } : {}),
    ...(held ? { size: held.replace(/\s/g, '').replace('×', 'x').replace(/^m/, 'M') } : {}),
    ...(heed ? { heed: cut(heed, 400) } : {}),
  }
  sheet.wayIn = [...sheet.wayIn.filter((s) => s.what.toLowerCase() !== what.toLowerCase()), step]
  return { line, sort: 'way in', names: [what], about: said }
}
