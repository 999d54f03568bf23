/** Reducer of treatments. What was treated was changed: a position that was washed or masked has to be tested again. */
import type { BodyOf } from '../bodies/index.ts'
import { machineDraft, type WorldDraft } from '../draft.ts'
import type { Statement } from '../versions.ts'

const wet: ReadonlySet<string> = new Set(['leak', 'board wash', 'solder mask', 'contacts and keys', 'glue'])

export function reduceTreatment(
  world: WorldDraft,
  entry: Statement,
  body: BodyOf<'treatment'>,
  order: number,
) {
  const machine = machineDraft(world, body.machine)
  if (body.what === 'begun') {
    machine.treatments.push({ id: entry.id, begun: { ...entry, body }, happened: [] })
    for (const name of body.on)
      machine.steps.push({
        entry,
        order,
        target: { sort: wet.has(body.sort) ? 'position' : 'surface', name },
        reach: wet.has(body.sort) ? 'altered' : 'outside',
        verb: `treated (${body.sort})`,
        within: [],
      })
    return
  }
  const index = machine.treatments.findIndex((t) => t.id === body.treatment)
  const known = machine.treatments[index]
  if (!known) return
  machine.treatments[index] =
    body.what === 'ended'
      ? { ...known, ended: { ...entry, body } }
      : { ...known, happened: [...known.happened, { ...entry, body }] }
}
