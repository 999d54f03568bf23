/**
 * The one reader: a line as people say it becomes acts with slots. Words are found to be names, times, amounts, phrases and verbs
 * (`line`); sentences that are one thing as a whole are read so (`sentences`); the others are cut into clauses, each read as what
 * was done, tried, measured, found or thought. What is not understood is kept as words. May be used by any side.
 */
import type { Act, Reading, ReadingScene } from './acts.ts'
import { clausesOf, type Clause } from './clauses.ts'
import { earlier, finding, incident, judged } from './found.ts'
import { fastening, power, stock, waiting, waitOver, work } from './hands.ts'
import { lineOf, named, tagged, words, written, type Line } from './line.ts'
import { measured } from './measured.ts'
import { moveReaders, placeReaders, targets } from './moves.ts'
import { spokenAs, stopped, type Sentence } from './sentences.ts'
import { isKnownWord } from './spelling.ts'
import { quantities, timeIn } from './slots.ts'
import { mergeTried, testActs, triedIn, type Tried } from './tried.ts'
import type { ClauseReader, Told } from './told.ts'

export type { Act, Reading, ReadingScene } from './acts.ts'

const nothing: Reading = { acts: [], read: 'not', rest: [] }

export function readLine(text: string, scene: ReadingScene): Reading {
  const line = lineOf(text, scene)
  if (line.tokens.length === 0 || isNoise(line)) return { ...nothing, rest: [text] }
  const sentences = sentencesOf(line)
  const acts: Act[] = []
  const rest: string[] = []
  let told: Told = { targets: [], sentenceTo: line.tokens.length }
  for (let at = 0; at < sentences.length; at++) {
    const sentence = sentences[at] as Sentence
    const end = stopped(line, sentences, at)
    if (end && !leadsWithActs(line, sentence)) {
      acts.push(...end.acts)
      at += end.took - 1
      continue
    }
    const read = sentenceActs(line, sentence, told)
    acts.push(...read.acts)
    rest.push(...read.rest)
    told = read.told
  }
  const tidy = settled(acts)
  if (tidy.length === 0) return { ...nothing, rest: [text] }
  const missed = rest.length === 0 && !accounted(line, tidy)
  return { acts: tidy, read: rest.length === 0 && !missed ? 'whole' : 'part', rest: missed ? [text] : rest }
}

const speaks = new Set<Act['do']>([
  'claim',
  'plan',
  'ask',
  'query',
  'remind',
  'hazard',
  'note',
  'answer',
  'verify',
  'stop',
  'correct',
  'undo',
  'sum',
  'ask which',
  'close',
])
/** What the line says loudest is in one of its acts: a finding, an event, a size, a value. */
function accounted(line: Line, acts: readonly Act[]): boolean {
  if (acts.some((a) => speaks.has(a.do))) return true
  const some = (...dos: readonly Act['do'][]) => acts.some((a) => dos.includes(a.do))
  const end = line.tokens.length
  const whole = new Set([
    'leak',
    'corrosion',
    'rust',
    'crack',
    'yellowing',
    'mould',
    'scorched',
    'scratch',
    'broken track',
    'lifted pad',
    'earlier work',
  ])
  const found = tagged(line, 0, end, 'finding').some(
    (h) => whole.has(h.is ?? '') && !/^(?:green|conductor)$/.test(words(line, h.from, h.to)),
  )
  if (found && !some('find', 'test', 'bad', 'suspect', 'incident', 'work', 'good')) return false
  if (
    line.tokens.some((t) => t.sort === 'size') &&
    !some('off', 'on', 'use', 'buy', 'count', 'find', 'incident')
  )
    return false
  return true
}

/** Sentences end at full stops, semicolons, and marks of question and exclamation. */
function sentencesOf(line: Line): Sentence[] {
  const out: Sentence[] = []
  let from = 0
  line.tokens.forEach((token, i) => {
    const call = token.word === '!' && i - from <= 1 && line.tokens[i + 1] !== undefined
    const end = token.sort === 'sign' && /^[.;!?]$/.test(token.word) && !call
    const next = line.tokens[i + 1]
    if (!end || (next?.sort === 'sign' && /^[.;!?]$/.test(next.word))) return
    if (i + 1 > from) out.push({ from, to: i + 1, sole: false })
    from = i + 1
  })
  if (from < line.tokens.length) out.push({ from, to: line.tokens.length, sole: false })
  const real = out.filter((s) => line.tokens.slice(s.from, s.to).some((t) => t.sort !== 'sign'))
  // "plus side to the edge?? please check": one saying.
  for (let k = real.length - 1; k > 0; k--) {
    const [a, b] = [real[k - 1], real[k]]
    if (
      a &&
      b &&
      /^(?:please|check|discuss|can (?:some|any)|someone|somebody) /.test(words(line, b.from, b.to)) &&
      line.tokens[a.to - 1]?.word === '?'
    )
      real.splice(k - 1, 2, { ...a, to: b.to })
  }
  return real.map((s) => ({ ...s, sole: real.length === 1 }))
}

/** "power off, packing up": acts stand before the word that ends the evening. */
const leadsWithActs = (line: Line, s: Sentence) => {
  const clauses = clausesOf(line).filter((c) => c.from >= s.from && c.to <= s.to)
  return (
    clauses.length > 1 && power(line, clauses[0] as Clause, { targets: [], sentenceTo: s.to }) !== undefined
  )
}

interface Sofar {
  readonly acts: readonly Act[]
  readonly rest: readonly string[]
  readonly told: Told
}

/** Clauses from which the rest of a sentence may be one thing as a whole: "…, put on gloves before you touch it". */
function sentenceActs(line: Line, s: Sentence, before: Told): Sofar {
  const told = { ...before, sentenceTo: s.to }
  const clauses = clausesOf(line).filter((c) => c.from < s.to && c.to > s.from)
  for (const clause of clauses.slice(1)) {
    const tail: Sentence = { from: clause.from, to: s.to, sole: false }
    const spoken = stopped(line, [tail], 0)?.acts ?? spokenAs(line, tail)
    if (!spoken || spoken.some((a) => a.do === 'note' || (a.do === 'verify' && false))) continue
    const head = clauses.filter((c) => c.to <= clause.from)
    const first = clauseActs(line, head, told)
    if (/\b(?:means|would mean|implies)\b/.test(words(line, s.from, clause.from))) break
    if (head.length > 0 && hazardIn(line, head[0]?.from ?? 0, clause.from)) break
    if (
      first.acts.length > 0 &&
      first.rest.length === 0 &&
      first.acts.every((a) => tellable.has(a.do)) &&
      !spokenAs(line, s)?.some((a) => strongWhole.has(a.do))
    )
      return { ...first, acts: [...first.acts, ...spoken] }
    break
  }
  const whole = spokenAs(line, s)
  if (whole) return { acts: whole, rest: [], told: toldOf(whole, told) }
  return clauseActs(line, clauses, told)
}
const hazardIn = (line: Line, from: number, to: number) => tagged(line, from, to, 'hazard').length > 0
/** Acts that may stand before a sentence's other part. */
const tellable = new Set<Act['do']>([
  'test',
  'read',
  'out',
  'in',
  'swap',
  'off',
  'on',
  'unplug',
  'plug',
  'work',
  'adjust',
  'set',
  'find',
  'incident',
  'power',
  'wait',
  'wait over',
  'every',
  'bad',
  'good',
  'suspect',
  'back',
  'use',
  'buy',
  'count',
  'lend',
])
/** What is so as a whole even when its first words could be an act by themselves. */
const strongWhole = new Set<Act['do']>([
  'claim',
  'correct',
  'undo',
  'query',
  'sum',
  'answer',
  'remind',
  'plan',
  'ask',
])

/** What is done and seen, clause by clause, in this order: the more special act before the more general. */
const readers: readonly ClauseReader[] = [
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

function clauseActs(line: Line, clauses: readonly Clause[], before: Told): Sofar {
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
function toldOf(acts: readonly Act[], told: Told): Told {
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

/** One act told in two clauses is one; a part taken out to be replaced is replaced. */
function settled(acts: readonly Act[]): readonly Act[] {
  const out: Act[] = []
  for (const act of acts) {
    const last = out.at(-1)
    if (
      last &&
      (last.do === 'off' || last.do === 'on') &&
      act.do === last.do &&
      (last.what === undefined ||
        act.what === undefined ||
        (last.count === undefined && act.size === undefined))
    ) {
      const same = !(last.count !== undefined && act.count !== undefined)
      if (same) {
        out[out.length - 1] = {
          ...act,
          ...last,
          ...(last.what ? {} : act.what ? { what: act.what } : {}),
          ...(last.count === undefined && act.count !== undefined ? { count: act.count } : {}),
          ...(last.size ? {} : act.size ? { size: act.size } : {}),
          ...(last.cup ? {} : act.cup ? { cup: act.cup } : {}),
        }
        continue
      }
    }
    if (act.do === 'swap') {
      const dropped = out.findIndex((a) => a.do === 'out' && a.what === act.at)
      if (dropped >= 0) out.splice(dropped, 1)
    }
    // "it gets hot, I don't trust it": what was found of a part is why it is judged.
    if (
      (act.do === 'bad' || act.do === 'suspect') &&
      last &&
      (last.do === 'find' || last.do === 'test') &&
      out.length > 0
    ) {
      const words = last.do === 'find' ? last.words : last.symptom
      if (
        last.do === 'find' &&
        words?.toLowerCase().includes(act.what.toLowerCase()) &&
        !act.because?.toLowerCase().includes(words.toLowerCase())
      ) {
        out[out.length - 1] = { ...act, because: words }
        continue
      }
    }
    if (act.do === 'find' && last && (last.do === 'bad' || last.do === 'suspect') && act.words) {
      out[out.length - 1] = { ...last, because: [last.because, act.words].filter(Boolean).join(', ') }
      continue
    }
    // "cleaned and lubricated the bell": of the same thing.
    if (act.do === 'work' && act.what && last?.do === 'work' && last.what === undefined)
      out[out.length - 1] = { ...last, what: act.what }
    // "a bang and a flash from CX1" is one event.
    if (act.do === 'incident' && last?.do === 'incident') {
      out[out.length - 1] = { ...last, words: `${last.words}, ${act.words}`, where: last.where ?? act.where }
      continue
    }
    // "desoldered, they lie in tin 2": where it went belongs to its going out.
    const gone =
      act.do === 'out'
        ? out.findIndex((a) => a.do === 'out' && a.what === act.what && a.to === undefined)
        : -1
    if (act.do === 'out' && gone >= 0) {
      out[gone] = act
      continue
    }
    if (act.do === 'find' && last?.do === 'find' && last.where === undefined && act.where) {
      out[out.length - 1] = { ...last, where: act.where }
      continue
    }
    // "gone hard and shiny": one look at one place.
    if (
      act.do === 'find' &&
      last?.do === 'find' &&
      last.finding !== 'other' &&
      act.finding === 'other' &&
      act.where === last.where
    ) {
      out[out.length - 1] = { ...last, words: [last.words, act.words].filter(Boolean).join(', ') }
      continue
    }
    if (act.do === 'stop' && last?.do === 'stop') {
      out[out.length - 1] = last.next && !act.next ? last : act
      continue
    }
    out.push(act)
  }
  // What was not so is a note only where nothing else is said.
  return out.length > 1 ? out.filter((a) => a.do !== 'note') : out
}

/** Nothing in it is a sentence: a slip of the keys, or filler. */
function isNoise(line: Line): boolean {
  const real = line.tokens.filter((t) => t.sort === 'word' && /^[a-z]/.test(t.word))
  if (line.mentions.some((m) => m.by === 'name' && m.to - m.from > 0 && m.sort !== 'person')) return false
  if (
    line.tokens.some((t) => t.sort === 'size' || t.unit) ||
    quantities(line, 0, line.tokens.length).some((q) => q.of === 'electrical')
  )
    return false
  const content = real.filter((t) => !filler.has(t.word))
  const numbers = line.tokens.filter((t) => t.sort === 'number')
  if (content.length === 0) return numbers.length === 0
  const known = content.filter(
    (t) =>
      isKnownWord(t.word) ||
      line.verbs.some((v) => line.tokens[v.at] === t && !v.guessed) ||
      line.mentions.some((m) => line.tokens[m.from] === t) ||
      tagged(line, 0, line.tokens.length).some((h) => line.tokens[h.from] === t),
  )
  // A word that had to be mended counts for little: any slip of the keys is near to something.
  const weight = known.reduce(
    (sum, t) => sum + (t.mended && !line.mentions.some((m) => line.tokens[m.from] === t) ? 0.3 : 1),
    0,
  )
  return weight / content.length < 0.34
}
const filler = new Set(
  'the a an and or of to in on at by it its he she they we i you is are was were be been so then also with but not no yes now hm hmm uh um oh ah well you know that this these those if as for from up down off out over wait just like'.split(
    ' ',
  ),
)
