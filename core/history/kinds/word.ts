/** The house's own words: how a line that is said with them is read. */
import { wordBody } from '../bodies/word.ts'
import { reduceWord } from '../reduce/house.ts'
import { house, subject, type Definition } from './definition.ts'
import type { BodyOf } from '../bodies/index.ts'

export const word = {
  schema: wordBody,
  scope: 'house',
  about: (body) => [...subject('type', body.type), house],
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
  travels: 'never',
  reduce: reduceWord,
} satisfies Definition<BodyOf<'word'>>
