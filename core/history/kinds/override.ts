/** A rule of a check that somebody set aside, and why. */
import { overrideBody } from '../bodies/line.ts'
import { machineDraft } from '../draft.ts'
import { itsMachine, type Definition } from './definition.ts'
import type { BodyOf } from '../bodies/index.ts'

export const override = {
  schema: overrideBody,
  scope: 'machine',
  about: itsMachine,
  places: 'none',
  least: 'volunteer',
  authority: 'none',
  admission: 'judged',
  groundwork: false,
  ahead: false,
  trueFrom: 'when it happened',
  guest: 'hidden',
  withoutPrice: 'holds no price',
  blind: 'shown',
  files: 'none',
  reaches: 'its subjects',
  travels: 'with its machine',
  reduce: (world, entry, body) => void machineDraft(world, body.machine).overrides.push(entry),
} satisfies Definition<BodyOf<'override'>>
