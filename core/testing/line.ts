/** A line of entries as they stand, one an hour, without judging them: what each kind leaves in the world by itself. */
import type { AccountId, EntryId, HouseId } from '#core/ids.ts'
import type { Body } from '#core/history/bodies/index.ts'
import { entryVersion, type Entry } from '#core/history/entry.ts'
import { fold } from '#core/history/fold.ts'
import type { World } from '#core/history/world.ts'
import { pointAt } from '#core/quantity/time.ts'
import { numberedId } from './script.ts'

export type Said = Body | ({ readonly body: Body } & Partial<Omit<Entry, 'body'>>)

const day = '2027-03-01'
/** When the n-th entry happened, from 0. */
export const hourOf = (n: number): string =>
  new Date(Date.parse(`${day}T00:00:00.000Z`) + n * 3_600_000).toISOString()
/** The id of the n-th entry, from 0. */
export const entryOf = (n: number): EntryId => numberedId<EntryId>(n + 1)

const asEntry = (said: Said, n: number): Entry => {
  const more = 'body' in said ? said : { body: said }
  const at = hourOf(n)
  return {
    id: entryOf(n),
    v: entryVersion,
    happenedAt: pointAt(at),
    basis: 'seen',
    about: [],
    house: numberedId<HouseId>(1, 8),
    recordedAt: at,
    receivedAt: at,
    seq: n + 1,
    recordedBy: numberedId<AccountId>(1, 9),
    became: 'recorded',
    ...more,
  } as Entry
}

export const worldOf = (...line: readonly Said[]): World =>
  fold(line.map(asEntry), { now: hourOf(line.length + 1) })
