/** What a calendar and a mail say of a loan: its number and the date. No name, no place, no value (they lie open on the way). */
import type { LoanDay } from '#core/loans/reminders.ts'
import { dayOnly } from './dates.ts'

const named = ({ number }: LoanDay) => (number ? `Loan ${number}` : 'A loan')

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
      ? `The cover of ${of.number ? `loan ${of.number}` : 'a loan'} ends on ${day}.`
      : of.day < today
        ? `${named(of)} was due back on ${day}.`
        : `${named(of)} is due back on ${day}.`
  return {
    subject: `${named(of)}: ${of.day < today ? 'was due back' : of.what} ${day}`,
    text: `${says}\n\nSign in to Anamnesis to see it. You are sent this because you asked to be reminded; it is turned off under “Account and sign-ins”.\n`,
  }
}
