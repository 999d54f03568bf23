import { describe, expect, it } from 'vitest'
import { dependenciesOf, hangsOn, type Structure } from './depends.ts'
import { sheetSchema } from './sheet.ts'

const structure: Structure = {
  functions: [
    { name: 'lamp', dependsOn: ['24V', 'K3'] },
    { name: 'cutter', dependsOn: ['feed', 'M2'] },
    { name: 'feed', dependsOn: ['M1', '24V'] },
    { name: 'bell', dependsOn: [] },
    { name: 'alarm', dependsOn: ['bell', 'K3'] },
  ],
  positions: [
    { designator: 'supply' },
    { designator: 'relay board' },
    { designator: 'K3', on: 'relay board' },
    { designator: 'M1' },
    { designator: 'M2' },
    { designator: 'F1', on: 'supply' },
  ],
  points: [
    { name: '24V', dependsOn: ['F1'] },
    { name: '24V behind the diode', behind: { point: '24V' } },
  ],
}
const of = (name: string) => {
  const fn = structure.functions.find((f) => f.name === name)
  if (!fn) throw new Error(name)
  return dependenciesOf(structure, fn)
}

describe('what a function depends on', () => {
  it('is what it names, what its test points are fed by, and what other functions depend on', () => {
    const cutter = of('cutter')
    expect([...cutter.declared].sort()).toEqual(['F1', 'M1', 'M2'])
    expect([...cutter.functions]).toEqual(['feed'])
    expect([...cutter.points]).toEqual(['24V'])
  })
  it('takes in the assemblies around it', () => {
    expect([...of('lamp').around].sort()).toEqual(['relay board', 'supply'])
    expect(hangsOn(of('lamp'), { designator: 'K3', on: 'relay board' })).toBe(true)
    expect(hangsOn(of('lamp'), { designator: 'M1' })).toBe(false)
  })
  it('is anything where nothing is declared, for itself or for a function that it needs', () => {
    expect(of('bell').anything).toBe(true)
    expect(of('alarm').anything).toBe(true)
    expect(of('cutter').anything).toBe(false)
  })
  it('is anything where it names a test point of which nobody has said what feeds it', () => {
    const bare: Structure = {
      ...structure,
      points: [{ name: '24V' }],
      functions: [{ name: 'lamp', dependsOn: ['24V'] }],
    }
    expect(dependenciesOf(bare, bare.functions[0]!).anything).toBe(true)
  })
})

describe('a sheet', () => {
  const sheet = (more: object) =>
    sheetSchema
      .safeParse({ name: 'x', positions: [{ designator: 'M1', accepts: 'motor' }], ...more })
      .error?.issues.map((i) => i.message)
  it('takes functions that name points and functions', () =>
    expect(
      sheet({
        points: [{ name: '24V', dependsOn: ['M1'] }],
        functions: [
          { name: 'feed', dependsOn: ['24V'] },
          { name: 'cut', dependsOn: ['feed'] },
        ],
      }),
    ).toBeUndefined())
  it('refuses what depends on itself, however far round', () => {
    expect(sheet({ functions: [{ name: 'a', dependsOn: ['a'] }] })).toEqual(['a depends on itself.'])
    expect(
      sheet({
        functions: [
          { name: 'a', dependsOn: ['5V'] },
          { name: 'b', dependsOn: ['a'] },
        ],
        points: [{ name: '5V', dependsOn: ['b'] }],
      }),
    ).toEqual(['a depends on itself, through 5V, b.'])
  })
  it('refuses a name that nothing on it has', () =>
    expect(sheet({ functions: [{ name: 'a', dependsOn: ['M9'] }] })).toEqual([
      'a depends on M9, which is no position, test point or function of this sheet.',
    ]))
})
