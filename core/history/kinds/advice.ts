/** A suspicion, advice or the opinion of somebody outside, and what became of it. */
import { adviceBody } from '../bodies/advice.ts'
import { reduceAdvice } from '../reduce/machine.ts'
import { itsMachine, subject, type Definition } from './definition.ts'
import type { BodyOf } from '../bodies/index.ts'

export const advice = {
  schema: adviceBody,
  scope: 'machine',
  about: (body) => [...itsMachine(body), ...(body.what === 'said' ? subject('party', body.from) : [])],
  places: 'none',
  least: 'volunteer',
  authority: 'none',
  admission: 'observed',
  groundwork: false,
  ahead: false,
  trueFrom: 'when it happened',
  guest: 'hidden',
  withoutPrice: 'holds no price',
  blind: 'shown',
  files: 'none',
  reaches: 'its subjects',
  travels: 'with its machine',
  reduce: reduceAdvice,
} satisfies Definition<BodyOf<'advice'>>
