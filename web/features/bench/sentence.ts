/** The one sentence at the top of Bench: what matters now. Pure; tested beside. */
import { say } from '#api/words/say.ts'
import { count, list, sentence } from '#api/words/lists.ts'
import type { BenchAnswer } from '#api/machines.ts'
import type { MachineSummary } from '#core/views/summary.ts'

const order = [
  'do not power',
  'retest due',
  'incomplete',
  'in pieces',
  'not working',
  'faulty',
  'unproved',
  'not known',
  'check overdue',
  'working',
  'not run',
] as const

const waitOver = (s: MachineSummary, nowMs: number) => s.waits.some((w) => Date.parse(w.until) <= nowMs)

/** Open machines in the order in which they need a person. */
export function byNeed(open: readonly MachineSummary[], nowMs: number): MachineSummary[] {
  const rank = (s: MachineSummary) => {
    if (s.status.word === 'do not power') return 0
    if (waitOver(s, nowMs)) return 1
    const paused = s.open?.state === 'paused' ? 20 : 0
    return 2 + order.indexOf(s.status.word) + paused
  }
  return [...open].sort(
    (a, b) => rank(a) - rank(b) || (a.open?.touched ?? '').localeCompare(b.open?.touched ?? '') * -1,
  )
}

export function benchSentence(
  bench: Pick<BenchAnswer, 'open' | 'openTotal' | 'needs' | 'retest'>,
  nowMs: number,
): string {
  const parts: string[] = []
  const named = [...bench.open.map((s) => ({ word: s.status.word, name: s.plate.name })), ...bench.retest]
  const barred = named.filter((s) => s.word === 'do not power')
  if (barred.length > 4)
    parts.push(sentence(say('do not power {barred}', { barred: count(barred.length, 'machine') })))
  else if (barred.length)
    parts.push(sentence(say('do not power the {barred}', { barred: list(barred.map((s) => s.name)) })))
  const over = bench.open.filter((s) => waitOver(s, nowMs))
  if (over.length)
    parts.push(sentence(say('a wait is over on the {over}', { over: list(over.map((s) => s.plate.name)) })))
  const retest = named.filter((s) => s.word === 'retest due')
  if (retest.length && parts.length < 2)
    parts.push(
      sentence(
        retest.length === 1
          ? say('the {name} was touched and not tested since', { name: retest[0]?.name ?? '' })
          : say('{retest} were touched and not tested since', { retest: count(retest.length, 'machine') }),
      ),
    )
  const contested = bench.needs.filter((n) => n.kind === 'contested')
  if (contested.length && parts.length < 2)
    parts.push(
      sentence(
        contested.length === 1
          ? say('{contested} waits to be settled', { contested: count(contested.length, 'entry', 'entries') })
          : say('{contested} wait to be settled', { contested: count(contested.length, 'entry', 'entries') }),
      ),
    )
  if (parts.length === 0 && bench.open.length === 0) return say('No episode is open.')
  if (parts.length === 0)
    return sentence(
      say('{openTotal} open, nothing in the way', { openTotal: count(bench.openTotal, 'machine') }),
    )
  return parts.slice(0, 2).join(' ')
}
