/** The type sheet: what is known of a model. Every machine of the type reads it; a machine without one writes its own lines. */
import { z } from 'zod'
import { circleIn } from './depends.ts'

const name = z.string().trim().min(1).max(60)
const sentence = z.string().trim().min(1).max(400)
const attributes = z.record(z.string().min(1).max(40), z.string().max(80))
const unique = <T>(items: readonly T[], key: (item: T) => string) =>
  new Set(items.map(key)).size === items.length

export const gearNeedSchema = z.strictObject({
  /** Kind of test gear without which the function cannot be shown: "test tape", "display", "line simulator". */
  gearKind: name,
  /** Attribute of the gear that must equal the machine's attribute of the same name. */
  attribute: z.string().max(40).optional(),
  /** It is the standard that is measured against (meter, test tape, line simulator), not only a path that is used. */
  standard: z.boolean().optional(),
})

export const functionSchema = z.strictObject({
  name,
  essential: z.boolean().default(false),
  short: sentence.optional(),
  full: sentence.optional(),
  /** Expected result and its signs: screens, beeps, lamps and what they mean. */
  expected: sentence.optional(),
  notExercised: sentence.optional(),
  /** Clean starts that the procedure asks for, and minutes that it has to hold. */
  starts: z.int().min(1).max(10_000).optional(),
  minutes: z.number().positive().max(100_000).optional(),
  /** Positions, assemblies, test points and other functions. Empty = undeclared: anything on the machine may matter. */
  dependsOn: z.array(name).max(200).default([]),
  needs: z.array(gearNeedSchema).max(10).default([]),
  /** Rows of cells that are tried one by one: keys, pins, chips in sockets. The empty text is a gap. */
  grid: z
    .array(z.array(z.string().trim().max(24)).max(80))
    .max(40)
    .refine(
      (rows) => unique(rows.flat().filter(Boolean), (name) => name.toLowerCase()),
      'Two cells of one grid have one name.',
    )
    .optional(),
})

export const positionSchema = z.strictObject({
  designator: name,
  /** Designator of the assembly position that this one sits on; absent = the machine itself. */
  on: name.optional(),
  assembly: z.boolean().default(false),
  /** Kind of part that belongs here. */
  accepts: name,
  mount: z.enum(['socketed', 'soldered', 'plug', 'screwed', 'clipped']).default('soldered'),
  essential: z.boolean().default(false),
  lookAlikes: z.array(name).max(20).default([]),
  polarised: z.boolean().default(false),
  weight: z.number().min(0).max(100).optional(),
  /** Least rating in volts that a part here must carry. */
  ratingVolts: z.number().positive().optional(),
  /** Safety class of a part across the mains (X) or from mains to earth (Y), after IEC 60384-14. */
  safetyClass: z.enum(['X', 'Y']).optional(),
  /** What is asked of the part beside its kind: value, body, lead spacing, temperature, package, speed, connector (core/parts/fit-rules). */
  asks: attributes.optional(),
  /** Whether the charger of this holder charges its cell. */
  charged: z.boolean().default(false),
})

/** Where an instrument is put, and what it should show. */
export const testPointSchema = z.strictObject({
  name,
  unit: z.enum(['V', 'A', 'ohm', 'Hz', 's', 'C', 'W']).default('V'),
  nominal: z.number().optional(),
  /** Half the width of the band around what is expected, in per cent of it. */
  tolerancePercent: z.number().positive().max(100).optional(),
  /** Another point less a drop in volts: a rail behind a series diode. */
  behind: z
    .strictObject({ point: name, dropMin: z.number().min(0).max(100), dropMax: z.number().min(0).max(100) })
    .optional(),
  /** Another point divided: a clock further down its tree. */
  divides: z.strictObject({ point: name, by: z.number().positive().max(1e9) }).optional(),
  /** Positions, assemblies and functions that feed it. */
  dependsOn: z.array(name).max(200).optional(),
  load: z.string().trim().max(80).optional(),
  instrument: z.string().trim().max(80).optional(),
})

export const zoneSchema = z.strictObject({
  name,
  material: z.string().max(60).default(''),
  colour: z.string().max(60).default(''),
  structural: z.boolean().default(false),
})

export const hazardKinds = [
  'mains',
  'picture tube',
  'live chassis',
  'lithium cell',
  'high voltage',
  'sharp',
  'heavy',
  'toxic',
] as const
export const sheetHazardSchema = z.strictObject({
  kind: z.enum(hazardKinds),
  words: sentence,
  /** Authorisation a person must hold before touching it. */
  needs: z.enum(['switch on', 'mains', 'picture tube', 'lithium', 'chemicals']).optional(),
})

/** One step of the way in: what comes off, what holds it, and what a first-timer would break. */
export const wayInStepSchema = z.strictObject({
  what: name,
  count: z.int().min(1).max(1000).optional(),
  /** Thread, length: "M3x10". */
  size: z.string().trim().max(40).optional(),
  /** Cross, hex, six-lobe. */
  head: z.string().trim().max(40).optional(),
  /** Catches, hidden screws, short wires, which way round. Shown at the step when it goes back, too. */
  heed: z.string().trim().max(400).optional(),
})
/** When both are off, the first goes in before the other. */
export const refitSchema = z.strictObject({
  first: name,
  then: name,
  why: z.string().trim().max(200).optional(),
})

const parentOf = (point: z.infer<typeof testPointSchema> | undefined): string | undefined =>
  point?.behind?.point ?? point?.divides?.point

export const sheetSchema = z
  .strictObject({
    name,
    maker: z.string().max(60).default(''),
    kind: z.string().max(60).default(''),
    aliases: z.array(name).max(20).default([]),
    attributes: attributes.default({}),
    functions: z.array(functionSchema).max(200).default([]),
    positions: z.array(positionSchema).max(1000).default([]),
    points: z.array(testPointSchema).max(200).default([]),
    zones: z.array(zoneSchema).max(60).default([]),
    hazards: z.array(sheetHazardSchema).max(20).default([]),
    /** Parts that are known to fail on this type, to be dealt with before its first power. */
    weakParts: z.array(sentence).max(30).default([]),
    wayIn: z.array(wayInStepSchema).max(80).default([]),
    refit: z.array(refitSchema).max(80).default([]),
  })
  .refine((sheet) => unique(sheet.functions, (f) => f.name.toLowerCase()), {
    error: 'Two functions have one name.',
    path: ['functions'],
  })
  .refine((sheet) => unique(sheet.positions, (p) => p.designator.toLowerCase()), {
    error: 'Two positions have one designator.',
    path: ['positions'],
  })
  .refine((sheet) => unique(sheet.points, (p) => p.name.toLowerCase()), {
    error: 'Two test points have one name.',
    path: ['points'],
  })
  .superRefine((sheet, context) => {
    sheet.points.forEach((point, index) => {
      const seen = new Set([point.name])
      for (
        let at = parentOf(point);
        at !== undefined;
        at = parentOf(sheet.points.find((p) => p.name === at))
      ) {
        const known = sheet.points.some((p) => p.name === at)
        if (known && !seen.has(at)) {
          seen.add(at)
          continue
        }
        context.addIssue({
          code: 'custom',
          path: ['points', index],
          message: known
            ? `${point.name} is reckoned from itself, through ${at}.`
            : `${point.name} is reckoned from ${at}, which is no test point of this sheet.`,
        })
        return
      }
    })
    const known = new Map(sheet.positions.map((p) => [p.designator, p]))
    sheet.positions.forEach((position, index) => {
      const seen = new Set([position.designator])
      for (let at = position.on; at !== undefined; at = known.get(at)?.on) {
        if (!known.get(at)?.assembly) {
          context.addIssue({
            code: 'custom',
            path: ['positions', index, 'on'],
            message: `${position.designator} sits on ${at}, which is no assembly of this sheet.`,
          })
          return
        }
        if (seen.has(at)) {
          context.addIssue({
            code: 'custom',
            path: ['positions', index, 'on'],
            message: `${position.designator} sits on itself, through ${at}.`,
          })
          return
        }
        seen.add(at)
      }
    })
    const names = new Set([
      ...known.keys(),
      ...sheet.points.map((p) => p.name),
      ...sheet.functions.map((f) => f.name),
    ])
    for (const [list, of] of [
      ['functions', sheet.functions],
      ['points', sheet.points],
    ] as const)
      of.forEach((item, index) => {
        const missing = item.dependsOn?.find((d) => !names.has(d))
        if (missing)
          context.addIssue({
            code: 'custom',
            path: [list, index, 'dependsOn'],
            message: `${item.name} depends on ${missing}, which is no position, test point or function of this sheet.`,
          })
      })
    const circle = circleIn(sheet)
    if (circle)
      context.addIssue({
        code: 'custom',
        path: ['functions'],
        message: `${circle[0]} depends on itself${circle.length > 1 ? `, through ${circle.slice(1).join(', ')}` : ''}.`,
      })
  })

export type TypeSheet = z.infer<typeof sheetSchema>
export type SheetFunction = z.infer<typeof functionSchema>
export type SheetPosition = z.infer<typeof positionSchema>
export type TestPoint = z.infer<typeof testPointSchema>
export type WayInStep = z.infer<typeof wayInStepSchema>
export type RefitRule = z.infer<typeof refitSchema>
export type SheetHazard = z.infer<typeof sheetHazardSchema>

export const findPosition = (sheet: TypeSheet | undefined, designator: string): SheetPosition | undefined =>
  sheet?.positions.find((p) => p.designator.toLowerCase() === designator.toLowerCase())
