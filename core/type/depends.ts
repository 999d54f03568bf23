/**
 * What depends on what, by the sheet: a function names positions, assemblies, test points and other functions; a point may hang
 * on another and on positions of its own. The closure of a function is everything that it hangs on, however far. The one answer
 * for standing, attribution and whatever reasons about faults. Circles are refused by the sheet.
 */
/** What hangs on other things by name; nothing named: nobody has said. */
export interface Depending {
  readonly name: string
  readonly dependsOn: readonly string[]
}
/** A position or an assembly, and the assembly that it sits on. */
export interface Placed {
  readonly designator: string
  readonly on?: string | undefined
}
/** A test point, and the point that it is reckoned from. */
export interface Fed {
  readonly name: string
  readonly dependsOn?: readonly string[] | undefined
  readonly behind?: { readonly point: string } | undefined
  readonly divides?: { readonly point: string } | undefined
  /** Positions that draw from it. */
  readonly loads?: readonly string[] | undefined
}

export interface Structure {
  readonly functions: readonly Depending[]
  readonly positions: readonly Placed[]
  readonly points: readonly Fed[]
}

/** What a function depends on, made ready for asking. */
export interface Dependencies {
  /** Nothing is declared: anything on the machine may matter. */
  readonly anything: boolean
  /** Positions and assemblies that are named, by itself or by what it hangs on. */
  readonly declared: ReadonlySet<string>
  /** The assemblies around each of them. */
  readonly around: ReadonlySet<string>
  /** Test points and functions that it hangs on. */
  readonly points: ReadonlySet<string>
  readonly functions: ReadonlySet<string>
}

interface Index {
  readonly functions: ReadonlyMap<string, Depending>
  readonly points: ReadonlyMap<string, Fed>
  readonly positions: ReadonlyMap<string, Placed>
  readonly closures: Map<Depending, Dependencies>
}
const indices = new WeakMap<Structure, Index>()
function indexOf(structure: Structure): Index {
  const held = indices.get(structure)
  if (held) return held
  const positions = new Map(structure.positions.map((p) => [p.designator, p]))
  const made: Index = {
    functions: new Map(structure.functions.map((f) => [f.name, f])),
    points: new Map(structure.points.map((p) => [p.name, p])),
    positions,
    closures: new Map(),
  }
  indices.set(structure, made)
  return made
}

/** What a test point hangs on directly: the point it is reckoned from, and what it names. */
export const upstreamOf = (point: Fed): readonly string[] => [
  ...[point.behind?.point, point.divides?.point].filter((name) => name !== undefined),
  ...(point.dependsOn ?? []),
]

/** The same, without entering what something else stood in for; what is reached another way stays. */
export function dependenciesWithout(
  structure: Structure,
  fn: Depending,
  instead: ReadonlySet<string>,
): Dependencies {
  const under = (name: string): boolean => {
    let at: string | undefined = name
    for (let n = 0; at !== undefined && n < 20; n++) {
      if (instead.has(at)) return true
      at = structure.positions.find((p) => p.designator === at)?.on
    }
    return false
  }
  const left = (names: readonly string[]) => names.filter((name) => !under(name))
  return dependenciesOf(
    {
      positions: structure.positions,
      functions: structure.functions.map((f) => ({ ...f, dependsOn: left(f.dependsOn) })),
      points: structure.points.map((p) => ({
        ...p,
        dependsOn: left(p.dependsOn ?? []),
        ...(p.behind && instead.has(p.behind.point) ? { behind: undefined } : {}),
        ...(p.divides && instead.has(p.divides.point) ? { divides: undefined } : {}),
      })),
    },
    { name: fn.name, dependsOn: left(fn.dependsOn) },
  )
}

/** Everything that a function depends on. A name that is no position is a point, then a function; one that is nothing is a position nobody listed. */
export function dependenciesOf(structure: Structure, fn: Depending): Dependencies {
  const index = indexOf(structure)
  const held = index.closures.get(fn)
  if (held) return held
  const declared = new Set<string>()
  const points = new Set<string>()
  const functions = new Set<string>()
  let anything = fn.dependsOn.length === 0
  const open = [...fn.dependsOn]
  for (let name = open.pop(); name !== undefined; name = open.pop()) {
    const point = index.positions.has(name) ? undefined : index.points.get(name)
    const other = index.positions.has(name) || point ? undefined : index.functions.get(name)
    if (point) {
      if (points.has(name)) continue
      points.add(name)
      open.push(...upstreamOf(point))
    } else if (other && other !== fn) {
      if (functions.has(name)) continue
      functions.add(name)
      // What hangs on something of which nothing is declared may hang on anything.
      if (other.dependsOn.length === 0) anything = true
      open.push(...other.dependsOn)
    } else declared.add(name)
  }
  const made: Dependencies = {
    // A point of which nothing is said is fed by something: what, nobody has said.
    anything: anything || declared.size === 0,
    declared,
    around: assembliesAround(index.positions, declared),
    points,
    functions,
  }
  index.closures.set(fn, made)
  return made
}

function assembliesAround(positions: ReadonlyMap<string, Placed>, names: Iterable<string>): Set<string> {
  const around = new Set<string>()
  for (const name of names)
    for (let at = positions.get(name)?.on; at !== undefined && !around.has(at); at = positions.get(at)?.on)
      around.add(at)
  return around
}

/** Whether a function depends on a position by its list: on itself, or on an assembly that it sits on. */
export function hangsOn({ declared }: Dependencies, position: Placed): boolean {
  return declared.has(position.designator) || (position.on !== undefined && declared.has(position.on))
}

/** The names of a circle among functions and points, first to last; undefined where there is none. */
export function circleIn({ functions, points, positions }: Structure): readonly string[] | undefined {
  const places = new Set(positions.map((p) => p.designator))
  const next = new Map<string, readonly string[]>([
    ...functions.map((f) => [f.name, f.dependsOn] as const),
    ...points.map((p) => [p.name, upstreamOf(p)] as const),
  ])
  const done = new Set<string>()
  const walk = (name: string, path: readonly string[]): readonly string[] | undefined => {
    const at = path.indexOf(name)
    if (at >= 0) return path.slice(at)
    if (done.has(name) || places.has(name)) return undefined
    for (const other of next.get(name) ?? []) {
      const circle = walk(other, [...path, name])
      if (circle) return circle
    }
    done.add(name)
    return undefined
  }
  for (const name of next.keys()) {
    const circle = walk(name, [])
    if (circle) return circle
  }
  return undefined
}
