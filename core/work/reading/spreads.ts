/** What is put on by hand: grease, tape, paint. It is work, and no cover goes on. */
import { objectAfter } from './hands.ts'
import { written } from './line.ts'
import { whenOf } from './slots.ts'
import type { ClauseReader } from './told.ts'

/** What is put on something by hand, and the work that this is. */
const spreads: readonly (readonly [RegExp, string])[] = [
  [/^(?:grease|vaseline)$/, 'grease'],
  [/^(?:oil|lubricant)$/, 'oil'],
  [/^(?:glue|adhesive|epoxy|superglue)$/, 'glue'],
  [/^(?:tape)$/, 'tape'],
  [/^(?:paint|primer)$/, 'paint'],
  [/^(?:wax)$/, 'wax'],
  [/^(?:varnish|lacquer)$/, 'varnish'],
  [/^(?:flux|solder)$/, 'solder'],
]

/** "put new grease on the carriage rail", "put tape over the crack": no cover goes on. */
export const spread: ClauseReader = (line, clause, told) => {
  const put = line.tokens.findIndex(
    (t, i) =>
      i >= clause.from && i < clause.to && /^(?:put|applied|added|spread|dabbed|smeared)$/.test(t.word),
  )
  if (put < 0 || put > clause.from + 2) return undefined
  const at = line.tokens.findIndex(
    (t, i) => i > put && i <= put + 5 && i < clause.to && spreads.some(([stuff]) => stuff.test(t.word)),
  )
  const link = line.tokens[at + 1]?.word ?? ''
  if (at < 0 || !/^(?:on|onto|over|into|in|under|to|round|around)$/.test(link)) return undefined
  const verb = spreads.find(([stuff]) => stuff.test(line.tokens[at]?.word ?? ''))?.[1] ?? 'work on'
  const object = objectAfter(line, at + 2, clause.to)
  const what = object && !/^(?:it|them)$/i.test(object) ? object : (told.what ?? told.targets[0])
  return [
    {
      do: 'work',
      verb,
      ...(what ? { what } : {}),
      words: written(line, put + 1, clause.to),
      ...whenOf(line, clause),
    },
  ]
}
