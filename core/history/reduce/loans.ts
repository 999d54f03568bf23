/** Reducers of loans. A handover also says where each machine in it is: what reads custody needs to know of no loan. */
import type { MachineId } from '#core/ids.ts'
import { leavesHouse } from '../loan-ways.ts'
import { inStore, withParty, type Place } from '#core/place.ts'
import type { BodyOf } from '../bodies/index.ts'
import { machineDraft, type WorldDraft } from '../draft.ts'
import { emptyLoan, type LoanFile, type Received, type Released, type Side } from '../loan-state.ts'
import type { Statement } from '../versions.ts'
import { reduceCustody } from './machine.ts'

const fileOf = (world: WorldDraft, id: LoanFile['id']): LoanFile => world.loanFiles.get(id) ?? emptyLoan(id)

const keep = (world: WorldDraft, id: LoanFile['id'], more: (file: LoanFile) => Partial<LoanFile>) => {
  const file = fileOf(world, id)
  world.loanFiles.set(id, { ...file, ...more(file) })
}

export function reduceLoan(world: WorldDraft, entry: Statement, body: BodyOf<'loan'>) {
  keep(world, body.loan, (file) => {
    switch (body.what) {
      case 'asked':
        return { asked: { ...entry, body } }
      case 'terms':
        return { terms: [...file.terms, { ...entry, body }] }
      case 'answered':
        return { answers: [...file.answers, { ...entry, body }] }
      case 'recalled':
        return { recalls: [...file.recalls, { ...entry, body }] }
      case 'spent':
        return { spent: [...file.spent, { ...entry, body }] }
      case 'said':
        return { said: [...file.said, { ...entry, body }] }
      case 'accounted':
        return { accounted: [...file.accounted, { ...entry, body }] }
      case 'closed':
        return { closed: { ...entry, body } }
    }
  })
}

const placeOf = (side: Side): Place => (side === 'house' ? inStore('the house') : withParty(side))

export function reduceHandover(world: WorldDraft, entry: Statement, body: BodyOf<'handover'>, order: number) {
  const file = fileOf(world, body.loan)
  const leaves = leavesHouse(file.asked?.body.way ?? 'in')
  const custody = (machine: MachineId, to: Side, carriage: BodyOf<'custody'>['carriage']) => {
    const purpose =
      to !== 'house'
        ? leaves
          ? ('loan out' as const)
          : ('return to owner' as const)
        : leaves
          ? ('back' as const)
          : ('arrival' as const)
    const stay = { kind: 'custody', machine, to: placeOf(to), carriage, purpose } as const
    reduceCustody(world, { ...entry, body: stay }, stay, order)
  }
  if (body.what === 'released') for (const machine of body.machines) custody(machine, body.to, body.carriage)
  else
    for (const machine of body.machines) {
      const announced = file.handovers.some((h) => h.id === body.of)
      custody(machine, body.by, announced ? 'by hand' : 'vehicle')
      if (body.by === 'house') judgeAbsence(world, entry, file, machine, order)
      if (body.restUntil !== undefined)
        machineDraft(world, machine).waits.push({
          entry,
          what: 'rest after carriage',
          until: body.restUntil,
        })
    }
  const said: Released | Received = body.what === 'released' ? { ...entry, body } : { ...entry, body }
  keep(world, body.loan, ({ handovers }) => ({ handovers: [...handovers, said] }))
}

/** What was away and of which nothing was written there may have met anything. */
function judgeAbsence(
  world: WorldDraft,
  entry: Statement,
  file: LoanFile,
  machine: MachineId,
  order: number,
) {
  const left = file.handovers.findLast(
    (h) => h.body.what === 'released' && h.body.from === 'house' && h.body.machines.includes(machine),
  )
  if (!left) return
  const since = (s: { readonly happenedAt: Statement['happenedAt'] }) =>
    s.happenedAt.latest > left.happenedAt.latest
  const written =
    file.looks.some((l) => l.body.machine === machine && l.body.stage !== 'out' && since(l)) ||
    file.runs.some((r) => r.body.machine === machine && since(r)) ||
    file.handovers.some(
      (h) =>
        since(h) &&
        h.body.machines.includes(machine) &&
        (h.body.what === 'received' || h.body.from !== 'house'),
    )
  if (written) return
  machineDraft(world, machine).steps.push({
    entry,
    order,
    target: { sort: 'machine', name: 'whole machine' },
    reach: 'altered',
    verb: 'away without a record',
    within: [],
  })
}

export function reduceLook(world: WorldDraft, entry: Statement, body: BodyOf<'look'>) {
  keep(world, body.loan, ({ looks }) => ({ looks: [...looks, { ...entry, body }] }))
}

export function reduceDifference(world: WorldDraft, entry: Statement, body: BodyOf<'difference'>) {
  keep(world, body.loan, ({ differences }) => ({ differences: [...differences, { ...entry, body }] }))
}

export function reduceRun(world: WorldDraft, entry: Statement, body: BodyOf<'run'>) {
  keep(world, body.loan, ({ runs }) => ({ runs: [...runs, { ...entry, body }] }))
}

export function reducePaper(world: WorldDraft, entry: Statement, body: BodyOf<'paper'>) {
  keep(world, body.loan, ({ papers, signed }) =>
    body.what === 'issued'
      ? { papers: [...papers, { ...entry, body }] }
      : { signed: [...signed, { ...entry, body }] },
  )
}

/** What happened while it was away bars power until the house has looked. */
export function keepAwayIncident(world: WorldDraft, entry: Statement, body: BodyOf<'incident'>) {
  if (body.loan === undefined) return
  machineDraft(world, body.machine).hazards.push({ entry, words: body.words, barsPower: true })
  keep(world, body.loan, ({ incidents }) => ({ incidents: [...incidents, { ...entry, body }] }))
}
