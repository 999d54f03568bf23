/** What the closing slip asks: every item that is wanting, each with what was said of it. Nothing that was typed goes from sight. */
import type { Body } from '#core/history/bodies/index.ts'
import type { EntryId, MachineId } from '#core/ids.ts'
import { dayInterval } from '#core/quantity/time.ts'
import type { RuleAnswer } from '#core/work/checks/model.ts'

export interface Deferral {
  readonly what: string
  readonly reason: string
  readonly until: string
}

/** Rules whose wanting items may be left for later by name. A loan needs its date. */
export const deferrable: ReadonlySet<string> = new Set([
  'tray empty',
  'fasteners balance',
  'connections on',
  'waits over',
  'temporary items out',
  'loans home',
  'disturbed functions retested',
  'jots sorted',
])

/** Whether what was said of an item leaves it for later. */
export const isDeferred = (rule: string, said: Deferral | undefined): boolean =>
  said !== undefined && said.reason.trim() !== '' && (rule !== 'loans home' || said.until !== '')

/** The rules as they stand once what was said of their items counts; `asked`: those that the check found wanting, answered or not. */
export function closingRules(
  rules: readonly RuleAnswer[],
  deferred: readonly Deferral[],
  next: string,
): { readonly rules: readonly RuleAnswer[]; readonly asked: readonly RuleAnswer[] } {
  const said = new Map(deferred.map((d) => [d.what, d]))
  const answered = rules.map((rule): RuleAnswer => {
    if (rule.rule === 'next step handed on') return { ...rule, is: next.trim() ? 'met' : 'not met' }
    if (rule.is !== 'not met' || !deferrable.has(rule.rule)) return rule
    const left = rule.about.filter((name) => !isDeferred(rule.rule, said.get(name)))
    return left.length > 0 ? { ...rule, about: left } : { ...rule, is: 'met' }
  })
  return {
    rules: answered,
    asked: rules.filter((r) => r.is === 'not met' && r.rule !== 'next step handed on'),
  }
}

/** What is left for later by name, with the words and dates as they were typed. */
export const deferrals = (rules: readonly RuleAnswer[], deferred: readonly Deferral[]): Deferral[] => {
  const wanting = new Set(rules.filter((r) => r.is === 'not met').flatMap((r) => r.about))
  return deferred
    .filter((d) => d.reason.trim() !== '' && wanting.has(d.what))
    .map((d) => ({ ...d, reason: d.reason.trim() }))
}

/** What closing writes: every rule as it was answered, what is left for later with its reason, and the next step. */
export const closedBody = (
  machine: MachineId,
  episode: EntryId,
  said: {
    readonly rules: readonly RuleAnswer[]
    readonly deferred: readonly Deferral[]
    readonly next: string
    readonly zone: string
  },
): Body => ({
  kind: 'episode',
  what: 'closed',
  machine,
  episode,
  next: said.next.trim(),
  report: said.rules
    .filter((r) => r.is !== 'does not apply')
    .map((r) => ({
      rule: r.rule,
      is: r.is,
      ...(r.about.length ? { note: r.about.join(', ').slice(0, 400) } : {}),
    })),
  deferred: said.deferred.map(({ what, reason, until }) => ({
    what,
    reason,
    ...(until ? { until: dayInterval(until, said.zone).latest } : {}),
  })),
})
