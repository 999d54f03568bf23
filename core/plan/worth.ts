/** Whether a machine is worth the work: hours left against what the house gives for such; of a sale, money a currency at a time. */
import type { End } from '#core/history/bodies/job.ts'
import type { Money } from '#core/quantity/quantity.ts'
import type { MachineId } from '#core/ids.ts'
import type { PlanFrom } from './jobs.ts'

/** Hours of hands that a house gives to a machine, by what it is for, where nobody said. House figures, no source. */
export const usualEffort: Readonly<Record<End, number>> = {
  'shown running': 20,
  displayed: 6,
  lent: 8,
  sold: 6,
  returned: 4,
}

export interface Worth {
  /** Minutes of hands that are known to be left; minutes that are kept free after a decision. */
  readonly left: number
  readonly reserved: number
  readonly given: number
  /** More is known to be left than the house gives; with what is kept free; or not. */
  readonly is: 'more' | 'perhaps more' | 'within'
}

export function worthOf({ steps }: Pick<PlanFrom, 'steps'>, machine: MachineId, hours: number): Worth {
  const own = steps.filter((s) => s.machine === machine)
  const sum = (of: typeof own) => Math.round(of.reduce((n, s) => n + s.minutes, 0))
  const reserved = sum(own.filter((s) => 'reserved' in s.is))
  const left = sum(own) - reserved
  const given = Math.round(hours * 60)
  return {
    left,
    reserved,
    given,
    is: left > given ? 'more' : left + reserved > given ? 'perhaps more' : 'within',
  }
}

/** What a sale leaves in each currency once parts are paid: currencies are never added to each other. */
export function saleLeaves(price: Money | undefined, parts: readonly Money[]): Money[] {
  const left = new Map<string, number>()
  if (price) left.set(price.currency, price.minor)
  for (const p of parts) left.set(p.currency, (left.get(p.currency) ?? 0) - p.minor)
  return [...left].map(([currency, minor]) => ({ currency, minor }))
}
