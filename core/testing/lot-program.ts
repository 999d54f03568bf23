/** Whole machines from a lot as a mixed-integer program (CPLEX LP format): x chooses units, y moves a module from one to another. */
import type { LotUnit, ModuleKind } from '#core/parts/whole-machines.ts'

/** Maximises machines × `big` plus the worth of the units that stay machines, less the labour of moves. */
export function lotAsProgram(units: readonly LotUnit[], kinds: readonly ModuleKind[], big: number): string {
  const objective: string[] = []
  const constraints: string[] = []
  const binaries: string[] = []
  units.forEach((u, i) => {
    binaries.push(`x${i}`)
    objective.push(`${big + u.worth} x${i}`)
  })
  kinds.forEach((kind, k) => {
    units.forEach((_, to) => {
      const givers = units.flatMap((giver, from) =>
        giver.modules[kind.kind] === 'good' && (to === from || Number.isFinite(kind.labour)) ? [from] : [],
      )
      for (const from of givers) {
        binaries.push(`y${k}_${from}_${to}`)
        if (from !== to) objective.push(`- ${kind.labour} y${k}_${from}_${to}`)
      }
      constraints.push(
        `${givers.map((from) => `y${k}_${from}_${to}`).join(' + ')}${givers.length ? ' ' : '0 x0 '}- x${to} = 0`,
      )
    })
    units.forEach((giver, from) => {
      if (giver.modules[kind.kind] !== 'good') return
      const takers = units.flatMap((_, to) => (to === from || Number.isFinite(kind.labour) ? [to] : []))
      constraints.push(`${takers.map((to) => `y${k}_${from}_${to}`).join(' + ')} <= 1`)
    })
  })
  return `Maximize\n obj: ${objective.join(' + ').replaceAll('+ -', '-')}\nSubject To\n${constraints.map((c, i) => ` c${i}: ${c}`).join('\n')}\nBinary\n ${binaries.join(' ')}\nEnd\n`
}
