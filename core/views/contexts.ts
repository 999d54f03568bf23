/** What a typed line is read against, gathered from the world: machines, slots, parts, lots, points, grids, methods. */
import { calledAt } from '#core/type/sheet.ts'
import { functionsOf } from '#core/history/layout.ts'
import { type World, type MachineState } from '#core/history/world.ts'
import type { MachineId, PartId, LotId, GearId } from '#core/ids.ts'
import type {
  SlotContext,
  MachineContext,
  PartContext,
  LotContext,
  PointContext,
  ComposerContext,
  MethodContext,
} from '../composer/context.ts'
import { contentsOf, contentWord, machineAround } from '#core/history/presence.ts'
import { chargeEnded, factsOfPart } from '#core/parts/fit.ts'
import { partLabel, machineNumber, placeLabel, lotLabel } from './labels.ts'
import { factsOfLot, fitFactsOfLot, reservationRow } from './lots.ts'
import { lies } from '#core/parts/lots.ts'
import { pointRows } from '#core/diagnosis/points.ts'
import { gridStates } from '#core/diagnosis/grid.ts'
import { findPolicyOption } from '#core/history/policy.ts'
import type { Statement } from '#core/history/versions.ts'
import { type Instant, instantToMs } from '#core/quantity/time.ts'

export function slotsOf(world: World, id: MachineId): SlotContext[] {
  const machine = world.machines.get(id)
  if (!machine) return []
  return contentsOf(world, machine).map(({ position, place, content, part }) => ({
    position,
    place,
    ...(position.charged ? { chargeEnded: chargeEnded(world, machine, position.designator) } : {}),
    content: contentWord(content),
    part,
    partLabel: part && content !== 'unseen' ? partLabel(world, part) : part ? calledAt(position) : undefined,
    ...(part && world.parts.get(part)?.tag !== undefined ? { tag: world.parts.get(part)?.tag } : {}),
    facts: part
      ? world.parts.has(part)
        ? factsOfPart(world, part)
        : { partKind: position.accepts, attributes: {}, health: 'unknown', foundIn: position.designator }
      : undefined,
  }))
}

export function machineContext(world: World, id: MachineId): MachineContext | undefined {
  const machine = world.machines.get(id)
  return machine?.registered
    ? { machine: id, number: machineNumber(machine), name: machine.name, slots: slotsOf(world, id) }
    : undefined
}

/** A part as the composer knows it; undefined for one that was never placed. */
export function partContext(world: World, id: PartId, seenFrom?: string): PartContext | undefined {
  const state = world.parts.get(id)
  if (!state?.place) return undefined
  const inside = state.place.in.kind === 'machine' || state.place.in.kind === 'assembly'
  const around = inside ? machineAround(world, state.place) : undefined
  const home =
    state.loan && !state.loan.closed
      ? state.loan.home
      : state.legs.findLast((l) => l.from.in.kind === 'machine' || l.from.in.kind === 'assembly')?.from
  return {
    id,
    label: partLabel(world, id),
    tag: state.tag,
    place: state.place,
    placeLabel: placeLabel(world, state.place, seenFrom),
    around: around && { id: around.id, number: machineNumber(around) },
    facts: factsOfPart(world, id),
    home,
  }
}

export function lotContext(world: World, id: LotId): LotContext | undefined {
  const lot = world.lots.get(id)
  if (!lot?.said) return undefined
  return {
    ...factsOfLot(lot),
    label: lotLabel(world, id),
    tag: lot.tag,
    facts: fitFactsOfLot(lot),
    heaps: [...lot.places.values()]
      .filter(lies)
      .map(({ place, n }) => ({ place, n, label: placeLabel(world, place) })),
    kept: world.reservations
      .filter((r) => r.lot === id)
      .map((r) => ({ machine: r.machine, label: reservationRow(world, r).label, n: r.n })),
  }
}

export function pointContexts(
  world: World,
  machine: MachineState,
  mine: ReadonlySet<string>,
): PointContext[] {
  return pointRows(world, machine).map(({ readings: _, last, drift: __, ...row }) => ({
    ...row,
    last: last && { ...last, here: mine.has(last.entry) },
  }))
}

export function gridContexts(world: World, machine: MachineState): ComposerContext['grids'] {
  return Object.fromEntries(
    functionsOf(world, machine).flatMap((fn) =>
      fn.grid ? [[fn.name, [...gridStates(world, machine, fn).values()]]] : [],
    ),
  )
}

/** The house's own words that hold for this machine; one of its type comes before one of the house. */
export function taughtWords(world: World, machine: MachineState): ComposerContext['taught'] {
  const own = [...world.words.values()].filter((w) => w.type === undefined || w.type === machine.type)
  return own
    .filter((w) => w.type !== undefined || !own.some((o) => o.word === w.word && o.type !== undefined))
    .map(({ word, as, means }) => ({ word, as, means }))
}

export function methodContexts(world: World, machine: MachineState): MethodContext[] {
  return [...world.methods.values()]
    .map(({ id, recipe, verdicts }): MethodContext => {
      const said = (verdict: string) =>
        verdicts.filter(
          (v) => v.body.kind === 'method' && v.body.what === 'verdict' && v.body.verdict === verdict,
        ).length
      const option = recipe.school ? findPolicyOption(world, machine, recipe.school.key) : undefined
      const other =
        recipe.school && option !== undefined && option !== recipe.school.option
          ? { key: recipe.school.key, option }
          : undefined
      return {
        id,
        recipe,
        schoolInForce: other,
        verdicts: { good: said('good'), mixed: said('mixed'), bad: said('bad') },
      }
    })
    .sort(
      (a, b) =>
        Number(a.schoolInForce !== undefined) - Number(b.schoolInForce !== undefined) ||
        (a.recipe.name < b.recipe.name ? -1 : 1),
    )
}

/** How long gear, instrument and cup stay as last used, ms. */
const keptMs = 12 * 3_600_000

export function keptFrom(mine: readonly Statement[], now: Instant): ComposerContext['kept'] {
  const recent = mine.filter((s) => instantToMs(now) - instantToMs(s.happenedAt.latest) < keptMs)
  const gear = new Set<GearId>()
  let instrument: string | undefined
  let cup: string | undefined
  for (const { body } of recent) {
    if (body.kind === 'test') for (const id of body.gear) gear.add(id)
    if (body.kind === 'reading') instrument = body.instrument
    if (body.kind === 'fastening' && body.way === 'off' && body.cup) cup = body.cup
  }
  return { gear: [...gear], instrument, cup }
}
