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

export interface Problem {
  readonly type: ProblemType
  readonly title: string
  readonly status: number
  readonly detail: string
  readonly fields?: readonly { readonly path: string; readonly message: string }[]
  readonly refusal?: Refusal
  /** For other-content: both versions, so that neither is lost. */
  readonly both?: readonly unknown[]
}
