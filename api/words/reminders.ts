/** What a calendar and a mail say of a loan: its number and the date. No name, no place, no value (they lie open on the way). */
import { say } from './say.ts'
import type { LoanDay } from '#core/loans/reminders.ts'
import { dayOnly } from './dates.ts'

const named = ({ number }: LoanDay) => (number ? say('Loan {number}', { number }) : say('A loan'))

/** One line of a calendar. */
export const calendarWords = (of: LoanDay): string => `${named(of)}: ${of.what}`

export interface MailWords {
  readonly subject: string
  readonly text: string
}

export function mailWords(of: LoanDay, today: string): MailWords {
  const day = dayOnly(of.day)
  const says =
    of.what === 'cover ends'
      ? of.number
        ? say('The cover of loan {number} ends on {day}.', { day, number: of.number })
        : say('The cover of a loan ends on {day}.', { day })
      : of.day < today
        ? say('{named} was due back on {day}.', { named: named(of), day })
        : say('{named} is due back on {day}.', { named: named(of), day })
  return {
    subject: `${named(of)}: ${of.day < today ? say('was due back') : of.what} ${day}`,
    text: say(
      '{says}\n\nSign in to Anamnesis to see it. You are sent this because you asked to be reminded; it is turned off under “Account and sign-ins”.\n',
      { says },
    ),
  }
}
