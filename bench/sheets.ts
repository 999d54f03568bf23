/** Seeded type sheets of machines that never were: chips, plugs and soldered parts on one or two rails, a few functions, gear, some on the mains. */
import { oneOf, type Dice } from '#core/quantity/dice.ts'
import { sheetSchema, type TypeSheet } from '#core/type/sheet.ts'

const kinds = [
  '74LS374',
  '74LS157',
  'LM317',
  'line driver',
  'letter ROM',
  'timing ROM',
  'counter',
  'latch',
] as const
const mounts = ['socketed', 'socketed', 'plug', 'soldered', 'screwed'] as const

const some = (dice: Dice, from: readonly string[], n: number): string[] => {
  const left = [...from]
  const found: string[] = []
  while (found.length < n && left.length > 0) {
    const [one] = left.splice(Math.floor(dice() * left.length), 1)
    if (one !== undefined) found.push(one)
  }
  return found
}

export function sheetOf(dice: Dice, n: number): TypeSheet {
  const count = 7 + Math.floor(dice() * 14)
  const chips = Array.from({ length: count }, (_, i) => `IC${i + 1}`)
  const positions = chips.map((designator, i) => ({
    designator,
    // Two sockets that look alike and take other parts.
    accepts: i === 0 ? 'left card' : i === 1 ? 'right card' : `${oneOf(dice, kinds)} ${i}`,
    mount: i < 2 ? ('socketed' as const) : oneOf(dice, mounts),
    lookAlikes: i === 0 ? ['IC2'] : i === 1 ? ['IC1'] : [],
  }))
  const trimmer = { designator: 'RV1', accepts: 'trimmer', mount: 'soldered' as const }
  const supply = { designator: 'PS1', accepts: 'supply card', mount: 'plug' as const }
  const functions = Array.from({ length: 3 + Math.floor(dice() * 4) }, (_, i) => ({
    name: `function ${String.fromCharCode(97 + i)}`,
    essential: i === 0,
    dependsOn: [
      ...some(dice, chips, 2 + Math.floor(dice() * 3)),
      ...(dice() < 0.7 ? ['5V'] : []),
      ...(i === 1 ? ['RV1', 'IC1', 'IC2'] : []),
    ],
    needs: i === 2 ? [{ gearKind: 'display', attribute: 'standard' }] : [],
  }))
  const mains = dice() < 0.3
  return sheetSchema.parse({
    name: `Simulated ${n}`,
    attributes: {
      standard: 'A',
      ...(mains ? { mains: '230 V 50 Hz', class: 'I' } : { mains: 'none, 9 V adaptor' }),
    },
    functions,
    positions: [...positions, trimmer, supply],
    points: [
      {
        name: '5V',
        nominal: 5,
        tolerancePercent: 5,
        dependsOn: ['PS1'],
        loads: some(dice, chips, Math.ceil(count / 2)),
      },
    ],
    ...(mains ? { hazards: [{ kind: 'mains', words: 'Mains at the terminals.', needs: 'mains' }] } : {}),
  })
}
