/** The condition of a machine as a guest sees it: grades, findings and photographs, and nobody's name, no second opinions, no priority. Built field by field. */
import type { ConditionView, FindingRow, SetGrade, ZoneRow } from './condition-shape.ts'
import { guestPlate } from './guest-list.ts'
import { guestPhoto } from './guest.ts'

const guestFinding = (f: FindingRow): FindingRow => ({
  id: f.id,
  sort: f.sort,
  zone: f.zone,
  place: f.place,
  severity: f.severity,
  extentPercent: f.extentPercent,
  activity: f.activity,
  danger: f.danger,
  contained: f.contained,
  loaded: f.loaded,
  gone: f.gone,
  supposed: f.supposed,
  grade: f.grade,
  because: f.because,
  lift: f.lift,
  words: f.words,
  basis: f.basis,
  at: f.at,
  by: '',
  photos: f.photos,
  newSince: f.newSince && { photo: f.newSince.photo, at: f.newSince.at },
  looks: f.looks.map((l) => ({
    change: l.change,
    at: l.at,
    by: '',
    words: l.words,
    severity: l.severity,
    activity: l.activity,
    extentPercent: l.extentPercent,
  })),
})

const guestSet = (s: SetGrade | undefined): SetGrade | undefined =>
  s && { grade: s.grade, reason: s.reason, at: s.at, by: '' }

const guestZone = (z: ZoneRow): ZoneRow => ({
  zone: z.zone,
  material: z.material,
  structural: z.structural,
  looked: z.looked,
  lookedAt: z.lookedAt,
  derived: z.derived,
  set: guestSet(z.set),
  grade: z.grade,
  findings: z.findings.map(guestFinding),
})

const guestCompared = (c: NonNullable<ConditionView['compared']>): ConditionView['compared'] => ({
  from: c.from,
  to: c.to,
  gradeFrom: c.gradeFrom,
  gradeTo: c.gradeTo,
  findings: c.findings.map(({ difference, finding, was }) => ({
    difference,
    finding: guestFinding(finding),
    was: was && { grade: was.grade, extentPercent: was.extentPercent, activity: was.activity },
  })),
})

export const guestCondition = (view: ConditionView): ConditionView => ({
  machine: view.machine,
  plate: guestPlate(view.plate, ''),
  at: view.at,
  grade: view.grade,
  derived: view.derived,
  set: guestSet(view.set),
  looked: view.looked,
  of: view.of,
  appearancePercent: view.appearancePercent,
  completeness: view.completeness,
  lifts: view.lifts.map(guestFinding),
  zones: view.zones.map(guestZone),
  history: view.history,
  surveys: [],
  hidden: view.hidden,
  opinions: [],
  compared: view.compared && guestCompared(view.compared),
  photos: view.photos.map(guestPhoto),
  pairs: view.pairs.map((p) => ({ entry: p.entry, before: p.before, after: p.after, words: p.words })),
  positions: view.positions,
  reinspectDays: view.reinspectDays,
  now: view.now,
})
