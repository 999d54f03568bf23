/** What the survey board, the grades and the photographs of a machine show: findings as rows, with every look at them. */
import {
  type ConditionAt,
  reinspectDaysOf,
  conditionAt,
  completenessOf,
  gradeHistory,
  compareDates,
  givenZones,
} from '#core/condition/condition.ts'
import { type MachineState, type World } from '#core/history/world.ts'
import { positionsOf } from '#core/history/layout.ts'
import type { SurveyState } from '#core/history/condition-state.ts'
import { type FindingAt, type Grade, findingAt } from '#core/condition/grade.ts'
import type {
  FindingRow,
  SurveyRow,
  SetGrade,
  ConditionAsk,
  ConditionView,
  SecondOpinion,
  ZoneRow,
} from './condition-shape.ts'
import { named, photoRows, type PhotoRow } from './photos.ts'
import { surveyGrades, pairsOf, compareSurveys, gradePairs } from '#core/condition/surveys.ts'
import type { Instant } from '#core/quantity/time.ts'
import type { MachineId } from '#core/ids.ts'
import { plateOf } from './machine.ts'
import { agreementOf, leastPairs } from '#core/condition/agreement.ts'

/** A survey that a person has begun and not ended; a blind one first. */
export const openSurvey = (machine: MachineState, viewer: string | undefined): SurveyState | undefined => {
  const mine = machine.condition.surveys.filter((s) => !s.ended && s.by !== undefined && s.by === viewer)
  return mine.find((s) => s.blind) ?? mine.at(-1)
}

function findingRow(world: World, machine: MachineState, f: FindingAt): FindingRow {
  const { finding, look } = f
  const { noted } = finding
  const since = noted.newSince ? machine.condition.photos.find((p) => p.id === noted.newSince) : undefined
  return {
    id: finding.id,
    sort: noted.sort,
    zone: noted.zone,
    place: noted.place,
    severity: look.severity,
    extentPercent: look.extentPercent,
    activity: look.activity,
    danger: look.danger,
    contained: look.contained,
    loaded: noted.loaded,
    gone: look.gone,
    supposed: f.supposed,
    grade: f.grade,
    because: f.because,
    lift: f.lift,
    words: noted.words,
    basis: finding.said.basis,
    at: finding.said.happenedAt.latest,
    by: named(world, finding.said.doneBy),
    photos: machine.condition.photos.flatMap((p) =>
      p.body.kind === 'photo' && p.body.finding === finding.id ? [p.id] : [],
    ),
    newSince: since && { photo: since.id, at: since.happenedAt.latest },
    looks: finding.looks.map((l) => ({
      change: l.change,
      at: l.at,
      by: named(world, l.entry.doneBy),
      words: l.words,
      severity: l.severity,
      activity: l.activity,
      extentPercent: l.extentPercent,
    })),
  }
}

function surveyRow(world: World, machine: MachineState, survey: SurveyState): SurveyRow {
  const grades = surveyGrades(world, machine, survey)
  const worst = [...grades.values()].reduce<Grade | undefined>(
    (a, b) => (a === undefined || b.grade > a ? b.grade : a),
    undefined,
  )
  return {
    id: survey.id,
    by: named(world, survey.by),
    byId: survey.by,
    blind: survey.blind,
    at: survey.begun.happenedAt.latest,
    ended: survey.ended?.happenedAt.latest,
    zones: grades.size,
    findings: machine.condition.findings.filter((f) => f.noted.survey === survey.id).length,
    grade: worst,
  }
}

const setGrade = (
  world: World,
  set: { grade: Grade; reason: string; at: Instant; by?: string | undefined } | undefined,
): SetGrade | undefined => set && { ...set, by: named(world, set.by) }

export function conditionView(
  world: World,
  id: MachineId,
  ask: ConditionAsk = {},
): ConditionView | undefined {
  const machine = world.machines.get(id)
  if (!machine?.registered) return undefined
  const at = ask.at ?? world.now
  const open = openSurvey(machine, ask.viewer)
  const photos = photoRows(world, machine)
  const base = {
    machine: id,
    plate: plateOf(world, machine),
    at,
    open: open && surveyRow(world, machine, open),
    positions: positionsOf(world, machine).map((p) => p.designator),
    reinspectDays: reinspectDaysOf(world, machine),
    now: world.now,
  }
  if (open?.blind) return { ...base, ...blindBoard(world, machine, open, photos) }
  const condition = conditionAt(world, machine, at)
  const row = (f: FindingAt) => findingRow(world, machine, f)
  const lookedIn = (zone: string) => open?.looked.findLast((l) => l.zone === zone)?.is
  const priority = machine.condition.priority
  return {
    ...base,
    grade: condition.grade,
    derived: condition.derived,
    set: setGrade(world, condition.set),
    looked: condition.looked,
    of: condition.of,
    appearancePercent: condition.appearancePercent,
    completeness: completenessOf(world, machine),
    priority:
      priority?.body.kind === 'grade' && priority.body.what === 'priority'
        ? {
            urgency: priority.body.urgency,
            by: priority.body.by,
            who: priority.body.who ? named(world, priority.body.who) : undefined,
            words: priority.body.words,
            at: priority.happenedAt.latest,
          }
        : undefined,
    lifts: condition.lifts.map(row),
    zones: zoneRows(condition, lookedIn, world, row),
    history: gradeHistory(world, machine),
    surveys: machine.condition.surveys.map((s) => surveyRow(world, machine, s)),
    hidden: false,
    opinions: opinionRows(machine, world, row),
    compared: ask.from === undefined ? undefined : comparison(world, machine, ask.from, at),
    photos,
    pairs: machine.condition.pairs.flatMap((p) =>
      p.body.kind === 'pair'
        ? [{ entry: p.id, before: p.body.before, after: p.body.after, words: p.body.words }]
        : [],
    ),
  }
}

function opinionRows(machine: MachineState, world: World, row: (f: FindingAt) => FindingRow) {
  return pairsOf(machine).map((pair): SecondOpinion => {
    const zones = compareSurveys(world, machine, pair)
    const pairs = gradePairs(zones)
    return {
      first: surveyRow(world, machine, pair.first),
      second: surveyRow(world, machine, pair.second),
      zones: zones.map((z) => ({
        ...z,
        onlyFirst: z.onlyFirst.map(row),
        onlySecond: z.onlySecond.map(row),
        both: z.both.map((b) => ({ first: row(b.first), second: row(b.second), differ: b.differ })),
      })),
      pairs: pairs.length,
      equal: pairs.filter(([a, b]) => a === b).length,
      kappa: agreementOf(pairs),
      leastPairs,
    }
  })
}

function zoneRows(
  condition: ConditionAt,
  lookedIn: (zone: string) => 'nothing to note' | 'has findings' | 'not reached' | undefined,
  world: World,
  row: (f: FindingAt) => FindingRow,
) {
  return condition.zones.map((z) => ({
    zone: z.zone,
    material: z.material,
    structural: z.structural,
    looked: z.looked,
    now: lookedIn(z.zone),
    notReached: z.notReached,
    lookedAt: z.lookedAt,
    derived: z.derived,
    set: setGrade(world, z.set),
    grade: z.grade,
    findings: z.findings.map(row),
  }))
}

function comparison(
  world: World,
  machine: MachineState,
  from: Instant,
  to: Instant,
): ConditionView['compared'] {
  return {
    from,
    to,
    gradeFrom: conditionAt(world, machine, from).grade,
    gradeTo: conditionAt(world, machine, to).grade,
    findings: compareDates(world, machine, from, to).map((d) => ({
      difference: d.difference,
      finding: findingRow(world, machine, d.finding),
      was: d.was && {
        grade: d.was.grade,
        extentPercent: d.was.look.extentPercent,
        activity: d.was.look.activity,
      },
    })),
  }
}

/** The board of a blind survey: its own looks and findings only; photographs that show no finding of others. */
function blindBoard(world: World, machine: MachineState, survey: SurveyState, photos: readonly PhotoRow[]) {
  const days = reinspectDaysOf(world, machine)
  const mine = machine.condition.findings.filter((f) => f.noted.survey === survey.id)
  const ids = new Set<string>(mine.map((f) => f.id))
  const rows = mine
    .flatMap((f) => findingAt(f, world.now, days) ?? [])
    .map((f) => findingRow(world, machine, f))
  const given = givenZones(world, machine)
  const more = [...new Set([...rows.map((r) => r.zone), ...survey.looked.map((l) => l.zone)])].filter(
    (zone) => !given.some((g) => g.name === zone),
  )
  const board = [...given, ...more.map((name) => ({ name, material: '', structural: false }))].map(
    ({ name: zone, material, structural }): ZoneRow => {
      const now = survey.looked.findLast((l) => l.zone === zone)?.is
      const findings = rows.filter((r) => r.zone === zone)
      const looked = (now !== undefined && now !== 'not reached') || findings.length > 0
      const grade = looked ? findings.reduce<Grade>((a, f) => (f.grade > a ? f.grade : a), 1) : undefined
      return { zone, material, structural, looked, now, findings, grade, derived: grade }
    },
  )
  const grades = board.flatMap((z) => z.grade ?? [])
  const worst = grades.length ? (Math.max(...grades) as Grade) : undefined
  return {
    grade: worst,
    derived: worst,
    looked: board.filter((z) => z.looked).length,
    of: board.length,
    lifts: [],
    zones: board,
    history: [],
    surveys: [surveyRow(world, machine, survey)],
    hidden: true,
    opinions: [],
    photos: photos
      .filter((p) => p.finding === undefined || ids.has(p.finding))
      .map((p) => ({
        ...p,
        pins: p.pins.filter((pin) => pin.finding === undefined || ids.has(pin.finding)),
      })),
    pairs: [],
  }
}
