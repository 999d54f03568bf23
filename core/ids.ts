/** Branded identifiers. A raw string becomes an id here and nowhere else. */
import { v5 } from 'uuid'
import { z } from 'zod'

declare const brand: unique symbol
type Branded<Name extends string> = string & { readonly [brand]: Name }

export type EntryId = Branded<'EntryId'>
/** The id of an episode is that of the entry which opened it. */
export type EpisodeId = EntryId
export type MachineId = Branded<'MachineId'>
export type PartId = Branded<'PartId'>
export type LotId = Branded<'LotId'>
export type LoanId = Branded<'LoanId'>
export type TypeId = Branded<'TypeId'>
export type GearId = Branded<'GearId'>
export type MethodId = Branded<'MethodId'>
export type PartyId = Branded<'PartyId'>
export type AccountId = Branded<'AccountId'>
/** A house: made once with its database. */
export type HouseId = Branded<'HouseId'>

// RFC 9562 §4: read in either case, written in lower case; here one id is one text.
const uuid = z.uuid({ error: 'This is not an identifier (UUID).' }).toLowerCase()
const idOf = <T extends string>() => uuid as unknown as z.ZodType<T, string>

export const entryIdSchema = idOf<EntryId>()
export const machineIdSchema = idOf<MachineId>()
export const partIdSchema = idOf<PartId>()
export const lotIdSchema = idOf<LotId>()
export const loanIdSchema = idOf<LoanId>()
export const typeIdSchema = idOf<TypeId>()
export const gearIdSchema = idOf<GearId>()
export const methodIdSchema = idOf<MethodId>()
export const partyIdSchema = idOf<PartyId>()
export const accountIdSchema = idOf<AccountId>()
export const houseIdSchema = idOf<HouseId>()

const uuidShape = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/

/** True for the canonical lower-case text of any UUID. */
export const isId = (text: string): boolean => uuidShape.test(text)

/** Brands a string that is known to be an id. Throws InvalidId for anything else. */
export function asId<T extends string>(text: string): T {
  if (!isId(text)) throw new InvalidId(text)
  return text as T
}

export class InvalidId extends Error {
  constructor(readonly text: string) {
    super(`not an identifier: ${text}`)
    this.name = 'InvalidId'
  }
}

const partNamespace = '6f0a1c52-6f3f-4d6c-9a51-0d7f1c6f2a11'

/**
 * The id of the part that a position held when nobody had looked yet. It is derived from holder and position
 * (UUIDv5, RFC 9562), so that two tablets that touch the same position make the same part.
 */
export function partAsFound(holderId: string, position: string): PartId {
  return v5(`${holderId}/${position}`, partNamespace) as PartId
}
