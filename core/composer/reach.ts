/** Which functions a touch reaches, as the fold will see it (core/history/changes): what a line says before Enter is what stands after it. */
import type { ComposerContext } from './context.ts'
import type { Effect } from './effects.ts'

/** The assemblies around a position, nearest first; around a name that no list holds, those it is said to be part of. */
export function around({ slots }: ComposerContext, name: string, said?: string): string[] {
  const on = (at: string) => slots.find((s) => s.position.designator === at)?.position.on
  const found: string[] = []
  for (let at = on(name) ?? said; at !== undefined && found.length < 20; at = on(at)) found.push(at)
  return found
}

/** Functions that a touch of the named thing reaches. */
export function reached(context: ComposerContext, name: string, said?: string): string[] {
  const near = new Set([name, ...around(context, name, said)])
  return context.functions
    .filter(
      ({ dependsOn }) =>
        dependsOn.length === 0 ||
        dependsOn.some((d) => near.has(d)) ||
        dependsOn.some((d) => around(context, d).includes(name)),
    )
    .map((f) => f.name)
}

/** What a touch will ask for: retests, or a word on what it is part of. */
export function reachEffects(context: ComposerContext, name: string, said?: string): Effect[] {
  const known =
    said !== undefined ||
    context.slots.some((s) => s.position.designator.toLowerCase() === name.toLowerCase())
  const functions = reached(context, name, said)
  const assemblies = context.slots.filter((s) => s.position.assembly).map((s) => s.position.designator)
  return [
    ...(functions.length > 0 ? [{ does: 'asks for retest', functions } as const] : []),
    ...(known ? [] : [{ does: 'reaches nothing yet', target: name, assemblies } as const]),
  ]
}
