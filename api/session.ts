/** Signing in and out, the first run, invitations. */
import { z } from 'zod'
import { authorities } from '#core/history/bodies/rule.ts'
import { type EntryId, type HouseId, accountIdSchema, partyIdSchema } from '#core/ids.ts'
import { roles } from '#core/roles.ts'

const name = z.string().trim().min(1, 'Say the name.').max(80)
export const emailSchema = z
  .string()
  .trim()
  .toLowerCase()
  .max(120)
  .regex(/^[^\s@]+@[^\s@]+\.[^\s@]+$/, 'This does not look like an e-mail address.')
/** OWASP ASVS 4.0.3 V2.1.1 and V2.1.2: at least 12 characters, at most 128. */
export const passwordSchema = z
  .string()
  .min(12, 'A password has at least 12 characters.')
  .max(128, 'A password has at most 128 characters.')

export const signInSchema = z.strictObject({ email: emailSchema, password: z.string().min(1).max(128) })

export const zoneSchema = z
  .string()
  .max(60)
  .refine((zone) => {
    try {
      new Intl.DateTimeFormat('en', { timeZone: zone })
      return true
    } catch {
      return false
    }
  }, 'This is not a time zone (for example Europe/Oslo).')

export const setupSchema = z.strictObject({
  token: z.string().min(10).max(200),
  collection: name,
  zone: zoneSchema,
  currency: z.string().regex(/^[A-Z]{3}$/, 'A currency is three capital letters (ISO 4217).'),
  name,
  email: emailSchema,
  password: passwordSchema,
})

export const inviteSchema = z.strictObject({ name, role: z.enum(roles), party: partyIdSchema.optional() })
export const acceptSchema = z.strictObject({ email: emailSchema, password: passwordSchema })
/** Digits only, so that it can be typed with one finger. */
const pin = z.string().regex(/^\d{4,8}$/, 'A PIN has four to eight digits.')
export const pinSchema = z.strictObject({ password: z.string().min(1).max(128), pin })
export const confirmSchema = z.strictObject({ party: partyIdSchema, pin })
export const accountChangeSchema = z.strictObject({
  role: z.enum(roles).optional(),
  active: z.boolean().optional(),
})
/** One's own password again, before something that a stolen session must not do. */
export const proofSchema = z.strictObject({ password: z.string().min(1).max(128) })
export const passwordChangeSchema = z.strictObject({
  password: z.string().min(1).max(128),
  fresh: passwordSchema,
})
export const sessionParams = z.object({ name: z.string().regex(/^[0-9a-f]{32}$/) })

export interface OwnSession {
  readonly id: string
  /** Signed in at, last asked for something at. */
  readonly since: string
  readonly seen: string
  /** What the browser says it is. */
  readonly agent: string
  readonly here: boolean
}
export interface OwnSessions {
  readonly sessions: readonly OwnSession[]
}

export const securityActs = [
  'sign in',
  'change password',
  'give password again',
  'end a session',
  'make a calendar address',
  'take back a calendar address',
  'set a PIN',
  'confirm by PIN',
  'invite',
  'accept an invitation',
  'change a role',
  'close an account',
  'open an account',
  'grant or authorise',
  'erase',
] as const
export type SecurityAct = (typeof securityActs)[number]
export interface SecurityRow {
  readonly n: number
  readonly at: string
  readonly who?: string | undefined
  readonly did: SecurityAct
  readonly outcome: 'done' | 'refused'
  readonly about: string
  readonly network: string
}

export const idParams = z.object({ id: accountIdSchema })

export interface House {
  /** Made once with its database. */
  readonly id: HouseId
  readonly name: string
  readonly zone: string
  readonly currency: string
}
export interface Me {
  readonly account: string
  readonly party: string
  readonly name: string
  readonly initials: string
  readonly role: (typeof roles)[number]
  readonly email: string
}
export interface SessionAnswer {
  readonly house: House | null
  readonly me: Me | null
  readonly csrf: string
  readonly demo: boolean
  readonly secure: boolean
  /** How far the line of entries reached at least: what a view shows from here on is no older. */
  readonly seq: number
}
export interface PersonRow {
  readonly account?: string | undefined
  readonly party: string
  readonly name: string
  readonly initials: string
  readonly sort: 'person' | 'organisation'
  readonly roles: readonly string[]
  readonly role?: (typeof roles)[number] | undefined
  readonly email?: string | undefined
  readonly active?: boolean | undefined
  /** Whether they can confirm by PIN on a shared tablet; absent without an account. */
  readonly pin?: boolean | undefined
  /** For stewards: the entries that say who they are, to be erased, with their latest amendments. */
  readonly said?: readonly { readonly entry: EntryId; readonly seen: readonly EntryId[] }[] | undefined
  readonly authorisations: readonly {
    readonly authority: (typeof authorities)[number]
    readonly since: string
    readonly until?: string | undefined
  }[]
  readonly grants: readonly {
    readonly machine: string
    readonly label: string
    readonly from?: string | undefined
    readonly until?: string | undefined
  }[]
}
export interface InviteRow {
  readonly id: string
  readonly name: string
  readonly role: (typeof roles)[number]
  readonly expires: string
}
export interface PeopleAnswer {
  readonly people: readonly PersonRow[]
  readonly invites: readonly InviteRow[]
}

export interface InvitationAnswer {
  readonly name: string
  readonly role: (typeof roles)[number]
  readonly collection: string
}
/** The link of an invitation, shown once. */
export interface InvitedAnswer {
  readonly id: string
  readonly path: string
  readonly expires: string
}
export interface PersonAnswer {
  readonly id: string
  readonly role: (typeof roles)[number]
  readonly active: boolean
  readonly by: string
}
