/**
 * A small plan as a mixed-integer program (CPLEX LP format): one binary for each step, team and tick where it could begin. Chains of
 * hands, pairs, waits and dates only; no places and nothing that runs. Minimises
 * days late, then minutes left over, then ends, as `aim` weighs them: `late` and `left` have to be large enough to come before.
 */
import type { PlanProblem } from '#core/plan/problem.ts'

const dayMinutes = 1440

export function planAsProgram(
  { steps, people, sessions, jobs, tick }: PlanProblem,
  { late, left }: { readonly late: number; readonly left: number },
): string {
  const ticks = sessions.flatMap((s, n) =>
    Array.from({ length: Math.floor((s.to - s.from) / tick) }, (_, k) => ({ n, minute: s.from + k * tick })),
  )
  const horizon = sessions.at(-1)?.to ?? 0
  const lastOf = jobs.map((_, j) => steps.findLastIndex((s) => s.job === j))
  const cost = new Map<string, number>()
  const binaries: string[] = []
  const rows: string[] = []
  const busy = new Map<string, string[]>()
  const starts: Map<number, string[]>[] = steps.map(() => new Map())

  steps.forEach((s, i) => {
    const job = jobs[s.job]
    const hands = Math.max(1, Math.ceil(s.hands / tick))
    const all: string[] = []
    ticks.forEach(({ n, minute }, t) => {
      if (ticks[t + hands - 1]?.n !== n) return
      const there = sessions[n]?.people ?? []
      const able = there.filter((p) => s.authority === undefined || people[p]?.may.has(s.authority))
      const teams = s.pair
        ? able.flatMap((p) => there.filter((q) => q !== p).map((q) => [p, q]))
        : able.map((p) => [p])
      for (const team of teams) {
        const x = `x${i}_${t}_${team.join('_')}`
        binaries.push(x)
        all.push(x)
        starts[i]?.set(t, [...(starts[i]?.get(t) ?? []), x])
        for (const p of team)
          for (let k = t; k < t + hands; k++) busy.set(`${p} ${k}`, [...(busy.get(`${p} ${k}`) ?? []), x])
        if (i === lastOf[s.job] && job) {
          const end = minute + hands * tick
          const days =
            job.due === undefined || job.due > horizon
              ? 0
              : Math.max(0, Math.ceil((end - job.due) / dayMinutes))
          cost.set(x, job.weight * ((t + hands) * tick + late * days))
        }
      }
    })
    const y = `y${i}`
    binaries.push(y)
    rows.push(`${[...all, y].join(' + ')} = 1`)
    if (job) {
      const beyond =
        i !== lastOf[s.job]
          ? 0
          : ticks.length * tick +
            (job.due === undefined || job.due > horizon
              ? 0
              : late * Math.ceil((horizon + 7 * dayMinutes - job.due) / dayMinutes))
      cost.set(y, job.weight * (hands * tick * (1 + left) + beyond))
    }
    for (const b of s.after) {
      const before = steps[b.step]
      const length = Math.max(1, Math.ceil((before?.hands ?? 0) / tick)) * tick
      const upTo: string[] = []
      ticks.forEach(({ minute }, t) => {
        upTo.push(...(starts[i]?.get(t) ?? []))
        if (!starts[i]?.has(t)) return
        const done = ticks.flatMap((from, k) =>
          from.minute + length + b.least <= minute ? (starts[b.step]?.get(k) ?? []) : [],
        )
        rows.push(`${upTo.join(' + ')}${done.map((d) => ` - ${d}`).join('')} <= 0`)
      })
    }
  })
  for (const list of busy.values()) if (list.length > 1) rows.push(`${list.join(' + ')} <= 1`)
  const objective = [...cost].map(([x, c]) => `${c} ${x}`)
  return `Minimize\n obj: ${objective.join('\n + ')}\nSubject To\n${rows.map((r, i) => ` c${i}: ${r}`).join('\n')}\nBinary\n ${binaries.join('\n ')}\nEnd\n`
}
