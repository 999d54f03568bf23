/** How treatments are judged: nothing begins that must never meet what is there; the rest wants a reason. */
import type { BodyOf } from '#core/history/bodies/index.ts'
import type { Entry } from '#core/history/entry.ts'
import type { World } from '#core/history/world.ts'
import { barsBefore } from '#core/treatment/before.ts'
import { recorded, refused, type Judgement } from './model.ts'

export function judgeTreatment(
  { world, entry }: { readonly world: World; readonly entry: Entry },
  body: BodyOf<'treatment'>,
): Judgement {
  const machine = world.machines.get(body.machine)
  if (!machine?.registered) return refused({ rule: 'unknown-machine', machine: body.machine })
  if (body.what !== 'begun') {
    const known = machine.treatments.find((t) => t.id === body.treatment)
    if (!known) return refused({ rule: 'unknown-entry', entry: body.treatment })
    // A rinse or a reading may come later; it ends once.
    const over = known.ended && known.ended.id !== (entry.amends?.entry ?? entry.id)
    return over && body.what === 'ended'
      ? refused({ rule: 'treatment-over', entry: body.treatment })
      : recorded
  }
  const others = entry.amends
    ? { ...machine, treatments: machine.treatments.filter((t) => t.id !== entry.amends?.entry) }
    : machine
  const bars = barsBefore(world, others, body).filter((bar) => !(bar.byWords && body.although?.trim()))
  // What was sent from an outbox has happened: it is kept.
  return bars.length > 0 && entry.device === undefined
    ? refused({ rule: 'treatment-barred', bars: bars.map(({ why, about }) => ({ why, about })) })
    : recorded
}
