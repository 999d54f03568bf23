/** The shapes of times and measured values in entries. Apart from what reckons with them, so that a screen that only shows them needs no validator. */
import { z } from 'zod'

export const instantSchema = z
  .string()
  .regex(/^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d\.\d{3}Z$/, 'A time is written as 2026-03-03T19:02:00.000Z.')
  .refine((text) => {
    const ms = Date.parse(text)
    return !Number.isNaN(ms) && new Date(ms).toISOString() === text
  }, 'There is no such date or time.')

export const intervalSchema = z
  .strictObject({ earliest: instantSchema.nullable(), latest: instantSchema })
  .refine(
    (at) => at.earliest === null || at.earliest <= at.latest,
    'The earliest time is later than the latest.',
  )

export const quantitySchema = z.strictObject({
  value: z.number().optional(),
  min: z.number().optional(),
  max: z.number().optional(),
  approx: z.boolean().optional(),
  unit: z.string().max(20),
  asWritten: z.string().min(1).max(80),
})

export const moneySchema = z.strictObject({
  minor: z.int('Money is a whole number of the smallest unit.').min(0).max(1e12),
  currency: z.string().regex(/^[A-Z]{3}$/, 'A currency is three capital letters (ISO 4217).'),
})
