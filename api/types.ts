/** Reading type sheets and house methods. */
import type { Recipe } from '#core/history/bodies/method.ts'
import type { TypeSheet } from '#core/type/sheet.ts'

export interface TypeAnswer {
  readonly id: string
  readonly sheet: TypeSheet
  readonly version: number
  /** Every version, the oldest first; `learnedIn`: the episode that taught it. */
  readonly history: readonly {
    readonly version: number
    readonly at: string
    readonly by: string
    readonly entry: string
    readonly learnedIn?: string | undefined
  }[]
}

export interface MethodRow {
  readonly id: string
  readonly recipe: Recipe
  readonly version: number
  readonly at: string
  readonly by: string
  /** How often it was followed. */
  readonly uses: number
  /** Whether the house's rule chose this card's school; absent where the card follows none. */
  readonly schoolInForce?: boolean
  readonly verdicts: readonly {
    readonly entry: string
    readonly verdict: 'good' | 'mixed' | 'bad'
    readonly words: string
    readonly at: string
    readonly by: string
    readonly machine?: string | undefined
    readonly episode?: string | undefined
  }[]
}
export interface MethodsAnswer {
  readonly methods: readonly MethodRow[]
}

/** A word of the house's own, and what it stands for. */
export interface WordRow {
  readonly word: string
  readonly as: 'verb' | 'name'
  readonly means: string
  /** The type on whose machines it is read so; absent: on every machine. */
  readonly type?: { readonly id: string; readonly name: string } | undefined
  readonly at: string
  readonly by: string
}

/** A piece of test gear: what it can show, when it was last proved, for what it is unfit. */
export interface GearRow {
  readonly id: string
  readonly name: string
  readonly gearKind: string
  readonly attributes: Readonly<Record<string, string>>
  readonly limits?: string | undefined
  readonly proved?: string | undefined
  readonly unfit: readonly {
    readonly need: string
    readonly because: string
    readonly since: string | null
  }[]
}

/** A rule of the house: what is chosen, by whom and why; what else could be. */
export interface PolicyRow {
  readonly key: string
  readonly option: string
  readonly options: readonly string[]
  readonly reason?: string | undefined
  readonly at?: string | undefined
  readonly by?: string | undefined
}
