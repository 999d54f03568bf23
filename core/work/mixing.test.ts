/** Mixing: worked by hand. 10 volumes are about 3 %, 20 about 6 %, 40 about 12 %, 100 about 30 %, as labels print it. */
import { describe, expect, it } from 'vitest'
import { dilution, peroxideStrength } from './mixing.ts'

describe('peroxide by volumes', () => {
  it.each([
    ['10 vol', 3.03],
    ['20 volumes', 6.07],
    ['40 vol', 12.1],
    ['100 vol', 30.4],
  ])('%s', (text, percent) => {
    const said = peroxideStrength(text)
    expect('is' in said && Number.parseFloat(said.is)).toBeCloseTo(percent, 1)
  })
  it('goes back the same way, and wants a measure', () => {
    expect(peroxideStrength('12 %')).toMatchObject({ is: '39.5 volumes' })
    for (const text of ['12', '', '120 %', 'strong'])
      expect(peroxideStrength(text)).toEqual({ wrong: 'strength' })
  })
})

describe('a dilution', () => {
  it('takes as much of the bought as the strength asks, the rest is water', () => {
    expect(dilution('12 %', '6 %', '500 ml')).toMatchObject({ is: '250 ml and 250 ml water' })
    expect(dilution('30 %', '5 %', '300 g')).toMatchObject({ is: '50 g and 250 g water' })
    expect(dilution('40 vol', '20 vol', '1000')).toMatchObject({ is: '500 ml and 500 ml water' })
    // Volumes and per cent meet in grams.
    expect(dilution('40 vol', '6.07 %', '100 ml')).toMatchObject({ is: '50 ml and 50 ml water' })
  })
  it('makes nothing stronger, and says which figure is wrong', () => {
    expect(dilution('6 %', '12 %', '100 ml')).toEqual({ wrong: 'wanted' })
    expect(dilution('', '6 %', '100 ml')).toEqual({ wrong: 'bought' })
    expect(dilution('12 %', '6 %', 'a cup')).toEqual({ wrong: 'amount' })
  })
})
