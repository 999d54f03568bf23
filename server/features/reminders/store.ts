/** Who is reminded of which loans, and what is to be sent: each reminder to each person once, however many servers run. */
import { mailWords } from '#api/words/reminders.ts'
import { loanDays, remindersOn, type LoanDay } from '#core/loans/reminders.ts'
import type { AccountId, PartyId } from '#core/ids.ts'
import { dayOf, type Instant } from '#core/quantity/time.ts'
import { atLeast, type Role } from '#core/roles.ts'
import { rows, run, type Db } from '../../db/connection.ts'
import { loanFiles } from '../loans/store.ts'

export interface Reminded {
  readonly account: AccountId
  readonly party: PartyId
  readonly role: Role
}

/** Days of all loans, each with the other side of the loan. */
async function daysOfLoans(db: Db, now: Instant, zone: string): Promise<{ party: PartyId; due: LoanDay }[]> {
  return [...(await loanFiles(db)).values()]
    .flatMap((file) => {
      const party = file.asked?.body.with
      return party === undefined ? [] : loanDays(file, now, zone).map((due) => ({ party, due }))
    })
    .sort((a, b) => a.due.day.localeCompare(b.due.day) || a.due.loan.localeCompare(b.due.loan))
}

/** Those of them that somebody may see: the house all, a guest theirs. */
const seenBy = (who: Reminded, all: readonly { party: PartyId; due: LoanDay }[]): LoanDay[] => {
  const ofHouse = atLeast(who.role, 'volunteer')
  return all.filter(({ party }) => ofHouse || party === who.party).map(({ due }) => due)
}

/** Days of all loans that somebody may see. */
export async function daysFor(db: Db, who: Reminded, now: Instant, zone: string): Promise<LoanDay[]> {
  return seenBy(who, await daysOfLoans(db, now, zone))
}

/** Puts what is due to be sent into the queue; what is there already is not put again. */
export async function queueReminders(db: Db, now: Instant, zone: string): Promise<number> {
  const people = await rows<Reminded & { email: string }>(
    db,
    'SELECT id AS account, party, role, email FROM accounts WHERE active AND reminders',
  )
  if (people.length === 0) return 0
  const today = dayOf(now, zone)
  const all = await daysOfLoans(db, now, zone)
  let queued = 0
  for (const who of people)
    for (const due of remindersOn(seenBy(who, all), today)) {
      const { subject, text } = mailWords(due, today)
      const added = await rows(
        db,
        `INSERT INTO mails (account, loan, what, day, on_day, address, subject, words, made, next_try) VALUES ($1,$2,$3,$4,$5,$6,$7,$8,$9,$9)
         ON CONFLICT (account, loan, what, day, on_day) DO NOTHING RETURNING id`,
        [who.account, due.loan, due.what, due.day, due.on, who.email, subject, text, now],
      )
      queued += added.length
    }
  return queued
}

export interface QueuedMail {
  readonly id: string
  readonly address: string
  readonly subject: string
  readonly words: string
  readonly tries: number
}

/** The longest time between two tries, minutes. */
const longestWait = 360

/** Sends what waits, one after the other; what fails is tried again later, twice as long after each try. Answers how many went. */
export async function sendQueued(
  db: Db,
  now: Instant,
  send: (mail: QueuedMail) => Promise<void>,
  trouble: (error: Error) => void,
): Promise<number> {
  let sent = 0
  for (;;) {
    const went = await db.transaction(async (transaction) => {
      const [mail] = await rows<QueuedMail>(
        db,
        `SELECT id, address, subject, words, tries FROM mails WHERE sent IS NULL AND next_try <= $1 ORDER BY id LIMIT 1 FOR UPDATE SKIP LOCKED`,
        [now],
        transaction,
      )
      if (!mail) return undefined
      try {
        await send(mail)
        await run(db, 'UPDATE mails SET sent = $2 WHERE id = $1', [mail.id, now], transaction)
        return true
      } catch (error) {
        trouble(error as Error)
        const wait = Math.min(2 ** mail.tries, longestWait)
        await run(
          db,
          `UPDATE mails SET tries = tries + 1, next_try = $2::timestamptz + make_interval(mins => $3) WHERE id = $1`,
          [mail.id, now, wait],
          transaction,
        )
        return false
      }
    })
    if (went === undefined) return sent
    if (went) sent++
  }
}
