/** A machine as a guest's list shows it: plate and standing, nothing of other machines or of what waits inside the house. */
import type { Plate, StatusView } from './machine-shape.ts'
import type { MachineSummary } from './summary.ts'

export const guestPlate = (plate: Plate, owner: string): Plate => ({
  name: plate.name,
  number: plate.number,
  entryNumber: plate.entryNumber,
  typeId: plate.typeId,
  typeName: plate.typeName,
  revision: plate.revision,
  serial: plate.serial,
  mains: plate.mains,
  made: plate.made,
  weight: plate.weight,
  owner,
  ofHouse: plate.ofHouse,
  legal: plate.legal,
  purpose: plate.purpose,
  stamps: plate.stamps,
  face: plate.face,
})

const guestStatus = (s: StatusView): StatusView => ({
  word: s.word,
  because: s.because,
  weakly: s.weakly,
  coverage: s.coverage,
  oldestProof: s.oldestProof,
  missing: s.missing.map((m) => ({ position: m.position, partKind: m.partKind, where: m.where })),
  off: s.off.map((o) => ({ position: o.position })),
  changes: s.changes,
  lastTest: s.lastTest,
  notRun: s.notRun && { reason: '', at: s.notRun.at },
})

/** A summary as a guest's list shows it: plate and standing, nothing of other machines or of what waits inside the house. */
export const guestSummary = (s: MachineSummary): MachineSummary => ({
  id: s.id,
  plate: guestPlate(s.plate, ''),
  kind: s.kind,
  maker: s.maker,
  status: guestStatus(s.status),
  strip: s.strip,
  waits: [],
  treating: [],
  needs: [],
  due: [],
  todo: [],
  waitsFor: [],
  cells: [],
  onLoan: s.onLoan,
  lendsParts: false,
  needsTest: s.needsTest,
  registeredAt: s.registeredAt,
  touchedAt: s.touchedAt,
  condition: { grade: s.condition.grade, looked: s.condition.looked, of: s.condition.of },
  quarantine: false,
  arrivalOpen: 0,
  words: '',
})
