/** What the advice of the house knows of a case, and the line that does what it advises. */
import type { HouseFacts } from '#core/views/fault-shape.ts'
import type { ActRow } from '#core/views/fault-shape.ts'
import type { MachineState, PartState, World } from '#core/history/world.ts'
import { partKindOf } from '#core/history/presence.ts'
import { faultView } from '#core/views/fault.ts'
import type { FaultView } from '#core/views/fault-shape.ts'

/** What lies in the store of the case, by kind. */
export function stockOf(world: World): HouseFacts {
  const kinds = new Map<string, { proved: number; others: number }>()
  for (const part of world.parts.values()) {
    if (part.place?.in.kind !== 'store' || part.health === 'proved bad') continue
    const kind = partKindOf(world, part.id)?.toLowerCase()
    if (kind === undefined) continue
    const held = kinds.get(kind) ?? { proved: 0, others: 0 }
    if (part.health === 'proved good') held.proved++
    else held.others++
    kinds.set(kind, held)
  }
  return {
    kinds: [...kinds].map(([kind, held]) => ({ kind, bad: 0, judged: 0, ...held })),
    at: world.now,
  }
}

export const practiceFault = (world: World, machine: MachineState): FaultView =>
  faultView(world, machine, stockOf(world))

/** Spares that still lie in the store, by tag. */
export const drawerOf = (world: World): readonly PartState[] =>
  [...world.parts.values()]
    .filter((p) => p.tag !== undefined && p.place?.in.kind === 'store')
    .sort((a, b) => (a.tag ?? '').localeCompare(b.tag ?? ''))

/** A spare of a kind by its tag, proved ones first. */
export function spareFor(world: World, kind: string): string | undefined {
  const spares = drawerOf(world).filter(
    (p) => p.health !== 'proved bad' && partKindOf(world, p.id)?.toLowerCase() === kind.toLowerCase(),
  )
  return (spares.find((p) => p.health === 'proved good') ?? spares[0])?.tag
}

/** Other gear of the kind of one that is used. */
function otherGear(world: World, name: string): string | undefined {
  const own = [...world.gear.values()].find((g) => g.name === name)
  return [...world.gear.values()].find(
    (g) => g.gearKind === own?.gearKind && g.name !== name && g.unfit.length === 0,
  )?.name
}

/** Clean starts after which one that fails every other time would hardly have passed: 1 in 32. */
const manyStarts = 5

/** What was said to come and go, or failed after it had passed, is tried several times: one good start is nothing. */
export function startsOf(machine: MachineState, fn: string): number {
  const results = (machine.tests.get(fn) ?? []).map((t) => t.result.is)
  const passed = results.indexOf('pass')
  return machine.claims.some((c) => c.says === 'now and then') ||
    results.includes('intermittent') ||
    (passed >= 0 && results.lastIndexOf('fail') > passed)
    ? manyStarts
    : 1
}

/** A full trial of functions, as a line. */
export const trialLine = (machine: MachineState, fns: readonly string[]): string =>
  `test full ${fns
    .map((fn) => {
      const starts = startsOf(machine, fn)
      return starts > 1 ? `${fn} ${starts} starts` : fn
    })
    .join(', ')}`

/** The lines that do an act in practice; undefined for one that cannot be done there. */
export function linesOf(world: World, machine: MachineState, act: ActRow): readonly string[] | undefined {
  const { then } = act
  const trial = then === undefined ? [] : [act.thenReads ? `read ${then}` : trialLine(machine, [then])]
  switch (act.sort) {
    case 'test':
      return [trialLine(machine, [act.at])]
    case 'read':
      return [`read ${act.at}`]
    case 'look':
      return [`look at ${act.at}`]
    case 'reseat':
    case 'resolder':
      return [`${act.sort} ${act.at}`, ...trial]
    case 'swap': {
      if (act.line.startsWith('read ')) return [act.line.trim()]
      const spare = act.part === undefined ? undefined : spareFor(world, act.part.kind)
      return spare === undefined ? undefined : [`swap ${act.at} < ${spare}`, ...trial]
    }
    case 'check the setting':
      return [`adjust ${act.at}`, ...trial]
    case 'prove gear':
      return [`prove ${act.at}`]
    case 'other gear': {
      const other = otherGear(world, act.at)
      return other === undefined ? undefined : [`${trialLine(machine, [then ?? ''])} with ${other}`]
    }
    case 'stand in':
      return [`${trialLine(machine, [then ?? ''])} with ${act.gear ?? ''} for ${act.at}`]
    case 'unplug a load':
    case 'try in a host':
      return undefined
  }
}
