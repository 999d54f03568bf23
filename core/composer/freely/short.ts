/** Words cut to length, and words that are only kept. */
import type { Act } from '#core/work/reading/acts.ts'
import { parseNote } from '../said.ts'
import { type Effect } from '../effects.ts'
import { type Parsed, type Scene, done } from '../types.ts'

export type Of<D extends Act['do']> = Extract<Act, { do: D }>

/** At most `most` letters, cut between words. */
export function short(text: string, most = 80): string {
  if (text.length <= most) return text
  const cut = text.slice(0, most - 1)
  return `${cut.slice(0, Math.max(cut.lastIndexOf(' '), most / 2)).trimEnd()}…`
}

export const note = (words: string, scene: Scene): Parsed => parseNote(words, scene)

/** What the record cannot take as it was said is kept as a note, and why is said before Enter. */
export function asWords(
  words: string,
  name: string,
  because: Extract<Effect, { does: 'keeps as words' }>['because'],
  scene: Scene,
): Parsed {
  return done(
    [{ kind: 'note', machine: scene.context.machine, words }],
    [{ does: 'keeps as words', words: name, because }],
  )
}
