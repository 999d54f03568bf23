/** What a machine's page says of its parts: what sits where, what came out, what is lent, what the owner agreed to. */
import type { ConsentMatter } from '#core/history/bodies/consent.ts'
import { trayOf } from '#core/history/status.ts'
import type { MachineState, World } from '#core/history/world.ts'
import type { LoanWay } from '#core/history/loan-ways.ts'
import type { EntryId, LoanId } from '#core/ids.ts'
import { dueDay } from '#core/loans/agreement.ts'
import { contentsOf, contentWord, machineAround, type ContentWord } from '#core/history/presence.ts'
import type { Instant } from '#core/quantity/time.ts'
import { openRequests } from '#core/parts/ownership.ts'
import { partLabel, placeLabel } from './labels.ts'

export interface PositionRow {
  readonly designator: string
  readonly on?: string | undefined
  readonly accepts: string
  readonly assembly: boolean
  readonly essential: boolean
  readonly content: ContentWord
  /** What was done to it where it sits, last: cleaned, reseated, cut. */
  readonly worked?: { readonly verbs: readonly string[]; readonly at: Instant } | undefined
  readonly part?:
    | {
        readonly id: string
        readonly label: string
        readonly own: boolean
        /** In for now only: it comes out before the episode closes. */
        readonly temporary?: boolean
        readonly origin?: string | undefined
        readonly since?: Instant | undefined
        readonly from?: string | undefined
      }
    | undefined
}

export interface PartLoanRow {
  readonly part: string
  readonly label: string
  readonly home: string
  readonly at: string
  readonly since: Instant
  readonly due?: Instant | undefined
  readonly closed?: Instant | undefined
  readonly lends: boolean
}

export interface GivenRow {
  readonly part: string
  readonly label: string
  readonly position: string
  readonly to: string
  readonly at: Instant
  readonly kept: boolean
  readonly gone: boolean
  /** It lies in the tray of one of its episodes: out, and waiting. */
  readonly tray: boolean
  readonly authority?: string | undefined
}

export function positionRows(world: World, machine: MachineState): PositionRow[] {
  const worked = workedOn(machine)
  return contentsOf(world, machine).map(({ position, content, part, place }) => {
    const state = part ? world.parts.get(part) : undefined
    const last = state?.legs.at(-1)
    const own =
      !state ||
      state.start === undefined ||
      (state.start.in.id === place.in.id && state.start.position === place.position)
    return {
      designator: position.designator,
      on: position.on,
      accepts: position.accepts,
      assembly: position.assembly,
      essential: position.essential,
      content: contentWord(content),
      worked: worked.get(position.designator),
      part: part && {
        id: part,
        label: partLabel(world, part),
        own,
        ...(state?.temporary ? { temporary: true } : {}),
        origin: state?.origin,
        since: last?.entry.happenedAt.latest,
        from: !own && state?.start ? placeLabel(world, state.start, machine.id, 'at first') : undefined,
      },
    }
  })
}

/** What was done to each position without taking anything out of it. */
function workedOn(machine: MachineState): ReadonlyMap<string, { verbs: string[]; at: Instant }> {
  const found = new Map<string, { verbs: string[]; at: Instant }>()
  for (const step of machine.steps) {
    if (step.in !== undefined || step.out !== undefined || step.verb === 'incident') continue
    if (step.entry.body.kind !== 'change') continue
    const held = found.get(step.target.name)
    const at = step.entry.happenedAt.latest
    if (!held) found.set(step.target.name, { verbs: [step.verb], at })
    else {
      held.at = at
      if (!held.verbs.includes(step.verb)) held.verbs.push(step.verb)
    }
  }
  return found
}

/** Loans in which the machine lends or holds. */
export function partLoanRows(world: World, machine: MachineState): PartLoanRow[] {
  return world.loans
    .map((loan): PartLoanRow | undefined => {
      const lends = holderMachine(world, loan.home.in) === machine.id
      const holds = holderMachine(world, loan.to.in) === machine.id
      if (!lends && !holds) return undefined
      return {
        part: loan.part,
        label: partLabel(world, loan.part),
        home: placeLabel(world, loan.home, machine.id),
        at: placeLabel(world, loan.to, machine.id),
        since: loan.entry.happenedAt.latest,
        due: loan.due,
        closed: loan.closed?.happenedAt.latest,
        lends,
      }
    })
    .filter((row) => row !== undefined)
}

/** The machine around a holder, through the assemblies that were touched. */
const holderMachine = (world: World, { kind, id }: { kind: string; id: string }): string | undefined =>
  kind === 'machine'
    ? id
    : kind === 'assembly' && world.parts.has(id as never)
      ? machineAround(world, { in: { kind, id } })?.id
      : undefined

/** Parts that came from this machine and are not in it now: in its trays, kept with it, elsewhere. What is back in is not among them. */
export function givenParts(world: World, machine: MachineState): GivenRow[] {
  const tray = new Set<string>(trayOf(world, machine))
  return [...world.parts.values()].flatMap((part) => {
    const last = part.legs.at(-1)
    if (!part.start || !last || !part.place) return []
    if (part.start.in.id !== machine.id && machineAround(world, part.start, 'at first')?.id !== machine.id)
      return []
    if (machineAround(world, part.place)?.id === machine.id) return []
    const { body } = last.entry
    const authority =
      body.kind === 'move' && body.authority ? world.parties.get(body.authority)?.name : undefined
    return [
      {
        part: part.id,
        label: partLabel(world, part.id),
        position: part.start.position ?? '',
        to: placeLabel(world, part.place, machine.id),
        at: last.entry.happenedAt.latest,
        kept: part.place.in.kind === 'kept' && part.place.in.id === machine.id,
        gone: part.place.in.kind === 'gone',
        tray: tray.has(part.id),
        authority,
      },
    ]
  })
}

export interface ConsentRow {
  readonly entry: EntryId
  readonly by: string
  readonly to: ConsentMatter
  readonly given: boolean
  readonly positions?: readonly string[] | undefined
  readonly words: string
  readonly at: Instant
  readonly until?: Instant | undefined
  /** Written down by somebody of the house, as told. */
  readonly told: boolean
  readonly over: boolean
}

export interface LentRow {
  readonly loan: LoanId
  readonly way: LoanWay
  readonly with: string
  readonly asked: Instant
  readonly due?: string | undefined
  readonly closed: boolean
}

/** Loans that a machine is or was in, the newest first. */
export const lentRows = (world: World, machine: MachineState): LentRow[] =>
  [...world.loanFiles.values()]
    .flatMap((file) =>
      file.asked?.body.items.some((i) => i.machine === machine.id)
        ? [
            {
              loan: file.id,
              way: file.asked.body.way,
              with: world.parties.get(file.asked.body.with)?.name ?? 'the other side',
              asked: file.asked.happenedAt.latest,
              due: dueDay(file),
              closed: file.closed !== undefined,
            },
          ]
        : [],
    )
    .sort((a, b) => b.asked.localeCompare(a.asked))

export interface RequestRow {
  readonly entry: EntryId
  readonly of: string
  readonly to: ConsentMatter
  readonly positions?: readonly string[] | undefined
  readonly words: string
  readonly at: Instant
}

/** What the owner was asked and has not answered, the oldest first. */
export const requestRows = (world: World, machine: MachineState): RequestRow[] =>
  openRequests(machine).map(({ entry, asked }) => ({
    entry: entry.id,
    of: world.parties.get(asked.of)?.name ?? 'the owner',
    to: asked.to,
    positions: asked.positions,
    words: asked.words,
    at: entry.happenedAt.latest,
  }))

export const consentRows = (world: World, machine: MachineState): ConsentRow[] =>
  machine.consents.flatMap(({ id, body, basis, happenedAt }) =>
    body.kind === 'consent'
      ? [
          {
            entry: id,
            by: world.parties.get(body.by)?.name ?? 'the owner',
            to: body.to,
            given: body.given,
            positions: body.positions,
            words: body.words,
            at: happenedAt.latest,
            until: body.until,
            told: basis === 'told',
            over: body.until !== undefined && body.until <= world.now,
          },
        ]
      : [],
  )
