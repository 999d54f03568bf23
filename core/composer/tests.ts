/** "test sound pass, drawer fail", "all pass but tape fail", "test short keys 27 of 30 with tape T2 when cold". */
import type { BodyOf } from '#core/history/bodies/index.ts'
import type { JudgedBy, TestResult } from '#core/history/bodies/test.ts'
import type { GearId } from '#core/ids.ts'
import { contradictions } from './contradictions.ts'
import { parseGrid } from './measure.ts'
import { takeName, takeNumber } from './read.ts'
import { done, wrong, type Parsed, type Scene } from './types.ts'
import { type Effect } from './effects.ts'

const form = 'test sound pass, drawer fail: opens only by hand'

/** A result with what is said beside it. */
export interface SaidResult {
  readonly result: TestResult
  readonly words?: string
  readonly minutes?: number
  readonly by?: JudgedBy
}

/** Between a verdict and what is said of it: "for 2h", "by feel". */
const manner =
  /\s+(?:for\s+(?<n>\d+(?:[.,]\d+)?)\s*(?<unit>s|sec|min|minutes?|m|h|hours?|d|days?)\b|by\s+(?<by>feel|hand|eye|a look|interpretation)\b)/i
const minutesIn: Readonly<Record<string, number>> = { s: 1 / 60, m: 1, h: 60, d: 1440 }
const judgedWord = (word: string): JudgedBy =>
  word === 'eye' || word === 'a look' ? 'a look' : (word as 'feel' | 'hand' | 'interpretation')

/**
 * Reads one result: "pass", "pass 9 starts", "pass for 2h: a little dim", "pass by feel", "fail: rolls", "fail another: silent",
 * "27 of 30", "3 of 3", "intermittent 1 of 3", "not possible: no lead". n of n is a pass with n starts, unless the function is
 * tried cell by cell.
 */
export function parseResult(text: string, cells = false): SaidResult | undefined {
  const said: { words?: string; minutes?: number; by?: JudgedBy } = {}
  const cut = /[:,]/.exec(text)?.index ?? text.length
  let head = text.slice(0, cut)
  const tail = text
    .slice(cut)
    .replace(/^[:,\s]+/, '')
    .trim()
  for (let found = manner.exec(head); found; found = manner.exec(head)) {
    const { n, unit, by } = found.groups ?? {}
    if (n && unit)
      said.minutes =
        Math.round(Number(n.replace(',', '.')) * (minutesIn[unit[0]?.toLowerCase() ?? 'm'] ?? 1) * 100) / 100
    if (by) said.by = judgedWord(by.toLowerCase())
    head = head.slice(0, found.index) + head.slice(found.index + found[0].length)
  }
  const verdict = verdictOf(head.trim(), tail, cells)
  return verdict && { ...said, ...verdict }
}

function verdictOf(head: string, tail: string, cells: boolean): SaidResult | undefined {
  const lower = head.toLowerCase()
  const rest = (pattern: RegExp) => [head.replace(pattern, '').trim(), tail].filter(Boolean).join(': ')
  const pass = /^(?:passes|pass|ok|works)\b(?:\s+(\d+)(?:\s*(?:starts|times|x))?)?$/.exec(lower)
  if (pass)
    return {
      result: pass[1] ? { is: 'pass', starts: Number(pass[1]) } : { is: 'pass' },
      ...(tail ? { words: tail } : {}),
    }
  const ofMany = /^(?:partly\s+)?(\d+)\s*(?:of|\/)\s*(\d+)\b/.exec(lower)
  if (ofMany) {
    const [good, of] = [Number(ofMany[1]), Number(ofMany[2])]
    if (good > of || of === 0) return undefined
    const words = rest(/^(?:partly\s+)?\d+\s*(?:of|\/)\s*\d+/i)
    return good === of && !cells
      ? { result: { is: 'pass', starts: of }, ...(words ? { words } : {}) }
      : { result: { is: 'partly', good, of, ...symptom(words) } }
  }
  const now = /^(?:intermittent|fails)\s+(\d+)\s*(?:of|\/)\s*(\d+)\b/.exec(lower)
  if (now) {
    const [failures, of] = [Number(now[1]), Number(now[2])]
    const words = rest(/^(?:intermittent|fails)\s+\d+\s*(?:of|\/)\s*\d+/i)
    if (failures === 0 || failures > of) return undefined
    return failures === of
      ? { result: { is: 'fail', starts: of, ...symptom(words) } }
      : { result: { is: 'intermittent', failures, of, ...symptom(words) } }
  }
  const some = /^partly\b/.exec(lower)
  if (some) return { result: { is: 'partly', ...symptom(rest(/^partly/i)) } }
  const comes = /^intermittent\b/.exec(lower)
  if (comes) return { result: { is: 'intermittent', ...symptom(rest(/^intermittent/i)) } }
  const another = /^(?:fails|fail|dead)\s+(?:in )?another(?: way)?$/.test(lower)
  if (another) return { result: { is: 'fail', another: true, ...symptom(tail) } }
  if (/^(?:fails|fail|dead)\b/.test(lower))
    return { result: { is: 'fail', ...symptom(rest(/^(?:fails|fail|dead)/i)) } }
  if (/^inconclusive\b/.test(lower)) {
    const because = rest(/^inconclusive(?:\s*because\b)?/i)
    return { result: because ? { is: 'inconclusive', because } : { is: 'inconclusive' } }
  }
  if (/^(?:not possible|blocked)\b/.test(lower))
    return {
      result: {
        is: 'not possible',
        because: rest(/^(?:not possible|blocked)(?:\s*(?:because|by)\b)?/i) || 'not said',
      },
    }
  return undefined
}

const symptom = (text: string): { symptom?: string } => (text ? { symptom: text } : {})
const resultStart =
  /(?:^|\s)(pass|passes|ok|works|fails|fail|dead|partly|intermittent|inconclusive|not possible|blocked|\d+\s*(?:of|\/)\s*\d+)\b/i

const separator = /\s*(?:,|;|\bbut\b)\s*/gi

/**
 * The next "function result" of a list. Names may hold commas ("screen, 24 rows") and so may symptoms, so a comma ends a
 * result only where another function with its result begins.
 */
function takeSegment(
  text: string,
  known: readonly string[],
): { name: string; result: string; rest: string } | undefined {
  const named = takeName(text, known)
  const start = resultStart.exec(text)
  if (!start) return undefined
  const name =
    named && resultStart.exec(named.rest)?.index === 0 ? named.name : text.slice(0, start.index).trim()
  const after = named && name === named.name ? named.rest : text.slice(start.index).trim()
  for (const cut of after.matchAll(separator)) {
    const tail = after.slice(cut.index + cut[0].length)
    if (beginsSegment(tail, known)) return { name, result: after.slice(0, cut.index).trim(), rest: tail }
  }
  return { name, result: after.replace(/[,;\s]+$/, ''), rest: '' }
}

function beginsSegment(tail: string, known: readonly string[]): boolean {
  const named = takeName(tail, known)
  if (named && resultStart.exec(named.rest)?.index === 0) return true
  const start = resultStart.exec(tail)
  const name = start ? tail.slice(0, start.index).trim() : ''
  return start !== null && name !== '' && !/[,;:]/.test(name) && name.split(/\s+/).length <= 3
}

/**
 * Gear of today that the tested functions need and the line does not name: a test takes it over. "with none" leaves it out.
 */
function takenOver(
  scene: Scene,
  functions: readonly string[],
  named: readonly GearId[],
): readonly { readonly id: GearId; readonly name: string }[] {
  const { context } = scene
  const kindOf = (id: string) => context.gear.find((g) => g.id === id)?.gearKind
  const had = new Set(named.map(kindOf))
  const needed = new Set(
    functions.flatMap(
      (fn) => context.functions.find((f) => f.name === fn)?.needs.map((n) => n.gearKind) ?? [],
    ),
  )
  return context.kept.gear.flatMap((id) => {
    const gear = context.gear.find((g) => g.id === id)
    return gear && needed.has(gear.gearKind) && !had.has(gear.gearKind) ? [{ id, name: gear.name }] : []
  })
}

/** "not possible: until SW 2026.4 works": kept from it by another machine, by its number. */
function waitsForMachine(
  said: SaidResult,
  { lookUp }: Scene,
): { readonly said: SaidResult } | { readonly needs: string } {
  if (said.result.is !== 'not possible') return { said }
  const found = /^(?:waits? for|until|till|by|before)\s+(.+)$/i.exec(said.result.because)
  if (!found?.[1]) return { said }
  const { word } = takeNumber(found[1])
  const number = word.replace(/[,.;:]$/, '').toUpperCase()
  if (!/\d/.test(number)) return { said }
  const known = lookUp(number)
  if (known === undefined) return { needs: number }
  return {
    said: known.machine
      ? {
          ...said,
          result: { ...said.result, until: { machine: known.machine.machine, number: known.machine.number } },
        }
      : said,
  }
}

export function parseTest(text: string, scene: Scene): Parsed {
  const { context } = scene
  const grid = parseGrid(text, scene)
  if (grid) return grid
  let rest = text.trim()
  const depthWord = /^(look|short|full)\b\s*/i.exec(rest)
  if (depthWord) rest = rest.slice(depthWord[0].length)
  const depth = (depthWord?.[1]?.toLowerCase() ?? 'short') as BodyOf<'test'>['depth']
  const notExercised = take(/\s*\bnot exercised:?\s+(.+)$/i)
  const condition = take(/\s+when\s+(.+?)(?=\s+with\s|$)/i)
  const gearText = take(/\s+with\s+(.+)$/i)
  function take(pattern: RegExp): string | undefined {
    const match = pattern.exec(rest)
    if (match) rest = rest.slice(0, match.index) + rest.slice(match.index + match[0].length)
    return match?.[1]?.trim()
  }
  const gear: GearId[] = []
  const inPlace: { of: string; gear: GearId }[] = []
  const replaceable = [
    ...context.slots.map((s) => s.position.designator),
    ...context.points.map((p) => p.point),
  ]
  const none = /^none$/i.test(gearText ?? '')
  for (const said of (none ? undefined : gearText)?.split(/\s*(?:,|\band\b)\s*/) ?? []) {
    // "bench supply for supply", "in place of the supply": what it stood in for was not exercised.
    const stead = /^(.+?)\s+(?:for|in place of|instead of)\s+(?:the\s+)?(.+)$/i.exec(said)
    const of = stead?.[2] && replaceable.find((n) => n.toLowerCase() === stead[2]?.toLowerCase())
    const name = of && stead[1] ? stead[1] : said
    const found = takeName(
      name,
      context.gear.map((g) => g.name),
    )
    const known = context.gear.find((g) => g.name === found?.name)
    if (!known) return wrong({ why: 'which part', word: name, known: context.gear.map((g) => g.name) })
    gear.push(known.id as GearId)
    if (of) inPlace.push({ of, gear: known.id as GearId })
  }
  const results = new Map<string, SaidResult>()
  const added: string[] = []
  const known = context.functions.map((f) => f.name)
  let left = rest.trim()
  while (left !== '') {
    const segment = takeSegment(left, known)
    if (!segment) return wrong({ why: 'which result', word: left.slice(0, 40) })
    const problem = readSegment(segment.name, segment.result)
    if (problem) return problem
    left = segment.rest
  }
  if (results.size === 0) return wrong({ why: 'form', form })

  function readSegment(name: string, text: string): Parsed | undefined {
    const grid = context.functions.some((f) => f.name === takeName(name, known)?.name && f.grid)
    const read = parseResult(text, grid)
    if (!read) return wrong({ why: 'which result', word: text })
    const waits = waitsForMachine(read, scene)
    if ('needs' in waits) return { ok: false, needs: waits.needs }
    const result = waits.said
    if (name === '' || name.toLowerCase() === 'all') {
      if (known.length === 0) return wrong({ why: 'which function', word: 'all', known: [] })
      for (const fn of known) results.set(fn, result)
      return undefined
    }
    const named = takeName(name, known)
    if (named && named.rest === '') {
      results.set(named.name, result)
      return undefined
    }
    const near = known.filter((f) => f.toLowerCase().startsWith(name.toLowerCase()))
    if (near.length > 1) return wrong({ why: 'which function', word: name, known: near })
    results.set(name, result)
    added.push(name)
    return undefined
  }

  return tested(
    scene,
    [...results].map(([fn, said]) => ({ fn, ...said })),
    { depth, gear, none, added, notExercised, condition, inPlace },
  )
}

/** How results were come by. */
export interface Trying {
  readonly depth: BodyOf<'test'>['depth']
  readonly gear: readonly GearId[]
  /** No gear was used: none of today's is taken over. */
  readonly none?: boolean
  /** Functions that the machine does not have yet. */
  readonly added?: readonly string[]
  readonly notExercised?: string | undefined
  readonly condition?: string | undefined
  /** Gear that stood in for an assembly or a test point. */
  readonly inPlace?: NonNullable<BodyOf<'test'>['inPlace']>
}

/** Results of functions as a test, with all that has to be said of it before it is written. */
export function tested(
  scene: Scene,
  list: readonly ({ readonly fn: string } & SaidResult)[],
  { depth, gear: named, none = false, added = [], notExercised, condition, inPlace = [] }: Trying,
): Parsed {
  const { context } = scene
  const gear = [...named]
  const asFound = !context.changed
  const over = none
    ? []
    : takenOver(
        scene,
        list.map((r) => r.fn),
        gear,
      )
  gear.push(...over.map((g) => g.id))
  const effects: Effect[] = [
    { does: 'tests', results: [...list], depth, asFound },
    ...(over.length > 0 ? [{ does: 'takes over gear', gear: over.map((g) => g.name) } as const] : []),
    ...inPlace.map(({ of, gear }): Effect => ({
      does: 'stands in',
      gear: context.gear.find((g) => g.id === gear)?.name ?? '',
      of,
    })),
    ...added.map((name): Effect => ({ does: 'adds function', name })),
    ...contradictions(scene, list, depth, gear),
  ]
  const machine = context.machine
  const met = added.map((name) => ({ name, essential: false, dependsOn: [], needs: [] }))
  const body: BodyOf<'test'> = {
    kind: 'test',
    machine,
    results: [...list],
    depth,
    gear,
    ...(asFound ? { asFound } : {}),
    ...(notExercised ? { notExercised } : {}),
    ...(inPlace.length > 0 ? { inPlace } : {}),
    ...(condition ? { condition } : {}),
  }
  return done(
    met.length ? [{ kind: 'machine', what: 'met', machine, functions: met, positions: [] }, body] : [body],
    effects,
  )
}
