/** A lot as a grid: units against functions and findings, and how it ended by both denominators. */
import { conditionAt } from '#core/condition/condition.ts'
import type { Grade } from '#core/condition/grade.ts'
import type { TestResult } from '#core/history/bodies/test.ts'
import { machineStanding, type WorkingStatus } from '#core/history/status.ts'
import { lookFunction, passes } from '#core/history/results.ts'
import { isConclusive } from '#core/history/weak.ts'
import { type StandingWord } from '#core/history/standing.ts'
import { voidTests } from '#core/history/void.ts'
import { functionsOf } from '#core/history/layout.ts'
import type { TestRecord, World } from '#core/history/world.ts'
import type { EntryId, MachineId } from '#core/ids.ts'
import type { Money } from '#core/quantity/quantity.ts'
import { equalShares } from '#core/quantity/shares.ts'
import type { Instant } from '#core/quantity/time.ts'
import { machineNumber } from './labels.ts'

export interface BatchUnit {
  readonly machine: MachineId
  /** 1, 2, … in the order in which the lot names them. */
  readonly unit: number
  readonly number: string
  readonly name: string
  readonly status: WorkingStatus
  readonly share?: Money | undefined
  readonly functions: readonly {
    readonly fn: string
    readonly word: StandingWord
    readonly detail?: string | undefined
    /** What its tests showed, whatever was touched since. */
    readonly tests: TestsOf
  }[]
  readonly findings: readonly { readonly id: EntryId; readonly sort: string; readonly grade: Grade }[]
  readonly grade?: Grade | undefined
  readonly looked: boolean
  readonly look?: string | undefined
  readonly claimedDead: boolean
  /** A test that stands showed a fault. */
  readonly trulyFaulty: boolean
  readonly worksNow: boolean
  readonly episode?: EntryId | undefined
}

export interface TestsOf {
  readonly tried: boolean
  readonly everFailed: boolean
  /** It passed when it was tried last. */
  readonly passed: boolean
}

/** A column of the grid in four numbers. */
export interface BatchTotal {
  readonly fn: string
  readonly tried: number
  readonly everFailed: number
  readonly passed: number
  readonly notTried: number
}

export interface BatchOutcome {
  readonly units: number
  readonly workNow: number
  /** Units in which a test that stands showed a fault, and how many of those work now. */
  readonly trulyFaulty: number
  readonly mended: number
  readonly claimedDead: number
  /** Claimed dead, and never a fault found: the seller's test was bad. */
  readonly claimedDeadButSound: number
  readonly notTested: number
}

export interface BatchView {
  readonly id: EntryId
  readonly name: string
  readonly at: Instant
  readonly words?: string | undefined
  readonly price?: Money | undefined
  readonly functions: readonly { readonly fn: string; readonly essential: boolean }[]
  readonly findingSorts: readonly string[]
  readonly units: readonly BatchUnit[]
  readonly totals: readonly BatchTotal[]
  readonly outcome: BatchOutcome
  readonly now: Instant
}

export function batchView(world: World, id: EntryId): BatchView | undefined {
  const said = world.line.find((s) => s.id === id)
  if (said?.body.kind !== 'batch') return undefined
  const { body } = said
  const shares = body.price ? equalShares(body.price, body.machines.length) : []
  const units = body.machines.flatMap((machine, i) => batchUnit(world, machine, i, shares[i]) ?? [])
  const functions = new Map<string, boolean>()
  for (const unit of units) {
    const machine = world.machines.get(unit.machine)
    if (machine)
      for (const f of functionsOf(world, machine))
        functions.set(f.name, (functions.get(f.name) ?? false) || f.essential)
  }
  const faulty = units.filter((u) => u.trulyFaulty)
  const dead = units.filter((u) => u.claimedDead)
  return {
    id,
    name: body.name,
    at: said.happenedAt.latest,
    words: body.words,
    price: body.price,
    functions: [...functions]
      .map(([fn, essential]) => ({ fn, essential }))
      .sort((a, b) => Number(b.essential) - Number(a.essential)),
    findingSorts: [...new Set(units.flatMap((u) => u.findings.map((f) => f.sort)))].sort(),
    units,
    totals: [...functions.keys()].map((fn) => totalOf(units, fn)),
    outcome: {
      units: units.length,
      workNow: units.filter((u) => u.worksNow).length,
      trulyFaulty: faulty.length,
      mended: faulty.filter((u) => u.worksNow).length,
      claimedDead: dead.length,
      claimedDeadButSound: dead.filter((u) => u.worksNow && !u.trulyFaulty).length,
      notTested: units.filter((u) => u.functions.every((f) => !f.tests.tried)).length,
    },
    now: world.now,
  }
}

function batchUnit(
  world: World,
  id: MachineId,
  index: number,
  share: Money | undefined,
): BatchUnit | undefined {
  const machine = world.machines.get(id)
  if (!machine?.registered) return undefined
  const standing = machineStanding(world, machine)
  const voids = voidTests(world, machine)
  const condition = conditionAt(world, machine, world.now)
  const tests = [...machine.tests.values()].flat().filter((t) => !voids.has(t.entry.id))
  const looks = tests.filter((t) => t.fn === lookFunction).sort((a, b) => a.order - b.order)
  const last = looks.at(-1)
  return {
    machine: id,
    unit: index + 1,
    number: machineNumber(machine),
    name: machine.name,
    status: standing.status,
    share,
    functions: standing.standings.map((s) => ({
      fn: s.fn,
      tests: testsOf(tests.filter((t) => t.fn === s.fn)),
      word: s.word,
      detail:
        s.test &&
        (s.test.result.is === 'partly'
          ? `${s.test.result.good} of ${s.test.result.of}`
          : 'symptom' in s.test.result
            ? s.test.result.symptom
            : undefined),
    })),
    findings: condition.zones.flatMap((z) =>
      z.findings
        .filter((f) => !f.look.gone && f.supposed !== 'withdrawn')
        .map((f) => ({ id: f.finding.id, sort: f.finding.noted.sort, grade: f.grade })),
    ),
    grade: condition.grade,
    looked: condition.looked > 0,
    look: last && lookWord(last.result),
    claimedDead: machine.claims.some((c) => c.says === 'fails'),
    trulyFaulty: tests.some((t) => t.fn !== lookFunction && isConclusive(t) && !passes(t.result)),
    worksNow: standing.status === 'working' || standing.status === 'check overdue',
    episode: machine.episodes.findLast((e) => e.state !== 'closed')?.id,
  }
}

function testsOf(tests: readonly TestRecord[]): TestsOf {
  const told = tests.filter(isConclusive)
  const last = told.at(-1)
  return {
    tried: last !== undefined,
    everFailed: told.some((t) => !passes(t.result)),
    passed: last !== undefined && passes(last.result),
  }
}

function totalOf(units: readonly BatchUnit[], fn: string): BatchTotal {
  const all = units.flatMap((u) => u.functions.filter((f) => f.fn === fn).map((f) => f.tests))
  const count = (is: (t: TestsOf) => boolean) => all.filter(is).length
  return {
    fn,
    tried: count((t) => t.tried),
    everFailed: count((t) => t.everFailed),
    passed: count((t) => t.passed),
    notTried: count((t) => !t.tried),
  }
}

const lookWord = (result: TestResult): string =>
  result.is === 'pass'
    ? 'seems to run'
    : result.is === 'inconclusive'
      ? 'signs of life'
      : result.is === 'fail'
        ? (result.symptom ?? 'dead')
        : result.is
