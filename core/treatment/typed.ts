/** Treatments that were written as a line of an episode: they stand in the history of their place, and no light of them is summed. */
import type { TreatmentSort } from '#core/history/bodies/treatment.ts'
import type { MachineState, World } from '#core/history/world.ts'
import type { EntryId } from '#core/ids.ts'
import type { Instant } from '#core/quantity/time.ts'

export interface TypedTreatment {
  readonly id: EntryId
  readonly at: Instant
  readonly sort: TreatmentSort
  readonly on: string
  readonly words: string
  readonly who?: string | undefined
}

/** Verbs of a line that are treatments by themselves; "washed", "cleaned" and the like are work. */
const sorts: Readonly<Record<string, TreatmentSort>> = {
  whitened: 'whitening',
  bleached: 'whitening',
  neutralised: 'leak',
  derusted: 'rust',
  painted: 'paint',
  repainted: 'paint',
  varnished: 'paint',
  glued: 'glue',
  filled: 'filling',
  oiled: 'lubrication',
  greased: 'lubrication',
  lubricated: 'lubrication',
}

/** Newest first. */
export const typedTreatments = (world: World, machine: MachineState): TypedTreatment[] =>
  world.line
    .flatMap(({ id, body, happenedAt, withdrawn, doneBy }): TypedTreatment[] => {
      if (body.kind !== 'change' || body.machine !== machine.id || withdrawn) return []
      const sort = sorts[body.verb]
      return sort
        ? [
            {
              id,
              at: happenedAt.latest,
              sort,
              on: body.target.name,
              words: body.words ?? '',
              who: doneBy,
            },
          ]
        : []
    })
    .reverse()
