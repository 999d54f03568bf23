/** What was found on the machine, what happened to it, and what somebody thinks of a part. */
import type { Act, FoundSort } from './acts.ts'
import type { Clause } from './clauses.ts'
import { named, tagged, words, written, type Line } from './line.ts'
import { isQualifier, targets } from './moves.ts'
import { timeIn, whenOf } from './slots.ts'
import type { ClauseReader, Told } from './told.ts'


/** Findings that say more than others where two are said. */
const rank: readonly FoundSort[] = [
  'broken track',
  'lifted pad',
  'earlier work',
  'marker',
  'scorched',
  'leak',
  'mould',
  'stain',
  'corrosion',
  'rust',
  'crack',
  'loss',
  'scratch',
  'residue',
  'yellowing',
  'brittle',
  'dirt',
  'other',
]

export const finding: ClauseReader = (line, clause, told) => {
  const names = named(line, clause.from, clause.to, 'position', 'function', 'zone', 'gear').filter(
    (m) => m.to - m.from > 1,
  )
  const hits = tagged(line, clause.from, clause.to, 'finding').filter(
    (h) => !names.some((m) => m.from <= h.from && h.to <= m.to),
  )
  const said0 = words(line, clause.from, clause.to)
  const broken =
    /\b(?:tracks?|traces?|conductors?)\b/.test(said0) &&
    /\b(?:interrupted|broken|cracked|cut|open|gone|lifted|eaten|torn|burnt|missing|corroded through|severed)\b/.test(
      said0,
    )
  if (broken && !/\b(?:i|we) cut\b/.test(said0))
    return [
      {
        do: 'find',
        finding: 'broken track',
        where: trimmed(line, clause.from, clause.to) ?? '',
        words: written(line, clause.from, clause.to),
        ...whenOf(line, clause),
      },
    ]
  if (
    /\bpads?\b/.test(said0) &&
    /\b(?:up|lifted|off|loose|torn|gone|missing|lifting|coming)\b/.test(said0) &&
    !/\bfelt|rubber|foam\b/.test(said0)
  )
    return [
      {
        do: 'find',
        finding: 'lifted pad',
        where: trimmed(line, clause.from, clause.to) ?? '',
        words: written(line, clause.from, clause.to),
        ...whenOf(line, clause),
      },
    ]
  // A foot, a badge, a cap that is not there.
  const lost =
    /\b(?:missing|misses|is gone|are gone|lost)\b/.test(said0) &&
    named(line, clause.from, clause.to, 'function', 'gear').length === 0 &&
    !/\b(?:screws?|keys?|letters?|m\d\w*|columns?|contents?|data)\b|^(?:only )?(?:1|one|some|two|2|3)(?: (?:is|are|more))* (?:missing|lost|gone)/i.test(
      said0,
    ) &&
    clause.to - clause.from >= 2
  if (hits.length === 0 && lost && !tagged(line, clause.from, clause.to, 'incident').length)
    return [
      {
        do: 'find',
        finding: 'loss',
        where: trimmed(line, clause.from, clause.to) ?? '',
        words: written(line, clause.from, clause.to),
        ...whenOf(line, clause),
      },
    ]
  if (hits.length === 0) return undefined
  const said = words(line, clause.from, clause.to)
  const denied = hits.filter(
    (h) =>
      !/\b(?:no|not|without|never|any)(?: (?:sign|trace|more|visible|longer|a|new|real|other))*(?: of)?$/.test(
        words(line, Math.max(clause.from, h.from - 4), h.from),
      ),
  )
  if (denied.length === 0)
    return tagged(line, clause.from, clause.to, 'good', 'bad').length === 0 ||
      /\b(?:sign|trace|found|seen|visible)\b/.test(said)
      ? [{ do: 'note', words: written(line, clause.from, clause.to) }]
      : undefined
  // A longer phrase wins; then what says more.
  const best = [...denied].sort(
    (a, b) =>
      b.to - b.from - (a.to - a.from) || rank.indexOf(a.is as FoundSort) - rank.indexOf(b.is as FoundSort),
  )[0]
  if (!best) return undefined
  const sort = best.is as FoundSort
  const where = placeOf(line, clause, best, told)
  return [
    {
      do: 'find',
      finding: sort,
      ...(where ? { where } : {}),
      words: written(line, clause.from, clause.to),
      ...whenOf(line, clause),
    },
  ]
}

/** "Someone bridged C4 long ago": work of other hands is found, not done. */
export const earlier: ClauseReader = (line, clause, told) => {
  const said = words(line, clause.from, clause.to)
  const stranger =
    /^(?:(?:once|here|apparently|it seems|at some time|long ago|earlier|before|looks like|it looks like|i see|i think|probably) )*(?:that )?(?:some ?(?:one|body)|a former \w+|a previous \w+|the previous \w+|the last \w+|an earlier \w+|previous \w+)(?: else)?(?: (?:has|had|once|already|before|must have|seems to have|also|here))*\b/.exec(
      said,
    )
  const passive =
    /\b(?:by (?:some ?(?:one|body)|a previous \w+|the previous \w+|another|other hands|an amateur)|(?:was|were|been|already) (?:\w+ )?(?:before|long ago|years ago|once|earlier) (?:by|with))\b/.test(
      said,
    )
  if (!stranger && !passive) return undefined
  const verb =
    line.verbs.some((v) => v.at >= clause.from && v.at < clause.to && v.form === 'past') ||
    /\b(?:wrote|put|left|drew|fitted|made|did|used|replaced|changed|numbered|marked|scratched|stuck|added|got|swapped)\b/.test(
      said,
    )
  if (!verb || /\b(?:told|says|said|asked|wants|wanted|came|borrowed|returned)\b/.test(said)) return undefined
  const marker = tagged(line, clause.from, clause.to, 'finding').some((h) => h.is === 'marker')
  const names = named(line, clause.from, clause.to, 'position', 'zone')
  const where =
    names.length > 0
      ? written(line, names[0]?.from ?? 0, Math.max(...names.map((m) => m.to)))
      : trimmed(line, clause.from, clause.to)
  void told
  return [
    {
      do: 'find',
      finding: marker ? 'marker' : 'earlier work',
      ...(where ? { where: marker ? (trimmed(line, clause.from, clause.to) ?? where) : where } : {}),
      words: written(line, clause.from, clause.to),
      ...whenOf(line, clause),
    },
  ]
}

const lead =
  /^(?:on|in|under|behind|beside|near|at|along|around|across|between|inside|beneath|onto|over|by|below|above|of|off|from|through|underneath|against|next|all)$/
/** Where it is: the words behind "on", "under" …, else what the clause speaks of. */
function placeOf(
  line: Line,
  clause: Clause,
  hit: { readonly from: number; readonly to: number },
  told: Told,
): string | undefined {
  const before = trimmed(line, clause.from, hit.from)
  let at = -1
  for (let i = hit.to; i < clause.to; i++)
    if (lead.test(line.tokens[i]?.word ?? '')) {
      at = i
      break
    }
  const after = at >= 0 ? trimmed(line, at + 1, clause.to) : undefined
  const names = named(line, clause.from, clause.to, 'position', 'zone', 'function').filter(
    (m) => m.by !== 'verb',
  )
  // A name of the machine says it best, and the words around it are kept.
  if (names.length > 0) {
    const first = Math.min(...names.map((m) => m.from))
    const last = Math.max(...names.map((m) => m.to))
    if (after && at >= 0 && names.some((m) => m.from > at))
      return before && names.some((m) => m.to <= hit.from) ? `${before}, ${after}` : after
    if (names.some((m) => m.to <= hit.from))
      return after ? `${before ?? ''}, ${after}`.replace(/^, /, '') : before
    return after ?? written(line, first, last)
  }
  return after ?? before ?? told.what
}
function trimmed(line: Line, from: number, to: number): string | undefined {
  let [a, b] = [from, to]
  const skip =
    /^(?:the|a|an|is|are|was|were|has|have|some|there|found|saw|i|we|see|noticed|and|but|also|,|:|\(|\)|now|that|it|been|quite|very|rather|a|lot|bit|of|little|lots|next|to|slightly|badly|heavily|all|over|got|gone|still|looks|look|feels|feel|shows|with|full|just|really|discovered|spotted)$/
  while (a < b && skip.test(line.tokens[a]?.word ?? '')) a++
  while (b > a && (skip.test(line.tokens[b - 1]?.word ?? '') || line.tokens[b - 1]?.sort === 'sign')) b--
  return written(line, a, b) || undefined
}

export const incident: ClauseReader = (line, clause, told) => {
  const hit = tagged(line, clause.from, clause.to, 'incident').sort(
    (a, b) => b.to - b.from - (a.to - a.from),
  )[0]
  const said = words(line, clause.from, clause.to)
  // "I bent pin 7", "scratched the window while cleaning": harm that was done by those who tell it.
  const harm =
    /^(?:(?:i|we|oops|sorry|unfortunately|stupidly|,) )*(?:accidentally |have |has |managed to )*(?:bent|broke|cracked|scratched|dropped|tore|burnt|burned|spilled|spilt|snapped|chipped|dented|melted|knocked|shorted|ripped|damaged|pierced|crushed|overheated|lifted a pad)\b/.test(
      said,
    ) &&
    (/^(?:(?:oops|sorry|unfortunately|stupidly|,) )*(?:i|we)\b/.test(said) ||
      /\bwhile \w+ing\b|\baccident|\bby mistake\b/.test(
        words(line, clause.from, Math.min(line.tokens.length, clause.to + 3)),
      )) &&
    !/\b(?:straight|back into)\b/.test(said)
  if (!hit && harm)
    return [
      {
        do: 'incident',
        words: written(line, clause.from, clause.to),
        ...(named(line, clause.from, clause.to, 'position', 'zone')[0]?.names[0]
          ? { where: named(line, clause.from, clause.to, 'position', 'zone')[0]?.names[0] }
          : {}),
        ...whenOf(line, clause),
      },
    ]
  if (!hit) return undefined
  const before = words(line, Math.max(clause.from, hit.from - 3), hit.from)
  if (
    /\b(?:no|not|without|never|any|old|earlier|once|fuse holder)\b/.test(before) &&
    !/\bnot sure\b/.test(said)
  )
    return undefined
  if (/\b(?:may|might|could|can|will|if|would|should|used to)\b/.test(before)) return undefined
  // "fell on 3 May" and "flash ROM" are none.
  if (/\b(?:fell on (?:\d|monday|tuesday)|flash (?:rom|memory)|spark plug|pop ?corn|bang on)\b/.test(said))
    return undefined
  const text = words(line, hit.from, hit.to)
  if (
    /^(?:dropped|slipped and|tore|shorted the|broke a|pinched)$/.test(text) &&
    /\b(?:out|letters?|characters?|bits?)\b/.test(said) &&
    named(line, clause.from, clause.to, 'function').length > 0 &&
    !/\b(?:floor|hand|bench|foot|i )\b/.test(said)
  )
    return undefined
  const names = named(line, clause.from, clause.to, 'position', 'zone', 'function').filter(
    (m) => m.by !== 'verb',
  )
  const after = leadAfter(line, clause, hit.to)
  const subject = trimmed(line, clause.from, hit.from)
  const where =
    [subject && !/^(?:loud|i|we|a)$/i.test(subject) ? subject : undefined, after]
      .filter(Boolean)
      .join(', ') ||
    names[0]?.names[0] ||
    told.what
  return [
    {
      do: 'incident',
      words: written(line, clause.from, clause.to),
      ...(where ? { where } : {}),
      ...whenOf(line, clause),
    },
  ]
}
function leadAfter(line: Line, clause: Clause, from: number): string | undefined {
  for (let i = from; i < clause.to; i++)
    if (lead.test(line.tokens[i]?.word ?? '') && !line.times.some((t) => t.from === i + 1)) {
      const time = line.times.find((t) => t.from > i && t.from < clause.to)
      const text = trimmed(line, i + 1, time ? time.from - 1 : clause.to)
      if (text && !/^(?:my hand|once|at once)$/i.test(text)) return text
    }
  return undefined
}

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
