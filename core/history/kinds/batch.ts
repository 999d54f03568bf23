/** Units that came together. */
import { batchBody } from '../bodies/arrival.ts'
import { reduceBatch } from '../reduce/arrival.ts'
import { subject, type Definition } from './definition.ts'
import type { BodyOf } from '../bodies/index.ts'

export const batch = {
  schema: batchBody,
  scope: 'machine',
  about: (body) => body.machines.flatMap((id) => subject('machine', id)),
  places: 'none',
  least: 'volunteer',
  authority: 'none',
  admission: 'observed',
  groundwork: false,
  ahead: false,
  trueFrom: 'when it happened',
  guest: 'hidden',
  withoutPrice: (body) => ({ ...body, price: undefined }),
  blind: 'shown',
  files: 'none',
  reaches: 'its subjects',
  travels: 'with its machine',
  reduce: (world, entry, body) => reduceBatch(world, entry, body.machines),
} satisfies Definition<BodyOf<'batch'>>
