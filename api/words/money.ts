/** Money as the interface writes it. */
import { say } from './say.ts'
import { minorDigits, unknownCurrency, type Money } from '#core/quantity/quantity.ts'

/** "€91.00", "JP¥500". */
export const moneyWords = (money: Money): string =>
  money.currency === unknownCurrency
    ? say('{minor}, currency not known', {
        minor: (money.minor / 10 ** minorDigits(money.currency)).toFixed(minorDigits(money.currency)),
      })
    : new Intl.NumberFormat('en-GB', { style: 'currency', currency: money.currency }).format(
        money.minor / 10 ** minorDigits(money.currency),
      )
