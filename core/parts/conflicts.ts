/** What was read of a position and does not agree: side by side, with who says it, until somebody settles it. */
import type { SpecSource } from '#core/history/bodies/spec.ts'
import type { MachineState } from '#core/history/world.ts'
import { parseQuantity } from '#core/quantity/quantity.ts'
import type { Instant } from '#core/quantity/time.ts'
import type { EntryId } from '#core/ids.ts'

export interface Reading {
  readonly says: string
  readonly by: SpecSource
  readonly at: Instant
  readonly entry: EntryId
}
export interface Conflict {
  readonly position: string
  /** value, rating, temperature … */
  readonly fact: string
  /** One for each thing that was said, in the order of time. */
  readonly readings: readonly Reading[]
}

const key = (text: string): string => {
  const read = parseQuantity(text.replace(/\s+/g, ''))
  return read?.value === undefined ? text.trim().toLowerCase() : `${read.value} ${read.unit}`
}

/** Facts of which different things were read, and of which nobody has said since which holds. */
export function conflictsOf(machine: MachineState): Conflict[] {
  const said = new Map<string, { position: string; fact: string; readings: Reading[] }>()
  for (const { id, body, happenedAt } of machine.specs) {
    if (body.kind !== 'spec') continue
    for (const [fact, says] of Object.entries(body.attributes)) {
      const name = `${body.position} ${fact}`
      if (body.by === 'settled') {
        said.delete(name)
        continue
      }
      const row = said.get(name) ?? { position: body.position, fact, readings: [] }
      said.set(name, row)
      // The same thing read again, by whatever, is no second reading.
      if (!row.readings.some((r) => key(r.says) === key(says)))
        row.readings.push({ says, by: body.by, at: happenedAt.latest, entry: id })
    }
  }
  return [...said.values()].filter((row) => row.readings.length > 1)
}
