import { describe, expect, it } from 'vitest'
import { numberedId, type Teller } from '#core/testing/script.ts'
import type { LotId, PartId } from '#core/ids.ts'
import { appraise } from '#core/parts/donors.ts'
import { inStore } from '#core/place.ts'
import { found, home, other, slot, twoTerminals } from '#core/testing/terminal.ts'
import { candidatesFor, needAt } from '#core/views/donors.ts'
import { takeBodies } from './take.ts'

const lot = numberedId<LotId>(1, 11)
const newPart = numberedId<PartId>(77, 6)
const at = '2026-03-02T10:00:00.000Z'

/** What taking the candidate at a place writes for a position, with or without an open episode; told, it must be admitted. */
function taken(t: Teller, position: string, from: string, openEpisode?: string) {
  const world = t.world()
  const need = needAt(world, world.machines.get(home)!, position)!
  const candidate = candidatesFor(world, [need], new Map()).find((c) => c.placeLabel.startsWith(from))!
  const bodies = takeBodies(
    { machine: { id: home, label: 'E-1', openEpisode }, nextTag: 'P-0009' },
    need,
    appraise(need, candidate),
    newPart,
  )
  for (const body of bodies) t.told('2026-03-02T11:00:00.000Z', body)
  return bodies
}

describe('taking a part for a need', () => {
  it('from a donor: one act, both ends; what came out is kept with its machine and gets a tag', () => {
    const { t } = twoTerminals()
    const bodies = taken(t, 'IC40', 'IC40 of E-2')
    expect(bodies.map((b) => b.kind)).toEqual(['move', 'part'])
    expect(bodies[0]).toMatchObject({
      legs: [
        { part: found(home, 'IC40'), to: { in: { kind: 'kept', id: home } } },
        { part: found(other, 'IC40'), from: slot(other, 'IC40'), to: slot(home, 'IC40') },
      ],
    })
    expect(t.world().parts.get(found(home, 'IC40'))?.tag).toBe('P-0009')
    expect(t.world().slots.get(`machine:${other}/IC40`)).toBe('empty')
  })
  it('into the tray of the open episode, which asks for no tag', () => {
    const { t, episode } = twoTerminals()
    const bodies = taken(t, 'IC40', 'IC40 of E-2', episode)
    expect(bodies).toHaveLength(1)
    expect(bodies[0]).toMatchObject({ legs: [{ to: { in: { kind: 'tray', id: episode } } }, {}] })
  })
  it('from a lot: one of it becomes a part of its own, in an empty position', () => {
    const { t } = twoTerminals()
    t.told(at, { kind: 'lot', what: 'identified', lot, partKind: '74LS374', tag: 'L-0001' })
    t.told(at, { kind: 'lot', what: 'got', lot, n: 4, place: inStore('drawer'), origin: 'bought' })
    t.told(at, { kind: 'part', what: 'content', machine: home, place: slot(home, 'IC40'), content: 'empty' })
    const bodies = taken(t, 'IC40', 'drawer')
    expect(bodies).toMatchObject([
      { kind: 'part', part: newPart, outOf: { lot, for: home } },
      { kind: 'move', legs: [{ part: newPart, from: inStore('drawer'), to: slot(home, 'IC40') }] },
    ])
    expect(t.world().lots.get(lot)?.places.get('store:drawer')?.n).toBe(3)
    expect(t.world().slots.get(`machine:${home}/IC40`)).toBe(newPart)
  })
})
