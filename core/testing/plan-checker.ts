/**
 * Whether a plan can be done, told minute by minute from the words of the rules. It shares no code with what lays plans: only the
 * shapes of the problem and of a plan.
 */
import type { Plan, PlanProblem, PlanStep } from '#core/plan/problem.ts'

export function violations(
  { steps, people, places, sessions, jobs, tick }: PlanProblem,
  plan: Plan,
): string[] {
  const found: string[] = []
  const say = (i: number, what: string) => found.push(`${steps[i]?.id ?? i}: ${what}`)
  const grid = (minutes: number) => Math.max(1, Math.ceil(minutes / tick)) * tick
  const handsEnd = (i: number) => (plan[i]?.at ?? 0) + grid(steps[i]?.hands ?? 0)
  const end = (i: number) => handsEnd(i) + (steps[i]?.runs?.minutes ?? 0)
  const sessionAt = (minute: number) => sessions.findIndex((s) => s.from <= minute && minute < s.to)

  steps.forEach((s, i) => {
    const laid = plan[i]
    if (!laid) return
    const n = sessionAt(laid.at)
    const session = sessions[n]
    if (!session || n !== laid.session) return say(i, 'begins outside of its session')
    if (handsEnd(i) > session.to) say(i, 'goes on past the session')
    if (new Set(laid.people).size !== laid.people.length) say(i, 'names somebody twice')
    if (laid.people.length !== (s.pair ? 2 : 1)) say(i, 'wrong number of people')
    for (const p of laid.people) if (!session.people.includes(p)) say(i, 'somebody is not there')
    if (s.authority !== undefined && !laid.people.some((p) => people[p]?.may.has(s.authority as string)))
      say(i, 'nobody authorised')
    if (s.notBefore !== undefined && laid.at < s.notBefore) say(i, 'before it may')
    for (const b of s.after) {
      const before = plan[b.step]
      if (!before) {
        say(i, 'what comes before is not done')
        continue
      }
      const gap = laid.at - end(b.step)
      if (gap < b.least) say(i, 'too soon')
      if (b.most !== undefined && gap > b.most) say(i, 'too late')
      if (steps[b.step]?.tonight && before.session !== laid.session) say(b.step, 'left as it may not be left')
    }
    if (s.tonight && !steps.some((f, j) => plan[j] && f.after.some((b) => b.step === i)))
      say(i, 'left as it may not be left')
    if (s.runs?.minded) {
      if (end(i) > session.to) say(i, 'minded past the session')
      if (laid.minder === undefined || !session.people.includes(laid.minder)) say(i, 'nobody looks after it')
      else if (s.authority !== undefined && !people[laid.minder]?.may.has(s.authority))
        say(i, 'minder not authorised')
    }
    if (s.sun) {
      const [from, to] = s.runs ? [handsEnd(i), end(i)] : [laid.at, handsEnd(i)]
      if (!session.sun.some((x) => x.from <= from && to <= x.to)) say(i, 'without sun')
    }
  })

  // Every minute that matters: people.
  const moments = new Set<number>()
  steps.forEach((_, i) => {
    if (!plan[i]) return
    for (const m of [plan[i]?.at ?? 0, handsEnd(i), end(i)]) moments.add(m)
  })
  const atWork = (i: number, m: number) => plan[i] !== undefined && plan[i].at <= m && m < handsEnd(i)
  const running = (i: number, m: number) => plan[i] !== undefined && handsEnd(i) <= m && m < end(i)
  for (const m of moments)
    people.forEach((_, p) => {
      const own = steps.flatMap((s, i) => (atWork(i, m) && plan[i]?.people.includes(p) ? [{ s, i }] : []))
      const minds = steps.flatMap((s, i) =>
        s.runs?.minded && running(i, m) && plan[i]?.minder === p ? [i] : [],
      )
      if (own.length > 1) found.push(`${own.map((o) => o.s.id).join(', ')}: one person at once`)
      if (minds.length > 3) found.push(`person ${p}: looks after more than three`)
      for (const { s, i } of own)
        if (minds.length > 0 && (!s.interruptible || s.pair))
          say(i, 'held by somebody who looks after something')
    })

  // A machine is worked on at one place at a time.
  for (const m of moments) {
    const inHand = steps.flatMap((s, i) => (atWork(i, m) ? [jobs[s.job]?.id] : []))
    if (new Set(inHand).size < inHand.length) found.push(`machine in two hands at ${m}`)
  }

  // Gear: of each there is one.
  for (const m of moments) {
    const inUse = steps.flatMap((s, i) =>
      s.gear !== undefined && (atWork(i, m) || running(i, m)) ? [s.gear] : [],
    )
    if (new Set(inUse).size < inUse.length) found.push(`gear at ${m}: one thing in two hands`)
  }

  // Places: what lies where, nights included. A piece that stays is there until its next step begins.
  const horizon = sessions.at(-1)?.to ?? 0
  const lies: { place: number; piece: number; from: number; to: number }[] = []
  const byPiece = new Map<number, number[]>()
  steps.forEach((s, i) => {
    if (plan[i] && (s.place !== undefined || s.runsAt !== undefined))
      byPiece.set(s.piece, [...(byPiece.get(s.piece) ?? []), i])
  })
  for (const [piece, list] of byPiece) {
    const order = list.sort((a, b) => (plan[a]?.at ?? 0) - (plan[b]?.at ?? 0))
    order.forEach((i, n) => {
      const s = steps[i] as PlanStep
      const next = order[n + 1]
      const last = s.runsAt ?? s.place
      const leaves = s.stays ? (next === undefined ? horizon + 1e6 : (plan[next]?.at ?? 0)) : end(i)
      if (s.place !== undefined)
        lies.push({
          place: s.place,
          piece,
          from: plan[i]?.at ?? 0,
          to: last === s.place ? leaves : handsEnd(i),
        })
      if (last !== undefined && last !== s.place)
        lies.push({ place: last, piece, from: handsEnd(i), to: leaves })
    })
  }
  for (const m of lies.map((l) => l.from))
    places.forEach((place, k) => {
      const there = new Set(lies.filter((l) => l.place === k && l.from <= m && m < l.to).map((l) => l.piece))
      if (there.size > place.holds) found.push(`${place.sort} at ${m}: ${there.size} of ${place.holds}`)
    })
  return found
}
