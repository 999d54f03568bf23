/** How a part is by all that is known of it, and on what ground: what somebody said, or what a trial showed. */
import { conclusionsOf } from '#core/history/attribution.ts'
import type { Health, HealthGround } from '#core/history/bodies/part.ts'
import { machineAround } from '#core/history/presence.ts'
import type { Statement } from '#core/history/versions.ts'
import type { MachineState, PartState, World } from '#core/history/world.ts'
import type { PartId } from '#core/ids.ts'

export interface PartHealth {
  readonly health: Health
  /** Who said so, and on what ground they did. */
  readonly said?: {
    readonly entry: Statement
    readonly by?: HealthGround | undefined
    readonly because?: string | undefined
  }
  /** A proved part took its place and nothing changed. */
  readonly trial?: { readonly machine: MachineState; readonly fn: string; readonly after: Statement }
}

/** What may be overtaken by a trial: a part that was proved bad, or good, is so whatever a swap showed. */
const open: ReadonlySet<Health> = new Set(['unknown', 'suspect'])

export function healthOf(world: World, part: PartState): PartHealth {
  const { healthSaid } = part
  const body = healthSaid?.body
  const said =
    healthSaid && body?.kind === 'part' && body.what === 'health'
      ? { entry: healthSaid, by: body.ground, because: body.because }
      : undefined
  const trial = open.has(part.health) ? clearingTrial(world, part, said?.entry) : undefined
  return trial ? { health: 'not shown faulty', trial } : { health: part.health, ...(said ? { said } : {}) }
}

/** The last trial that cleared it since it was last spoken of. */
function clearingTrial(world: World, part: PartState, since: Statement | undefined): PartHealth['trial'] {
  const machines = new Set(
    part.legs.flatMap((leg) => machineAround(world, leg.from, { at: leg.entry.happenedAt.latest }) ?? []),
  )
  let found: PartHealth['trial']
  for (const machine of machines)
    for (const { cleared, fn, after } of conclusionsOf(world, machine)) {
      if (cleared !== part.id) continue
      const at = after.entry.happenedAt.latest
      if (since && at < since.happenedAt.latest) continue
      if (!found || at > found.after.happenedAt.latest) found = { machine, fn, after: after.entry }
    }
  return found
}

/** Parts of which a test may say how they are: those that its pairs cleared. */
export const clearedIn = (
  world: World,
  machine: MachineState,
  tests: ReadonlySet<string>,
): readonly PartId[] =>
  conclusionsOf(world, machine).flatMap((c) =>
    tests.has(c.after.entry.id) && c.cleared !== undefined ? [c.cleared] : [],
  )
