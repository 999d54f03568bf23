/** What noting a finding writes: the finding, and that its zone was examined in the survey that is open. */
import type { activities, dangers, findingKinds, severities } from '#core/history/bodies/condition.ts'
import type { Basis } from '#core/history/entry.ts'
import type { EntryId, MachineId } from '#core/ids.ts'
import type { ZoneRow } from '#core/views/condition-shape.ts'
import type { Writing } from '#web/app/session.tsx'

export interface FindingSaid {
  sort: (typeof findingKinds)[number]
  place: string
  severity: (typeof severities)[number]
  activity: (typeof activities)[number]
  extent: string
  danger: (typeof dangers)[number]
  basis: Basis
  words: string
  contained: boolean
  loaded: boolean
  hypothesis: boolean
  newSince: string
}

/** Every answer but the kind has a preset, so that two taps are enough. */
export const findingUnsaid = {
  sort: 'dirt',
  severity: 'disfigures',
  activity: 'not judged',
  danger: 'none',
  basis: 'seen',
  place: '',
  words: '',
  extent: '',
  newSince: '',
} as const

export function findingWritings(
  machine: MachineId,
  zone: Pick<ZoneRow, 'zone' | 'now'>,
  survey: EntryId | undefined,
  said: FindingSaid,
): Writing[] {
  const { sort, severity, activity, danger, contained, loaded, hypothesis } = said
  const [place, words] = [said.place.trim(), said.words.trim()]
  const finding: Writing = {
    basis: said.basis,
    body: {
      kind: 'finding',
      what: 'noted',
      machine,
      zone: zone.zone,
      ...{ sort, severity, activity, danger, contained, loaded, hypothesis },
      ...(survey ? { survey } : {}),
      ...(place ? { place } : {}),
      ...(said.extent.trim() ? { extentPercent: Number(said.extent) } : {}),
      ...(words ? { words } : {}),
      ...(said.newSince ? { newSince: said.newSince as EntryId } : {}),
    },
  }
  if (!survey || zone.now === 'has findings') return [finding]
  return [
    finding,
    { body: { kind: 'survey', what: 'looked', machine, survey, zone: zone.zone, is: 'has findings' } },
  ]
}
