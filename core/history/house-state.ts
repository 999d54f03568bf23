/** The state of what belongs to the house: test gear, methods, people, types, authorisations, grants. */
import type { GearId, MethodId, PartyId, TypeId, MachineId } from '#core/ids.ts'
import type { Statement } from './versions.ts'
import type { Recipe } from './bodies/method.ts'
import type { TypeSheet } from '#core/type/sheet.ts'
import type { Authority } from './bodies/rule.ts'
import type { Instant } from '#core/quantity/time.ts'

export interface GearState {
  readonly id: GearId
  readonly name: string
  readonly gearKind: string
  readonly attributes: Readonly<Record<string, string>>
  readonly limits?: string | undefined
  readonly proved: readonly Statement[]
  readonly unfit: readonly Statement[]
  /** It is with somebody for a while. */
  readonly lent?:
    { readonly to: PartyId; readonly due?: Instant | undefined; readonly entry: Statement } | undefined
}

export interface MethodState {
  readonly id: MethodId
  readonly recipe: Recipe
  readonly said: Statement
  readonly versions: readonly Statement[]
  readonly verdicts: readonly Statement[]
}

/** A word of the house's own; `type`: only of machines of this type. */
export interface WordState {
  readonly word: string
  readonly as: 'verb' | 'name'
  readonly means: string
  readonly type?: TypeId | undefined
  readonly said: Statement
}

export interface PartyState {
  readonly id: PartyId
  readonly name: string
  readonly initials: string
  readonly sort: 'person' | 'organisation'
  readonly roles: readonly string[]
  /** The entries that say so, oldest first. */
  readonly said: readonly Statement[]
}

export interface TypeState {
  readonly id: TypeId
  readonly sheet: TypeSheet
  readonly version: number
  readonly said: Statement
  readonly versions: readonly Statement[]
}

export interface AuthorisationState {
  readonly entry: Statement
  readonly party: PartyId
  readonly authority: Authority
  readonly from: Instant
  readonly until?: Instant | undefined
  /** When it was taken back, or said anew. */
  readonly ended?: Instant | undefined
}

export interface GrantState {
  readonly entry: Statement
  readonly party: PartyId
  readonly machine: MachineId
  readonly from?: Instant | undefined
  readonly until?: Instant | undefined
}
