/** Treatments of a machine, how they go and went, and what the house found with each method. */
import { z } from 'zod'
import type { BodyOf } from '#core/history/bodies/index.ts'
import { markSchema } from '#core/history/bodies/colour.ts'
import { entryIdSchema } from '#core/ids.ts'
import type { readColour, ZoneYellow } from '#core/treatment/yellow.ts'
import type { Course } from '#core/treatment/course.ts'
import type { HouseVerdict } from '#core/treatment/verdicts.ts'
import type { Position } from '#core/colour/sun.ts'

export const measureSchema = z.strictObject({
  photo: entryIdSchema,
  marks: z.array(markSchema).min(2, 'Mark a card and a patch first.').max(40),
})

/** Marks as they were read on the photograph, and what they say: nothing is written yet. */
export interface MeasureAnswer {
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
  /** Names of whoever did something. */
  readonly people: Readonly<Record<string, string>>
  readonly verdicts: readonly HouseVerdict[]
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
