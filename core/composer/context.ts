/** What a typed line is read against: the machine, its positions, parts, lots, methods and people as they are now. */
import type { SheetPosition, SheetFunction } from '#core/type/sheet.ts'
import type { Place } from '#core/place.ts'
import type { ContentWord } from '#core/history/presence.ts'
import type { PartFacts } from '#core/parts/fit.ts'
import type { PointRow, PointReading } from '#core/diagnosis/points.ts'
import type { MethodId, MachineId, EntryId, GearId, PartyId, TypeId } from '#core/ids.ts'
import type { Recipe } from '#core/history/bodies/method.ts'
import type { CellState } from '#core/diagnosis/grid.ts'
import type { EvidenceRow } from '#core/provenance/evidence.ts'
import type { Unmet } from '#core/work/checks/index.ts'
import type { BodyOf } from '#core/history/bodies/index.ts'
import type { CautionFacts, CautionKey } from '#core/work/cautions/index.ts'
import type { Authority } from '#core/history/bodies/rule.ts'
import type { PolicyOption } from '#core/policy.ts'
import type { Instant, Interval } from '#core/quantity/time.ts'
import type { Basis } from '#core/history/entry.ts'
import type { Body } from '#core/history/bodies/index.ts'
import type { RefitRule, WayInStep } from '#core/type/sheet.ts'
import type { LotFacts } from '#core/parts/lots.ts'
import type { Taught } from '#core/work/reading/acts.ts'

export interface SlotContext {
  readonly position: SheetPosition
  readonly place: Place
  readonly content: ContentWord
  readonly part?: string | undefined
  readonly partLabel?: string | undefined
  readonly tag?: string | undefined
  readonly facts?: PartFacts | undefined
  /** Its charge path was cut and the current into it measured as zero; absent for a holder that does not charge. */
  readonly chargeEnded?: boolean
}

export interface PartContext {
  readonly id: string
  readonly label: string
  readonly tag?: string | undefined
  readonly place: Place
  readonly placeLabel: string
  /** The machine that it is in. */
  readonly around?: { readonly id: MachineId; readonly number: string } | undefined
  readonly facts: PartFacts
  readonly home?: Place | undefined
}

export interface PointContext extends Omit<PointRow, 'readings' | 'last' | 'drift'> {
  /** `here`: read in this episode. */
  readonly last?: (PointReading & { readonly here: boolean }) | undefined
}

export interface MethodContext {
  readonly id: MethodId
  readonly recipe: Recipe
  /** The rule that chose another school than this card's, with what it chose. */
  readonly schoolInForce?: { readonly key: string; readonly option: string } | undefined
  readonly verdicts: { readonly good: number; readonly mixed: number; readonly bad: number }
}

/** What the composer knows of a machine: enough to turn a line into entries and to say what they will do. */
export interface MachineContext {
  readonly machine: MachineId
  readonly number: string
  readonly name: string
  readonly slots: readonly SlotContext[]
}

export interface ComposerContext extends MachineContext {
  readonly type?: TypeId | undefined
  readonly episode: EntryId
  readonly functions: readonly SheetFunction[]
  readonly standing: Readonly<Record<string, string>>
  readonly tray: readonly PartContext[]
  /** Parts known by tag or lent from here, wherever they are. */
  readonly parts: readonly PartContext[]
  readonly fasteners: readonly {
    readonly size: string
    readonly off: number
    readonly on: number
    readonly cups: readonly string[]
    readonly whats: readonly string[]
    readonly loose: number
  }[]
  /** The type's way in: what comes off, how many of which size. */
  readonly wayIn: readonly WayInStep[]
  /** Rules of order of which the first thing is still off. */
  readonly before: readonly RefitRule[]
  /** Who may do what, where the house names people for it. */
  readonly authorised: readonly {
    readonly authority: Authority
    readonly people: readonly { readonly party: PartyId; readonly name: string }[]
  }[]
  /** Everybody the record knows by name, with an account or without. */
  readonly people: readonly { readonly party: PartyId; readonly name: string; readonly initials: string }[]
  /** House rules that a line is held against. */
  readonly house: {
    readonly soakMinutes: number
    readonly seals: PolicyOption<'labels and seals'>
    readonly originals: PolicyOption<'removed originals'>
    readonly module: PolicyOption<'repair or replace a module'>
    readonly boardWash: PolicyOption<'board wash'>
    readonly whitening: PolicyOption<'whitening'>
  }
  /** Next steps and what was left for later, as the list shows them. */
  readonly tasks: readonly {
    readonly left: EntryId
    readonly task?: string | undefined
    readonly words: string
  }[]
  /** What was supposed or advised, and nobody has said yet what became of it. */
  readonly advice: readonly {
    readonly entry: EntryId
    readonly words: string
    readonly sort: 'suspicion' | 'advice' | 'opinion'
    readonly about?: string | undefined
  }[]
  /** Soak tests that run. */
  readonly soaking: readonly {
    readonly entry: EntryId
    readonly since: Instant
    readonly functions: readonly string[]
  }[]
  /** Somebody said what is kept in its memories and media. */
  readonly contentsSaid: boolean
  /** What cautions are asked of, and which were shown in this sitting. */
  readonly cautions: { readonly facts: CautionFacts; readonly shown: readonly CautionKey[] }
  readonly connectionsOff: readonly string[]
  readonly questions: readonly { readonly entry: EntryId; readonly words: string }[]
  readonly waits: readonly { readonly entry: EntryId; readonly what: string }[]
  readonly hazards: readonly {
    readonly entry: EntryId
    readonly words: string
    readonly barsPower: boolean
  }[]
  readonly gear: readonly {
    readonly id: string
    readonly name: string
    readonly gearKind: string
    readonly proved: boolean
    readonly unfit: boolean
    /** Who has it, where it is lent. */
    readonly with?: string | undefined
    readonly attributes: Readonly<Record<string, string>>
  }[]
  readonly changed: boolean
  /** What is known of the machine itself: what gear has to agree with. */
  readonly attributes: Readonly<Record<string, string>>
  /** Functions that something was altered of since their last full test. */
  readonly altered: readonly string[]
  /** It was switched off in this episode, and not on again. */
  readonly switchedOff: boolean
  /** Where it is, if it is out of the house. */
  readonly away?: string | undefined
  /** Test points with what is expected there, what was read last and when it was healthy. */
  readonly points: readonly PointContext[]
  /** What is known of each cell, by the function whose grid it belongs to. */
  readonly grids: Readonly<Record<string, readonly CellState[]>>
  /** The house's own words, as lines on this machine are read. */
  readonly taught: readonly Taught[]
  /** House methods, those of the house's own schools first. */
  readonly methods: readonly MethodContext[]
  /** What stays as last used in this episode, for twelve hours. */
  readonly kept: {
    readonly gear: readonly GearId[]
    readonly instrument?: string | undefined
    readonly cup?: string | undefined
  }
  /** Seals, labels and stickers, with what they lie over and whether a photograph shows them. */
  readonly evidence: readonly EvidenceRow[]
  readonly zones: readonly { readonly name: string; readonly material: string }[]
  /** What work and answers of this episode rest on, unless somebody says otherwise: its last failed and its last test. */
  readonly lastFailed?: EntryId | undefined
  readonly lastTest?: EntryId | undefined
  readonly asFoundDepth: string
  /** Rules that are not met, by check: what the composer warns of before Enter. */
  readonly unmet: Unmet
  /** How long washed things dry before power, by the house's rule, h. */
  readonly washHours: number
  /** Who may let parts of an accessioned machine go. */
  readonly stewards: readonly { readonly party: PartyId; readonly name: string; readonly initials: string }[]
  /** Somebody else's machine: whose, and what they agreed to. */
  readonly owner?: { readonly name: string; readonly said: readonly BodyOf<'consent'>[] }
  readonly nextTag: string
  /** Entries written last in this episode, newest first: what “scrap that” and “no, 5.1” speak of. */
  readonly latest: readonly LatestEntry[]
}

export interface LatestEntry {
  readonly entry: EntryId
  readonly body: Body
  readonly happenedAt: Interval
  readonly basis: Basis
  readonly doneBy?: string | undefined
  readonly recordedBy: string
  readonly seen: readonly EntryId[]
  /** The group that it stands or falls with. */
  readonly together?: string | undefined
}

/** A lot as the composer knows it: what one of it is, and where how many lie. */
export interface LotContext extends LotFacts {
  readonly label: string
  readonly tag?: string | undefined
  readonly facts: PartContext['facts']
  readonly heaps: readonly { readonly place: Place; readonly label: string; readonly n: number }[]
  /** Kept for machines other than the one that asks, by machine. */
  readonly kept: readonly { readonly machine: string; readonly label: string; readonly n: number }[]
}
