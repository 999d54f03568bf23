/** What a pattern of dead cells, or of failing bits, is most simply explained by. */
import { say } from './say.ts'
import type { Explained } from '#core/diagnosis/matrix.ts'
import type { MemoryExplained } from '#core/diagnosis/memory.ts'
import { capital, list } from './lists.ts'

/** "Most simply explained by row 3 (4 of 5 dead) and Q alone. W strikes twice: its contact." */
export function explainedWords({ lines, cells, doubles, shiftsOnly }: Explained): string {
  const parts = [
    ...lines.map((l) =>
      l.dead === l.of
        ? say('{name} (all {of} dead)', { name: l.name, of: l.of })
        : say('{name} ({dead} of {of} dead)', { name: l.name, dead: l.dead, of: l.of }),
    ),
    ...(cells.length > 0 ? [`${list(cells, 6)} ${lines.length > 0 ? say('alone') : say('one by one')}`] : []),
  ]
  const said = [
    parts.length > 0 ? say('most simply explained by {parts}', { parts: list(parts, 6) }) : '',
    shiftsOnly ? say('only keys that shift are dead: they often have a line of their own') : '',
    doubles.length > 0
      ? doubles.length === 1
        ? say('{doubles} strikes twice: look at the contacts', { doubles: list(doubles, 6) })
        : say('{doubles} strike twice: look at the contacts', { doubles: list(doubles, 6) })
      : '',
  ].filter(Boolean)
  return said.join('; ')
}

export function memoryWords({ chips, select, line }: MemoryExplained): string {
  if (chips.length === 0) return say('no chip of the map holds these bits there')
  if (select)
    return say('every bit fails there: look at what selects {chips} before the chips', {
      chips: list(chips, 6),
    })
  if (line)
    return say('one bit fails in {chips}: look at its data line before the chips', { chips: list(chips, 6) })
  return say('by the map it is in {chips}', { chips: list(chips, 6) })
}

export const ofFunction = (fn: string, words: string): string => `${capital(fn)}: ${words}.`
