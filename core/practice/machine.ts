/**
 * A simulated faulty machine on the Log port. What is written goes through the same admission as in the house; what is tried,
 * measured or looked at is answered by what is truly so, whatever the line says. Time runs by the acts. The same case and the same
 * acts answer the same: a run is kept as what was written, and told anew anywhere.
 */
import type { Body } from '#core/history/bodies/index.ts'
import { entryVersion, type Draft, type Entry } from '#core/history/entry.ts'
import type { EpisodeState, MachineState, World } from '#core/history/world.ts'
import type { Refusal } from '#core/history/refusal.ts'
import type { EntryId, MachineId, PartId } from '#core/ids.ts'
import type { Log, Outcome } from '#core/judging/log.ts'
import { MemoryLog } from '#core/judging/memory-log.ts'
import { dice } from '#core/quantity/dice.ts'
import { instantToMs, msToInstant, pointAt, type Instant } from '#core/quantity/time.ts'
import { episodeView } from '#core/views/episode.ts'
import { closingCheck } from '#core/work/checks/closing.ts'
import { parseLine } from '#core/composer/index.ts'
import { beginningOf } from './beginning.ts'
import type { HiddenFault, PracticeCase } from './case.ts'
import { answerOf, type Inside } from './answering.ts'
import { Hidden, type Killed } from './hidden.ts'
import { idsOf, practiceId, type CaseIds } from './ids.ts'
import { lookUpIn } from './look-up.ts'
import { minutesOfAct } from './minutes.ts'
import { powers, unsafeAct, type UnsafeAct } from './unsafe.ts'

/** Drafts that were written together: what a run is kept as. */
export type Group = readonly Draft[]

/** One act: what was written and what it came to. */
export interface Step {
  /** Entries of the run that stood before it. */
  readonly before: number
  readonly entries: readonly EntryId[]
  readonly minutes: number
  readonly killed: readonly Killed[]
}

const minuteMs = 60_000
const dayMs = 24 * 60 * minuteMs
export class SimulatedMachine implements Log {
  readonly ids: CaseIds
  readonly groups: Group[] = []
  readonly steps: Step[] = []
  unsafe: UnsafeAct | undefined
  /** Minutes of hands so far. */
  minutes = 0
  private clockMs: number
  private readonly log: MemoryLog
  private hidden!: Hidden
  private poweredSinceMs: number | undefined
  private poweredOffMs: number | undefined

  private constructor(
    readonly told: PracticeCase,
    readonly startedAt: Instant,
    private readonly you: string,
  ) {
    this.ids = idsOf(told.key)
    this.clockMs = instantToMs(startedAt)
    this.log = new MemoryLog({
      account: this.ids.account,
      house: this.ids.house,
      role: 'steward',
      now: () => this.now,
      fromOutbox: false,
      keepContested: false,
    })
  }

  /** A case as it begins, at a time of its own. */
  static async begin(told: PracticeCase, startedAt: Instant, you: string): Promise<SimulatedMachine> {
    const machine = new SimulatedMachine(told, startedAt, you)
    await machine.open()
    return machine
  }

  /** A run told anew from what was written. */
  static async replay(
    told: PracticeCase,
    startedAt: Instant,
    you: string,
    groups: readonly Group[],
  ): Promise<SimulatedMachine> {
    const machine = await SimulatedMachine.begin(told, startedAt, you)
    for (const group of groups) await machine.append(group)
    return machine
  }

  get now(): Instant {
    return msToInstant(this.clockMs)
  }
  get entries(): readonly Entry[] {
    return this.log.entries
  }
  get machine(): MachineId {
    return this.ids.machine
  }
  world = (_machine?: MachineId): Promise<World> => this.log.world()

  private async open() {
    const told = beginningOf(this.told, this.ids, this.you)
    for (const [n, { daysAgo, body }] of told.entries())
      await this.tell(`beginning ${n}`, this.clockMs - daysAgo * dayMs + n * minuteMs, body)
    const { machine } = this.ids
    if (this.told.history.length > 0) await this.tellHistory()
    if (this.told.dryingHours !== undefined)
      await this.tell('drying', this.clockMs - minuteMs, {
        kind: 'wait',
        machine,
        what: 'the board dries',
        until: msToInstant(this.clockMs + this.told.dryingHours * 60 * minuteMs),
      })
    await this.tell(this.ids.episode, this.clockMs, {
      kind: 'episode',
      what: 'opened',
      machine,
      title: this.told.title,
    })
    this.hidden = new Hidden(this.told, this.ids, dice(this.told.seed), await this.world())
  }

  /** What the workshop wrote on an evening before; its lines stand as they were written. */
  private async tellHistory() {
    const { machine } = this.ids
    const episode = practiceId<EntryId>(this.told.key, 'an evening before')
    let at = this.clockMs - 2 * dayMs
    await this.tell(episode, at, { kind: 'episode', what: 'opened', machine, title: 'The evening before' })
    for (const [n, line] of this.told.history.entries()) {
      at += 5 * minuteMs
      const world = await this.world()
      const view = episodeView(world, episode, 'P-0900')
      const parsed =
        view &&
        parseLine(line, view.context, {
          now: msToInstant(at),
          zone: 'UTC',
          newId: () => practiceId(this.told.key, `history ${n}`),
          doer: this.ids.colleague,
          lookUp: (word) => lookUpIn(world, word, machine),
        })
      if (!parsed?.ok) throw new Error(`a line of the case cannot be read: ${line}`)
      for (const [i, { body }] of parsed.entries.entries())
        await this.tell(`history ${n} ${i}`, at + i, body, episode)
    }
    const world = await this.world()
    const state = world.machines.get(machine)
    const open = state?.episodes.find((e) => e.id === episode)
    const unmet =
      state && open ? closingCheck(world, state, open).rules.filter((r) => r.is === 'not met') : []
    await this.tell('history closed', at + minuteMs, {
      kind: 'episode',
      machine,
      episode,
      what: 'closed',
      next: 'find out what is wrong with it',
      report: [],
      deferred: unmet.flatMap((r) => r.about).map((what) => ({ what, reason: 'left as it is' })),
    })
  }

  /** Writes something of the beginning; a case that cannot be told is a mistake of whoever made it. */
  private async tell(id: string, atMs: number, body: Body, episode?: EntryId) {
    const draft: Draft = {
      id:
        id === this.ids.episode || /^[0-9a-f-]{36}$/.test(id)
          ? (id as EntryId)
          : practiceId(this.told.key, id),
      v: entryVersion,
      happenedAt: pointAt(msToInstant(Math.min(atMs, this.clockMs))),
      basis: 'seen',
      doneBy: episode ? this.ids.colleague : this.ids.you,
      body,
      ...(episode ? { episode } : {}),
    }
    const [outcome] = await this.log.append([draft])
    if (outcome?.became !== 'recorded')
      throw new Error(`the case cannot begin: ${body.kind} ${JSON.stringify(outcome)}`)
  }

  /** Parts that somebody would need to know are there: what the store holds for each kind. */
  async state(): Promise<{ world: World; machine: MachineState; episode: EpisodeState }> {
    const world = await this.world()
    const machine = world.machines.get(this.ids.machine)
    const episode = machine?.episodes.find((e) => e.id === this.ids.episode)
    if (!machine || !episode) throw new Error('the machine of the case is not in its world')
    return { world, machine, episode }
  }

  /** Whether anything that is written still changes something. */
  get over(): boolean {
    return this.unsafe !== undefined
  }

  async append(group: Group): Promise<readonly Outcome[]> {
    const bar = this.barOf(group)
    if (bar) return group.map(({ id }) => ({ id, became: 'refused', refusal: bar }))
    const { world, machine, episode } = await this.state()
    const bodies = group.map((d) => d.body)
    const unsafe = unsafeAct(world, machine, episode, bodies) ?? this.wetPower(bodies)
    const before = this.entries.length
    const inside: Inside = {
      told: this.told,
      ids: this.ids,
      hidden: this.hidden,
      world,
      machine,
      nowMs: this.clockMs,
      poweredSinceMs: this.poweredSinceMs,
      poweredOffMs: this.poweredOffMs,
    }
    const answered = group.map(({ body, ...draft }) => ({
      ...draft,
      body: answerOf(body, inside),
    }))
    const minutes = answered.reduce((sum, { body }) => sum + minutesOfAct(body, this.told.sheet), 0)
    const clock = this.clockMs
    // What takes time is written when it is done; several acts of one line follow each other.
    this.clockMs += Math.max(minutes * minuteMs, 1000)
    const timed = answered.map((draft, i): Draft => ({
      ...draft,
      doneBy: draft.doneBy ?? this.ids.you,
      happenedAt: pointAt(msToInstant(this.clockMs - (answered.length - 1 - i))),
      ...(minutes > 0 && i === 0 ? { minutes } : {}),
    }))
    const outcome = await this.log.append(timed)
    if (outcome.some((o) => o.became !== 'recorded')) {
      this.clockMs = clock
      return outcome
    }
    this.groups.push(group)
    this.minutes += minutes
    this.unsafe = unsafe
    const killed = unsafe ? [] : await this.happened(timed.map((d) => d.body))
    this.steps.push({ before, entries: timed.map((d) => d.id), minutes, killed })
    for (const one of killed) await this.smells(one, clock)
    return outcome
  }

  /** What has no place in practice. */
  private barOf(group: Group): Refusal | undefined {
    if (this.over) return { rule: 'not-in-practice', what: 'over' }
    if (group.some((d) => d.amends !== undefined || d.body.kind === 'settle'))
      return { rule: 'not-in-practice', what: 'correction' }
    return group.some((d) => d.body.kind === 'episode')
      ? { rule: 'not-in-practice', what: 'ending' }
      : undefined
  }

  /** Still wet, whatever was said of it. */
  private wetPower(bodies: readonly Body[]): UnsafeAct | undefined {
    const dryMs = instantToMs(this.startedAt) + (this.told.dryingHours ?? 0) * 60 * minuteMs
    return this.clockMs < dryMs && bodies.some(powers)
      ? { check: 'switch on', rule: 'waits over', about: ['the board dries'], also: [] }
      : undefined
  }

  /** What an act changes inside, and what power does. */
  private async happened(bodies: readonly Body[]): Promise<Killed[]> {
    for (const body of bodies) {
      if (body.kind === 'move' || body.kind === 'change' || body.kind === 'connection') this.hidden.done(body)
      if (body.kind === 'wait' && 'until' in body)
        this.clockMs = Math.max(this.clockMs, instantToMs(body.until))
      if (body.kind === 'power') {
        this.poweredSinceMs = body.way === 'on' ? this.clockMs : undefined
        if (body.way === 'off') this.poweredOffMs = this.clockMs
      }
      if (body.kind === 'precaution' && body.what === 'plug out') {
        if (this.poweredSinceMs !== undefined) this.poweredOffMs = this.clockMs
        this.poweredSinceMs = undefined
      }
    }
    // A trial without a word of the switch: on for it, and off again.
    if (this.poweredSinceMs === undefined && bodies.some(powers)) this.poweredOffMs = this.clockMs
    return bodies.some(powers) ? this.hidden.power(await this.world()) : []
  }

  /** Something got too hot: it is noticed, and written down. */
  private async smells({ part, at, point }: Killed, sinceMs: number) {
    const draft: Draft = {
      id: practiceId<EntryId>(this.told.key, `killed ${part} ${this.steps.length}`),
      v: entryVersion,
      // As power came on: before what was tried then.
      happenedAt: pointAt(msToInstant(Math.min(sinceMs + 500, this.clockMs))),
      basis: 'seen',
      doneBy: this.ids.you,
      episode: this.ids.episode,
      body: {
        kind: 'incident',
        machine: this.machine,
        words: `A smell of hot resin: ${at} got too hot to touch as ${point} came on.`,
        target: { sort: 'position', name: at },
        by: 'us',
        undone: 'cannot be undone',
      },
    }
    await this.log.append([draft])
  }

  /** Functions that truly fail now, with what fails them. */
  async truth(): Promise<ReadonlyMap<string, readonly { readonly sort: string; readonly at: string }[]>> {
    const world = await this.world()
    return new Map(
      this.told.sheet.functions.map((f) => [f.name, this.hidden.faultsOf(world, f.name)] as const),
    )
  }

  /** Faults of the case that are still there. */
  faultsLeft = async (): Promise<readonly HiddenFault[]> => this.hidden.left(await this.world())

  /** Parts of the store that were put in. */
  async used(): Promise<readonly PartId[]> {
    const { world, episode } = await this.state()
    return [
      ...new Set(
        world.line
          .filter((s) => s.episode === episode.id)
          .flatMap(({ body }) =>
            body.kind === 'move'
              ? body.legs.filter((l) => l.from?.in.kind === 'store').map((l) => l.part)
              : [],
          ),
      ),
    ]
  }
}
