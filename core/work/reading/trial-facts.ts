/** What one clause says of a trial, gathered once, before it is read how it went. */
import type { Clause } from './clauses.ts'
import { failuresIn, ofMany, triesIn } from './counts.ts'
import { cellIn, everything, functionsIn, phrasesIn, startFunction } from './functions.ts'
import { cellWords } from './lexicon.ts'
import { type Line, named, words, written } from './line.ts'
import { conditionIn, gearIn, timeIn } from './slots.ts'
import type { Told } from './told.ts'
import type { Tried } from './trial.ts'

/** What one clause says of a trial, gathered once. */
export interface Facts {
  readonly line: Line
  readonly clause: Clause
  readonly told: Told
  readonly said: string
  /** A function is named in the clause itself. */
  readonly direct: readonly string[]
  readonly phrases: ReturnType<typeof phrasesIn>
  readonly has: (tag: string) => boolean
  readonly many: ReturnType<typeof ofMany>
  readonly tries: ReturnType<typeof triesIn>
  readonly failures: number | undefined
  /** "three times it hung" counts the failures. */
  readonly hung: boolean
  /** It is said of the line, before what was tried is known for sure. */
  readonly base: Omit<Tried, 'is'>
  /** The same with the start where that is what was tried. */
  readonly of: Omit<Tried, 'is'>
  readonly symptom: string
  /** What is said of it is denied: "not", "never". */
  readonly denies: boolean
  /** Good words and no others. */
  readonly onlyGood: boolean
}
/** It names something to try, and yet nothing was tried. */
export function isNoTrial(said: string): boolean {
  return (
    // A spring, a foot, a knob that is missing is found so, and no trial.
    /\b(?:spring|foot|feet|badge|knob|clip|spacer|keycap|hinge|flap|screw|bracket)s?\b.*\b(?:missing|gone|broken off|lost)\b/.test(
      said,
    ) ||
    // "should work", "may print again": hoped for, and not seen. "Like it should" was seen.
    /\b(?:may|might|should|ought to|hopefully|perhaps|maybe)\b/.test(
      said.replace(/\b(?:like|as|the way) (?:it|they|this) (?:should|ought to)\b/g, ''),
    ) ||
    // "hammer gap now 0.25 mm": a setting, and no trial of what it is set for.
    /\b(?:gap|clearance|play|height|stroke|distance)\b.*\d ?(?:mm|um|µm)\b/.test(said)
  )
}

export function factsOf(line: Line, clause: Clause, told: Told): Facts | undefined {
  const said = words(line, clause.from, clause.to)
  const { fns: direct, ask, indirect } = functionsIn(line, clause)
  const phrases = phrasesWithNo(line, clause, said)
  const has = (tag: string) => phrases.some((h) => h.tag === tag)
  const many = ofMany(line, clause.from, clause.to)
  // A part named for its function needs a word of how it went.
  if (indirect && !many && !['bad', 'part', 'good', 'now and then'].some(has)) return undefined
  const base = baseOf(line, clause, told, { said, direct, ask })
  const counted = triesIn(line, clause.from, clause.to)
  const hung =
    counted !== undefined &&
    /^\d+ times\b.*\b(?:hung|hangs?|failed|fails|stuck|froze|jammed|refused|crashed|missed|dropped|nothing|did not)\b/.test(
      said,
    ) &&
    !many
  const tries = hung ? undefined : counted
  const denies =
    /\b(?:not|no longer|never)\b/.test(said) &&
    !/\bno (?:longer )?(?:problems?|complaints?|failures?|errors?|faults?|trouble|misses|dropouts|issues?|smoke)\b/.test(
      said,
    )
  return {
    ...{ line, clause, told, said, direct, phrases, has, many, tries, hung, base, denies },
    failures: failuresIn(line, clause.from, clause.to, tries),
    of: base.fns.length > 0 ? base : { ...base, fns: [startFunction(line) ?? ''], carried: false },
    symptom: symptomOf(line, clause),
    onlyGood: has('good') && !has('bad') && !has('part') && !has('now and then'),
  }
}

/** What is said of how it went, with "send yes, receive no" and "no ding" as bad. */
function phrasesWithNo(line: Line, clause: Clause, said: string) {
  const own = phrasesIn(line, clause)
  const no =
    /\bno[ .!]*$/.test(said) ||
    named(line, clause.from, clause.to, 'function').some(
      (m) => line.tokens[m.from - 1]?.word === 'no' && m.by !== 'verb',
    ) ||
    line.tokens
      .slice(clause.from, clause.to)
      .some((t, k) => t.word === 'no' && cellWords.has(line.tokens[clause.from + k + 1]?.word ?? ''))
  return no ? [...own, { tag: 'bad' as const, from: clause.to - 1, to: clause.to }] : own
}

/** What was tried, with what and how; `carried`: it is named in a clause before. */
function baseOf(
  line: Line,
  clause: Clause,
  told: Told,
  { said, direct, ask }: Pick<Facts, 'said' | 'direct'> & { readonly ask: Tried['ask'] },
): Facts['base'] {
  const all = everything.test(said) && direct.length === 0
  const around = conditionIn(line, clause.from, clause.to)
  // "start from cold" is the name of a function, not how it was tried.
  const called = named(line, clause.from, clause.to, 'function')
  const condition =
    around && called.some((n) => n.from < around.to && n.to > around.from) ? undefined : around
  const gear = gearIn(line, clause.from, clause.to)[0]
  const time = timeIn(line, clause.from, clause.to)
  const carried = direct.length === 0 && !all
  const several =
    /\b(?:both|all|they|neither|either|none)\b/.test(said) && told.fns && told.fns.length > 1
      ? told.fns
      : undefined
  return {
    fns: all ? ['all'] : direct.length > 0 ? direct : (several ?? (told.fn ? [told.fn] : [])),
    carried,
    cell: cellIn(line, clause),
    ...(gear?.names[0] ? { gear: gear.names[0] } : carried && told.gear ? { gear: told.gear } : {}),
    ...(condition ? { condition: condition.text } : {}),
    ...(time ? { when: time.past } : {}),
    ...(ask ? { ask } : {}),
  }
}

/** What is wrong, in the words of the line: the clause without the function at its head. */
function symptomOf(line: Line, clause: Clause): string {
  const name = named(line, clause.from, clause.to, 'function').find(
    (m) => m.from === clause.from && m.by === 'name' && m.to < clause.to,
  )
  const from = name && !cellIn(line, clause) ? name.to : clause.from
  const start = /^[,:]$/.test(line.tokens[from]?.word ?? '') ? from + 1 : from
  return written(line, start, clause.to).replace(/^(?:but|and|only|then|so|also)\s+/i, '')
}
