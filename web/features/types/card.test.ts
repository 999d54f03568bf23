import { expect, it } from 'vitest'
import { recipeSchema } from '#core/history/bodies/method.ts'
import { emptyCard, fromCard, toCard } from './card.ts'

const card = recipeSchema.parse({
  name: 'long soak',
  verb: 'clean',
  agent: 'detergent',
  waitMinutes: 90,
  everyMinutes: 30,
  materials: ['ABS', 'rubber'],
  notOn: ['paper'],
  needs: 'chemicals',
  school: { key: 'contacts', option: 'metal polish' },
})

it('gives back the card that went in', () => expect(recipeSchema.parse(fromCard(toCard(card)))).toEqual(card))
it('leaves out what is empty', () =>
  expect(fromCard({ ...emptyCard, name: 'x' })).toEqual(recipeSchema.parse({ name: 'x', verb: 'clean' })))
it('takes no wait that is no number', () =>
  expect(fromCard({ ...emptyCard, waitMinutes: 'a day' })).not.toHaveProperty('waitMinutes'))
