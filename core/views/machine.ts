/** Everything the Machine view shows, computed from the folded world. */
import { type World, type MachineState } from '#core/history/world.ts'
import { sheetOf, functionsOf } from '#core/history/layout.ts'
import type { Plate, FunctionRow, StatusView, EpisodeRow, MachineView } from './machine-shape.ts'
import { machineNumber, placeLabel, labelsFor } from './labels.ts'
import type { Standing } from '#core/history/standing.ts'
import { changeSummary, carriedPhotos, disagreement, logRow, weaknessRow } from './rows.ts'
import { type MachineStanding, machineStanding, openEpisode } from '#core/history/status.ts'
import type { Instant } from '#core/quantity/time.ts'
import { voidTests } from '#core/history/void.ts'
import {
  partLoanRows,
  positionRows,
  givenParts,
  consentRows,
  requestRows,
  lentRows,
} from './machine-parts.ts'
import type { MachineId } from '#core/ids.ts'
import { lifelineOf } from './lifeline.ts'
import { faceOf, photoRows } from './photos.ts'
import { gradeHistory, conditionAt } from '#core/condition/condition.ts'
import { chainOf } from '#core/provenance/chain.ts'
import { arrivalOpen } from './arrival-open.ts'
import { policyKeys, isHouseOnly } from '#core/policy.ts'
import { policyOf } from '#core/history/policy.ts'
import { pointRows } from '#core/diagnosis/points.ts'
import { todoOf, type WorksNow } from '#core/work/todo/index.ts'
import { gridStates } from '#core/diagnosis/grid.ts'

export function plateOf(world: World, machine: MachineState): Plate {
  const sheet = sheetOf(world, machine)
  const attribute = (name: string) => machine.attributes[name] ?? sheet?.attributes[name]
  return {
    name: machine.name,
    number: machineNumber(machine),
    entryNumber: machine.entryNumber,
    typeId: machine.type,
    typeName: sheet?.name,
    revision: machine.revision,
    serial: machine.serial,
    mains: attribute('mains'),
    made: attribute('made'),
    weight: attribute('weight'),
    owner: machine.owner === 'house' ? 'the house' : (world.parties.get(machine.owner)?.name ?? 'an owner'),
    ofHouse: machine.owner === 'house',
    legal: machine.legal,
    purpose: machine.purpose,
    stamps: sheet?.hazards ?? [],
    face: faceOf(machine),
  }
}

/** Why a test proves nothing, for the screen. */
const voidOf = (s: Standing | undefined): StatusView['voided'] =>
  s?.voided && {
    gear: s.voided.reason.name,
    differs: s.voided.reason.why === 'attribute differs' ? disagreement(s.voided.reason) : undefined,
  }

export function functionRow(world: World, machine: MachineState, s: Standing): FunctionRow {
  const voided = voidOf(s)
  return {
    fn: s.fn,
    essential: s.essential,
    word: s.word,
    test: s.test && {
      at: s.test.entry.happenedAt.latest,
      entry: s.test.entry.id,
      result: s.test.result,
      depth: s.test.body.depth,
    },
    changes: s.changes.map((c) => changeSummary(world, machine, c)),
    beside: s.beside && { at: s.beside.entry.happenedAt.latest, result: s.beside.result },
    voided: s.voided && voided && { at: s.voided.test.entry.happenedAt.latest, ...voided },
    claim: s.claim && { says: s.claim.says, words: s.claim.words },
    run: s.run,
    weak: s.weak.map((w) => weaknessRow(world, machine, w)),
    heldUpBy: s.heldUpBy && { fn: s.heldUpBy.fn, at: s.heldUpBy.entry.happenedAt.latest },
    notExercised:
      s.test?.body.notExercised ?? functionsOf(world, machine).find((f) => f.name === s.fn)?.notExercised,
    minutes: s.test?.minutes,
    words: s.test?.body.results.find((r) => r.fn === s.fn)?.words,
  }
}

export function statusView(world: World, machine: MachineState, standing: MachineStanding): StatusView {
  const changed = standing.standings.filter((s) => s.word === 'retest').flatMap((s) => s.changes)
  const lastStep = (c: (typeof changed)[number]) => c.steps.at(-1)?.order ?? -1
  const newest = changed.reduce<(typeof changed)[number] | undefined>(
    (a, b) => (!a || lastStep(b) > lastStep(a) ? b : a),
    undefined,
  )
  const targets = new Set(changed.map((c) => c.target.name))
  const tested = standing.standings.flatMap((s) => (s.test ? [s.test.entry.happenedAt.latest] : [])).sort()
  const policy = machine.policies.get('run')
  return {
    word: standing.status,
    because: standing.because,
    voided: voidOf(standing.standings.find((s) => s.word === 'void' && s.essential)),
    weakly: standing.standings.filter((s) => s.word === 'weakly').map((s) => s.fn),
    coverage: standing.coverage,
    oldestProof: standing.oldestProof,
    missing: standing.missing.map((m) => ({
      position: m.position,
      partKind: m.partKind,
      where: m.where,
      place: m.place ? placeLabel(world, m.place, machine.id) : undefined,
    })),
    off: standing.off.map((o) => ({
      position: o.position,
      place: o.place ? placeLabel(world, o.place, machine.id) : undefined,
    })),
    change: newest ? changeSummary(world, machine, newest) : undefined,
    changes: targets.size,
    lastTest: tested.at(-1),
    notRun:
      policy?.body.kind === 'rule' && policy.body.what === 'policy' && policy.body.option === 'not run'
        ? {
            reason: policy.body.reason,
            at: policy.happenedAt.latest,
            by: policy.doneBy ? world.parties.get(policy.doneBy)?.name : undefined,
          }
        : undefined,
  }
}

export function episodeRows(world: World, machine: MachineState): EpisodeRow[] {
  const counts = new Map<string, { entries: number; tests: number; to: Instant }>()
  for (const s of world.line) {
    const id = s.body.kind === 'episode' && s.body.what === 'opened' ? s.id : s.episode
    if (!id) continue
    const count = counts.get(id) ?? { entries: 0, tests: 0, to: s.happenedAt.latest }
    count.entries++
    if (s.body.kind === 'test') count.tests++
    if (s.happenedAt.latest > count.to) count.to = s.happenedAt.latest
    counts.set(id, count)
  }
  return machine.episodes.map((e) => {
    const count = counts.get(e.id)
    return {
      id: e.id,
      number: e.number,
      title: e.title,
      state: e.state,
      from: e.opened.happenedAt.latest,
      to: count?.to ?? e.opened.happenedAt.latest,
      entries: count?.entries ?? 1,
      next: e.next,
      tests: count?.tests ?? 0,
    }
  })
}

export function machineLine(world: World, machine: MachineState) {
  const mine = (s: { about: readonly { kind: string; id: string }[] }) =>
    s.about.some((a) => a.kind === 'machine' && a.id === machine.id)
  return [...world.line.filter(mine), ...world.withdrawn.filter(mine)].sort((a, b) =>
    (a.happenedAt.earliest ?? '') < (b.happenedAt.earliest ?? '') ? -1 : 1,
  )
}

const custodyRows = (world: World, machine: MachineState): MachineView['custody'] =>
  machine.custody.flatMap((c) =>
    c.body.kind === 'custody'
      ? [
          {
            where: placeLabel(world, c.body.to, machine.id),
            at: c.happenedAt.latest,
            purpose: c.body.purpose,
            carriage: c.body.carriage,
            until: c.body.until,
          },
        ]
      : [],
  )

const hazardRows = (machine: MachineState): MachineView['hazards'] =>
  machine.hazards.map((h) => ({
    entry: h.entry.id,
    words: h.words,
    barsPower: h.barsPower,
    at: h.entry.happenedAt.latest,
    cleared: h.cleared?.happenedAt.latest,
  }))

const overrideRows = (machine: MachineState): MachineView['overrides'] =>
  machine.overrides.flatMap((o) =>
    o.body.kind === 'override'
      ? [
          {
            check: o.body.check,
            rule: o.body.rule,
            reason: o.body.reason,
            role: o.body.role,
            at: o.happenedAt.latest,
          },
        ]
      : [],
  )

/** House rules that a machine may have its own answer to. */
const policyRows = (world: World, machine: MachineState): MachineView['policies'] =>
  policyKeys
    .filter((key) => !isHouseOnly(key))
    .map((key) => {
      const own = machine.policies.get(key)
      return {
        key,
        option: policyOf(world, machine, key),
        own: own !== undefined,
        reason: own?.body.kind === 'rule' && own.body.what === 'policy' ? own.body.reason : undefined,
      }
    })

/** The Machine view; `worksNow`: of machines that its tests wait for. Undefined when the world knows no such machine (or it was not registered yet at that time). */
export function machineView(world: World, id: MachineId, worksNow?: WorksNow): MachineView | undefined {
  const machine = world.machines.get(id)
  if (!machine?.registered) return undefined
  const standing = machineStanding(world, machine)
  const line = machineLine(world, machine)
  const voids = voidTests(world, machine)
  const carried = carriedPhotos(machine)
  const episodes = episodeRows(world, machine)
  const open = openEpisode(machine)
  const { source } = machine
  return {
    id,
    plate: plateOf(world, machine),
    status: statusView(world, machine, standing),
    functions: standing.standings.map((s) => functionRow(world, machine, s)),
    lifeline: lifelineOf(world, machine, standing),
    positions: positionRows(world, machine),
    given: givenParts(world, machine),
    consents: consentRows(world, machine),
    requests: requestRows(world, machine),
    lent: lentRows(world, machine),
    ownerParty: machine.owner === 'house' ? undefined : machine.owner,
    loans: partLoanRows(world, machine),
    episodes,
    open: open ? episodes.find((e) => e.id === open.id) : undefined,
    todo: todoOf(world, machine, worksNow),
    source: source && {
      how: source.how,
      from: source.from ? world.parties.get(source.from)?.name : undefined,
      words: source.words,
    },
    price: machine.price,
    claims: machine.claims.map((c) => ({
      fn: c.fn,
      says: c.says,
      words: c.words,
      at: c.entry.happenedAt.latest,
    })),
    custody: custodyRows(world, machine),
    hazards: hazardRows(machine),
    overrides: overrideRows(machine),
    photos: photoRows(world, machine),
    pairs: machine.condition.pairs.flatMap((p) =>
      p.body.kind === 'pair'
        ? [{ entry: p.id, before: p.body.before, after: p.body.after, words: p.body.words }]
        : [],
    ),
    condition: conditionFigures(world, machine),
    history: gradeHistory(world, machine),
    provenance: {
      links: machine.arrival.links.length,
      gaps: chainOf(machine.arrival.links, 'UTC', world.now, machine.registered.happenedAt.latest).gaps,
    },
    arrivalOpen: arrivalOpen(machine),
    policies: policyRows(world, machine),
    attributes: machine.attributes,
    points: pointRows(world, machine),
    grids: functionsOf(world, machine).flatMap((f) =>
      f.grid ? [{ fn: f.name, rows: f.grid, cells: [...gridStates(world, machine, f).values()] }] : [],
    ),
    log: line.map((s) => logRow(world, s, voids, carried)),
    labels: labelsFor(world, line),
    now: world.now,
  }
}

/** Grade and findings in the fewest figures, for heads and lists. */
export function conditionFigures(world: World, machine: MachineState): MachineView['condition'] {
  const { grade, looked, of, zones } = conditionAt(world, machine, world.now)
  const findings = zones.reduce(
    (n, z) => n + z.findings.filter((f) => !f.look.gone && f.supposed !== 'withdrawn').length,
    0,
  )
  return { grade, looked, of, findings }
}
