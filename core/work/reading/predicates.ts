/** Whether words say something by themselves: a verb, a result, a finding, an amount. */
import { coverWords } from './lexicon.ts'
import { type Line, named, tagged, within, words } from './line.ts'
import { unitOf } from './numbers.ts'
import { verbOf } from './names.ts'

const fillers = new Set(
  'the a an and both of then also i we it is are was were has have just again too my our this that these those all so there been be next to s'.split(
    ' ',
  ),
)

/** A length or an end of time: "6 hours", "till 7 tomorrow". */
const lasts = (line: Line, from: number, to: number): boolean => {
  for (let i = from; i < to; i++) {
    const unit =
      line.tokens[i]?.unit ?? (line.tokens[i]?.sort === 'number' ? line.tokens[i + 1]?.word : undefined)
    if (unit && i < to && unitOf(unit)?.of === 'time') return true
    if (/^(?:until|till|by)$/.test(line.tokens[i]?.word ?? '') && line.times.some((t) => t.from === i + 1))
      return true
  }
  return false
}

export const particle = /^(?:out|in|off|on|back|up)$/

export const finite =
  /^(?:out|off|in|on|back|up|down|lent|gone|is|are|was|were|has|had|sits|sit|reads|shows|power|powered|switched|turned|left|goes|went|comes|came|come|gets|got|gives|gave|spins|hums|moves|stays|must|will|can|should|never|do|does|did|needs|wants|took|put|gave|made|found|saw|seems|looks|feels|runs|ran|holds|keeps|kept|starts|started|turns|rings|rang|prints|printed|types|typed|loads|loaded|forgets|loses|remains|becomes|became|new|now|enough|better|worse|boots|booted|reads|punches|feeds|sends|receives|works)$/

/** "The bell rings": a function's own verb after its name. "Bell ring" is a name. */
const doesItsWork = (line: Line, from: number, to: number): boolean => {
  const functions = named(line, from, to, 'function')
  return functions.some(
    (v) =>
      v.by === 'verb' &&
      /(?:s|ed)$/.test(line.tokens[v.from]?.word ?? '') &&
      functions.some((f) => f.by !== 'verb' && f.to === v.from && f.names.some((n) => v.names.includes(n))),
  )
}

/** Something in it says that something was done, seen or is so. */
export function hasPredicate(line: Line, from: number, to: number): boolean {
  if (
    tagged(
      line,
      from,
      to,
      'good',
      'bad',
      'part',
      'finding',
      'incident',
      'hazard',
      'over',
      'not possible',
      'cannot tell',
      'now and then',
    ).length > 0
  )
    return true
  if (
    line.verbs.some(
      (v) => v.at >= from && v.at < to && (v.form !== 'ing' || v.at === from) && !nounLike(line, v.at),
    )
  )
    return true
  if (doesItsWork(line, from, to)) return true
  if (lasts(line, from, to) || /\bfrom (?:its|the|their) sockets?\b/.test(words(line, from, to))) return true
  if (/^(?:yes|no)$/.test(line.tokens[to - 1]?.word ?? '') && to - from > 1) return true
  return line.tokens
    .slice(from, to)
    .some(
      (t, k) =>
        t.sort === 'size' ||
        t.unit !== undefined ||
        t.word === '->' ||
        (t.sort === 'number' && unitOf(line.tokens[from + k + 1]?.word ?? '')?.of === 'electrical') ||
        finite.test(t.word),
    )
}

/** "the punch", "a clean cloth": a form of a verb that stands where a noun does. */
export function nounLike(line: Line, at: number): boolean {
  const before = line.tokens[at - 1]?.word
  const known = verbOf(line.vocabulary, line.tokens[at]?.word ?? '')
  if (!known || known.form === 'past') return false
  return (
    before !== undefined &&
    /^(?:the|a|an|this|that|my|our|its|their|of|with|by|some|no|new|old|into|in|from|under|on|for|wire|contact|good|bad)$/.test(
      before,
    )
  )
}

export const nameOnly = (line: Line, from: number, to: number): boolean => {
  const names = named(line, from, to, 'position', 'function', 'zone', 'point', 'gear', 'person')
  const covers = line.tokens.slice(from, to).some((t) => coverWords.has(t.word) && t.word !== 'back')
  if (names.length === 0 && !covers) return false
  if (tagged(line, from, to, 'good', 'bad', 'part', 'over', 'incident').length > 0) return false
  if (doesItsWork(line, from, to)) return false
  return line.tokens.slice(from, to).every((t, k) => {
    const at = from + k
    return (
      fillers.has(t.word) ||
      coverWords.has(t.word) ||
      names.some((m) => m.from <= at && at < m.to) ||
      line.times.some((x) => x.from <= at && at < x.to)
    )
  })
}

export const amountTaker =
  /\b(?:bought|got|ordered|purchased|swapped|replaced|renewed|exchanged|changed|new|soaking|soak|drying|dry|resting|charging|curing|bath|lamp|baking|fitted|used)\b/

export const amountOnly = (line: Line, from: number, to: number): boolean =>
  line.tokens.slice(from, to).some((t) => t.sort === 'number') &&
  line.tokens
    .slice(from, to)
    .every(
      (t) =>
        t.sort === 'number' ||
        unitOf(t.word) !== undefined ||
        /^(?:each|both|together|altogether|in|all|apiece|a|piece|for|about|or|so|more|,|\/|-|\(|\)|at|least|time|times|of|type|radial|axial)$/.test(
          t.word,
        ),
    )

/** "all 29 keys respond", "no picture at all", "on Sunday I oiled …": it leans by its first word, and has a subject and a verb of its own. */
export function ownSubject(line: Line, from: number, to: number): boolean {
  const word = line.tokens[from]?.word ?? ''
  const subjects = named(line, from, to, 'function', 'position', 'zone', 'point', 'gear', 'person')
  const said = tagged(line, from, to, 'good', 'bad', 'part', 'over', 'incident', 'finding')
  const verb = line.verbs.some((v) => v.at >= from && v.at < to && v.form === 'past')
  if (
    /^(?:only|just)$/.test(word) &&
    /^(?:with|by|dry|in|on|for|at|after|from|using|when|once|because|to)$/.test(
      line.tokens[from + 1]?.word ?? '',
    )
  )
    return false
  if (/^(?:all|both|only|still|no|not|so|again|each|that)$/.test(word))
    return said.length > 0 || verb || (word === 'that' && to - from > 3)
  if (/^with (?:that|it|this|them)\b/.test(words(line, from, to)) && subjects.length > 0) return true
  if (/^(?:after|when|at|on|in|with|before|if|under|as|from|for)$/.test(word))
    return (
      subjects.length > 0 &&
      (said.length > 0 || verb) &&
      within(line.times, from, to).length + said.length + (verb ? 1 : 0) > 1
    )
  return false
}
