/** The composer: one typed line → entries and what they will do. May be used by any side that has an episode's context. */
import { precautions } from '#core/history/bodies/precaution.ts'
import { findingKinds } from '#core/history/bodies/condition.ts'
import { isPoint, type Interval } from '#core/quantity/time.ts'
import { parseBack, parseEmpty, parseFate } from './fate.ts'
import { parseFound } from './found.ts'
import { parseFastening } from './fasteners.ts'
import { parseEnded, parseLater } from './later.ts'
import { parseDamage, parseEarlier, parseIncident, parseTried } from './mishaps.ts'
import { parseSoak } from './soak.ts'
import { parseAdvice, parseBecame, parseContents, parseOnset, parseSuspicion } from './told.ts'
import { isWork, lemmas } from '#core/work/reading/verbs.ts'
import { wantsAuthority } from './warrant.ts'
import { heeded } from './heed.ts'
import { takeDoer } from './doer.ts'
import { parseIn, parseOut, parseSwap } from './parts.ts'
import { parseLend } from './lend.ts'
import { parseHealth } from './health.ts'
import { parseUse } from './lots.ts'
import { parseGrid, parseHealthy, parseReading } from './measure.ts'
import { parseVerdict } from './methods.ts'
import { parseSpec } from './spec.ts'
import { firstWord, nearNames, takeName, takeTime } from './read.ts'
import { parseNeeds } from './needs.ts'
import { parseTest } from './tests.ts'
import { goesPast, ownersWord, parseDone } from './checks.ts'
import { wrong, type ComposerTools, type Parsed, type Scene } from './types.ts'
import { parseEvidence, parseFinding } from './survey.ts'
import { parseAdjust, parseVerify, parseWork, workVerbs } from './work.ts'
import { parseAnswer, parseAsk, parseJot, parseNote } from './said.ts'
import { parseConnection, parseHazard, parseOver, parsePower, parseStop, parseWait } from './bench.ts'
import type { ComposerContext } from '#core/composer/context.ts'
import { chosen, type Freely } from './freely/choose.ts'
import { parseFreely as readFreely } from './freely/index.ts'

export { ofWording } from './freely/choose.ts'
export type { ComposerTools, LineReader, LookedUp, Parsed, ParsedEntry, Problem } from './types.ts'
export type { Effect } from './effects.ts'

type Parser = (text: string, scene: Scene) => Parsed

const parsers: Readonly<Record<string, Parser>> = {
  test: parseTest,
  all: (text, scene) => parseTest(`all ${text}`, scene),
  out: parseOut,
  in: parseIn,
  swap: parseSwap,
  lend: parseLend,
  use: parseUse,
  bad: (text, scene) => parseHealth('bad', text, scene),
  suspect: (text, scene) => parseHealth('suspect', text, scene),
  good: (text, scene) => parseHealth('good', text, scene),
  back: parseBack,
  empty: parseEmpty,
  keep: (text, scene) => parseFate('keep', text, scene),
  store: (text, scene) => parseFate('store', text, scene),
  discard: (text, scene) => parseFate('discard', text, scene),
  off: (text, scene) => parseFastening('off', text, scene),
  on: (text, scene) => parseFastening('on', text, scene),
  loosen: (text, scene) => parseFastening('loosened', text, scene),
  tighten: (text, scene) => parseFastening('tightened', text, scene),
  missing: (text, scene) => parseFastening('missing', text, scene),
  lost: (text, scene) => parseFastening('lost', text, scene),
  unplug: (text, scene) => parseConnection('off', text, scene),
  // "plug is out" speaks of the plug; "plug J3" puts one in.
  plug: (text, scene) =>
    /^(?:is|was|has)\b/i.test(text)
      ? wrong({ why: 'unknown verb', word: 'plug' })
      : parseConnection('on', text, scene),
  adjust: parseAdjust,
  verify: parseVerify,
  read: parseReading,
  found: parseFound,
  fitted: (text, scene) => parseSpec('part', text, scene),
  print: (text, scene) => parseSpec('print', text, scene),
  schematic: (text, scene) => parseSpec('schematic', text, scene),
  settle: (text, scene) => parseSpec('settled', text, scene),
  healthy: parseHealthy,
  verdict: parseVerdict,
  wait: parseWait,
  over: parseOver,
  ask: parseAsk,
  answer: parseAnswer,
  hazard: parseHazard,
  power: parsePower,
  stop: parseStop,
  later: parseLater,
  did: (text, scene) => parseEnded('done', text, scene),
  drop: (text, scene) => parseEnded('dropped', text, scene),
  soak: parseSoak,
  theory: (text, scene) => parseAdvice('suspicion', text, scene),
  advice: (text, scene) => parseAdvice('advice', text, scene),
  opinion: (text, scene) => parseAdvice('opinion', text, scene),
  became: parseBecame,
  withdrawn: (text, scene) => parseSuspicion('withdrawn', text, scene),
  confirmed: (text, scene) => parseSuspicion('confirmed', text, scene),
  fault: parseOnset,
  copied: (text, scene) => parseContents(true, text, scene),
  uncopied: (text, scene) => parseContents(false, text, scene),
  incident: parseIncident,
  damage: parseDamage,
  earlier: parseEarlier,
  tried: parseTried,
  note: parseNote,
  jot: parseJot,
  done: parseDone,
  find: parseFinding,
  break: (text, scene) => parseEvidence('broken', text, scene),
  remove: (text, scene) => parseEvidence('removed', text, scene),
}

export const verbs: readonly string[] = [
  ...new Set([...Object.keys(parsers), ...Object.keys(workVerbs), 'at', ...lemmas]),
]

/**
 * Reads one line: in a fixed form, or as people say it where a reader is given. "at 19:02 …" or "at yesterday …" sets the time;
 * "…, from memory" the basis. Never throws; what it cannot read comes back as a problem that says what is missing.
 */
export function parseLine(line: string, context: ComposerContext, tools: ComposerTools): Parsed {
  const scene: Scene = { ...tools, context }
  const fixed = parseFixed(line, scene)
  if (line.trim() === '' || line.includes('…')) return fixed
  const freely = parseFreely(line.trim(), scene)
  return freely ? chosen(line, fixed, freely) : fixed
}

function parseFixed(line: string, scene: Scene): Parsed {
  const { context } = scene
  let text = line.trim()
  if (text === '') return wrong({ why: 'empty' })
  // A gap that a tap left to be filled in.
  if (/(?:^|\s)…(?=$|[\s:,])/.test(text)) return wrong({ why: 'form', form: text })
  const fromMemory = /,?\s*\bfrom memory$/i.exec(text)
  if (fromMemory) text = text.slice(0, fromMemory.index)
  let at: Interval | undefined
  if (/^at\s/i.test(text)) {
    const timed = takeTime(text.slice(3), scene.now, scene.zone)
    if (!timed) return wrong({ why: 'no such time', word: firstWord(text.slice(3)).word })
    at = timed.at
    text = timed.rest
    if (text === '') return wrong({ why: 'form', form: 'at 19:02 out IC31 bag 3' })
  }
  const by = takeDoer(text, scene)
  const parsed = warned(grounded(parseVerb(by.rest, scene), context), scene, by)
  if (!parsed.ok || (!at && !fromMemory)) return parsed
  if (at && !isPoint(at) && parsed.entries.some((e) => e.body.kind === 'move'))
    return wrong({ why: 'needs an exact time' })
  return {
    ...parsed,
    entries: parsed.entries.map((e) => ({
      ...e,
      ...(at ? { happenedAt: at } : {}),
      ...(fromMemory ? { basis: 'from memory' as const } : {}),
    })),
  }
}

/** What is said freely, with its doer, its grounds and what it goes past. */
function parseFreely(line: string, scene: Scene): Freely | undefined {
  const fromMemory = /,?\s*\bfrom memory$/i.exec(line)
  const by = takeDoer(fromMemory ? line.slice(0, fromMemory.index) : line, scene)
  const read = readFreely(by.rest, scene)
  if (!read) return undefined
  const parsed = warned(grounded(read.parsed, scene.context), scene, by)
  return {
    ...read,
    parsed:
      parsed.ok && fromMemory
        ? { ...parsed, entries: parsed.entries.map((e) => ({ ...e, basis: 'from memory' as const })) }
        : parsed,
  }
}

/** What the line goes past, whom it concerns and what it calls for: said before Enter; what it goes past stays with the entry. */
function warned(parsed: Parsed, scene: Scene, by: ReturnType<typeof takeDoer>): Parsed {
  if (!parsed.ok) return parsed
  const { context, now } = scene
  const past = goesPast(parsed.entries, context)
  const [first, ...rest] = parsed.entries
  const marked =
    first && past
      ? [{ ...first, past: { check: past.check, rules: [...past.rules] } }, ...rest]
      : parsed.entries
  const entries = by.party ? marked.map((e) => ({ ...e, doneBy: by.party })) : marked
  return {
    ...parsed,
    entries,
    effects: [
      ...parsed.effects,
      ...(by.effect ? [by.effect] : []),
      ...ownersWord(entries, context, now),
      ...heeded(entries, context),
      ...wantsAuthority(entries, by.party ? { ...scene, doer: by.party } : scene),
      ...(past ? [past] : []),
    ],
  }
}

/** Work rests on the episode's last failed test, an answer on its last test: should that test turn out void, both are told. */
function grounded(parsed: Parsed, context: ComposerContext): Parsed {
  if (!parsed.ok) return parsed
  const entries = parsed.entries.map((e) => {
    const ground =
      e.body.kind === 'move' || e.body.kind === 'change'
        ? context.lastFailed
        : e.body.kind === 'question' && e.body.what === 'answered'
          ? context.lastTest
          : undefined
    return ground ? { ...e, restsOn: [ground] } : e
  })
  return { ...parsed, entries }
}

function parseVerb(text: string, scene: Scene): Parsed {
  const needs = parseNeeds(text, scene)
  if (needs) return needs
  const { word, rest } = firstWord(text)
  const key = word.toLowerCase().replace(/[:,]$/, '')
  const parser = parsers[key]
  if (parser) return parser(rest, scene)
  if (workVerbs[key]) return parseWork(key, rest, scene)
  if (/^[+\-−]?\d+(?:[.,]\d+)?V$/i.test(word)) return parseReading(text, scene)
  // A line may begin with what it speaks of: a test point with its value, a function with its result.
  const begins = (names: readonly string[]) => takeName(text, names)?.name
  const { points, functions } = scene.context
  if (begins(points.map((p) => p.point)) !== undefined) return parseReading(text, scene)
  const grid = parseGrid(text, scene)
  if (grid) return grid
  if (begins(functions.map((f) => f.name)) !== undefined) return parseTest(text, scene)
  return wrong({ why: 'unknown verb', word })
}

/** Completions for the word that is being typed, best first. */
export function completions(line: string, context: ComposerContext): string[] {
  const match = /(?:^|\s|,|<)\s*([^\s,<]*)$/.exec(line)
  const word = match?.[1] ?? ''
  const start = line.slice(0, line.length - word.length)
  const verb = firstWord(line).word.toLowerCase()
  if (!/\s/.test(line.trimStart()))
    return word
      ? nearNames(word, [
          ...verbs,
          ...context.taught.flatMap((t) => (t.as === 'verb' ? [t.word] : [])),
          ...context.points.map((p) => p.point),
          ...context.functions.map((f) => f.name),
        ]).map((v) => `${v} `)
      : []
  if (!word) return []
  const pool = poolOf(verb, start, context)
  return nearNames(word, [...new Set(pool)])
    .filter((n) => n.toLowerCase() !== word.toLowerCase())
    .map((n) => `${start}${n} `)
}

/** The names among which a half-typed word of a verb's line is sought; `start` is what stands before it. */
function poolOf(verb: string, start: string, context: ComposerContext): readonly string[] {
  const functions = context.functions.map((f) => f.name)
  if (workVerbs[verb] && /\bby\s+$/i.test(start))
    return context.methods.filter((m) => m.recipe.verb === verb).map((m) => m.recipe.name)
  switch (verb) {
    case 'keep':
    case 'store':
    case 'discard':
      return ['all', ...context.tray.map((p) => p.label)]
    case 'test':
    case 'all':
      return /\bwith\s/i.test(start)
        ? ['none', ...context.gear.map((g) => g.name)]
        : [...functions, 'pass', 'fail', 'partly', 'intermittent', 'inconclusive', 'not possible: ']
    case 'find':
      return [...findingKinds, ...context.zones.map((z) => z.name)]
    case 'power':
      return ['on', 'off']
    case 'done':
      return precautions
    case 'read':
      return context.points.map((p) => p.point)
    case 'verdict':
      return context.methods.map((m) => m.recipe.name)
    case 'break':
    case 'remove':
      return context.evidence.filter((e) => !e.gone).map((e) => `${e.sort} ${e.where}`)
    case 'plug':
      return context.connectionsOff
    case 'off':
    case 'on':
      return [...new Set(context.fasteners.flatMap((f) => [f.size, ...f.cups]))]
    default: {
      const tags = [...context.tray, ...context.parts].flatMap((p) => (p.tag ? [p.tag] : []))
      return [
        ...context.slots.map((s) => s.position.designator),
        ...(isWork(verb) ? context.zones.map((z) => z.name) : []),
        ...tags,
      ]
    }
  }
}
