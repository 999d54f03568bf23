/** What a line will do, said before it is written. Data only. */
import type { ConsentMatter } from '#core/history/bodies/consent.ts'
import type { Explained } from '#core/diagnosis/matrix.ts'
import type { Tally } from '#core/diagnosis/grid.ts'
import type { Expectation } from '#core/diagnosis/points.ts'
import type { Body, BodyOf } from '#core/history/bodies/index.ts'
import type { Health, HealthGround } from '#core/history/bodies/part.ts'
import type { Precaution } from '#core/history/bodies/precaution.ts'
import type { Authority } from '#core/history/bodies/rule.ts'
import type { RecordQuestion } from '#core/history/record.ts'
import type { PartyId } from '#core/ids.ts'
import type { FitRemark } from '#core/parts/fit.ts'
import type { PolicyKey } from '#core/policy.ts'
import type { Instant, Interval } from '#core/quantity/time.ts'
import type { CautionKey } from '#core/work/cautions/index.ts'
import type { CheckName, RuleName } from '#core/work/checks/index.ts'

export type Effect =
  /** What a line said freely was understood as. */
  | { readonly does: 'reads as'; readonly acts: number; readonly rest: readonly string[] }
  /** The record says otherwise, or a name is not known: kept as a note beside what is written. */
  | {
      readonly does: 'keeps as words'
      readonly words: string
      readonly because: 'is in already' | 'is out already' | 'not understood'
    }
  | { readonly does: 'at'; readonly when: Interval }
  /** In practice: what the simulated machine answers. */
  | { readonly does: 'asks the machine'; readonly of: readonly string[] }
  /** How long it took hands. */
  | { readonly does: 'took'; readonly minutes: number }
  /** A day was said, and a move needs a moment. */
  | { readonly does: 'takes noon' }
  | { readonly does: 'claims'; readonly by?: string | undefined; readonly words: string }
  | { readonly does: 'plans'; readonly words: string; readonly on?: Instant | undefined }
  | {
      readonly does: 'lends gear'
      readonly gear: string
      readonly to: string
      readonly due?: Instant | undefined
    }
  | { readonly does: 'gear is back'; readonly gear: string }
  | { readonly does: 'sums'; readonly value: number; readonly unit: string }
  | { readonly does: 'closes' }
  | { readonly does: 'takes back'; readonly what: Body }
  | { readonly does: 'corrects'; readonly what: Body; readonly to: Body }
  | { readonly does: 'asks the record'; readonly question: RecordQuestion }
  | { readonly does: 'counts stock' | 'buys'; readonly what: string; readonly n: number }
  | { readonly does: 'makes part'; readonly part: string; readonly of: string }
  | { readonly does: 'takes out'; readonly part: string; readonly from: string; readonly to: string }
  | {
      readonly does: 'puts in'
      readonly part: string
      readonly to: string
      readonly from: string
      readonly remarks: readonly FitRemark[]
    }
  | {
      readonly does: 'takes of lot'
      readonly lot: string
      readonly n: number
      readonly from: string
      readonly left: number
    }
  /** Some of a lot, or a part, is kept for other machines, and too few would be left. */
  | { readonly does: 'takes what is kept'; readonly what: string; readonly machines: readonly string[] }
  /** Work that cannot be undone on somebody else's machine, to which they did not agree. */
  | {
      readonly does: 'wants the owner’s word'
      readonly owner: string
      readonly matter: ConsentMatter
      readonly refused: boolean
    }
  | {
      readonly does: 'says health'
      readonly part: string
      readonly health: Health
      readonly ground?: HealthGround | undefined
      /** It sits in a position, which lacks a good part from now on. */ readonly lacks: boolean
    }
  /** Neither test nor reading nor reason: less is kept than was said. */
  | { readonly does: 'wants a ground'; readonly part: string; readonly verb: 'bad' | 'good' }
  | { readonly does: 'is temporary'; readonly part: string }
  | { readonly does: 'donor loses'; readonly machine: string; readonly part: string }
  | { readonly does: 'lends'; readonly part: string; readonly to: string; readonly due?: Instant | undefined }
  | { readonly does: 'comes home'; readonly part: string }
  | { readonly does: 'asks for retest'; readonly functions: readonly string[] }
  | {
      readonly does: 'tests'
      readonly results: BodyOf<'test'>['results']
      readonly depth: string
      readonly asFound: boolean
    }
  | { readonly does: 'says needs'; readonly fn: string; readonly needs: readonly string[] }
  | { readonly does: 'stands in'; readonly gear: string; readonly of: string }
  | { readonly does: 'adds function'; readonly name: string }
  /** By the record it cannot have been tried so: asked once. */
  | {
      readonly does: 'contradicts'
      readonly by: 'part out' | 'switched off' | 'away'
      readonly functions: readonly string[]
      readonly positions: readonly string[]
      readonly place?: string
    }
  | { readonly does: 'uses unfit gear'; readonly gear: string }
  | {
      readonly does: 'gear disagrees'
      readonly gear: string
      readonly fn: string
      readonly attribute: string
      readonly has: string
      readonly needs: string
    }
  /** What was altered wants a full test. */
  | { readonly does: 'is shallow'; readonly functions: readonly string[]; readonly depth: string }
  /** The name is on no list of the machine: it asks for no retest until somebody says what it is part of. */
  | { readonly does: 'reaches nothing yet'; readonly target: string; readonly assemblies: readonly string[] }
  | { readonly does: 'adds position'; readonly name: string }
  | {
      readonly does: 'found to hold'
      readonly position: string
      /** What belongs there, where it is another thing. */
      readonly instead?: string | undefined
      readonly kind?: string | undefined
      readonly origin?: string | undefined
    }
  | { readonly does: 'tags'; readonly part: string; readonly tag: string }
  | { readonly does: 'works on'; readonly target: string; readonly verb: string; readonly reach: string }
  | {
      readonly does: 'works on many'
      readonly count: number
      readonly targets: readonly string[]
      readonly verb: string
      readonly reach: string
    }
  | {
      readonly does: 'fastens'
      readonly way: BodyOf<'fastening'>['way']
      readonly count: number
      readonly size: string
      readonly left: number
      readonly cup?: string | undefined
      /** The line said no size: it is the one that is known of it. */
      readonly sizeKnown: boolean
    }
  /** Longer than what came out: it may press on what is behind. */
  | { readonly does: 'is longer'; readonly size: string; readonly than: string }
  /** By the sheet something else goes in first. */
  | {
      readonly does: 'comes too early'
      readonly what: string
      readonly first: string
      readonly why?: string | undefined
    }
  | { readonly does: 'leaves house rule'; readonly rule: PolicyKey; readonly option: string }
  /** The doer is not authorised for it: under the eye of one who is, or for a reason. */
  | {
      readonly does: 'wants authority'
      readonly authority: Authority
      readonly people: readonly { readonly party: PartyId; readonly name: string }[]
      readonly warranted: boolean
    }
  /** Usual cautions of the trade, shown once a sitting. */
  | { readonly does: 'cautions'; readonly of: readonly CautionKey[] }
  | {
      readonly does: 'puts off'
      readonly task: string
      readonly reason?: string | undefined
      readonly until?: Instant | undefined
    }
  | { readonly does: 'ends task'; readonly words: string; readonly way: 'done' | 'dropped' }
  | {
      readonly does: 'soaks'
      readonly what: string
      readonly until: Instant
      readonly attended: boolean
      /** The line said no length, and whether somebody stays. */
      readonly byHouse: boolean
      readonly said: boolean
    }
  | {
      readonly does: 'supposes'
      readonly sort: string
      readonly words: string
      readonly from?: string | undefined
      readonly about?: string | undefined
    }
  | { readonly does: 'ends advice'; readonly words: string; readonly outcome: string }
  | { readonly does: 'dates fault'; readonly of: string; readonly when: string }
  | {
      readonly does: 'keeps contents'
      readonly medium: string
      readonly copied: boolean
      readonly twice: boolean
    }
  | { readonly does: 'happens'; readonly words: string; readonly target?: string | undefined }
  | {
      readonly does: 'damages'
      readonly what: string
      readonly target: string
      readonly by: string
      readonly undone: string
    }
  | { readonly does: 'finds earlier work'; readonly positions: readonly string[]; readonly words: string }
  | { readonly does: 'tries in vain'; readonly verb: string; readonly target: string; readonly why: string }
  /** What is kept in it was not copied, nor given up by name. */
  | { readonly does: 'loses contents'; readonly part: string }
  | { readonly does: 'done by'; readonly name: string }
  | { readonly does: 'settles'; readonly position: string; readonly what: readonly string[] }
  | { readonly does: 'stops'; readonly words: string; readonly unplugged?: boolean | undefined }
  | { readonly does: 'connects'; readonly connector: string; readonly way: 'off' | 'on' }
  | {
      readonly does: 'reads'
      readonly point: string
      readonly within?: boolean | undefined
      readonly low?: number | undefined
      readonly high?: number | undefined
      readonly unit: string
      /** The point that this one is reckoned from. */
      readonly from?: Expectation['from']
      /** What it read the last time. */
      readonly before?: { readonly asWritten: string; readonly at: Instant } | undefined
      /** Away from the set taken when healthy, in the unit read. */
      readonly drift?:
        | { readonly by: number; readonly healthy: { readonly asWritten: string; readonly at: Instant } }
        | undefined
      /** Taken over from the reading before. */
      readonly instrument?: string | undefined
      readonly load?: string | undefined
      /** The load that the sheet asks, where the line says none. */
      readonly asksLoad?: string | undefined
      /** The sheet's nominal, of which it says no tolerance. */
      readonly unjudged?: number | undefined
      /** More than the part named takes, V. */
      readonly above?: { readonly part: string; readonly volts: number } | undefined
    }
  | { readonly does: 'keeps healthy'; readonly points: readonly string[]; readonly unwell: readonly string[] }
  | ({ readonly does: 'counts cells'; readonly fn: string; readonly symptom?: string | undefined } & Tally)
  | ({ readonly does: 'explains cells' } & Explained)
  | { readonly does: 'shares a line'; readonly along: 'row' | 'column'; readonly n: number }
  | { readonly does: 'takes over gear'; readonly gear: readonly string[] }
  | {
      readonly does: 'follows method'
      readonly name: string
      readonly what: readonly string[]
      readonly caution: string
      readonly needs?: string | undefined
    }
  | { readonly does: 'warns of material'; readonly method: string; readonly material: string }
  | {
      readonly does: 'leaves the house’s school'
      readonly method: string
      readonly rule: string
      readonly option: string
    }
  | {
      readonly does: 'says of position'
      readonly position: string
      readonly by: string
      readonly what: readonly string[]
    }
  | { readonly does: 'judges method'; readonly name: string; readonly verdict: string }
  | {
      readonly does: 'waits'
      readonly what: string
      readonly until: Instant
      readonly everyMinutes?: number | undefined
    }
  | {
      readonly does:
        | 'ends wait'
        | 'jots'
        | 'asks'
        | 'answers'
        | 'notes'
        | 'powers on'
        | 'powers off'
        | 'bars power'
        | 'clears hazard'
        | 'states empty'
      readonly words: string
    }
  /** A seal, label or sticker goes; `unseen` when no photograph shows it. */
  | {
      readonly does: 'breaks evidence'
      readonly sort: string
      readonly where: string
      readonly unseen: boolean
    }
  | {
      readonly does: 'finds'
      readonly sort: string
      readonly zone: string
      readonly severity: string
      readonly activity: string
    }
  | { readonly does: 'overrides fit'; readonly reason: string }
  | { readonly does: 'says done'; readonly what: Precaution }
  /** It is written all the same: a check warns, people decide. */
  | { readonly does: 'goes past'; readonly check: CheckName; readonly rules: readonly RuleName[] }
