/** Whether a line counts in its fixed form or as it was said: the fixed form where it is one, what people say where it is not. */
import type { Act, Reading } from '#core/work/reading/acts.ts'
import type { Parsed, Problem } from '../types.ts'

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

/** Forms whose rest is free text: whatever it says belongs to them. */
const ofWords =
  /^(?:at\s|note|jot|ask|answer|hazard|later|theory|advice|opinion|became|withdrawn|confirmed|fault|incident|damage|earlier|tried|bad|good|suspect|stop|verdict|copied|uncopied|wait|power|done|test|all|find|verify|keep|store|discard|did|drop|soak|settle|fitted|healthy|use|print|schematic)\b|"/i

const pointOf = (parsed: Parsed): string | undefined => {
  const [first] = parsed.ok ? parsed.entries : []
  return first?.body.kind === 'reading' && parsed.ok && parsed.entries.length === 1
    ? first.body.point
    : undefined
}

/** What the fixed form would make that the machine does not have, or of a name that nothing knows. */
const makesNew = (parsed: Parsed): boolean =>
  parsed.ok &&
  parsed.effects.some(
    (e) => e.does === 'adds function' || e.does === 'adds position' || e.does === 'reaches nothing yet',
  )

const addsFunction = (parsed: Parsed): boolean =>
  parsed.ok && parsed.effects.some((e) => e.does === 'adds function' || e.does === 'adds position')

const kindsOf = {
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
} as Readonly<Partial<Record<Act['do'], readonly string[]>>>

/** The fixed form and the reading speak of one and the same sort of thing. */
function sameSort(fixed: Parsed & { ok: true }, acts: readonly Act[]): boolean {
  const dos = [...new Set(acts.map((a) => a.do))]
  const wanted = dos.length === 1 && dos[0] ? kindsOf[dos[0]] : undefined
  return wanted !== undefined && fixed.entries.some((e) => wanted.includes(e.body.kind))
}

/** What a reader made of a line, and what its acts come to. */
export interface Freely {
  readonly reading: Reading
  readonly parsed: Parsed
}

export function chosen(line: string, fixed: Parsed, { reading, parsed }: Freely): Parsed {
  const whole = reading.read === 'whole' && parsed.ok
  if (fixed.ok) {
    const text = line.trim()
    const isNew = makesNew(fixed) && !/\bnew\b/i.test(text)
    // “wash the roller”: the same thing, with its name resolved. “test flux capacitor pass” asks before it is added.
    if (isNew)
      return whole && (sameSort(fixed, reading.acts) ? !addsFunction(parsed) : !ofWords.test(text))
        ? parsed
        : fixed
    const cells = fixed.entries.some((e) => e.body.kind === 'test' && e.body.results.some((r) => r.cells))
    // “5V rail measured 4.93”: the name of the point without what was done there.
    const [a, b] = [pointOf(fixed), pointOf(parsed)]
    if (whole && a !== undefined && b !== undefined && b.length < a.length) return parsed
    return whole && !ofWords.test(text) && !cells && !sameSort(fixed, reading.acts) ? parsed : fixed
  }
  // A number or a tag is being looked up: nothing else is made of the line meanwhile.
  if ('needs' in fixed) return /\d/.test(fixed.needs) || reading.read !== 'whole' ? fixed : parsed
  // Cells of a grid are named as the grid has them.
  if (fixed.problem.why === 'which cell') return fixed
  // What a rule forbids is said as the rule says it; what was only worded otherwise, as the reader found it.
  if (reading.read === 'not' || !ofWording.has(fixed.problem.why)) return fixed
  return parsed
}
