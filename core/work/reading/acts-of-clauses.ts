/** Clauses as acts, each read in the light of those before it. */
import type { Act } from './acts.ts'
import { quantities } from './amounts.ts'
import type { Clause } from './clauses.ts'
import { earlier, finding } from './found.ts'
import { work } from './hands.ts'
import { incident } from './happened.ts'
import { judged } from './judged.ts'
import { type Line, named, tagged, words, written } from './line.ts'
import { measured } from './measured.ts'
import { moveReaders, placeReaders } from './moves.ts'
import { fastening } from './screws.ts'
import { timeIn } from './slots.ts'
import { spread } from './spreads.ts'
import { stock } from './stock.ts'
import { power } from './switching.ts'
import { targets } from './targets.ts'
import type { ClauseReader, Told } from './told.ts'
import { type Tried, mergeTried, testActs } from './trial.ts'
import { triedIn } from './tried.ts'
import { waitOver, waiting } from './waits.ts'

export interface Sofar {
  readonly acts: readonly Act[]
  readonly rest: readonly string[]
  readonly told: Told
}

/** What is done and seen, clause by clause, in this order: the more special act before the more general. */
const readers: readonly ClauseReader[] = [
  spread,
  earlier,
  stock,
  waiting,
  waitOver,
  power,
  incident,
  ...moveReaders,
  fastening,
  measured,
]

const isThought = (act: Act): act is Extract<Act, { do: 'suspect' | 'bad' | 'good' }> =>
  act.do === 'suspect' || act.do === 'bad' || act.do === 'good'

/** What was understood up to a clause, while the line is read. */
interface Reading {
  readonly line: Line
  readonly acts: Act[]
  readonly rest: string[]
  /** Clauses before, not understood by themselves: why the next part is judged, or words to be kept. */
  loose: string[]
  told: Told
  trial?: Tried | undefined
  /** The load that readings are taken on. */
  load?: string | undefined
  /** The time of a clause that said nothing else. */
  when?: string | undefined
}

const together = (...words: readonly (string | undefined)[]) => words.filter(Boolean).join(', ')

export function clauseActs(line: Line, clauses: readonly Clause[], before: Told): Sofar {
  const reading: Reading = { line, acts: [], rest: [], loose: [], told: before }
  for (const clause of clauses) {
    if (replacement(reading, clause) || sameEvent(reading, clause)) continue
    const read = readClause(line, clause, reading.told, reading.trial !== undefined)
    if (read && 'fns' in read) {
      if (!reasonOf(reading, clause, read) && !moreOfTrial(reading, clause)) trials(reading, clause, read)
    } else if (read) {
      if (!moreOfTrial(reading, clause)) does(reading, clause, read)
    } else adds(reading, clause)
  }
  endTrial(reading)
  keepLoose(reading)
  return { acts: reading.acts, rest: reading.rest, told: reading.told }
}

function endTrial(reading: Reading) {
  if (reading.trial) reading.acts.push(...testActs(reading.trial))
  reading.trial = undefined
}

function keepLoose(reading: Reading) {
  reading.rest.push(...reading.loose)
  reading.loose = []
}

const replaceLast = ({ acts }: Reading, act: Act) => {
  acts[acts.length - 1] = act
}

/** "Changed C9: was 470 µF, now 1000 µF": with what it was replaced. */
function replacement({ line, acts, trial }: Reading, clause: Clause): boolean {
  const last = acts.at(-1)
  if (trial || last?.do !== 'swap' || last.with !== undefined || !meansOnly(line, clause)) return false
  const means = written(line, clause.from, clause.to).replace(/^.*\bnow\s+/i, '')
  for (let i = acts.length - 1; i >= 0 && acts[i]?.do === 'swap'; i--)
    acts[i] = { ...(acts[i] as typeof last), with: means }
  return true
}

/** "I slipped with the screwdriver and scratched the case": one event. */
function sameEvent(reading: Reading, clause: Clause): boolean {
  const { line, acts } = reading
  const last = acts.at(-1)
  if (
    last?.do !== 'incident' ||
    !/^(?:and )?(?:scratched|broke|bent|cracked|chipped|tore|dented|cut|hit|burnt|melted|shorted|snapped|damaged|marked)\b/.test(
      words(line, clause.from, clause.to),
    )
  )
    return false
  replaceLast(reading, { ...last, words: `${last.words}, ${written(line, clause.from, clause.to)}` })
  return true
}

/** A trial that is only guessed, after a part was judged: why it was. */
function reasonOf(reading: Reading, clause: Clause, read: Tried): boolean {
  const last = reading.acts.at(-1)
  if (!read.guessed || reading.trial || !last || !isThought(last)) return false
  const text = written(reading.line, clause.from, clause.to)
  replaceLast(reading, { ...last, because: together(last.because, text) })
  return true
}

/** "even the sticky ones": more of what was said, and no verdict of its own. */
function moreOfTrial(reading: Reading, clause: Clause): boolean {
  const { line, trial } = reading
  if (
    !trial ||
    !/^(?:even|including|like|especially|mainly|mostly the)\b/.test(words(line, clause.from, clause.to))
  )
    return false
  if (trial.is !== 'pass')
    reading.trial = { ...trial, symptom: together(trial.symptom, written(line, clause.from, clause.to)) }
  return true
}

const whySaid = (line: Line, { why }: Clause) => why && written(line, why.from, why.to)

function trials(reading: Reading, clause: Clause, read: Tried) {
  const { line, when } = reading
  const why = whySaid(line, clause)
  // "punched 400 characters, none wrong": the clause before said what was tried.
  if (read.carried) reading.loose = []
  keepLoose(reading)
  const full = why && read.is !== 'pass' ? { ...read, symptom: together(read.symptom, why) } : read
  const dated = full.when === undefined && when !== undefined ? { ...full, when } : full
  if (reading.trial && sameTrial(reading.trial, dated)) reading.trial = mergeTried(reading.trial, dated)
  else {
    endTrial(reading)
    reading.trial = dated
  }
  reading.told = {
    ...reading.told,
    ...spokenOf(line, clause),
    fn: read.fns.at(-1),
    last: { do: 'test', fn: read.fns[0] ?? '', is: read.is },
  }
}

function does(reading: Reading, clause: Clause, read: readonly Act[]) {
  const { line } = reading
  endTrial(reading)
  const thought = read.some(isThought)
  const ground = together(...(thought ? reading.loose : []), whySaid(line, clause))
  if (thought) reading.loose = []
  else keepLoose(reading)
  reading.load = loadIn(line, clause, read) ?? reading.load
  const { load } = reading
  reading.acts.push(
    ...read.map((a): Act => {
      if (a.do === 'read' && load && !a.load) return { ...a, load }
      return isThought(a) && ground ? { ...a, because: together(ground, a.because) } : a
    }),
  )
  reading.told = toldOf(read, { ...reading.told, ...spokenOf(line, clause) })
}

/** The load that the readings from here on are taken on: "on the dummy load", "without load". */
function loadIn(line: Line, clause: Clause, read: readonly Act[]): string | undefined {
  const said = words(line, clause.from, clause.to)
  const [first] = read
  if (first?.do === 'read' && first.load && /^(?:on|with|under|at|without|no)\b/.test(said)) return first.load
  const dummy = /\b(?:with|on|into) (?:a |the )?(dummy load|dummy|load resistor|[\w ]*load)\b/.exec(said)?.[1]
  return read.some((a) => a.do === 'power') ? dummy : undefined
}

/** Words that add to what was tried or thought before. */
function adds(reading: Reading, clause: Clause) {
  const { line, acts, trial } = reading
  const text = written(line, clause.from, clause.to)
  const last = acts.at(-1)
  const gear = named(line, clause.from, clause.to, 'gear').filter((m) => m.names.length === 1)[0]?.names[0]
  if (trial && gear && !trial.gear) reading.trial = { ...trial, gear }
  else if (trial && addsTo(line, clause)) reading.trial = { ...trial, symptom: together(trial.symptom, text) }
  else if (!trial && last && isThought(last) && reading.loose.length === 0)
    replaceLast(reading, { ...last, because: together(last.because, text) })
  else if (
    !trial &&
    last?.do === 'find' &&
    last.where === undefined &&
    named(line, clause.from, clause.to, 'position', 'zone').length > 0
  )
    replaceLast(reading, { ...last, where: text })
  else if (isLoose(line, clause)) reading.loose.push(text)
  reading.when ??= timeIn(line, clause.from, clause.to)?.past
  reading.told = { ...reading.told, ...spokenOf(line, clause) }
}

/** Amounts and nothing that was measured: what a replaced part was, and is. */
const meansOnly = (line: Line, clause: Clause): boolean =>
  quantities(line, clause.from, clause.to).some((q) => q.of === 'electrical') &&
  named(line, clause.from, clause.to, 'position', 'point', 'function').length === 0 &&
  !/\b(?:measured|reads?|gives|rail|ripple|volts? at|shows)\b/.test(words(line, clause.from, clause.to))

/** A clause as one act, or as a trial that others may go on from. */
function readClause(
  line: Line,
  clause: Clause,
  told: Told,
  trying: boolean,
): readonly Act[] | Tried | undefined {
  for (const reader of readers) {
    const acts = reader(line, clause, told)
    if (acts && acts.length > 0) return acts
  }
  const worked = work(line, clause, told)
  const trial = triedIn(line, clause, told)
  const placed = placeReaders.flatMap((reader) => reader(line, clause, told) ?? [])
  const out = placed[0]?.do === 'out'
  // "desoldered", "soldered in": how it went is no work of its own.
  const how =
    worked?.[0]?.do === 'work' &&
    /solder|^(?:lift|press|push|stick|air|clip|snip|cut|prise|lever|unclip|pull|unscrew|screw)$/.test(
      worked[0].verb,
    )
  if (worked && placed.length > 0)
    return how ? placed : out ? [...placed, ...worked] : [...worked, ...placed.slice(0, 1)]
  const notPossible = trial?.is === 'not possible' || trial?.is === 'inconclusive'
  if (worked && !notPossible) return worked
  if (notPossible) return trial
  if (placed.length > 0) return placed
  const thought = judged(line, clause, told)
  const found = finding(line, clause, told)
  const direct = named(line, clause.from, clause.to, 'function').filter(
    (m) => m.by === 'name' || m.by === 'alias',
  )
  const part = targets(line, clause).filter((t) => t.mention.by !== 'verb' && t.names.length === 1)
  // "IC4 is dead" judges a part; "bell dead" is a trial of the function.
  if (thought && part.length > 0 && (direct.length === 0 || thought.some((a) => a.do === 'suspect')))
    return thought
  if (thought && direct.length === 0 && (part.length > 0 || !trial)) return thought
  if (trial && found) {
    // "crack in the display window" is found; "screen rolls" is tried.
    const zone = named(line, clause.from, clause.to, 'zone').length > 0
    const explicit = direct.length > 0 && !trial.carried
    const physical =
      found.some((a) => a.do === 'find' && a.finding !== 'other' && a.finding !== 'residue') &&
      tagged(line, clause.from, clause.to, 'finding').some((h) => h.to - h.from > 1)
    if (physical) return found
    // "shift lock sticky": the same word says how it goes.
    const both = tagged(line, clause.from, clause.to, 'part').some((h) =>
      tagged(line, clause.from, clause.to, 'finding').some((f) => f.from === h.from && f.to === h.to),
    )
    if (both && explicit && !zone) return trial
    const sure = found.some((a) => a.do === 'find' && a.finding !== 'other' && a.finding !== 'loss')
    if (sure && (zone || !explicit || tagged(line, clause.from, clause.to, 'bad').length === 0)) return found
    return !explicit || zone ? found : trial
  }
  if (trial && (!trial.carried || trying || told.fn !== undefined)) return trial
  return found ?? thought
}

/** Goes on with the same function, or names none. */
const sameTrial = (a: Tried, b: Tried) =>
  b.carried || (a.fns.length === b.fns.length && a.fns.every((f) => b.fns.includes(f)))

/** What a clause spoke of, for "it" in the next. */
function spokenOf(line: Line, clause: Clause): Partial<Told> {
  const parts = targets(line, clause).flatMap((t) => (t.names.length === 1 ? t.names : []))
  const gear = named(line, clause.from, clause.to, 'gear').filter((m) => m.names.length === 1)[0]?.names[0]
  const longer = line.mentions.filter((o) => o.sort === 'position' && o.by !== 'noun')
  const tried = named(line, clause.from, clause.to, 'function').filter(
    (m) =>
      (m.by === 'name' || m.by === 'alias') &&
      m.names.length === 1 &&
      !longer.some((o) => o.from <= m.from && m.to <= o.to && o.to - o.from > m.to - m.from),
  )
  const names = named(line, clause.from, clause.to, 'position', 'zone', 'gear').filter((m) => m.by !== 'verb')
  const first = names[0]
  return {
    ...(parts.length > 0 ? { targets: parts } : {}),
    ...(tried[0] ? { fn: tried.at(-1)?.names[0], fns: tried.flatMap((m) => m.names) } : {}),
    ...(gear ? { gear } : {}),
    ...(first
      ? { what: first.names.length === 1 ? first.names[0] : written(line, first.from, first.to) }
      : {}),
  }
}

export function toldOf(acts: readonly Act[], told: Told): Told {
  const last = acts.at(-1)
  const whats = acts.flatMap((a) => ('what' in a && a.what ? [a.what] : 'at' in a ? [a.at] : []))
  const named = acts.flatMap((a) =>
    a.do === 'out' ||
    a.do === 'back' ||
    a.do === 'lend' ||
    a.do === 'good' ||
    a.do === 'bad' ||
    a.do === 'suspect'
      ? [a.what]
      : a.do === 'in' || a.do === 'swap'
        ? [a.at]
        : [],
  )
  const where = acts.flatMap((a) => ((a.do === 'find' || a.do === 'incident') && a.where ? [a.where] : []))
  return {
    ...told,
    ...(last ? { last } : {}),
    ...(named.length > 0 ? { targets: named } : {}),
    ...(where[0] ? { what: where[0] } : whats[0] ? { what: whats[0] } : {}),
  }
}

/** A clause that only says more of the trial before: no name of its own. */
const addsTo = (line: Line, clause: Clause) =>
  named(line, clause.from, clause.to, 'position', 'zone', 'gear', 'point').length === 0

/** A clause of which nothing was understood and that may have said something. */
const isLoose = (line: Line, clause: Clause) =>
  clause.to - clause.from > 2 &&
  (line.verbs.some(
    (v) =>
      v.at >= clause.from &&
      v.at < clause.to &&
      v.form === 'past' &&
      v.verb.act !== 'read' &&
      !/^(?:take|get|give|bring|break|fall|change|spend)$/.test(v.verb.lemma),
  ) ||
    named(line, clause.from, clause.to, 'function', 'position', 'zone', 'point', 'gear').length > 0)
