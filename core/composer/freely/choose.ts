/** Whether a line counts in its fixed form or as it was said: the fixed form where it is one, what people say where it is not. */
import type { Act } from '#core/work/reading/acts.ts'
import type { Parsed, Problem, Scene } from '../types.ts'
import type { Freely } from './index.ts'

/** Problems of wording: said otherwise, the line may be read. The others are the record's own. */
export const ofWording: ReadonlySet<Problem['why']> = new Set<Problem['why']>([
  'unknown verb',
  'form',
  'which function',
  'which position',
  'which part',
  'which result',
  'which lot',
  'which machine',
  'which evidence',
  'which cell',
  'which method',
  'which task',
  'which advice',
  'no such time',
])

/** First words of fixed forms whose rest is free text: nobody else says them so, and what they mean is never in doubt. */
const plainlyFixed =
  /^(?:note|jot|ask|answer \d|hazard|wait|over \d|stop:|later|did \d|drop \d|theory|advice from|opinion from|became|fault|copied|uncopied|incident|damage|earlier|tried|verdict|healthy|settle|fitted|print [A-Z]+\d|schematic|found|soak|read|find|done|lend|back|keep|store|discard|empty|use \d|missing|lost|loosen|tighten|break|remove|verify|all|test|in|out|swap|off|on|unplug|plug|adjust|power)\b/

/** What the fixed form would make that the machine does not have, or would swallow. */
const makesNew = (parsed: Parsed): boolean =>
  parsed.ok &&
  parsed.effects.some(
    (e) => e.does === 'adds function' || e.does === 'adds position' || e.does === 'reaches nothing yet',
  )

/** Acts that one fixed line tells as one. */
const kindOf = (acts: readonly Act[]): string => [...new Set(acts.map((a) => a.do))].join()

export function chosen(line: string, fixed: Parsed, { reading, parsed }: Freely, scene: Scene): Parsed {
  void scene
  if (!fixed.ok && 'needs' in fixed && plainlyFixed.test(line)) return fixed
  const understood = reading.read === 'whole' || (reading.read === 'part' && !fixed.ok)
  if (fixed.ok) {
    const several = new Set(reading.acts.map((a) => a.do)).size > 1
    const other = several || (makesNew(fixed) && !/\bnew\b/i.test(line))
    if (
      !plainlyFixed.test(line.trim()) &&
      reading.read === 'whole' &&
      parsed.ok &&
      !sameSort(fixed, kindOf(reading.acts))
    )
      return parsed
    return reading.read === 'whole' && parsed.ok && other && !makesNew(parsed) ? parsed : fixed
  }
  if (!understood) return fixed
  if (parsed.ok) return parsed
  if ('needs' in parsed) return parsed
  // What a rule forbids is said as the rule says it; what was only worded otherwise as the reader found it.
  return 'problem' in fixed && !ofWording.has(fixed.problem.why) ? fixed : parsed
}

const kindsOf: Readonly<Record<string, readonly string[]>> = {
  test: ['test'],
  read: ['reading'],
  out: ['move'],
  in: ['move'],
  swap: ['move'],
  off: ['fastening'],
  on: ['fastening'],
  unplug: ['connection', 'precaution'],
  plug: ['connection'],
  work: ['change'],
  adjust: ['change'],
  set: ['change'],
  power: ['power'],
  wait: ['wait'],
}
/** The fixed form and the reading speak of the same sort of thing: then the fixed form, which says more. */
function sameSort(fixed: Parsed & { ok: true }, kind: string): boolean {
  const wanted = kindsOf[kind]
  return wanted !== undefined && fixed.entries.some((e) => wanted.includes(e.body.kind))
}
