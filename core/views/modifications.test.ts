import { describe, expect, it } from 'vitest'
import { bodies, composing, problem } from '#core/testing/composing.ts'
import { home } from '#core/testing/terminal.ts'
import { byDesignator, modificationsOf, undoList } from './modifications.ts'

const rowsOf = (lines: readonly string[]) => {
  const scene = composing()
  lines.forEach((line, i) => scene.write(line, `2026-03-02T10:${String(i).padStart(2, '0')}:00.000Z`))
  const world = scene.t.world()
  return modificationsOf(world, world.machines.get(home)!)
}

describe('taking out by list and range', () => {
  it('is one act with a leg for each, both ends of a range included', () => {
    const [met, move] = bodies(composing().parse('out C7, C20-C26, D2-D4, L1, Q9, R40-R48 bag 2'))
    // 1 + 7 + 3 + 1 + 1 + 9
    expect(move).toMatchObject({ kind: 'move' })
    expect(move?.kind === 'move' && move.legs).toHaveLength(22)
    expect(met).toMatchObject({ kind: 'machine', what: 'met' })
  })
  it('stops at one that is not there', () => {
    const scene = composing()
    scene.write('out C12 bag 1')
    expect(problem(scene.parse('out C12-C13'))).toMatchObject({ why: 'nothing there', position: 'C12' })
  })
})

describe('the table by designator', () => {
  it('shows what was removed and refilled once, with its first and its present state', () => {
    const rows = rowsOf([
      'out IC40, IC41 bag 1',
      'keep IC40 with it',
      'in IC40 from E-2 IC40',
      'verify IC40 pin 1',
    ])
    expect(rows.map((r) => [r.target, r.first, r.now, r.steps])).toEqual([
      ['IC40', 'IC40 74LS374', 'IC40 74LS374, from IC40 of E-2', 2],
      ['IC41', 'IC41 74LS374', 'empty', 1],
    ])
    expect(rows[0]).toMatchObject({ original: 'kept with it', verified: true, undo: 'put the original back' })
  })
  it('leaves out what is where it was', () =>
    expect(rowsOf(['out IC31 bag 1', 'in IC31', 'wipe lid'])).toEqual([]))
  it('says what cannot be undone', () => {
    const undo = Object.fromEntries(
      rowsOf([
        'out IC41 bag 1',
        'discard IC41',
        'cut IC32 pin 4',
        'adjust RV2 from 3 to 5',
        'resolder C12',
      ]).map((r) => [r.target, r.undo]),
    )
    expect(undo).toEqual({
      C12: 'by the same craft',
      IC32: 'cannot be undone',
      IC41: 'cannot be undone',
      RV2: 'set it back',
    })
  })
  it('is undone from the last change back', () =>
    expect(undoList(rowsOf(['resolder C12', 'adjust RV2 from 3 to 5'])).map((r) => r.target)).toEqual([
      'RV2',
      'C12',
    ]))
  it('orders designators as people count', () =>
    expect(['C12', 'R1', 'C3'].sort(byDesignator)).toEqual(['C3', 'C12', 'R1']))
})
