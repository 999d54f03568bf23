/** What the slip that ends a treatment makes of what is said in it: its end, findings that it made or helped, and that nothing rings any more. */
import { say } from '#api/words/say.ts'
import type { TreatmentsAnswer } from '#api/treatments.ts'
import type { Body, BodyOf } from '#core/history/bodies/index.ts'
import type { FindingKind } from '#core/history/bodies/condition.ts'
import type { EntryId, MachineId } from '#core/ids.ts'
import { meantAgainst } from '#core/treatment/after.ts'
import type { Course } from '#core/treatment/course.ts'
import { figure } from '#web/app/typed.ts'

export type Ended = Extract<BodyOf<'treatment'>, { what: 'ended' }>
type Is = Ended['verdicts'][number]['is']
type Beside = Ended['beside'][number]['is']
export interface Verdict {
  readonly is: Is | ''
  readonly words: string
}

/** What is chosen in the slip beside what is typed, by place, by thing beside it, by finding. */
export interface Ending {
  readonly verdicts: Readonly<Record<string, Verdict>>
  readonly beside: Readonly<Record<string, Beside>>
  readonly left: Readonly<Record<string, string>>
}
export const nothingSaid: Ending = { verdicts: {}, beside: {}, left: {} }

/** What is typed as it ends. */
export interface EndForm {
  /** How many came out, in the order of what was counted in. */
  readonly out: readonly string[]
  readonly ph: string
  /** A day; empty for never. */
  readonly recheck: string
  /** What harm is found to be. */
  readonly sort: FindingKind
  readonly words: string
}

export const verdictAt = ({ verdicts }: Ending, place: string): Verdict =>
  verdicts[place] ?? { is: '', words: '' }
export const besideOf = ({ beside }: Ending, what: string): Beside => beside[what] ?? 'not looked at'

const worseAs: Readonly<Record<string, FindingKind>> = {
  whitening: 'yellowing',
  rust: 'rust',
  leak: 'leak residue',
}

/** What a worse place is found to be, by what was done to it. */
export const harmOf = (sort: string): FindingKind => worseAs[sort] ?? 'stain'

/** How much of a finding is left after what helped. */
export const leftOptions = [
  { value: 'less', label: say('less, still to be seen') },
  { value: 'a trace', label: say('a trace is left') },
  { value: 'gone', label: say('gone') },
  { value: 'as it was', label: say('as it was') },
] as const

/** Findings that it was meant against, of places that are better. */
export const helpedBy = ({ body }: Course, ending: Ending, findings: TreatmentsAnswer['findings']) =>
  body.on
    .filter((place) => verdictAt(ending, place).is === 'better')
    .flatMap((place) => meantAgainst(findings, body.sort, place))

const placesWorse = ({ body }: Course, ending: Ending) =>
  body.on.filter((place) => verdictAt(ending, place).is === 'worse')
const thingsHarmed = ({ body }: Course, ending: Ending) =>
  body.carries.flatMap(({ what }) => (besideOf(ending, what) === 'harmed' ? [what] : []))
export const anyHarm = (course: Course, ending: Ending): boolean =>
  placesWorse(course, ending).length + thingsHarmed(course, ending).length > 0

/** All that is written as it ends, or why it cannot be. */
export function endingBodies(
  course: Course,
  ending: Ending,
  said: EndForm,
  { findings, ringing }: Pick<TreatmentsAnswer, 'findings' | 'ringing'>,
): readonly Body[] | string {
  const { body } = course
  const machine = course.machine as MachineId
  const open = body.on.filter((place) => verdictAt(ending, place).is === '')
  if (open.length > 0)
    return say('Say what came of {open}; “not looked at” is an answer.', { open: open.join(', ') })
  const ph = figure(said.ph)
  if (ph !== undefined && !(ph >= 0 && ph <= 14)) return say('A pH is between 0 and 14.')
  // What nobody counted is not none.
  const counts = body.counts.flatMap(({ what }, i) => {
    const n = figure(said.out[i] ?? '')
    return n === undefined ? [] : [{ what, n }]
  })
  if (counts.some(({ n }) => !Number.isInteger(n) || n < 0)) return say('Count in whole numbers.')
  const found = (zone: string, words: string) => newFinding(machine, zone, said.sort, words)
  return [
    {
      kind: 'treatment',
      what: 'ended',
      machine,
      treatment: course.id as EntryId,
      verdicts: body.on.map((on) => {
        const { is, words } = verdictAt(ending, on)
        return { on, is: is as Is, ...(words.trim() ? { words: words.trim() } : {}) }
      }),
      beside: body.carries.map(({ what }) => ({ what, is: besideOf(ending, what) })),
      counts,
      ...(ph === undefined ? {} : { ph }),
      ...(said.recheck ? { recheck: said.recheck } : {}),
      ...(said.words.trim() ? { words: said.words.trim() } : {}),
    },
    // Harm is a finding of its own: the grade follows from it.
    ...placesWorse(course, ending).map((place) => {
      const { words } = verdictAt(ending, place)
      return found(place, `worse after ${body.sort}${words.trim() ? `: ${words.trim()}` : ''}`)
    }),
    // What helped is seen on the finding it was meant against: the grade follows from that, too.
    ...helpedBy(course, ending, findings).flatMap(({ id }) =>
      seenAgain(machine, id, ending.left[id] ?? 'less', body.sort),
    ),
    // It rings no more.
    ...(ringing[course.id] ?? []).map(({ entry }): Body => ({ kind: 'wait', machine, over: entry })),
    ...thingsHarmed(course, ending).map((what) =>
      found(body.on[0] ?? 'whole machine', `${what} harmed by ${body.sort}`),
    ),
  ]
}

const newFinding = (machine: MachineId, zone: string, sort: FindingKind, words: string): Body => ({
  kind: 'finding',
  what: 'noted',
  machine,
  zone,
  sort,
  severity: 'disfigures',
  activity: 'not judged',
  danger: 'none',
  contained: false,
  loaded: false,
  hypothesis: false,
  words,
})

/** A finding seen again; nothing where it is as it was. */
const seenAgain = (machine: MachineId, finding: EntryId, left: string, sort: string): Body[] =>
  left === 'as it was'
    ? []
    : [
        {
          kind: 'finding',
          what: 'seen again',
          machine,
          finding,
          change: left === 'gone' ? 'gone' : 'better',
          ...(left === 'a trace' ? { severity: 'trace' as const } : {}),
          words: `after ${sort}`,
        },
      ]
