/** What has to be so before things leave the house on a loan, and what the mains and the television there are to the machine. */
import { forGood } from '#core/history/loan-ways.ts'
import type { LoanFile, Terms } from '#core/history/loan-state.ts'
import type { MachineState, World } from '#core/history/world.ts'
import { consentOf } from '#core/parts/ownership.ts'
import { isTransit, lastDoneAt, transitPrecautions } from '#core/work/checks/dispatch.ts'
import { attributeOf, mainsFed } from '#core/work/checks/mains-fed.ts'
import type { Precaution } from '#core/history/bodies/precaution.ts'
import { sheetOf } from '#core/history/layout.ts'
import type { MachineId } from '#core/ids.ts'
import { dayAfter } from '#core/quantity/time.ts'
import { agreementOf, dueDay, termsInForce } from './agreement.ts'
import { itemsOf } from './items.ts'

export const releaseRules = [
  'decided',
  'agreed',
  'cover',
  'consent',
  'mains',
  'television',
  'condition noted',
  'ready to travel',
  'handover sheet',
] as const
export type ReleaseRule = (typeof releaseRules)[number]

export interface ReleaseAnswer {
  readonly rule: ReleaseRule
  readonly is: 'met' | 'open' | 'not known' | 'does not apply'
  /** Whether a steward may let it go all the same, in words; else only by what the rule asks for. */
  readonly byWords: boolean
  /** Names, days and numbers that it is about. */
  readonly about: readonly string[]
  /** What somebody says is done, machine by machine, so that the rule is met. */
  readonly asks?: readonly DispatchAsk[]
}
export interface DispatchAsk {
  readonly machine: MachineId
  readonly name: string
  readonly what: Precaution
}

/** How long cover must reach past the due day. */
export const coverDays = 14

/** The day until which a loan must be covered; undefined while no terms hold. */
export const coverUntil = (file: LoanFile): string | undefined => {
  const due = dueDay(file)
  return due === undefined ? undefined : dayAfter(due, coverDays)
}

const cover = (file: LoanFile, terms: Terms | undefined): ReleaseAnswer => {
  const base = { rule: 'cover', byWords: true } as const
  const until = coverUntil(file)
  if (!terms || until === undefined) return { ...base, is: 'not known', about: [] }
  if (terms.body.cover.by === 'none') return { ...base, is: 'open', about: ['none'] }
  return (terms.body.cover.until ?? '') >= until
    ? { ...base, is: 'met', about: [terms.body.cover.until ?? ''] }
    : { ...base, is: 'open', about: [until] }
}

/** A machine's supply as its plate says: volts and hertz. */
function plateOf(world: World, machine: MachineState): Supply {
  const mains = attributeOf(world, machine, 'mains') ?? ''
  // What runs from a supply of its own is not held against the wall.
  const volts = /\bd\.?\s?c\b/i.test(mains) ? undefined : /(\d{2,3})\s*V/i.exec(mains)?.[1]
  const hertz = [...mains.matchAll(/(\d{2})(?:\s*\/\s*(\d{2}))?\s*Hz/gi)].flatMap((m) =>
    [m[1], m[2]].flatMap((h) => (h ? [Number(h)] : [])),
  )
  return {
    ...(volts ? { volts: Number(volts) } : {}),
    hertz,
    classOne: /class\s*(I|1)\b/i.test(mains),
  }
}

/** IEC 60038: the supply may differ from its nominal value by 10 %. Here: what the wall gives against what the plate asks. */
const withinTenPercent = (wall: number, plate: number): boolean =>
  wall >= plate * 0.9 - 1e-9 && wall <= plate * 1.1 + 1e-9

export interface Supply {
  readonly volts?: number | undefined
  readonly hertz?: readonly number[] | undefined
  readonly classOne?: boolean | undefined
}
type Venue = NonNullable<Terms['body']['venue']>

/** The mains at the venue against a machine's plate. Volts by IEC 60038 (±10 %); a transformer mends volts and never hertz. */
export function mainsThere(
  plate: Supply,
  venue: Venue | undefined,
): { readonly is: ReleaseAnswer['is']; readonly about: readonly string[] } {
  if (plate.volts === undefined) return { is: 'not known', about: ['plate'] }
  if (venue?.volts === undefined) return { is: 'not known', about: ['venue'] }
  const about: string[] = []
  if (!withinTenPercent(venue.volts, plate.volts) && venue.transformer === undefined)
    about.push(`${venue.volts} V for ${plate.volts} V`)
  if (plate.classOne && venue.earthed === false) about.push('no earth')
  if (about.length > 0) return { is: 'open', about }
  if (plate.hertz?.length && venue.hertz !== undefined && !plate.hertz.includes(venue.hertz))
    return { is: 'not known', about: [`${venue.hertz} Hz for ${plate.hertz.join('/')} Hz`] }
  if (plate.classOne && venue.earthed === undefined) return { is: 'not known', about: ['earth'] }
  return { is: 'met', about: [`${venue.volts} V`] }
}

const machinesOf = (world: World, file: LoanFile): MachineState[] =>
  (file.asked?.body.items ?? []).flatMap((i) => {
    const machine = i.machine && world.machines.get(i.machine)
    return machine ? [machine] : []
  })

function mains(world: World, file: LoanFile, terms: Terms | undefined): ReleaseAnswer {
  const base = { rule: 'mains', byWords: false } as const
  const machines = machinesOf(world, file).filter((m) => mainsFed(world, m) !== false)
  if (machines.length === 0 || terms?.body.run.who === 'not to be run')
    return { ...base, is: 'does not apply', about: [] }
  const answers = machines.map((m) => ({ m, ...mainsThere(plateOf(world, m), terms?.body.venue) }))
  const worst =
    answers.find((a) => a.is === 'open') ?? answers.find((a) => a.is === 'not known') ?? answers[0]
  // Mains that differ are a fact that no words mend; what is only not known somebody may answer for.
  return worst
    ? { ...base, byWords: worst.is === 'not known', is: worst.is, about: [worst.m.name, ...worst.about] }
    : { ...base, is: 'not known', about: [] }
}

function television(world: World, file: LoanFile, terms: Terms | undefined): ReleaseAnswer {
  const base = { rule: 'television', byWords: true } as const
  const there = terms?.body.venue?.television
  const needing = machinesOf(world, file).flatMap((m) => {
    const system = attributeOf(world, m, 'television')
    return system ? [{ m, system }] : []
  })
  if (needing.length === 0 || terms?.body.run.who === 'not to be run')
    return { ...base, is: 'does not apply', about: [] }
  if (there === undefined) return { ...base, is: 'not known', about: needing.map((n) => n.m.name) }
  const differs = needing.find((n) => !n.system.replace(/\s/g, '').includes(there.replace(/\s/g, '')))
  return differs
    ? { ...base, is: 'open', about: [differs.m.name, `${there} for ${differs.system}`] }
    : { ...base, is: 'met', about: [there] }
}

/** A machine of somebody else's goes out only where its owner agreed to that. */
function consent(world: World, file: LoanFile): ReleaseAnswer {
  const base = { rule: 'consent', byWords: false } as const
  const owned = machinesOf(world, file).filter(
    (m) => m.owner !== 'house' && m.owner !== file.asked?.body.with,
  )
  if (owned.length === 0) return { ...base, is: 'does not apply', about: [] }
  const missing = owned.filter((m) => consentOf(m, 'lending', world.now) !== 'given')
  return missing.length === 0
    ? { ...base, is: 'met', about: owned.map((m) => m.name) }
    : { ...base, is: 'open', about: missing.map((m) => m.name) }
}

/** Every machine was looked at, zone by zone, before it leaves: without that no difference can be placed. */
function looked(world: World, file: LoanFile): ReleaseAnswer {
  const base = { rule: 'condition noted', byWords: true } as const
  const machines = machinesOf(world, file)
  if (machines.length === 0) return { ...base, is: 'does not apply', about: [] }
  const missing = machines.filter(
    (m) => !file.looks.some((l) => l.body.machine === m.id && l.body.stage === 'out'),
  )
  return { ...base, is: missing.length === 0 ? 'met' : 'open', about: missing.map((m) => m.name) }
}

/** It was said of this machine since the loan was asked for; what a power-up may undo, since the last one. */
const saidDone = (file: LoanFile, machine: MachineState, what: Precaution): boolean => {
  const at = isTransit(what)
    ? lastDoneAt(machine, what)
    : machine.precautions.findLast((p) => p.what === what)?.entry.happenedAt.latest
  return at !== undefined && at >= (file.asked?.happenedAt.earliest ?? '')
}

/** Machines that are here: a lead sent after them needs nothing of theirs. */
function stillToLeave(world: World, file: LoanFile): MachineState[] {
  const gone = new Set<string>(
    itemsOf(file).flatMap((s) => (s.home === 0 && s.item.machine ? [s.item.machine] : [])),
  )
  return machinesOf(world, file).filter((m) => !gone.has(m.id))
}

/** What is done to a machine so that it can be carried: a running memory, loose cards and free heads are what breaks on the way. */
function readyToTravel(world: World, file: LoanFile): ReleaseAnswer {
  const base = { rule: 'ready to travel', byWords: true } as const
  const machines = stillToLeave(world, file)
  if (machines.length === 0) return { ...base, is: 'does not apply', about: [] }
  const asks = machines.flatMap((m) =>
    travelNeeds(world, m)
      .filter((what) => !saidDone(file, m, what))
      .map((what) => ({ machine: m.id, name: m.name, what })),
  )
  return {
    ...base,
    is: asks.length === 0 ? 'met' : 'open',
    about: [...new Set(asks.map((a) => a.name))],
    asks,
  }
}
const travelNeeds = (world: World, machine: MachineState): Precaution[] => [
  ...transitPrecautions(world, machine),
  ...(sheetOf(world, machine)?.hazards.some((h) => h.kind === 'lithium cell')
    ? (['lithium declared'] as const)
    : []),
]

/** The sheet that goes with each machine: issued from the record for this loan, or said to be made by hand. */
function handoverSheet(world: World, file: LoanFile): ReleaseAnswer {
  const base = { rule: 'handover sheet', byWords: true } as const
  const machines = stillToLeave(world, file)
  if (machines.length === 0) return { ...base, is: 'does not apply', about: [] }
  const missing = machines.filter(
    (m) =>
      !saidDone(file, m, 'handover sheet made') &&
      !file.papers.some((p) => p.body.sort === 'handover sheet' && p.body.machine === m.id),
  )
  return {
    ...base,
    is: missing.length === 0 ? 'met' : 'open',
    about: missing.map((m) => m.name),
    asks: missing.map((m) => ({ machine: m.id, name: m.name, what: 'handover sheet made' })),
  }
}

/** Every rule before the house releases what is lent, answered. */
export function releaseAnswers(world: World, file: LoanFile): ReleaseAnswer[] {
  if (file.asked && forGood(file.asked.body.way))
    return [
      {
        rule: 'decided',
        byWords: false,
        is: file.asked.body.authority?.trim() ? 'met' : 'open',
        about: file.asked.body.authority ? [file.asked.body.authority] : [],
      },
      consent(world, file),
    ]
  const terms = termsInForce(file)
  const agreement = agreementOf(file, false)
  return [
    {
      rule: 'agreed',
      byWords: true,
      is: terms ? 'met' : 'open',
      about: agreement === 'changed, not agreed' ? ['changed'] : [],
    },
    cover(file, terms),
    consent(world, file),
    mains(world, file, terms),
    television(world, file, terms),
    looked(world, file),
    readyToTravel(world, file),
    handoverSheet(world, file),
  ]
}

/** Rules that bar a release: open, or not known where nothing but an answer helps. */
export const barsRelease = (answers: readonly ReleaseAnswer[]): ReleaseAnswer[] =>
  answers.filter((a) => a.is === 'open' || (a.is === 'not known' && a.rule !== 'television'))
