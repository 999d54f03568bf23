/** "test sound pass, drawer fail", "all pass but tape fail", "test short keys 58 of 62 with tape T2 when cold". */
import type { BodyOf, TestResult } from '#core/history/kinds.ts'
import type { GearId } from '#core/ids.ts'
import { takeName } from './read.ts'
import { done, wrong, type Effect, type Parsed, type Scene } from './types.ts'

const form = 'test sound pass, drawer fail: opens only by hand'

/** Reads one result: "pass", "pass 9 starts", "fail: rolls", "58 of 62", "intermittent 1 of 3", "not possible: no lead". */
export function parseResult(text: string): TestResult | undefined {
  const lower = text.trim().toLowerCase()
  const after = (pattern: RegExp) => text.trim().replace(pattern, '').replace(/^[:\s]+/, '').trim()
  const pass = /^(?:passes|pass|ok|works)\b(?:\s+(\d+)(?:\s*(?:starts|times|x))?)?$/.exec(lower)
  if (pass) return pass[1] ? { is: 'pass', starts: Number(pass[1]) } : { is: 'pass' }
  const ofMany = /^(?:partly\s+)?(\d+)\s*(?:of|\/)\s*(\d+)\b/.exec(lower)
  if (ofMany) {
    const [good, of] = [Number(ofMany[1]), Number(ofMany[2])]
    return good <= of && of > 0 ? { is: 'partly', good, of, ...symptom(after(/^(?:partly\s+)?\d+\s*(?:of|\/)\s*\d+/i)) } : undefined
  }
  const now = /^(?:intermittent|fails)\s+(\d+)\s*(?:of|\/)\s*(\d+)\b/.exec(lower)
  if (now) {
    const [failures, of] = [Number(now[1]), Number(now[2])]
    return failures > 0 && failures < of ? { is: 'intermittent', failures, of, ...symptom(after(/^(?:intermittent|fails)\s+\d+\s*(?:of|\/)\s*\d+/i)) } : undefined
  }
  if (/^(?:fails|fail|dead)\b/.test(lower)) return { is: 'fail', ...symptom(after(/^(?:fails|fail|dead)/i)) }
  if (/^inconclusive\b/.test(lower)) {
    const because = after(/^inconclusive/i).replace(/^because\s*/i, '')
    return because ? { is: 'inconclusive', because } : { is: 'inconclusive' }
  }
  const blocked = /^(?:not possible|blocked)\b/.exec(lower)
  if (blocked) return { is: 'not possible', because: after(/^(?:not possible|blocked)/i).replace(/^(?:because|by)\b\s*:?\s*/i, '') || 'not said' }
  return undefined
}

const symptom = (text: string): { symptom?: string } => (text ? { symptom: text } : {})
const resultStart = /(?:^|\s)(pass|passes|ok|works|fails|fail|dead|partly|intermittent|inconclusive|not possible|blocked|\d+\s*(?:of|\/)\s*\d+)\b/i

export function parseTest(text: string, scene: Scene): Parsed {
  const { context } = scene
  let rest = text.trim()
  const depthWord = /^(look|short|full)\b\s*/i.exec(rest)
  if (depthWord) rest = rest.slice(depthWord[0].length)
  const depth = (depthWord?.[1]?.toLowerCase() ?? 'full') as BodyOf<'test'>['depth']
  const notExercised = take(/\s*\bnot exercised:?\s+(.+)$/i)
  const condition = take(/\s+when\s+(.+)$/i)
  const gearText = take(/\s+with\s+(.+)$/i)
  function take(pattern: RegExp): string | undefined {
    const match = pattern.exec(rest)
    if (match) rest = rest.slice(0, match.index)
    return match?.[1]?.trim()
  }
  const gear: GearId[] = []
  for (const name of gearText?.split(/\s*(?:,|\band\b)\s*/) ?? []) {
    const found = takeName(name, context.gear.map((g) => g.name))
    const known = context.gear.find((g) => g.name === found?.name)
    if (!known) return wrong({ why: 'which part', word: name, known: context.gear.map((g) => g.name) })
    gear.push(known.id as GearId)
  }
  const results = new Map<string, TestResult>()
  const added: string[] = []
  for (const segment of rest.split(/\s*(?:,|;|\bbut\b|\band\b(?=[^,;]*\b(?:pass|fail|dead|ok|intermittent|partly)))\s*/i).filter(Boolean)) {
    const problem = readSegment(segment)
    if (problem) return problem
  }
  if (results.size === 0) return wrong({ why: 'form', form })

  function readSegment(segment: string): Parsed | undefined {
    const start = resultStart.exec(segment)
    if (!start) return wrong({ why: 'which result', word: segment })
    const name = segment.slice(0, start.index).trim()
    const result = parseResult(segment.slice(start.index).trim())
    if (!result) return wrong({ why: 'which result', word: segment.slice(start.index).trim() })
    if (name === '' || name.toLowerCase() === 'all') {
      if (context.functions.length === 0) return wrong({ why: 'which function', word: 'all', known: [] })
      for (const fn of context.functions) results.set(fn.name, result)
      return undefined
    }
    const known = takeName(name, context.functions.map((f) => f.name))
    if (known && known.rest === '') results.set(known.name, result)
    else {
      const near = context.functions.map((f) => f.name).filter((f) => f.toLowerCase().startsWith(name.toLowerCase()))
      if (near.length > 1) return wrong({ why: 'which function', word: name, known: near })
      results.set(name, result)
      added.push(name)
    }
    return undefined
  }

  const list = [...results].map(([fn, result]) => ({ fn, result }))
  const asFound = !context.changed
  const effects: Effect[] = [{ does: 'tests', results: list, depth, asFound }, ...added.map((name): Effect => ({ does: 'adds function', name }))]
  const machine = context.machine
  const met = added.map((name) => ({ name, essential: false, dependsOn: [], needs: [] }))
  const body: BodyOf<'test'> = { kind: 'test', machine, results: list, depth, gear, ...(asFound ? { asFound } : {}), ...(notExercised ? { notExercised } : {}), ...(condition ? { condition } : {}) }
  return done(met.length ? [{ kind: 'machine', what: 'met', machine, functions: met, positions: [] }, body] : [body], effects)
}
