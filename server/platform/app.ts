/** Puts the server together: security headers, sessions, CSRF defence, routes, the built interface. */
import type { Config } from './config.ts'
import type { Router } from 'express-serve-static-core'
import type { Sequelize } from 'sequelize'
import type { Live } from './live.ts'
import type { Logger } from 'pino'
import { mkdirSync, existsSync, writeFileSync, readFileSync } from 'node:fs'
import path from 'node:path'
import { randomBytes } from 'node:crypto'
import express, { type Request, type RequestHandler, type Express } from 'express'
import { notSignedIn, requireVisitor, stillSignedIn, grantedMachines, idleMs } from './access.ts'
import { ProblemError, handle, errorHandler } from './errors.ts'
import { jsonBody, wholeAddress } from './bodies.ts'
import type { Services } from './services.ts'
import helmet from 'helmet'
import pg from 'pg'
import { SteadyClient, rows } from '../db/connection.ts'
import connectPgSimple from 'connect-pg-simple'
import session from 'express-session'
import { recordRoutes } from '../features/record/routes.ts'
import { photoRoutes } from '../features/photos/routes.ts'
import { jotRoutes } from '../features/jots/routes.ts'
import { tableRoutes } from '../features/table/routes.ts'
import { loansRoutes, lookPhotoRoutes } from '../features/loans/routes.ts'
import { papersRoutes, signedRoutes } from '../features/papers/routes.ts'
import { remindersRoutes } from '../features/reminders/routes.ts'
import { cameraRoutes, treatmentRoutes } from '../features/treatments/routes.ts'
import { conditionRoutes } from '../features/condition/routes.ts'
import { arrivalRoutes } from '../features/arrival/routes.ts'
import { batchRoutes } from '../features/batches/routes.ts'
import { sessionRoutes } from '../features/session/routes.ts'
import { accountRoutes } from '../features/session/account.ts'
import { pinRoutes } from '../features/session/pin.ts'
import { entriesRoutes } from '../features/entries/routes.ts'
import { diagnosisRoutes } from '../features/diagnosis/routes.ts'
import { machineRoutes } from '../features/machines/routes.ts'
import { episodeRoutes } from '../features/episodes/routes.ts'
import { tagRoutes } from '../features/tags/routes.ts'
import { partRoutes } from '../features/parts/routes.ts'
import { lotRoutes } from '../features/parts/lots.ts'
import { typeRoutes } from '../features/types/routes.ts'
import { peopleRoutes } from '../features/people/routes.ts'
import { planRoutes } from '../features/plan/routes.ts'
import { practiceRoutes } from '../features/practice/routes.ts'
import { meterRoutes } from '../features/meter/routes.ts'
import type { LiveEvent } from '#api/machines.ts'

/** A secret of this installation, made once and kept in the data directory. */
function sessionSecret(dataDir: string): string {
  mkdirSync(dataDir, { recursive: true })
  const file = path.join(dataDir, 'session-secret')
  if (!existsSync(file)) writeFileSync(file, randomBytes(32).toString('hex'), { mode: 0o600 })
  return readFileSync(file, 'utf8')
}

const reads = (request: Request) => request.method === 'GET' || request.method === 'HEAD'

/** Addresses that somebody without a session writes to: signing in, first run, accepting an invitation. */
const isOpen = (request: Request) =>
  request.method === 'POST' && /^\/(?:session|setup|invitations\/[^/]+)\/?$/i.test(request.path)

/** Whatever changes something must come from somebody signed in, and bear the session's token, which a foreign page cannot read. */
const csrf: RequestHandler = (request, _response, next) => {
  if (reads(request)) return next()
  if (!isOpen(request) && request.session.account === undefined) throw notSignedIn()
  const token = request.headers['x-anamnesis-token']
  if (!request.session.csrf || token !== request.session.csrf)
    throw new ProblemError(
      'stale-page',
      'This page was opened in another session. Load it again; what you typed stays in its line.',
    )
  next()
}

/** No body is read from somebody who has no account. */
const visitorFirst: RequestHandler = handle(async (request, _response, next) => {
  if (!reads(request) && !isOpen(request)) await requireVisitor(request)
  next()
})

/** Sign-in and its like need a few lines; everything else that is JSON stays under this. */
const openBody = jsonBody('16kb')

const entriesBody = jsonBody('2mb')

const neverKept: RequestHandler = (_request, response, next) => {
  response.setHeader('cache-control', 'no-store')
  next()
}

const guarded = helmet({
  contentSecurityPolicy: {
    directives: {
      defaultSrc: ["'self'"],
      scriptSrc: ["'self'"],
      styleSrc: ["'self'", "'unsafe-inline'"],
      imgSrc: ["'self'", 'blob:', 'data:'],
      fontSrc: ["'self'", 'data:'],
      connectSrc: ["'self'"],
      objectSrc: ["'none'"],
      frameAncestors: ["'none'"],
      upgradeInsecureRequests: null,
    },
  },
  strictTransportSecurity: false,
  crossOriginOpenerPolicy: false,
  originAgentCluster: false,
})

export function createApp(services: Services): { app: Express; close: () => Promise<void> } {
  const { config, db, live, log } = services
  const app = express()
  app.disable('x-powered-by')
  app.set('trust proxy', config.proxies === '' ? false : config.proxies)
  app.use(guarded)
  const pool = new pg.Pool({ connectionString: config.databaseUrl, max: 4, Client: SteadyClient })
  pool.on('error', (error) => log.warn({ error: error.message }, 'session connection lost'))
  const Store = connectPgSimple(session)
  const store = new Store({ pool, tableName: 'session', pruneSessionInterval: config.test ? false : 900 })
  const api = express.Router()
  api.use(neverKept)
  api.use(wholeAddress)
  api.get(
    '/health',
    handle(async (_request, response) => {
      await rows(db, 'SELECT 1')
      response.json({ ok: true })
    }),
  )
  api.use(
    session({
      store,
      name: 'anamnesis',
      secret: sessionSecret(config.dataDir),
      resave: false,
      saveUninitialized: false,
      rolling: true,
      cookie: { httpOnly: true, sameSite: 'lax', secure: 'auto', maxAge: idleMs },
    }),
  )
  api.use(csrf)
  api.use((request, response, next) => (isOpen(request) ? openBody(request, response, next) : next()))
  api.use(visitorFirst)
  logged({ api, config, log })
  // Photographs, voices, tables and records read their own bodies, to the disk.
  api.use(
    recordRoutes(services),
    photoRoutes(services),
    jotRoutes(services),
    tableRoutes(services),
    signedRoutes(services),
    cameraRoutes(services),
    lookPhotoRoutes(services),
  )
  api.use(entriesBody)
  api.use(papersRoutes(services), remindersRoutes(services), treatmentRoutes(services))
  api.use(loansRoutes(services), conditionRoutes(services), arrivalRoutes(services), batchRoutes(services))
  api.use(
    sessionRoutes(services),
    pinRoutes(services),
    accountRoutes(services),
    entriesRoutes(services),
    machineRoutes(services),
    diagnosisRoutes(services),
    episodeRoutes(services),
    tagRoutes(services),
    partRoutes(services),
    lotRoutes(services),
    typeRoutes(services),
    peopleRoutes(services),
    meterRoutes(services),
    practiceRoutes(services),
    planRoutes(services),
  )
  liveRoute({ api, db, live })
  api.use(() => {
    throw new ProblemError('not-found', 'There is nothing at this address.')
  })
  app.use('/api', api)
  pageRoutes({ app, config })
  app.use(errorHandler(log))
  return {
    app,
    close: async () => {
      store.close()
      await pool.end()
    },
  }
}

/** The pages and what they load; every address is the same page. */
function pageRoutes({ app, config }: { app: Express; config: Config }) {
  app.use(
    express.static(config.webDir, {
      index: false,
      maxAge: '1y',
      immutable: true,
      // Names that stay the same while what they name changes.
      setHeaders: (response, file) =>
        /\.(?:html|webmanifest)$|[\\/](?:sw\.js|icon\.svg)$/.test(file) &&
        response.setHeader('cache-control', 'no-cache'),
    }),
  )
  app.get(/.*/, (_request, response) => {
    response.setHeader('cache-control', 'no-cache')
    response.sendFile(path.join(config.webDir, 'index.html'))
  })
  return {}
}

/** What changed, told to whoever is signed in, and to guests of their machines only. */
function liveRoute({ api, db, live }: { api: Router; db: Sequelize; live: Live }) {
  api.get(
    '/live',
    handle(async (request, response) => {
      await requireVisitor(request)
      const filter = async (event: LiveEvent): Promise<LiveEvent | 'nothing' | 'no right'> => {
        const visitor = await stillSignedIn(request)
        if (!visitor) return 'no right'
        if (visitor.role !== 'guest') return event
        const granted = await grantedMachines(db, visitor)
        if (event.everything) return { seq: event.seq, machines: [...granted], kinds: [] }
        const machines = event.machines.filter((m) => granted.has(m))
        return machines.length > 0 ? { seq: event.seq, machines, kinds: [] } : 'nothing'
      }
      await live.stream(request, response, filter)
    }),
  )
  return {}
}

function logged({ api, config, log }: { api: Router; config: Config; log: Logger }) {
  api.use((request, _response, next) => {
    if (!config.test)
      request.on('close', () =>
        log.info(
          {
            method: request.method,
            path: request.baseUrl + request.path.replace(/^\/(invitations|calendar)\/.*/, '/$1/…'),
          },
          'request',
        ),
      )
    next()
  })
  return {}
}
