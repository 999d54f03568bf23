/** How a machine is laid out: its sheet, and what was met of it beyond its sheet. */
import { describe, expect, it } from 'vitest'
import type { MachineId, TypeId } from '#core/ids.ts'
import { sheetSchema } from '#core/type/sheet.ts'
import { worldOf, type Said } from '#core/testing/line.ts'
import { home, told } from '#core/testing/reducing.ts'
import { numberedId } from '#core/testing/script.ts'
import { functionsOf, functionsResolved, positionsOf, sheetOf, structureOf, withOwn } from './layout.ts'

const type = numberedId<TypeId>(1, 2)
const sheet = sheetSchema.parse({
  name: 'Orno 4',
  kind: 'printer',
  functions: [
    { name: 'print', dependsOn: ['IC1', '5V'] },
    { name: 'feed', dependsOn: ['IC2'] },
  ],
  positions: [
    { designator: 'IC1', accepts: 'driver' },
    { designator: 'IC2', accepts: 'driver' },
    { designator: 'F1', accepts: 'fuse' },
  ],
  points: [
    { name: '5V', unit: 'V', dependsOn: ['F1'] },
    { name: 'TP1', unit: 'V' },
  ],
})
const published = told('type', { type, sheet })
const registered = told('machine', { what: 'stated', set: { type } })
const met = (functions: object[], positions: object[] = []) =>
  told('machine', { what: 'met', functions, positions })
const fn = (name: string, ...dependsOn: string[]) => ({ name, essential: false, dependsOn, needs: [] })
const of = (...line: readonly Said[]) => {
  const world = worldOf(...line)
  return [world, world.machines.get(home)!] as const
}
const withSheet = (...line: readonly Said[]) => of(published, registered, ...line)
const needs = (functions: readonly { readonly name: string; readonly dependsOn: readonly string[] }[]) =>
  functions.map((f) => [f.name, f.dependsOn])

describe('functions', () => {
  it('are those of its sheet, or none', () => {
    expect(needs(functionsOf(...withSheet()))).toEqual([
      ['print', ['IC1', '5V']],
      ['feed', ['IC2']],
    ])
    expect(functionsOf(...of(told('machine', { what: 'stated', set: { name: 'x' } })))).toEqual([])
    expect(sheetOf(...of(registered))).toBeUndefined()
  })
  it('and those that were met; what more one of the sheet needs adds up', () => {
    expect(needs(functionsOf(...withSheet(met([fn('bell', 'LS1'), fn('feed', 'IC2', 'M1')]))))).toEqual([
      ['print', ['IC1', '5V']],
      ['feed', ['IC2', 'M1']],
      ['bell', ['LS1']],
    ])
    expect(needs(functionsOf(...of(met([fn('bell', 'LS1')]))))).toEqual([['bell', ['LS1']]])
    expect(needs(functionsOf(...withSheet(met([fn('feed')]))))).toEqual(needs(sheet.functions))
  })
  it('that are named as a point are no functions', () =>
    expect(functionsOf(...withSheet(met([fn('TP1', 'R1')]))).map((f) => f.name)).toEqual(['print', 'feed']))
  it('hang on what their points hang on, all of it written out', () => {
    const resolved = needs(functionsResolved(...withSheet()))
    expect([...(resolved[0]?.[1] ?? [])].sort()).toEqual(['F1', 'IC1'])
    expect(resolved[1]?.[1]).toEqual(['IC2'])
    expect(needs(functionsResolved(...of(met([fn('bell')]))))).toEqual([['bell', []]])
  })
})

describe('points', () => {
  const points = (...line: readonly Said[]) =>
    structureOf(...withSheet(...line)).points.map((p) => [p.name, p.dependsOn])
  it('are those of the sheet, with what was said that feeds them', () => {
    expect(points()).toEqual([
      ['5V', ['F1']],
      ['TP1', undefined],
    ])
    expect(points(met([fn('5V', 'F1', 'F2'), fn('TP1', 'R1')]))).toEqual([
      ['5V', ['F1', 'F2']],
      ['TP1', ['R1']],
    ])
    expect(points(met([fn('bell', 'R1')]))).toEqual(points())
  })
  it.each([
    ['+12V', true],
    ['-5 V', true],
    ['−5V', true],
    ['3,3 v', true],
    ['12V rail', false],
    ['IC9', false],
    ['V', false],
    ['5V', false],
    ['IC1', false],
  ])('%s that something depends on is one more: %s', (name, is) => {
    const { points: all } = structureOf(...withSheet(met([fn('bell', name), fn('lamp', name)])))
    expect(all.map((p) => p.name)).toEqual(['5V', 'TP1', ...(is ? [name] : [])])
    if (is) expect(all.at(-1)).toEqual({ name, unit: 'V' })
  })
  it('are none of a position that is called as a rail', () => {
    const position = { designator: '9V', accepts: 'battery clip' }
    expect(structureOf(...of(met([fn('bell', '9V')], [position]))).points).toEqual([])
    expect(structureOf(...of(met([fn('bell', '9V')]))).points).toEqual([{ name: '9V', unit: 'V' }])
  })
})

describe('positions', () => {
  const [a, b] = [
    { designator: 'K1', accepts: 'relay' },
    { designator: 'IC1', accepts: 'something else' },
  ]
  it('are those of the sheet, then those that were met, each once and the sheet’s first', () => {
    expect(positionsOf(...withSheet(met([], [a, b]))).map((p) => [p.designator, p.accepts])).toEqual([
      ['IC1', 'driver'],
      ['IC2', 'driver'],
      ['F1', 'fuse'],
      ['K1', 'relay'],
    ])
    expect(withOwn(undefined, [])).toEqual([])
    expect(withOwn(undefined, [a, a] as never).map((p) => p.designator)).toEqual(['K1'])
    expect(withOwn(sheet.positions, [])).toBe(sheet.positions)
  })
  it('of one machine are none of another', () => {
    const world = worldOf(met([], [a]))
    expect(world.machines.get(numberedId<MachineId>(7, 4))).toBeUndefined()
    expect(positionsOf(world, world.machines.get(home)!)).toHaveLength(1)
  })
})
