import { describe, expect, it } from 'vitest'
import type { PartId } from '#core/ids.ts'
import { numberedId } from '#core/testing/script.ts'
import { positionSchema } from '#core/type/sheet.ts'
import type { Candidate, Need } from './donors.ts'
import { fromStock, passiveValue } from './from-stock.ts'

const need = (accepts: string, value?: string): Need => ({
  key: 'x',
  machine: 'm',
  machineLabel: 'm',
  place: { in: { kind: 'machine', id: 'm' }, position: 'X' },
  position: positionSchema.parse({ designator: 'X', accepts, ...(value ? { asks: { value } } : {}) }),
  positions: [],
  why: 'empty',
  chargeEnded: false,
})
const spare = (n: number, value: string, more: Partial<Candidate> = {}): Candidate => ({
  part: numberedId<PartId>(n, 6),
  label: `P-${n}`,
  place: { in: { kind: 'store', id: 'drawer' } },
  placeLabel: 'drawer',
  facts: { partKind: 'resistor', attributes: { value }, health: 'unknown' },
  ...more,
})

describe('a value made up from spares', () => {
  it.each([
    ['2200 µF', 'F', 2.2e-3],
    ['104', 'F', 1e-7],
    ['4k7', 'ohm', 4700],
    ['63 V', 'F', undefined],
    [undefined, 'F', undefined],
  ] as const)('%s', (text, unit, value) => expect(passiveValue(text, unit)).toBe(value))
  it('two in series where one will not do', () => {
    const made = fromStock(need('resistor', '3k3'), [spare(1, '1k'), spare(2, '2k2'), spare(3, '10k')])
    expect(made?.found).toMatchObject({ joined: 'series', value: 3200 })
    expect(made?.found.parts.map((p) => p.id).sort()).toEqual(['P-1', 'P-2'])
  })
  it('takes nothing that sits in a machine, is bound, or was proved bad', () => {
    const bound = spare(1, '3k3', { bound: 'on loan' })
    const bad = spare(2, '3k3', {
      facts: { partKind: 'resistor', attributes: { value: '3k3' }, health: 'proved bad' },
    })
    expect(fromStock(need('resistor', '3k3'), [bound, bad])).toBeUndefined()
  })
  it('says nothing where no value is asked, or the kind has none', () => {
    expect(fromStock(need('resistor'), [spare(1, '1k')])).toBeUndefined()
    expect(fromStock(need('74LS374', '1k'), [spare(1, '1k')])).toBeUndefined()
  })
})
