/** What became of advice, suspicions and opinions, by what was done since and by what it showed. */
import { conclusionsOf } from '#core/history/attribution.ts'
import type { AdviceState } from '#core/history/work-state.ts'
import type { MachineState, World } from '#core/history/world.ts'

export type AdviceStatus =
  'untried' | 'tried, no effect' | 'tried, helped' | 'disproved' | 'confirmed' | 'dropped'

const said: Readonly<Record<string, AdviceStatus>> = {
  held: 'confirmed',
  'did not hold': 'disproved',
  'no difference': 'tried, no effect',
  dropped: 'dropped',
}

const helps: ReadonlySet<string> = new Set([
  'cause shown',
  'cause presumed',
  'cause not separated',
  'better, not cured',
])

/** The status of what somebody said: what a person says became of it, else what the tests since show of what it names. */
export function adviceStatus(
  world: World,
  machine: MachineState,
  { entry, said: words, became }: AdviceState,
): AdviceStatus {
  if (became?.body.kind === 'advice' && became.body.what === 'became')
    return said[became.body.outcome] ?? 'untried'
  const about = words.about?.toLowerCase()
  if (about === undefined) return 'untried'
  const since = entry.happenedAt.latest
  let status: AdviceStatus = 'untried'
  for (const c of conclusionsOf(world, machine)) {
    if (c.after.entry.happenedAt.latest < since) continue
    const touched = [...c.changes, ...c.orDisturbed].filter((n) => n.target.name.toLowerCase() === about)
    if (!touched.some((n) => n.steps.some((s) => s.entry.happenedAt.latest >= since))) continue
    if (helps.has(c.verdict)) return 'tried, helped'
    if (c.verdict === 'no effect' || c.verdict === 'no lasting effect together') status = 'tried, no effect'
  }
  return status
}

/** Positions that somebody wrote to have looked at, in lower case: the same look is not advised again. */
export const lookedAt = (world: World, machine: MachineState): ReadonlySet<string> =>
  new Set(
    world.line.flatMap(({ body }) => {
      const name =
        body.kind === 'note' && body.machine === machine.id
          ? /^looked at ([^:,]+)/i.exec(body.words)?.[1]
          : undefined
      return name === undefined ? [] : [name.trim().toLowerCase()]
    }),
  )
