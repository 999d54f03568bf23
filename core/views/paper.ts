/** What a paper of a loan is made from, at one time: the loan, its machine, the handover that it is about. */
import type { PaperSort } from '#core/history/bodies/paper.ts'
import type { BodyOf } from '#core/history/bodies/index.ts'
import type { World } from '#core/history/world.ts'
import type { LoanId, MachineId } from '#core/ids.ts'
import type { Instant } from '#core/quantity/time.ts'
import { lastDoneAt, transitPrecautions, type TransitPrecaution } from '#core/work/checks/dispatch.ts'
import { leavesHouse } from '#core/history/loan-ways.ts'
import { givenParts } from './machine-parts.ts'
import { arrivalView, type ArrivalView } from './arrival.ts'
import { loanView } from './loan.ts'
import type { LoanView } from './loan-shape.ts'
import { machineView } from './machine.ts'
import type { MachineView } from './machine-shape.ts'

export interface PaperHandover {
  readonly at: Instant
  readonly by: string
  readonly body: BodyOf<'handover'>
  /** For a receipt: what was released and how much of each. */
  readonly released?: readonly { readonly item: string; readonly n: number }[] | undefined
}

export interface PaperSource {
  readonly sort: PaperSort
  readonly house: string
  readonly zone: string
  readonly now: Instant
  readonly loan: LoanView
  readonly packed: readonly { readonly item: string; readonly n: number; readonly box: number }[]
  readonly handover?: PaperHandover | undefined
  readonly machine?: MachineView | undefined
  readonly arrival?: ArrivalView | undefined
  /** Of what is somebody else's: parts that came out of it, which are theirs wherever they are. */
  readonly cameOut: readonly { readonly label: string; readonly position: string; readonly to: string }[]
  /** What was done so that it can travel, each with when, or not recorded. */
  readonly transit: readonly { readonly what: TransitPrecaution; readonly at?: Instant | undefined }[]
}

export interface PaperAsked {
  readonly sort: PaperSort
  readonly house: string
  readonly zone: string
  readonly of?: string | undefined
  readonly machine?: MachineId | undefined
  readonly packed: PaperSource['packed']
}

/** Undefined where the loan, or the machine that the paper is about, is not there. */
export function paperSource(world: World, id: LoanId, asked: PaperAsked): PaperSource | undefined {
  const { sort, house, zone, packed } = asked
  const loan = loanView(world, id, { zone, viewer: 'house' })
  const file = world.loanFiles.get(id)
  if (!loan || !file) return undefined
  const machine = asked.machine && machineView(world, asked.machine)
  if (asked.machine && !machine) return undefined
  const said = file.handovers.find((h) => h.id === asked.of)
  const release =
    said?.body.what === 'received' ? file.handovers.find((h) => h.id === receivedOf(said.body)) : undefined
  const state = asked.machine && world.machines.get(asked.machine)
  return {
    sort,
    house,
    zone,
    now: world.now,
    loan,
    packed,
    handover: said && {
      at: said.happenedAt.latest,
      by: world.parties.get(said.doneBy as never)?.name ?? '',
      body: said.body,
      released: release?.body.items,
    },
    machine: machine || undefined,
    arrival: asked.machine ? arrivalView(world, asked.machine, zone) : undefined,
    cameOut: leavesHouse(loan.way)
      ? []
      : loan.machines.flatMap(({ id: machineId }) => {
          const theirs = world.machines.get(machineId)
          return theirs
            ? givenParts(world, theirs).map(({ label, position, to }) => ({ label, position, to }))
            : []
        }),
    transit: state
      ? transitPrecautions(world, state).map((what) => ({ what, at: lastDoneAt(state, what) }))
      : [],
  }
}

const receivedOf = (body: BodyOf<'handover'>): string | undefined =>
  body.what === 'received' ? body.of : undefined
