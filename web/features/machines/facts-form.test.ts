/** Only what was typed otherwise is stated again. */
import { expect, it } from 'vitest'
import type { Plate } from '#core/views/machine-shape.ts'
import { changedFacts, factsOf } from './facts-form.ts'

const plate = {
  ...{ name: 'Tovik 3', number: 'E-7', entryNumber: 'E-7', serial: '0081', typeId: 'a-type' },
  ...{ purpose: 'study', legal: 'entered' },
} as unknown as Plate

it.each<[string, Partial<ReturnType<typeof factsOf>>, object]>([
  ['nothing', {}, {}],
  ['a serial with blanks around it', { serial: ' 0081 ' }, {}],
  ['another serial', { serial: '0091' }, { serial: '0091' }],
  ['a field that was emptied', { name: ' ' }, {}],
  ['a number of accession', { accessionNumber: 'M 4' }, { accessionNumber: 'M 4' }],
  ['no type', { type: '' }, {}],
  ['another type', { type: 'b-type' }, { type: 'b-type' }],
  ['a fact of its own', { attribute: 'weight', value: '4 kg' }, { attributes: { weight: '4 kg' } }],
  ['the name of a fact and no value', { attribute: 'weight' }, {}],
])('%s', (_, more, set) => expect(changedFacts(plate, { ...factsOf(plate), ...more })).toEqual(set))

it('shows no accession number where the machine still goes by its entry number', () => {
  expect(factsOf(plate).accessionNumber).toBe('')
  expect(factsOf({ ...plate, number: 'M 4' }).accessionNumber).toBe('M 4')
})
