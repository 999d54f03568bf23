/** Starts the server: database, migrations, live connection, sweep, HTTP. Used by main, the tests and the demo. */
import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import pino, { type Logger } from 'pino'
import { connect } from './db/connection.ts'
import { migrate } from './db/migrations.ts'
import { defineModels } from './db/models.ts'
import { forgetEntries } from './features/entries/closure.ts'
import { heedErasures } from './features/entries/erase.ts'
import { rebuild } from './features/entries/rebuild.ts'
import { refreshDue } from './features/entries/reach.ts'
import { remind } from './features/reminders/mail.ts'
import { createApp } from './platform/app.ts'
import { type Services } from './platform/services.ts'
import { nowInstant, nowMs } from './platform/clock.ts'
import type { Config } from './platform/config.ts'
import { sweepLeftovers } from './platform/files.ts'
import { Heavy } from './platform/heavy/index.ts'
import { Live } from './platform/live.ts'

export interface Running {
  readonly services: Services
  readonly http: Server
  readonly address: string
  readonly stop: () => Promise<void>
}

/** Nothing that identifies a session or a password is ever written to the log. */
export const createLog = (level: string): Logger =>
  pino({
    level,
    redact: {
      paths: ['password', 'token', 'cookie', '*.password', '*.token', 'headers.cookie'],
      remove: true,
    },
  })

export async function prepare(config: Config, log: Logger): Promise<Services> {
  const db = connect(config.databaseUrl)
  const derive = await migrate(db)
  defineModels(db)
  const again = await heedErasures(db, config.dataDir)
  if (again > 0)
    log.warn({ entries: again }, 'a restore had brought back what was erased; it is erased again')
  if (derive || again > 0) await rebuild(db, nowInstant())
  return { db, config, log, live: new Live(config.databaseUrl, log, db), heavy: new Heavy() }
}

export async function startServer(
  config: Config,
  log: Logger = createLog(config.test ? 'silent' : 'info'),
  prepared?: Services,
): Promise<Running> {
  const services = prepared ?? (await prepare(config, log))
  services.live.heed(({ kinds, everything }) => {
    if (everything === true || kinds.includes('erasure')) forgetEntries()
  })
  await services.live.start()
  await sweepLeftovers(config.dataDir, nowMs())
  const { app, close } = createApp(services)
  const http = createServer(app)
  await new Promise<void>((resolve, reject) => {
    http.once('error', reject)
    http.listen(config.port, config.host, resolve)
  })
  const sweep = setInterval(
    () =>
      void refreshDue(services.db, nowInstant(), (machine, error) =>
        log.warn({ machine, error: error.message }, 'not refreshed'),
      ).catch((error: Error) => log.warn({ error: error.message }, 'sweep failed')),
    60_000,
  )
  sweep.unref()
  const reminding = setInterval(
    () =>
      void remind(services).catch((error: Error) =>
        log.warn({ error: error.name }, 'reminders were not sent; they are tried again'),
      ),
    60_000,
  )
  reminding.unref()
  const { port } = http.address() as AddressInfo
  return {
    services,
    http,
    address: `http://${config.host === '0.0.0.0' ? '127.0.0.1' : config.host}:${port}`,
    stop: async () => {
      clearInterval(sweep)
      clearInterval(reminding)
      http.closeAllConnections()
      await new Promise<void>((resolve) => http.close(() => resolve()))
      await services.live.stop()
      await services.heavy.stop()
      await close()
      await services.db.close()
    },
  }
}
