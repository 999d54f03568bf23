/** Verbs that are parted from their particle by what was moved: "took K2 and the bell out". */
import type { Line } from './line.ts'

export const particles = /^(?:out|back|off|in|on|away|up|down|again|home)$/

/** A verb whose meaning waits for its particle, and so far nothing but names: "took K2", "we put the bell, the platen". */
export function handsOf(line: Line, { from, to }: { readonly from: number; readonly to: number }): boolean {
  let at = from
  const person = (i: number) => line.mentions.some((m) => m.sort === 'person' && m.from <= i && i < m.to)
  while (
    at < to &&
    (person(at) ||
      /^(?:i|we|he|she|they|have|has|then|now|also|just|and|do|did|not|never|please)$/.test(
        line.tokens[at]?.word ?? '',
      ))
  )
    at++
  if (
    !/^(?:took|take|put|lifted|lift|pulled|pull|got|brought|pushed|prised|levered)$/.test(
      line.tokens[at]?.word ?? '',
    )
  )
    return false
  return line.tokens
    .slice(at + 1, to)
    .every(
      ({ word }, k) =>
        /^(?:the|a|an|its|both|and|,|all|of)$/.test(word) ||
        line.mentions.some((m) => m.from <= at + 1 + k && at + 1 + k < m.to),
    )
}
