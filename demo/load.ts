/** Loads the demo collection into an empty database: house, accounts, entries, projections. */
import { rebuild } from '#server/features/entries/rebuild.ts'
import { insertEntry } from '#server/features/entries/insert.ts'
import { hashPassword } from '#server/features/session/passwords.ts'
import { AccountModel, HouseModel } from '#server/db/models.ts'
import { storePhoto } from '#server/features/photos/routes.ts'
import { houseIdOf } from '#server/db/house.ts'
import { run } from '#server/db/connection.ts'
import type { Services } from '#server/platform/services.ts'
import { demoHouse, tellCollection } from './collection.ts'
import { measurePhoto, type MeasuredPhoto } from '#server/features/treatments/measure.ts'
import { lidMarks } from './lid-pictures.ts'
import { renderPictures, type Picture, type PictureName, type Pictures } from './pictures.ts'
import { demoPassword, demoPin, people } from './people.ts'

/** Answers false when the database holds a collection already. */
export async function loadDemo(services: Services, now: string): Promise<boolean> {
  const { db } = services
  if (await HouseModel.findByPk(1)) return false
  const [passwordHash, pinHash] = await Promise.all([hashPassword(demoPassword), hashPassword(demoPin)])
  const pictures: Partial<Record<PictureName, Picture>> = {}
  const measured: Partial<Record<PictureName, MeasuredPhoto>> = {}
  await Promise.all(
    [...(await renderPictures())].map(async ([name, bytes]) => {
      const { file, width, height } = await storePhoto(services, bytes)
      pictures[name] = { file, width, height }
      if (name.startsWith('lid ')) measured[name] = await measurePhoto({ path: bytes, marks: lidMarks })
    }),
  )
  const entries = tellCollection(now, pictures as Pictures, measured)
  const house = await houseIdOf(db)
  await db.transaction(async (transaction) => {
    await run(db, 'SELECT pg_advisory_xact_lock(1)', [], transaction)
    await HouseModel.create({ id: 1, ...demoHouse, demo: true }, { transaction })
    for (const p of Object.values(people))
      if (p.role)
        await AccountModel.create(
          {
            id: p.account,
            party: p.party,
            email: p.email,
            passwordHash,
            role: p.role,
            pinHash: p.role === 'steward' || p.role === 'restorer' ? pinHash : null,
          },
          { transaction },
        )
    await run(
      db,
      `UPDATE accounts SET reminders = true WHERE id = ANY($1::uuid[])`,
      [[people.ottoline.account, people.harbour.account]],
      transaction,
    )
    await run(db, 'UPDATE house SET latitude = 58.9, longitude = 5.1 WHERE id = 1', [], transaction)
    for (const entry of entries) await insertEntry(db, { ...entry, house }, `demo ${entry.id}`, transaction)
  })
  await rebuild(db, now)
  return true
}
