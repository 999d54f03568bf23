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

/** What each field is for stands with it: the form of the sheet shows it, and the published schema says it. */
export const functionSchema = z.strictObject({
  name: name.describe('What it does, as one says it: “keys, 71”, “tape read”.'),
  essential: z.boolean().default(false).describe('Without it the machine does not count as working.'),
  short: sentence.optional().describe('A quick look that shows whether it does anything.'),
  full: sentence.optional().describe('How it is tried in full, step by step.'),
  expected: sentence
    .optional()
    .describe('What one sees or hears when it is right: screens, beeps, lamps and what they mean.'),
  notExercised: sentence.optional().describe('What the procedure does not try, though one might think so.'),
  starts: z.int().min(1).max(10_000).optional().describe('Clean starts that the procedure asks for.'),
  minutes: z.number().positive().max(100_000).optional().describe('Minutes that it has to hold.'),
  dependsOn: z
    .array(name)
    .max(200)
    .default([])
    .describe(
      'Positions, assemblies, test points and other functions that it needs. Empty: not declared, so anything on the machine may matter.',
    ),
  needs: z
    .array(gearNeedSchema)
    .max(10)
    .default([])
    .describe(
      'The kind of test gear without which it cannot be shown. In brackets: the attribute that has to agree with the machine’s, and “standard” where the machine is measured against it.',
    ),
  grid: z
    .array(z.array(z.string().trim().max(24)).max(80))
    .max(40)
    .refine(
      (rows) => unique(rows.flat().filter(Boolean), (name) => name.toLowerCase()),
      'Two cells of one grid have one name.',
    )
    .optional()
    .describe(
      'Rows of cells that are tried one by one: keys, pins, chips in sockets. An empty one is a gap.',
    ),
  lines: z
    .array(z.strictObject({ name, cells: z.array(z.string().trim().min(1).max(24)).min(1).max(80) }))
    .max(80)
    .optional()
    .describe(
      'Electrical rows and columns of the wiring, each with its cells: dead cells of one line are told from single ones.',
    ),
  memory: z
    .array(
      z
        .strictObject({
          chip: name,
          bits: z.array(z.int().min(0).max(63)).min(1).max(64),
          from: z.int().min(0).max(0xffffff),
          to: z.int().min(0).max(0xffffff),
        })
        .refine((c) => c.to >= c.from, 'The last address stands before the first.'),
    )
    .max(200)
    .optional()
    .describe('Which chip holds which bits at which addresses: a failing bit names its chip.'),
})

export const positionSchema = z.strictObject({
  designator: name.describe('What is printed beside it, or what it is called: IC31, keyboard.'),
  on: name.optional().describe('The assembly that it is on. Empty: the machine itself.'),
  assembly: z.boolean().default(false).describe('It carries positions of its own.'),
  accepts: name.describe('The kind of part that belongs here.'),
  mount: z
    .enum(['socketed', 'soldered', 'plug', 'screwed', 'clipped'])
    .default('soldered')
    .describe('How the part is held.'),
  essential: z.boolean().default(false).describe('Empty, the machine does not count as complete.'),
  lookAlikes: z.array(name).max(20).default([]).describe('Positions whose parts look the same and are not.'),
  polarised: z.boolean().default(false).describe('There is a wrong way round.'),
  weight: z.number().min(0).max(100).optional().describe('How much it counts towards completeness.'),
  ratingVolts: z
    .number()
    .positive()
    .optional()
    .describe('Least rating in volts that a part here must carry.'),
  safetyClass: z
    .enum(['X', 'Y'])
    .optional()
    .describe('Safety class of a part across the mains (X) or from mains to earth (Y), after IEC 60384-14.'),
  asks: attributes
    .optional()
    .describe(
      'What is asked of the part beside its kind: value, body, lead spacing, temperature, package, speed, connector.',
    ),
  charged: z.boolean().default(false).describe('The charger of this holder charges its cell.'),
})

/** Where an instrument is put, and what it should show. */
export const testPointSchema = z.strictObject({
  name: name.describe('What it is called: 5V, dot clock, X1.'),
  unit: z.enum(['V', 'A', 'ohm', 'Hz', 's', 'C', 'W']).default('V').describe('The unit that is read there.'),
  nominal: z.number().optional().describe('What it should show.'),
  tolerancePercent: z
    .number()
    .positive()
    .max(100)
    .optional()
    .describe('Half the width of the band around what is expected, in per cent of it.'),
  behind: z
    .strictObject({ point: name, dropMin: z.number().min(0).max(100), dropMax: z.number().min(0).max(100) })
    .optional()
    .describe(
      'Reckoned from another point: “5V less 0.3-0.5” behind a series diode, “X1 / 4” down a clock tree. What was read there counts before its nominal.',
    ),
  divides: z
    .strictObject({ point: name, by: z.number().positive().max(1e9) })
    .optional()
    .describe('Another point divided: a clock further down its tree.'),
  dependsOn: z.array(name).max(200).optional().describe('Positions, assemblies and functions that feed it.'),
  loads: z
    .array(name)
    .max(200)
    .optional()
    .describe('Positions that draw from it: a reading that is too low may come from them.'),
  load: z.string().trim().max(80).optional().describe('Under which load it is read.'),
  instrument: z.string().trim().max(80).optional().describe('What it is read with.'),
})

export const zoneSchema = z.strictObject({
  name: name.describe('A place of the case that is looked at by itself: lid, keycaps.'),
  material: z.string().max(60).default('').describe('What it is made of: methods are held against it.'),
  colour: z
    .string()
    .max(60)
    .default('')
    .describe('The colour that it left the works with, as far as is known.'),
  structural: z.boolean().default(false).describe('It carries others: a crack here is worse.'),
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
  kind: z.enum(hazardKinds).describe('What kind of danger it is.'),
  words: sentence.describe('The caution that is shown at the step.'),
  needs: z
    .enum(['switch on', 'mains', 'picture tube', 'lithium', 'chemicals'])
    .optional()
    .describe('The authorisation that a person must hold before touching it.'),
})

/** One step of the way in: what comes off, what holds it, and what a first-timer would break. */
export const wayInStepSchema = z.strictObject({
  what: name.describe('What to take off.'),
  count: z.int().min(1).max(1000).optional().describe('How many fasteners hold it.'),
  size: z.string().trim().max(40).optional().describe('Thread and length: M3x10.'),
  head: z.string().trim().max(40).optional().describe('Cross, hex, six-lobe.'),
  heed: z
    .string()
    .trim()
    .max(400)
    .optional()
    .describe('Catches, hidden screws, short wires, which way round. Shown when it goes back, too.'),
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

/** "IC4 picture ROM"; a type drum at the position "type drum" is called so once. */
export const calledAt = ({ designator, accepts }: Pick<SheetPosition, 'designator' | 'accepts'>): string =>
  accepts.toLowerCase().includes(designator.toLowerCase()) ? accepts : `${designator} ${accepts}`

export const findPosition = (sheet: TypeSheet | undefined, designator: string): SheetPosition | undefined =>
  sheet?.positions.find((p) => p.designator.toLowerCase() === designator.toLowerCase())
