import { describe, expect, it } from 'vitest'
import type { LotAnswer } from '#api/parts.ts'
import { schemaOfKind } from '#core/history/kinds/index.ts'
import { numberedId } from '#core/testing/script.ts'
import type { LotId, PartId } from '#core/ids.ts'
import { inStore } from '#core/place.ts'
import { ends, lotActBody, lotForm, type LotAct, type LotForm } from './lot-act.ts'

const machine = numberedId<LotId>(1, 4) as string
const newPart = numberedId<PartId>(9, 6)
const lot: LotAnswer = {
  id: numberedId<LotId>(1, 11),
  label: 'L-0001 fuse',
  tag: 'L-0001',
  partKind: 'fuse',
  attributes: { rating: '1 A' },
  origin: 'bought',
  places: [
    { place: inStore('drawer 1'), label: 'drawer 1', n: 9, about: false, lies: true },
    { place: { in: { kind: 'kept', id: machine } }, label: 'kept with E-1', n: 2, about: false, lies: true },
    { place: { in: { kind: 'gone', id: 'consumed' } }, label: 'consumed', n: 4, about: false, lies: false },
  ],
  reserved: [],
  here: 11,
  about: false,
  got: 15,
  used: 4,
  taken: 0,
  promised: 0,
  free: 11,
  below: false,
  reorder: false,
  life: [],
  paid: [],
  nextTag: 'P-0042',
}
function said(
  act: LotAct,
  fields: Partial<LotForm>,
  more: { machine?: string; end?: (typeof ends)[number] } = {},
) {
  return lotActBody(act, lot, {
    form: { ...lotForm(act, lot, 'EUR'), ...(more.end ? { end: more.end } : {}), ...fields },
    machine: more.machine,
    newPart,
    zone: 'Europe/Oslo',
  })
}

describe('a form about a lot', () => {
  const good: [LotAct, Partial<LotForm>, { machine?: string; end?: (typeof ends)[number] }, object][] = [
    [
      'count',
      { n: '7', place: 'kept with E-1', about: true },
      {},
      { kind: 'count', n: 7, about: true, place: { in: { kind: 'kept', id: machine } } },
    ],
    ['count', { n: '0', place: 'drawer 2' }, {}, { n: 0, place: inStore('drawer 2') }],
    [
      'got',
      { n: '10', place: 'drawer 1', origin: 'gift', amount: '3,50', currency: 'gbp' },
      {},
      { what: 'got', origin: 'gift', price: { minor: 350, currency: 'GBP' } },
    ],
    [
      'move',
      { n: '2', heap: 'drawer 1', place: 'drawer 5' },
      {},
      { legs: [], lots: [{ n: 2, from: inStore('drawer 1'), to: inStore('drawer 5') }] },
    ],
    [
      'move',
      { n: '2', heap: 'kept with E-1' },
      { end: 'used up' },
      { lots: [{ from: { in: { kind: 'kept' } }, to: { in: { id: 'consumed' } } }] },
    ],
    [
      'move',
      { n: '1' },
      { end: 'kept with a machine', machine },
      { lots: [{ to: { in: { kind: 'kept', id: machine } } }] },
    ],
    ['one', {}, {}, { kind: 'part', part: newPart, tag: 'P-0042', partKind: 'fuse', outOf: { lot: lot.id } }],
    [
      'keep',
      { n: '3', position: 'F1', until: '2026-03-31' },
      { machine },
      { kind: 'reservation', machine, n: 3, position: 'F1', until: '2026-03-31T21:59:59.999Z' },
    ],
    [
      'say',
      { kind: 'slow fuse', tag: 'L-0001', reorderAt: '' },
      {},
      { what: 'identified', partKind: 'slow fuse', reorderAt: null },
    ],
  ]
  it.each(good)('%s: becomes an entry that the schema takes', (act, fields, more, expected) => {
    const body = said(act, fields, more)
    expect(body).toMatchObject(expected)
    if (typeof body !== 'string') expect(schemaOfKind(body.kind)?.safeParse(body).success).toBe(true)
  })
  it('says what is missing', () => {
    expect(said('keep', { n: '1' })).toBe('No machine has that number.')
    expect(said('move', { n: '1' }, { end: 'kept with a machine' })).toBe('No machine has that number.')
    expect(said('got', { n: '1', place: 'x', amount: 'twelve', currency: 'EUR' })).toContain(
      'Nothing was lost',
    )
  })
  it('does not say a tag again that it has', () =>
    expect(said('say', { tag: 'L-0001' })).not.toHaveProperty('tag'))
})
