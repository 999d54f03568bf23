/** Identifiers of what belongs to a case: the same case makes the same ones wherever it is opened. */
import { v5 } from 'uuid'
import {
  asId,
  type AccountId,
  type EntryId,
  type GearId,
  type HouseId,
  type MachineId,
  type PartyId,
  type TypeId,
} from '#core/ids.ts'

const namespace = '0d6c1a3e-9f6b-4c0d-8a53-3f2b7be1c5a4'

/** The id of something of a case, by what it is called there. */
export const practiceId = <T extends string>(key: string, what: string): T =>
  asId<T>(v5(`${key} ${what}`, namespace))

/** The people and things that every case has. */
export interface CaseIds {
  readonly house: HouseId
  readonly account: AccountId
  readonly you: PartyId
  readonly colleague: PartyId
  readonly type: TypeId
  readonly machine: MachineId
  readonly episode: EntryId
  readonly gear: (name: string) => GearId
}
export const idsOf = (key: string): CaseIds => ({
  house: practiceId(key, 'house'),
  account: practiceId(key, 'account'),
  you: practiceId(key, 'you'),
  colleague: practiceId(key, 'colleague'),
  type: practiceId(key, 'type'),
  machine: practiceId(key, 'machine'),
  episode: practiceId(key, 'episode'),
  gear: (name) => practiceId(key, `gear ${name}`),
})
