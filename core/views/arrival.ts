/** What the guided entry, the provenance and the identity of a machine show. */
import type { EntryId, MachineId } from '#core/ids.ts'
import type { BodyOf } from '#core/history/bodies/index.ts'
import { sheetOf } from '#core/history/layout.ts'
import { type MachineState, type World } from '#core/history/world.ts'
import { againstPlate, clusterOf, type Cluster, type PlateRemark } from '#core/parts/datecodes.ts'
import { originalityOf, type Originality } from '#core/parts/originality.ts'
import {
  evidenceNeeds,
  evidenceRows,
  type EvidenceNeed,
  type EvidenceRow,
} from '#core/provenance/evidence.ts'
import { chainOf, type Chain } from '#core/provenance/chain.ts'
import type { Money } from '#core/quantity/quantity.ts'
import { equalShares } from '#core/quantity/shares.ts'
import type { Instant } from '#core/quantity/time.ts'
import { saidNone } from './arrival-open.ts'
import { labelsFor, partLabel, type Labels } from './labels.ts'
import { machineLine, plateOf } from './machine.ts'
import { type Plate } from './machine-shape.ts'

export const arrivalSteps = [
  'what it is',
  'giver and source',
  'what was claimed',
  'before it is touched',
  'in the box',
  'contents',
  'quarantine',
  'receipt',
] as const
export type ArrivalStep = (typeof arrivalSteps)[number]

export interface ArrivalView {
  readonly machine: MachineId
  readonly plate: Plate
  readonly attributes: Readonly<Record<string, string>>
  readonly aliases: readonly string[]
  readonly regionalAliases: readonly string[]
  readonly marks: readonly string[]
  readonly registeredAt: Instant
  readonly steps: readonly { readonly step: ArrivalStep; readonly done: boolean; readonly fact: string }[]
  readonly source?:
    | {
        readonly how: string
        readonly from?: string | undefined
        readonly fromId?: string | undefined
        readonly words?: string | undefined
      }
    | undefined
  readonly price?: Money | undefined
  readonly share?:
    | { readonly amount: Money; readonly units: number; readonly batch: EntryId; readonly name: string }
    | undefined
  readonly values: readonly {
    readonly sort: string
    readonly amount: Money
    readonly effortHours?: number | undefined
    readonly at: Instant
    readonly words?: string | undefined
  }[]
  readonly claims: readonly {
    readonly fn?: string | undefined
    readonly says: string
    readonly words: string
  }[]
  readonly evidence: readonly EvidenceRow[]
  readonly evidenceNeeds: readonly EvidenceNeed[]
  readonly box: readonly {
    readonly part: string
    readonly label: string
    readonly words?: string | undefined
  }[]
  readonly contents: readonly BodyOf<'contents'>[]
  readonly quarantine?:
    | {
        readonly way: 'in' | 'out'
        readonly at: Instant
        readonly place?: string | undefined
        readonly until?: Instant | undefined
        readonly seen: readonly string[]
      }
    | undefined
  readonly receipts: readonly {
    readonly entry: EntryId
    readonly at: Instant
    readonly items: readonly string[]
    readonly terms: string
  }[]
  readonly chain: Chain
  readonly markings: readonly {
    readonly entry: EntryId
    readonly board?: string | undefined
    readonly cluster: Cluster
    readonly remarks: readonly PlateRemark[]
  }[]
  readonly plateYear?: number | undefined
  readonly originality?: Originality | undefined
  readonly batches: readonly { readonly id: EntryId; readonly name: string }[]
  readonly functions: readonly string[]
  readonly labels: Labels
  readonly now: Instant
}

/** The year on a plate: the first four digits of what was written under "made". */
export const plateYearOf = (made: string | undefined): number | undefined => {
  const match = /(1[89]|20)\d\d/.exec(made ?? '')
  return match ? Number(match[0]) : undefined
}

/** Lines read off boards, the later of one designator in place of the earlier, and what their date codes say together. */
function markingsOf(
  world: World,
  machine: MachineState,
  plateYear: number | undefined,
): ArrivalView['markings'] {
  const lastYear = Number(world.now.slice(0, 4))
  const boards = new Map<
    string,
    { readonly entry: EntryId; readonly lines: { designator?: string | undefined; text: string }[] }
  >()
  for (const s of machine.arrival.markings) {
    if (s.body.kind !== 'marking') continue
    const key = s.body.board ?? ''
    const held = boards.get(key) ?? { entry: s.id, lines: [] }
    for (const line of s.body.lines) {
      const at =
        line.designator === undefined ? -1 : held.lines.findIndex((l) => l.designator === line.designator)
      if (at >= 0) held.lines[at] = line
      else held.lines.push(line)
    }
    boards.set(key, held)
  }
  return [...boards].map(([board, { entry, lines }]) => {
    const cluster = clusterOf(lines, lastYear)
    return { entry, board: board || undefined, cluster, remarks: againstPlate(cluster, plateYear) }
  })
}

const valuesOf = (machine: MachineState): ArrivalView['values'] =>
  machine.arrival.values.flatMap((s) =>
    s.body.kind === 'value'
      ? [
          {
            sort: s.body.sort,
            amount: s.body.amount,
            effortHours: s.body.effortHours,
            at: s.happenedAt.latest,
            words: s.body.words,
          },
        ]
      : [],
  )

function quarantineOf(machine: MachineState): ArrivalView['quarantine'] {
  const last = machine.arrival.quarantine.at(-1)
  if (last?.body.kind !== 'quarantine') return undefined
  const { body, happenedAt } = last
  return body.way === 'in'
    ? { way: 'in', at: happenedAt.latest, place: body.place, until: body.until, seen: [] }
    : {
        way: body.way,
        at: happenedAt.latest,
        place: undefined,
        until: undefined,
        seen: Object.entries(body.seen).map(([sign, is]) => `${sign}: ${is}`),
      }
}

export function arrivalView(world: World, id: MachineId, zone: string): ArrivalView | undefined {
  const machine = world.machines.get(id)
  if (!machine?.registered) return undefined
  const { arrival, source } = machine
  const plate = plateOf(world, machine)
  const plateYear = plateYearOf(plate.made)
  const markings = markingsOf(world, machine, plateYear)
  const sheet = sheetOf(world, machine)
  const batch = arrival.batches.at(-1)
  const line = machineLine(world, machine)
  const view: Omit<ArrivalView, 'steps'> = {
    machine: id,
    plate,
    attributes: machine.attributes,
    aliases: machine.aliases,
    regionalAliases: sheet?.aliases ?? [],
    marks: machine.marks,
    registeredAt: machine.registered.happenedAt.latest,
    source: source && {
      how: source.how,
      from: source.from ? world.parties.get(source.from)?.name : undefined,
      fromId: source.from,
      words: source.words,
    },
    price: machine.price,
    share: shareOf(machine, batch),
    values: valuesOf(machine),
    claims: machine.claims.map((c) => ({ fn: c.fn, says: c.says, words: c.words })),
    evidence: evidenceRows(machine),
    evidenceNeeds: evidenceNeeds(machine),
    box: [...world.parts.values()].flatMap((p) =>
      p.start?.in.kind === 'kept' && p.start.in.id === id
        ? [{ part: p.id, label: partLabel(world, p.id), words: p.attributes['state'] }]
        : [],
    ),
    contents: arrival.contents.flatMap((s) => (s.body.kind === 'contents' ? [s.body] : [])),
    quarantine: quarantineOf(machine),
    receipts: arrival.receipts.flatMap((s) =>
      s.body.kind === 'receipt'
        ? [{ entry: s.id, at: s.happenedAt.latest, items: s.body.items, terms: s.body.terms }]
        : [],
    ),
    chain: chainOf(arrival.links, zone, world.now, machine.registered.happenedAt.latest),
    markings,
    plateYear,
    originality: originalityOf(
      world,
      machine,
      markings.flatMap((m) => m.cluster.parts),
    ),
    batches: arrival.batches.flatMap((s) =>
      s.body.kind === 'batch' ? [{ id: s.id, name: s.body.name }] : [],
    ),
    functions: sheet?.functions.map((f) => f.name) ?? [],
    labels: labelsFor(
      world,
      line.filter((s) => s.body.kind === 'link' || s.body.kind === 'receipt'),
    ),
    now: world.now,
  }
  return { ...view, steps: stepsOf(view, machine) }
}

function shareOf(
  machine: MachineState,
  batch: MachineState['arrival']['batches'][number] | undefined,
): ArrivalView['share'] {
  if (batch?.body.kind !== 'batch' || !batch.body.price) return undefined
  const units = batch.body.machines.length
  const amount = equalShares(batch.body.price, units)[batch.body.machines.indexOf(machine.id)]
  return amount && { amount, units, batch: batch.id, name: batch.body.name }
}

function stepsOf(view: Omit<ArrivalView, 'steps'>, machine: MachineState): ArrivalView['steps'] {
  const open = view.evidenceNeeds.filter((n) => n.is === 'not looked' || n.is === 'noted').length
  const none = (what: string) => saidNone(machine, what)
  const count = (n: number, one: string, many: string) => (n === 1 ? `1 ${one}` : `${n} ${many}`)
  const facts: Readonly<Record<ArrivalStep, readonly [boolean, string]>> = {
    'what it is': [true, view.plate.serial ? `serial ${view.plate.serial}` : 'no serial yet'],
    'giver and source': [
      view.source !== undefined && view.source.how !== 'not recorded',
      view.source
        ? `${view.source.how}${view.source.from ? ` from ${view.source.from}` : ''}`
        : 'not recorded',
    ],
    'what was claimed': [
      view.claims.length > 0 || none('claims'),
      view.claims.length
        ? count(view.claims.length, 'claim', 'claims')
        : none('claims')
          ? 'nothing was said'
          : 'not asked yet',
    ],
    'before it is touched': [
      open === 0,
      open === 0 ? 'photographed' : `${open} of ${view.evidenceNeeds.length} still to see`,
    ],
    'in the box': [
      view.box.length > 0 || none('box'),
      view.box.length
        ? count(view.box.length, 'thing', 'things')
        : none('box')
          ? 'nothing came with it'
          : 'not listed yet',
    ],
    contents: [
      view.contents.length > 0 || none('contents'),
      view.contents.length
        ? count(view.contents.length, 'medium', 'media')
        : none('contents')
          ? 'none in it'
          : 'not looked yet',
    ],
    quarantine: [
      view.quarantine?.way === 'out' && !view.quarantine.seen.some((s) => s.endsWith('not looked')),
      view.quarantine
        ? view.quarantine.way === 'in'
          ? `in quarantine, ${view.quarantine.place ?? ''}`
          : 'through'
        : 'not begun',
    ],
    receipt: [
      view.receipts.length > 0 || none('receipt'),
      view.receipts.length ? 'given' : none('receipt') ? 'none asked for' : 'not given yet',
    ],
  }
  return arrivalSteps.map((step) => ({ step, done: facts[step][0], fact: facts[step][1] }))
}
