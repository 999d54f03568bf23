/** "picture needs 12V, dot clock, IC4", "12V needs supply": what a function or a test point hangs on, said at the bench. */
import { neededIn } from '#core/type/needed.ts'
import { done, type Parsed, type Scene } from './types.ts'

const form = /^(?:the\s+)?(.+?)\s+(?:needs?|depends?\s+on|hangs?\s+on|relies\s+on)\s+(.+)$/i

/** Letters from the beginning that a name and its saying share: "weighing" is "weighs 0-15 kg". */
const leastShared = 4

/** The function of that name, or the only one whose first word begins like it. */
function functionCalled<T extends { readonly name: string }>(
  said: string,
  functions: readonly T[],
): T | undefined {
  const exact = functions.find((f) => f.name.toLowerCase() === said)
  if (exact || /\s/.test(said)) return exact
  const begins = functions.filter((f) => {
    const [first = ''] = f.name.toLowerCase().split(/[\s,]/)
    let n = 0
    while (n < said.length && said[n] === first[n]) n++
    return n >= leastShared && n >= first.length - 2 && n >= said.length - 3
  })
  return begins.length === 1 ? begins[0] : undefined
}

/** Undefined for a line that says nothing of the kind: what it names must be a function or a point, and what that needs a part or a rail. */
export function parseNeeds(text: string, { context }: Scene): Parsed | undefined {
  const match = form.exec(text.trim())
  if (!match?.[1] || !match[2]) return undefined
  const name = match[1].toLowerCase()
  const known = functionCalled(name, context.functions)
  const point = context.points.find((p) => p.point.toLowerCase() === name)
  if (!known && !point) return undefined
  const fn = { name: known?.name ?? point?.point ?? name, essential: known?.essential ?? false }
  const { names, learned, unknown } = neededIn(match[2], [
    ...context.slots.map((s) => s.position.designator),
    ...context.points.map((p) => p.point),
    ...context.functions.map((f) => f.name),
  ])
  const needs = names.filter((n) => n !== fn.name)
  if (needs.length === 0 || unknown.length > 0) return undefined
  return done(
    [
      {
        kind: 'machine',
        what: 'met',
        machine: context.machine,
        functions: [{ name: fn.name, essential: fn.essential, dependsOn: needs, needs: [] }],
        positions: [...learned],
      },
    ],
    [
      { does: 'says needs', fn: fn.name, needs },
      ...learned.map((p) => ({ does: 'adds position' as const, name: `${p.designator}, ${p.accepts}` })),
    ],
  )
}
