/** What a test says against the record, or cannot show: asked once, before it is written. */
import type { BodyOf } from '#core/history/bodies/index.ts'
import type { testDepths } from '#core/history/bodies/test.ts'
import { passes } from '#core/history/results.ts'
import type { SheetFunction } from '#core/type/sheet.ts'
import type { GearId } from '#core/ids.ts'
import type { Effect } from './effects.ts'
import type { Scene } from './types.ts'

type Tried = BodyOf<'test'>['results'][number]

/** Positions that the function needs, or that what it needs sits on, and that are empty by the record. */
function emptyNeeds({ context: { slots } }: Scene, fn: SheetFunction): string[] {
  const empty = slots.filter((s) => s.content === 'empty').map((s) => s.position.designator)
  const on = (name: string) => slots.find((s) => s.position.designator === name)?.position.on
  const needed = new Set<string>()
  for (const name of fn.dependsOn)
    for (let at: string | undefined = name; at !== undefined && !needed.has(at); at = on(at)) needed.add(at)
  return empty.filter((name) => needed.has(name))
}

export function contradictions(
  scene: Scene,
  results: readonly Tried[],
  depth: (typeof testDepths)[number],
  gear: readonly GearId[],
): Effect[] {
  const { context } = scene
  const functionOf = (name: string) => context.functions.find((f) => f.name === name)
  const good = results.filter((r) => passes(r.result)).flatMap((r) => functionOf(r.fn) ?? [])
  const effects: Effect[] = good.flatMap((fn): Effect[] => {
    const positions = emptyNeeds(scene, fn)
    return positions.length > 0
      ? [{ does: 'contradicts', by: 'part out', functions: [fn.name], positions }]
      : []
  })
  const tried = results.some((r) => r.result.is !== 'not possible')
  const functions = results.map((r) => r.fn)
  if (context.switchedOff && good.length > 0)
    effects.push({ does: 'contradicts', by: 'switched off', functions, positions: [] })
  if (context.away !== undefined && tried)
    effects.push({ does: 'contradicts', by: 'away', functions, positions: [], place: context.away })
  for (const id of gear) {
    const known = context.gear.find((g) => g.id === id)
    if (!known) continue
    if (known.unfit) effects.push({ does: 'uses unfit gear', gear: known.name })
    for (const fn of results.flatMap((r) => functionOf(r.fn) ?? []))
      for (const need of fn.needs) {
        const attribute = need.gearKind === known.gearKind ? need.attribute : undefined
        const has = attribute === undefined ? undefined : known.attributes[attribute]
        const needs = attribute === undefined ? undefined : context.attributes[attribute]
        if (attribute !== undefined && has !== undefined && needs !== undefined && has !== needs)
          effects.push({ does: 'gear disagrees', gear: known.name, attribute, has, needs, fn: fn.name })
      }
  }
  const shallow = depth === 'full' ? [] : good.filter((fn) => context.altered.includes(fn.name))
  if (shallow.length > 0) effects.push({ does: 'is shallow', functions: shallow.map((f) => f.name), depth })
  return effects
}
