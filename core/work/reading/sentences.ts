/** What a whole sentence is: a correction, a question, what somebody told, an intention, a warning, the end of the evening. */
import type { Act, Asks } from './acts.ts'
import { named, tagged, within, words, written, type Line } from './line.ts'

import { quantities } from './slots.ts'
import { intention, stopCue } from './voice.ts'

/** A sentence: tokens from, up to and without. `sole` when the line has no other. */
export interface Sentence {
  readonly from: number
  readonly to: number
  readonly sole: boolean
}

type Reader = (line: Line, s: Sentence, said: string) => readonly Act[] | undefined

/** The whole sentence as written, without its last stop. */
const whole = (line: Line, from: number, to: number) => {
  let [a, b] = [from, to]
  while (a < b && line.tokens[a]?.sort === 'sign') a++
  while (b > a && /^[.!,;:]$/.test(line.tokens[b - 1]?.word ?? '')) b--
  return written(line, a, b)
}

const undo: Reader = (_line, { sole }, said) =>
  sole &&
  (/\b(?:scratch|delete|forget|undo|scrap|remove|cancel|strike|ignore|withdraw|drop|disregard|erase|bin|kill|take back)\b (?:out )?(?:that\b|it\b|this\b|(?:my|the|this|that) (?:last|previous|latest) |my (?:line|entry|note)|the (?:line|entry|above)|what i (?:just |have )?(?:just )?(?:wrote|typed|said|put|entered|written)|(?:my )?last (?:line|entry|one|bit|note|sentence))/.test(
    said,
  ) ||
    /\b(?:take|throw|strike|kick|get|cross|rub)\b.*\b(?:away|out|off|back|rid)\b.*\b(?:line|entry|note)\b|\b(?:line|entry|note)\b.*\b(?:take|throw|strike|cross) (?:it )?(?:away|out|off|back)\b/.test(
      said,
    ) ||
    /^(?:undo|scrap that|never mind(?: that)?|scratch that|forget it|take (?:that|it) back|oops wrong (?:machine|line)|wrong machine|(?:the |my )?(?:previous|last) (?:line|entry|one) (?:is|was) (?:nonsense|wrong|rubbish|a mistake|not right|for)|(?:the |my )?(?:previous|last) (?:line|entry|one) (?:is|was) (?:nonsense|wrong|rubbish|a mistake|not right|for)|that was (?:the )?wrong (?:machine|line)|take (?:that|the last (?:line|one|entry)|my last (?:line|one|entry)) (?:back|out|away)|take out (?:my|the) last (?:line|entry)|please undo|that (?:line )?(?:was )?(?:nonsense|rubbish|a mistake|wrong))\b/.test(
      said,
    )) &&
  !/\b(?:from|off|out of) the (?:board|machine|supply|case|tray)\b/.test(said)
    ? [{ do: 'undo' }]
    : undefined

/** Words that say that a line before was wrong. */
const correctionCue =
  /^(?:(?:no|sorry|wait|oops|correction|actually|rather|hang on|hold on|argh|oh|damn|my mistake|typo|er|stop|wrong|mistake)[ ,:.!-]*)+(?=.)|^(?:i (?:meant|mean)|make (?:that|it)|that should|should (?:be|have been|read|say)|it should|was meant|other way (?:a?round)|the other way|that was (?!good|fine|ok)|it was(?! good| fine))\b|\b(?:i meant|i mean|should (?:it |that )?(?:be|have been|read)|is right|is correct|was right|mistyped|misread|typo|my mistake|wrong number|i (?:wrote|typed)|sorry)\b/

/** "C4, not C3", "6 of 8 not 7", "not cup 1, cup 3": the same sort of thing on both sides of "not". */
function sides(line: Line, from: number, to: number): boolean {
  if (to - from > 9) return false
  const not = line.tokens.findIndex((t, i) => i >= from && i < to && t.word === 'not')
  if (
    not < 0 ||
    /^(?:will|would|does|do|did|can|could|is|are|was|were|has|have|should|must)$/.test(
      line.tokens[not - 1]?.word ?? '',
    )
  )
    return false
  const comma = line.tokens.findIndex((t, i) => i > not && i < to && t.word === ',')
  const [a, b] =
    not === from
      ? [
          [not + 1, comma < 0 ? to : comma],
          [comma < 0 ? to : comma + 1, to],
        ]
      : [
          [from, not],
          [not + 1, to],
        ]
  const sort = (x: readonly number[] | undefined): string => {
    const [f = 0, t = 0] = x ?? []
    if (/\b(?:cup|bag|box|tin|tray|drawer|jar) \S+$/.test(words(line, f, t).replace(/[ ,.!]+$/, '')))
      return 'cup'
    const name = named(line, f, t, 'point', 'position', 'function', 'gear')
    const said = line.tokens
      .slice(f, t)
      .filter((x) => x.sort !== 'sign' && !/^(?:the|it|was|is|that|a|sorry|no|of|on|in|and)$/.test(x.word))
    if (name.length > 0 && said.length <= name.reduce((n, m) => n + m.to - m.from, 0) + 1) return 'name'
    if (
      said.length > 0 &&
      said.every(
        (x) => x.sort === 'number' || x.unit !== undefined || /^(?:v|a|ma|volts?|of|\d+)$/.test(x.word),
      )
    )
      return 'number'
    return ''
  }
  return sort(a) !== '' && sort(a) === sort(b)
}

const correct: Reader = (line, { from, to, sole }, said) => {
  if (!sole && !/^(?:typo|sorry|oops|no)\b/.test(words(line, 0, line.tokens.length))) return undefined
  const contrast = sides(line, from, to)
  if (/^not /.test(said) && !contrast && !/^not \S+(?: \S+)? but \S+(?: \S+)?[. ]*$/.test(said))
    return undefined
  const cue =
    correctionCue.test(said) ||
    /^not \S+(?: \S+)? but \S+/.test(said) ||
    (!sole && /\b(?:is right|should be|it was|make it|was meant)\b/.test(said))
  if (!cue && !(contrast && /\bnot\b/.test(said))) return undefined
  if (to - from > 13 || /\?\s*$/.test(said)) return undefined
  // "no corrosion", "no, we leave it": what is denied is no correction; work that is told with it is work.
  if (/^no (?!no\b|sorry|wait|it|that|make|i|should|rather|actually|not|the other|cup|bag)[a-z]/.test(said))
    return undefined
  if (
    line.verbs.some(
      (v) => v.at >= from && v.at < to && v.verb.act === 'work' && !v.guessed && v.form === 'past',
    )
  )
    return undefined
  if (
    tagged(line, from, to, 'good', 'bad', 'finding').filter(
      (h) => !/^(?:right|correct|wrong|stop|no|not|is not|was not)$/.test(words(line, h.from, h.to)),
    ).length > 0 &&
    !/\b(?:meant|mean|make|not|should|typo|wrote)\b/.test(said)
  )
    return undefined
  if (/^(?:sorry|oh|wait)\b/.test(said) && /\b(?:will|cannot|have to|am|late|forgot to)\b/.test(said))
    return undefined
  const options = correctable(line, from, to)
  const right = options.filter((o) => !o.wrong)
  const pick = right.find((o) => 'cup' in o) ?? right[0]
  if (!pick) return undefined
  const { cup, what, value } = pick
  return [{ do: 'correct', ...(cup ? { cup } : what ? { what } : { value }) }]
}
interface Correctable {
  readonly wrong: boolean
  readonly cup?: string
  readonly what?: string
  readonly value?: number
}
/** Cups, names and numbers of a correction, in order; those that are said to be wrong are marked. */
function correctable(line: Line, from: number, to: number): readonly Correctable[] {
  const out: Correctable[] = []
  for (let i = from; i < to; i++) {
    const before = words(line, Math.max(from, i - 4), i)
    const wrong =
      /\b(?:not|instead of|rather than|wrote|typed|said|put|wasn't)(?: (?:the|in|cup|a|of|it|into))*$/.test(
        before,
      )
    const word = line.tokens[i]?.word ?? ''
    const next = line.tokens[i + 1]
    if (
      /^(?:cup|bag|tray|box|tin|drawer|jar|envelope)$/.test(word) &&
      next &&
      i + 1 < to &&
      (next.sort === 'number' || /^[a-z]$/.test(next.word))
    ) {
      out.push({ wrong, cup: word === 'cup' ? next.word : `${word} ${next.word}` })
      i++
      continue
    }
    const name = named(line, from, to, 'point', 'position', 'function', 'gear', 'zone').find(
      (m) => m.from === i && m.by !== 'verb' && m.by !== 'noun' && m.names.length === 1,
    )
    if (name?.names[0]) {
      out.push({ wrong, what: name.names[0] })
      i = name.to - 1
      continue
    }
    const value = line.tokens[i]?.value
    if (line.tokens[i]?.sort === 'number' && value !== undefined) {
      out.push({ wrong, value })
      // "6 of 8": the first is what counts.
      if (next?.word === 'of') i += 2
    }
  }
  return out
}

const sum: Reader = (line, { from, to }, said) => {
  const given =
    /^(?:so |that is |makes )*(-?[\d.,]+) ?[a-z]* ?(?:x|times|\*|\/|divided by|at) ?(-?[\d.,]+) ?[a-z]* ?(?:is|=|makes|gives|equals) ?(?:about )?(-?[\d.,]+) ?[a-z]+\b/.test(
      said,
    )
  const three = quantities(line, from, to).filter((x) => x.value !== undefined && x.unit)
  if (given && three.length === 3 && three[2]?.value !== undefined && three[2].unit)
    return [{ do: 'sum', value: three[2].value, unit: three[2].unit }]
  const product = /\d ?[a-z]* (?:x|times|\*) \d[\d.,]* ?[a-z]+ ?\??\s*$/.test(said)
  if (
    !product &&
    !/\bhow (?:many|much) (?:is\b|watts?|ohms?|amps?|volts?|milliamps?|milliwatts?|current|power|resistance|is that|does that)|= ?\?|\b(?:makes|gives|equals|is) (?:what|how)|= ?$|\bwhat(?: is|s)? (?:the )?(?:power|current|resistance|wattage)\b|\bin (?:watts|ohms|amps)\b ?\??$|\bhow many\b.*\b(?:watts?|ohms?|amps?|volts?)\b/.test(
      said,
    )
  )
    return undefined
  const q = quantities(line, from, to).filter((x) => x.value !== undefined && x.unit)
  if (q.length < 2) return undefined
  const si = (unit: string): { at: number; of: string } | undefined => {
    const match = /^(m|u|k|M)?(V|A|W|ohm)$/.exec(unit)
    return match?.[2]
      ? { of: match[2], at: { m: 1e-3, u: 1e-6, k: 1e3, M: 1e6 }[match[1] ?? ''] ?? 1 }
      : undefined
  }
  const [a, b] = [q[0], q[1]]
  const [ua, ub] = [si(a?.unit ?? ''), si(b?.unit ?? '')]
  if (!ua || !ub || a?.value === undefined || b?.value === undefined) return undefined
  const of = new Map([
    [ua.of, a.value * ua.at],
    [ub.of, b.value * ub.at],
  ])
  const [V, A, W, R] = ['V', 'A', 'W', 'ohm'].map((u) => of.get(u))
  const asks = /\bwatts?\b|wattage|power/.test(said)
    ? 'W'
    : /\bohms?\b|resistance/.test(said)
      ? 'ohm'
      : /\b(?:milli)?amps?\b|current/.test(said)
        ? 'A'
        : /\bvolts?\b/.test(said)
          ? 'V'
          : undefined
  const asked = asks !== undefined && !of.has(asks) ? asks : of.has('V') && of.has('A') ? 'W' : undefined
  const value =
    V !== undefined && A !== undefined
      ? asked === 'ohm'
        ? V / A
        : V * A
      : V !== undefined && R !== undefined
        ? asked === 'W'
          ? (V * V) / R
          : V / R
        : V !== undefined && W !== undefined
          ? asked === 'ohm'
            ? (V * V) / W
            : W / V
          : A !== undefined && R !== undefined
            ? asked === 'W'
              ? A * A * R
              : A * R
            : A !== undefined && W !== undefined
              ? asked === 'ohm'
                ? W / (A * A)
                : W / A
              : undefined
  if (value === undefined) return undefined
  const unit =
    V !== undefined && A !== undefined
      ? asked === 'ohm'
        ? 'ohm'
        : 'W'
      : V !== undefined && R !== undefined
        ? asked === 'W'
          ? 'W'
          : 'A'
        : V !== undefined
          ? asked === 'ohm'
            ? 'ohm'
            : 'A'
          : A !== undefined && R !== undefined
            ? asked === 'W'
              ? 'W'
              : 'V'
            : asked === 'ohm'
              ? 'ohm'
              : 'V'
  return [{ do: 'sum', value: Number(value.toPrecision(6)), unit }]
}

const interrogative =
  /^(?:and |so |but |hey |ok |sorry |please |quick question[:,]? )*(?:(?:does |do |has |did |can |could )?any ?(?:one|body)\b|(?:does |do |has |did |can |could )(?:some ?(?:one|body)|you|we)\b|(?:the )?last time\b(?=.*\?)|where|when|who|whose|what|which|how|why|did|has|have|had|is|are|was|were|does|do|can|could|should|would|shall|may (?:i|we|one)\b|must (?:i|we)\b|any idea|any news|any|remind me (?:where|when|who|what)|tell me|show me|list)\b/

const asksOf = (said: string): Asks | undefined => {
  if (/^(?:the )?last time\b/.test(said)) return 'when'
  if (
    /^has (?:any ?(?:one|body)|no ?body|some ?(?:one|body)) (?:seen|found|got)\b|\bany ?(?:one|body) seen\b/.test(
      said,
    )
  )
    return 'where'
  const word =
    /\b(where|when|who|whose|how many|how much|how often|how long|what|which|did|has|have|is|are|was|were|does|do)\b/.exec(
      said,
    )?.[1]
  if (/\bsince when\b|\bhow long\b|\blast time\b.*\bwhen\b|\bwhat (?:day|date|time)\b/.test(said))
    return 'when'
  if (/\bwhere\b|\b(?:which|what) (?:cup|box|bag|drawer|shelf|tin|tray|jar)\b/.test(said)) return 'where'
  if (/\bwho\b|\bwhose\b/.test(said)) return 'who'
  if (/\bhow (?:many|much|often)\b/.test(said)) return 'how many'
  if (/\bwhen\b/.test(said)) return 'when'
  if (word === 'what' || word === 'which')
    return /\b(?:status|state|condition) of\b|\bwhat (?:is|s) the (?:status|state)\b|\bwhat state\b/.test(
      said,
    )
      ? 'status'
      : 'what'
  return word === undefined ? undefined : 'status'
}

/** About what the record holds: what was done, where a thing is, how it stands. */
const ofRecord =
  /\b(?:open|did|done|changed?|happened|left|missing|off|out|lent|last|ever|already|been|taken|took|put|went|gone|tested|pass(?:ed)?|work(?:s|ed|ing)?|replaced|fitted|swapped|recapped|has|have|had|is it|cleaned|oiled|kept|lying|lies|next|due|still|again|measured|reading|starts|clean|waiting|dry|ready|status|came|get|back|found|wrote|written|cups?|screws?|bag|we|i|borrowed|allowed|may|now|so far|stock|remaining|washed|soldered|treated|removed|said|noted)\b/
/** Wants an opinion, advice or knowledge that no record has. */
const ofPeople =
  /^(?:may|must|can) (?:i|we|one)\b|\bwhy\b|\bshould\b|\bwould\b|\bshall\b|\bgood for\b|\bmeant for\b|\bis for\b|\bused for\b|\bhow (?:do|does|can|should|would|to|is it)\b|\bcan (?:we|i|one|you|any ?(?:one|body)|some ?(?:one|body))\b|\bcould (?:we|i|one|it|this|that|you|any ?(?:one|body))\b|\bis (?:it|that|this|there|the\b.*) (?:normal|original|right|ok to|okay to|possible|safe|supposed|a factory|factory|genuine|worth|allowed|correct)\b|\bwhat (?:kind|sort|type|colour|color|is the (?:wire|link|jumper|resistor|point|right|best|correct|proper|purpose|meaning))\b|\bwhich (?:way|one is|kind|type|colour|oil|grease|glue|solvent|value|side)\b|\bmean(?:s|t)?\b|\bbetter\b|\bdiscuss\b|\bopinion|\bwhat (?:does|do) .*\bdo\b|\bany idea (?:what|why|how|if|whether)\b|\bhas any ?(?:one|body) (?:got|a)\b|\bdo(?:es)? any ?(?:one|body) (?:have|know (?:what|why|how|if|whether|which))\b|\bwhat value\b|\bwhat if\b|\bsupposed to\b|\bfit(?:s)? (?:in|into|here|instead)\b/

const question: Reader = (line, { from, to }, said) => {
  const mark = /\?\s*$/.test(said) || /\?\?/.test(said)
  if (/\b(?:status|state)\b ?\??\s*$/.test(said) && to - from <= 6)
    return [
      { do: 'query', asks: 'status', about: aboutOf(line, from, to).replace(/\s*(?:status|state)\s*$/i, '') },
    ]
  const told = /^(?:please )?ask (\S+)/.exec(said)
  if (
    told ||
    /^(?:question|open question|to ask|wondering|i wonder|we wonder|still (?:wondering|unclear)|query|need to ask|must ask|who(?:ever)? knows)\b/.test(
      said,
    )
  )
    return [{ do: 'ask', words: whole(line, from, to) }]
  if (
    /\bplease (?:check|verify|look)\b|\bbefore (?:any ?(?:one|body)|power|switch|first|you|we|it)\b/.test(
      said,
    ) &&
    !/^(?:where|who|when|what|how)\b/.test(said)
  )
    return undefined
  const asked =
    interrogative.test(said) ||
    (mark && /\b(?:where|who|when|what|which|how|did|has|is|are)\b/.test(said)) ||
    /,\s*(?:who|where|when|what|how many)\b [a-z]+/.test(said)
  if (!asked)
    return mark && /\b(?:or|right|correct|ok)\b/.test(said) && to - from > 3
      ? [{ do: 'ask', words: whole(line, from, to) }]
      : undefined
  // "When the supply was warm …", "what a mess", "does not start", "is dry", "any key gives two": statements.
  if (
    !mark &&
    /^(?:when (?!did|was|were|do|does|will|is|are|have|has)|what a\b|is (?!there|it|that|this|the |any|[a-z0-9]+ (?:still|ok|good|working|back|dry|tested|already))|are (?!there|they|the|all|we)|was (?!it|the|there|that|[a-z0-9]+ (?:ever|tested))|were (?!they|the|there)|do not|does not|did not|has (?!it|the|any|there|[a-z0-9]+ (?:been|ever|come|passed))|have (?!we|they|you|i )|had |can not|could not|cannot|should be|would be|any (?!one|body|idea|news)|list(?:s|ed)\b|how(?:ever)\b|which (?!\w+ (?:is|are|was|did|have|has))|tell me|who(?:ever)\b|do \w+ (?:later|tomorrow)|could be\b|shall be\b)/.test(
      said,
    )
  )
    return undefined
  if (!mark && /^(?:we|you|somebody|someone|some one|anyone can)\b/.test(said)) return undefined
  const asks = asksOf(said)
  if (ofPeople.test(said) || !asks) return [{ do: 'ask', words: whole(line, from, to) }]
  const stands = asks === 'status' && named(line, from, to, 'function', 'position', 'gear').length > 0
  if (!stands && !ofRecord.test(said) && (asks === 'what' || asks === 'status'))
    return [{ do: 'ask', words: whole(line, from, to) }]
  return [{ do: 'query', asks, about: aboutOf(line, from, to) }]
}

/** The question without the words that only ask. */
function aboutOf(line: Line, from: number, to: number): string {
  let [a, b] = [from, to]
  const asking =
    /^(?:where|when|who|whose|what|which|how|many|much|often|long|did|has|have|had|is|are|was|were|does|do|can|could|we|i|you|anyone|anybody|any|one|body|know|knows|remember|tell|me|us|please|somebody|someone|the|a|an|and|so|there|been|of|idea|if|whether|say|'s|it|seen|hey|show|list|last)$/
  while (a < b - 1 && (asking.test(line.tokens[a]?.word ?? '') || line.tokens[a]?.sort === 'sign')) a++
  while (b > a + 1 && line.tokens[b - 1]?.sort === 'sign') b--
  return written(line, a, b)
}

const tellVerb =
  'says|said|say|told|tells|remembers|remembered|reckons|reckoned|claims|claimed|thinks|thought|wrote|writes|mentioned|mentions|swears|swore|believes|believed|recalls|recalled|insists|insisted|heard|knows|is sure|is certain|was told|guesses|guessed|reports|reported|noted that|is convinced|states|stated|assured|maintains|promised|assumes|confirms|confirmed|warns|warned|advises|advised|suggests|suggested|recommends|recommended|has told|had told|has said|explained|explains'

const answer: Reader = (line, { from, to }, said) => {
  const people = line.scene.people.map((p) => p.toLowerCase()).join('|') || '-'
  const re =
    /^(?:answer(?:ed)?(?: to| from| on| about)?\b|in answer to\b|in reply to\b|reply to\b|re:?\b|regarding\b|about (?:the|that|your|my|\w+'s?|\w+ 's) .{0,40}\bquestion\b|as (?:for|to) the .{0,40}question\b|to (?:the|that|your|\w+ 's|\w+'s) question\b|on the question\b|the answer\b|question (?:answered|solved|settled|about .* (?:solved|settled|answered))|concerning\b|(?:the )?.{0,30}\bquestion (?:is )?(?:solved|settled|answered|resolved)\b)/
  const of = new RegExp(`^(?:the )?(?:answer|reply) (?:of|from|by) (${people})\\b`).exec(said)
  const mid = new RegExp(
    `\\b(${people}) (?:answers|answered|replies|replied|writes back|wrote back)\\b`,
  ).exec(said)
  const by =
    of ??
    mid ??
    new RegExp(
      `^(${people})(?: 's| s)? (?:answer|reply|answered|replied|has answered|has replied|wrote back|writes back|got back)\\b`,
    ).exec(said)
  if (!re.test(said) && !by) return undefined
  if (/^(?:re|regarding|concerning|re:)\b/.test(said) && !/question|asked|[:,]/.test(said)) return undefined
  const colon = line.tokens.findIndex((t, i) => i > from && i < to && t.word === ':')
  const start = colon > 0 ? colon + 1 : from
  const person = by
    ? named(line, from, to, 'person')[0]?.names[0]
    : /^answer(?:ed)? (?:from|by)\b/.test(said)
      ? named(line, from, to, 'person')[0]?.names[0]
      : undefined
  return [{ do: 'answer', ...(person ? { by: person } : {}), words: whole(line, start, to) }]
}

const claim: Reader = (line, { from, to }, said) => {
  const people = line.scene.people.map((p) => p.toLowerCase())
  const strangers =
    'the giver|the donor|the seller|the previous owner|previous owner|the owner|owner|the former owner|the family|the widow|the son|the daughter|the letter|the note|the label|the manual|the museum|the school|the office|the old man|the collector|the engineer|the technician|the man|the woman|the lady|the curator|they|he|she|the brochure|the listing|the advert|a visitor|one visitor|a former user|an old colleague|a colleague|the service log|the log book|the dealer|the neighbour|the teacher|people|rumour|the forum|somebody|someone|the previous restorer|the steward|a former operator|the operator|the lender'
  const who = [...people, ...strangers.split('|')].join('|')
  const teller = new RegExp(
    `^(?:apparently,? |also,? |today |yesterday |and )?(?:(?:the |a )?(?:\\w+ )?(?:man|woman|lady|person|owner|giver|family|visitor|colleague|gentleman|couple|guy|teacher|neighbour) who (?:\\w+ ){1,6}(?:${tellVerb})\\b|heard from (?:${who})|(${who})(?: (?:also|still|just|always|now|once|only|himself|herself))?(?: [,(][^,)]*[,)])? (?:${tellVerb})\\b|according to (?:${who}|\\w+)|(?:i|we) (?:was|were|am|are) told\\b|told by (?:${who})|(?:i|we) (?:heard|hear|was told|were told|have heard) (?:from (?:${who})|that)|as told by|hearsay|allegedly|supposedly|reportedly|(?:${who}) ?: )`,
  ).exec(said)
  const late = new RegExp(
    `(?:, |\\()(?:so )?(?:(?:${tellVerb}) (${people.join('|') || '-'})|(${who}) (?:${tellVerb})|according to (${who}|\\w+))(?:\\)| ?[.!]?$)`,
  ).exec(said)
  if (!teller && !late) return undefined
  // "Ottoline says yes" is told; "Imke saw that IC4 is dead" is told too; "Rasmus suspects IC4" is theirs.
  const person = named(line, from, to, 'person')[0]?.names[0] ?? teller?.[1]
  return [{ do: 'claim', ...(person ? { by: person } : {}), words: whole(line, from, to) }]
}

const remind: Reader = (line, { from, to }, said) => {
  if (
    !/^(?:please |pls )?(?:remind (?:me|us|\w+)|reminder|set a reminder|ping me|nudge me|wake me|tell me again|don't let me forget|do not let me forget)\b/.test(
      said,
    ) &&
    !/\bremind (?:me|us)\b/.test(said)
  )
    return undefined
  const time = within(line.times, from, to)[0]
  let a = from
  const skip = /^(?:please|remind|me|us|reminder|set|a|for|on|in|the|to|about|of|that|,|:|at|by|nudge|ping)$/
  for (;;) {
    if (time && a === time.from) a = time.to
    else if (a < to - 1 && skip.test(line.tokens[a]?.word ?? '')) a++
    else break
  }
  return [{ do: 'remind', ...(time ? { on: time.future } : {}), words: whole(line, a, to) }]
}

const verify: Reader = (line, { from, to }, said) => {
  const cue =
    /\b(?:make sure|double ?-?check|please check|be sure|look twice|check twice|look again|mind the polarity|watch the polarity|to be (?:checked|verified)|look up|must be (?:checked|verified)|needs? (?:checking|to be checked|a second pair|a second look|verifying|to be verified)|has to be checked|check again|verify|check (?:whether|if|that|the|which|how|polarity|orientation)|get .* checked|have .* checked|somebody (?:should |please )?check|someone (?:should |please )?check|second pair of eyes)\b/.test(
      said,
    ) ||
    /\bcheck(?:ed)?\b.*\b(?:first|before)\b/.test(said) ||
    /^check\b/.test(said)
  const before = /\bbefore\b/.test(said)
  const subject = named(line, from, to, 'position')[0] ?? named(line, from, to, 'zone', 'gear')[0]
  if (!cue || !subject) return undefined
  if (
    !before &&
    !/\b(?:polarity|orientation|way round|right way|plus|minus|pin 1|seated|direction|first|marking|make sure|double|verify|be sure|correct|value|fitted right|stripe|notch|twice)\b/.test(
      said,
    )
  )
    return undefined
  const what = subject.names[0] ?? ''
  return [{ do: 'verify', what, words: whole(line, from, to) }]
}

const hazard: Reader = (line, { from, to }, said) => {
  const hit = tagged(line, from, to, 'hazard')[0]
  if (!hit) return undefined
  if (
    /\b(?:was careful|carefully|no danger|not dangerous|is not live|was live once|with care|no longer (?:live|dangerous))\b/.test(
      said,
    )
  )
    return undefined
  if (/^(?:i|we|petra|imke|jonas)\b/.test(said) && !/\b(?:warning|danger)/.test(said)) return undefined
  if (
    /\bdo not touch\b/.test(said) &&
    /\b(?:until|till)\b/.test(said) &&
    within(line.times, from, to).length > 0
  )
    return undefined
  if (/\bnever (?:rang|worked|ran|had|was|been|saw|seen|used)\b/.test(said)) return undefined
  return [{ do: 'hazard', words: whole(line, from, to) }]
}

const laterWork =
  /^(?:next (?:time|week|session|evening|month) ?:|to ?do|plan|next (?:time|step|up|session|evening)|for (?:next (?:time|week)|later|tomorrow)|still (?:to do|needs?|need to|have to|must|open)|later|tomorrow|next week|next month|on the list|to buy|to order|shopping list|shopping|must (?:buy|get|order|not forget)|need(?:ed)?|needs|wanted|remember to|don't forget|do not forget|not to forget)\b/
const laterEnd =
  /\b(?:needs? (?:a |an |some |new |to be |doing|replacing|cleaning|oiling|more|recapping|repair|attention|another)|still to (?:do|come|be)|has to be|have to be|to be (?:done|replaced|cleaned|ordered|bought)|is (?:for )?(?:next (?:time|week)|tomorrow)|(?:can|must|will have to) wait|next time|another (?:day|time|evening)|wants (?:cleaning|oiling|replacing|a (?:clean|wash|new)))\b/

const plan: Reader = (line, { from, to }, said) => {
  const time = within(line.times, from, to)[0]
  const when = time ? { when: time.future } : {}
  if (
    /\b(?:rest|drying|dry|soak|set|cure|curing|resting)\b/.test(said) &&
    /\b\d+ ?(?:h|hours?|days?|min|minutes?)\b|\b\d+h\b/.test(said)
  )
    return undefined
  // "Saturday we recap C3": somebody, a day to come and a verb that is not past.
  if (
    time &&
    time.future > line.scene.now.slice(0, time.future.length) &&
    /\b(?:i|we) (?!was|were|had|have|did)/.test(said) &&
    line.verbs.some(
      (v) =>
        v.at >= from &&
        v.at < to &&
        v.form === 'base' &&
        /^(?:i|we)$/.test(line.tokens[v.at - 1]?.word ?? ''),
    )
  )
    return [{ do: 'plan', words: whole(line, from, to), ...when }]
  // "wash the roller tomorrow": told to oneself for a day to come.
  if (
    time &&
    !/\b(?:until|till|by|due)\b/.test(said) &&
    time.future > line.scene.now.slice(0, time.future.length) &&
    line.verbs.some((v) => v.at === from && v.form === 'base' && v.verb.act !== 'read')
  )
    return [{ do: 'plan', words: whole(line, from, to), ...when }]
  const done =
    line.verbs.some((v) => v.at >= from && v.at < to && v.form === 'past' && v.verb.act !== 'read') &&
    !intention.test(said)
  if (
    /^(?:order|buy|get|fetch|find|ask for)\b(?! (?:hot|warm|worse|better))/.test(said) &&
    !line.times.some((t) => t.past === t.future && t.past <= line.scene.now)
  )
    return [{ do: 'plan', words: whole(line, from, to), ...when }]
  if (intention.test(said) || (laterWork.test(said) && !done))
    return [{ do: 'plan', words: whole(line, from, to), ...when }]
  if (
    /^(?:maybe|perhaps|worth|could|might) (?:try|do|use|clean|check|swap|replace|test|look|trying|get|borrow|make|order)\b/.test(
      said,
    ) &&
    !/\?/.test(said)
  )
    return [{ do: 'plan', words: whole(line, from, to), ...when }]
  if (laterEnd.test(said) && !done && tagged(line, from, to, 'finding', 'bad').length === 0)
    return [{ do: 'plan', words: whole(line, from, to), ...when }]
  // "Tomorrow: the keys", "C12 next week": named for a day to come, nothing done.
  return undefined
}

const closeCue =
  /\b(?:close (?:the |this )?(?:job|record|episode|case|file|entry|it|sheet|log|book|work)|(?:job|episode|work|repair|restoration|record|case|file) (?:is )?(?:done|closed|finished|complete|completed|over)|can (?:be )?close(?:d)?|you can close|may be closed|close(?:s|d)? (?:it )?off|all (?:done|finished) (?:here|with|on)|ready to (?:go back|close)|closing (?:the|this) (?:job|record|episode|case|file)|sign(?:ed)? off|that completes|nothing left to do|nothing more to do|mark (?:it |this )?(?:as )?(?:done|finished|complete)|finished with (?:the|this)|the end of this job|completed the job|case closed)\b|^close\b[. !]*$|\bclose[. !]*$/

const nextOf = (line: Line, from: number, to: number): string | undefined => {
  const text = whole(line, from, to)
  if (!text) return undefined
  const cut = text.replace(
    /^.*?\b(?:next(?: (?:job|time|up|step|session|evening|week))?(?: is)?|first thing(?: next time| tomorrow)?|continue(?: \w+)? with|carry on(?: \w+)? with|then|tomorrow|comes next)\b[:, -]*/i,
    '',
  )
  return (cut || text).trim()
}

/** The end of a sitting; what comes next may stand in the same sentence or the one after. */
export function stopped(
  line: Line,
  sentences: readonly Sentence[],
  at: number,
): { acts: readonly Act[]; took: number } | undefined {
  const s = sentences[at]
  if (!s) return undefined
  const said = words(line, s.from, s.to)
  if (
    closeCue.test(said) &&
    !/\b(?:for (?:today|tonight|now)|tomorrow|next time)\b/.test(said) &&
    !/\b(?:lid|cover|case|back|panel|door|hood) (?:is )?close/.test(said)
  )
    return { acts: [{ do: 'close' }], took: sentences.length - at }
  const cue = stopCue.exec(said)
  if (!cue) return undefined
  if (
    /\b(?:stops?|stopped) (?:for|now)\b/.test(cue[0]) &&
    named(line, s.from, s.to, 'function').some((m) => m.by !== 'noun') &&
    !/^stop/.test(said)
  )
    return undefined
  const after = line.tokens.findIndex(
    (t, i) => i >= s.from && i < s.to && words(line, s.from, i + 1).length >= cue.index + cue[0].length,
  )
  let from = after + 1
  while (from < s.to && /^[,.:;-]$|^(?:and|then|today|tonight|now)$/.test(line.tokens[from]?.word ?? ''))
    from++
  const last = sentences.at(-1)
  const to = last?.to ?? s.to
  const lead = cue.index > 3 && from >= to ? undefined : nextOf(line, from, to)
  return { acts: [{ do: 'stop', ...(lead ? { next: lead } : {}) }], took: sentences.length - at }
}

/** A clear sentence that says that something was not so, or not done: nothing is made of it. */
const denied =
  /^(?:there (?:is|was|are|were) )?(?:no|not any|not a trace of|never any) (?:sign(?:s)? of |trace(?:s)? of |visible |more )?(?=\w)|^(?:did not (?:get round|get to|manage|have time|find|see|touch|do|clean|look)|have not (?:touched|looked|found|seen|got|had)|could not (?:find|see) |nothing (?:found|to note|to report|special|new|else|unusual|wrong with)|no time\b|looked at|looked (?:through|over|for)|(?:i|we) (?:did not|have not|could not find|looked))/
/** What is told of the work around the machine. */
const told =
  /^(?:(?:i |we )?took (?:\w+ ){0,4}(?:photos?|pictures?|photographs?|pics)\b|photos?|pictures?|spent|made (?:a |some )?(?:tea|coffee|notes|sketch|drawing|list|copies)|waited|had (?:a|some) (?:visit|visitors|tea|coffee|chat|look)|talked|met|looked up|read (?:the|up|through)|searched|searching|found (?:the|a) (?:manual|schematic|drawing|page|website|book)|printed (?:out )?(?:the |a |some )?(?:manual|schematic|label|labels|pages|list|instructions|drawing)|downloaded|scanned|sorted|tidied|cleared up|swept|showed|wrote (?:to|down|an)|phoned|called|emailed|rang up|ordered nothing|watched|visitors?|cold (?:in|tonight)|very cold|nice evening|good evening|radio|lunch|tea break|(?:i|we) (?:spent|took (?:photos|pictures)|talked|met|looked|searched|tidied|found the (?:manual|page|schematic)))\b/

const note: Reader = (line, { from, to }, said) => {
  if (to - from < 3) return undefined
  if (told.test(said)) return [{ do: 'note', words: whole(line, from, to) }]
  if (!denied.test(said)) return undefined
  // "No picture", "no sound at all": what a test shows.
  const fails =
    named(line, from, to, 'function').length > 0 &&
    /^(?:no|there (?:is|was) no)\b/.test(said) &&
    tagged(line, from, to, 'finding', 'incident').length === 0
  if (
    fails ||
    (/\bno (?:failures?|errors?|problems?|complaints?|faults?|smoke)\b/.test(said) &&
      tagged(line, from, to, 'finding').length === 0)
  )
    return undefined
  return [{ do: 'note', words: whole(line, from, to) }]
}

const readers: readonly Reader[] = [
  undo,
  correct,
  sum,
  answer,
  question,
  remind,
  claim,
  verify,
  hazard,
  plan,
  note,
]

/** What a sentence as a whole is, before its clauses are looked at. */
export function spokenAs(line: Line, s: Sentence): readonly Act[] | undefined {
  const said = words(line, s.from, s.to)
  for (const reader of readers) {
    const acts = reader(line, s, said)
    if (acts) return acts
  }
  return undefined
}
