/**
 * What is planned over several evenings, as plain numbers: sessions, people, places, steps. Nothing here knows of machines or of a
 * record; `jobs` makes it from them. Minutes count from the plan's beginning, nights included.
 */

/** Minutes, the end not included. */
export interface MinuteSpan {
  readonly from: number
  readonly to: number
}

export interface PlanSession extends MinuteSpan {
  /** Who is there, by index. */
  readonly people: readonly number[]
  /** When the sun is strong enough for what needs it. */
  readonly sun: readonly MinuteSpan[]
}

export interface PlanPerson {
  readonly id: string
  readonly may: ReadonlySet<string>
}

export interface PlanPlace {
  readonly sort: string
  /** So many machines, or pieces of them, at once. */
  readonly holds: number
}

export interface Before {
  readonly step: number
  /** Minutes between its very end and the beginning of what follows: least and, where it must not wait longer, most. */
  readonly least: number
  readonly most?: number | undefined
}

export interface PlanStep {
  readonly id: string
  /** The job that it belongs to, by index: one machine. */
  readonly job: number
  /** What lies at a place: the machine, or a piece of it that is worked on by itself. Steps of one piece follow each other. */
  readonly piece: number
  /** Minutes of hands. */
  readonly hands: number
  readonly authority?: string | undefined
  /** Nobody does it alone: two people are at it, one of them authorised. */
  readonly pair: boolean
  /** Whoever does it may look after something else beside it. */
  readonly interruptible: boolean
  /** What then goes on by itself; minded by somebody who is there, or not. */
  readonly runs?: { readonly minutes: number; readonly minded: boolean } | undefined
  /** Of the places, by index; and where it runs, when that is another. */
  readonly place?: number | undefined
  readonly runsAt?: number | undefined
  /** Gear that is used for it and while it runs: of each there is one. */
  readonly gear?: string | undefined
  /** What lies there stays until the next step of its piece. */
  readonly stays: boolean
  readonly after: readonly Before[]
  /** It cannot be left so over the night: what follows begins in the same session. */
  readonly tonight: boolean
  readonly sun: boolean
  /** Something in the record keeps it until then. */
  readonly notBefore?: number | undefined
  readonly opens: boolean
  readonly closes: boolean
  /** Somebody wants it on that evening, or by that person. */
  readonly only?: { readonly session?: number | undefined; readonly person?: number | undefined } | undefined
  /** It stays where somebody put it. */
  readonly pinned?: { readonly at: number; readonly people: readonly number[] } | undefined
  /** How it was told to people. */
  readonly told?: Laid | undefined
  /** 80 % of the times it takes less than so many times its minutes. */
  readonly spread: number
}

export interface PlanJob {
  readonly id: string
  readonly weight: number
  /** By when it is wanted; `promised`: to somebody. */
  readonly due?: number | undefined
  readonly promised: boolean
  /** Its lid is off as the plan begins. */
  readonly open: boolean
}

export interface PlanProblem {
  /** Minutes of a tick: hands are rounded up to them. */
  readonly tick: number
  /** In order, none overlapping another. */
  readonly sessions: readonly PlanSession[]
  readonly people: readonly PlanPerson[]
  readonly places: readonly PlanPlace[]
  readonly jobs: readonly PlanJob[]
  readonly steps: readonly PlanStep[]
  /** `makespan`: the end of the last job counts in place of their sum. */
  readonly ends?: 'makespan' | undefined
}

/** Where a step lies in a plan. */
export interface Laid {
  readonly at: number
  readonly session: number
  /** Who does it, the authorised one first. */
  readonly people: readonly number[]
  /** Who looks after it while it runs. */
  readonly minder?: number | undefined
}
/** By step; undefined: not in these sessions. */
export type Plan = readonly (Laid | undefined)[]

export const roundedUp = (minutes: number, tick: number): number =>
  Math.max(1, Math.ceil(minutes / tick)) * tick

/** Pieces that one person can look after at once, beside interruptible work. */
export const mostMinded = 3

/** Ticks of all sessions in a row, with one more after each for the time until the next. */
export interface Ruler {
  readonly length: number
  /** By tick: its session, its minute, the last tick of its session + 1. A night has −1 as its minute. */
  readonly session: Int32Array
  readonly minute: Float64Array
  readonly ends: Int32Array
  readonly first: readonly number[]
  /** Session minutes that are over when a tick ends. */
  readonly worked: Float64Array
  /** The first tick at or after a minute; `length` when there is none. */
  readonly from: (minute: number) => number
  /** The tick or the night that covers a minute; the last night for what comes later. */
  readonly covering: (minute: number) => number
}

export function rulerOf({ sessions, tick }: PlanProblem): Ruler {
  const counts = sessions.map((s) => Math.max(0, Math.floor((s.to - s.from) / tick)))
  const length = counts.reduce((n, c) => n + c + 1, 0)
  const session = new Int32Array(length)
  const minute = new Float64Array(length)
  const ends = new Int32Array(length)
  const worked = new Float64Array(length)
  const first: number[] = []
  let at = 0
  let done = 0
  sessions.forEach((s, n) => {
    first.push(at)
    const count = counts[n] ?? 0
    for (let k = 0; k <= count; k++) {
      const i = at + k
      session[i] = n
      minute[i] = k < count ? s.from + k * tick : -1
      ends[i] = at + count
      if (k < count) done += tick
      worked[i] = done
    }
    at += count + 1
  })
  const from = (wanted: number): number => {
    for (let n = 0; n < sessions.length; n++) {
      const s = sessions[n]
      const count = counts[n] ?? 0
      const start = first[n] ?? 0
      if (!s || count === 0 || s.from + (count - 1) * tick < wanted) continue
      return start + Math.max(0, Math.ceil((wanted - s.from) / tick))
    }
    return length
  }
  const covering = (wanted: number): number => {
    for (let n = sessions.length - 1; n >= 0; n--) {
      const s = sessions[n]
      if (!s || wanted < s.from) continue
      return (first[n] ?? 0) + Math.min(counts[n] ?? 0, Math.floor((wanted - s.from) / tick))
    }
    return 0
  }
  return { length, session, minute, ends, first, worked, from, covering }
}
