/** What can be done about a fault: tests, readings, looks, reseats, swaps, other gear, a host; each with what it would tell and mend. */
import { dependenciesOf, dependenciesWithout } from '#core/type/depends.ts'
import type { SheetPosition } from '#core/type/sheet.ts'
import { functionsOf, structureOf } from '#core/history/layout.ts'
import { lookFunction } from '#core/history/results.ts'
import type { MachineState, World } from '#core/history/world.ts'
import { renewedInVain, type Evidence } from './evidence.ts'
import { lookedAt } from './heard.ts'
import { houseMasks } from './observations.ts'
import { fetchMinutes, houseMinutes, tolls, type Touches } from './house-minutes.ts'
import type { Instance } from './instances.ts'
import type { Option } from './next.ts'
import { railIsOut } from './rails.ts'

export type FaultActSort =
  | 'test'
  | 'read'
  | 'look'
  | 'reseat'
  | 'swap'
  | 'resolder'
  | 'try in a host'
  | 'stand in'
  | 'unplug a load'
  | 'prove gear'
  | 'other gear'
  | 'check the setting'

export interface FaultAct extends Option {
  readonly sort: FaultActSort
  /** The function, point, position or gear that it is about. */
  readonly at: string
  /** The function that is tried at its end, or that is tried through a stand-in. */
  readonly then?: string | undefined
  /** The gear that stands in. */
  readonly gear?: string | undefined
  readonly touches: Touches
  /** It needs the machine powered. */
  readonly powered: boolean
  /** The kind of part that it needs. */
  readonly part?: string | undefined
  /** It was tried on what is there, and failed. */
  readonly again?: boolean | undefined
}

/** Suspects that acts are made for, and those that are worth a look. */
const mostAbout = 14
const mostLooks = 3
const leastShare = 0.004

export interface ActTools {
  /** Minutes that a trial of a function takes. */
  readonly minutesOf: (fn: string) => number
  /** What of a kind of part the house has in stock. */
  readonly atHand: (kind: string) => keyof typeof fetchMinutes
}

/** Everything that can be done about a fault of a function. `shares` are those of the suspects, in their order. */
export function actsFor(
  world: World,
  evidence: Evidence,
  shares: readonly number[],
  target: string,
  { minutesOf, atHand }: ActTools,
): FaultAct[] {
  const { machine, suspects, here } = evidence
  const structure = structureOf(world, machine)
  const index = new Map(suspects.map((s, i) => [s, i]))
  const looked = lookedAt(world, machine)
  const about = suspects
    .map((s, i) => ({ s, i, share: here[i] ? (shares[i] ?? 0) : 0 }))
    .filter(({ share }) => share >= leastShare)
    .sort((a, b) => b.share - a.share)
    .slice(0, mostAbout)
  const seesAll = (instances: Iterable<Instance>, mask: number) =>
    new Map([...instances].flatMap((s) => (index.has(s) ? [[index.get(s) ?? 0, mask] as const] : [])))
  const act = (
    sort: FaultActSort,
    at: string,
    minutes: number,
    touches: Touches,
    more: Partial<FaultAct>,
  ): FaultAct => ({ sort, at, minutes, toll: tolls[touches], touches, powered: false, ...more })
  return [
    ...tests(world, target, evidence, minutesOf, seesAll, act),
    ...readings(evidence, target, structure, seesAll, act),
    ...about
      .flatMap(({ s, i }) => mendsOf(evidence, s, i, target, minutesOf(target), atHand, act))
      .filter((a) => a.sort !== 'swap' || !railIsOut(world, machine, a.at)),
    ...about
      .filter(({ s }) => s.sort === 'part' && !looked.has(s.name.toLowerCase()))
      .slice(0, mostLooks)
      .map(({ s, i }) =>
        act('look', s.name, houseMinutes.look, 'nothing', {
          sees: new Map([[i, houseMasks.cleanLook]]),
          slip: 0,
        }),
      ),
    ...about
      .filter(({ s }) => s.sort === 'part' && mountOf(evidence, s.name) !== 'soldered')
      .slice(0, 2)
      .map(({ s, i }) =>
        act('try in a host', s.name, houseMinutes['try in a host'], 'disturbed', {
          sees: new Map([[i, houseMasks.full]]),
          powered: true,
        }),
      ),
    ...standIns(
      world,
      machine,
      structure,
      target,
      minutesOf(target),
      (deps) => seesAll(evidence.timeline.exercised(machine.id, deps, Infinity), houseMasks.short),
      act,
    ),
  ]
}

type Make = (
  sort: FaultActSort,
  at: string,
  minutes: number,
  touches: Touches,
  more: Partial<FaultAct>,
) => FaultAct
type Sees = (instances: Iterable<Instance>, mask: number) => Map<number, number>

const keyOf = (instances: Iterable<Instance>): string =>
  [...instances]
    .filter((i) => i.sort !== 'gear' && i.sort !== 'unknown')
    .map((i) => i.key)
    .sort()
    .join('|')

/** Whatever made it fail makes it fail again; a slip hardly does. */
const onceMore = ({ suspects }: Evidence): Partial<FaultAct> => ({
  sees: new Map(suspects.map((_, i) => [i, houseMasks.seenAgain])),
  slip: houseMasks.seenAgain / houseMasks.slip,
  proves: true,
  again: true,
})

/** Functions that were not tried on what is there now. */
function tests(
  world: World,
  target: string,
  evidence: Evidence,
  minutesOf: ActTools['minutesOf'],
  sees: Sees,
  act: Make,
): FaultAct[] {
  const { machine, observations, failures, timeline } = evidence
  const structure = structureOf(world, machine)
  return functionsOf(world, machine).flatMap((fn) => {
    if (fn.name === lookFunction) return []
    const deps = dependenciesOf(structure, fn)
    const now = timeline.exercised(machine.id, deps, Infinity)
    const key = keyOf(now)
    const known = observations.some(
      (o) =>
        !o.aside &&
        o.sort === 'test' &&
        o.of === fn.name &&
        o.machine === machine.id &&
        keyOf(o.masks.keys()) === key,
    )
    // The same failure seen once more: whether it was a slip.
    const again =
      fn.name === target ? failures.find((o) => o.of === target && o.machine === machine.id) : undefined
    if (known && again && again.times === 1 && again.is === 'fail')
      return [
        act('test', fn.name, minutesOf(fn.name), 'nothing', {
          ...onceMore(evidence),
          powered: true,
        }),
      ]
    if (known) return []
    return [
      act('test', fn.name, minutesOf(fn.name), 'nothing', {
        sees: sees(now, deps.anything ? houseMasks.undeclared : houseMasks.short),
        powered: true,
        proves: fn.name === target,
      }),
    ]
  })
}

/** Test points of which somebody has said what feeds them, and that were not read on what is there now. */
function readings(
  evidence: Evidence,
  target: string,
  structure: ReturnType<typeof structureOf>,
  sees: Sees,
  act: Make,
): FaultAct[] {
  const { machine, observations, timeline } = evidence
  return structure.points.flatMap((point) => {
    const deps = dependenciesOf(structure, { name: point.name, dependsOn: [point.name] })
    const now = timeline.exercised(machine.id, deps, Infinity)
    const seen = observations.findLast(
      (o) => !o.aside && o.sort === 'reading' && o.of === point.name && o.machine === machine.id,
    )
    const low = seen?.is === 'fail'
    if (point.name === target && seen?.is === 'fail' && seen.times === 1)
      return [
        act('read', point.name, houseMinutes.read, 'nothing', {
          ...onceMore(evidence),
          powered: true,
        }),
      ]
    if (seen && (deps.anything || [...now].every((i) => seen.masks.has(i)))) {
      // A low rail is told from its loads with one of them unplugged.
      return low && !deps.anything
        ? [
            act('unplug a load', point.name, houseMinutes['unplug a load'], 'disturbed', {
              sees: sees(now, houseMasks.full),
              powered: true,
            }),
          ]
        : []
    }
    return [
      act('read', point.name, houseMinutes.read, 'nothing', {
        sees: deps.anything ? new Map() : sees(now, houseMasks.full),
        powered: true,
      }),
    ]
  })
}

const positionOf = ({ machine, timeline }: Evidence, name: string): SheetPosition | undefined =>
  timeline.positions(machine.id).find((p) => p.designator === name)
const mountOf = (evidence: Evidence, name: string): SheetPosition['mount'] =>
  positionOf(evidence, name)?.mount ?? 'soldered'

/** What would mend a suspect. */
function mendsOf(
  evidence: Evidence,
  suspect: Instance,
  i: number,
  target: string,
  testMinutes: number,
  atHand: ActTools['atHand'],
  act: Make,
): FaultAct[] {
  const { suspects, here } = evidence
  const { name } = suspect
  const then = target
  if (suspect.sort !== 'part' && suspect.sort !== 'gear' && renewedInVain(evidence, suspect)) return []
  switch (suspect.sort) {
    case 'seat':
    case 'wire':
    case 'place':
      return [
        act('reseat', name, houseMinutes.reseat + testMinutes, 'disturbed', {
          mends: [i],
          then,
          powered: true,
        }),
      ]
    case 'joint':
      return [
        act('resolder', name, houseMinutes.resolder + testMinutes, 'altered', {
          mends: [i],
          then,
          powered: true,
        }),
      ]
    case 'part': {
      const mount = mountOf(evidence, name)
      const contact = suspects.findIndex(
        (s, j) =>
          here[j] &&
          (s.sort === 'seat' || s.sort === 'joint') &&
          s.name === name &&
          s.machine === suspect.machine,
      )
      const kind = positionOf(evidence, name)?.accepts
      const swap = act(
        'swap',
        name,
        houseMinutes.swap[mount] + testMinutes,
        mount === 'soldered' ? 'altered' : 'disturbed',
        { mends: contact >= 0 ? [i, contact] : [i], then, powered: true, part: kind },
      )
      return [{ ...swap, toll: swap.toll + (kind === undefined ? 0 : fetchMinutes[atHand(kind)]) }]
    }
    case 'setting':
      return [
        act('check the setting', name, houseMinutes['check the setting'] + testMinutes, 'disturbed', {
          mends: [i],
          then,
          powered: true,
        }),
      ]
    case 'gear':
      return [
        act('prove gear', name, houseMinutes['prove gear'], 'nothing', {
          sees: new Map([[i, houseMasks.full]]),
        }),
        act('other gear', name, houseMinutes['other gear'] + testMinutes, 'nothing', {
          mends: [i],
          then,
          powered: true,
        }),
      ]
    case 'unknown':
      return []
  }
}

/** Gear of the house that can stand in for an assembly or a rail that the function hangs on. */
function standIns(
  world: World,
  machine: MachineState,
  structure: ReturnType<typeof structureOf>,
  target: string,
  testMinutes: number,
  seesOf: (deps: ReturnType<typeof dependenciesOf>) => Map<number, number>,
  act: Make,
): FaultAct[] {
  const fn = functionsOf(world, machine).find((f) => f.name === target)
  if (!fn) return []
  const deps = dependenciesOf(structure, fn)
  if (deps.anything) return []
  const assemblies = structure.positions.filter(
    (p) => p.assembly && (deps.declared.has(p.designator) || deps.around.has(p.designator)),
  )
  const rails = structure.points.filter((p) => deps.points.has(p.name) && p.unit === 'V')
  const gear = [...world.gear.values()]
  const standing = (words: readonly string[]) =>
    gear.find((g) => words.some((w) => `${g.gearKind} ${g.name}`.toLowerCase().includes(w.toLowerCase())))
  const found: FaultAct[] = []
  for (const name of [...assemblies.map((p) => p.designator), ...rails.map((p) => p.name)]) {
    const with_ = standing(rails.some((r) => r.name === name) ? ['bench supply'] : [name])
    if (!with_) continue
    const walked = dependenciesWithout(structure, fn, new Set([name]))
    found.push(
      act('stand in', name, houseMinutes['stand in'] + testMinutes, 'disturbed', {
        then: target,
        gear: with_.name,
        sees: seesOf(walked),
        powered: true,
      }),
    )
  }
  return found
}
