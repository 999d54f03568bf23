/** Work by hand: the verb, what it was done to, with what. */
import type { Act } from './acts.ts'
import { type Clause } from './clauses.ts'
import { nounLike } from './predicates.ts'
import { type Line, named, tagged, words, written } from './line.ts'
import { isState } from './states.ts'
import { targets } from './targets.ts'
import { stopAt, timeIn, whenOf } from './slots.ts'
import type { ClauseReader, Told } from './told.ts'

const meansLead = /^(?:with|using|by|in|w|through|via)$/

/** Work that was done: the verb, what it was done to, with what. */
export const work: ClauseReader = (line, clause, told) => {
  const said = words(line, clause.from, clause.to)
  const verbs = line.verbs.filter(
    (v) =>
      inside(clause, v.at) &&
      (v.verb.act === 'work' || (v.verb.act === 'adjust' && v.verb.lemma === 'move')) &&
      !nounLike(line, v.at) &&
      !adjectival(line, clause, v.at),
  )
  const plain = dropsOf(line, clause, told, said)
  if (plain) return [plain]
  if (verbs.length === 0 && targets(line, clause).length === 0) {
    const other = takenAway(line, clause, told, said) ?? putOn(line, clause, said)
    if (other) return [other]
  }
  const spoken = verbs.find(
    (v) => v.form === 'past' || ((v.form === 'base' || v.form === 'ing') && startsSo(line, clause, v.at)),
  )
  if (!spoken || isNoWork(line, clause, said, spoken)) return undefined
  return doneTo(line, clause, told, spoken)
}

const inside = (clause: Clause, at: number) => at >= clause.from && at < clause.to

/** "two drops of oil on the rail". */
function dropsOf(line: Line, clause: Clause, told: Told, said: string): Act | undefined {
  const drops = /\b(\d+|some|few) drops?(?: of)? (oil|grease)\b/.exec(said)
  if (!drops || /\b(?:leak|leaked|under|on the floor|lost)\b/.test(said)) return undefined
  const at = named(line, clause.from, clause.to, 'position', 'zone').map((m) => m.names[0])[0] ?? told.what
  return {
    do: 'work',
    verb: drops[2] === 'oil' ? 'oil' : 'grease',
    ...(at ? { what: at } : {}),
    words: written(line, clause.from, clause.to),
    ...whenOf(line, clause),
  }
}

/** "removed it with white spirit": what is taken away is no part. */
function takenAway(line: Line, clause: Clause, told: Told, said: string): Act | undefined {
  const away = line.verbs.find((v) => inside(clause, v.at) && v.form === 'past' && v.verb.lemma === 'remove')
  if (!away || !/\bwith\b|\bby\b|\busing\b/.test(said)) return undefined
  const object = objectAfter(line, away.at + 1, clause.to)
  const before = subjectBefore(line, clause, away.at)
  const what = object && !/^(?:it|them|with|by|using)\b/i.test(object) ? object : (before ?? told.what)
  return {
    do: 'work',
    verb: 'remove',
    ...(what ? { what } : {}),
    words: written(line, clause.from, clause.to),
    ...whenOf(line, clause),
  }
}

/** Of something that is wanted, or that somebody did before. */
const notNow =
  /\b(?:not|never|need|needs|needed|must|should|will|would|could|can|to be|want|wants|if|had|has been|have been|once|ago|earlier|formerly|by (?:the|a|an|somebody|someone)|(?:19|20)\d\d)\b/

/** "fitted a felt washer", "replaced the drive belt": what goes on, or takes the place of its like, is on no list of the machine. */
function putOn(line: Line, clause: Clause, said: string): Act | undefined {
  const fits = line.verbs.find(
    (v) =>
      inside(clause, v.at) &&
      v.form === 'past' &&
      (v.verb.act === 'in' || /^(?:swap|replace|exchange|renew)$/.test(v.verb.lemma)),
  )
  if (!fits || notNow.test(said)) return undefined
  const after = objectAfter(line, fits.at + 1, clause.to)
  const object =
    fits.verb.act === 'in'
      ? after
      : (after?.replace(/(?:^| )(?:with|by|for|from)\b.*$/i, '') ?? subjectBefore(line, clause, fits.at))
  if (!object || /^(?:it|them|one|ones)$/i.test(object)) return undefined
  return {
    do: 'work',
    verb: fits.verb.lemma,
    what: object,
    words: written(line, clause.from, clause.to),
    ...whenOf(line, clause),
  }
}

type Spoken = Line['verbs'][number]

/** A verb of work that says how it is, what is not done, or what is done meanwhile. */
function isNoWork(line: Line, clause: Clause, said: string, spoken: Spoken): boolean {
  const { at, verb, form } = spoken
  if (isState(line, spoken, said) || isGuess(line, clause, said, spoken)) return true
  if (
    /\b(?:not|never|cannot|to be|must be|should be|needs|could be|would be|has never been|was never)\b/.test(
      words(line, clause.from, at + 1),
    ) &&
    !/\bnot only\b/.test(said)
  )
    return true
  // "The paper feed is stuck": how it is, not what was done to it.
  const bad = tagged(line, at, at + 1, 'bad', 'finding').length > 0
  const isSo =
    /^(?:is|are|gets|got|still|completely|now)$/.test(line.tokens[at - 1]?.word ?? '') ||
    (/^(?:stick|bend|strip)$/.test(verb.lemma) && at === clause.to - 1 && at > clause.from)
  if (bad && isSo) return true
  if (form === 'ing' && (at !== clause.from || /\bwhile\b/.test(clause.link))) return true
  return tagged(line, clause.from, clause.to, 'finding').some(
    (h) => h.to - h.from > 1 && h.from <= at && at < h.to,
  )
}

/** A word that is no verb of the table is taken for one only where all around it says so. */
function isGuess(line: Line, clause: Clause, said: string, { guessed, at, verb }: Spoken): boolean {
  if (!guessed) return false
  if (
    /\b(?:interrupt|suppose|appear|seem|consist|contain|remain|exist|belong|depend|need|require)/.test(
      verb.lemma,
    ) ||
    tagged(line, clause.from, clause.to, 'finding', 'bad', 'part').length > 0
  )
    return true
  const plainly =
    at === clause.to - 1 ||
    at === clause.from ||
    /^(?:with|using|in|by|again|and|off|out|,|on|for)$/.test(line.tokens[at + 1]?.word ?? '')
  const byHand = /\b(?:with|using|by hand|again|all|i|we)\b/.test(said)
  return !plainly || (!byHand && named(line, clause.from, clause.to, 'position', 'zone').length === 0)
}

/** Where what it was done with begins; −1 for nowhere. */
const meansIn = (line: Line, clause: Clause, spoken: Spoken): number =>
  line.tokens.findIndex(
    (t, i) =>
      i > clause.from &&
      i < clause.to &&
      i !== spoken.at &&
      meansLead.test(t.word) &&
      !(
        t.word === 'in' &&
        (i < spoken.at || /^(?:place|the middle|front|my|its)$/.test(line.tokens[i + 1]?.word ?? ''))
      ) &&
      !(t.word === 'by' && i < spoken.at),
  )

/** What the verb was done to: before it or behind it, or what was spoken of before; several each by itself. */
function doneTo(line: Line, clause: Clause, told: Told, spoken: Spoken): readonly Act[] | undefined {
  const meansAt = meansIn(line, clause, spoken)
  const objectEnd = meansAt > spoken.at ? meansAt : clause.to
  const before = subjectBefore(line, clause, spoken.at)
  const after = objectAfter(line, spoken.at + 1, objectEnd)
  if (after === 'nothing') return undefined
  const pronoun =
    /^(?:it|them|that|this|these|those|one|all|everything)(?: (?:overnight|well|again|off|thoroughly|too|by hand|carefully))*$/i.test(
      after ?? '',
    ) ||
    (after === undefined && before === undefined)
  const what = pronoun ? (told.what ?? told.targets[0] ?? before) : (after ?? before)
  const means = meansAt >= 0 ? written(line, meansAt + 1, clause.to) : undefined
  const act = (verb: string, on: string | undefined, how: string | undefined): Act => ({
    do: 'work',
    verb,
    ...(on ? { what: on } : {}),
    ...(how ? { words: how } : {}),
    ...whenOf(line, clause),
  })
  const range = targets(line, clause).filter((f) => f.names.length === 1)
  if (range.length > 1 && range.every((f) => f.mention === range[0]?.mention))
    return range.map(({ names }) => act(spoken.verb.lemma, names[0], means))
  const target = before && after && !pronoun ? pickTarget(line, clause, before, after) : what
  const more = target !== undefined && target === after ? alsoAfter(line, spoken.at + 1, objectEnd) : []
  const rest = means ?? (before && after ? after : trailingWords(line, spoken.at + 1, clause.to))
  const how = more.length > 0 ? means : rest
  return [target, ...more].map((w) => act(spoken.verb.lemma.replace(/ize$/, 'ise'), w, how))
}

const namesAt = (line: Line, at: number): boolean => {
  const from = /^(?:the|a|an|its|both)$/.test(line.tokens[at]?.word ?? '') ? at + 1 : at
  return line.mentions.some((m) => m.from === from && (m.sort === 'position' || m.sort === 'zone'))
}

/** "cleaned K2 and the hammer card", "oiled the rail, the bearings and the shaft": what follows the first thing, each by itself. */
function alsoAfter(line: Line, from: number, to: number): string[] {
  const more: string[] = []
  let span = objectSpan(line, from, to)
  while (span && /^(?:and|,|&)$/.test(line.tokens[span.to]?.word ?? '')) {
    const comma = line.tokens[span.to]?.word === ','
    let next = span.to + 1
    if (line.tokens[next]?.word === 'and') next++
    else if (comma && !namesAt(line, next)) break
    if (/^(?:it|they|that|this|no|not|still|but|then|now|much|only|so)$/.test(line.tokens[next]?.word ?? ''))
      break
    span = objectSpan(line, next, to)
    if (!span || span.to - span.from > 4) break
    const { from: a, to: b } = span
    if (line.verbs.some((v) => a <= v.at && v.at < b && v.form === 'past')) break
    if (tagged(line, a, b, 'good', 'bad', 'part', 'finding').length > 0) break
    const name = canonical(line, a, b)
    if (name) more.push(name)
  }
  return more
}

/** "clean the keyboard", "oil guides": an object follows. */
const orders = (line: Line, at: number): boolean =>
  /^(?:the|it|them|all|both|this|that|these|my|our|its|with)$/.test(line.tokens[at + 1]?.word ?? '') ||
  line.mentions.some((m) => m.from === at + 1 && m.by !== 'verb')

/** "the dried glue", "a broken clip": a participle before its noun. */
const adjectival = (line: Line, clause: Clause, at: number) =>
  /^(?:the|a|an|some|of|with|two|its)$/.test(line.tokens[at - 1]?.word ?? '') &&
  at > clause.from - 1 &&
  line.tokens[at + 1]?.sort === 'word' &&
  !/^(?:with|by|in|and|again|the|off|out|up|to|using|it|them|down)$/.test(line.tokens[at + 1]?.word ?? '')

/** Verbs that are as often nouns: "dust everywhere", "paint flaking off". */
const nounVerbs =
  /^(?:dust|paint|tape|glue|oil|grease|mark|label|number|cover|seal|wax|pad|patch|clip|file|splice|strip|stick|charge|air|level|heat|steam|brush|polish|wire|solder|bridge|varnish|sand|film|shim|sleeve|press|balance|machine|tap|lap|weld|rivet|tension|iron|spray|cut|push|lift|rework|mask|trim|wash|soak|dry|flush|repair|fix|clean|turn|move|scrape|scrub|rub|photograph)$/

const startsSo = (line: Line, clause: Clause, at: number) =>
  // "Tape reads wrong": what stands before a verb of its own is a noun.
  !/^(?:reads|prints|punches|feeds|rings|sends|receives|starts|boots|displays|advances)$/.test(
    line.tokens[at + 1]?.word ?? '',
  ) &&
  !(
    nounVerbs.test(line.tokens[at]?.word ?? '') &&
    !orders(line, at) &&
    !/^(?:i|we|have)$/.test(line.tokens[at - 1]?.word ?? '')
  ) &&
  words(line, clause.from, at)
    .split(' ')
    .every((w) =>
      /^(?:i|we|have|has|had|then|now|also|just|and|again|first|then|did|got|let|help(?:ed)?|today|yesterday|)$/.test(
        w,
      ),
    )

function subjectBefore(line: Line, clause: Clause, at: number): string | undefined {
  let [a, b] = [clause.from, at]
  const skip =
    /^(?:the|a|an|i|we|have|has|had|was|were|is|are|been|then|now|also|just|and|both|all|again|first|got|today|yesterday|finally|,|:|quickly|carefully|gently|so|imke|jonas|petra|rasmus|ottoline|on|it|they|fully|completely|thoroughly|well|properly|only|being)$/
  const time = timeIn(line, clause.from, at)
  for (;;) {
    if (time && a === time.from) a = time.to
    else if (a < b && skip.test(line.tokens[a]?.word ?? '')) a++
    else break
  }
  // "Drive A": its letter is no article.
  const ofName = (at: number) => line.mentions.some((m) => m.from < at && at < m.to)
  while (b > a && skip.test(line.tokens[b - 1]?.word ?? '') && !ofName(b - 1)) b--
  return canonical(line, a, b)
}

/** The words, or the name that they are all of, as the machine has it. */
function canonical(line: Line, from: number, to: number): string | undefined {
  const name = named(line, from, to, 'position', 'zone', 'gear').find(
    (m) => m.from === from && m.to === to && m.names.length === 1 && (m.by === 'name' || m.by === 'alias'),
  )
  return name?.names[0] ?? (written(line, from, to) || undefined)
}

export function objectAfter(line: Line, from: number, to: number): string | undefined {
  const span = objectSpan(line, from, to)
  return span && canonical(line, span.from, span.to)
}

function objectSpan(
  line: Line,
  from: number,
  to: number,
): { readonly from: number; readonly to: number } | undefined {
  const stop = stopAt(line, from, to)
  let a = from
  while (
    a < stop &&
    /^(?:the|a|an|off|out|up|down|all|both|on|over|my|our|its|away|of|some|again|clean|dry)$/.test(
      line.tokens[a]?.word ?? '',
    )
  )
    a++
  let b = a
  const time = timeIn(line, from, to)
  while (
    b < stop &&
    !(time && b === time.from) &&
    !/^(?:again|off|out|away|clean|dry|first|today|now|and|then|do|does|did|not|needs|for|until|because|so|yesterday|twice|once|thoroughly|carefully|this|on|at|last|down|up|to|too|back|before|after|in|gently|well|a)$/.test(
      line.tokens[b]?.word ?? '',
    )
  )
    b++
  // "three cold joints on the display board": where they are belongs to them.
  if (/^(?:on|in|of|under|at|behind|near|around)$/.test(line.tokens[b]?.word ?? '') && b > a) {
    const place = named(line, b + 1, stop, 'position', 'zone').find((m) => m.from <= b + 2)
    if (place) b = place.to
  }
  return b > a ? { from: a, to: b } : undefined
}

function trailingWords(line: Line, from: number, to: number): string | undefined {
  let a = from
  while (a < to && (line.tokens[a]?.sort === 'sign' || /^(?:and|then)$/.test(line.tokens[a]?.word ?? ''))) a++
  return written(line, a, to) || undefined
}

/** Of the words before the verb and those behind it, those that name something of the machine. */
function pickTarget(line: Line, clause: Clause, before: string, after: string): string {
  const spoken = line.verbs.find((v) => v.at >= clause.from && v.at < clause.to && v.verb.act === 'work')
  const namedBefore =
    named(line, clause.from, spoken?.at ?? clause.from, 'position', 'zone', 'function').length > 0
  return namedBefore ||
    (!/^(?:i|we)$/i.test(before) &&
      named(line, spoken?.at ?? clause.from, clause.to, 'position', 'zone').length === 0)
    ? before
    : after
}
