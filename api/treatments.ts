/** Treatments of a machine, how they go and went, and what the house found with each method. */
import { z } from 'zod'
import type { BodyOf } from '#core/history/bodies/index.ts'
import { markSchema } from '#core/history/bodies/colour.ts'
import { entryIdSchema, gearIdSchema, type EntryId } from '#core/ids.ts'
import type { CaptureTrouble } from '#core/colour/capture.ts'
import type { CheckedCamera } from '#core/treatment/cameras.ts'
import type { TypedTreatment } from '#core/treatment/typed.ts'
import type { OpenFinding } from '#core/treatment/after.ts'
import type { readColour } from '#core/treatment/yellow.ts'
import type { ZoneYellow } from '#core/treatment/yellow-shape.ts'
import type { Course } from '#core/treatment/course.ts'
import type { HouseVerdict } from '#core/treatment/verdicts.ts'
import type { Position } from '#core/colour/sun.ts'

export const measureSchema = z.strictObject({
  photo: entryIdSchema,
  camera: gearIdSchema.optional(),
  marks: z.array(markSchema).min(2, 'Mark a card and a patch first.').max(40),
})

/** Marks of a form beside a file, as JSON. */
export const cameraMarksSchema = z.strictObject({
  marks: z
    .string()
    .max(8000)
    .transform((text, context) => {
      try {
        return JSON.parse(text) as unknown
      } catch {
        context.addIssue('The marks cannot be read.')
        return z.NEVER
      }
    })
    .pipe(z.array(markSchema).min(2, 'Mark the cards and the chips first.').max(40)),
})
export interface CameraAnswer {
  readonly capture: readonly CaptureTrouble[]
  /** As the file names it. */
  readonly camera?: string | undefined
  readonly marks: BodyOf<'colour'>['marks']
}

/** Marks as they were read on the photograph, and what they say: nothing is written yet. */
export interface MeasureAnswer {
  /** What the file itself says against it. */
  readonly capture: readonly CaptureTrouble[]
  readonly file: string
  readonly version: number
  readonly marks: BodyOf<'colour'>['marks']
  readonly cells?: BodyOf<'colour'>['cells'] | undefined
  readonly says: ReturnType<typeof readColour>
}

export interface TreatmentsAnswer {
  readonly yellow: readonly ZoneYellow[]
  /** Marks of the last measurement of each zone: proposed again at the same places. */
  readonly lastMarks: Readonly<Record<string, readonly z.infer<typeof markSchema>[]>>
  readonly courses: readonly Course[]
  /** Written as lines of an episode. */
  readonly typed: readonly TypedTreatment[]
  readonly zones: readonly { readonly name: string; readonly material: string }[]
  readonly methods: readonly {
    readonly id: string
    readonly name: string
    readonly agent: string
    readonly strength: string
    readonly notOn: readonly string[]
    readonly everyMinutes?: number | undefined
    readonly waitMinutes?: number | undefined
    readonly caution: string
  }[]
  /** Findings that are there: what a treatment that helped may have lifted. */
  readonly findings: readonly OpenFinding[]
  /** Waits that began with a treatment and ring still, by its entry. */
  readonly ringing: Readonly<Record<string, readonly { readonly entry: EntryId; readonly what: string }[]>>
  /** Names of whoever did something. */
  readonly people: Readonly<Record<string, string>>
  readonly verdicts: readonly HouseVerdict[]
  /** What light that no index knows is worth, in UV-hours of sun an hour, as trial pieces told. */
  readonly learned: readonly { readonly light: string; readonly anHour: number; readonly trials: number }[]
  readonly cameras: readonly CheckedCamera[]
  /** The camera of the last measurement of this machine. */
  readonly lastCamera?: string | undefined
}

/** A treatment that runs somewhere in the house. */
export interface TreatingRow {
  readonly machine: string
  readonly number: string
  readonly name: string
  readonly course: Course
}

export const positionSchema = z.strictObject({
  latitude: z.number().min(-90, 'Latitude is between −90 and 90.').max(90, 'Latitude is between −90 and 90.'),
  longitude: z
    .number()
    .min(-180, 'Longitude is between −180 and 180.')
    .max(180, 'Longitude is between −180 and 180.'),
})
export interface HousePosition {
  readonly position?: Position | undefined
}
