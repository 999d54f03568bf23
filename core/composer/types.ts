/** What a typed line becomes: entries to write, what they will do, or what is still missing. Data only; words at the edge. */
import type { ComposerContext, LotContext, MachineContext, PartContext } from '#core/composer/context.ts'
import type { Body } from '#core/history/bodies/index.ts'
import type { Basis, Draft, Warrant } from '#core/history/entry.ts'
import type { Refusal } from '#core/history/refusal.ts'
import type { EntryId, PartyId } from '#core/ids.ts'
import type { Instant, Interval } from '#core/quantity/time.ts'
import type { Reading, ReadingScene } from '#core/work/reading/acts.ts'
import type { Effect } from './effects.ts'

export interface ParsedEntry {
  readonly body: Body
  readonly happenedAt?: Interval | undefined
  readonly basis?: Basis | undefined
  /** The test that this was done or said on the strength of. */
  readonly restsOn?: readonly EntryId[] | undefined
  /** Somebody else did it, who may have no account. */
  readonly doneBy?: PartyId | undefined
  /** It says an earlier entry better, or takes it back. */
  readonly amends?: NonNullable<Draft['amends']> | undefined
  readonly minutes?: number | undefined
  /** What was observed stands by itself, whatever becomes of the rest of its line. */
  readonly alone?: boolean
  readonly warrant?: Warrant | undefined
  readonly past?: NonNullable<Draft['past']> | undefined
}

export type Problem =
  /** One word may mean several things: the line asks which. */
  | { readonly why: 'which of'; readonly word: string; readonly among: readonly string[] }
  /** Nothing was written here that could be taken back or said better. */
  | { readonly why: 'nothing to correct' }
  /** What moved is not put right by a word: it is taken back, and written again. */
  | { readonly why: 'cannot correct'; readonly kind: string }
  | { readonly why: 'empty' }
  | { readonly why: 'which task' | 'which advice'; readonly known: readonly string[] }
  | { readonly why: 'no soak' }
  | { readonly why: 'unknown verb'; readonly word: string }
  | { readonly why: 'which function'; readonly word: string; readonly known: readonly string[] }
  | { readonly why: 'which position'; readonly word: string; readonly known: readonly string[] }
  | { readonly why: 'which part'; readonly word: string; readonly known: readonly string[] }
  /** Several parts of the tray came out of one position. */
  | { readonly why: 'which of these'; readonly position: string; readonly known: readonly string[] }
  | { readonly why: 'which lot'; readonly word: string }
  | { readonly why: 'which steward'; readonly word: string; readonly known: readonly string[] }
  | { readonly why: 'which machine'; readonly word: string }
  | { readonly why: 'which evidence'; readonly word: string; readonly known: readonly string[] }
  | { readonly why: 'which result'; readonly word: string }
  | { readonly why: 'which cell'; readonly word: string; readonly fn: string }
  | { readonly why: 'which method'; readonly word: string; readonly known: readonly string[] }
  | { readonly why: 'no readings' }
  | { readonly why: 'nothing there'; readonly position: string; readonly content: string }
  | { readonly why: 'occupied'; readonly position: string; readonly by: string; readonly line: string }
  | { readonly why: 'part is off'; readonly part: string }
  | { readonly why: 'no such time'; readonly word: string }
  | { readonly why: 'needs an exact time' }
  | { readonly why: 'form'; readonly form: string }
  | { readonly why: 'refused'; readonly refusal: Refusal; readonly overridable: boolean }

export type Parsed =
  | { readonly ok: true; readonly entries: readonly ParsedEntry[]; readonly effects: readonly Effect[] }
  | { readonly ok: false; readonly problem: Problem }
  /** The line names another machine or a part kept elsewhere, which must be fetched first. */
  | { readonly ok: false; readonly needs: string }

/** What a number or a tag stands for: a machine of the house, a part wherever it is, or a lot. */
export interface LookedUp {
  readonly machine?: MachineContext | undefined
  readonly part?: PartContext | undefined
  readonly lot?: LotContext | undefined
}

/** Reads a line as people say it; absent while it is being fetched. */
export type LineReader = (line: string, scene: ReadingScene) => Reading

export interface ComposerTools {
  readonly reader?: LineReader | undefined
  readonly now: Instant
  readonly zone: string
  readonly newId: () => string
  /** The account that writes. */
  readonly account?: string | undefined
  /** Who is writing it down as done. */
  readonly doer?: string | undefined
  /** What a number or a tag stands for; undefined while it is being fetched. */
  readonly lookUp: (word: string) => LookedUp | undefined
}

export interface Scene extends ComposerTools {
  readonly context: ComposerContext
}

export const wrong = (problem: Problem): Parsed => ({ ok: false, problem })

/** Several lines' worth said in one: the first that cannot be told speaks for all. */
export const together = (all: readonly Parsed[]): Parsed =>
  all.find((parsed) => !parsed.ok) ??
  done(
    all.flatMap((parsed) => (parsed.ok ? parsed.entries : [])),
    all.flatMap((parsed) => (parsed.ok ? parsed.effects : [])),
  )

export const done = (entries: readonly (ParsedEntry | Body)[], effects: readonly Effect[]): Parsed => ({
  ok: true,
  entries: entries.map((e) => ('body' in e ? e : { body: e })),
  effects,
})
