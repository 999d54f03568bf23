/** Published circuits: what is derived from them by a solver of the tests is handed to the engine as failures. */
import { describe, expect, it } from 'vitest'
import { candidatesOf, minimalSets } from './sets.ts'
import { sharesOf, type Problem } from './shares.ts'

const combinations = (n: number) => Array.from({ length: 1 << n }, (_, i) => i)
const members = (set: number, n: number) =>
  Array.from({ length: n }, (_, i) => i).filter((i) => set & (1 << i))

/** Conflicts: the smallest sets of units that cannot all be good, of those sets of bad units that are consistent. */
function conflictsOf(n: number, consistent: (bad: readonly number[]) => boolean): number[][] {
  const impossible = combinations(n).filter((good) => {
    const bad = members(~good, n)
    return !consistent(bad)
  })
  return impossible
    .filter((set) => !impossible.some((other) => other !== set && (other & set) === other))
    .map((set) => members(set, n))
}

/** The conflicts as failures that nothing masks and that no slip explains. */
const asFailures = (n: number, conflicts: readonly (readonly number[])[], odds: number): Problem => ({
  slips: conflicts.map(() => 0),
  suspects: Array.from({ length: n }, (_, i) => [
    { odds, passed: 1, fails: conflicts.flatMap((c, f) => (c.includes(i) ? [[f, 0] as const] : [])) },
  ]),
})
const rounded = (values: readonly number[]) => values.map((v) => Number(v.toFixed(4)))

// De Kleer and Williams, Diagnosing multiple faults, Artificial Intelligence 32 (1987) 97–130: three multipliers, two adders,
// A=3 B=2 C=2 D=3 E=3; F should be 12, G should be 12. A bad unit gives any number from 0 to 15.
describe('three multipliers and two adders', () => {
  const names = ['M1', 'M2', 'M3', 'A1', 'A2']
  const any = Array.from({ length: 16 }, (_, i) => i)
  const consistent =
    (seen: Partial<Record<'F' | 'G' | 'X' | 'Y' | 'Z', number>>) =>
    (bad: readonly number[]): boolean => {
      const of = (unit: number, value: number, read: number | undefined) =>
        (bad.includes(unit) ? any : [value]).filter((v) => read === undefined || v === read)
      return of(0, 6, seen.X).some((x) =>
        of(1, 6, seen.Y).some((y) =>
          of(2, 6, seen.Z).some((z) => of(3, x + y, seen.F).length > 0 && of(4, y + z, seen.G).length > 0),
        ),
      )
    }
  const called = (sets: readonly (readonly number[])[]) =>
    sets.map((set) => set.map((i) => names[i]).join(' '))

  it.each([
    [{ F: 10 }, ['M1 M2 A1'], ['M1', 'M2', 'A1']],
    [{ F: 10, G: 12 }, ['M1 M2 A1', 'M1 M3 A1 A2'], ['M1', 'A1', 'M2 M3', 'M2 A2']],
    [{ F: 10, G: 12, X: 6 }, ['M2 A1', 'M3 A1 A2'], ['A1', 'M2 M3', 'M2 A2']],
    [{ F: 10, G: 12, X: 4 }, ['M1'], ['M1']],
    [{ F: 10, G: 12, X: 6, Y: 6 }, ['A1'], ['A1']],
  ] as const)('%o', (seen, conflicts, minimal) => {
    const found = conflictsOf(5, consistent(seen))
    expect(called(found).sort()).toEqual([...conflicts].sort())
    expect(called(minimalSets(found)).sort()).toEqual([...minimal].sort())
  })

  it('both conflicts as failures', () => {
    const conflicts = conflictsOf(5, consistent({ F: 10, G: 12 }))
    const problem = asFailures(5, conflicts, 0.01 / 0.99)
    expect(rounded(sharesOf(problem).bad)).toEqual([0.4976, 0.0196, 0.0148, 0.4976, 0.0148])
    // The likeliest sets that no other set is part of are the published minimal candidates.
    const sets = candidatesOf(problem).map((c) => [...c.bad].sort((a, b) => a - b))
    expect(
      called(sets.filter((s) => !sets.some((o) => o !== s && o.every((i) => s.includes(i))))).sort(),
    ).toEqual(['A1', 'M1', 'M2 A2', 'M2 M3'].sort())
  })
})

// The full adder of Reiter, A theory of diagnosis from first principles, Artificial Intelligence 32 (1987) 57–95.
describe('a full adder that says 1 and 0 for 1, 0 and a carry of 1', () => {
  const names = ['X1', 'X2', 'A1', 'A2', 'O1']
  const bits = [0, 1]
  const consistent = (bad: readonly number[]): boolean => {
    const of = (gate: number, value: number) => (bad.includes(gate) ? bits : [value])
    const [a, b, c] = [1, 0, 1] as const
    return of(0, a ^ b).some(
      (x1) =>
        of(1, x1 ^ c).includes(1) &&
        of(2, a & b).some((a1) => of(3, x1 & c).some((a2) => of(4, a1 | a2).includes(0))),
    )
  }
  it('has the published conflicts and candidates', () => {
    const conflicts = conflictsOf(5, consistent)
    const called = (sets: readonly (readonly number[])[]) =>
      sets.map((set) => set.map((i) => names[i]).join(' ')).sort()
    expect(called(conflicts)).toEqual(['X1 A2 O1', 'X1 X2'])
    expect(called(minimalSets(conflicts))).toEqual(['X1', 'X2 A2', 'X2 O1'])
    expect(combinations(5).filter((set) => consistent(members(set, 5)))).toHaveLength(22)
    expect(rounded(sharesOf(asFailures(5, conflicts, 0.01 / 0.99)).bad)).toEqual([
      0.9807, 0.0291, 0.01, 0.0195, 0.0195,
    ])
  })
})

// ISCAS-85 c17 (Brglez and Fujiwara 1985), the list of gates from memory.
describe('c17, every pin stuck at 0 or at 1', () => {
  const gates = [
    ['10', '1', '3'],
    ['11', '3', '6'],
    ['16', '2', '11'],
    ['19', '11', '7'],
    ['22', '10', '16'],
    ['23', '16', '19'],
  ] as const
  const inputs = ['1', '2', '3', '6', '7']
  interface Fault {
    readonly gate: string
    readonly pin: 'out' | 0 | 1
    readonly at: 0 | 1
  }
  const run = (vector: readonly number[], fault?: Fault): readonly [number, number] => {
    const value: Record<string, number> = Object.fromEntries(inputs.map((name, i) => [name, vector[i] ?? 0]))
    for (const [gate, a, b] of gates) {
      const pins = [value[a] ?? 0, value[b] ?? 0]
      if (fault?.gate === gate && fault.pin !== 'out') pins[fault.pin] = fault.at
      const out = pins[0] && pins[1] ? 0 : 1
      value[gate] = fault?.gate === gate && fault.pin === 'out' ? fault.at : out
    }
    return [value['22'] ?? 0, value['23'] ?? 0]
  }
  const vectors = combinations(5).map((set) => inputs.map((_, i) => (set >> i) & 1))
  const faults = gates.flatMap(([gate]) =>
    (['out', 0, 1] as const).flatMap((pin) => ([0, 1] as const).map((at): Fault => ({ gate, pin, at }))),
  )
  const closure: Readonly<Record<string, readonly string[]>> = {
    '22': ['10', '11', '16', '22'],
    '23': ['11', '16', '19', '23'],
  }
  /** An output fails if it is wrong for any input. */
  const verdicts = (fault: Fault) =>
    (['22', '23'] as const).map((_, o) => vectors.some((v) => run(v)[o] !== run(v, fault)[o]))

  it('gives the good outputs', () =>
    expect(['01111', '10101', '01010', '10000'].map((v) => run([...v].map(Number)).join(''))).toEqual([
      '00',
      '11',
      '11',
      '00',
    ]))
  it('names the true gate among the first, for all 36', () => {
    for (const fault of faults) {
      const failed = verdicts(fault)
      const outs = ['22', '23']
      const failing = outs.filter((_, o) => failed[o])
      expect(failing.length).toBeGreaterThan(0)
      const { bad } = sharesOf({
        slips: failing.map(() => 0.01),
        suspects: gates.map(([gate]) => [
          {
            odds: 0.02 / 0.98,
            passed: outs
              .filter((_, o) => !failed[o])
              .reduce((p, out) => p * (closure[out]?.includes(gate) ? 0.05 : 1), 1),
            fails: failing.flatMap((out, f) => (closure[out]?.includes(gate) ? [[f, 0.05] as const] : [])),
          },
        ]),
      })
      const at = gates.findIndex(([gate]) => gate === fault.gate)
      expect(bad[at]).toBeCloseTo(Math.max(...bad), 9)
      if (failed.every(Boolean))
        expect(rounded(bad)).toEqual([0.0424, 0.4771, 0.4771, 0.0424, 0.0424, 0.0424])
    }
  })
})
