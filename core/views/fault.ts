/** What is wrong with a machine and what to do about it, as the view of a fault shows it. */
import { faultOf, type Fault, type Suspect } from '#core/diagnosis/fault.ts'
import { adviceStatus } from '#core/diagnosis/heard.ts'
import { gridStates } from '#core/diagnosis/grid.ts'
import { explain } from '#core/diagnosis/matrix.ts'
import { chipsOf, memoryFaultIn } from '#core/diagnosis/memory.ts'
import type { Instance } from '#core/diagnosis/instances.ts'
import type { Reason } from '#core/diagnosis/odds.ts'
import { conclusionsOf } from '#core/history/attribution.ts'
import { functionsOf, positionsOf, sheetOf, structureOf } from '#core/history/layout.ts'
import { policyNumber, policyOf } from '#core/history/policy.ts'
import { standingsOf } from '#core/history/standing.ts'
import { openEpisode } from '#core/history/status.ts'
import type { Statement } from '#core/history/versions.ts'
import type { MachineState, World } from '#core/history/world.ts'
import { findPosition } from '#core/type/sheet.ts'
import { testMinutes } from '#core/work/todo/minutes.ts'
import type {
  FaultView,
  HouseFacts,
  ObservationRow,
  ReasonRow,
  ShownFault,
  SuspectRow,
} from './fault-shape.ts'
import { actRow, checksNow, isPoint, type Kinds } from './fault-acts.ts'
import { graphOf } from './fault-graph.ts'
import { plateOf } from './machine.ts'
import { machineNumber } from './labels.ts'

/** Shares that are shown one by one; smaller ones are told together. */
const leastShown = 0.025
const mostShown = 18

export function faultView(world: World, machine: MachineState, facts: HouseFacts): FaultView {
  const taken = new Set(positionsOf(world, machine).map((p) => p.accepts.toLowerCase()))
  const house: HouseFacts = { ...facts, kinds: facts.kinds.filter((k) => taken.has(k.kind)) }
  const kinds = new Map(house.kinds.map((k) => [k.kind, k]))
  const standings = new Map(standingsOf(world, machine).map((s) => [s.fn, s]))
  const fault = faultOf(world, machine, kinds, {
    minutesOf: (fn) => {
      const standing = standings.get(fn)
      return standing ? testMinutes(world, machine, [standing]) : 2
    },
    atHand: (kind) => {
      const held = kinds.get(kind.toLowerCase())
      return held?.proved ? 'proved' : held?.others ? 'not proved' : 'none'
    },
  })
  const structure = structureOf(world, machine)
  const open = openEpisode(machine)
  return {
    machine: machine.id,
    plate: plateOf(world, machine),
    open: open && { id: open.id, number: open.number },
    fault: fault && shown(world, machine, fault, kinds),
    names: [
      ...structure.functions.map((f) => f.name),
      ...structure.positions.map((p) => p.designator),
      ...structure.points.map((p) => p.name),
    ],
    heard: machine.advice.map((a) => ({
      sort: a.said.sort,
      words: a.said.words,
      from: a.said.from ? world.parties.get(a.said.from)?.name : a.said.fromWords,
      basis: a.said.basis,
      at: a.entry.happenedAt.latest,
      status: adviceStatus(world, machine, a),
    })),
    onset: machine.onsets.flatMap(({ body }) =>
      body.kind === 'onset' ? [{ of: body.of, when: body.when }] : [],
    ),
    approach: policyOf(world, machine, 'fault approach'),
    stop: stopRuleOf(world, machine),
    ended: endedOf(world, machine),
    learned: learnedHere(world, machine),
    type: machine.type ?? undefined,
    house,
  }
}

const byWhom = (world: World, said: Statement): string | undefined =>
  said.doneBy ? world.parties.get(said.doneBy)?.name : undefined

const pairRow = ({ sort, name }: Instance) => ({ sort, name })

function shown(world: World, machine: MachineState, fault: Fault, kinds: Kinds): ShownFault {
  const big = fault.suspects.filter((s) => s.share >= leastShown).slice(0, mostShown)
  const rest = fault.suspects.slice(big.length)
  const checks = checksNow(world, machine)
  return {
    failing: fault.failing,
    target: fault.target,
    targetReads: isPoint(world, machine, fault.target),
    suspects: big.map((s) => suspectRow(world, machine, s)),
    rest: {
      n: rest.length,
      share: Math.min(
        1,
        rest.reduce((sum, s) => sum + s.share, 0),
      ),
    },
    cleared: fault.cleared,
    nothing: fault.nothing,
    unnamed: fault.unnamed,
    pair: fault.pair && [pairRow(fault.pair[0]), pairRow(fault.pair[1])],
    missing: fault.missing,
    acts: fault.acts.map((a) => actRow(world, machine, fault, a, kinds, checks)),
    mendsOnly: fault.mendsOnly,
    close: fault.close,
    observations: [...fault.observations].reverse().map((o): ObservationRow => {
      const { aside } = o
      return {
        entry: o.entry.id,
        at: o.entry.happenedAt.latest,
        of: o.of,
        sort: o.sort,
        is: o.is,
        symptom: o.symptom,
        times: o.times,
        goes: o.goes,
        through: o.anything ? [] : namesOf(o.masks.keys()),
        anything: o.anything,
        where: o.machine === machine.id ? undefined : numberOf(world, o.machine),
        aside: aside && {
          because:
            aside.body.kind === 'diagnosis' && aside.body.what !== 'ended' ? (aside.body.because ?? '') : '',
          by: byWhom(world, aside),
          at: aside.happenedAt.latest,
        },
        empty: o.empty ?? [],
        left: o.left === true,
      }
    }),
    sayNeeds: fault.sayNeeds,
    patterns: patternsOf(world, machine, fault.failing),
    ...graphOf(world, machine, fault),
  }
}

/** What dead cells and failing bits come to, where the sheet has the wiring or the map; without a wiring, rows of the layout. */
function patternsOf(world: World, machine: MachineState, failing: readonly string[]): ShownFault['patterns'] {
  return functionsOf(world, machine).flatMap((fn) => {
    if (!failing.includes(fn.name)) return []
    const states = [...gridStates(world, machine, fn).values()]
    const dead = states.filter((s) => s.is === 'fail')
    const cells =
      fn.lines && dead.length > 1
        ? explain(
            dead,
            states.filter((s) => s.is === 'pass').map((s) => s.cell),
            fn.lines,
          )
        : undefined
    const result = machine.tests.get(fn.name)?.at(-1)?.result
    const symptom = result && 'symptom' in result ? (result.symptom ?? '') : ''
    const bits = fn.memory && memoryFaultIn(symptom)
    const memory = bits && fn.memory && chipsOf(bits, fn.memory)
    return cells || memory ? [{ fn: fn.name, cells, memory }] : []
  })
}

const numberOf = (world: World, id: MachineState['id']): string => {
  const other = world.machines.get(id)
  return other ? machineNumber(other) : 'another machine'
}

const namesOf = (instances: Iterable<Instance>): string[] => [
  ...new Set([...instances].filter((i) => i.sort !== 'unknown').map((i) => i.name)),
]

function suspectRow(
  world: World,
  machine: MachineState,
  { instance, share, likelier, group, reasons, rid }: Suspect,
): SuspectRow {
  const position = findPosition(sheetOf(world, machine), instance.name)
  return {
    sort: instance.sort,
    name: instance.name,
    kind: instance.sort === 'part' ? position?.accepts : undefined,
    soldered: position === undefined || position.mount === 'soldered',
    share,
    likelier,
    group,
    rid,
    reasons: reasons.map((r) => reasonRow(world, r)),
  }
}

function reasonRow(world: World, reason: Reason): ReasonRow {
  switch (reason.why) {
    case 'suspected':
      return {
        why: 'suspected',
        by: byWhom(world, reason.entry),
        at: reason.entry.happenedAt.latest,
        words: reason.words,
      }
    case 'proved good':
    case 'proved bad':
    case 'gear proved':
      return { why: reason.why, at: reason.entry.happenedAt.latest }
    case 'happened':
      return {
        why: 'happened',
        what: reason.what,
        at: world.line.find((s) => s.id === reason.entry)?.happenedAt.latest,
      }
    case 'counted':
    case 'known weak':
    case 'finding':
    case 'look-alike':
    case 'made new':
    case 'stood':
      return reason
  }
}

/** The latest trials that changed nothing, if they are as many as the house allows before people stop and think. */
function stopRuleOf(world: World, machine: MachineState): FaultView['stop'] {
  const most = policyNumber(world, machine, 'stop rule')
  if (most === undefined) return undefined
  const failed = new Set(
    standingsOf(world, machine)
      .filter((s) => s.word === 'fails' || s.word === 'partly' || s.word === 'intermittent')
      .map((s) => s.fn),
  )
  const trials = conclusionsOf(world, machine).filter((c) => failed.has(c.fn))
  const without = ['no effect', 'no lasting effect together']
  const n = trials.length - 1 - trials.findLastIndex((c) => !without.includes(c.verdict))
  return n >= most ? { trials: n, rule: `${most} trials` } : undefined
}

function endedOf(world: World, machine: MachineState): FaultView['ended'] {
  const said = machine.diagnoses.findLast((s) => s.body.kind === 'diagnosis' && s.body.what === 'ended')
  if (said?.body.kind !== 'diagnosis' || said.body.what !== 'ended') return undefined
  // Work after it is a new search.
  if (machine.steps.some((s) => s.reach !== 'outside' && s.entry.happenedAt.latest > said.happenedAt.latest))
    return undefined
  return {
    end: said.body.end,
    because: said.body.because,
    at: said.happenedAt.latest,
    by: byWhom(world, said),
  }
}

/** What was said here of what functions need, and is not on the sheet of the type. */
function learnedHere(world: World, machine: MachineState): FaultView['learned'] {
  const sheet = sheetOf(world, machine)
  if (!sheet) return []
  const { functions, points } = structureOf(world, machine)
  return [...functions, ...points].flatMap(({ name, dependsOn = [] }) => {
    const listed = [...sheet.functions, ...sheet.points].find((f) => f.name === name)?.dependsOn ?? []
    const needs = dependsOn.filter((other) => !listed.includes(other))
    const positions = machine.metPositions.filter(
      (p) => needs.includes(p.designator) && !findPosition(sheet, p.designator),
    )
    return needs.length > 0 ? [{ fn: name, needs, positions }] : []
  })
}
