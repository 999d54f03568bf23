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

it('ends one as soon as it is open: it is opened again', async () => {
  const db = connect(house.running.services.config.databaseUrl, 1)
  const manager = db.connectionManager as unknown as { getConnection(options: object): Promise<SteadyClient>; releaseConnection(c: SteadyClient): void }
  const first = await manager.getConnection({})
  expect(first).toBeInstanceOf(SteadyClient)
  first.removeAllListeners('end')
  first.emit('error', new Error('terminating connection due to unexpected postmaster exit'))
  expect(await rows(db, 'SELECT 1 AS one')).toEqual([{ one: 1 }])
  await db.close()
})
