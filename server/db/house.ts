/** The house that this database is of: its id, made once with the database, and what a steward said of it at set-up. */
import type { Transaction } from 'sequelize'
import type { HouseId } from '#core/ids.ts'
import { rows, type Db } from './connection.ts'
import { HouseModel } from './models.ts'

const ids = new WeakMap<Db, HouseId>()

/** The id of the house. It never changes, so it is asked for once. */
export async function houseIdOf(db: Db, transaction?: Transaction): Promise<HouseId> {
  const known = ids.get(db)
  if (known) return known
  const [row] = await rows<{ house: HouseId }>(db, 'SELECT house FROM identity', [], transaction)
  if (!row) throw new Error('the database has no identity: it was not migrated')
  ids.set(db, row.house)
  return row.house
}

/** The time zone of the house; UTC until it is set up. */
export const zoneOf = async (): Promise<string> => (await HouseModel.findByPk(1))?.zone ?? 'UTC'
