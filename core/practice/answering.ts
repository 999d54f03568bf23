/** What a simulated machine answers to what is written of it: trials, readings, looks, settings, gear. */
import type { Body, BodyOf } from '#core/history/bodies/index.ts'
import type { MachineState, World } from '#core/history/world.ts'
import type { GearId } from '#core/ids.ts'
import { mainsFed } from '#core/work/checks/mains-fed.ts'
import type { PracticeCase } from './case.ts'
import type { Hidden } from './hidden.ts'
import type { CaseIds } from './ids.ts'
import { minutesOfAct } from './minutes.ts'

const minuteMs = 60_000
/** A reservoir of the mains side empties by e in so many minutes; the rectified mains it begins at, V. House figures of practice. */
const reservoir = { minutes: 1.5, volts: 325 } as const

/** The machine as it is when something is asked of it. */
export interface Inside {
  readonly told: PracticeCase
  readonly ids: CaseIds
  readonly hidden: Hidden
  readonly world: World
  readonly machine: MachineState
  /** The clock of the case; since when there is power; when it was last switched off. */
  readonly nowMs: number
  readonly poweredSinceMs: number | undefined
  readonly poweredOffMs: number | undefined
}

/** What the machine answers, in place of what the line says. */
export function answerOf(body: Body, inside: Inside): Body {
  const { told, hidden, world, nowMs } = inside
  switch (body.kind) {
    case 'test': {
      const unplugged = isUnplugged(inside) && body.depth !== 'look'
      const gear = gearOf(inside, body)
      return {
        ...body,
        gear,
        results: body.results.map(({ fn, result }) => ({
          fn,
          result: unplugged
            ? { is: 'not possible', because: 'its plug is out' }
            : hidden.trial(world, fn, {
                depth: body.depth,
                gear,
                inPlace: (body.inPlace ?? []).map((s) => s.of),
                starts: 'starts' in result ? result.starts : undefined,
                warmMinutes:
                  inside.poweredSinceMs === undefined ? 0 : (nowMs - inside.poweredSinceMs) / minuteMs,
              }),
        })),
      }
    }
    case 'reading': {
      const value = isUnplugged(inside) ? 0 : hidden.reading(world, body.point)
      if (value === undefined) return body
      const unit = told.sheet.points.find((p) => p.name === body.point)?.unit ?? body.read.unit
      return { ...body, read: { value, unit, asWritten: `${value} ${unit}` } }
    }
    case 'note': {
      const place = /^looked at ([^:,]+)/i.exec(body.words)?.[1]?.trim()
      return place === undefined
        ? body
        : {
            ...body,
            words: `looked at ${place}: ${hidden.look(world, place) ?? 'nothing to be seen'}`,
          }
    }
    case 'precaution': {
      if (body.what !== 'reservoir measured') return body
      const off = inside.poweredOffMs
      const since = off === undefined ? Infinity : (nowMs - off) / minuteMs + minutesOfAct(body, told.sheet)
      const volts = Number((reservoir.volts * Math.exp(-since / reservoir.minutes)).toFixed(1))
      return { ...body, read: { value: volts, unit: 'V', asWritten: `${volts} V` } }
    }
    case 'gear': {
      const unfit = body.what === 'proved' && hidden.isUnfit(world.gear.get(body.gear)?.name ?? '')
      return unfit
        ? {
            kind: 'gear',
            what: 'unfit',
            gear: body.gear,
            need: world.gear.get(body.gear)?.gearKind ?? 'gear',
            since: null,
            because: 'It does not show what it should on a machine that is known good.',
          }
        : body
    }
    case 'change': {
      const setting = body.target.sort === 'adjuster' ? hidden.setting(body.target.name) : undefined
      return setting ? { ...body, from: body.from ?? setting.now, to: body.to ?? setting.right } : body
    }
    default:
      return body
  }
}

/** What stands on the bench is used wherever the trial needs it and nothing else was named. */
function gearOf({ told, ids, world }: Inside, { gear, results }: BodyOf<'test'>): GearId[] {
  const kinds = new Set(gear.map((id) => world.gear.get(id)?.gearKind))
  const needed = new Set(
    results.flatMap(({ fn }) =>
      (told.sheet.functions.find((f) => f.name === fn)?.needs ?? []).map((n) => n.gearKind),
    ),
  )
  const taken = told.gear.filter((g) => g.onBench && needed.has(g.gearKind) && !kinds.has(g.gearKind))
  return [...gear, ...taken.map((g) => ids.gear(g.name))]
}

/** Fed from the mains, and unplugged since it was last switched on. */
function isUnplugged({ world, machine }: Inside): boolean {
  if (mainsFed(world, machine) === false) return false
  const out = machine.precautions.findLast((p) => p.what === 'plug out')
  return out !== undefined && out.powerUps === machine.powerUps
}
