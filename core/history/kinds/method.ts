/** House methods: recipe cards, and what people found when they followed one. */
import { methodBody } from '../bodies/method.ts'
import { reduceMethod } from '../reduce/house.ts'
import { house, subject, type Definition } from './definition.ts'
import type { BodyOf } from '../bodies/index.ts'

export const method = {
  schema: methodBody,
  scope: 'house',
  about: (body) => [...subject('machine', body.what === 'verdict' ? body.machine : undefined), house],
  places: 'none',
  least: (body) => (body.what === 'written' ? 'restorer' : 'volunteer'),
  authority: 'none',
  admission: 'observed',
  groundwork: true,
  ahead: false,
  trueFrom: 'when it happened',
  guest: 'hidden',
  withoutPrice: 'holds no price',
  blind: 'shown',
  files: 'none',
  reaches: 'its subjects',
  travels: 'never',
  reduce: reduceMethod,
} satisfies Definition<BodyOf<'method'>>
