/** A colour that was measured on a photograph: marked regions as they were read, in linear light. Everything else is derived. */
import { z } from 'zod'
import { entryIdSchema, gearIdSchema, machineIdSchema } from '#core/ids.ts'
import { label, sha256, someWords } from './words.ts'

export const markRoles = ['card', 'true colour', 'untreated piece', 'patch'] as const
export type MarkRole = (typeof markRoles)[number]

const share = z.number().min(0).max(1)
const linear = z.number().min(0).max(1.5)
const triple = z.tuple([linear, linear, linear])

/** A rectangle on the photograph, as shares of its width and height. */
export const markSchema = z.strictObject({
  role: z.enum(markRoles),
  /** "serial label", "lid, left edge"; of a card: "white", "grey", "dark". */
  name: label,
  x: share,
  y: share,
  w: z.number().gt(0).max(1),
  h: z.number().gt(0).max(1),
  /** L* of a card, as the house measured it or its maker says. */
  lightness: z.number().min(1).max(100).optional(),
})

export const colourBody = z
  .strictObject({
    kind: z.literal('colour'),
    machine: machineIdSchema,
    zone: label,
    photo: entryIdSchema,
    /** The camera it was taken with, where it is one that the house has checked. */
    camera: gearIdSchema.optional(),
    /** The bytes that were measured, and by which version of the measuring. */
    file: sha256,
    version: z.int().min(1),
    marks: z
      .array(
        z.strictObject({
          ...markSchema.shape,
          mean: triple,
          sd: triple,
          pixels: z.int().min(1),
          clipped: share,
        }),
      )
      .min(2)
      .max(40),
    /** b* in cells of the largest patch, row by row; null where a cell was left out. */
    cells: z
      .strictObject({
        across: z.int().min(1).max(64),
        down: z.int().min(1).max(48),
        b: z.array(z.number().min(-200).max(200).nullable()).max(3072),
      })
      .optional(),
    words: someWords.optional(),
  })
  .refine((c) => c.marks.some((m) => m.role === 'patch'), 'Mark at least one patch.')
