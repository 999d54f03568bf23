/**
 * todo-empty: machines that are unfinished (not working and at no chosen end, or with work going on) and show nothing to do, among
 * 2,000 seeded ones and those of the demo.
 */
import { fold } from '#core/history/fold.ts'
import { machineStanding, openEpisode } from '#core/history/status.ts'
import type { World } from '#core/history/world.ts'
import { eveningsOf } from '#core/testing/evenings.ts'
import { home } from '#core/testing/terminal.ts'
import { atChosenEnd, todoOf } from '#core/work/todo/index.ts'
import { tellCollection } from '../demo/collection.ts'
import { failures, print } from './measure.ts'

const seeded = 2000

const unfinished = (world: World) =>
  [...world.machines.values()].filter(
    (m) =>
      m.registered &&
      (openEpisode(m) !== undefined ||
        (machineStanding(world, m).status !== 'working' && !atChosenEnd(world, m))),
  )
let open = 0
const empty: string[] = []
function look(name: string, world: World, only?: string) {
  for (const machine of unfinished(world)) {
    if (only !== undefined && machine.id !== only) continue
    open++
    if (todoOf(world, machine).length === 0) empty.push(`${name} ${machine.entryNumber}`)
  }
}
for (let seed = 1; seed <= seeded; seed++) look(`seed ${seed}`, eveningsOf(seed, 25).world(), home)
const now = new Date().toISOString()
look('demo', fold(tellCollection(now), { now }))
print({
  name: 'todo-empty',
  value: empty.length,
  unit: `unfinished machines that show nothing to do, of ${open}`,
  limit: 0,
  ...(empty.length > 0 ? { examples: empty.slice(0, 5).join(' | ') } : {}),
})
process.exitCode = failures()
