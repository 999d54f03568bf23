/** How long a thing to do will take, hands on: by what this machine's own record shows, else by the sheet, else by a house figure. */
import { functionsOf } from '#core/history/layout.ts'
import { once } from '#core/history/once.ts'
import { wantsFullTest, type Standing } from '#core/history/standing.ts'
import type { MachineState, World } from '#core/history/world.ts'
import { instantToMs } from '#core/quantity/time.ts'

/** Minutes taken for a trial that nothing is known of, by depth; and for putting back a part or a screw. House figures, no source. */
const usual = { short: 2, full: 4, part: 3, screw: 0.5 } as const
/** From a person's former entry in the episode to this one: shorter is a run of entries, longer a pause. */
const reckonedFrom = 1
const reckonedTo = 45

/** Minutes for each result of the tests of a machine: said with the entry, else reckoned from the same person's former entry. */
const minutesSeen = once((world, machine): ReadonlyMap<string, readonly number[]> => {
  const found = new Map<string, number[]>()
  const former = new Map<string, number>()
  const episodes = new Set<string>(machine.episodes.map((e) => e.id))
  for (const s of world.line) {
    const episode = episodes.has(s.id) ? s.id : s.episode
    if (episode === undefined || !episodes.has(episode)) continue
    const key = `${episode} ${s.doneBy ?? ''}`
    const at = instantToMs(s.happenedAt.latest)
    const before = former.get(key)
    former.set(key, at)
    if (s.body.kind !== 'test') continue
    const reckoned = before === undefined ? undefined : (at - before) / 60_000
    const minutes =
      s.minutes ??
      (reckoned !== undefined && reckoned >= reckonedFrom && reckoned <= reckonedTo ? reckoned : undefined)
    if (minutes === undefined) continue
    for (const { fn } of s.body.results) {
      const each = minutes / s.body.results.length
      const known = found.get(fn)
      if (known) known.push(each)
      else found.set(fn, [each])
    }
  }
  return found
})

/** The middle one of some numbers; the mean of the two in the middle. `undefined` for none. */
export function median(numbers: readonly number[]): number | undefined {
  const sorted = [...numbers].sort((a, b) => a - b)
  const middle = Math.floor(sorted.length / 2)
  const upper = sorted[middle]
  const lower = sorted[middle - 1]
  if (upper === undefined) return undefined
  return sorted.length % 2 === 1 || lower === undefined ? upper : (lower + upper) / 2
}

/** Minutes that trials of these functions will take, whole. */
export function testMinutes(world: World, machine: MachineState, standings: readonly Standing[]): number {
  const seen = minutesSeen(world, machine)
  const listed = functionsOf(world, machine)
  const all = standings.reduce((sum, s) => {
    const sheet = listed.find((f) => f.name === s.fn)
    const each =
      median(seen.get(s.fn) ?? []) ??
      sheet?.minutes ??
      (sheet?.starts ?? 1) * (wantsFullTest(s) ? usual.full : usual.short)
    return sum + each
  }, 0)
  return Math.max(1, Math.round(all))
}

/** Minutes that it takes to put back so many parts and screws, whole. */
export const refitMinutes = (parts: number, screws: number): number =>
  Math.max(1, Math.round(parts * usual.part + screws * usual.screw))
