/** Screws and fasteners, off and on, counted. */
import { fasteningBody } from '../bodies/bench.ts'
import { reduceFastening } from '../reduce/machine.ts'
import { itsMachine, type Definition } from './definition.ts'
import type { BodyOf } from '../bodies/index.ts'

export const fastening = {
  schema: fasteningBody,
  scope: 'machine',
  about: itsMachine,
  places: 'none',
  least: 'volunteer',
  authority: 'none',
  admission: 'observed',
  groundwork: false,
  ahead: false,
  trueFrom: 'when it happened',
  guest: ({ kind, machine, way, what, count, size, head, cup }) => ({
    kind,
    machine,
    way,
    what,
    count,
    size,
    head,
    cup,
  }),
  withoutPrice: 'holds no price',
  blind: 'shown',
  files: 'none',
  reaches: 'its subjects',
  travels: 'with its machine',
  reduce: (world, _entry, body) => reduceFastening(world, body),
} satisfies Definition<BodyOf<'fastening'>>
