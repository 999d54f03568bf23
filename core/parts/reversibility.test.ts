import { describe, expect, it } from 'vitest'
import { composing } from '#core/testing/composing.ts'
import { home } from '#core/testing/terminal.ts'
import { reversibilityOf } from './reversibility.ts'

const of = (lines: readonly string[]) => {
  const scene = composing()
  lines.forEach((line, i) => scene.write(line, `2026-03-02T10:${String(i).padStart(2, '0')}:00.000Z`))
  const world = scene.t.world()
  return reversibilityOf(world, world.machines.get(home)!)
}

describe('what can be undone', () => {
  it('a part out and back is no change', () =>
    expect(of(['out IC31 bag 1', 'in IC31'])).toEqual({ cannot: [], can: 0, of: 0 }))
  it('a part whose original is kept can go back', () =>
    expect(of(['out IC40 bag 1', 'keep IC40 bag 1'])).toEqual({ cannot: [], can: 1, of: 1 }))
  it('one whose original was discarded cannot', () =>
    expect(of(['out IC40 bag 1', 'discard IC40']).cannot).toMatchObject([
      { target: 'IC40', why: 'its original is gone' },
    ]))
  it('a cut, and a trimmer turned from nobody knows where, cannot', () =>
    expect(of(['cut IC41 pin 3', 'adjust RV2', 'resolder C12']).cannot.map((c) => [c.target, c.why])).toEqual(
      [
        ['IC41', 'cut or covered for good'],
        ['RV2', 'where it stood before was not noted'],
      ],
    ))
  it('a trimmer with its from and to can', () =>
    expect(of(['adjust RV2 from 3 to 5', 'resolder C12'])).toEqual({ cannot: [], can: 2, of: 2 }))
  it('what was done outside counts for nothing', () =>
    expect(of(['wipe lid', 'clean IC31'])).toEqual({ cannot: [], can: 0, of: 0 }))
})
