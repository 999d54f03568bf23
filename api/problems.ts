/** Errors as RFC 9457 problem details: a stable type, a sentence a volunteer understands, and the field. */
import type { Refusal } from '#core/history/refusal.ts'

export const problemTypes = [
  'invalid',
  'not-signed-in',
  'not-allowed',
  'prove-again',
  'not-found',
  'refused',
  'other-content',
  'too-large',
  'too-many-tries',
  'stale-page',
  'unsupported-file',
  'meter',
  'setup-closed',
  'newer-shape',
  'disk-full',
  'busy',
  'internal',
] as const
export type ProblemType = (typeof problemTypes)[number]

/** A sentence and what fills its slots, apart. */
export interface Telling {
  readonly message: string
  readonly slots: Readonly<Record<string, string | number>>
}

export interface Problem {
  readonly type: ProblemType
  readonly title: string
  readonly status: number
  readonly detail: string
  /** The detail, where something fills a slot of it: so that it can be said in another language. */
  readonly says?: Telling
  readonly fields?: readonly { readonly path: string; readonly message: string }[]
  readonly refusal?: Refusal
  /** For other-content: both versions, so that neither is lost. */
  readonly both?: readonly unknown[]
}
