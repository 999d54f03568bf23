/** A place on a photograph that shows a finding or a position. */
import { pinBody } from '../bodies/condition.ts'
import { reducePin } from '../reduce/condition.ts'
import { itsMachine, type Definition } from './definition.ts'
import type { BodyOf } from '../bodies/index.ts'

export const pin = {
  schema: pinBody,
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
  blind: (body, own) => body.finding === undefined || own.knows(body.finding),
  files: 'none',
  reaches: 'its subjects',
  travels: 'with its machine',
  reduce: reducePin,
} satisfies Definition<BodyOf<'pin'>>
