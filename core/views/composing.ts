/** What the composer reads a line against, drawn from the folded world. */
import type { EntryId } from '#core/ids.ts'
import { conditionAt } from '#core/condition/condition.ts'
import type { ComposerContext, PartContext } from '#core/composer/context.ts'
import { authorisedFor } from '#core/history/authorised.ts'
import { authorities } from '#core/history/bodies/rule.ts'
import { functionsResolved, sheetOf } from '#core/history/layout.ts'
import { policyNumber, policyOf } from '#core/history/policy.ts'
import { wantsFullTest } from '#core/history/standing.ts'
import { awayAt, waitRows, type MachineStanding } from '#core/history/status.ts'
import { openQuestions } from '#core/history/void.ts'
import type { PartyState } from '#core/history/house-state.ts'
import type { EpisodeState, MachineState, World } from '#core/history/world.ts'
import { consentsOf } from '#core/parts/ownership.ts'
import { evidenceRows } from '#core/provenance/evidence.ts'
import { entriesOf, unmetOf, type Checks } from '#core/work/checks/index.ts'
import { cautionedIn } from './cautioned.ts'
import {
  gridContexts,
  keptFrom,
  methodContexts,
  taughtWords,
  partContext,
  pointContexts,
  slotsOf,
} from './contexts.ts'
import { machineNumber, placeLabel } from './labels.ts'
import { stillOff } from './opening.ts'

export interface Known {
  readonly standing: MachineStanding
  readonly checks: Checks
  readonly tray: readonly PartContext[]
  readonly nextTag: string
}

export function composerContext(
  world: World,
  machine: MachineState,
  episode: EpisodeState,
  { standing, checks, tray, nextTag }: Known,
): ComposerContext {
  const { id } = episode
  const mine = entriesOf(world, episode)
  const mineOnly = new Set<string>(mine.map((s) => s.id))
  const away = awayAt(machine)
  const sheet = sheetOf(world, machine)
  const off = new Set(stillOff(world, machine).map((name) => name.toLowerCase()))
  return {
    machine: machine.id,
    number: machineNumber(machine),
    name: machine.name,
    slots: slotsOf(world, machine.id),
    episode: id,
    functions: functionsResolved(world, machine),
    standing: Object.fromEntries(standing.standings.map((s) => [s.fn, s.word])),
    tray,
    parts: movableParts(world, machine),
    fasteners: [...machine.fasteners.values()].map(({ size, off, on, cups, whats, loose }) => ({
      ...{ size, off, on, cups, whats, loose },
    })),
    connectionsOff: [...machine.connections.keys()],
    questions: openQuestions(world, machine).map((q) => ({ entry: q.entry.id, words: q.words })),
    waits: waitRows(world, machine).map((w) => ({ entry: w.entry, what: w.what })),
    hazards: machine.hazards
      .filter((h) => !h.cleared)
      .map((h) => ({ entry: h.entry.id, words: h.words, barsPower: h.barsPower })),
    gear: gearContexts(world),
    points: pointContexts(world, machine, mineOnly),
    grids: gridContexts(world, machine),
    methods: methodContexts(world, machine),
    taught: taughtWords(world, machine),
    ...(machine.type ? { type: machine.type } : {}),
    kept: keptFrom(mine, world.now),
    evidence: evidenceRows(machine),
    zones: conditionAt(world, machine, world.now).zones.map((z) => ({
      name: z.zone,
      material: sheetOf(world, machine)?.zones.find((s) => s.name === z.zone)?.material ?? '',
    })),
    attributes: machine.attributes,
    altered: standing.standings.filter(wantsFullTest).map((s) => s.fn),
    switchedOff: isSwitchedOff(machine, id),
    away: away && placeLabel(world, away, machine.id),
    changed: machine.steps.some((s) => s.entry.episode === id && s.reach !== 'outside'),
    lastFailed: mine.findLast((s) => s.body.kind === 'test' && s.body.results.some((r) => failed(r.result)))
      ?.id,
    lastTest: mine.findLast((s) => s.body.kind === 'test')?.id,
    asFoundDepth: checks.reports[0]?.depth ?? 'short',
    unmet: unmetOf(checks.reports),
    washHours: policyNumber(world, machine, 'wait after a board wash') ?? 0,
    nextTag,
    latest: latestOf(mine),
    stewards: peopleOf(world, (p) => p.roles.includes('steward')),
    ...(machine.owner === 'house'
      ? {}
      : {
          owner: { name: world.parties.get(machine.owner)?.name ?? 'its owner', said: consentsOf(machine) },
        }),
    wayIn: sheet?.wayIn ?? [],
    before: (sheet?.refit ?? []).filter((r) => off.has(r.first.toLowerCase())),
    authorised: authorisedContexts(world),
    people: peopleOf(world, (p) => p.sort === 'person'),
    house: houseContext(world, machine),
    tasks: machine.tasks
      .filter((t) => !t.ended)
      .map((t) => ({ left: t.left.id, task: t.what === 'put off' ? t.words : undefined, words: t.words })),
    advice: machine.advice
      .filter((a) => !a.became)
      .map(({ entry, said }) => ({ entry: entry.id, words: said.words, sort: said.sort, about: said.about })),
    soaking: soakingOf(machine),
    contentsSaid: machine.arrival.contents.length > 0,
    cautions: cautionedIn(world, machine, episode),
  }
}

/** The last that this episode says of its power is that it was switched off. */
const isSwitchedOff = ({ powered }: MachineState, episode: EntryId): boolean =>
  powered !== undefined &&
  powered.episode === episode &&
  powered.body.kind === 'power' &&
  powered.body.way === 'off'

const failed = ({ is }: { readonly is: string }): boolean =>
  is === 'fail' || is === 'partly' || is === 'intermittent'

const nameOf = (world: World, party: string): string => world.parties.get(party as never)?.name ?? 'somebody'

/** Parts that are somewhere and can be named: those with a tag, and those on loan. */
const movableParts = (world: World, machine: MachineState): ComposerContext['parts'] =>
  [...world.parts.values()]
    .filter(
      (p) => p.place && p.place.in.kind !== 'gone' && (p.tag !== undefined || (p.loan && !p.loan.closed)),
    )
    .flatMap((p) => partContext(world, p.id, machine.id) ?? [])

const gearContexts = (world: World): ComposerContext['gear'] =>
  [...world.gear.values()].map(({ id, name, gearKind, proved, unfit, lent, attributes }) => ({
    id,
    name,
    gearKind,
    proved: proved.length > 0,
    unfit: unfit.length > 0,
    with: lent && nameOf(world, lent.to),
    attributes,
  }))

/** What was written last, the newest first: what a word may put right. The sitting itself is opened and closed, not put right. */
const latestOf = (mine: ReturnType<typeof entriesOf>): ComposerContext['latest'] =>
  mine
    .filter((s) => !s.withdrawn && s.body.kind !== 'episode')
    .slice(-6)
    .reverse()
    .map(({ id, body, happenedAt, basis, doneBy, recordedBy, latest, together }) => ({
      ...{ entry: id, body, happenedAt, basis, doneBy, recordedBy, seen: latest ?? [], together },
    }))

const peopleOf = (world: World, which: (party: PartyState) => boolean): ComposerContext['people'] =>
  [...world.parties.values()].filter(which).map((p) => ({ party: p.id, name: p.name, initials: p.initials }))

/** Who may do what, for every authority that this house gives at all. */
const authorisedContexts = (world: World): ComposerContext['authorised'] =>
  authorities
    .filter((authority) => world.authorisations.some((a) => a.authority === authority))
    .map((authority) => ({
      authority,
      people: authorisedFor(world, authority, world.now).map((party) => ({
        party,
        name: nameOf(world, party),
      })),
    }))

const houseContext = (world: World, machine: MachineState): ComposerContext['house'] => ({
  soakMinutes: 60 * (policyNumber(world, machine, 'soak length') ?? 0),
  seals: policyOf(world, machine, 'labels and seals'),
  originals: policyOf(world, machine, 'removed originals'),
  module: policyOf(world, machine, 'repair or replace a module'),
  boardWash: policyOf(world, machine, 'board wash'),
  whitening: policyOf(world, machine, 'whitening'),
})

const soakingOf = (machine: MachineState): ComposerContext['soaking'] =>
  machine.waits.flatMap(({ over, entry: { id, body, happenedAt } }) =>
    !over && body.kind === 'wait' && !('over' in body) && body.soak
      ? [{ entry: id, since: happenedAt.latest, functions: body.soak.functions }]
      : [],
  )
