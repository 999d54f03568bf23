/** The steps of a plan, machine by machine: what its record leaves to do, in the order in which it is done, and work that was planned. */
import type { PlanRow } from '#core/history/bodies/evening.ts'
import { placeSorts, type PlaceSort } from '#core/history/bodies/job.ts'
import type { PlannedJob } from '#core/history/job-state.ts'
import type { Todo, TodoAct } from '#core/work/todo/index.ts'
import {
  acts,
  actKey,
  believed,
  jobKey,
  leastMinutes,
  lookAgain,
  mostMinutes,
  reservedMinutes,
  reservedSort,
  tickMinutes,
  usualSpread,
  type Work,
} from './figures.ts'
import type { Given, GivenMachine, HouseMinutes, MinutesFrom, StepOf } from './given.ts'
import { roundedUp, type PlanStep } from './problem.ts'
import { neverAlone } from './sheet.ts'

/** What is fitted has to be there. */
const toFetch = (todo: Todo): string =>
  todo.items
    .map((i) => i.name)
    .join(', ')
    .slice(0, 80)

const sortOf = (place: string | undefined): PlaceSort | undefined =>
  placeSorts.find((s) => place?.toLowerCase().startsWith(s))

export class Steps {
  readonly steps: PlanStep[] = []
  readonly infos: StepOf[] = []
  /** Whether the machine that was added last has something to be looked at after the day that it is wanted by: a job of its own. */
  later = false
  private pieces = 0
  private readonly switches: boolean
  /** Rows that were told, by step. */
  private readonly told: ReadonlyMap<string, PlanRow>
  private readonly given: Given
  private readonly now: number
  private readonly minute: (at: string) => number

  constructor(given: Given, now: number, minute: (at: string) => number) {
    this.given = given
    this.now = now
    this.minute = minute
    this.told = new Map(
      given.evenings.flatMap((e) =>
        (e.told?.rows ?? []).flatMap((r) => (r.step === undefined ? [] : [[r.step, r] as const])),
      ),
    )
    // A house that names nobody for switching on does not go by it.
    this.switches = given.people.some((p) => p.authorities.includes('switch on'))
  }

  add(machine: GivenMachine, job: number) {
    this.later = false
    const shown = machine.wanted?.end === 'displayed'
    const todo = (act: TodoAct) => machine.todo.find((t) => t.act === act && t.items.length > 0)
    const piece = this.pieces++
    const waits = Math.max(0, ...machine.waits.map((w) => this.minute(w.until)))
    let last: number | undefined
    let jobsDone: number[] = []
    const follow = (act: TodoAct, work: Work, more: Partial<PlanStep> = {}) => {
      const found = todo(act)
      if (!found || !machine.wanted || (shown && work.powered)) return
      last = this.ofTodo(machine, job, piece, found, work, [last, ...jobsDone], more)
      jobsDone = []
    }
    // What its surface needs has to be done before it is closed, and holds nothing else up.
    const seeTo = todo('see to')
    const seen =
      seeTo && machine.wanted
        ? [this.ofTodo(machine, job, this.pieces++, seeTo, acts['see to'] ?? lookAgain, [], {})]
        : []
    for (const act of ['make harmless', 'take out', 'fit'] as const) follow(act, acts[act] ?? lookAgain)
    const before = last
    // What needs power comes once it is back together and was tried.
    const powered = (j: PlannedJob) => j.steps[0]?.authority === 'switch on'
    // Work on it holds up trying it: nobody powers what somebody works inside of, or what is not dry.
    const held = machine.jobs
      .filter((j) => !powered(j))
      .flatMap((j) => this.ofJob(machine, job, j, before) ?? [])
    jobsDone = [...held, ...seen]
    const notBefore = waits > this.now ? { notBefore: waits } : {}
    follow('put back', acts['put back'] ?? lookAgain, { closes: true, ...notBefore })
    if (!todo('put back')) jobsDone = held
    follow('find the fault', acts['find the fault'] ?? lookAgain, notBefore)
    if (machine.wanted && !shown && todo('find the fault')) last = this.reserved(machine, job, piece, last)
    for (const act of ['test again', 'test', 'prove', 'try'] as const)
      follow(act, acts[act] ?? lookAgain, notBefore)
    const tried = last
    for (const j of machine.jobs.filter(powered)) this.ofJob(machine, job, j, tried)
    const again = todo('look again')
    if (again && machine.wanted) {
      const due = again.items.flatMap((i) => (i.due === undefined ? [] : [this.minute(i.due)]))
      const notBefore = Math.max(this.now, ...(due.length > 0 ? [Math.min(...due)] : []))
      const wantedBy = machine.wanted.due === undefined ? undefined : this.minute(machine.wanted.due)
      this.later = wantedBy !== undefined && notBefore > wantedBy
      this.ofTodo(machine, this.later ? job + 1 : job, this.pieces++, again, lookAgain, [], { notBefore })
    }
  }

  written(row: PlanRow, job: number, at: number, people: readonly number[]) {
    const sort = sortOf(row.place)
    this.push(
      {
        ...plainStep,
        id: `by hand ${this.steps.length}`,
        job,
        piece: this.pieces++,
        hands: row.minutes,
        pair: people.length > 1,
        interruptible: true,
        place: sort === undefined ? undefined : placeSorts.indexOf(sort),
        ...(row.runs === undefined ? {} : { runs: { minutes: row.runs, minded: false } }),
        after: [],
        pinned: { at, people },
        spread: usualSpread,
      },
      {
        key: `by hand ${this.steps.length}`,
        machine: row.machine,
        is: { hand: row },
        sort: row.what,
        minutes: row.minutes,
        from: { by: 'said' },
        authority: row.authority,
        place: sort,
        fetch: row.fetch,
        runs: row.runs,
        minded: false,
        decision: false,
      },
    )
  }

  private push(step: PlanStep, info: StepOf): number {
    this.steps.push(step)
    this.infos.push(info)
    return this.steps.length - 1
  }

  private minutesFor(
    machine: GivenMachine,
    key: string,
    sort: string,
    otherwise: { minutes: number; from: MinutesFrom },
  ) {
    const house = this.given.minutes[sort]
    const said = machine.takes[key]
    if (said !== undefined) return { minutes: said, from: { by: 'said' } as MinutesFrom, spread: usualSpread }
    const known = this.known(house, otherwise)
    const told = this.told.get(key)?.minutes
    return told === undefined || told === roundedUp(known.minutes, tickMinutes)
      ? known
      : { ...known, minutes: told, from: { by: 'told' } as MinutesFrom }
  }
  private known(house: HouseMinutes | undefined, otherwise: { minutes: number; from: MinutesFrom }) {
    if (house && house.n >= believed && otherwise.from.by !== 'record')
      return {
        minutes: house.median,
        from: { by: 'house', ...house } as MinutesFrom,
        spread: Math.max(1.1, house.high / Math.max(1, house.median)),
      }
    return { ...otherwise, spread: usualSpread }
  }

  private ofTodo(
    machine: GivenMachine,
    job: number,
    piece: number,
    todo: Todo,
    work: Work,
    after: readonly (number | undefined)[],
    more: Partial<PlanStep>,
  ): number {
    const key = actKey(machine.id, todo.act)
    const known =
      todo.minutes === undefined ? undefined : Math.min(mostMinutes, Math.max(leastMinutes, todo.minutes))
    const { minutes, from, spread } = this.minutesFor(
      machine,
      key,
      todo.act,
      known === undefined
        ? { minutes: work.minutes, from: { by: 'rule' } }
        : { minutes: known, from: { by: 'record' } },
    )
    const row = this.told.get(key)
    // Whoever worded it knows where it is done, what it needs and what then runs.
    const own = row?.own ? row : undefined
    const place = sortOf(own?.place) ?? 'bench'
    const authority = own?.authority ?? (work.powered && this.switches ? 'switch on' : undefined)
    return this.push(
      {
        ...plainStep,
        id: key,
        job,
        piece,
        hands: minutes,
        authority,
        place: placeSorts.indexOf(place),
        ...(own?.runs === undefined ? {} : { runs: { minutes: own.runs, minded: false } }),
        after: after.flatMap((step) => (step === undefined ? [] : [{ step, least: 0 }])),
        notBefore: this.now,
        spread,
        ...more,
      },
      {
        key,
        machine: machine.id,
        is: { act: todo.act, todo },
        sort: todo.act,
        minutes,
        from,
        authority,
        place,
        runs: own?.runs,
        own: own?.what,
        fetch: own?.fetch ?? (todo.act === 'fit' ? toFetch(todo) : undefined),
        minded: false,
        decision: todo.act === 'find the fault',
      },
    )
  }

  private reserved(machine: GivenMachine, job: number, piece: number, after: number | undefined): number {
    const key = actKey(machine.id, reservedSort)
    const { minutes, from, spread } = this.minutesFor(machine, key, reservedSort, {
      minutes: reservedMinutes,
      from: { by: 'rule' },
    })
    return this.push(
      {
        ...plainStep,
        id: key,
        job,
        piece,
        hands: minutes,
        place: placeSorts.indexOf('bench'),
        after: after === undefined ? [] : [{ step: after, least: 0 }],
        notBefore: this.now,
        spread,
      },
      {
        key,
        machine: machine.id,
        is: { reserved: true },
        sort: reservedSort,
        minutes,
        from,
        place: 'bench',
        minded: false,
        decision: false,
      },
    )
  }

  /** The steps of planned work that are not done; the last of them, undefined where none is left. */
  private ofJob(
    machine: GivenMachine,
    job: number,
    planned: PlannedJob,
    before: number | undefined,
  ): number | undefined {
    const piece = this.pieces++
    const at = (sort: PlaceSort | undefined) => (sort === undefined ? undefined : placeSorts.indexOf(sort))
    let last: number | undefined
    planned.steps.forEach((s, n) => {
      const key = jobKey(planned.id, n)
      if (machine.done.includes(key)) return
      const sort = s.what.toLowerCase()
      const { minutes, from, spread } = this.minutesFor(machine, key, sort, {
        minutes: s.minutes,
        from: { by: 'plan' },
      })
      const within = planned.steps[n - 1]?.within
      const former = last ?? before
      last = this.push(
        {
          ...plainStep,
          id: key,
          job,
          piece,
          hands: minutes,
          authority: s.authority,
          pair: s.authority !== undefined && neverAlone.has(s.authority),
          interruptible: s.authority === undefined,
          ...(s.runs === undefined ? {} : { runs: { minutes: s.runs, minded: s.minded } }),
          place: at(s.where),
          runsAt: at(s.runsWhere),
          stays: s.stays && n < planned.steps.length - 1,
          after:
            former === undefined
              ? []
              : [
                  {
                    step: former,
                    least: 0,
                    ...(last !== undefined && within !== undefined ? { most: within } : {}),
                  },
                ],
          gear: s.gear?.toLowerCase(),
          tonight: s.tonight,
          sun: s.sun,
          notBefore: this.now,
          opens: planned.opens && n === 0,
          closes: planned.opens && n === planned.steps.length - 1,
          spread,
        },
        {
          key,
          machine: machine.id,
          is: { job: planned.name, what: s.what },
          sort,
          minutes,
          from,
          authority: s.authority,
          place: s.where,
          fetch: [s.gear, s.fetch].filter(Boolean).join(', ') || undefined,
          runs: s.runs,
          minded: s.minded,
          decision: false,
        },
      )
    })
    return last
  }
}

const plainStep = {
  pair: false,
  interruptible: true,
  stays: false,
  tonight: false,
  sun: false,
  opens: false,
  closes: false,
} as const
