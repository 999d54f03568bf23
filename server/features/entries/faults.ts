/** Faults in the entries themselves that earlier rules let in: found by `npm run rebuild`, and named for a person to settle. */
import { judge } from '#core/judging/admission.ts'
import { fold } from '#core/history/fold.ts'
import { brokenChain, liesInside } from '#core/parts/ledger.ts'
import type { EntryId, PartId } from '#core/ids.ts'
import { rows, run, type Db } from '../../db/connection.ts'
import { closureOf, machinesOfPart } from './closure.ts'

export type Fault =
  /** A stored move that does not start where its part was. */
  | { readonly fault: 'chain broken'; readonly part: string; readonly entry: string }
  | { readonly fault: 'part inside itself'; readonly part: string }
  /** Kept as contested by a rule that was wrong: it may be settled now. */
  | { readonly fault: 'contested without need'; readonly entry: string }

/**
 * Entries that speak of a position on an assembly which nobody had touched before, and do not say whose it is: the donor that
 * kept its part. They are given their machine; answers which.
 */
export async function nameMachines(db: Db): Promise<{ entry: string; machine: string }[]> {
  const found = await rows<{ entry: string; machine: string }>(
    db,
    `SELECT DISTINCT s.entry::text, h.machine::text FROM entry_subjects s JOIN assembly_homes h ON s.kind = 'part' AND s.subject = h.part::text JOIN entries e ON e.id = s.entry
     WHERE e.kind IN ('move', 'part')
       AND NOT EXISTS (SELECT 1 FROM entry_subjects m WHERE m.entry = s.entry AND m.kind = 'machine' AND m.subject = h.machine::text)
       AND NOT EXISTS (SELECT 1 FROM entry_subjects o JOIN entries moved ON moved.id = o.entry AND moved.kind = 'move'
         WHERE o.kind = 'part' AND o.subject = s.subject AND (moved.entry->'body'->'legs')::jsonb @> jsonb_build_array(jsonb_build_object('part', s.subject)))`,
  )
  for (const { entry, machine } of found)
    await run(
      db,
      `INSERT INTO entry_subjects (entry, kind, subject) VALUES ($1, 'machine', $2) ON CONFLICT DO NOTHING`,
      [entry, machine],
    )
  return found
}

/** Walks every part's chain as it stands, and judges what is contested by the rules of today. */
export async function findFaults(db: Db, now: string): Promise<Fault[]> {
  const faults: Fault[] = []
  for (const { id } of await rows<{ id: string }>(
    db,
    `SELECT DISTINCT subject AS id FROM entry_subjects WHERE kind = 'part'`,
  )) {
    const world = fold(await closureOf(db, await machinesOfPart(db, id), [id]), { now })
    const part = world.parts.get(id as PartId)
    if (!part) continue
    const entry = brokenChain(world, part.id)
    if (entry) faults.push({ fault: 'chain broken', part: id, entry })
    if (part.place && liesInside(part.id, part.place, (at) => world.parts.get(at)?.place))
      faults.push({ fault: 'part inside itself', part: id })
  }
  const contested = await rows<{ id: string; machine: string | null }>(
    db,
    `SELECT c.id::text, c.machine::text FROM entries c WHERE c.entry->>'became' = 'contested' AND c.kind = 'move' AND NOT EXISTS (SELECT 1 FROM entries s WHERE s.kind = 'settle' AND s.entry->'body'->>'entry' = c.id::text)`,
  )
  for (const { id } of contested) {
    const about = await rows<{ kind: string; subject: string }>(
      db,
      'SELECT kind, subject FROM entry_subjects WHERE entry = $1',
      [id],
    )
    const of = (kind: string) => about.filter((s) => s.kind === kind).map((s) => s.subject)
    const entries = await closureOf(db, of('machine'), of('part'))
    const entry = entries.find((e) => e.id === (id as EntryId))
    // What waits for a PIN waits for a person; what waits for its order in the ledger may have waited for a wrong rule.
    if (!entry || entry.contest?.rule === 'pin-needed') continue
    const others = entries.filter((e) => e.id !== entry.id)
    const [judgement] = judge(
      fold(others, { now }),
      others,
      [{ ...entry, became: 'recorded', contest: undefined }],
      {
        role: 'steward',
        account: entry.recordedBy,
        now,
        fromOutbox: true,
      },
    )
    if (judgement?.became === 'recorded') faults.push({ fault: 'contested without need', entry: id })
  }
  return faults
}
