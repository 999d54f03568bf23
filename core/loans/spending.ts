/** What a repair may cost before its owner is asked again, and what was spent of it. */
import type { LoanFile } from '#core/history/loan-state.ts'
import type { Money } from '#core/quantity/quantity.ts'
import { termsInForce } from './agreement.ts'

export interface Spending {
  /** As both sides agreed; undefined: no limit was named. */
  readonly limit?: Money | undefined
  /** In the currency of the limit, or of what was spent first; undefined: nothing was. */
  readonly spent?: Money | undefined
  /** Amounts in other currencies: they are not added up. */
  readonly others: readonly Money[]
  readonly beyond: boolean
}

export function spentOn(file: LoanFile): Spending {
  const amounts = file.spent.flatMap((s) => s.body.amount ?? [])
  const limit = termsInForce(file)?.body.repairLimit
  const currency = limit?.currency ?? amounts[0]?.currency
  const same = amounts.filter((a) => a.currency === currency)
  const minor = same.reduce((sum, a) => sum + a.minor, 0)
  return {
    limit,
    spent: currency !== undefined && same.length > 0 ? { minor, currency } : undefined,
    others: amounts.filter((a) => a.currency !== currency),
    beyond: limit !== undefined && minor > limit.minor,
  }
}

/** Whether another amount may be spent without asking: within the limit, past it, or in a currency that cannot be compared. */
export function mayBeSpent(file: LoanFile, amount: Money): 'within' | 'beyond' | 'cannot be compared' {
  const { limit, spent } = spentOn(file)
  if (!limit) return 'within'
  if (amount.currency !== limit.currency) return 'cannot be compared'
  return (spent?.minor ?? 0) + amount.minor > limit.minor ? 'beyond' : 'within'
}
