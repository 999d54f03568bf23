/**
 * The order in which things go back: the reverse of how they came off, bent by what must be before what. Where the wishes
 * run in a circle, the circle is named and the rest keeps its order.
 */

/** Something that is off the machine and has to go back. */
export interface OffThing {
  /** Its name, as the sheet calls it: "lid", "IC18", "J3". */
  readonly name: string
  readonly kind: 'fasteners' | 'part' | 'connection'
  /** What stands beside it: "6 M3x10, cup 1", "bag 2". */
  readonly detail: string
  /** The line that puts it back. */
  readonly line: string
}

/** "First goes in before then": the space bar before the keyboard, ROMs before the keyboard that hides them. */
export interface Before {
  readonly first: string
  readonly then: string
  readonly why?: string | undefined
}

export interface RefitStep extends OffThing {
  /** What to heed at this step: its catch on the sheet, and what had to come before it. */
  readonly heed: readonly string[]
}

export interface Refit {
  readonly steps: readonly RefitStep[]
  /** Names that must each come before the next, and the last before the first; empty when there is no such circle. */
  readonly circle: readonly string[]
}

const same = (a: string, b: string) => a.toLowerCase() === b.toLowerCase()

/**
 * `off` in the order in which it came off. Of everything that nothing else still has to precede, the one that came off last
 * goes next, so that without constraints the order is exactly the reverse. Constraints about things that are not off do not count.
 */
export function refitOrder(
  off: readonly OffThing[],
  constraints: readonly Before[],
  catches: ReadonlyMap<string, string> = new Map(),
): Refit {
  const here = (name: string) => off.find((o) => same(o.name, name))
  const active = constraints.flatMap((c) => {
    const [first, then] = [here(c.first), here(c.then)]
    return first && then && first !== then ? [{ first, then, why: c.why }] : []
  })
  const left = [...off]
  const steps: RefitStep[] = []
  let circle: readonly string[] = []
  while (left.length > 0) {
    const free = (thing: OffThing) => !active.some((c) => c.then === thing && left.includes(c.first))
    let at = left.findLastIndex(free)
    if (at < 0) {
      // All that is left waits for something that is left: one circle is named, and its last-off thing goes all the same.
      if (circle.length === 0) circle = circleIn(left, active)
      at = left.findLastIndex((t) => circle.length === 0 || circle.some((name) => same(name, t.name)))
      if (at < 0) at = left.length - 1
    }
    const [thing] = left.splice(at, 1)
    if (!thing) break
    const before = active
      .filter((c) => c.then === thing)
      .map((c) => `after ${c.first.name}${c.why ? `: ${c.why}` : ''}`)
    const caught = [...catches].find(([name]) => same(name, thing.name))?.[1]
    steps.push({ ...thing, heed: [...(caught ? [caught] : []), ...before] })
  }
  return { steps, circle }
}

/** Follows what each thing waits for until one comes again. */
function circleIn(
  left: readonly OffThing[],
  active: readonly { readonly first: OffThing; readonly then: OffThing }[],
): string[] {
  const path: OffThing[] = []
  let now = left[0]
  while (now && !path.includes(now)) {
    path.push(now)
    const at: OffThing = now
    now = active.find((c) => c.then === at && left.includes(c.first))?.first
  }
  return now
    ? path
        .slice(path.indexOf(now))
        .map((t) => t.name)
        .reverse()
    : []
}
