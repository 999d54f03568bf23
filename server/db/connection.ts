/** One Sequelize connection to PostgreSQL, and the raw query helper that the stores use. */
import pg from 'pg'
import { QueryTypes, Sequelize, type Transaction } from 'sequelize'

export type Db = Sequelize

/**
 * A connection that the database may end at any moment. An error of one that runs no query is an event that ends the process
 * when nobody listens, and both pools leave a moment in which nobody does: one that has just been opened, one that was just
 * lent out. The next query says that it is gone.
 */
export class SteadyClient extends pg.Client {
  constructor(config?: string | pg.ClientConfig) {
    super(config)
    this.on('error', () => undefined)
  }
}

export function connect(url: string, poolSize = 12): Db {
  return new Sequelize(url, {
    dialect: 'postgres',
    dialectModule: Object.create(pg, { Client: { value: SteadyClient } }) as object,
    logging: false,
    pool: { max: poolSize, min: 1, acquire: 30_000, idle: 60_000 },
    define: { underscored: true, timestamps: false, freezeTableName: true },
  })
}

/** Rows of a SELECT. Values are bound ($1, $2 …), never pasted. */
export const rows = <T extends object>(
  db: Db,
  sql: string,
  bind: unknown[] = [],
  transaction?: Transaction,
): Promise<T[]> =>
  db.query<T>(sql, { bind, type: QueryTypes.SELECT, ...(transaction ? { transaction } : {}) })

export async function run(
  db: Db,
  sql: string,
  bind: unknown[] = [],
  transaction?: Transaction,
): Promise<void> {
  await db.query(sql, { bind, type: QueryTypes.RAW, ...(transaction ? { transaction } : {}) })
}
