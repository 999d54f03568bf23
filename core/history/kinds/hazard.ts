/** A danger noted, or cleared. */
import { hazardBody } from '../bodies/bench.ts'
import { reduceHazard } from '../reduce/machine.ts'
import { itsMachine, type Definition } from './definition.ts'
import type { BodyOf } from '../bodies/index.ts'

export const hazard = {
  schema: hazardBody,
  scope: 'machine',
  about: itsMachine,
  places: 'none',
  least: 'volunteer',
  authority: 'none',
  admission: 'judged',
  groundwork: false,
  ahead: false,
  trueFrom: 'when it happened',
  guest: (body) =>
    body.what === 'noted'
      ? { kind: 'hazard', what: 'noted', machine: body.machine, words: body.words, barsPower: body.barsPower }
      : { kind: 'hazard', what: 'cleared', machine: body.machine, hazard: body.hazard, words: body.words },
  withoutPrice: 'holds no price',
  blind: 'shown',
  files: 'none',
  reaches: 'its subjects',
  travels: 'with its machine',
  reduce: reduceHazard,
} satisfies Definition<BodyOf<'hazard'>>
