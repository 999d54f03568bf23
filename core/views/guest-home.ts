/**
 * What a guest comes home to: what they are asked, their machines, their loans, the next date. Built here from what is theirs,
 * field by field; nothing else of the house.
 */
import type { ConsentMatter } from '#core/history/bodies/consent.ts'
import { machineStanding, type WorkingStatus } from '#core/history/status.ts'
import type { LoanFile } from '#core/history/loan-state.ts'
import type { World } from '#core/history/world.ts'
import type { EntryId, LoanId, MachineId, PartyId } from '#core/ids.ts'
import { openRequests } from '#core/parts/ownership.ts'
import type { Instant } from '#core/quantity/time.ts'
import { machineNumber } from './labels.ts'
import { asksOf, byUrgency, type LoanAsk } from './loan.ts'
import type { LoanRow } from './loan-shape.ts'

export interface GuestHome {
  readonly asks: readonly (
    | { readonly loan: LoanId; readonly items: readonly string[]; readonly ask: LoanAsk }
    | {
        readonly request: EntryId
        readonly machine: MachineId
        readonly name: string
        readonly matter: ConsentMatter
        readonly positions?: readonly string[] | undefined
        readonly words: string
        readonly at: Instant
      }
  )[]
  readonly machines: readonly {
    readonly id: MachineId
    readonly name: string
    readonly number: string
    readonly status: WorkingStatus
    /** When it was worked on last, and at what. */
    readonly worked?: { readonly at: Instant; readonly title: string } | undefined
  }[]
  readonly loans: readonly LoanRow[]
  /** The next day on which something of theirs is due. */
  readonly next?: { readonly day: string; readonly items: readonly string[] } | undefined
}

export function guestHome(
  lent: readonly { readonly file: LoanFile; readonly row: LoanRow }[],
  granted: readonly { readonly id: MachineId; readonly world: World }[],
  { zone, viewer, now }: { readonly zone: string; readonly viewer: PartyId; readonly now: Instant },
): GuestHome {
  const files = lent.map(({ file }) => file).filter((f) => f.asked?.body.with === viewer)
  const loans = lent.map(({ row }) => row).sort(byUrgency)
  const machines = granted.flatMap(({ id, world }) => {
    const machine = world.machines.get(id)
    return machine?.registered ? [{ machine, world }] : []
  })
  const [next] = loans
    .filter((l) => l.due !== undefined && !['closed', 'declined', 'back'].includes(l.shown))
    .sort((a, b) => (a.due ?? '').localeCompare(b.due ?? ''))
  return {
    asks: [
      ...machines.flatMap(({ machine }) =>
        openRequests(machine)
          .filter(({ asked }) => asked.of === viewer)
          .map(({ entry, asked }) => ({
            request: entry.id,
            machine: machine.id,
            name: machine.name,
            matter: asked.to,
            positions: asked.positions,
            words: asked.words,
            at: entry.happenedAt.latest,
          })),
      ),
      ...files.flatMap((f) =>
        asksOf(f, zone, now).map((ask) => ({
          loan: f.id,
          items: (f.asked?.body.items ?? []).map((i) => (i.n === 1 ? i.item : `${i.n} × ${i.item}`)),
          ask,
        })),
      ),
    ],
    machines: machines.map(({ machine, world }) => {
      const last = machine.episodes.at(-1)
      return {
        id: machine.id,
        name: machine.name,
        number: machineNumber(machine),
        status: machineStanding(world, machine).status,
        worked: last && { at: last.lastStep.happenedAt.latest, title: last.title },
      }
    }),
    loans,
    next: next?.due === undefined ? undefined : { day: next.due, items: next.items },
  }
}
