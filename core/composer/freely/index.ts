/**
 * A line as people say it, as entries: the reader makes acts of it (`core/work/reading`), each act goes through the maker of its
 * fixed form. Nothing new is made in silence, and what is not understood is kept as words.
 */
import type { Act, Reading, TestAct } from '#core/work/reading/acts.ts'
import { isPoint, msToInstant, pointAt, type Interval } from '#core/quantity/time.ts'
import { wrong, type Parsed, type ParsedEntry, type Scene } from '../types.ts'
import { type Effect } from '../effects.ts'
import { afterwards } from './afterwards.ts'
import { readingScene, whenOf } from './scene.ts'
import { ofWording, type Freely } from './choose.ts'
import { asWords } from './short.ts'
import { tell } from './tell.ts'
import { tellTests } from './tests.ts'

/** What an act observed: it is recorded whatever becomes of the rest of the line. */
const observed = new Set([
  'test',
  'reading',
  'finding',
  'incident',
  'note',
  'jot',
  'claim',
  'question',
  'hazard',
])

/** Reads and tells a line; undefined while there is no reader. */
export function parseFreely(line: string, scene: Scene): Freely | undefined {
  const { reader, context, now, zone } = scene
  if (!reader) return undefined
  const reading = reader(line, readingScene(context, now, zone))
  return {
    reading,
    parsed: reading.read === 'not' ? wrong({ why: 'unknown verb', word: line }) : told(reading, line, scene),
  }
}

const keptAsWords = new Set([...ofWording, 'nothing there', 'occupied'])
/** An act as it was said, as well as it is known. */
const wordsOf = (act: Act): string =>
  Object.entries(act)
    .filter(([, value]) => typeof value === 'string' || typeof value === 'number')
    .map(([, value]) => String(value))
    .join(' ')

/** Acts in order; those that follow are told against what the ones before have moved. */
function told(reading: Reading, line: string, start: Scene): Parsed {
  const groups = grouped(reading.acts)
  const entries: ParsedEntry[] = []
  const effects: Effect[] = []
  let scene = start
  for (const group of groups) {
    const parsed = group.tests ? tellTests(group.tests, scene) : tell(group.act, scene, line)
    if (!parsed.ok) {
      // One act that cannot be told does not hold back the others: it is kept as words.
      const words = groups.length > 1 && 'problem' in parsed && keptAsWords.has(parsed.problem.why)
      if (!words || group.tests) return parsed
      const kept = asWords(wordsOf(group.act), wordsOf(group.act), 'not understood', scene)
      if (!kept.ok) return parsed
      entries.push(...kept.entries)
      effects.push(...kept.effects)
      continue
    }
    const took = group.act && 'minutes' in group.act ? group.act.minutes : undefined
    const timed = withTime(took ? tookMinutes(parsed.entries, took) : parsed.entries, group.when, scene)
    entries.push(...timed.entries)
    effects.push(
      ...timed.effects,
      ...parsed.effects,
      ...(took ? [{ does: 'took', minutes: took } as const] : []),
    )
    scene = afterwards(scene, parsed.entries)
  }
  const several = entries.length > 1
  return {
    ok: true,
    entries: entries.map((e) =>
      several && observed.has(e.body.kind) && !e.amends ? { ...e, alone: true } : e,
    ),
    effects: [
      ...(reading.acts.length > 1 || reading.rest.length > 0
        ? [{ does: 'reads as', acts: reading.acts.length, rest: reading.rest } as const]
        : []),
      ...effects,
    ],
  }
}

type Group = { readonly when: string | undefined } & (
  | { readonly tests: readonly TestAct[]; readonly act?: undefined }
  | { readonly tests?: undefined; readonly act: Exclude<Act, TestAct> }
)

/** Results told one after the other are one test; "every 45 minutes" belongs to the wait before it. */
function grouped(acts: readonly Act[]): readonly Group[] {
  const out: Group[] = []
  for (const act of acts) {
    const last = out.at(-1)
    const when = 'when' in act ? act.when : undefined
    if (act.do === 'test') {
      const first = last?.tests?.[0]
      if (
        last?.tests &&
        first &&
        first.when === act.when &&
        first.gear === act.gear &&
        first.condition === act.condition
      )
        out[out.length - 1] = { ...last, tests: [...last.tests, act] }
      else out.push({ tests: [act], when })
    } else out.push({ act, when: act.do === 'plan' ? undefined : when })
  }
  return out
}

/** Said once of all that an act becomes: the first entry bears it. */
const tookMinutes = (entries: readonly ParsedEntry[], minutes: number): readonly ParsedEntry[] =>
  entries.map((e, i) => (i === 0 ? { ...e, minutes } : e))

/** The time that the line gives for it. A move needs a moment: of a day, noon is taken, and said. */
function withTime(
  entries: readonly ParsedEntry[],
  when: string | undefined,
  { zone, now }: Scene,
): { readonly entries: readonly ParsedEntry[]; readonly effects: readonly Effect[] } {
  if (when === undefined || entries.length === 0) return { entries, effects: [] }
  const at = whenOf(when, zone, now)
  const moves = entries.some((e) => e.body.kind === 'move') && !isPoint(at)
  const noon: Interval =
    moves && at.earliest ? pointAt(earlier(msToInstant(Date.parse(at.earliest) + 43_200_000), now)) : at
  return {
    entries: entries.map((e) => ({ ...e, happenedAt: noon })),
    effects: [{ does: 'at', when: noon }, ...(moves ? [{ does: 'takes noon' } as const] : [])],
  }
}
const earlier = (a: string, b: string) => (a < b ? a : b)
