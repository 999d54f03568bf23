/** Before it leaves the house: on loan, back to its owner, or into storage away. */
import { sheetOf } from '#core/history/layout.ts'
import { type EpisodeState, type MachineState, type World } from '#core/history/world.ts'
import type { Precaution } from '#core/history/bodies/precaution.ts'
import { cellsIn } from './fitted.ts'
import { attributeOf, mainsFed } from './mains-fed.ts'
import { answer, byPrecaution, lastDone, report, type CheckReport, type RuleName } from './model.ts'

export function dispatchCheck(world: World, machine: MachineState, episode: EpisodeState): CheckReport {
  const sheet = sheetOf(world, machine)
  const hazards = new Set((sheet?.hazards ?? []).map((h) => h.kind))
  const contents = machine.arrival.contents
  const mains = attributeOf(world, machine, 'mains')
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
    said('memory switch off', 'memory switch off', cellsIn(world, machine).positions > 0),
    said('cards secured', 'cards secured', true),
    said(
      'heads parked',
      'heads parked',
      /disk|drive|tape/i.test(
        `${sheet?.kind ?? ''} ${(sheet?.positions ?? []).map((p) => p.accepts).join(' ')}`,
      ),
    ),
    mainsFed(world, machine) === false
      ? answer('mains on the sheet', 'does not apply')
      : mains === undefined
        ? answer('mains on the sheet', 'not known')
        : answer('mains on the sheet', 'met', [mains]),
    said('lithium declared', 'lithium declared', hazards.has('lithium cell')),
    said('consent covers it', 'consent covers it', machine.owner !== 'house'),
    said('handover sheet made', 'handover sheet made', true),
  ])
}
