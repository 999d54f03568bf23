/** A database that ends connections: the server goes on. */
import pg from 'pg'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { startHouse, type TestHouse } from '../testing/house.ts'
import { connect, rows, SteadyClient } from './connection.ts'

let house: TestHouse
beforeAll(async () => void (house = await startHouse()))
afterAll(() => house.stop())

it('ends one that was lent out and runs no query: the process goes on, and the next query is told', async () => {
  const url = house.running.services.config.databaseUrl
  const pool = new pg.Pool({ connectionString: url, max: 1, Client: SteadyClient })
  const lent = await pool.connect()
  const { pid } = (await lent.query<{ pid: number }>('SELECT pg_backend_pid() AS pid')).rows[0] ?? {}
  const gone = new Promise((resolve) => lent.once('end', resolve))
  await rows(house.running.services.db, 'SELECT pg_terminate_backend($1)', [pid])
  await gone
  await expect(lent.query('SELECT 1')).rejects.toThrow()
  lent.release(true)
  expect((await pool.query<{ one: number }>('SELECT 1 AS one')).rows).toEqual([{ one: 1 }])
  await pool.end()
})

it('may end one to which nobody listens: a plain client throws then, and both pools use one that does not', async () => {
  const lost = new Error('terminating connection due to unexpected postmaster exit')
  expect(() => new pg.Client().emit('error', lost)).toThrow(lost)
  expect(new SteadyClient().emit('error', lost)).toBe(true)
  const db = connect(house.running.services.config.databaseUrl, 1)
  const manager = db.connectionManager as unknown as {
    getConnection(options: object): Promise<SteadyClient>
    releaseConnection(c: SteadyClient): void
  }
  const opened = await manager.getConnection({})
  expect(opened).toBeInstanceOf(SteadyClient)
  manager.releaseConnection(opened)
  expect(await rows(db, 'SELECT 1 AS one')).toEqual([{ one: 1 }])
  await db.close()
})
