/** What every route is given: the database, the settings, the log, live updates, heavy work. */
import type { Db } from '../db/connection.ts'
import type { Config } from './config.ts'
import type { Logger } from 'pino'
import type { Live } from './live.ts'
import type { Heavy } from './heavy/index.ts'

export interface Services {
  readonly db: Db
  readonly config: Config
  readonly log: Logger
  readonly live: Live
  readonly heavy: Heavy
}
