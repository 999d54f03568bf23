/** What a run came to: whether the cause was right, minutes, parts, what was destroyed, and what it is held against. */
import { houseMinutes } from '#core/diagnosis/house-minutes.ts'
import { practiceFault } from './advice.ts'
import type { HiddenFault, PracticeCase } from './case.ts'
import { SimulatedMachine, type Group } from './machine.ts'
import { minutesOfAct, swapMinutes } from './minutes.ts'
import type { Cause, PracticeRun, RunEnd } from './run.ts'
import type { UnsafeAct } from './unsafe.ts'

export type Right =
  | 'right'
  /** The place was right; part and contact were taken for each other. */
  | 'right place'
  | 'partly'
  | 'wrong'
  /** Stopping was the end of this case, or was not. */
  | 'stopped rightly'
  | 'stopped early'
  | 'unsafe'

export interface Outcome {
  readonly right: Right
  /** What was truly wrong. */
  readonly truth: readonly HiddenFault[]
  readonly said: readonly Cause[]
  /** Functions that truly fail at its end. */
  readonly failing: readonly string[]
  readonly minutes: number
  /** Minutes that the advice of the house expected after the first failure; absent where none was seen. */
  readonly expectedMinutes?: number | undefined
  /** For somebody who knows the case: mending it and trying what failed. */
  readonly shortestMinutes: number
  readonly parts: { readonly used: number; readonly killed: readonly string[] }
  /** Places that were disturbed before anybody had looked at them. */
  readonly disturbedUnseen: readonly string[]
  readonly unsafe?: UnsafeAct | undefined
}

const sameCause = (fault: HiddenFault, { sort, at }: Cause): boolean =>
  fault.sort === sort && (fault.at === at || (fault.sort === 'exchanged' && fault.with === at))
const samePlace = (fault: HiddenFault, { at }: Cause): boolean =>
  fault.at === at || (fault.sort === 'exchanged' && fault.with === at)

export function judged(
  { faults, endsByStopping }: PracticeCase,
  end: RunEnd | undefined,
  unsafe: boolean,
): Right {
  if (unsafe) return 'unsafe'
  if (!end || end.how === 'unsafe') return 'wrong'
  if (end.how === 'stopped') return endsByStopping === undefined ? 'stopped early' : 'stopped rightly'
  const named = end.causes
  const strange = named.some((c) => !faults.some((f) => samePlace(f, c)))
  if (faults.every((f) => named.some((c) => sameCause(f, c)))) return strange ? 'partly' : 'right'
  if (faults.every((f) => named.some((c) => samePlace(f, c)))) return strange ? 'partly' : 'right place'
  return faults.some((f) => named.some((c) => samePlace(f, c))) ? 'partly' : 'wrong'
}

/** Mending every fault in the fewest minutes, and a full trial of each function that it fails. */
export function shortestMinutes(
  { faults, sheet, endsByStopping }: PracticeCase,
  failing: readonly string[],
): number {
  const mends = faults.map((fault): number => {
    switch (fault.sort) {
      case 'part':
        return endsByStopping === undefined ? swapMinutes(sheet, fault.at) : 0
      case 'contact':
        return houseMinutes.reseat
      case 'setting':
        return houseMinutes['check the setting']
      case 'gear':
        return houseMinutes['other gear']
      case 'exchanged':
        return 2 * swapMinutes(sheet, fault.at)
    }
  })
  const trial = minutesOfAct(
    {
      kind: 'test',
      depth: 'full',
      results: failing.map((fn) => ({ fn, result: { is: 'pass' } })),
    } as never,
    sheet,
  )
  return mends.reduce((sum, m) => sum + m, 0) + trial
}

/** The first failure is looked for among so many acts. */
const soonest = 20
const looked = /^looked at ([^:,]+)/i

/** Tells a run anew and says what it came to. */
export async function outcomeOf(run: PracticeRun): Promise<Outcome> {
  const { case: told } = run
  const machine = await SimulatedMachine.begin(told, run.startedAt, run.you)
  const failingAtFirst = [...(await machine.truth())].flatMap(([fn, faults]) =>
    faults.length > 0 ? [fn] : [],
  )
  const seen = new Set<string>()
  const disturbed = new Set<string>()
  let expectedMinutes: number | undefined
  for (const [n, group] of (run.groups as readonly Group[]).entries()) {
    if (machine.over) break
    await machine.append(group)
    for (const { body } of group) {
      const place = body.kind === 'note' ? looked.exec(body.words)?.[1]?.trim() : undefined
      if (place !== undefined) seen.add(place.toLowerCase())
      const touched =
        body.kind === 'change' && body.reach !== 'outside' && body.target.sort !== 'adjuster'
          ? [body.target.name]
          : body.kind === 'move'
            ? body.legs.flatMap(({ from }) => (from?.in.kind === 'store' ? [] : (from?.position ?? [])))
            : []
      for (const at of touched) if (!seen.has(at.toLowerCase())) disturbed.add(at)
    }
    if (expectedMinutes === undefined && n < soonest && !machine.over) {
      const { world, machine: state } = await machine.state()
      const first = practiceFault(world, state).fault?.acts[0]
      if (first) expectedMinutes = Math.round(machine.minutes + first.toTheEnd)
    }
  }
  const truth = await machine.truth()
  const killed = machine.steps.flatMap((s) => s.killed)
  return {
    right: judged(told, run.end, machine.unsafe !== undefined),
    truth: told.faults,
    said: run.end?.how === 'cause' ? run.end.causes : [],
    failing: [...truth].flatMap(([fn, faults]) => (faults.length > 0 ? [fn] : [])),
    minutes: machine.minutes,
    expectedMinutes,
    shortestMinutes: shortestMinutes(told, failingAtFirst),
    parts: { used: (await machine.used()).length, killed: killed.map((k) => k.at) },
    disturbedUnseen: [...disturbed],
    unsafe: machine.unsafe,
  }
}
