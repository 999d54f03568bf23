/** What has to be said of every kind of entry. Each field is needed: a kind that leaves one open does not compile. */
import type { z } from 'zod'
import type { PartyId } from '#core/ids.ts'
import type { Place } from '#core/place.ts'
import type { Money } from '#core/quantity/quantity.ts'
import type { Role } from '#core/roles.ts'
import type { Authority } from '../bodies/rule.ts'
import type { WorldDraft } from '../draft.ts'
import type { Subject } from '../entry.ts'
import type { Statement } from '../versions.ts'
import type { AuthorityFacts } from '../mains.ts'

/** `house`: read with every machine, needs none to be read. `machine`: read with what it is about. */
export type Scope = 'house' | 'machine'

/** Whether it goes out in a machine's record, and comes in with one. */
export type Travels = 'with its machine' | 'when it is named' | 'never'

/** Machines beyond its own subjects whose state it changes: all of them, or those that use the thing named. */
export type Reaches =
  'every machine' | { readonly machinesOf: 'type' | 'gear' | 'party'; readonly id: string }

/** What a person who surveys blind knows: their survey, and which findings are their own. */
export interface OwnFindings {
  readonly survey: string
  readonly knows: (finding: string) => boolean
}

type HoldsMoney<T> = T extends Money
  ? true
  : T extends string | number | boolean | null | undefined
    ? never
    : T extends readonly (infer U)[]
      ? HoldsMoney<U>
      : T extends object
        ? { [K in keyof T]-?: HoldsMoney<NonNullable<T[K]>> }[keyof T]
        : never

/** The body for those who see no prices. A kind that holds an amount cannot say that it holds none. */
type WithoutPrice<B> = true extends HoldsMoney<B> ? 'nothing is left' | ((body: B) => B) : 'holds no price'

export interface Definition<B> {
  /** Its shape. */
  readonly schema: z.ZodType<B>
  readonly scope: Scope | ((body: B) => Scope)
  /** The subjects that its body names. */
  readonly about: (body: B) => readonly Subject[]
  /** Places in it: through a tray or an assembly it also concerns the machine around them. */
  readonly places: 'none' | ((body: B) => readonly Place[])
  /** The least role that may write it, correct it, take it back or settle it. */
  readonly least: Role | ((body: B) => Role)
  /** The authorisation that the act needs by its nature. */
  readonly authority: 'none' | ((facts: AuthorityFacts, body: B) => Authority | undefined)
  /** `observed`: always recorded. `judged`: by what stands before it (judging/admission). */
  readonly admission: 'observed' | 'judged'
  /** Whether what comes later is judged by it. */
  readonly groundwork: boolean
  /** Whether it may be dated ahead of now. */
  readonly ahead: boolean
  /** From when it is true, where that is not when it happened. */
  readonly trueFrom: 'when it happened' | ((body: B) => string | undefined)
  /** What a guest may read of it, built field by field. */
  readonly guest: 'hidden' | ((body: B, viewer: PartyId) => B)
  readonly withoutPrice: WithoutPrice<B>
  /** Whether it shows to somebody who surveys blind: what others found does not. */
  readonly blind: 'shown' | 'hidden' | ((body: B, own: OwnFindings) => boolean)
  /** Files that it names, by SHA-256. */
  readonly files: 'none' | ((body: B) => readonly string[])
  readonly reaches: 'its subjects' | ((body: B) => Reaches | undefined)
  readonly travels: Travels | ((body: B) => Travels)
  readonly reduce: (world: WorldDraft, entry: Statement, body: B, order: number) => void
}

/** The machine that a body names. */
export const itsMachine = (body: { readonly machine: string }): Subject[] => [
  { kind: 'machine', id: body.machine },
]

export const subject = (kind: Subject['kind'], id: string | undefined): Subject[] =>
  id === undefined ? [] : [{ kind, id }]

/** What a place belongs to, as far as it names it itself. */
export function placeSubjects(place: Place): Subject[] {
  switch (place.in.kind) {
    case 'machine':
    case 'kept':
      return subject('machine', place.in.id)
    case 'assembly':
      return subject('part', place.in.id)
    case 'person':
    case 'party':
      return subject('party', place.in.id)
    case 'tray':
    case 'store':
    case 'rig':
    case 'gone':
      return []
  }
}

export const house: Subject = { kind: 'house', id: 'house' }
