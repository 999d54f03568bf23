/** Where a machine went, how it was carried and for what. */
import { custodyBody } from '../bodies/custody.ts'
import { reduceCustody } from '../reduce/machine.ts'
import { itsMachine, placeSubjects, type Definition } from './definition.ts'
import type { BodyOf } from '../bodies/index.ts'

/** Where exactly the house keeps a machine is its own affair. */
const withTheHouse = { in: { kind: 'store', id: 'the house' } } as const

export const custody = {
  schema: custodyBody,
  scope: 'machine',
  about: (body) => [...itsMachine(body), ...placeSubjects(body.to)],
  places: 'none',
  least: 'volunteer',
  authority: 'none',
  admission: 'observed',
  groundwork: false,
  ahead: false,
  trueFrom: 'when it happened',
  guest: ({ kind, machine, to, carriage, purpose, until }, viewer) => ({
    kind,
    machine,
    to: to.in.id === viewer ? { in: to.in } : withTheHouse,
    carriage,
    purpose,
    until,
  }),
  withoutPrice: 'holds no price',
  blind: 'shown',
  files: 'none',
  reaches: 'its subjects',
  travels: 'with its machine',
  reduce: reduceCustody,
} satisfies Definition<BodyOf<'custody'>>
