/** What is known of a zone's yellow over time: share left, Δb*, ΔE, evenness, and what more light would bring. Derived from measured colours and treatments. */
import {
  calibrate,
  colourOf,
  rendered,
  shareBeside,
  shareLeft,
  yellowError,
  yellowOf,
  type Card,
  type Estimate,
  type Trouble,
} from '#core/colour/cards.ts'
import { evennessChange, evennessOf, type Cells } from '#core/colour/evenness.ts'
import { fitAlong, outlook, type Measured } from '#core/colour/exposure.ts'
import { differenceOf } from '#core/colour/spaces.ts'
import type { Position } from '#core/colour/sun.ts'
import type { MachineState } from '#core/history/world.ts'
import { dice } from '#core/quantity/dice.ts'
import { instantToMs, type Instant } from '#core/quantity/time.ts'
import { trustIn, type CheckedCamera } from './cameras.ts'
import { alongOf, cameBack, lookAgainOn } from './course-of-yellow.ts'
import type { TypedTreatment } from './typed.ts'
import type { Measurement, PatchColour, ReadColour, Session, ZoneYellow } from './yellow-shape.ts'
import { coursesOf, doseOn, type Course, type Learned } from './course.ts'

/** A second shot within so long is of the same sitting, min. */
const sittingMinutes = 30
/** From here on a session is warm, °C of the piece. House rule. */
export const warmFrom = 25

const cellsOf = (cells: Measurement['cells']): Cells | undefined =>
  cells && { ...cells, b: cells.b.map((v) => v ?? NaN) }

const meanOf = (estimates: readonly Estimate[]): Estimate | undefined => {
  if (estimates.length === 0) return undefined
  const mean = (pick: (e: Estimate) => number) =>
    estimates.reduce((s, e) => s + pick(e), 0) / estimates.length
  // Patches of one photograph share its camera: their errors do not average out.
  return { is: mean((e) => e.is), low: mean((e) => e.low), high: mean((e) => e.high) }
}

/** What one photograph says by itself. Pure. */
export function readColour(
  body: Pick<Measurement, 'marks' | 'camera'>,
  cameras: readonly CheckedCamera[] = [],
): Pick<ReadColour, 'neutrals' | 'by' | 'troubles' | 'truth' | 'untreated' | 'patches' | 'db' | 'deltaE'> {
  const region = (m: Measurement['marks'][number]) => ({ ...m, at: [m.x + m.w / 2, m.y + m.h / 2] as const })
  const cards = body.marks.flatMap((m): Card[] =>
    m.role === 'card' && m.lightness !== undefined ? [{ ...region(m), lightness: m.lightness }] : [],
  )
  const by = calibrate(cards)
  if ('why' in by) return { neutrals: 0, by: rendered(1), troubles: [by], patches: [] }
  const trust = trustIn(cameras, body.camera, by.neutrals)
  const troubles: Trouble[] = [...by.warnings]
  const read = (m: Measurement['marks'][number]) => {
    const colour = m.clipped > 0.01 || m.pixels < 400 ? undefined : colourOf(by, region(m))
    if (!colour)
      troubles.push(
        m.clipped > 0.01
          ? { why: 'clipped', name: m.name, share: m.clipped }
          : m.pixels < 400
            ? { why: 'too few pixels', name: m.name, pixels: m.pixels }
            : { why: 'beyond the cards', name: m.name },
      )
    return colour
  }
  const truthMark = body.marks.find((m) => m.role === 'true colour')
  const truth = truthMark && read(truthMark)
  const untreatedMark = body.marks.find((m) => m.role === 'untreated piece')
  const untreated = untreatedMark && read(untreatedMark)
  const patches = body.marks
    .filter((m) => m.role === 'patch')
    .flatMap((m): PatchColour[] => {
      const colour = read(m)
      return colour
        ? [
            {
              name: m.name,
              lab: colour.lab,
              yellowness: colour.yellowness,
              db: truth && yellowOf(colour.lab, truth.lab, trust),
            },
          ]
        : []
    })
  return {
    neutrals: by.neutrals,
    by: trust,
    troubles,
    truth: truth && truthMark && { name: truthMark.name, lab: truth.lab },
    untreated: untreated?.lab,
    patches,
    db: meanOf(patches.flatMap((p) => p.db ?? [])),
    deltaE:
      truth && patches.length > 0
        ? patches.reduce((s, p) => s + differenceOf(p.lab, truth.lab), 0) / patches.length
        : undefined,
  }
}

/** b* of the patches against those of the first photograph, those of one name with one another. */
function changeSince(
  first: Pick<ReadColour, 'patches' | 'by'>,
  now: Pick<ReadColour, 'patches' | 'by'>,
): Estimate | undefined {
  const gaps = now.patches.flatMap((p) => {
    const before = first.patches.find((f) => f.name === p.name)
    return before ? [p.lab[2] - before.lab[2]] : []
  })
  if (gaps.length === 0) return undefined
  const is = gaps.reduce((sum, g) => sum + g, 0) / gaps.length
  // Both photographs are in it.
  const sd = Math.hypot(yellowError(is, first.by), yellowError(is, now.by))
  return { is, low: is - 1.96 * sd, high: is + 1.96 * sd }
}

/** Both shots of a sitting together: their mean, and a range that holds how far apart they are. */
function together(first: Estimate, second: Estimate): Estimate {
  const is = (first.is + second.is) / 2
  const half = Math.max((second.high - second.low) / 2, Math.abs(first.is - second.is))
  return { is, low: is - half, high: is + half }
}

/** Whitening of a zone that is over, each with what the zone itself got of it. */
const sessionsOf = (courses: readonly Course[], zone: string): Session[] =>
  courses
    .filter((c) => c.to !== undefined && c.body.sort === 'whitening')
    .filter((c) => c.body.on.some((p) => p.toLowerCase() === zone.toLowerCase()))
    .map((c) => ({ ...c, got: doseOn(c, zone) }))

const isWarm = ({ body }: Course): boolean => (body.temperature ?? 0) >= warmFrom

export interface YellowBy {
  readonly learned?: Learned
  readonly cameras?: readonly CheckedCamera[]
  /** Written as lines: their light is not known. */
  readonly typed?: readonly TypedTreatment[]
}

/** Each zone whose colour was measured, its photographs in their order. */
export function yellowOfZones(
  machine: MachineState,
  now: Instant,
  here: Position | undefined,
  { learned, cameras = [], typed = [] }: YellowBy = {},
): ZoneYellow[] {
  const courses = coursesOf(machine, now, here, learned)
  const zones = [...new Set(machine.colours.map((c) => c.body.zone))]
  return zones.map((zone) =>
    zoneYellow(machine, zone, sessionsOf(courses, zone), {
      cameras,
      lightTyped: typed.some((t) => t.sort === 'whitening' && t.on.toLowerCase() === zone.toLowerCase()),
    }),
  )
}

interface Dose {
  readonly to: Instant
  readonly uvHours: number
  readonly warm: boolean
}

function zoneYellow(
  machine: MachineState,
  zone: string,
  mine: ReturnType<typeof sessionsOf>,
  { cameras, lightTyped }: { readonly cameras: readonly CheckedCamera[]; readonly lightTyped: boolean },
): ZoneYellow {
  const doses = mine.flatMap((c) =>
    'uvHours' in c.got ? [{ to: c.to ?? '', uvHours: c.got.uvHours, warm: isWarm(c) }] : [],
  )
  // A session whose light nobody knows makes every dose after it unknown.
  const known = mine.every((c) => 'uvHours' in c.got) && !lightTyped
  const warmthKnown = mine.every((c) => c.body.temperature !== undefined)
  const colours = coloursOf(machine, zone, cameras, { doses, warmthKnown })
  // Of two shots of one sitting the second one stands for both.
  const measured = colours.flatMap((c, i): Measured[] =>
    c.db && !colours[i + 1]?.turned ? [{ dose: c.dose, distance: c.db.is, warm: c.warm }] : [],
  )
  const newest = doses.at(0)
  const looking = known && newest !== undefined && measured.length >= 3
  const ahead = (warm: boolean) =>
    newest && outlook(measured, newest.uvHours, dice(measured.length * 7919), { warm })
  const both = warmthKnown && doses.some((d) => d.warm) && doses.some((d) => !d.warm)
  const other = looking && both && newest ? ahead(!newest.warm) : undefined
  const along = looking && newest ? alongOf(measured, newest.uvHours, newest.warm) : []
  const fit = looking ? fitAlong(measured, along, dice(measured.length * 104_729)) : []
  const back = cameBack(colours, mine)
  return {
    zone,
    colours,
    session: newest?.uvHours,
    outlook: looking ? ahead(newest.warm) : undefined,
    otherwise: other && newest ? { warm: !newest.warm, outlook: other } : undefined,
    fit: looking
      ? along.map(({ dose }, i) => ({ dose, low: fit[i]?.low ?? 0, high: fit[i]?.high ?? 0 }))
      : undefined,
    back,
    lookAgain: lookAgainOn(back, colours, mine),
  }
}

/** The colours that were read of a zone, each beside those before it. */
function coloursOf(
  machine: MachineState,
  zone: string,
  cameras: readonly CheckedCamera[],
  { doses, warmthKnown }: { readonly doses: readonly Dose[]; readonly warmthKnown: boolean },
): ReadColour[] {
  const until = (at: Instant) => doses.filter((d) => d.to <= at)
  const sum = (of: readonly { readonly uvHours: number }[]) => of.reduce((s, d) => s + d.uvHours, 0)
  const colours: ReadColour[] = []
  for (const { id, happenedAt, body } of machine.colours.filter((c) => c.body.zone === zone)) {
    const at = happenedAt.latest
    const said = readColour(body, cameras)
    const first = colours.find((c) => c.db !== undefined)
    const [opening] = colours
    const before = colours.findLast((c) => c.cells !== undefined)
    const cells = cellsOf(body.cells)
    const even = cells && evennessOf(cells)
    const dose = sum(until(at))
    const shot = colours.at(-1)
    const turned = turnedSince(colours.at(-1), said, dose, at)
    const beside =
      said.untreated && said.truth && said.db
        ? shareBeside(said.db.is, said.untreated[2] - said.truth.lab[2], said.by)
        : undefined
    const db = turned && shot?.db && said.db ? together(shot.db, said.db) : said.db
    colours.push({
      ...said,
      db,
      turned,
      id,
      at,
      photo: body.photo,
      shareBy: beside ? 'an untreated piece' : first?.db && db ? 'the first photograph' : undefined,
      share:
        beside ??
        (first?.db && db
          ? shareLeft({ db: first.db.is, by: first.by }, { db: db.is, by: said.by })
          : undefined),
      change: !db && opening ? changeSince(opening, said) : undefined,
      spread: even?.spread,
      streaks: even && { coherence: even.coherence, direction: even.direction },
      evenness:
        cells && before?.cells
          ? evennessChange(cellsOf(before.cells) as Cells, cells, dice(instantToMs(at) % 2 ** 31))
          : undefined,
      dose,
      warm: warmthKnown ? sum(until(at).filter((d) => d.warm)) : undefined,
      cells: body.cells,
    })
  }
  return colours
}

/** The second shot of one sitting, turned: nothing was done in between, and what they differ by is the measurement. */
function turnedSince(
  shot: ReadColour | undefined,
  said: ReturnType<typeof readColour>,
  dose: number,
  at: Instant,
): ReadColour['turned'] {
  return shot?.db &&
    said.db &&
    shot.dose === dose &&
    // What lies further apart than both ranges is no repeat: something was done in between.
    shot.db.low <= said.db.high &&
    said.db.low <= shot.db.high &&
    instantToMs(at) - instantToMs(shot.at) <= sittingMinutes * 60_000
    ? { apart: Math.abs(said.db.is - shot.db.is) }
    : undefined
}
