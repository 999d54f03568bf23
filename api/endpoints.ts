/**
 * Every endpoint and what it answers: the one table that the server answers by, the web asks by, and the tests check each
 * answer against (server/testing/answers.ts).
 */
import type { ComposerContext } from '#core/composer/context.ts'
import type { LookedUp } from '#core/composer/index.ts'
import type { ArrivalView } from '#core/views/arrival.ts'
import type { BatchView } from '#core/views/batch.ts'
import type { ConditionView } from '#core/views/condition-shape.ts'
import type { Answered } from '#core/views/answers.ts'
import type { EpisodeView } from '#core/views/episode.ts'
import type { FaultView } from '#core/views/fault-shape.ts'
import type { GuestHome } from '#core/views/guest-home.ts'
import type { LoanRow, LoanView } from '#core/views/loan-shape.ts'
import type { MachineView } from '#core/views/machine-shape.ts'
import type { CautionFacts } from '#core/work/cautions/index.ts'
import type { OriginalityView } from '#core/views/originality.ts'
import type { WholeView } from '#core/views/whole.ts'
import type { AgreementAnswer, BatchRow } from './batches.ts'
import type { DeviceEntries, EntriesAnswer, SheetAnswer } from './entries.ts'
import type { BenchAnswer, MachineList, NextNumbers, PartLife, PartsAnswer, TypeRow } from './machines.ts'
import type { SavedView } from './filters.ts'
import type { TableAnswer } from './table.ts'
import type { GearRow, MethodsAnswer, PolicyRow, TypeAnswer, WordRow } from './types.ts'
import type { MeterAnswer, MeterReading } from './meter.ts'
import type {
  DonorsAnswer,
  LotAnswer,
  LotsAnswer,
  ModificationsAnswer,
  NeedsAnswer,
  RenewalAnswer,
  StockAnswer,
  TagRow,
} from './parts.ts'
import type { PlanAnswer } from './plan.ts'
import type { OwnRun, PracticeAnswer, PracticeRun, SetAnswer } from './practice.ts'
import type { PaperIssued, PapersAnswer } from './papers.ts'
import type { CalendarAddress, RemindersAnswer, TrayMail } from './reminders.ts'
import type {
  HousePosition,
  CameraAnswer,
  MeasureAnswer,
  TreatingRow,
  TreatmentsAnswer,
} from './treatments.ts'
import type { RecordAnswer, StoredFile } from './files.ts'
import type {
  InvitationAnswer,
  InvitedAnswer,
  OwnSessions,
  PeopleAnswer,
  PersonAnswer,
  SecurityRow,
  SessionAnswer,
} from './session.ts'

/** What is read. Words behind a colon are parts of the path; everything else that is asked goes behind the question mark. */
export interface Reads {
  '/session': SessionAnswer
  '/sessions': OwnSessions
  '/security-log': { readonly notes: readonly SecurityRow[] }
  '/invitations/:token': InvitationAnswer
  '/people': PeopleAnswer
  '/bench': BenchAnswer
  '/machines': MachineList
  '/machines/:id': MachineView
  '/machines/:id/arrival': ArrivalView
  '/machines/:id/cautions': { readonly facts: CautionFacts }
  '/machines/:id/condition': ConditionView
  '/machines/:id/fault': FaultView
  '/machines/:id/treatments': TreatmentsAnswer
  '/house/position': HousePosition
  '/treating': { readonly treating: readonly TreatingRow[] }
  '/machines/:id/donors': DonorsAnswer
  '/machines/:id/originality': OriginalityView
  '/machines/:id/modifications': ModificationsAnswer
  '/machines/:id/renewal': RenewalAnswer
  '/agreement': AgreementAnswer
  '/views': { readonly views: readonly SavedView[] }
  '/lookup/:word': LookedUp
  '/next-numbers': NextNumbers
  '/episodes/:id': EpisodeView
  '/episodes/:id/context': ComposerContext
  '/episodes/:id/sheet': SheetAnswer
  '/episodes/:id/entries': DeviceEntries
  '/episodes/:id/answer': Answered
  '/parts': PartsAnswer
  '/parts/:id': PartLife
  '/part-tags': { readonly tags: readonly TagRow[] }
  '/stock': StockAnswer
  '/lots': LotsAnswer
  '/lots/:id': LotAnswer
  '/needs': NeedsAnswer
  '/batches': { readonly batches: readonly BatchRow[] }
  '/batches/:id': BatchView
  '/batches/:id/whole': WholeView
  '/home': GuestHome
  '/loans': { readonly loans: readonly LoanRow[] }
  '/loans/:id': LoanView
  '/loans/:id/papers': PapersAnswer
  '/reminders': RemindersAnswer
  '/mail-tray': { readonly mails: readonly TrayMail[] }
  '/types': { readonly types: readonly TypeRow[] }
  '/types/:id': TypeAnswer
  '/gear': { readonly gear: readonly GearRow[] }
  '/methods': MethodsAnswer
  '/words': { readonly words: readonly WordRow[] }
  '/policies': { readonly policies: readonly PolicyRow[] }
  '/meter': MeterAnswer
  '/plan': PlanAnswer
  '/practice': PracticeAnswer
  '/practice/runs/:id': PracticeRun
  '/practice/set': SetAnswer
}

/** What changes something, and what comes back; a body as `api/` parses it. */
export interface Writes {
  'POST /entries': EntriesAnswer
  'POST /session': SessionAnswer
  'DELETE /session': void
  'POST /session/proof': void
  'PUT /session/password': { readonly ended: number }
  'PUT /session/pin': void
  'DELETE /session/pin': void
  'POST /session/confirm': void
  'DELETE /sessions/:name': void
  'POST /setup': SessionAnswer
  'POST /invitations/:token': SessionAnswer
  'POST /people/invites': InvitedAnswer
  'PATCH /people/:id': PersonAnswer
  'POST /views': { readonly id: string }
  'DELETE /views/:id': void
  'POST /records': RecordAnswer
  'PUT /reminders': void
  'PUT /house/position': void
  'POST /machines/:id/measure': MeasureAnswer
  'POST /camera/measure': CameraAnswer
  'POST /reminders/calendar': CalendarAddress
  'DELETE /reminders/calendar': void
  'POST /loans/:id/papers': PaperIssued
  'POST /loans/:id/signed': PaperIssued
  'POST /table': TableAnswer
  'POST /machines/:id/photos': StoredFile
  'POST /loans/:id/photos': StoredFile
  'POST /machines/:id/voices': StoredFile
  'POST /practice/runs': OwnRun
  'DELETE /practice/runs/:id': void
  'POST /practice/set': { readonly id: string }
  'DELETE /practice/set/:id': void
  'POST /meter/readings': MeterReading
  'POST /meter/simulated-input': void
}

/** The words of a path that stand for something: `id` of `/machines/:id`. */
export type WordsOf<P extends string> = P extends `${string}:${infer Word}/${infer Rest}`
  ? Word | WordsOf<`/${Rest}`>
  : P extends `${string}:${infer Word}`
    ? Word
    : never

export type Query = Readonly<Record<string, string | number | readonly string[] | undefined>>
/** What a path is asked with: its words, and whatever else goes behind the question mark. */
export type Asked<P extends string> = Readonly<Record<WordsOf<P>, string>> & Query

/** Paths that a method writes to. */
export type Written<M extends 'POST' | 'PUT' | 'PATCH' | 'DELETE'> = keyof Writes extends infer K
  ? K extends `${M} ${infer P}`
    ? P
    : never
  : never
export type AnswerTo<
  M extends 'POST' | 'PUT' | 'PATCH' | 'DELETE',
  P extends string,
> = `${M} ${P}` extends keyof Writes ? Writes[`${M} ${P}`] : never
/** The words of a path, given only where it has any. */
export type WordsIn<P extends string> = [WordsOf<P>] extends [never]
  ? readonly []
  : readonly [words: Readonly<Record<WordsOf<P>, string>>]

/** What stands behind a question mark, as what is asked: a word said twice has two values. */
export const queryOf = (search: string): Query => {
  const params = new URLSearchParams(search)
  return Object.fromEntries([...new Set(params.keys())].map((key) => [key, params.getAll(key)]))
}

/** A path with its words put in and the rest behind a question mark; what is undefined or empty is left out. */
export function addressOf(path: string, asked: Query = {}): string {
  const used = new Set<string>()
  const filled = path.replace(/:(\w+)/g, (_, word: string) => {
    used.add(word)
    return encodeURIComponent(String(asked[word] ?? ''))
  })
  const rest = Object.entries(asked).flatMap(([key, value]) =>
    used.has(key) || value === undefined || value === ''
      ? []
      : [value].flat().map((v): [string, string] => [key, String(v)]),
  )
  return rest.length === 0 ? filled : `${filled}?${new URLSearchParams(rest).toString()}`
}
