/**
 * Where a view reads and writes: the house, unless something else stands in its place. Practice puts a simulated machine there, and
 * the same episode and the same page of a fault work on it. Nothing below asks which one it is, except where only a house can do a thing.
 */
import { createContext, use } from 'react'
import { Link, type LinkProps } from 'react-router'
import type { ComposerContext } from '#core/composer/context.ts'
import type { parseLine } from '#core/composer/index.ts'
import type { Draft } from '#core/history/entry.ts'
import { nowMs } from './clock.ts'
import { get } from './http.ts'
import type { HeldFile } from './outbox.ts'
import type { Became } from '#api/entries.ts'

export type Written =
  | {
      readonly sent: true
      readonly answers: readonly Became[]
      readonly refused?: Extract<Became, { became: 'refused' }> | undefined
    }
  | { readonly sent: false; readonly why: string }

export interface WriteOptions {
  readonly contested?: 'refuse' | 'keep'
  /** Files that the entries speak of by their hash. */
  readonly files?: readonly HeldFile[]
  /** The line as it was typed. */
  readonly line?: string
  readonly onProgress?: (share: number) => void
}

export interface BeginLine {
  readonly label: string
  readonly quiet?: string | undefined
  readonly line: string
}

export interface Source {
  readonly get: typeof get
  /** Absent: through the outbox of whoever is signed in. */
  readonly write?: (drafts: readonly Draft[], options?: WriteOptions) => Promise<Written>
  /** Absent: as the composer reads lines. */
  readonly parse?: typeof parseLine
  /** Lines to begin with, by verb and as examples; absent or undefined: those of the composer. */
  readonly lines?: (verb: string, context: ComposerContext) => readonly BeginLine[] | undefined
  readonly hints?: (context: ComposerContext) => readonly string[]
  /** The clock of what is worked on, epoch ms. */
  readonly nowMs: () => number
  /** Where an address of the house leads from here. */
  readonly path: (path: string) => string
  /** A machine that is not there: no photographs, no papers, nothing to close. */
  readonly practice: boolean
}

const house: Source = { get, nowMs, path: (path) => path, practice: false }
const At = createContext<Source>(house)

export const SourceProvider = At
export const useSource = (): Source => use(At)

/** A link that leads to the same thing wherever one works. */
export function HouseLink({ to, ...link }: Omit<LinkProps, 'to'> & { readonly to: string }) {
  return <Link to={useSource().path(to)} {...link} />
}
