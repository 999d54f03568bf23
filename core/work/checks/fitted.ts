/** What several checks ask of positions: polarised work that nobody verified, and cells that are in. */
import { positionsOf, sheetOf } from '#core/history/layout.ts'
import { type EpisodeState, type MachineState, type World } from '#core/history/world.ts'
import { contentOf, contentsOf } from '#core/history/presence.ts'
import { hasWayRound, takesCell } from '#core/type/part-kinds.ts'

/** Polarised positions that got a part in this episode, and those that nobody verified since. Done is not right. */
export function fittedPolarised(
  world: World,
  machine: MachineState,
  episode: EpisodeState,
): { readonly count: number; readonly unverified: readonly string[] } {
  const sheet = new Set(sheetOf(world, machine)?.positions.map((p) => p.designator))
  // A position that was met at the bench has no line on a sheet to say so: its kind does.
  const polarised = new Set(
    contentsOf(world, machine)
      .filter(
        ({ position: p, content }) =>
          content !== 'empty' && (p.polarised || (!sheet.has(p.designator) && hasWayRound(p))),
      )
      .map(({ position }) => position.designator),
  )
  const fitted = machine.steps.filter(
    (s) =>
      s.entry.episode === episode.id && s.in !== undefined && !s.contested && polarised.has(s.target.name),
  )
  const verified = (name: string, order: number) =>
    machine.steps.some(
      (s) =>
        s.target.name === name &&
        s.order > order &&
        s.entry.body.kind === 'change' &&
        s.entry.body.verified === true,
    )
  return {
    count: fitted.length,
    unverified: [
      ...new Set(fitted.filter((s) => !verified(s.target.name, s.order)).map((s) => s.target.name)),
    ],
  }
}

/** Positions that take a cell or a battery, and those that are not known to be empty. */
export function cellsIn(
  world: World,
  machine: MachineState,
): { readonly positions: number; readonly filled: readonly string[] } {
  const positions = positionsOf(world, machine)
  const cells = positions.filter(takesCell).map((p) => contentOf(world, machine, p, positions))
  return {
    positions: cells.length,
    filled: cells.filter((c) => c.content !== 'empty').map((c) => c.position.designator),
  }
}
