/** What is known of a zone's yellow over time: share left, Δb*, ΔE, evenness, and what more light would bring. Derived from measured colours and treatments. */
import {
  calibrate,
  colourOf,
  shareLeft,
  yellowOf,
  type Card,
  type Estimate,
  type Trouble,
} from '#core/colour/cards.ts'
import { evennessChange, evennessOf, type Cells, type Change } from '#core/colour/evenness.ts'
import { outlook, type Measured, type Outlook } from '#core/colour/exposure.ts'
import { differenceOf, type Lab } from '#core/colour/spaces.ts'
import type { Position } from '#core/colour/sun.ts'
import type { BodyOf } from '#core/history/bodies/index.ts'
import type { MachineState } from '#core/history/world.ts'
import type { EntryId } from '#core/ids.ts'
import { dice } from '#core/quantity/dice.ts'
import { instantToMs, type Instant } from '#core/quantity/time.ts'
import { coursesOf } from './course.ts'

type Measurement = BodyOf<'colour'>

export interface PatchColour {
  readonly name: string
  readonly lab: Lab
  readonly yellowness?: number | undefined
  /** Against the place of true colour; absent where none was marked. */
  readonly db?: Estimate | undefined
}

/** One photograph, read. */
export interface ReadColour {
  readonly id: EntryId
  readonly at: Instant
  readonly photo: EntryId
  readonly neutrals: number
  readonly troubles: readonly Trouble[]
  readonly truth?: { readonly name: string; readonly lab: Lab } | undefined
  readonly untreated?: Lab | undefined
  readonly patches: readonly PatchColour[]
  /** Δb* of all patches together. */
  readonly db?: Estimate | undefined
  /** Share of the yellow of the first photograph that is left. */
  readonly share?: Estimate | undefined
  /** ΔE of the patches against the true colour. */
  readonly deltaE?: number | undefined
  readonly spread?: number | undefined
  readonly streaks?: { readonly coherence: number; readonly direction: number } | undefined
  /** Against the photograph before. */
  readonly evenness?: Change | undefined
  /** UV-hours of all treatments of the zone until then. */
  readonly dose: number
  readonly cells?: Measurement['cells']
}

export interface ZoneYellow {
  readonly zone: string
  readonly colours: readonly ReadColour[]
  /** How much light another session like the last gave, UV-hours. */
  readonly session?: number | undefined
  /** From three measurements of known dose on. */
  readonly outlook?: Outlook | undefined
}

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
  body: Pick<Measurement, 'marks'>,
): Pick<ReadColour, 'neutrals' | 'troubles' | 'truth' | 'untreated' | 'patches' | 'db' | 'deltaE'> {
  const region = (m: Measurement['marks'][number]) => ({ ...m, at: [m.x + m.w / 2, m.y + m.h / 2] as const })
  const cards = body.marks.flatMap((m): Card[] =>
    m.role === 'card' && m.lightness !== undefined ? [{ ...region(m), lightness: m.lightness }] : [],
  )
  const by = calibrate(cards)
  if ('why' in by) return { neutrals: 0, troubles: [by], patches: [] }
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
              db: truth && yellowOf(colour.lab, truth.lab, by.neutrals),
            },
          ]
        : []
    })
  return {
    neutrals: by.neutrals,
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

/** Each zone whose colour was measured, its photographs in their order. */
export function yellowOfZones(machine: MachineState, now: Instant, here: Position | undefined): ZoneYellow[] {
  const courses = coursesOf(machine, now, here)
  const zones = [...new Set(machine.colours.map((c) => c.body.zone))]
  return zones.map((zone): ZoneYellow => {
    const mine = courses
      .filter((c) => c.to !== undefined && c.body.on.some((p) => p.toLowerCase() === zone.toLowerCase()))
      .filter((c) => c.body.sort === 'whitening')
    const doses = mine.flatMap((c) =>
      'uvHours' in c.dose ? [{ to: c.to ?? '', uvHours: c.dose.uvHours }] : [],
    )
    // A session whose light nobody knows makes every dose after it unknown.
    const known = mine.every((c) => 'uvHours' in c.dose)
    const doseUntil = (at: Instant) => doses.filter((d) => d.to <= at).reduce((sum, d) => sum + d.uvHours, 0)
    const colours: ReadColour[] = []
    for (const { id, happenedAt, body } of machine.colours.filter((c) => c.body.zone === zone)) {
      const at = happenedAt.latest
      const said = readColour(body)
      const first = colours.find((c) => c.db !== undefined)
      const before = colours.findLast((c) => c.cells !== undefined)
      const cells = cellsOf(body.cells)
      const even = cells && evennessOf(cells)
      colours.push({
        ...said,
        id,
        at,
        photo: body.photo,
        share:
          first?.db && said.db
            ? shareLeft(
                { db: first.db.is, neutrals: first.neutrals },
                { db: said.db.is, neutrals: said.neutrals },
              )
            : undefined,
        spread: even?.spread,
        streaks: even && { coherence: even.coherence, direction: even.direction },
        evenness:
          cells && before?.cells
            ? evennessChange(cellsOf(before.cells) as Cells, cells, dice(instantToMs(at) % 2 ** 31))
            : undefined,
        dose: doseUntil(at),
        cells: body.cells,
      })
    }
    const measured = colours.flatMap((c): Measured[] => (c.db ? [{ dose: c.dose, distance: c.db.is }] : []))
    const session = doses.at(0)?.uvHours
    return {
      zone,
      colours,
      session,
      outlook:
        known && session !== undefined && measured.length >= 3
          ? outlook(measured, session, dice(measured.length * 7919))
          : undefined,
    }
  })
}
