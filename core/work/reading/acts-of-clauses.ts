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

export function clauseActs(line: Line, clauses: readonly Clause[], before: Told): Sofar {
  const acts: Act[] = []
  const rest: string[] = []
  /** Clauses before, not understood by themselves: why the next part is judged, or words to be kept. */
  let loose: string[] = []
  let told = before
  let trial: Tried | undefined
  let load: string | undefined
  /** The time of a clause that said nothing else. */
  let when: string | undefined
  const flush = () => {
    if (trial) acts.push(...testActs(trial))
    trial = undefined
  }
  const keepLoose = () => {
    rest.push(...loose)
    loose = []
  }
  for (const clause of clauses) {
    const text = written(line, clause.from, clause.to)
    const why = clause.why && written(line, clause.why.from, clause.why.to)
    const before = acts.at(-1)
    // "Changed C9: was 470 µF, now 1000 µF": with what it was replaced.
    if (!trial && before?.do === 'swap' && before.with === undefined && meansOnly(line, clause)) {
      for (let i = acts.length - 1; i >= 0 && acts[i]?.do === 'swap'; i--)
        acts[i] = { ...(acts[i] as typeof before), with: text.replace(/^.*\bnow\s+/i, '') }
      continue
    }
    // "I slipped with the screwdriver and scratched the case": one event.
    if (
      before?.do === 'incident' &&
      /^(?:and )?(?:scratched|broke|bent|cracked|chipped|tore|dented|cut|hit|burnt|melted|shorted|snapped|damaged|marked)\b/.test(
        words(line, clause.from, clause.to),
      )
    ) {
      acts[acts.length - 1] = { ...before, words: `${before.words}, ${text}` }
      continue
    }
    const read = readClause(line, clause, told, trial !== undefined)
    const judged = acts.at(-1)
    if (read && 'fns' in read && read.guessed && !trial && judged && isThought(judged)) {
      acts[acts.length - 1] = { ...judged, because: [judged.because, text].filter(Boolean).join(', ') }
      continue
    }
    // "even the sticky ones": more of what was said, and no verdict of its own.
    if (
      trial &&
      read &&
      /^(?:even|including|like|especially|mainly|mostly the)\b/.test(words(line, clause.from, clause.to))
    ) {
      if (trial.is !== 'pass') trial = { ...trial, symptom: [trial.symptom, text].filter(Boolean).join(', ') }
      continue
    }
    if (read && 'fns' in read) {
      // "punched 400 characters, none wrong": the clause before said what was tried.
      if (read.carried) loose = []
      keepLoose()
      const full =
        why && read.is !== 'pass'
          ? { ...read, symptom: [read.symptom, why].filter(Boolean).join(', ') }
          : read
      const dated = full.when === undefined && when !== undefined ? { ...full, when } : full
      if (trial && sameTrial(trial, dated)) trial = mergeTried(trial, dated)
      else {
        flush()
        trial = dated
      }
      told = {
        ...told,
        ...spokenOf(line, clause),
        fn: read.fns.at(-1),
        last: { do: 'test', fn: read.fns[0] ?? '', is: read.is },
      }
      continue
    }
    if (read) {
      flush()
      const thought = read.some(isThought)
      const ground = [...(thought ? loose : []), why].filter(Boolean).join(', ')
      if (thought) loose = []
      else keepLoose()
      const dummy = /\b(?:with|on|into) (?:a |the )?(dummy load|dummy|load resistor|[\w ]*load)\b/.exec(
        words(line, clause.from, clause.to),
      )?.[1]
      if (read.some((a) => a.do === 'power') && dummy) load = dummy
      const first = read[0]
      if (
        first?.do === 'read' &&
        first.load &&
        /^(?:on|with|under|at|without|no)\b/.test(words(line, clause.from, clause.to))
      )
        load = first.load
      acts.push(
        ...read.map((a): Act => {
          if (a.do === 'read' && load && !a.load) return { ...a, load }
          return isThought(a) && ground
            ? { ...a, because: [ground, a.because].filter(Boolean).join(', ') }
            : a
        }),
      )
      told = toldOf(read, { ...told, ...spokenOf(line, clause) })
      continue
    }
    const last = acts.at(-1)
    const gear = named(line, clause.from, clause.to, 'gear').filter((m) => m.names.length === 1)[0]?.names[0]
    // Words that add to what was tried or thought before.
    if (trial && gear && !trial.gear) trial = { ...trial, gear }
    else if (trial && adds(line, clause))
      trial = { ...trial, symptom: [trial.symptom, text].filter(Boolean).join(', ') }
    else if (!trial && last && isThought(last) && loose.length === 0)
      acts[acts.length - 1] = { ...last, because: [last.because, text].filter(Boolean).join(', ') }
    else if (
      !trial &&
      last?.do === 'find' &&
      last.where === undefined &&
      named(line, clause.from, clause.to, 'position', 'zone').length > 0
    )
      acts[acts.length - 1] = { ...last, where: text }
    else if (isLoose(line, clause)) loose.push(text)
    when ??= timeIn(line, clause.from, clause.to)?.past
    told = { ...told, ...spokenOf(line, clause) }
  }
  flush()
  keepLoose()
  return { acts, rest, told }
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
const adds = (line: Line, clause: Clause) =>
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
