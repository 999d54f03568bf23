import { describe, expect, it } from 'vitest'
import { kindMatch, readDesignation, standsIn } from './designations.ts'

// Common practice; no published table.
describe('a designation', () => {
  it.each([
    ['74LS374', { device: '74374', family: 'LS' }],
    ['SN74HCT244N', { device: '74244', family: 'HCT' }],
    ['7400', { device: '7400', family: '' }],
    ['4164-15', { device: '4164', family: '', nanoseconds: 150 }],
    ['27C256-200', { device: '27256', family: 'C', nanoseconds: 200 }],
    ['2764', { device: '2764', family: '', nanoseconds: undefined }],
  ])('%s', (text, read) => expect(readDesignation(text)).toEqual(read))
  it.each(['character ROM', 'power supply', 'LM317'])('%s is none', (text) =>
    expect(readDesignation(text)).toBeUndefined(),
  )
})

describe('a family for another', () => {
  it.each([
    ['LS', 'LS', 'same'],
    ['LS', 'HCT', 'stands in'],
    ['S', 'LS', 'stands in'],
    ['LS', 'HC', 'look at levels'],
    ['HC', 'LS', 'does not stand in'],
    ['HC', 'HCT', 'stands in'],
  ])('%s ← %s: %s', (wanted, offered, is) => expect(standsIn(wanted, offered)).toBe(is))
})

describe('a kind for another', () => {
  it.each([
    ['74LS374', '74HCT374', 'stands in', false],
    ['74LS374', '74LS373', 'does not stand in', false],
    ['4164-20', '4164-15', 'same', false],
    ['4164-15', '4164-20', 'same', true],
    ['27256-250', '27C256-150', 'stands in', false],
    ['Character ROM', 'character rom', 'same', false],
    ['character ROM', 'timing ROM', 'does not stand in', false],
  ])('%s ← %s', (wanted, offered, is, slower) => expect(kindMatch(wanted, offered)).toEqual({ is, slower }))
})
