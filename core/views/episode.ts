/** Everything the Episode view shows: the sheet, the tray, what stands in the way, and what the composer may complete. */
import { type EpisodeState, type World, type MachineState } from '#core/history/world.ts'
import type { EntryId, MachineId } from '#core/ids.ts'
import type { Interval, Instant } from '#core/quantity/time.ts'
import type { Plate, StatusView, FunctionRow } from './machine-shape.ts'
import { type LogRow, type Bracket, bracketsOf, logRow, carriedPhotos } from './rows.ts'
import type { Refit } from '#core/work/refit.ts'
import type { WayInStep, SheetHazard } from '#core/type/sheet.ts'
import type { WaitRow } from '#core/history/waits.ts'
import { type CheckReport, type CheckName, checksOf, entriesOf } from '#core/work/checks/index.ts'
import type { ComposerContext } from '../composer/context.ts'
import { type Labels, partLabel, placeLabel, labelsFor } from './labels.ts'
import { sheetOf } from '#core/history/layout.ts'
import { machineStanding, trayOf, waitRows, type Coverage } from '#core/history/status.ts'
import { voidTests, openQuestions } from '#core/history/void.ts'
import { partContext } from './contexts.ts'
import { composerContext } from './composing.ts'
import { plateOf, statusView, functionRow } from './machine.ts'
import { refitOf, wayInShown } from './opening.ts'
import { policyNumber } from '#core/history/policy.ts'
import type { Authority } from '#core/history/bodies/rule.ts'
import { authorisedFor } from '#core/history/authorised.ts'

export interface JotRow {
  readonly entry: EntryId
  readonly happenedAt: Interval
  readonly words: string
  readonly seconds?: number | undefined
  readonly photos: readonly EntryId[]
}

export interface EpisodeView {
  readonly machine: MachineId
  readonly plate: Plate
  readonly status: StatusView
  readonly functions: readonly FunctionRow[]
  readonly episode: {
    readonly id: EntryId
    readonly number: number
    readonly title: string
    readonly state: 'open' | 'paused' | 'closed'
    readonly opened: Instant
    readonly next: string
    readonly lie: string
  }
  readonly before?: { readonly number: number; readonly next: string; readonly at: Instant } | undefined
  readonly rows: readonly LogRow[]
  readonly brackets: readonly Bracket[]
  /** Trials in a row that had no effect, once they reach the house's stop rule. */
  readonly stop?: { readonly trials: number; readonly rule: string } | undefined
  readonly tray: readonly {
    readonly id: string
    readonly label: string
    readonly where: string
    readonly from: string
  }[]
  /** How what is off goes back. */
  readonly refit: Refit
  /** The type's way in, step by step; empty where nobody has written it. */
  readonly wayIn: readonly WayInStep[]
  /** The steps of this episode, as a way in for the type. */
  readonly wayInShown: readonly WayInStep[]
  readonly waits: readonly WaitRow[]
  /** Jots of the machine that nobody has sorted yet. */
  readonly jots: readonly JotRow[]
  readonly questions: readonly { readonly entry: EntryId; readonly words: string; readonly at: Instant }[]
  readonly lastProof?: { readonly at: Instant; readonly coverage: Coverage } | undefined
  readonly checks: readonly CheckReport[]
  /** The check that the moment asks for. */
  readonly moment: CheckName
  readonly closedReport?:
    readonly { readonly rule: string; readonly is: string; readonly note?: string | undefined }[] | undefined
  readonly cautions: readonly { readonly hazard: SheetHazard; readonly authorised: readonly string[] }[]
  readonly people: readonly string[]
  readonly context: ComposerContext
  readonly labels: Labels
  readonly now: Instant
}

/** The Episode view. `nextTag` is the next free bag tag of the house. Undefined for an episode the world does not know. */
export function episodeView(world: World, id: EntryId, nextTag: string): EpisodeView | undefined {
  const machine = [...world.machines.values()].find((m) => m.episodes.some((e) => e.id === id))
  const episode = machine?.episodes.find((e) => e.id === id)
  if (!machine?.registered || !episode) return undefined
  const standing = machineStanding(world, machine)
  const checks = checksOf(world, machine, episode)
  const mineOnly = new Set<string>(entriesOf(world, episode).map((s) => s.id))
  const brackets = bracketsOf(world, machine).filter((b) => mineOnly.has(b.to))
  const mine = entriesOf(world, episode)
  const withdrawn = world.withdrawn.filter((s) => s.episode === episode.id)
  const line = [...mine, ...withdrawn].sort((a, b) =>
    (a.happenedAt.earliest ?? '') < (b.happenedAt.earliest ?? '')
      ? -1
      : (a.happenedAt.earliest ?? '') > (b.happenedAt.earliest ?? '')
        ? 1
        : a.id < b.id
          ? -1
          : 1,
  )
  const ids = new Set<string>(line.map((s) => s.id))
  const voids = voidTests(world, machine)
  const carried = carriedPhotos(machine)
  const before = machine.episodes[episode.number - 2]
  const tray = trayOf(world, machine).flatMap((part) => partContext(world, part, machine.id) ?? [])
  const closed = episode.closed?.body
  const authorised = (authority: Authority) =>
    authorisedFor(world, authority, world.now).map((id) => world.parties.get(id)?.name ?? 'somebody')
  return {
    machine: machine.id,
    plate: plateOf(world, machine),
    status: statusView(world, machine, standing),
    functions: standing.standings.map((s) => functionRow(world, machine, s)),
    episode: {
      id,
      number: episode.number,
      title: episode.title,
      state: episode.state,
      opened: episode.opened.happenedAt.latest,
      next: episode.next,
      lie: episode.lie,
    },
    before: episodeBefore(before, machine),
    rows: line.map((s) => logRow(world, s, voids, carried)),
    stop: stopRule(world, machine, brackets),
    brackets: brackets.map((b) => (b.from && ids.has(b.from) ? b : { ...b, from: null })),
    tray: trayRows(world, machine),
    refit: refitOf(world, machine),
    wayIn: sheetOf(world, machine)?.wayIn ?? [],
    wayInShown: wayInShown(world, episode),
    waits: waitRows(world, machine),
    jots: openJots(machine),
    questions: openQuestions(world, machine).map((q) => ({
      entry: q.entry.id,
      words: q.words,
      at: q.entry.happenedAt.latest,
    })),
    lastProof: standing.oldestProof ? { at: standing.oldestProof, coverage: standing.coverage } : undefined,
    checks: checks.reports,
    moment: checks.moment,
    closedReport: closed?.kind === 'episode' && closed.what === 'closed' ? closed.report : undefined,
    cautions: (sheetOf(world, machine)?.hazards ?? []).map((hazard) => ({
      hazard,
      authorised: hazard.needs ? authorised(hazard.needs) : [],
    })),
    people: [
      ...new Set(mine.flatMap((s) => (s.doneBy ? [world.parties.get(s.doneBy)?.initials ?? ''] : []))),
    ].filter(Boolean),
    context: composerContext(world, machine, episode, { standing, checks, tray, nextTag }),
    labels: labelsFor(world, line),
    now: world.now,
  }
}

function episodeBefore(before: EpisodeState | undefined, machine: MachineState) {
  return (
    before && {
      number: before.number,
      // What was done or dropped since is no longer handed on.
      next: machine.tasks.some((t) => t.what === 'next' && t.ended && t.left.id === before.lastStep.id)
        ? ''
        : before.next,
      at: before.lastStep.happenedAt.latest,
    }
  )
}

function trayRows(world: World, machine: MachineState) {
  return trayOf(world, machine).map((part) => {
    const state = world.parts.get(part)
    const from = state?.legs.at(-1)?.from
    return {
      id: part,
      label: partLabel(world, part),
      where: state?.place?.position ?? 'tray',
      from: from ? placeLabel(world, from, machine.id) : '',
    }
  })
}

function openJots(machine: MachineState) {
  return machine.jots
    .filter((j) => j.into === undefined)
    .map((j) => ({
      entry: j.entry.id,
      happenedAt: j.entry.happenedAt,
      words: j.words,
      seconds: j.voice?.seconds,
      photos: carriedPhotos(machine).get(j.entry.id) ?? [],
    }))
}

/** The latest trials that changed nothing, if they are as many as the house allows before people stop and think. */
function stopRule(world: World, machine: MachineState, brackets: readonly Bracket[]): EpisodeView['stop'] {
  const most = policyNumber(world, machine, 'stop rule')
  const trials =
    brackets.length -
    1 -
    brackets.findLastIndex((b) => b.verdict !== 'no effect' && b.verdict !== 'no lasting effect together')
  return most !== undefined && trials >= most ? { trials, rule: `${most} trials` } : undefined
}
