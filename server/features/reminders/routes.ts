/** Reminders over HTTP: whether one is sent mail, the address of one's calendar, and what the simulated tray took. */
import type { Sequelize } from 'sequelize'
import type { Config } from '#server/platform/config.ts'
import { randomBytes } from 'node:crypto'
import { Router } from 'express'
import { z } from 'zod'
import { remindersSchema, type CalendarAddress, type TrayMail } from '#api/reminders.ts'
import { calendarWords } from '#api/words/reminders.ts'
import { daysCalendar } from '#core/formats/calendar.ts'
import { zoneOf } from '../../db/house.ts'
import { rows, run } from '../../db/connection.ts'
import { requireVisitor } from '../../platform/access.ts'
import { nowInstant } from '../../platform/clock.ts'
import { reads } from '../../platform/endpoint.ts'
import { handle, notFound, parse } from '../../platform/errors.ts'
import { noteSecurity } from '../../platform/security-log.ts'
import type { Services } from '../../platform/services.ts'
import { hashToken } from '../session/passwords.ts'
import { countTry, forgetTry } from '../session/tries.ts'
import { daysFor, type Reminded } from './store.ts'

const tokenParams = z.object({ token: z.string().regex(/^[\w-]{20,80}$/) })

export function remindersRoutes({ db, config }: Services): Router {
  const router = Router()

  reads(router, '/reminders', async (request) => {
    const visitor = await requireVisitor(request)
    const [own] = await rows<{ reminders: boolean; made: Date | null }>(
      db,
      'SELECT a.reminders, c.made FROM accounts a LEFT JOIN calendar_addresses c ON c.account = a.id WHERE a.id = $1',
      [visitor.account],
    )
    return {
      mail: own?.reminders === true,
      by: config.mailTray ? 'simulated' : config.mail ? 'smtp' : 'no mail',
      ...(own?.made ? { calendar: own.made.toISOString() } : {}),
    }
  })

  router.put(
    '/reminders',
    handle(async (request, response) => {
      const visitor = await requireVisitor(request)
      const { mail } = parse(remindersSchema, request.body)
      await run(db, 'UPDATE accounts SET reminders = $2 WHERE id = $1', [visitor.account, mail])
      response.status(204).end()
    }),
  )

  /** A new address; the one before stops at once. */
  router.post(
    '/reminders/calendar',
    handle(async (request, response) => {
      const visitor = await requireVisitor(request)
      const token = randomBytes(24).toString('base64url')
      await run(
        db,
        `INSERT INTO calendar_addresses (token_hash, account, made) VALUES ($1,$2,$3) ON CONFLICT (account) DO UPDATE SET token_hash = $1, made = $3`,
        [hashToken(token), visitor.account, nowInstant()],
      )
      await noteSecurity(db, request, {
        account: visitor.account,
        did: 'make a calendar address',
        outcome: 'done',
      })
      response.status(201).json({ path: `/api/calendar/${token}.ics` } satisfies CalendarAddress)
    }),
  )

  router.delete(
    '/reminders/calendar',
    handle(async (request, response) => {
      const visitor = await requireVisitor(request)
      await run(db, 'DELETE FROM calendar_addresses WHERE account = $1', [visitor.account])
      await noteSecurity(db, request, {
        account: visitor.account,
        did: 'take back a calendar address',
        outcome: 'done',
      })
      response.status(204).end()
    }),
  )

  calendarFeed({ router, db, config })
  return router
}

/** What is asked by a calendar, and what the simulated tray took. */
function calendarFeed({ router, db, config }: { router: Router; db: Sequelize; config: Config }) {
  /** Asked by a calendar, which signs in nowhere: whoever has the address reads numbers and dates, and nothing else. */
  router.get(
    '/calendar/:token.ics',
    handle(async (request, response) => {
      const { token } = parse(tokenParams, request.params)
      await countTry(db, request)
      const [who] = await rows<Reminded>(
        db,
        'SELECT a.id AS account, a.party, a.role FROM calendar_addresses c JOIN accounts a ON a.id = c.account WHERE c.token_hash = $1 AND a.active',
        [hashToken(token)],
      )
      if (!who) throw notFound()
      await forgetTry(db, request)
      const now = nowInstant()
      const days = await daysFor(db, who, now, await zoneOf())
      response.type('text/calendar; charset=utf-8').send(
        daysCalendar(
          days.map((d) => ({
            uid: `${d.loan}-${d.what.replace(' ', '-')}`,
            day: d.day,
            summary: calendarWords(d),
          })),
          now,
        ),
      )
    }),
  )

  /** What the demo’s tray took. Only where mail is simulated. */
  reads(router, '/mail-tray', async (request) => {
    await requireVisitor(request, 'steward')
    if (!config.mailTray) throw notFound()
    const answer = await fetch(config.mailTray)
    return (await answer.json()) as { mails: TrayMail[] }
  })
}
