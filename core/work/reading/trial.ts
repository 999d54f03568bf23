/** Results of one function, told in one clause or in several. */
import type { Act, TestAct, Verdict } from './acts.ts'

export interface Tried {
  readonly fns: readonly string[]
  /** Nothing in the clause names the function: it goes on from the one before. */
  readonly carried: boolean
  readonly is: Verdict
  readonly symptom?: string | undefined
  readonly good?: number | undefined
  readonly of?: number | undefined
  readonly starts?: number | undefined
  readonly failures?: number | undefined
  readonly gear?: string | undefined
  readonly condition?: string | undefined
  readonly when?: string | undefined
  /** It speaks of one of many cells. */
  readonly cell: boolean
  /** Nothing in it says how it went: only that the function did something. */
  readonly guessed?: true
  /** It was called good in so many words. */
  readonly sure?: true
  readonly ask?: { readonly word: string; readonly among: readonly string[] } | undefined
}

/** Results of one function told in several clauses are one result: the worse with the better makes partly. */
export function mergeTried(a: Tried, b: Tried): Tried {
  const symptom = [a.symptom, b.symptom].filter(Boolean).join(', ') || undefined
  const is = mergeVerdict(a, b)
  const counts = b.of !== undefined && a.of === undefined ? b : a
  const starts = a.starts ?? b.starts
  const failures =
    b.failures !== undefined && (a.failures === undefined || a.failures === 0) ? b.failures : a.failures
  return {
    ...a,
    is:
      starts !== undefined && failures !== undefined && failures > 0 && failures < starts
        ? 'intermittent'
        : is,
    good:
      starts !== undefined && failures !== undefined && a.good === undefined && b.good === undefined
        ? starts - failures
        : counts.good,
    of: counts.of ?? (starts !== undefined && failures !== undefined ? starts : undefined),
    starts,
    failures,
    symptom,
    gear: a.gear ?? b.gear,
    condition: a.condition ?? b.condition,
    when: a.when ?? b.when,
    cell: a.cell || b.cell,
  }
}

function mergeVerdict(a: Tried, b: Tried): Verdict {
  if (a.is === b.is) return a.is
  if (a.of !== undefined && a.good !== undefined && a.good < a.of && a.is !== 'pass') return a.is
  const set = new Set([a.is, b.is])
  if (set.has('intermittent')) return 'intermittent'
  if (set.has('not possible')) return set.has('pass') ? 'pass' : 'not possible'
  if (set.has('fail') && set.has('partly')) return (a.is === 'fail' ? a.cell : b.cell) ? 'partly' : 'fail'
  if (set.has('pass') && set.has('fail')) return b.is === 'fail' && !b.cell && !a.sure ? 'fail' : 'partly'
  if (set.has('inconclusive')) return a.is === 'inconclusive' ? b.is : a.is
  return 'partly'
}

export function testActs(t: Tried): readonly Act[] {
  if (t.ask && t.fns.length === 0)
    return [{ do: 'ask which', word: t.ask.word, among: t.ask.among, of: 'test' }]
  const { is, symptom, good, of, starts, failures, gear, condition, when } = t
  const plain = is === 'pass'
  return t.fns.map((fn): TestAct => ({
    do: 'test',
    fn,
    is,
    ...(symptom && !plain ? { symptom } : {}),
    ...(good === undefined ? {} : { good }),
    ...(of === undefined ? {} : { of }),
    ...(starts === undefined ? {} : { starts }),
    ...(failures === undefined ? {} : { failures }),
    ...(gear === undefined ? {} : { gear }),
    ...(condition === undefined ? {} : { condition }),
    ...(when === undefined ? {} : { when }),
  }))
}
