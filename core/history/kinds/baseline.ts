/** The set of readings of a machine in health; later ones are held against the last such set. */
import { baselineBody } from '../bodies/reading.ts'
import { machineDraft } from '../draft.ts'
import { itsMachine, type Definition } from './definition.ts'
import type { BodyOf } from '../bodies/index.ts'

export const baseline = {
  schema: baselineBody,
  scope: 'machine',
  about: itsMachine,
  places: 'none',
  least: 'volunteer',
  authority: 'none',
  admission: 'observed',
  groundwork: false,
  ahead: false,
  trueFrom: 'when it happened',
  guest: 'hidden',
  withoutPrice: 'holds no price',
  blind: 'shown',
  files: 'none',
  reaches: 'its subjects',
  travels: 'with its machine',
  reduce: (world, entry, body) => void machineDraft(world, body.machine).baselines.push(entry),
} satisfies Definition<BodyOf<'baseline'>>
