/** What of the work on a machine can be undone: the list of what cannot comes first, the share last. */
import type { Step, MachineState, World } from '#core/history/world.ts'
import type { Statement } from '#core/history/versions.ts'
import type { Instant } from '#core/quantity/time.ts'
import type { PartId } from '#core/ids.ts'

export interface Undoing {
  readonly entry: string
  readonly at: Instant
  readonly target: string
  readonly verb: string
  readonly why:
    | 'cut or covered for good'
    | 'its original is gone'
    | 'nobody knows where its original is'
    | 'where it stood before was not noted'
    | 'a seal or label is gone'
  /** Why it was done, as far as anybody said. */
  readonly reason?: string | undefined
}
export interface Reversibility {
  readonly cannot: readonly Undoing[]
  /** Net changes that can be undone, and all of them. */
  readonly can: number
  readonly of: number
}

/** Why an act was done, in the words that came with it. */
const reasonOf = (act: { readonly entry: Statement } | undefined): string | undefined => {
  const body = act?.entry.body
  if (body?.kind === 'change' || body?.kind === 'incident') return body.words
  return body?.kind === 'move' ? (body.forced?.reason ?? body.words) : undefined
}

/** Work that leaves nothing to go back to. Soldering, wiring and oiling can be undone by the same craft. Common practice. */
export const forGood: ReadonlySet<string> = new Set(['cut', 'painted', 'mended', 'damaged'])

/** Whether a step leaves nothing to go back to. Damage that somebody says can be undone does not. */
export const isForGood = ({ verb, entry }: Pick<Step, 'verb' | 'entry'>): boolean =>
  forGood.has(verb) && !(entry.body.kind === 'incident' && entry.body.undone === 'can be undone')

/** A part taken out and put back is no change, nor is what was done outside, unless it cannot be undone: a repainted case, a cut one. */
export function reversibilityOf(world: World, machine: MachineState): Reversibility {
  const cannot: Undoing[] = []
  const swapped = new Map<string, { first: PartId; step: Step }>()
  let worked = 0
  for (const step of machine.steps) {
    if (step.contested || (step.reach === 'outside' && !isForGood(step))) continue
    if (step.out !== undefined) {
      // The part that was there first is the one to go back.
      if (!swapped.has(step.target.name)) swapped.set(step.target.name, { first: step.out, step })
      continue
    }
    if (step.in !== undefined || (step.reach !== 'altered' && !isForGood(step))) continue
    worked++
    const why = isForGood(step)
      ? 'cut or covered for good'
      : step.target.sort === 'adjuster' && step.from === undefined
        ? 'where it stood before was not noted'
        : undefined
    if (why)
      cannot.push({
        entry: step.entry.id,
        at: step.entry.happenedAt.latest,
        target: step.target.name,
        verb: step.verb,
        why,
        reason: reasonOf(step),
      })
  }
  let changed = 0
  for (const [target, { first, step }] of swapped) {
    const place = world.parts.get(first)?.place
    const home =
      step.entry.body.kind === 'move' ? step.entry.body.legs.find((l) => l.part === first)?.from : undefined
    if (
      place &&
      home &&
      place.in.kind === home.in.kind &&
      place.in.id === home.in.id &&
      place.position === home.position
    )
      continue
    changed++
    const why =
      !place || (place.in.kind === 'gone' && place.in.id === 'unknown')
        ? 'nobody knows where its original is'
        : place.in.kind === 'gone'
          ? 'its original is gone'
          : undefined
    if (why)
      cannot.push({
        entry: step.entry.id,
        at: step.entry.happenedAt.latest,
        target,
        verb: 'replaced',
        why,
        reason: reasonOf(world.parts.get(first)?.legs.at(-1)) ?? reasonOf(step),
      })
  }
  const seals = machine.arrival.evidence.flatMap(({ sort, where, gone }) =>
    gone?.body.kind === 'evidence' && gone.body.what === 'gone'
      ? [{ entry: gone, target: `${sort}, ${where}`, verb: gone.body.how, reason: gone.body.words }]
      : [],
  )
  for (const { entry, ...seal } of seals)
    cannot.push({ entry: entry.id, at: entry.happenedAt.latest, why: 'a seal or label is gone', ...seal })
  const of = worked + changed + seals.length
  return { cannot: cannot.sort((a, b) => (a.at < b.at ? -1 : 1)), can: of - cannot.length, of }
}
