import { describe, expect, it } from 'vitest'
import { chipsOf, memoryFaultIn, readMemory, writeMemory, type MemoryChip } from './memory.ts'

/** Two banks of eight chips, one bit each, as 16 K × 1 parts are laid out. */
const map: MemoryChip[] = [0, 1].flatMap((bank) =>
  Array.from({ length: 8 }, (_, bit) => ({
    chip: `IC${10 + bank * 8 + bit}`,
    bits: [bit],
    from: bank * 0x4000,
    to: bank * 0x4000 + 0x3fff,
  })),
)

describe('a failing bit', () => {
  it.each([
    ['bit 3 at 4000-7FFF', { bits: [3], from: 0x4000, to: 0x7fff }],
    ['D3, D4 at 4A00', { bits: [3, 4], from: 0x4a00, to: 0x4a00 }],
    ['bits 0-2 and 5', { bits: [0, 1, 2, 5], from: undefined, to: undefined }],
    ['bad bit 7 from $C000 to $FFFF', { bits: [7], from: 0xc000, to: 0xffff }],
  ])('%s', (text, is) => expect(memoryFaultIn(text)).toEqual(is))
  it.each(['a bit warm', 'sum 1A2B', 'bit 99 at 0000', ''])('is none in %j', (text) =>
    expect(memoryFaultIn(text)).toBeUndefined(),
  )
  it.each(map)('of $chip is named by its bit and any address of it', ({ chip, bits, from, to }) => {
    for (const at of [from, to, from + 0x1234])
      expect(chipsOf({ bits, from: at, to: at }, map)).toEqual({ chips: [chip], select: false, line: false })
  })
  it('at all addresses lies in the data line of its chips', () =>
    expect(chipsOf({ bits: [3] }, map)).toEqual({ chips: ['IC13', 'IC21'], select: false, line: true }))
  it('of every sort in one bank lies in what selects the bank', () =>
    expect(chipsOf({ bits: [0, 1, 2, 3, 4, 5, 6, 7], from: 0x4000, to: 0x7fff }, map)).toMatchObject({
      select: true,
    }))
  it('that nothing holds is in no chip', () =>
    expect(chipsOf({ bits: [3], from: 0x9000, to: 0x9000 }, map).chips).toEqual([]))
})

it('a map is read back as it is written', () => {
  expect(readMemory(writeMemory(map))).toEqual(map)
  expect(readMemory('IC3: nonsense')[0]?.bits).toEqual([])
})
