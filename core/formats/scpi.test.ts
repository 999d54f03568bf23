import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { headerMatches, readIdentity, readNumber, writeNumber } from './scpi.ts'

// SCPI-99 volume 1, 6.2.1: short form, long form, nothing between, any case (from memory).
describe('a header', () => {
  const pattern = 'MEASure:VOLTage[:DC]?'
  it.each(['MEAS:VOLT:DC?', 'MEASURE:VOLTAGE:DC?', 'meas:voltage?', ':MEAS:VOLT?', 'Measure:Volt:dc?'])(
    '%s is one of the forms',
    (header) => expect(headerMatches(pattern, header)).toBe(true),
  )
  it.each(['MEASU:VOLT:DC?', 'MEA:VOLT?', 'MEAS:VOLT:DC', 'MEAS:VOLT:AC?', 'MEAS:VOLT:DC?x', 'MEASVOLT?'])(
    '%s is none',
    (header) => expect(headerMatches(pattern, header)).toBe(false),
  )
  it('a common command', () =>
    expect([headerMatches('*IDN?', '*idn?'), headerMatches('*IDN?', 'IDN?')]).toEqual([true, false]))
})

describe('a number', () => {
  it.each([
    ['5', 5],
    ['-11.98', -11.98],
    ['+5.02100000E+00', 5.021],
    ['4.7e3\n', 4700],
    ['.5', 0.5],
  ])('%s', (text, value) => expect(readNumber(text)).toEqual({ is: 'value', value }))
  it.each([
    ['9.9E+37', 'over range'],
    ['-9.90000000E+37', 'over range'],
    ['9.91E37', 'not a number'],
    ['OVLD', 'unreadable'],
    ['', 'unreadable'],
    ['5,02', 'unreadable'],
  ])('%s is %s', (text, is) => expect(readNumber(text)).toEqual({ is }))
  it('comes back as it was written, to nine digits', () =>
    fc.assert(
      fc.property(fc.double({ min: -1e9, max: 1e9, noNaN: true }), (value) => {
        const read = readNumber(writeNumber(value))
        expect(read.is).toBe('value')
        if (read.is === 'value')
          expect(Math.abs(read.value - value)).toBeLessThanOrEqual(Math.abs(value) * 1e-8)
      }),
    ))
})

// IEEE 488.2: four fields parted by commas (from memory).
describe('an identity', () => {
  it('has four fields', () =>
    expect(readIdentity('A maker,A model,0,1.2\n')).toEqual({
      maker: 'A maker',
      model: 'A model',
      serial: '0',
      firmware: '1.2',
    }))
  it.each(['A model', 'a,b,c', ',,,', ''])('%s is none', (text) => expect(readIdentity(text)).toBeUndefined())
})
