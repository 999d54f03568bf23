/**
 * A case of practice: a machine that is not there, what is told of it, and what is truly wrong. Written cases are told by hand
 * (`written`), others are made from a type sheet, a level and a seed (`made`). Plain data: it is kept, sent and shared as it is.
 */
import { z } from 'zod'
import { claimed } from '#core/history/bodies/claim.ts'
import { findingKinds } from '#core/history/bodies/condition.ts'
import { sheetSchema } from '#core/type/sheet.ts'

const name = z.string().trim().min(1).max(60)
const sentence = z.string().trim().min(1).max(600)
/** How often it shows at a start: 1 always, less where it comes and goes. */
const shows = z.number().gt(0).max(1)

const faultBase = {
  at: name,
  shows: shows.default(1),
  /** What is seen or heard of a function through which it shows. */
  symptom: z.string().trim().min(1).max(120).optional(),
  /** What a look at the place finds. */
  look: z.string().trim().min(1).max(120).optional(),
  /** Functions in which a short test does not show it. */
  hiddenAtShort: z.array(name).max(40).default([]),
  /** It shows only before, or only after, so many minutes of power. */
  warm: z
    .strictObject({ minutes: z.number().positive().max(240), then: z.enum(['fails', 'works']) })
    .optional(),
}

export const hiddenFaultSchema = z.discriminatedUnion('sort', [
  /** A part: what feeds a point may hold it at the wrong voltage. */
  z.strictObject({
    sort: z.literal('part'),
    ...faultBase,
    volts: z.record(z.string(), z.number()).optional(),
  }),
  /** The contact of a socket or plug, or a joint: good again once it is plugged, cleaned or soldered anew. */
  z.strictObject({ sort: z.literal('contact'), ...faultBase }),
  /** An adjuster or switch that stands wrong, and where it is right. */
  z.strictObject({ sort: z.literal('setting'), ...faultBase, right: z.string().trim().min(1).max(40) }),
  /** Test gear of the house, by its name. */
  z.strictObject({ sort: z.literal('gear'), ...faultBase }),
  /** The parts of two look-alike positions are exchanged. */
  z.strictObject({ sort: z.literal('exchanged'), ...faultBase, with: name }),
])
export type HiddenFault = z.infer<typeof hiddenFaultSchema>

export const caseSchema = z.strictObject({
  /** Its address: "written/rails-first", or "made/<type>/<level>/<seed>". */
  key: z.string().min(1).max(200),
  title: name,
  level: z.int().min(1).max(5),
  /** What it teaches; said at its end. */
  teaches: sentence,
  /** What is told before anything is tried. */
  told: sentence,
  seed: z.int().min(0).max(0xffffffff),
  /** The sheet as the workshop has it. */
  sheet: sheetSchema,
  /** Lines in which the sheet is wrong: what a function or a point truly goes through. */
  truly: z
    .array(z.strictObject({ of: name, dependsOn: z.array(name).min(1).max(60) }))
    .max(40)
    .default([]),
  faults: z.array(hiddenFaultSchema).max(6),
  /** Two faults that hide each other in a function: while both are there, neither shows. */
  hide: z
    .array(z.strictObject({ fn: name, faults: z.tuple([z.int(), z.int()]) }))
    .max(4)
    .default([]),
  gear: z
    .array(
      z.strictObject({
        name,
        gearKind: name,
        attributes: z.record(z.string(), z.string()).default({}),
        /** Days ago that it was proved; absent: never. */
        provedDaysAgo: z.int().min(0).max(4000).optional(),
        /** It is on the bench, and used unless another is named. */
        onBench: z.boolean().default(false),
      }),
    )
    .max(12)
    .default([]),
  /** Spare parts of every kind that the machine takes, unless a kind is listed here. */
  spares: z
    .array(z.strictObject({ partKind: name, proved: z.boolean(), bad: z.boolean().default(false) }))
    .max(40)
    .default([]),
  /** Kinds of part of which there is none. */
  noSpare: z.array(name).max(20).default([]),
  /** Where adjusters and switches stand when it begins. */
  settings: z.record(z.string(), z.string()).default({}),
  claim: z.strictObject({ says: z.enum(claimed), words: sentence }).optional(),
  /** What happened to it lately, as lines that the workshop wrote. */
  history: z.array(z.string().min(1).max(200)).max(12).default([]),
  /** What a survey noted. */
  findings: z
    .array(z.strictObject({ sort: z.enum(findingKinds), zone: name, words: sentence }))
    .max(8)
    .default([]),
  hazard: z.strictObject({ words: sentence }).optional(),
  /** It is still wet: drying ends after so many hours. */
  dryingHours: z.number().positive().max(200).optional(),
  /** It ends well by stopping, and why. */
  endsByStopping: sentence.optional(),
})
export type PracticeCase = z.infer<typeof caseSchema>
/** As it is written by hand: what has a default may be left out. */
export type CaseAsWritten = z.input<typeof caseSchema>
