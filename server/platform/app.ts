/** Puts the server together: security headers, sessions, CSRF defence, routes, the built interface. */
import { randomBytes } from 'node:crypto'
import { existsSync, readFileSync, writeFileSync, mkdirSync } from 'node:fs'
import path from 'node:path'
import connectPgSimple from 'connect-pg-simple'
import express, { type Express, type RequestHandler } from 'express'
import session from 'express-session'
import helmet from 'helmet'
import pg from 'pg'
import type { Logger } from 'pino'
import type { LiveEvent } from '#api/machines.ts'
import { rows, type Db } from '../db/connection.ts'
import { arrivalRoutes } from '../features/arrival/routes.ts'
import { batchRoutes } from '../features/batches/routes.ts'
import { conditionRoutes } from '../features/condition/routes.ts'
import { entriesRoutes } from '../features/entries/routes.ts'
import { episodeRoutes } from '../features/episodes/routes.ts'
import { machineRoutes } from '../features/machines/routes.ts'
import { lotRoutes } from '../features/parts/lots.ts'
import { partRoutes } from '../features/parts/routes.ts'
import { peopleRoutes } from '../features/people/routes.ts'
import { meterRoutes } from '../features/meter/routes.ts'
import { jotRoutes } from '../features/jots/routes.ts'
import { photoRoutes } from '../features/photos/routes.ts'
import { recordRoutes } from '../features/record/routes.ts'
import { pinRoutes } from '../features/session/pin.ts'
import { sessionRoutes } from '../features/session/routes.ts'
import { tableRoutes } from '../features/table/routes.ts'
import { typeRoutes } from '../features/types/routes.ts'
import { grantedMachines, requireVisitor } from './access.ts'
import type { Config } from './config.ts'
import { errorHandler, handle, ProblemError } from './errors.ts'
import type { Live } from './live.ts'

export interface Services {
  readonly db: Db
  readonly config: Config
  readonly log: Logger
  readonly live: Live
}

/** A secret of this installation, made once and kept in the data directory. */
function sessionSecret(dataDir: string): string {
  mkdirSync(dataDir, { recursive: true })
  const file = path.join(dataDir, 'session-secret')
  if (!existsSync(file)) writeFileSync(file, randomBytes(32).toString('hex'), { mode: 0o600 })
  return readFileSync(file, 'utf8')
}

/** Whatever changes something must bear the session's token, which a foreign page cannot read. */
const csrf: RequestHandler = (request, _response, next) => {
  if (request.method === 'GET' || request.method === 'HEAD') return next()
  const token = request.headers['x-anamnesis-token']
  if (!request.session.csrf || token !== request.session.csrf)
    throw new ProblemError('stale-page', 'This page was opened in another session. Load it again; what you typed stays in its line.')
  next()
}

export function createApp(services: Services): { app: Express; close: () => Promise<void> } {
  const { config, db, live, log } = services
  const app = express()
  app.disable('x-powered-by')
  app.set('trust proxy', config.proxies === '' ? false : config.proxies)
  app.use(
    helmet({
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
    }),
  )
  const pool = new pg.Pool({ connectionString: config.databaseUrl, max: 4 })
  pool.on('error', (error) => log.warn({ error: error.message }, 'session connection lost'))
  const Store = connectPgSimple(session)
  const store = new Store({ pool, tableName: 'session', pruneSessionInterval: config.test ? false : 900 })
  const api = express.Router()
  api.use((_request, response, next) => {
    response.setHeader('cache-control', 'no-store')
    next()
  })
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
      cookie: { httpOnly: true, sameSite: 'lax', secure: 'auto', maxAge: 14 * 86_400_000 },
    }),
  )
  api.use(csrf)
  // Photographs and record files have their own limits; everything else is small.
  api.use(recordRoutes(services))
  api.use(photoRoutes(services))
  api.use(jotRoutes(services))
  api.use(tableRoutes(services))
  api.use(express.json({ limit: '2mb' }))
  api.use((request, _response, next) => {
    if (!config.test)
      request.on('close', () => log.info({ method: request.method, path: request.baseUrl + request.path.replace(/^\/invitations\/.*/, '/invitations/…') }, 'request'))
    next()
  })
  api.use(conditionRoutes(services), arrivalRoutes(services), batchRoutes(services))
  api.use(
    sessionRoutes(services),
    pinRoutes(),
    entriesRoutes(services),
    machineRoutes(services),
    episodeRoutes(services),
    partRoutes(services),
    lotRoutes(services),
    typeRoutes(services),
    peopleRoutes(services),
    meterRoutes(services),
  )
  api.get(
    '/live',
    handle(async (request, response) => {
      const visitor = await requireVisitor(request)
      const filter = async (event: LiveEvent): Promise<LiveEvent | undefined> => {
        if (visitor.role !== 'guest') return event
        const granted = await grantedMachines(db, visitor)
        const machines = event.machines.filter((m) => granted.has(m))
        return machines.length > 0 ? { seq: event.seq, machines, kinds: [] } : undefined
      }
      await live.stream(db, request, response, filter)
    }),
  )
  api.use(() => {
    throw new ProblemError('not-found', 'There is nothing at this address.')
  })
  app.use('/api', api)
  app.use(
    express.static(config.webDir, {
      index: false,
      maxAge: '1y',
      immutable: true,
      // Names that stay the same while what they name changes.
      setHeaders: (response, file) => /\.(?:html|webmanifest)$|[\\/](?:sw\.js|icon\.svg)$/.test(file) && response.setHeader('cache-control', 'no-cache'),
    }),
  )
  app.get(/.*/, (_request, response) => {
    response.setHeader('cache-control', 'no-cache')
    response.sendFile(path.join(config.webDir, 'index.html'))
  })
  app.use(errorHandler(log))
  return {
    app,
    close: async () => {
      store.close()
      await pool.end()
    },
  }
}
