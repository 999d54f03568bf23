import { describe, expect, it } from 'vitest'
import type { PartyId } from '#core/ids.ts'
import { beginRow, nextRow, rowOf, type RowSaid } from './row-form.ts'

const ada = '00000003-0000-7000-8000-000000000001' as PartyId
const machine = '00000001-0000-7000-8000-000000000061'
const said = (more: Partial<RowSaid> = {}): RowSaid => ({
  ...beginRow(machine, undefined, '18:30'),
  what: ' wash the lid ',
  people: [ada],
  ...more,
})

describe('a row of a sheet', () => {
  it('begins with the evening, or when the row before it ends', () => {
    expect(said().from).toBe('18:30')
    const row = rowOf(said({ minutes: '50' }), [])!
    expect(beginRow(machine, row, '18:30').from).toBe('19:20')
  })
  it('holds what was said and nothing else', () => {
    expect(rowOf(said(), [])).toEqual({
      machine,
      what: 'wash the lid',
      people: [ada],
      from: '18:30',
      minutes: 45,
    })
    expect(
      rowOf(said({ place: ' sink ', fetch: 'soap', authority: 'chemicals', runs: '90' }), []),
    ).toMatchObject({ place: 'sink', fetch: 'soap', authority: 'chemicals', runs: 90 })
  })
  it.each<Partial<RowSaid>>([
    { machine: '' },
    { what: ' ' },
    { people: [] },
    { from: '25:00' },
    { minutes: '4' },
    { minutes: '601' },
    { minutes: '12.5' },
    { minutes: 'long' },
  ])('is none yet with %o', (more) => expect(rowOf(said(more), [])).toBeUndefined())
  it('leaves out a time alone that is none', () => {
    for (const runs of ['4', '10001', 'night']) expect(rowOf(said({ runs }), [])).not.toHaveProperty('runs')
  })
  it('stands for an act of its To do only while that is to do', () => {
    expect(rowOf(said({ act: 'test' }), [{ act: 'test' }])).toMatchObject({ own: true })
    expect(rowOf(said({ act: 'test' }), [{ act: 'look again' }])).not.toHaveProperty('step')
  })
  it('leaves who and where for the next', () => {
    const first = said({ place: 'sink', fetch: 'soap', runs: '90', act: 'test' })
    expect(nextRow(first, rowOf(first, [])!)).toMatchObject({
      what: '',
      act: undefined,
      fetch: '',
      runs: '',
      place: 'sink',
      people: [ada],
      from: '19:15',
    })
  })
})
