/** What the end of a treatment touches beside its own record: findings that it was meant against, and the wait that began with it. */
import type { FindingKind } from '#core/history/bodies/condition.ts'
import type { BodyOf } from '#core/history/bodies/index.ts'
import type { TreatmentSort } from '#core/history/bodies/treatment.ts'
import { waitRows } from '#core/history/status.ts'
import type { MachineState, World } from '#core/history/world.ts'
import type { EntryId } from '#core/ids.ts'

type Begun = Extract<BodyOf<'treatment'>, { what: 'begun' }>

/** What each sort of treatment is meant against. Common practice, no source. */
const against: Readonly<Partial<Record<TreatmentSort, readonly FindingKind[]>>> = {
  whitening: ['yellowing'],
  rust: ['rust'],
  leak: ['leak residue', 'corrosion'],
  'board wash': ['dirt', 'leak residue', 'stain'],
  'solder mask': ['damaged mask'],
  'contacts and keys': ['dirt', 'corrosion'],
  glue: ['crack', 'loss'],
  filling: ['crack', 'loss', 'marker or scratches'],
  paint: ['rust', 'marker or scratches', 'stain'],
}

export interface OpenFinding {
  readonly id: EntryId
  readonly zone: string
  readonly sort: FindingKind
  readonly words?: string | undefined
}

/** Findings that are there, as everybody may know of them. */
export const openFindings = (machine: MachineState): OpenFinding[] =>
  machine.condition.findings
    .filter((f) => f.blindIn === undefined && f.looks.at(-1)?.gone !== true)
    .filter((f) => f.looks.at(-1)?.change !== 'withdrawn')
    .map(({ id, noted: { zone, sort, words } }) => ({ id, zone, sort, words }))

/** Of those, the ones at a place that a treatment of this sort is meant against. */
export const meantAgainst = (
  findings: readonly OpenFinding[],
  sort: TreatmentSort,
  place: string,
): OpenFinding[] =>
  findings.filter(
    (f) => f.zone.toLowerCase() === place.toLowerCase() && against[sort]?.includes(f.sort) === true,
  )

/** The name of the wait that begins with a treatment. */
export const waitName = ({ sort, on }: Pick<Begun, 'sort' | 'on'>): string =>
  `${sort}: ${on.slice(0, 3).join(', ')}`.slice(0, 80)

/** Waits that still ring and began with this treatment. */
export const ringing = (
  world: World,
  machine: MachineState,
  begun: Pick<Begun, 'sort' | 'on'>,
): { readonly entry: EntryId; readonly what: string }[] =>
  waitRows(world, machine)
    .filter((w) => w.what === waitName(begun))
    .map(({ entry, what }) => ({ entry, what }))
