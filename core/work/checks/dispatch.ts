/** Before it leaves the house: on loan, back to its owner, or into storage away. */
import { sheetOf } from '#core/history/layout.ts'
import { type EpisodeState, type MachineState, type World } from '#core/history/world.ts'
import type { Precaution } from '#core/history/bodies/precaution.ts'
import { consentOf } from '#core/parts/ownership.ts'
import type { Instant } from '#core/quantity/time.ts'
import { cellsIn } from './fitted.ts'
import { attributeOf, mainsFed } from './mains-fed.ts'
import { answer, byPrecaution, lastDone, report, type CheckReport, type RuleName } from './model.ts'

const transit = [
  'memory switch off',
  'cards secured',
  'heads parked',
] as const satisfies readonly Precaution[]
export type TransitPrecaution = (typeof transit)[number]
export const isTransit = (what: Precaution): what is TransitPrecaution =>
  (transit as readonly Precaution[]).includes(what)

/** What is done to a machine of its kind so that it can travel. */
export function transitPrecautions(world: World, machine: MachineState): TransitPrecaution[] {
  const sheet = sheetOf(world, machine)
  const holds = `${sheet?.kind ?? ''} ${(sheet?.positions ?? []).map((p) => p.accepts).join(' ')}`
  return [
    ...(cellsIn(world, machine).positions > 0 ? (['memory switch off'] as const) : []),
    'cards secured',
    ...(/\b(floppy|disk|drive|tape)s?\b/i.test(holds) ? (['heads parked'] as const) : []),
  ]
}

/** When it was last said to be done, and the machine was not powered up since. */
export const lastDoneAt = (machine: MachineState, what: TransitPrecaution): Instant | undefined =>
  machine.precautions.findLast((p) => p.what === what && p.powerUps === machine.powerUps)?.entry.happenedAt
    .latest

/** A handover sheet of this machine that was issued since the episode began. */
const sheetSince = (world: World, machine: MachineState, episode: EpisodeState) =>
  [...world.loanFiles.values()]
    .flatMap((file) => file.papers)
    .find(
      (p) =>
        p.body.sort === 'handover sheet' &&
        p.body.machine === machine.id &&
        p.happenedAt.latest >= episode.opened.happenedAt.latest,
    )

export function dispatchCheck(world: World, machine: MachineState, episode: EpisodeState): CheckReport {
  const sheet = sheetOf(world, machine)
  const hazards = new Set((sheet?.hazards ?? []).map((h) => h.kind))
  const contents = machine.arrival.contents
  const mains = attributeOf(world, machine, 'mains')
  const travels = transitPrecautions(world, machine)
  const issued = sheetSince(world, machine, episode)
  const said = (rule: RuleName, what: Precaution, applies: boolean) =>
    byPrecaution(rule, [what], applies, lastDone(machine, episode, [what], false))
  return report('dispatch', machine, episode, [
    contents.length > 0
      ? answer(
          'contents copied or given up',
          'met',
          contents.flatMap((c) => (c.body.kind === 'contents' ? [`${c.body.medium} ${c.body.what}`] : [])),
        )
      : answer('contents copied or given up', 'not known'),
    ...transit.map((what) => said(what, what, travels.includes(what))),
    mainsFed(world, machine) === false
      ? answer('mains on the sheet', 'does not apply')
      : mains === undefined
        ? answer('mains on the sheet', 'not known')
        : answer('mains on the sheet', 'met', [mains]),
    said('lithium declared', 'lithium declared', hazards.has('lithium cell')),
    // The owner's recorded word on lending, or that a person says it covers this.
    machine.owner !== 'house' && consentOf(machine, 'lending', world.now) === 'given'
      ? answer('consent covers it', 'met', ['lending'])
      : said('consent covers it', 'consent covers it', machine.owner !== 'house'),
    issued
      ? answer('handover sheet made', 'met', [`paper ${issued.body.number}`, issued.body.code], [issued.id])
      : said('handover sheet made', 'handover sheet made', true),
  ])
}
