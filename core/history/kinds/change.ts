/** Work on a target: cleaned, reseated, soldered, adjusted; and how far it reaches. */
import { changeBody } from '../bodies/change.ts'
import { reduceChange } from '../reduce/machine.ts'
import * as authority from '../authority.ts'
import { itsMachine, type Definition } from './definition.ts'
import type { BodyOf } from '../bodies/index.ts'

export const change = {
  schema: changeBody,
  scope: 'machine',
  about: itsMachine,
  places: 'none',
  least: 'volunteer',
  authority: authority.change,
  admission: 'observed',
  groundwork: false,
  ahead: false,
  trueFrom: 'when it happened',
  guest: ({ kind, machine, target, verb, reach, from, to, verified, failed, scale, mark }) => ({
    kind,
    machine,
    target,
    verb,
    reach,
    from,
    to,
    verified,
    failed,
    scale,
    mark,
  }),
  withoutPrice: 'holds no price',
  blind: 'shown',
  files: 'none',
  reaches: 'its subjects',
  travels: 'with its machine',
  reduce: reduceChange,
} satisfies Definition<BodyOf<'change'>>
