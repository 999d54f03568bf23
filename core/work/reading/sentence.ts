/** A sentence of a line, and what reads one. */
import type { Act } from './acts.ts'
import { type Line, written } from './line.ts'

/** A sentence: tokens from, up to and without. `sole` when the line has no other. */
export interface Sentence {
  readonly from: number
  readonly to: number
  readonly sole: boolean
}

export type Reader = (line: Line, s: Sentence, said: string) => readonly Act[] | undefined

/** The whole sentence as written, without its last stop. */
export const whole = (line: Line, from: number, to: number) => {
  let [a, b] = [from, to]
  while (a < b && line.tokens[a]?.sort === 'sign') a++
  while (b > a && /^[.!,;:]$/.test(line.tokens[b - 1]?.word ?? '')) b--
  return written(line, a, b)
}
