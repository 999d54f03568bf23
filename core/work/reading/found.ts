/** What a look finds on the machine, of our time or earlier. */
import type { Act, FoundSort } from './acts.ts'
import type { Clause } from './clauses.ts'
import { type Line, named, tagged, words, written } from './line.ts'
import { whenOf } from './slots.ts'
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

const foundThere = (line: Line, clause: Clause, sort: FoundSort): readonly Act[] => [
  {
    do: 'find',
    finding: sort,
    where: trimmed(line, clause.from, clause.to) ?? '',
    words: written(line, clause.from, clause.to),
    ...whenOf(line, clause),
  },
]

function brokenTrack(line: Line, clause: Clause): readonly Act[] | undefined {
  const said = words(line, clause.from, clause.to)
  const broken =
    /\b(?:tracks?|traces?|conductors?)\b/.test(said) &&
    /\b(?:interrupted|broken|cracked|cut|open|gone|lifted|eaten|torn|burnt|missing|corroded through|severed)\b/.test(
      said,
    )
  return broken && !/\b(?:i|we) cut\b/.test(said) ? foundThere(line, clause, 'broken track') : undefined
}

function liftedPad(line: Line, clause: Clause): readonly Act[] | undefined {
  const said = words(line, clause.from, clause.to)
  return /\bpads?\b/.test(said) &&
    /\b(?:up|lifted|off|loose|torn|gone|missing|lifting|coming)\b/.test(said) &&
    !/\bfelt|rubber|foam\b/.test(said)
    ? foundThere(line, clause, 'lifted pad')
    : undefined
}

/** A foot, a badge, a cap that is not there. */
function isLost(line: Line, clause: Clause): boolean {
  const said = words(line, clause.from, clause.to)
  return (
    /\b(?:missing|misses|is gone|are gone|lost)\b/.test(said) &&
    named(line, clause.from, clause.to, 'function', 'gear', 'point').length === 0 &&
    !/\b(?:screws?|-?\d+ ?v|volts?|rails?|keys?|letters?|m\d\w*|columns?|contents?|data)\b|^(?:only )?(?:1|one|some|two|2|3)(?: (?:is|are|more))* (?:missing|lost|gone)/i.test(
      said,
    ) &&
    clause.to - clause.from >= 2 &&
    tagged(line, clause.from, clause.to, 'incident').length === 0
  )
}

export const finding: ClauseReader = (line, clause, told) => {
  const names = named(line, clause.from, clause.to, 'position', 'function', 'zone', 'gear').filter(
    (m) => m.to - m.from > 1,
  )
  const hits = tagged(line, clause.from, clause.to, 'finding').filter(
    (h) => !names.some((m) => m.from <= h.from && h.to <= m.to),
  )
  const fixed = brokenTrack(line, clause) ?? liftedPad(line, clause)
  if (fixed) return fixed
  if (hits.length === 0 && isLost(line, clause)) return foundThere(line, clause, 'loss')
  if (hits.length === 0) return undefined
  const said = words(line, clause.from, clause.to)
  const denied = hits.filter(
    (h) =>
      !/\b(?:no|not|nothing|without|never|any)(?: (?:sign|trace|more|visible|longer|a|new|real|other))*(?: of)?$/.test(
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
    /^(?:(?:once|here|apparently|it seems|at some time|long ago|earlier|before|looks like|it looks like|i see|i think|probably) )*(?:that )?(?:some ?(?:one|body)(?: who \w+ \w+(?: \w+)?)?|whoever(?: \w+){1,4}|a former \w+|a previous \w+|the previous \w+|the last \w+|an earlier \w+|previous \w+)(?: else)?(?: (?:has|had|once|already|before|must have|seems to have|also|here))*\b/.exec(
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

export const lead =
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

export function trimmed(line: Line, from: number, to: number): string | undefined {
  let [a, b] = [from, to]
  const skip =
    /^(?:the|a|an|is|are|was|were|has|have|some|there|found|saw|i|we|see|noticed|and|but|also|,|:|\(|\)|now|that|it|been|quite|very|rather|a|lot|bit|of|little|lots|next|to|slightly|badly|heavily|all|over|got|gone|still|looks|look|feels|feel|shows|with|full|just|really|discovered|spotted|missing|misses|lost|had)$/
  while (a < b && skip.test(line.tokens[a]?.word ?? '')) a++
  while (b > a && (skip.test(line.tokens[b - 1]?.word ?? '') || line.tokens[b - 1]?.sort === 'sign')) b--
  return written(line, a, b) || undefined
}
