/** What is off a machine in the order in which it came off, how it goes back, and the way in that an episode has shown. */
import { trayOf } from '#core/history/status.ts'
import { sheetOf } from '#core/history/layout.ts'
import { contentWord, slotOf } from '#core/history/presence.ts'
import { type EpisodeState, type MachineState, type World } from '#core/history/world.ts'
import type { WayInStep } from '#core/type/sheet.ts'
import { entriesOf } from '#core/work/checks/index.ts'
import { refitOrder, type OffThing, type Refit } from '#core/work/refit.ts'
import { partLabel } from './labels.ts'

/** Everything that is off and has to go back, in the order in which it came off. */
function offThings(world: World, machine: MachineState): OffThing[] {
  const off = new Map<string, OffThing & { readonly n: number }>()
  const tray = new Set<string>(trayOf(world, machine))
  for (const { body, about } of world.line) {
    if (!about.some((s) => s.id === machine.id)) continue
    if (body.kind === 'fastening' && body.machine === machine.id) {
      const key = `${body.what} ${body.size}`
      if (body.way === 'loosened' || body.way === 'tightened' || body.way === 'missing') continue
      const n = (off.get(key)?.n ?? 0) + (body.way === 'off' ? body.count : -body.count)
      // Half back, it keeps its place in the order.
      if (n <= 0) off.delete(key)
      else
        off.set(key, {
          n,
          name: body.what,
          kind: 'fasteners',
          detail: [`${n} ${body.size}`, body.cup].filter(Boolean).join(', '),
          line: `on ${body.what} ${n} ${body.size}`,
        })
    } else if (body.kind === 'connection' && body.machine === machine.id) {
      off.delete(body.connector)
      if (body.way === 'off')
        off.set(body.connector, {
          n: 1,
          name: body.connector,
          kind: 'connection',
          detail: 'unplugged',
          line: `plug ${body.connector}`,
        })
    } else if (body.kind === 'move')
      for (const leg of body.legs) {
        off.delete(leg.part)
        const home = leg.from.position
        if (
          tray.has(leg.part) &&
          leg.to.in.kind === 'tray' &&
          home !== undefined &&
          leg.from.in.kind !== 'tray' &&
          !replaced(world, machine, home, leg.part)
        )
          off.set(leg.part, {
            n: 1,
            name: home,
            kind: 'part',
            detail: [partLabel(world, leg.part), leg.to.position].filter(Boolean).join(', '),
            line: `in ${home}`,
          })
      }
  }
  return [...off.values()].map(({ n: _, ...thing }) => thing)
}

/** Whether another part sits where this one came out: it does not go back. */
function replaced(world: World, machine: MachineState, position: string, part: string): boolean {
  const held = slotOf(world, machine, position)
  return held !== undefined && contentWord(held.content) === 'part' && held.part !== part
}

const heedOf = (step: WayInStep) => [step.head && `${step.head} head`, step.heed].filter(Boolean).join('; ')

/** Names of all that is off, as the sheet calls it. */
export const stillOff = (world: World, machine: MachineState): string[] =>
  offThings(world, machine).map((o) => o.name)

export function refitOf(world: World, machine: MachineState): Refit {
  const sheet = sheetOf(world, machine)
  const catches = new Map(
    (sheet?.wayIn ?? []).flatMap((s) => (heedOf(s) ? [[s.what, heedOf(s)] as const] : [])),
  )
  return refitOrder(offThings(world, machine), sheet?.refit ?? [], catches)
}

/** The steps by which this episode opened the machine, as a way in for its type: what came off, counted, in order. */
export function wayInShown(world: World, episode: EpisodeState): WayInStep[] {
  const steps: WayInStep[] = []
  for (const { body } of entriesOf(world, episode)) {
    const what =
      body.kind === 'fastening' && body.way === 'off'
        ? body.what
        : body.kind === 'connection' && body.way === 'off'
          ? body.connector
          : body.kind === 'move' && body.legs.length === 1
            ? body.legs.flatMap((l) =>
                l.to.in.kind === 'tray' && l.from.in.kind !== 'tray' && l.from.position
                  ? [l.from.position]
                  : [],
              )[0]
            : undefined
    if (what === undefined || steps.some((s) => s.what === what)) continue
    steps.push(
      body.kind === 'fastening' && body.count > 0 ? { what, count: body.count, size: body.size } : { what },
    )
  }
  return steps
}
