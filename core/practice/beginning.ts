/** What the record holds when a case begins: a workshop of its own with one machine, its gear, its spares and what happened lately. */
import type { Body } from '#core/history/bodies/index.ts'
import { authorities } from '#core/history/bodies/rule.ts'
import type { PartId, MachineId } from '#core/ids.ts'
import type { PracticeCase } from './case.ts'
import { practiceId, type CaseIds } from './ids.ts'

/** So long before it begins, days; entries of one day follow each other by a minute. */
export interface Told {
  readonly daysAgo: number
  readonly body: Body
}

/** The number that the machine goes by. */
export const practiceNumber = 'PR-1'
export const spareTag = (n: number): string => `P-${String(n + 1).padStart(4, '0')}`

/** One proved spare of every kind that the machine takes, unless the case says otherwise. */
export function sparesOf({ sheet, spares, noSpare }: PracticeCase): PracticeCase['spares'] {
  const listed = new Set([...spares.map((s) => s.partKind), ...noSpare].map((k) => k.toLowerCase()))
  const kinds = [...new Set(sheet.positions.map((p) => p.accepts))].filter(
    (k) => !listed.has(k.toLowerCase()),
  )
  return [...spares, ...kinds.map((partKind) => ({ partKind, proved: true, bad: false }))]
}
export const sparePart = (key: string, n: number): PartId => practiceId<PartId>(key, `spare ${n}`)

const on = (daysAgo: number, ...bodies: Body[]): Told[] => bodies.map((body) => ({ daysAgo, body }))

export const beginningOf = (told: PracticeCase, ids: CaseIds, you: string): Told[] => [
  ...registered(told, ids, you),
  ...gearKept(told, ids),
  ...sparesKept(told),
  ...asFound(told, ids.machine),
]

/** Who is there, what they may do, the type and the machine. */
function registered(told: PracticeCase, ids: CaseIds, you: string): Told[] {
  const { machine } = ids
  return [
    ...on(
      60,
      { kind: 'party', party: ids.you, name: you, sort: 'person', roles: ['steward'] },
      {
        kind: 'party',
        party: ids.colleague,
        name: 'Practice colleague',
        sort: 'person',
        roles: ['volunteer'],
      },
      ...authorities.map((authority): Body => ({
        kind: 'rule',
        what: 'authorisation',
        party: ids.you,
        authority,
        granted: true,
        reason: 'practice',
      })),
      { kind: 'type', type: ids.type, sheet: told.sheet },
      {
        kind: 'machine',
        what: 'registered',
        machine,
        entryNumber: practiceNumber,
        name: told.sheet.name,
        type: ids.type,
        owner: 'house',
        legal: 'handling collection',
        purpose: 'working exhibit',
        guided: false,
        attributes: told.sheet.attributes,
        source: { how: 'gift' },
      },
      ...(told.claim ? [{ kind: 'claim', machine, claims: [told.claim] } as Body] : []),
    ),
  ]
}

const gearKept = (told: PracticeCase, ids: CaseIds): Told[] => [
  ...told.gear.flatMap(({ name, gearKind, attributes, provedDaysAgo }) => [
    ...on(50, { kind: 'gear', what: 'identified', gear: ids.gear(name), name, gearKind, attributes }),
    ...(provedDaysAgo === undefined
      ? []
      : on(provedDaysAgo, { kind: 'gear', what: 'proved', gear: ids.gear(name) })),
  ]),
]

const sparesKept = (told: PracticeCase): Told[] => [
  ...sparesOf(told).flatMap(({ partKind, proved }, n) => [
    ...on(40, {
      kind: 'part',
      what: 'identified',
      part: sparePart(told.key, n),
      partKind,
      tag: spareTag(n),
      place: { in: { kind: 'store', id: 'practice drawer' } },
    }),
    ...(proved
      ? on(30, {
          kind: 'part',
          what: 'health',
          part: sparePart(told.key, n),
          health: 'proved good',
          ground: 'test',
        } as Body)
      : []),
  ]),
]

const asFound = (told: PracticeCase, machine: MachineId): Told[] => [
  ...told.findings.flatMap(({ sort, zone, words }) =>
    on(3, {
      kind: 'finding',
      what: 'noted',
      machine,
      zone,
      sort,
      words,
      severity: 'damages',
      activity: 'active',
      danger: 'none',
      contained: false,
      loaded: false,
      hypothesis: false,
    } as Body),
  ),
  ...(told.hazard
    ? on(3, { kind: 'hazard', what: 'noted', machine, words: told.hazard.words, barsPower: true })
    : []),
]
