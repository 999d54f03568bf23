/** What a line says that was done, seen, asked or meant: acts with slots, in the order in which the line says them. */

export const verdicts = ['pass', 'fail', 'partly', 'intermittent', 'inconclusive', 'not possible'] as const
export type Verdict = (typeof verdicts)[number]

/** What a look finds, in the words people use; `other` has its own words. */
export const foundSorts = [
  'leak',
  'corrosion',
  'rust',
  'crack',
  'yellowing',
  'dirt',
  'residue',
  'broken track',
  'lifted pad',
  'scorched',
  'stain',
  'loss',
  'mould',
  'earlier work',
  'marker',
  'scratch',
  'brittle',
  'other',
] as const
export type FoundSort = (typeof foundSorts)[number]

/** What the record is asked. */
export type Asks = 'where' | 'when' | 'who' | 'what' | 'how many' | 'status'

interface Timed {
  /** The day or moment that the line gives for it: "2026-11-29" or "2026-11-29T18:00", local. */
  readonly when?: string | undefined
  /** How long it took hands, where the line says it. */
  readonly minutes?: number | undefined
}

export interface TestAct extends Timed {
  readonly do: 'test'
  /** A function of the machine, or all of them. */
  readonly fn: string
  readonly is: Verdict
  readonly symptom?: string | undefined
  /** Good tries or cells, of how many. */
  readonly good?: number | undefined
  readonly of?: number | undefined
  readonly starts?: number | undefined
  readonly failures?: number | undefined
  readonly gear?: string | undefined
  readonly condition?: string | undefined
}

export interface ReadAct extends Timed {
  readonly do: 'read'
  readonly point: string
  readonly value?: number | undefined
  readonly min?: number | undefined
  readonly max?: number | undefined
  readonly unit?: string | undefined
  readonly about?: boolean | undefined
  readonly load?: string | undefined
}

export type Act =
  | TestAct
  | ReadAct
  | ({ readonly do: 'out'; readonly what: string; readonly to?: string | undefined } & Timed)
  | ({ readonly do: 'in'; readonly at: string; readonly what?: string | undefined } & Timed)
  | ({
      readonly do: 'swap'
      readonly at: string
      readonly with?: string | undefined
      /** With one another: what was here went there. */
      readonly mutual?: true
    } & Timed)
  | ({
      readonly do: 'lend'
      readonly what: string
      readonly to: string
      readonly due?: string | undefined
    } & Timed)
  | ({ readonly do: 'back'; readonly what: string } & Timed)
  | ({
      readonly do: 'off' | 'on'
      readonly what?: string | undefined
      readonly count?: number | undefined
      readonly size?: string | undefined
      readonly cup?: string | undefined
    } & Timed)
  | ({ readonly do: 'unplug' | 'plug'; readonly what: string } & Timed)
  | ({
      readonly do: 'work'
      readonly verb: string
      readonly what?: string | undefined
      readonly words?: string | undefined
    } & Timed)
  | ({
      readonly do: 'adjust'
      readonly what: string
      readonly from?: string | undefined
      readonly to?: string | undefined
    } & Timed)
  | ({ readonly do: 'set'; readonly what: string; readonly to: string } & Timed)
  | ({
      readonly do: 'find'
      readonly finding: FoundSort
      readonly where?: string | undefined
      readonly words?: string | undefined
    } & Timed)
  | ({ readonly do: 'incident'; readonly words: string; readonly where?: string | undefined } & Timed)
  | { readonly do: 'hazard'; readonly words: string; readonly where?: string | undefined }
  | ({ readonly do: 'power'; readonly way: 'on' | 'off' } & Timed)
  | ({
      readonly do: 'wait'
      readonly what?: string | undefined
      readonly hours?: number | undefined
      readonly until?: string | undefined
    } & Timed)
  | ({ readonly do: 'wait over'; readonly what: string } & Timed)
  | { readonly do: 'every'; readonly every: number; readonly what?: string | undefined }
  | ({
      readonly do: 'suspect' | 'bad' | 'good'
      readonly what: string
      readonly because?: string | undefined
    } & Timed)
  | { readonly do: 'claim'; readonly by?: string | undefined; readonly words: string }
  | { readonly do: 'ask'; readonly words: string }
  | { readonly do: 'answer'; readonly by?: string | undefined; readonly words: string }
  | ({ readonly do: 'plan'; readonly words: string } & Timed)
  | { readonly do: 'remind'; readonly on?: string | undefined; readonly words: string }
  | { readonly do: 'verify'; readonly what: string; readonly words: string }
  | { readonly do: 'stop'; readonly next?: string | undefined }
  | { readonly do: 'close' }
  | { readonly do: 'undo' }
  | {
      readonly do: 'correct'
      readonly value?: number | undefined
      readonly what?: string | undefined
      readonly cup?: string | undefined
    }
  | { readonly do: 'query'; readonly asks: Asks; readonly about?: string | undefined }
  | { readonly do: 'sum'; readonly value: number; readonly unit: string }
  | ({ readonly do: 'use'; readonly count: number; readonly what: string } & Timed)
  | ({
      readonly do: 'buy'
      readonly count?: number | undefined
      readonly what: string
      readonly price?: number | undefined
    } & Timed)
  | ({ readonly do: 'count'; readonly count: number; readonly what: string } & Timed)
  | { readonly do: 'note'; readonly words: string }
  /** Two readings are possible: one question, answered by a key. */
  | {
      readonly do: 'ask which'
      readonly word: string
      readonly among: readonly string[]
      readonly of: Act['do']
    }

/** The whole line is understood, a part of it, or none. What was not is kept as words. */
export interface Reading {
  readonly acts: readonly Act[]
  readonly read: 'whole' | 'part' | 'not'
  /** What was left over, as written. */
  readonly rest: readonly string[]
}

/** A word of the house's own, with the verb or the name that it stands for. */
export interface Taught {
  readonly word: string
  readonly as: 'verb' | 'name'
  readonly means: string
}

/** What a line is read against: the names of one machine and of what is around it, and the moment of writing. */
export interface ReadingScene {
  readonly functions: readonly { readonly name: string; readonly dependsOn: readonly string[] }[]
  readonly positions: readonly {
    readonly name: string
    /** What belongs there: "reed relay". */
    readonly kind: string
    readonly on?: string | undefined
    readonly assembly?: boolean | undefined
  }[]
  readonly zones: readonly string[]
  readonly points: readonly string[]
  readonly gear: readonly { readonly name: string; readonly kind: string }[]
  readonly people: readonly string[]
  readonly tray: readonly string[]
  readonly waits: readonly string[]
  /** Verbs and names that this house has taught. */
  readonly taught?: readonly Taught[]
  /** Local time of writing, "2026-11-28T20:15". */
  readonly now: string
}
