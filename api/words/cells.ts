/** What a pattern of dead cells, or of failing bits, is most simply explained by. */
import type { Explained } from '#core/diagnosis/matrix.ts'
import type { MemoryExplained } from '#core/diagnosis/memory.ts'
import { capital, list } from './lists.ts'

/** "Most simply explained by row 3 (4 of 5 dead) and Q alone. W strikes twice: its contact." */
export function explainedWords({ lines, cells, doubles, shiftsOnly }: Explained): string {
  const parts = [
    ...lines.map((l) =>
      l.dead === l.of ? `${l.name} (all ${l.of} dead)` : `${l.name} (${l.dead} of ${l.of} dead)`,
    ),
    ...(cells.length > 0 ? [`${list(cells, 6)} ${lines.length > 0 ? 'alone' : 'one by one'}`] : []),
  ]
  const said = [
    parts.length > 0 ? `most simply explained by ${list(parts, 6)}` : '',
    shiftsOnly ? 'only keys that shift are dead: they often have a line of their own' : '',
    doubles.length > 0
      ? `${list(doubles, 6)} ${doubles.length === 1 ? 'strikes' : 'strike'} twice: look at the contacts`
      : '',
  ].filter(Boolean)
  return said.join('; ')
}

export function memoryWords({ chips, select, line }: MemoryExplained): string {
  if (chips.length === 0) return 'no chip of the map holds these bits there'
  if (select) return `every bit fails there: look at what selects ${list(chips, 6)} before the chips`
  if (line) return `one bit fails in ${list(chips, 6)}: look at its data line before the chips`
  return `by the map it lies in ${list(chips, 6)}`
}

export const ofFunction = (fn: string, words: string): string => `${capital(fn)}: ${words}.`
