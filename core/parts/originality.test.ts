import { expect, it } from 'vitest'
import { numberedId } from '#core/testing/script.ts'
import type { PartId } from '#core/ids.ts'
import { found, home, other, slot, twoTerminals } from '#core/testing/terminal.ts'
import { clusterOf } from './datecodes.ts'
import { originalityOf } from './originality.ts'

// Weights of the test terminal: IC31, IC32 and none else are essential (3 each), ten others weigh 1: 16 in all.
const shares = (
  t: ReturnType<typeof twoTerminals>['t'],
  lines: { designator: string; text: string }[] = [],
) => {
  const world = t.world()
  return originalityOf(world, world.machines.get(home)!, clusterOf(lines, 2026).parts)!
}

it('says nothing of what nobody looked at: all is as found', () => {
  const { t } = twoTerminals()
  expect(shares(t)).toMatchObject({ shownFactory: 0, asFound: 100, replaced: 0, notOriginal: [] })
})

it('a code that agrees with the others shows factory; a later one counts as replaced', () => {
  const { t } = twoTerminals()
  const o = shares(t, [
    { designator: 'IC31', text: 'ROM-17X 8402' },
    { designator: 'IC40', text: '74LS374N 8405' },
    { designator: 'IC41', text: '74LS374N 9010' },
  ])
  expect(o).toMatchObject({
    shown: ['IC31', 'IC40'],
    notOriginal: [{ position: 'IC41', why: 'later than the others' }],
  })
  expect(o.shownFactory).toBe(25)
  expect(o.replaced).toBe(6)
})

it('a donor’s part is another part, an empty position has lost its own; a swap and back is original again', () => {
  const { t } = twoTerminals()
  const at = (n: number) => `2026-03-0${n}T10:00:00.000Z`
  const bin = { in: { kind: 'store' as const, id: 'drawer' } }
  t.told(at(1), { kind: 'move', legs: [{ part: found(home, 'LS1'), from: slot(home, 'LS1'), to: bin }] })
  expect(shares(t).notOriginal).toEqual([{ position: 'LS1', why: 'empty' }])
  t.told(at(2), {
    kind: 'move',
    legs: [{ part: found(other, 'LS1'), from: slot(other, 'LS1'), to: slot(home, 'LS1') }],
  })
  expect(shares(t).notOriginal).toEqual([{ position: 'LS1', why: 'another part' }])
  t.told(at(3), {
    kind: 'move',
    legs: [
      { part: found(other, 'LS1'), from: slot(home, 'LS1'), to: slot(other, 'LS1') },
      { part: found(home, 'LS1'), from: bin, to: slot(home, 'LS1') },
    ],
  })
  expect(shares(t).notOriginal).toEqual([])
})

it('takes a person’s word for where a part came from', () => {
  const { t } = twoTerminals()
  const part = numberedId<PartId>(7, 6)
  t.told('2026-03-01T10:00:00.000Z', {
    kind: 'part',
    what: 'content',
    machine: home,
    place: slot(home, 'RV2'),
    content: 'empty',
  })
  t.told('2026-03-02T10:00:00.000Z', {
    kind: 'part',
    what: 'identified',
    part,
    origin: 'made',
    place: slot(home, 'RV2'),
  })
  expect(shares(t).notOriginal).toMatchObject([{ position: 'RV2' }])
})
