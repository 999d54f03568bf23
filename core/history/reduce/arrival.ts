/** Reducers for the way in and the time before: evidence, contents, quarantine, receipts, provenance, values, markings, batches. */
import type { MachineId } from '#core/ids.ts'
import type { BodyOf } from '../bodies/index.ts'
import { arrivalDraft, type ArrivalDraft, type WorldDraft } from '../draft.ts'
import type { Statement } from '../versions.ts'

export function reduceEvidence(world: WorldDraft, entry: Statement, body: BodyOf<'evidence'>) {
  const arrival = arrivalDraft(world, body.machine)
  if (body.what === 'noted')
    arrival.evidence.push({ entry, sort: body.sort, where: body.where, over: body.over, says: body.says })
  else if (body.what === 'none') arrival.noEvidence.push(entry)
  else
    arrival.evidence = arrival.evidence.map((e) =>
      e.entry.id === body.evidence && !e.gone ? { ...e, gone: entry } : e,
    )
}

const listOf = {
  contents: 'contents',
  quarantine: 'quarantine',
  receipt: 'receipts',
  link: 'links',
  value: 'values',
  marking: 'markings',
} as const satisfies Record<string, keyof ArrivalDraft>

/** Kinds of which the machine simply keeps every one. */
export const reduceKept = (world: WorldDraft, entry: Statement, body: BodyOf<keyof typeof listOf>) =>
  void arrivalDraft(world, body.machine)[listOf[body.kind]].push(entry)

export function reduceBatch(world: WorldDraft, entry: Statement, machines: readonly MachineId[]) {
  for (const machine of machines) arrivalDraft(world, machine).batches.push(entry)
}
