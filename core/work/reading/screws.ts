/** Screws and covers, off and on. */
import type { Act } from './acts.ts'
import type { Clause } from './clauses.ts'
import { type Line, named, tagged, words } from './line.ts'
import { coverIn, holders, screwsIn, whenOf } from './slots.ts'
import type { ClauseReader } from './told.ts'

const offWord =
  /\b(?:off|removed|undone|out|opened|open|unscrewed|unbolted|lifted|took|taken|undid|remove|came away|away|apart|loosened)\b/

const onWord =
  /\b(?:on|in|closed|refitted|fitted|screwed|tightened|back on|back in|put back|bolted|close|shut|fastened|home|again|replaced|refit|driven)\b|\bback[ .]*$|\bback(?= with\b)/

export const fastening: ClauseReader = (line, clause, told) => {
  const said = words(line, clause.from, clause.to)
  const screws = screwsIn(line, clause.from, clause.to)
  const cover = coverIn(line, clause.from, clause.to)
  if (!screws && !cover) return undefined
  if (/\b(?:missing|lost|stripped|rusty|how many|left over|in stock|bought|ordered|in the box)\b/.test(said))
    return undefined
  if (!screws && cover && !coverMoves(line, clause, cover)) return undefined
  const held = holders(line, clause.from, clause.to).find((h) =>
    /^(?:the )?(?:\w+ )?(?:cup|bag|box|tin|jar|tray|drawer|pot|dish|envelope|tub|lid|matchbox|saucer|bowl|egg)/i.test(
      h.text,
    ),
  )
  const off = offWord.test(said.replace(/\bout of\b/g, 'from').replace(/\bback in\b|\bback on\b/g, 'on'))
  const on = onWord.test(
    said.replace(
      /\b(?:in|into|on) (?:the |a )?(?:\w+ )?(?:cup|bag|box|tin|jar|tray|drawer|pot|dish|envelope|tub|matchbox|saucer|bowl)\b/g,
      '',
    ),
  )
  const from = held?.way === 'from'
  const way = from
    ? 'on'
    : held
      ? 'off'
      : off && !on
        ? 'off'
        : on && !off
          ? 'on'
          : off && on
            ? /\b(?:back on|on again|back in|closed|refitted|screwed|put back)\b/.test(said)
              ? 'on'
              : 'off'
            : undefined
  const last = told.last
  const carried =
    way ??
    (screws && !cover && (last?.do === 'off' || last?.do === 'on') && last.count === undefined
      ? last.do
      : undefined)
  if (!carried) return undefined
  if (
    /\b(?:will|must|should|before|means|if|when|while|once)\b/.test(said) &&
    !/\bwhen\b.*\b(?:came|took)\b/.test(said)
  )
    return undefined
  const cup = held ? cupText(held.text) : undefined
  const what = cover?.text ?? (screws ? ofWhat(line, clause, screws.to) : undefined)
  const others = cover && !screws ? alsoMoved(line, clause, cover.to) : []
  return [what, ...others].map((thing): Act => ({
    do: carried,
    ...(thing ? { what: thing } : {}),
    ...(screws?.count === undefined ? allOf(line, clause) : { count: screws.count }),
    ...(screws?.size ? { size: screws.size } : {}),
    ...(cup ? { cup } : {}),
    ...whenOf(line, clause),
  }))
}

/** "put the cover and the platen back on": what is named after the cover goes with it. */
function alsoMoved(line: Line, clause: Clause, from: number): string[] {
  const more: string[] = []
  let at = from
  while (/^(?:and|,)$/.test(line.tokens[at]?.word ?? '')) {
    at++
    while (/^(?:and|the|a)$/.test(line.tokens[at]?.word ?? '')) at++
    const next = named(line, at, clause.to, 'position', 'zone').find((m) => m.from === at)
    if (!next?.names[0] || next.names.length > 1) break
    more.push(next.names[0])
    at = next.to
  }
  return more
}

/** "with all 6", "all six of them". */
const allOf = (line: Line, clause: Clause): { count?: number } => {
  const found = /\b(?:with all|all|with) (\d{1,2})\b(?! (?:v|mm|rows|keys))/.exec(
    words(line, clause.from, clause.to),
  )
  return found?.[1] ? { count: Number(found[1]) } : {}
}

const cupText = (text: string) => text.replace(/^(?:the|a)\s+/i, '')

/** "six screws of the shield": whose they are. */
function ofWhat(line: Line, clause: Clause, at: number): string | undefined {
  for (let i = at; i < clause.to - 1; i++)
    if (/^(?:of|from|holding)$/.test(line.tokens[i]?.word ?? '')) {
      const mention = named(line, i + 1, clause.to, 'position', 'zone')[0]
      if (mention && mention.from <= i + 2) return mention.names[0]
    }
  return undefined
}

/** A cover that goes on or off, and no state of its surface: "lid off", "back is closed", "case washed" is not. */
function coverMoves(
  line: Line,
  clause: Clause,
  cover: { readonly from: number; readonly to: number; readonly text: string },
): boolean {
  const said = words(line, clause.from, clause.to)
  const after = words(line, cover.to, clause.to)
  const before = words(line, clause.from, cover.from)
  if (
    tagged(line, clause.from, clause.to, 'finding').length > 0 &&
    !/\b(?:off|on again|back on|closed)\b/.test(said)
  )
    return false
  if (
    line.verbs.some(
      (v) =>
        v.at >= clause.from &&
        v.at < clause.to &&
        v.verb.act === 'work' &&
        v.form === 'past' &&
        v.verb.lemma !== 'lift',
    )
  )
    return false
  return (
    /^(?:is |are |was |has been |came |now |comes |goes |went |all )*(?:back )?(?:off|on|closed|open|opened|removed|refitted|shut|unscrewed|screwed|lifted off|lifted|fitted)\b/.test(
      after,
    ) ||
    (/\b(?:took|taken|lifted|removed|opened|unscrewed|closed|refitted|fitted|put|screwed|got|undid|unbolted|take|remove|shut|popped|prised|pulled)\b/.test(
      before,
    ) &&
      (/\b(?:off|on|back|again)\b/.test(said) ||
        /\b(?:removed|opened|closed|refitted|unscrewed|undid|unbolted|shut|popped)\b/.test(before)))
  )
}
