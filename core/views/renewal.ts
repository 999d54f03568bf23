/** The map of one kind of part on a machine, for renewing them: what each position says, what the school takes, what is done. */
import { machineStanding } from '#core/history/status.ts'
import { positionsOf, sheetOf } from '#core/history/layout.ts'
import { type MachineState, type World } from '#core/history/world.ts'
import { pointRows } from '#core/diagnosis/points.ts'
import { kindMatch } from '#core/parts/designations.ts'
import { contentsOf } from '#core/history/presence.ts'
import { learnedFrom, type Learned } from '#core/parts/learned.ts'
import { costOf } from '#core/parts/lots.ts'
import { verifications, wantsOf, type RenewalRow, type Said, type School } from '#core/parts/renewal.ts'
import { sumByCurrency, type Money } from '#core/quantity/quantity.ts'
import type { PartId } from '#core/ids.ts'
import type { SheetPosition } from '#core/type/sheet.ts'
import { photoRows, type PhotoRow } from './photos.ts'
import { policyOf } from '#core/history/policy.ts'
import { machineNumber, partLabel } from './labels.ts'

export interface RenewalView {
  readonly machine: {
    readonly id: string
    readonly label: string
    readonly openEpisode?: string | undefined
    readonly lastEpisode?: string | undefined
  }
  readonly kind: string
  /** Kinds of part that sit on it more than once, and how often. */
  readonly kinds: readonly { readonly kind: string; readonly count: number }[]
  readonly school: School
  readonly rows: readonly RenewalRow[]
  /** What the parts put in so far cost, each currency by itself, and how many of them nobody wrote a price for. */
  readonly cost: { readonly sums: readonly Money[]; readonly unpriced: number }
  readonly photos: readonly PhotoRow[]
  readonly designators: readonly string[]
  readonly assemblies: readonly string[]
  /** The type whose sheet may learn from this map, and what it would. */
  readonly teaches?:
    | {
        readonly type: string
        readonly name: string
        readonly met: readonly SheetPosition[]
        readonly learned: readonly Learned[]
      }
    | undefined
}

/** Minor units are rounded once, after the sum. */
function costSoFar(world: World, rows: readonly RenewalRow[]): RenewalView['cost'] {
  const costs = rows.flatMap((r) => (r.done ? [costOf(world, r.done.part as PartId)] : []))
  const sums = sumByCurrency(costs.filter((c) => c !== undefined)).map((sum) => ({
    ...sum,
    minor: Math.round(sum.minor),
  }))
  return { sums, unpriced: costs.filter((c) => c === undefined).length }
}

interface Looking {
  readonly row: ReturnType<typeof contentsOf>[number]
  readonly school: School
  /** A function of the machine fails. */
  readonly failing: boolean
  /** By point: whether what was measured last lies within its range. */
  readonly measured: ReadonlyMap<string, boolean | undefined>
}

/** One position of the set: what is asked there, what was put in, what speaks for renewing it. */
function rowOf(world: World, machine: MachineState, { row, school, failing, measured }: Looking): RenewalRow {
  const { position, part } = row
  const state = part ? world.parts.get(part) : undefined
  const arrived = state?.legs.at(-1)
  const foreign =
    state !== undefined &&
    arrived !== undefined &&
    !(state.start?.in.id === row.place.in.id && state.start.position === row.place.position)
  const said: Record<string, Readonly<Record<string, string>>> = {}
  for (const s of machine.specs)
    if (s.body.kind === 'spec' && s.body.position === position.designator)
      said[s.body.by] = { ...said[s.body.by], ...s.body.attributes }
  const { wants, trouble } = wantsOf(said as Said, position.asks ?? {}, position.ratingVolts)
  const suspect =
    state?.health === 'suspect' || state?.health === 'proved bad' || leaks(machine, position.designator)
  const bad = measured.get(`${position.designator} esr`.toLowerCase()) === false
  const since = arrived?.order ?? -1
  const verified = verifications.filter((v) =>
    machine.steps.some(
      (s) =>
        s.target.name === position.designator &&
        s.order > since &&
        s.entry.body.kind === 'change' &&
        s.entry.body.verified === true &&
        (s.entry.body.words ?? '').toLowerCase().includes(v),
    ),
  )
  return {
    position: position.designator,
    accepts: position.accepts,
    polarised: position.polarised,
    said: said as Said,
    sheet: position.asks ?? {},
    trouble,
    wants,
    because: becauseOf(school, { suspect, bad, failing }),
    done:
      foreign && part && arrived
        ? { label: partLabel(world, part), part, at: arrived.entry.happenedAt.latest }
        : undefined,
    verified,
    pins: machine.condition.pins.flatMap((p) =>
      p.body.kind === 'pin' && p.body.position === position.designator
        ? [{ photo: p.body.photo, x: p.body.x, y: p.body.y }]
        : [],
    ),
  }
}

/** Why the house's school renews it; undefined: it does not. */
function becauseOf(
  school: School,
  { suspect, bad, failing }: { readonly suspect: boolean; readonly bad: boolean; readonly failing: boolean },
): RenewalRow['because'] {
  if (school === 'all, preventively') return 'all'
  if (school === 'only leaking or suspect') return suspect ? 'leaking or suspect' : undefined
  if (school === 'only what measures bad') return bad ? 'measured bad' : undefined
  return failing && suspect ? 'a function fails' : undefined
}

export function renewalView(world: World, machine: MachineState, asked: string | undefined): RenewalView {
  const positions = positionsOf(world, machine)
  const sheet = sheetOf(world, machine)
  const counts = new Map<string, number>()
  for (const p of positions) if (!p.assembly) counts.set(p.accepts, (counts.get(p.accepts) ?? 0) + 1)
  const kinds = [...counts]
    .filter(([kind, n]) => n > 1 || kind === asked || machine.metPositions.some((p) => p.accepts === kind))
    .map(([kind, count]) => ({ kind, count }))
  const kind =
    asked ??
    kinds.find((k) => k.kind === 'electrolytic capacitor')?.kind ??
    kinds[0]?.kind ??
    'electrolytic capacitor'
  const school = policyOf(world, machine, 'renewing capacitors') as School
  const failing = machineStanding(world, machine).standings.some(
    (s) => s.word === 'fails' || s.word === 'partly' || s.word === 'intermittent',
  )
  const measured = new Map(pointRows(world, machine).map((p) => [p.point.toLowerCase(), p.last?.within]))
  const rows = contentsOf(world, machine)
    .filter(
      (row) => !row.position.assembly && kindMatch(kind, row.position.accepts).is !== 'does not stand in',
    )
    .map((row) => rowOf(world, machine, { row, school, failing, measured }))
  return {
    machine: {
      id: machine.id,
      label: `${machineNumber(machine)} ${machine.name}`,
      openEpisode: machine.episodes.find((e) => e.state === 'open')?.id,
      lastEpisode: machine.episodes.at(-1)?.id,
    },
    kind,
    kinds,
    school,
    rows,
    cost: costSoFar(world, rows),
    photos: photoRows(world, machine),
    designators: positions.map((p) => p.designator),
    assemblies: positions.filter((p) => p.assembly).map((p) => p.designator),
    teaches:
      sheet && machine.type
        ? {
            type: machine.type,
            name: sheet.name,
            met: machine.metPositions,
            learned: learnedFrom(rows, sheet, machine.metPositions),
          }
        : undefined,
  }
}

/** A finding of a leak or a scorch whose place names the designator. */
const leaks = (machine: MachineState, designator: string): boolean =>
  machine.condition.findings.some(
    (f) =>
      /leak|scorch|corrosion/.test(f.noted.sort) &&
      new RegExp(`\\b${designator}\\b`).test(f.noted.place ?? ''),
  )
