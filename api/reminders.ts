/** Reminders of loans: a calendar address that can be taken back, and mail. Both name a number and a date, and nothing else. */
import { z } from 'zod'
import type { Instant } from '#core/quantity/time.ts'

export const remindersSchema = z.strictObject({ mail: z.boolean() })

export interface RemindersAnswer {
  /** Whether this person is sent mail. */
  readonly mail: boolean
  /** Where mail goes from here: nowhere, over SMTP, or into the simulated tray of the demo. */
  readonly by: 'no mail' | 'smtp' | 'simulated'
  /** When the address of the calendar was made; absent: there is none. */
  readonly calendar?: Instant | undefined
}

/** The address is shown once: only a hash of it is kept. */
export interface CalendarAddress {
  readonly path: string
}

/** A mail as the simulated tray took it. */
export interface TrayMail {
  readonly to: string
  readonly from: string
  readonly subject: string
  readonly text: string
  readonly at: Instant
}
