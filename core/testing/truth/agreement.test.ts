/** What is concluded of the past and what is suspected now never contradict each other, on seeded evenings. */
import { expect, it } from 'vitest'
import { conclusionsOf } from '#core/history/attribution.ts'
import { evidenceOf } from '#core/diagnosis/evidence.ts'
import { noCounts } from '#core/diagnosis/odds.ts'
import { sharesOf } from '#core/diagnosis/shares.ts'
import { evenings, type Workshop } from './evening.ts'
import { machineId } from './record.ts'

const seeds = 90

/** Causes that were shown just now, with the share of what was at that place before. */
function contradictions(now: Workshop, said: Set<string>): string[] {
  const { world } = now.record
  const machine = world.machines.get(machineId('E-1'))
  if (!machine) return []
  return conclusionsOf(world, machine).flatMap((c) => {
    const key = `${c.fn} ${c.after.entry.id}`
    const [change] = c.changes
    if (said.has(key) || c.verdict !== 'cause shown' || c.strength !== 'shown' || !change) return []
    said.add(key)
    const evidence = evidenceOf(world, machine, noCounts)
    const { bad } = sharesOf(evidence.problem)
    const share = evidence.suspects.reduce(
      (sum, s, i) => (s.name === change.target.name && !evidence.here[i] ? sum + (bad[i] ?? 0) : sum),
      0,
    )
    return share < 0.5 ? [`${c.fn}: ${change.target.name} shown, share ${share.toFixed(2)}`] : []
  })
}

it('a cause that was shown has at least half of the share', async () => {
  const found: string[] = []
  let shown = 0
  for (let seed = 1; seed <= seeds; seed++) {
    const said = new Set<string>()
    await evenings({ seed, unwritten: 0, missing: 0 }, (now) => {
      found.push(...contradictions(now, said).map((words) => `seed ${seed}: ${words}`))
    })
    shown += said.size
  }
  expect(shown).toBeGreaterThan(10)
  expect(found).toEqual([])
}, 120_000)
