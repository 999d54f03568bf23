/** A type sheet: what is known of a model, published as a whole. */
import { typeBody } from '../bodies/type.ts'
import { reduceType } from '../reduce/house.ts'
import { subject, type Definition } from './definition.ts'
import type { BodyOf } from '../bodies/index.ts'

export const type = {
  schema: typeBody,
  scope: 'house',
  about: (body) => subject('type', body.type),
  places: 'none',
  least: 'restorer',
  authority: 'none',
  admission: 'observed',
  groundwork: true,
  ahead: false,
  trueFrom: 'when it happened',
  guest: 'hidden',
  withoutPrice: 'holds no price',
  blind: 'shown',
  files: 'none',
  reaches: (body) => ({ machinesOf: 'type', id: body.type }),
  travels: 'when it is named',
  reduce: reduceType,
} satisfies Definition<BodyOf<'type'>>
