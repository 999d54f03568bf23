/** What the view of a fault shows. */
import type { FaultActSort } from '#core/diagnosis/acts.ts'
import type { Touches } from '#core/diagnosis/house-minutes.ts'
import type { SuspectSort } from '#core/diagnosis/instances.ts'
import type { Explained } from '#core/diagnosis/matrix.ts'
import type { MemoryExplained } from '#core/diagnosis/memory.ts'
import type { AdviceStatus } from '#core/diagnosis/heard.ts'
import type { DiagnosisEnd } from '#core/history/bodies/diagnosis.ts'
import type { EntryId, EpisodeId, MachineId } from '#core/ids.ts'
import type { PolicyOption } from '#core/policy.ts'
import type { Instant } from '#core/quantity/time.ts'
import type { CheckName, RuleName } from '#core/work/checks/model.ts'
import type { SheetPosition } from '#core/type/sheet.ts'
import type { Plate } from './machine-shape.ts'

export type ReasonRow =
  | { readonly why: 'counted'; readonly kind: string; readonly bad: number; readonly judged: number }
  | { readonly why: 'known weak'; readonly words: string }
  | { readonly why: 'finding'; readonly sort: string; readonly place: string }
  | {
      readonly why: 'suspected'
      readonly by?: string | undefined
      readonly at: Instant
      readonly words?: string | undefined
    }
  | { readonly why: 'proved good' | 'proved bad' | 'gear proved'; readonly at: Instant }
  | { readonly why: 'look-alike'; readonly of: readonly string[] }
  | { readonly why: 'made new' }
  | { readonly why: 'happened'; readonly what: string; readonly at?: Instant | undefined }
  | { readonly why: 'stood'; readonly years: number }

export type SuspectName = Pick<SuspectRow, 'sort' | 'name'>

export interface SuspectRow {
  readonly sort: SuspectSort
  readonly name: string
  /** What belongs there, where a sheet says so. */
  readonly kind?: string | undefined
  readonly soldered: boolean
  /** Probability 0 to 0.95 that it is bad. */
  readonly share: number
  /** What was seen made it likelier than it was before. */
  readonly likelier: boolean
  readonly group: number
  /** What would mend it in the fewest minutes. */
  readonly rid?: { readonly sort: FaultActSort; readonly minutes: number } | undefined
  readonly reasons: readonly ReasonRow[]
}

export interface ActRow {
  readonly sort: FaultActSort
  readonly at: string
  readonly then?: string | undefined
  /** It is a test point, and read. */
  readonly thenReads: boolean
  readonly gear?: string | undefined
  /** It was tried on what is there, and failed: whether that was a slip. */
  readonly again: boolean
  /** A pass of it is the end. */
  readonly proves: boolean
  readonly minutes: number
  readonly touches: Touches
  /** Expected minutes until it works, and by mends alone. */
  readonly toTheEnd: number
  readonly without: number
  readonly passes: number
  /** What it parts: names that it speaks of and the likeliest that it leaves. */
  readonly sees: readonly string[]
  readonly leaves: readonly string[]
  /** The kind of part that it needs, and how many proved ones lie in stock. */
  readonly part?: { readonly kind: string; readonly proved: number; readonly others: number } | undefined
  /** It needs power, and the machine must not be powered. */
  readonly powerBarred: boolean
  readonly bar?: { readonly check: CheckName; readonly rules: readonly RuleName[] } | undefined
  /** A swap waits for the rails: they were not read in tolerance since the last power-up. */
  readonly railsFirst?: readonly string[] | undefined
  /** The line that does it, or its beginning. */
  readonly line: string
}

export interface ObservationRow {
  readonly entry: EntryId
  readonly at: Instant
  readonly of: string
  readonly sort: 'test' | 'reading' | 'look'
  readonly is: 'pass' | 'fail' | 'comes and goes'
  readonly symptom?: string | undefined
  readonly times: number
  readonly goes?: { readonly k: number; readonly n: number } | undefined
  /** What it went through, by name; nobody has said: all there is. */
  readonly through: readonly string[]
  readonly anything: boolean
  readonly where?: string | undefined
  readonly aside?:
    { readonly because: string; readonly by?: string | undefined; readonly at: Instant } | undefined
  /** What it needs and what was missing then: it speaks of nothing else. */
  readonly empty: readonly string[]
  /** Too many failures: it is not reckoned with. */
  readonly left: boolean
}

export interface FaultNode {
  readonly id: string
  readonly sort: 'point' | 'position' | 'function'
  /** Share of the likeliest suspect at it. */
  readonly share: number
  readonly is?: 'pass' | 'fail' | undefined
}
export interface FaultEdge {
  readonly from: string
  readonly to: string
}

export interface HeardRow {
  readonly sort: 'suspicion' | 'advice' | 'opinion'
  readonly words: string
  readonly from?: string | undefined
  readonly basis?: string | undefined
  readonly at: Instant
  readonly status: AdviceStatus
}

export interface ShownFault {
  readonly failing: readonly string[]
  readonly target: string
  /** The target is a test point, and read. */
  readonly targetReads: boolean
  readonly suspects: readonly SuspectRow[]
  /** Suspects of less than half a step each, and what they come to together. */
  readonly rest: { readonly n: number; readonly share: number }
  /** Parts that the target goes through and that what was seen made far less likely. */
  readonly cleared: readonly string[]
  readonly nothing: number
  readonly unnamed: number
  readonly pair?: readonly [SuspectName, SuspectName] | undefined
  /** Positions that the target needs and that are empty. */
  readonly missing: readonly string[]
  readonly acts: readonly ActRow[]
  readonly mendsOnly: number
  readonly close: boolean
  readonly observations: readonly ObservationRow[]
  readonly sayNeeds?: string | undefined
  /** What a pattern of dead cells or bits comes to, by failing function. */
  readonly patterns: readonly {
    readonly fn: string
    readonly cells?: Explained | undefined
    readonly memory?: MemoryExplained | undefined
  }[]
  readonly nodes: readonly FaultNode[]
  readonly edges: readonly FaultEdge[]
}

/** What a house knows beyond the machine: what it counted of a kind of part (in lower case), and what of it is in stock. */
export interface HouseFacts {
  readonly kinds: readonly {
    readonly kind: string
    readonly bad: number
    readonly judged: number
    readonly proved: number
    readonly others: number
  }[]
  /** When it was counted; undefined: nothing is known. */
  readonly at: Instant | undefined
}

export interface FaultView {
  readonly machine: MachineId
  readonly plate: Plate
  readonly open?: { readonly id: EpisodeId; readonly number: number } | undefined
  /** Absent: nothing fails that is not mended. */
  readonly fault?: ShownFault | undefined
  /** Functions, positions and points that a line may name. */
  readonly names: readonly string[]
  readonly heard: readonly HeardRow[]
  readonly onset: readonly { readonly of: string; readonly when: string }[]
  readonly approach: PolicyOption<'fault approach'>
  /** So many trials in a row had no effect, by the house's stop rule. */
  readonly stop?: { readonly trials: number; readonly rule: string } | undefined
  readonly ended?:
    | {
        readonly end: DiagnosisEnd
        readonly because: string
        readonly at: Instant
        readonly by?: string | undefined
      }
    | undefined
  /** Needs said here that the sheet does not have: they can be kept on it. */
  readonly learned: readonly {
    readonly fn: string
    readonly needs: readonly string[]
    /** Positions among them that no sheet lists. */
    readonly positions: readonly SheetPosition[]
  }[]
  readonly type?: string | undefined
  /** What was counted of the kinds that this machine takes: a device keeps it for when there is no connection. */
  readonly house: HouseFacts
}
