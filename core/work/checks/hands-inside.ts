/** Before hands go inside, and again after every power-up. */
import { authorisedAt } from '#core/history/authorised.ts'
import { sheetOf } from '#core/history/layout.ts'
import { type EpisodeState, type MachineState, type World } from '#core/history/world.ts'
import type { Precaution } from '#core/history/bodies/precaution.ts'
import { touchLimitVolts } from '../discharge.ts'
import { policyOf } from '#core/history/policy.ts'
import { cellsIn } from './fitted.ts'
import { mainsFed } from './mains-fed.ts'
import { answer, byPrecaution, lastDone, report, type CheckReport, type RuleAnswer } from './model.ts'

export function handsInsideCheck(world: World, machine: MachineState, episode: EpisodeState): CheckReport {
  const hazards = new Set((sheetOf(world, machine)?.hazards ?? []).map((h) => h.kind))
  const charged = hazards.has('mains') || hazards.has('high voltage') || hazards.has('live chassis')
  const done = (what: Parameters<typeof lastDone>[2]) => lastDone(machine, episode, what, true)
  const cells = cellsIn(world, machine)
  return report('hands inside', machine, episode, [
    byPrecaution('plug out', ['plug out'], mainsFed(world, machine) !== false, done(['plug out'])),
    cells.positions > 0 && cells.filled.length === 0
      ? answer('cells out', 'met')
      : {
          ...byPrecaution('cells out', ['cells out'], cells.positions > 0, done(['cells out'])),
          ...(done(['cells out']) ? {} : { about: cells.filled }),
        },
    counted(reservoirRule(world, machine, episode, charged), 'reservoir measured', machine, episode),
    counted(
      tubeRule(world, machine, episode, hazards.has('picture tube')),
      'tube discharged',
      machine,
      episode,
    ),
    byPrecaution(
      'second person',
      ['second person'],
      hazards.has('picture tube') || hazards.has('high voltage'),
      done(['second person']),
    ),
  ])
}

/** Beside a rule that every power-up opens anew: how often it was done, against how often there was power. */
function counted(
  said: RuleAnswer,
  what: Precaution,
  machine: MachineState,
  episode: EpisodeState,
): RuleAnswer {
  const done = machine.precautions.filter((p) => p.what === what && p.entry.episode === episode.id).length
  const powerUps = machine.powerUpsIn.get(episode.id) ?? 0
  return said.is === 'does not apply' || done + powerUps === 0 ? said : { ...said, tally: { done, powerUps } }
}

/** By reading: a value at or below the touch limit, seen since the last power-up. By procedure: the wait or bleeder that the sheet names was done. */
function reservoirRule(
  world: World,
  machine: MachineState,
  episode: EpisodeState,
  applies: boolean,
): RuleAnswer {
  const found = lastDone(machine, episode, ['reservoir measured'], true)
  const said = byPrecaution('reservoir measured', ['reservoir measured'], applies, found)
  if (said.is !== 'met' || policyOf(world, machine, 'charge checked by') === 'procedure') return said
  const volts = found?.read?.unit === 'V' ? (found.read.max ?? found.read.value) : undefined
  if (volts === undefined) return { ...said, is: 'not met', about: ['no value was read'] }
  return Math.abs(volts) > touchLimitVolts
    ? { ...said, is: 'not met', about: [`${found?.read?.asWritten ?? volts} read`] }
    : { ...said, about: [found?.read?.asWritten ?? String(volts)] }
}

/** A procedure, not a reading; by a person who is authorised for picture tubes. */
function tubeRule(world: World, machine: MachineState, episode: EpisodeState, applies: boolean): RuleAnswer {
  const found = lastDone(machine, episode, ['tube discharged'], true)
  const said = byPrecaution('tube discharged', ['tube discharged'], applies, found)
  if (
    said.is !== 'met' ||
    !found ||
    authorisedAt(world, found.entry.doneBy, 'picture tube', found.entry.happenedAt.latest)
  )
    return said
  const who = found.entry.doneBy ? world.parties.get(found.entry.doneBy as never)?.name : undefined
  return { ...said, is: 'not met', about: [`${who ?? 'nobody named'} is not authorised for picture tubes`] }
}
