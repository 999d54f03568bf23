/** A run told again, act by act: what each told of what was truly wrong, and what would have told more. */
import type { FaultView } from '#core/views/fault-shape.ts'
import type { ActRow } from '#core/views/fault-shape.ts'
import type { MachineId } from '#core/ids.ts'
import type { Statement } from '#core/history/versions.ts'
import { practiceFault } from './advice.ts'
import type { HiddenFault } from './case.ts'
import { SimulatedMachine } from './machine.ts'
import type { PracticeRun } from './run.ts'
import { labelsFor, type Labels } from '#core/views/labels.ts'

/** What is suspected most, in steps of the engine: share 0 to 0.95 that it is bad. */
export interface Believed {
  /** Of the faults that are there, the share of the likeliest. */
  readonly ofTruth: number
  readonly likeliest?: { readonly sort: string; readonly name: string; readonly share: number } | undefined
}

export interface ReviewRow {
  readonly statements: readonly Statement[]
  readonly minutes: number
  readonly before: Believed
  readonly after: Believed
  /** What the advice would have done at that moment. */
  readonly advised?: ActRow | undefined
  /** The act did what was advised. */
  readonly followed: boolean
  readonly unsafe: boolean
  readonly killed: readonly string[]
  /** Faults of the case that it took away. */
  readonly mended: readonly HiddenFault[]
  /** A look found the mark of a fault of the case. */
  readonly saw: readonly HiddenFault[]
}

const sortOf: Readonly<Record<HiddenFault['sort'], readonly string[]>> = {
  part: ['part'],
  contact: ['seat', 'joint', 'wire', 'place'],
  setting: ['setting', 'part', 'place'],
  gear: ['gear'],
  exchanged: ['part', 'seat'],
}

function believedIn({ fault }: FaultView, faults: readonly HiddenFault[]): Believed {
  const suspects = fault?.suspects ?? []
  const true_ = suspects.filter((s) =>
    faults.some(
      (f) =>
        sortOf[f.sort].includes(s.sort) && (f.at === s.name || (f.sort === 'exchanged' && f.with === s.name)),
    ),
  )
  const [first] = suspects
  return {
    ofTruth: Math.max(0, ...true_.map((s) => s.share)),
    likeliest: first && { sort: first.sort, name: first.name, share: first.share },
  }
}

const sees = (statements: readonly Statement[], fault: HiddenFault): boolean =>
  statements.some(({ body }) => {
    const at =
      body.kind === 'note' ? /^looked at ([^:,]+)/i.exec(body.words)?.[1]?.trim().toLowerCase() : undefined
    return (
      at !== undefined &&
      (at === fault.at.toLowerCase() || (fault.sort === 'exchanged' && at === fault.with.toLowerCase()))
    )
  })

/** Whether what was written is the act that was advised. */
function isWhat(act: ActRow | undefined, statements: readonly Statement[]): boolean {
  const first = statements[0]?.body
  if (!act || !first) return false
  switch (act.sort) {
    case 'test':
      return first.kind === 'test' && first.results.some((r) => r.fn === act.at)
    case 'read':
      return first.kind === 'reading' && first.point === act.at
    case 'look':
      return (
        first.kind === 'note' && first.words.toLowerCase().startsWith(`looked at ${act.at.toLowerCase()}`)
      )
    case 'reseat':
    case 'resolder':
    case 'check the setting':
      return first.kind === 'change' && first.target.name === act.at
    case 'swap':
      return (
        (first.kind === 'move' && first.legs.some((l) => l.to.position === act.at)) ||
        (first.kind === 'reading' && act.line.startsWith(`read ${first.point}`))
      )
    case 'prove gear':
      return first.kind === 'gear'
    case 'other gear':
    case 'stand in':
      return first.kind === 'test' && first.results.some((r) => r.fn === act.then)
    case 'unplug a load':
    case 'try in a host':
      return first.kind === 'connection' || first.kind === 'move'
  }
}

export interface Review {
  readonly rows: readonly ReviewRow[]
  readonly labels: Labels
  readonly machine: MachineId
}

export async function reviewOf(run: PracticeRun): Promise<Review> {
  const machine = await SimulatedMachine.begin(run.case, run.startedAt, run.you)
  const { faults } = run.case
  const rows: ReviewRow[] = []
  let { world, machine: state } = await machine.state()
  let before = practiceFault(world, state)
  let left = await machine.faultsLeft()
  for (const group of run.groups) {
    if (machine.over) break
    await machine.append(group)
    const step = machine.steps.at(-1)
    ;({ world, machine: state } = await machine.state())
    const after = practiceFault(world, state)
    const leftNow = await machine.faultsLeft()
    const ids = new Set<string>(step?.entries ?? [])
    const statements = world.line.filter((s) => ids.has(s.id))
    const advised = before.fault?.acts[0]
    rows.push({
      statements,
      minutes: step?.minutes ?? 0,
      before: believedIn(before, faults),
      after: believedIn(after, faults),
      advised,
      followed: isWhat(advised, statements),
      unsafe: machine.over,
      killed: (step?.killed ?? []).map((k) => k.at),
      mended: left.filter((f) => !leftNow.includes(f)),
      saw: left.filter((f) => f.look !== undefined && sees(statements, f)),
    })
    before = after
    left = leftNow
  }
  return {
    rows,
    machine: machine.machine,
    labels: labelsFor(
      world,
      world.line.filter((s) => s.episode === machine.ids.episode),
    ),
  }
}
