/** What somebody thinks of a part: suspect, bad, good. */
import type { Act } from './acts.ts'
import type { Clause } from './clauses.ts'
import { type Line, words, written } from './line.ts'
import { whenOf } from './slots.ts'
import { isQualifier, targets } from './targets.ts'
import type { ClauseReader, Told } from './told.ts'

const suspecting =
  /\b(?:suspect|suspects|suspicious|suspected|do not trust|does not (?:inspire|look) (?:trust|good|right|well)|distrust|my (?:guess|bet|money|candidate|culprit|suspect)|(?:i|we)(?: would)? (?:think|believe|guess|bet|reckon|say)|probably|could be|might be|may be|must be|looks like|the culprit|weak one|culprit|likely|not happy with|do not like (?:it|that|this|the look)|prime candidate|points to|pointing at|blame|fishy|dodgy|iffy|smells like)\b/

const badWord =
  /\b(?:bad|dead|no good|finished|shot|defective|faulty|toast|duff|kaput|had it|had its day|is gone|has gone$|broken|blown|shorted|short(?:ed)? circuit|open circuit|open|dried out|no longer good|out of spec|out of tolerance|beyond (?:repair|saving|help)|past (?:it|saving)|worn out|scrap|rubbish|useless|failed|done for|burnt out|ruined|u\/s|condemned|below half|far too high|way too high|out of range|wrong value|lost (?:its|half)|too (?:high|low)|not good|cooked|fried|bust|knackered|wrecked)\b/

const goodWord =
  /\b(?:good|fine|ok|okay|all right|as new|like new|healthy|within (?:spec|tolerance|limits|range)|in spec|in tolerance|passes|passed|tests? (?:good|ok|fine)|tested (?:good|ok|fine)|checks out|checked out|perfect|sound|nothing wrong with|not the (?:culprit|fault|problem|cause|guilty one)|not guilty|not to blame|innocent|can stay|proved good|proven good|works in|known good now|cleared)\b/

/** Whether a word names a part and not a function of the machine that has the same name. */
const partNames = (line: Line, clause: Clause) => {
  const all = targets(line, clause)
  return all.filter(({ mention }) => !isQualifier(line, mention))
}

/** Of the part's own parts: "IC6 pin 11" is a place on it. */
export const judged: ClauseReader = (line, clause, told) => {
  const said = words(line, clause.from, clause.to)
  const found = partNames(line, clause)
  // "C31 is bulging at the top, finished": of the part that was found so.
  const bare =
    clause.to - clause.from <= 4 &&
    (told.last?.do === 'find' || told.last?.do === 'read' || told.last === undefined) &&
    told.targets.length === 1
  const pronoun =
    bare || /\b(?:it|that one|this one|that 1|this 1|that|them|one|chip|part|cap|thing)\b/.test(said)
  const subject =
    found.length > 0
      ? found
      : pronoun && told.targets.length > 0
        ? told.targets.map((t) => ({ names: [t], mention: undefined }))
        : []
  if (subject.length === 0) return undefined
  const sort = suspecting.test(said)
    ? 'suspect'
    : badWord.test(said) &&
        !/\b(?:not|is not) (?:the (?:fault|culprit|problem|cause)|guilty|bad|dead|broken|gone|faulty)\b/.test(
          said,
        )
      ? 'bad'
      : goodWord.test(said) && !/\bnot (?:good|fine|ok)\b/.test(said)
        ? 'good'
        : /\bnot (?:good|fine|ok)\b/.test(said)
          ? 'bad'
          : undefined
  if (!sort) return undefined
  if (
    sort !== 'suspect' &&
    /\b(?:contact|contacts|joint|joints|socket|connector|solder|picture|image|seat|paint|replaced|missing)\b/.test(
      said,
    ) &&
    !/\b(?:is|was) (?:bad|dead|no good|shot|fine|good)\b/.test(said)
  )
    return undefined
  // "acid under IC7, tracks still ok": what is judged stands beside its judgement.
  const word = (sort === 'bad' ? badWord : sort === 'good' ? goodWord : undefined)?.exec(said)?.[0]
  const spokenAt = found[0]?.mention
  if (word && spokenAt) {
    const at = line.tokens.findIndex(
      (t, i) => i >= clause.from && i < clause.to && words(line, i, i + word.split(' ').length) === word,
    )
    const last = found.at(-1)?.mention ?? spokenAt
    const between = at >= last.to ? words(line, last.to, at) : ''
    if (
      between !== '' &&
      /\b(?:tracks?|pads?|pins?|socket|board|wire|others|rest|everything|cable|contact|contacts|around|legs?)\b/.test(
        between,
      ) &&
      !/\bpin \d/.test(between)
    )
      return undefined
  }
  const because = becauseOf(line, clause, told, sort)
  const first = subject[0]
  if (first && first.names.length > 1)
    return [
      {
        do: 'ask which',
        word: first.mention ? written(line, first.mention.from, first.mention.to) : '',
        among: first.names,
        of: sort,
      },
    ]
  return subject
    .slice(0, sort === 'suspect' ? 1 : 4)
    .flatMap(({ names }): Act[] =>
      names[0]
        ? [{ do: sort, what: names[0], ...(because ? { because } : {}), ...whenOf(line, clause) }]
        : [],
    )
}

function becauseOf(line: Line, clause: Clause, told: Told, sort: string): string | undefined {
  for (let i = clause.from; i < clause.to; i++)
    if (/^(?:because|since|as|:|,|when)$/.test(line.tokens[i]?.word ?? '') && i > clause.from)
      return written(line, i + 1, clause.to) || undefined
  void told
  const text = written(line, clause.from, clause.to)
  return sort === 'good' ? undefined : text
}
