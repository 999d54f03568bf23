/** Sums at the bench against worked examples. Practice, but for the arithmetic of units. */
import { describe, expect, it } from 'vitest'
import { divider, each, memory, regulatorHeat, transformer } from './sums.ts'

describe('the heat of a regulator', () => {
  it.each([
    ['12', '5', '1.0', '7 W', 'heat sink'],
    ['12 V', '5 V', '100 mA', '0.7 W', undefined],
    ['6.5 V', '5 V', '1 A', '1.5 W', 'too little headroom'],
  ])('%s to %s at %s: %s', (vin, vout, amps, is, heed) =>
    expect(regulatorHeat(vin, vout, amps)).toMatchObject({ is, ...(heed ? { heed } : {}) }),
  )
  it.each([
    ['5', '12', '1', 'out'],
    ['x', '5', '1', 'in'],
    ['12', '5', '1 V', 'current'],
  ])('%s, %s, %s names what cannot be read: %s', (vin, vout, amps, wrong) =>
    expect(regulatorHeat(vin, vout, amps)).toEqual({ wrong }),
  )
})
describe('memory by chips', () => {
  it.each([
    ['8', '16K×1', '16 KB'],
    ['8', '64K x 1', '64 KB'],
    ['1', '256K×4', '128 KB'],
    ['4', '256K x 4', '512 KB'],
    ['2', '1Mx8', '2 MB'],
    ['2', '256 x 4', '256 bytes'],
  ])('%s of %s are %s', (chips, organised, is) => expect(memory(chips, organised)).toMatchObject({ is }))
  it.each([
    ['0', '16Kx1', 'chips'],
    ['8', 'sixteen', 'organised'],
  ])('%s of %s is none', (chips, organised, wrong) => expect(memory(chips, organised)).toEqual({ wrong }))
})
describe('a divider', () => {
  it.each([
    ['10 V', '10k', '10k', '5 V'],
    ['12', '4k7', '2k2', '3.826 V'],
    ['5 V', '1 kohm', '220 ohm', '0.9016 V'],
  ])('%s over %s and %s: %s', (v, a, b, is) => expect(divider(v, a, b)).toMatchObject({ is }))
})
describe('a transformer', () => {
  it.each([
    ['90 VA', '110', '112.5 VA'],
    ['0.8 A', '110 V', '110 VA'],
  ])('for %s at %s V: %s', (plate, volts, is) => expect(transformer(plate, volts)).toMatchObject({ is }))
  it('names what cannot be read', () => expect(transformer('much', '110')).toEqual({ wrong: 'plate' }))
})
describe('what one of a lot cost', () => {
  it.each([
    ['91.00', 'EUR', '14', '6.50 EUR', undefined],
    ['100', 'EUR', '3', '33.33 EUR', 'remainder'],
    ['1000', 'JPY', '3', '333 JPY', 'remainder'],
  ])('%s %s for %s: %s', (amount, currency, units, is, heed) =>
    expect(each(amount, currency, units)).toMatchObject({ is, ...(heed ? { heed } : {}) }),
  )
})
