/** A test: what was tried, how deep, with which gear, and what came of it. */
import { testBody } from '../bodies/test.ts'
import { guestResult } from '../results.ts'
import { reduceTest } from '../reduce/machine.ts'
import { itsMachine, subject, type Definition } from './definition.ts'
import type { BodyOf } from '../bodies/index.ts'

export const test: Definition<BodyOf<'test'>> = {
  schema: testBody,
  scope: 'machine',
  about: (body) => [...itsMachine(body), ...body.gear.flatMap((id) => subject('gear', id))],
  places: 'none',
  least: 'volunteer',
  authority: 'none',
  admission: 'observed',
  groundwork: false,
  ahead: false,
  trueFrom: 'when it happened',
  guest: ({ kind, machine, results, depth, asFound, notExercised, condition }) => ({
    kind,
    machine,
    results: results.map(({ fn, result, cells, minutes, by }) => ({
      fn,
      result: guestResult(result),
      cells,
      minutes,
      by,
    })),
    depth,
    gear: [],
    asFound,
    notExercised,
    condition,
  }),
  withoutPrice: 'holds no price',
  blind: 'shown',
  files: 'none',
  reaches: 'its subjects',
  travels: 'with its machine',
  reduce: reduceTest,
}
