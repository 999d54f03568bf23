/** What a machine's positions hold, walked from its sheet; what is missing, what is off. */
import { once } from './once.ts'
import { sortKey, type Instant } from '#core/quantity/time.ts'
import { partAsFound, type PartId } from '#core/ids.ts'
import { positionsOf } from '#core/history/layout.ts'
import { type Content, type MachineState, type PartState, type World } from '#core/history/world.ts'
import type { SheetPosition } from '#core/type/sheet.ts'
import { inAssembly, inMachine, placeKey, type Place } from '#core/place.ts'

export interface PositionContent {
  readonly position: SheetPosition
  /** Where the slot is now; undefined when the assembly around it is off the machine and empty-handed. */
  readonly place: Place
  /** 'unseen' = nobody has touched it: assumed as the sheet says. */
  readonly content: Content | 'unseen'
  /** The part in it; for an unseen one the part it would become when touched. */
  readonly part?: PartId | undefined
}

export type ContentWord = 'unseen' | 'empty' | 'unknown part' | 'part'

export const contentWord = (content: Content | 'unseen'): ContentWord =>
  content === 'unseen' || content === 'empty' || content === 'unknown part'
    ? (content as ContentWord)
    : 'part'

/** The slot of a designator in this machine as it is now, found through the assemblies around it. */
export function slotOf(world: World, machine: MachineState, designator: string): PositionContent | undefined {
  const positions = positionsOf(world, machine)
  const position = positions.find((p) => p.designator.toLowerCase() === designator.toLowerCase())
  return position ? contentOf(world, machine, position, positions) : undefined
}

export function contentOf(
  world: World,
  machine: MachineState,
  position: SheetPosition,
  positions: readonly SheetPosition[],
  depth = 0,
): PositionContent {
  const place = placeOf(world, machine, position, positions, depth)
  const content = world.slots.get(placeKey(place)) ?? 'unseen'
  const part =
    content === 'unseen'
      ? partAsFound(place.in.id, position.designator)
      : content === 'empty' || content === 'unknown part'
        ? undefined
        : content
  return { position, place, content, part }
}

function placeOf(
  world: World,
  machine: MachineState,
  position: SheetPosition,
  positions: readonly SheetPosition[],
  depth: number,
): Place {
  const around =
    position.on === undefined || depth > 20 ? undefined : positions.find((p) => p.designator === position.on)
  if (!around) return inMachine(machine.id, position.designator)
  const held = contentOf(world, machine, around, positions, depth + 1)
  // While an assembly is out, its positions are still spoken of through the one that last sat there.
  const assembly = held.part ?? lastIn(world, held.place) ?? partAsFound(held.place.in.id, around.designator)
  return inAssembly(assembly, position.designator)
}

/** The part that left a slot last. */
export const lastIn = (world: World, place: Place): PartId | undefined => world.lastOut.get(placeKey(place))

export const contentsOf = once((world, machine): readonly PositionContent[] => {
  const positions = positionsOf(world, machine)
  return positions.map((position) => contentOf(world, machine, position, positions))
})

export interface Missing {
  readonly position: string
  readonly partKind: string
  readonly part?: PartId | undefined
  readonly where: 'tray' | 'loan' | 'away' | 'missing' | 'unknown part'
  readonly place?: Place | undefined
}
export interface OffAssembly {
  readonly position: string
  readonly part?: PartId | undefined
  readonly place?: Place | undefined
}

/** Essential positions known to be empty: lent, given, missing, or waiting in a tray. Unseen ones do not count. */
export function missingEssentials(world: World, machine: MachineState): Missing[] {
  const positions = positionsOf(world, machine)
  const found: Missing[] = []
  for (const position of positions) {
    if (!position.essential) continue
    const { content, place } = contentOf(world, machine, position, positions)
    if (content !== 'empty') continue
    const part = lastIn(world, place)
    const state = part ? world.parts.get(part) : undefined
    const at = state?.place
    const where = !state
      ? 'missing'
      : at?.in.kind === 'tray'
        ? 'tray'
        : state.loan && !state.loan.closed
          ? 'loan'
          : 'away'
    // An assembly that lies in the tray is off, not missing; one that was lent or given is.
    if (position.assembly && where === 'tray') continue
    found.push({ position: position.designator, partKind: position.accepts, part, where, place: at })
  }
  return found
}

/** Assemblies known to be off the machine. */
export function offAssemblies(world: World, machine: MachineState): OffAssembly[] {
  const positions = positionsOf(world, machine)
  return positions
    .filter((p) => p.assembly)
    .map((position) => contentOf(world, machine, position, positions))
    .filter((held) => held.content === 'empty')
    .map((held) => {
      const part = lastIn(world, held.place)
      return {
        position: held.position.designator,
        part,
        place: part ? world.parts.get(part)?.place : undefined,
      }
    })
}

/** The kind of a part: what was said of it, else what the sheet says belongs where it was found. */
export function partKindOf(world: World, id: PartId): string | undefined {
  const part = world.parts.get(id)
  if (part?.partKind) return part.partKind
  return part?.start ? homeOf(world, part.start, 'at first')?.accepts : undefined
}

/** The sheet's line for a slot in a machine, directly or inside an assembly. */
export function homeOf(world: World, place: Place, when: When = 'now'): SheetPosition | undefined {
  const machine = machineAround(world, place, when)
  if (!machine || place.position === undefined) return undefined
  return positionsOf(world, machine).find((p) => p.designator === place.position)
}

/** Where assemblies are now, where each began, or where each was at an instant: a chip that was found on a board came from the machine that board was in. */
export type When = 'now' | 'at first' | { readonly at: Instant }

/** The machine around a place, walked up through assemblies; for a tray or a shelf kept with it, undefined. */
export function machineAround(world: World, place: Place, when: When = 'now'): MachineState | undefined {
  let at: Place | undefined = place
  for (let hops = 0; at && hops < 20; hops++) {
    if (at.in.kind === 'machine') return world.machines.get(at.in.id as never)
    if (at.in.kind !== 'assembly') return undefined
    at = placeOfPart(world, at.in.id, when)
  }
  return undefined
}

/** Where a part is, an assembly that nobody has touched included. */
export function placeOfPart(world: World, id: string, when: When = 'now'): Place | undefined {
  const part = world.parts.get(id as PartId)
  const stated =
    part &&
    (when === 'now' ? part.place : when === 'at first' ? (part.start ?? part.place) : placeAt(part, when.at))
  return stated ?? untouchedHome(world, id)
}

function placeAt(part: PartState, at: Instant): Place | undefined {
  const leg = part.legs.findLast((l) => sortKey(l.entry.happenedAt) <= at)
  return leg?.to ?? part.start ?? part.place
}

/** Where an assembly that nobody has touched sits: the position whose derived id it bears. */
function untouchedHome(world: World, id: string): Place | undefined {
  for (const machine of world.machines.values()) {
    const positions = positionsOf(world, machine)
    for (const position of positions) {
      if (!position.assembly) continue
      const held = contentOf(world, machine, position, positions)
      if (held.content === 'unseen' && held.part === id) return held.place
    }
  }
  return undefined
}

/** Walks a tray or an assembly up to the machine it belongs to, for `subjectsOf`. */
export const machineOf =
  (world: World) =>
  (place: Place): string | undefined => {
    if (place.in.kind !== 'tray') return machineAround(world, place)?.id
    for (const machine of world.machines.values())
      if (machine.episodes.some((e) => e.id === place.in.id)) return machine.id
    return undefined
  }
