import { describe, expect, it } from 'vitest'
import type { PartyId } from '#core/ids.ts'
import { numberedId } from '#core/testing/script.ts'
import { found, home, other, slot, twoTerminals } from '#core/testing/terminal.ts'
import { movingBodies, wantsTag } from './destination.ts'

const at = '2026-03-02T10:00:00.000Z'
const chip = found(home, 'IC40')
const from = slot(home, 'IC40')

describe('moving a part from anywhere', () => {
  it('out of its machine into a drawer, with a tag', () => {
    const { t } = twoTerminals()
    for (const body of movingBodies({
      part: chip,
      from,
      destination: { to: 'store', name: 'drawer 2', shelf: 'left' },
      tag: 'P-0042',
    }))
      t.told(at, body)
    expect(t.world().parts.get(chip)).toMatchObject({
      tag: 'P-0042',
      place: { in: { kind: 'store', id: 'drawer 2' }, position: 'left' },
    })
  })
  it('straight into another machine, whose own part goes out by the same act', () => {
    const { t } = twoTerminals()
    const [move] = movingBodies({
      part: chip,
      from,
      destination: {
        to: 'slot',
        place: slot(other, 'IC40'),
        occupant: { part: found(other, 'IC40'), out: { in: { kind: 'kept', id: other } } },
      },
    })
    t.told(at, move!)
    expect(t.world().parts.get(chip)?.place).toEqual(slot(other, 'IC40'))
    expect(t.world().parts.get(found(other, 'IC40'))?.place?.in.kind).toBe('kept')
  })
  it('what came out gets a tag only where it has none and is kept', () => {
    const tagged = (occupant: object) =>
      movingBodies({
        part: chip,
        from,
        destination: {
          to: 'slot',
          place: slot(other, 'IC40'),
          occupant: { part: 'p', out: { in: { kind: 'kept', id: other } }, ...occupant },
        },
        occupantTag: 'P-0050',
      }).length - 1
    expect([
      tagged({}),
      tagged({ tag: 'P-0001' }),
      tagged({ out: { in: { kind: 'tray', id: 'e' } } }),
    ]).toEqual([1, 0, 0])
  })
  it('on loan, with its home and the day it is due', () => {
    const { t } = twoTerminals()
    const party = numberedId<PartyId>(5, 3)
    t.told(at, { kind: 'party', party, name: 'A school', sort: 'organisation', roles: [] })
    for (const body of movingBodies({
      part: chip,
      from,
      destination: { to: 'party', party },
      loan: { due: '2026-06-01T10:00:00.000Z' },
      tag: 'P-0043',
    }))
      t.told(at, body)
    expect(t.world().loans).toMatchObject([{ home: from, due: '2026-06-01T10:00:00.000Z' }])
  })
  it('off an accessioned machine for good only on a steward’s authority', () => {
    const { t } = twoTerminals()
    t.told(at, { kind: 'machine', what: 'stated', machine: home, set: { legal: 'accessioned' } })
    const steward = numberedId<PartyId>(1, 3)
    const discard = (authority?: PartyId) =>
      movingBodies({
        part: chip,
        from,
        destination: { to: 'gone', fate: 'discarded' },
        ...(authority ? { authority } : {}),
      })[0]!
    expect(t.tell(at, discard(), { role: 'restorer' }).judgement).toMatchObject({
      became: 'refused',
      refusal: { rule: 'accessioned-needs-authority' },
    })
    expect(t.tell(at, discard(steward), { role: 'restorer' }).judgement.became).toBe('recorded')
  })
  it('wants a tag only when it leaves machine and tray', () => {
    expect(wantsTag(from, { to: 'store', name: 'drawer' })).toBe(true)
    expect(wantsTag(from, { to: 'slot', place: slot(other, 'IC40') })).toBe(false)
    expect(wantsTag(from, { to: 'gone', fate: 'discarded' })).toBe(false)
    expect(wantsTag({ in: { kind: 'store', id: 'drawer' } }, { to: 'store', name: 'shelf' })).toBe(false)
  })
})
