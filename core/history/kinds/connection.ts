/** A connector, off or on. */
import { connectionBody } from '../bodies/bench.ts'
import { reduceConnection } from '../reduce/machine.ts'
import { itsMachine, type Definition } from './definition.ts'
import type { BodyOf } from '../bodies/index.ts'

export const connection = {
  schema: connectionBody,
  scope: 'machine',
  about: itsMachine,
  places: 'none',
  least: 'volunteer',
  authority: 'none',
  admission: 'observed',
  groundwork: false,
  ahead: false,
  trueFrom: 'when it happened',
  guest: ({ kind, machine, connector, way }) => ({ kind, machine, connector, way }),
  withoutPrice: 'holds no price',
  blind: 'shown',
  files: 'none',
  reaches: 'its subjects',
  travels: 'with its machine',
  reduce: reduceConnection,
} satisfies Definition<BodyOf<'connection'>>
