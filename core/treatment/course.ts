/** How a treatment goes: for how long, in how much light, what happened, what it came to. */
import { uvHours, type CloudSpell, type Position } from '#core/colour/sun.ts'
import type { BodyOf } from '#core/history/bodies/index.ts'
import type { TreatmentState } from '#core/history/treatment-state.ts'
import type { MachineState } from '#core/history/world.ts'
import type { EntryId } from '#core/ids.ts'
import { instantToMs, type Instant } from '#core/quantity/time.ts'

type Begun = Extract<BodyOf<'treatment'>, { what: 'begun' }>
type Ended = Extract<BodyOf<'treatment'>, { what: 'ended' }>

/** Why no dose is reckoned, or how much it is. */
export type Dose =
  /** `learned`: by what a trial piece lost in such light, in the light of the sun that would have done as much. */
  | { readonly uvHours: number; readonly learned?: true }
  | { readonly none: 'no sun' | 'glass or shade' | 'a lamp' | 'no position of the house' }

/** What light there is that the index does not know: behind glass, in the shade, a lamp by its name. */
export const lightKey = ({ light }: Pick<Begun, 'light'>): string | undefined =>
  light.by === 'lamp'
    ? `lamp ${light.lamp.toLowerCase()}`
    : light.by === 'sun' && light.through !== 'open'
      ? light.through
      : undefined

/** UV-hours of sun that an hour in such light is worth, by its key; learned on trial pieces, and no default. */
export type Learned = ReadonlyMap<string, { readonly anHour: number; readonly trials: number }>
const nothingLearned: Learned = new Map()

export interface Course {
  readonly id: EntryId
  readonly machine: string
  readonly body: Begun
  readonly from: Instant
  /** When it ended; undefined: it runs. */
  readonly to?: Instant | undefined
  readonly minutes: number
  readonly dose: Dose
  /** Pieces that came out before the others, each with what it got. */
  readonly early: readonly { readonly on: string; readonly minutes: number; readonly dose: Dose }[]
  readonly happened: readonly {
    readonly id: EntryId
    readonly at: Instant
    readonly did: string
    readonly words?: string | undefined
  }[]
  readonly rinsed: boolean
  /** pH as it was read, in order. */
  readonly ph: readonly number[]
  readonly ended?: Ended | undefined
  /** Counted in and not counted out again. */
  readonly missing: readonly { readonly what: string; readonly n: number }[]
  readonly who?: string | undefined
}

function cloudOf({ begun, happened }: TreatmentState): CloudSpell[] {
  const { light } = begun.body
  return [
    ...(light.by === 'sun' ? [{ from: begun.happenedAt.latest, eighths: light.cloud }] : []),
    ...happened.flatMap((h) =>
      h.body.did.did === 'saw the cloud' ? [{ from: h.happenedAt.latest, eighths: h.body.did.cloud }] : [],
    ),
  ]
}

function doseOf(state: TreatmentState, to: Instant, here: Position | undefined, learned: Learned): Dose {
  const { light } = state.begun.body
  if (light.by === 'none') return { none: 'no sun' }
  const factor = learned.get(lightKey(state.begun.body) ?? '')
  if (factor) return { uvHours: (factor.anHour * minutesFrom(state, to)) / 60, learned: true }
  if (light.by === 'lamp') return { none: 'a lamp' }
  if (light.through !== 'open') return { none: 'glass or shade' }
  if (!here) return { none: 'no position of the house' }
  return { uvHours: uvHours(state.begun.happenedAt.latest, to, here, cloudOf(state)) }
}

const minutesFrom = ({ begun }: TreatmentState, to: Instant): number =>
  Math.max(0, Math.round((instantToMs(to) - instantToMs(begun.happenedAt.latest)) / 60_000))

/** What one place of a course got: less than the others where it came out before them. */
export const doseOn = (course: Course, place: string): Dose =>
  course.early.find((e) => e.on.toLowerCase() === place.toLowerCase())?.dose ?? course.dose

export function courseOf(
  state: TreatmentState,
  now: Instant,
  here: Position | undefined,
  learned: Learned = nothingLearned,
): Course {
  const { begun, happened, ended } = state
  const from = begun.happenedAt.latest
  const to = ended?.happenedAt.latest
  const out = new Map((ended?.body.counts ?? []).map((c) => [c.what, c.n]))
  const readings = happened.flatMap((h) => (h.body.did.did === 'read the pH' ? [h.body.did.ph] : []))
  return {
    id: state.id,
    machine: begun.body.machine,
    body: begun.body,
    from,
    to,
    minutes: minutesFrom(state, to ?? now),
    dose: doseOf(state, to ?? now, here, learned),
    early: happened.flatMap((h) =>
      h.body.did.did === 'took out'
        ? [
            {
              on: h.body.did.piece,
              minutes: minutesFrom(state, h.happenedAt.latest),
              dose: doseOf(state, h.happenedAt.latest, here, learned),
            },
          ]
        : [],
    ),
    happened: happened.map((h) => ({
      id: h.id,
      at: h.happenedAt.latest,
      did: didWords(h.body.did),
      words: h.body.words,
    })),
    rinsed: happened.some((h) => h.body.did.did === 'rinsed'),
    ph: [
      ...(begun.body.ph === undefined ? [] : [begun.body.ph]),
      ...readings,
      ...(ended?.body.ph === undefined ? [] : [ended.body.ph]),
    ],
    ended: ended?.body,
    missing: ended
      ? begun.body.counts.flatMap(({ what, n }) => {
          const back = out.get(what) ?? 0
          return back < n ? [{ what, n: n - back }] : []
        })
      : [],
    who: begun.doneBy,
  }
}

function didWords(did: Extract<BodyOf<'treatment'>, { what: 'happened' }>['did']): string {
  switch (did.did) {
    case 'rinsed':
      return `rinsed with ${did.water}`
    case 'took out':
      return `took out ${did.piece}`
    case 'read the pH':
      return `pH ${did.ph}`
    case 'saw the cloud':
      return `cloud ${did.cloud}/8`
    default:
      return did.did
  }
}

/** Treatments of a machine, the newest first. */
export const coursesOf = (
  machine: MachineState,
  now: Instant,
  here: Position | undefined,
  learned?: Learned,
): Course[] => machine.treatments.map((t) => courseOf(t, now, here, learned)).reverse()
