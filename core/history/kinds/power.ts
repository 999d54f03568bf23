/** Switched on or off. */
import { powerBody } from '../bodies/bench.ts'
import { reducePower } from '../reduce/machine.ts'
import * as authority from '../authority.ts'
import { itsMachine, type Definition } from './definition.ts'
import type { BodyOf } from '../bodies/index.ts'

export const power = {
  schema: powerBody,
  scope: 'machine',
  about: itsMachine,
  places: 'none',
  least: 'volunteer',
  authority: authority.power,
  admission: 'observed',
  groundwork: false,
  ahead: false,
  trueFrom: 'when it happened',
  guest: ({ kind, machine, way }) => ({ kind, machine, way }),
  withoutPrice: 'holds no price',
  blind: 'shown',
  files: 'none',
  reaches: 'its subjects',
  travels: 'with its machine',
  reduce: reducePower,
} satisfies Definition<BodyOf<'power'>>
