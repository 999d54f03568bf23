/** Marks of a camera check: what cannot be drawn is said at once, and what was read is kept with the camera. */
import { describe, expect, it } from 'vitest'
import { gearBody } from '#core/history/bodies/gear.ts'
import type { GearId } from '#core/ids.ts'
import { checkedCamera, markOf, refusesMark } from './camera-form.ts'

const card = { role: 'card', label: 'grey', lightness: '60', lab: '' } as const
const chip = { role: 'chip', label: 'chip 2', lightness: '', lab: '62 1.5 14' } as const
const box = { x: 0.1, y: 0.2, w: 0.1, h: 0.1 }

describe('checking a camera', () => {
  it('draws a card with its lightness and a chip without', () => {
    expect(refusesMark(card) ?? refusesMark(chip)).toBeUndefined()
    expect(markOf({ ...card, lightness: '61,5', label: ' grey ' }, box)).toEqual({
      role: 'card',
      name: 'grey',
      lightness: 61.5,
      ...box,
    })
    expect(markOf(chip, box)).toEqual({ role: 'patch', name: 'chip 2', ...box })
  })
  it.each([
    [{ ...card, label: '  ' }, 'Name the mark first'],
    [{ ...card, lightness: '0' }, 'between 1 and 100'],
    [{ ...card, lightness: '101' }, 'between 1 and 100'],
    [{ ...card, lightness: 'light' }, 'between 1 and 100'],
    [{ ...chip, lab: '62 1.5' }, 'L* a* b*'],
  ])('says what is wrong with %o', (mark, words) => {
    expect(refusesMark(mark)).toContain(words)
  })
  it('names a camera that is new here, and keeps what every chip came out as', () => {
    const gear = '00000001-0000-7000-8000-000000000051' as GearId
    const said = {
      neutrals: 3,
      chips: Array.from({ length: 8 }, (_, i) => ({
        name: `chip ${i + 1}`,
        known: [60, 1, 10] as const,
        read: [61, 1, 11] as const,
      })),
    }
    const named = checkedCamera(gear, 'x'.repeat(100), said as never)
    expect(named.map((w) => w.body.what)).toEqual(['identified', 'proved'])
    expect(named[0]?.body).toMatchObject({ name: 'x'.repeat(80) })
    const known = checkedCamera(gear, undefined, said as never)
    expect(known).toHaveLength(1)
    for (const { body } of [...named, ...known]) expect(gearBody.safeParse(body).error).toBeUndefined()
  })
})
