/** What the part, the print or the schematic says of a position: kept apart, since some of them are wrong. */
import { specBody } from '../bodies/spec.ts'
import { machineDraft } from '../draft.ts'
import { itsMachine, type Definition } from './definition.ts'
import type { BodyOf } from '../bodies/index.ts'

export const spec = {
  schema: specBody,
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
  reduce: (world, entry, body) => void machineDraft(world, body.machine).specs.push(entry),
} satisfies Definition<BodyOf<'spec'>>
