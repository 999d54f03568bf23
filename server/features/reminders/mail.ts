/** Mail over SMTP. Without an address of a server, none is sent and none is queued. */
import { createTransport } from 'nodemailer'
import { zoneOf } from '../../db/house.ts'
import { nowInstant } from '../../platform/clock.ts'
import type { Services } from '../../platform/services.ts'
import { queueReminders, sendQueued } from './store.ts'

/** How long a mail server is waited for, ms. */
const waitMs = 20_000

/** Queues what is due and sends what waits. Called once a minute; several servers may. Answers how many were sent. */
export async function remind({ db, config, log }: Services): Promise<number> {
  if (!config.mail) return 0
  const now = nowInstant()
  await queueReminders(db, now, await zoneOf())
  const transport = createTransport(config.mail.smtp, {
    from: config.mail.from,
  })
  try {
    return await sendQueued(
      db,
      now,
      async ({ address, subject, words }) => {
        await withIn(waitMs, transport.sendMail({ to: address, subject, text: words }))
      },
      // Neither the address nor what the server answered is written down: both may name people.
      ({ name }) => log.warn({ error: name }, 'a reminder was not sent; it is tried again'),
    )
  } finally {
    transport.close()
  }
}

async function withIn<T>(ms: number, work: Promise<T>): Promise<T> {
  let timer: NodeJS.Timeout | undefined
  const late = new Promise<never>((_, reject) => {
    timer = setTimeout(() => reject(new Error('the mail server does not answer')), ms)
  })
  try {
    return await Promise.race([work, late])
  } finally {
    clearTimeout(timer)
  }
}
