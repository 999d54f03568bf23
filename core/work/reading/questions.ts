/** Questions: to the record, which answers, and to people, who may. */
import type { Asks } from './acts.ts'
import { type Line, named, written } from './line.ts'
import { type Reader, whole } from './sentence.ts'

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
  /^(?:may|must|can) (?:i|we|one)\b|\bwhy\b|\bshould\b|\bwould\b|\bshall\b|\bgood for\b|\bmeant for\b|\bis for\b|\bused for\b|\bhow (?:do|does|can|should|would|to|is it)\b|\bcan (?:we|i|one|you|any ?(?:one|body)|some ?(?:one|body))\b|\bcould (?:we|i|one|it|this|that|you|any ?(?:one|body))\b|\bis (?:it|that|this|there|the\b.*) (?:normal|original|right|ok to|okay to|possible|safe|supposed|a factory|factory|genuine|worth|allowed|correct)\b|\bwhat (?:kind|sort|type|colour|color|is the (?:wire|link|jumper|resistor|point|right|best|correct|proper|purpose|meaning))\b|\bwhich (?:way|one is|kind|type|colour|oil|grease|glue|solvent|value|side)\b|\bmean(?:s|t)?\b|\bbetter\b|\bdiscuss\b|\bopinion|\bwhat (?:does|do) .*\bdo\b|\bany idea (?:what|why|how|if|whether)\b|\bhas any ?(?:one|body) (?:got|a)\b|\bdo(?:es)? any ?(?:one|body) (?:have|know (?:what|why|how|if|whether|which|whose))\b|\bwhat value\b|\bwhat if\b|\bsupposed to\b|\bfit(?:s)? (?:in|into|here|instead)\b/

/** About a fault: what may be bad, what is excluded, what to test next, whether a host was proved, what became of advice. */
const ofFault =
  /\b(?:test|try|do|check|read|swap) next\b|\bnext (?:test|act)\b|\bat fault\b|\bsuspect(?:s|ed)?\b|\b(?:excluded|ruled out)\b|\bhosts?\b.*\bproved\b|\bwhich advice\b|\badvice (?:was|were)\b/

export const question: Reader = (line, { from, to }, said) => {
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
    /^(?:when (?!did|was|were|do|does|will|is|are|have|has)|what a\b|is (?!there|it|that|this|the |any|[a-z0-9]+ (?:still|ok|good|working|back|dry|tested|already))|are (?!there|they|the|all|we)|was (?!it|the|there|that|[a-z0-9]+ (?:ever|tested))|were (?!they|the|there)|do not|does not|did not|would not|will not|has (?!it|the|any|there|[a-z0-9]+ (?:been|ever|come|passed))|have (?!we|they|you|i )|had |can not|could not|cannot|should be|would be|any (?!one|body|idea|news)|list(?:s|ed)\b|how(?:ever)\b|which (?!\w+ (?:is|are|was|did|have|has))|tell me|who(?:ever)\b|do \w+ (?:later|tomorrow)|could be\b|shall be\b)/.test(
      said,
    )
  )
    return undefined
  if (!mark && /^(?:we|you|somebody|someone|some one|anyone can)\b/.test(said)) return undefined
  if (ofFault.test(said)) return [{ do: 'query', asks: 'what', about: aboutOf(line, from, to) }]
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
