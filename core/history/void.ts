/** When a test proves nothing: its gear was unfit, or did not agree with what the function needs. */
import { once } from './once.ts'
import type { EntryId, GearId } from '#core/ids.ts'
import type { SheetFunction } from '#core/type/sheet.ts'
import type { Statement } from './versions.ts'
import { functionsOf } from './layout.ts'
import { type GearState } from './house-state.ts'
import { type MachineState, type QuestionState, type TestRecord, type World } from './world.ts'

export type VoidReason =
  | { readonly why: 'gear unfit'; readonly gear: GearId; readonly name: string; readonly said: Statement }
  | {
      readonly why: 'attribute differs'
      readonly gear: GearId
      readonly name: string
      readonly attribute: string
      readonly has: string
      readonly needs: string
    }

/** The reason a test of `fn` is void, or undefined. Only functions that need the unfit kind of gear are void. */
export function voidReason(
  world: World,
  machine: MachineState,
  fn: SheetFunction | undefined,
  test: TestRecord,
): VoidReason | undefined {
  if (test.body.gear.length === 0) return undefined
  for (const id of test.body.gear) {
    const gear = world.gear.get(id)
    if (!gear) continue
    const unfit = gear.unfit.find((said) => covers(said, gear, fn, test))
    if (unfit) return { why: 'gear unfit', gear: id, name: gear.name, said: unfit }
    for (const need of fn?.needs ?? []) {
      if (need.gearKind !== gear.gearKind || need.attribute === undefined) continue
      const has = gear.attributes[need.attribute]
      const needs = machine.attributes[need.attribute]
      // An unknown attribute weakens a conclusion; it never voids one.
      if (has !== undefined && needs !== undefined && has !== needs)
        return { why: 'attribute differs', gear: id, name: gear.name, attribute: need.attribute, has, needs }
    }
  }
  return undefined
}

function covers(said: Statement, gear: GearState, fn: SheetFunction | undefined, test: TestRecord): boolean {
  if (said.body.kind !== 'gear' || said.body.what !== 'unfit') return false
  const { need, since, until } = said.body
  const at = test.entry.happenedAt
  if (since !== null && at.latest < since) return false
  if (until !== undefined && (at.earliest ?? '') > until) return false
  if (!fn || fn.needs.length === 0) return fn === undefined || need === fn.name
  return need === fn.name || fn.needs.some((n) => n.gearKind === need && n.gearKind === gear.gearKind)
}

/** Whether the gear had been proved before the test. */
export const provedThen = (gear: GearState, test: TestRecord): boolean =>
  gear.proved.some((p) => p.happenedAt.latest <= test.entry.happenedAt.latest)

/** Functions of a test that it proves nothing of, and why. */
export interface VoidTest {
  readonly functions: readonly string[]
  readonly reason: VoidReason
}

/** Tests of a machine that prove nothing of some function, by entry. One void function makes the entry doubtful as a ground. */
export const voidTests = once((world, machine): ReadonlyMap<EntryId, VoidTest> => {
  const found = new Map<EntryId, VoidTest>()
  const functions = new Map(functionsOf(world, machine).map((f) => [f.name, f]))
  for (const [name, tests] of machine.tests)
    for (const test of tests) {
      const reason = voidReason(world, machine, functions.get(name), test)
      const held = found.get(test.entry.id)
      if (reason)
        found.set(test.entry.id, {
          functions: [...(held?.functions ?? []), name],
          reason: held?.reason ?? reason,
        })
    }
  return found
})

/** Questions without an answer, and those whose answer rested on a test that proves nothing: they are open again. */
export function openQuestions(world: World, machine: MachineState): QuestionState[] {
  if (machine.questions.length === 0) return []
  const voids = voidTests(world, machine)
  return machine.questions.filter((q) => !q.answer || q.answer.restsOn?.some((id) => voids.has(id)) === true)
}
