/** Before switching on: what must be known or done before a machine is powered. */
import type { FindingKind } from '#core/history/bodies/condition.ts'
import type { Precaution } from '#core/history/bodies/precaution.ts'
import { openWaits } from '#core/history/status.ts'
import { sheetOf } from '#core/history/layout.ts'
import { type EpisodeState, type MachineState, type World } from '#core/history/world.ts'
import { ownFindings } from '#core/condition/condition.ts'
import { policyOf } from '#core/history/policy.ts'
import { fittedPolarised } from './fitted.ts'
import { mainsAgree, readMains } from './mains.ts'
import {
  answer,
  byPrecaution,
  lastDone,
  report,
  wanting,
  type CheckReport,
  type RuleAnswer,
} from './model.ts'

/** What must have been dealt with before power; the others may be there and run. */
const dangerousFindings: ReadonlySet<FindingKind> = new Set(['scorched part', 'leak residue'])
const dangerousWhileActive: ReadonlySet<FindingKind> = new Set(['rust', 'corrosion'])

/** What each house rule for the first power accepts, best first. Where the supply cannot be separated, a current limit serves. */
const firstPower: Readonly<Record<string, readonly Precaution[]>> = {
  'dummy load first': ['supply on dummy load', 'current limit'],
  'current limit': ['current limit', 'supply on dummy load'],
  'protected outlet': ['protected outlet', 'current limit', 'supply on dummy load'],
}

/** Attributes are the machine's own, else its type's. */
const attributeOf = (world: World, machine: MachineState, name: string) =>
  machine.attributes[name] ?? sheetOf(world, machine)?.attributes[name]

export function switchOnCheck(world: World, machine: MachineState, episode: EpisodeState): CheckReport {
  const bars = machine.hazards.filter((h) => h.barsPower && !h.cleared)
  const waits = openWaits(world, machine)
  const fitted = fittedPolarised(world, machine, episode)
  const powered = machine.powerUpsIn.get(episode.id) ?? 0
  const altered = machine.steps.some(
    (s) => s.entry.episode === episode.id && s.reach === 'altered' && s.order > machine.powerUpOrder,
  )
  const first = powered === 0
  const sheet = sheetOf(world, machine)
  const weak = sheet?.weakParts ?? []
  const done = (what: readonly Precaution[], sincePower = false) =>
    lastDone(machine, episode, what, sincePower)
  const accepted = firstPower[policyOf(world, machine, 'first power')] ?? []
  return report('switch on', machine, episode, [
    wanting(
      'nothing bars power',
      bars.map((h) => h.words),
      machine.hazards.length,
      bars.map((h) => h.entry.id),
    ),
    mainsRule(world, machine, episode),
    earthRule(world, machine, episode),
    wanting(
      'waits over',
      waits.map((w) => w.what),
      machine.waits.length,
    ),
    foundRule(machine),
    byPrecaution('supply proved first', accepted, first, done(accepted)),
    byPrecaution(
      'rail to ground compared',
      ['rail to ground compared'],
      first || altered,
      done(['rail to ground compared'], altered && !first),
    ),
    wanting('sockets verified', fitted.unverified, fitted.count),
    wanting(
      'connections on',
      [...machine.connections.keys()],
      machine.steps.filter((s) => s.target.sort === 'wire').length,
    ),
    {
      ...byPrecaution(
        'weak parts dealt with',
        ['weak parts dealt with'],
        weak.length > 0 && first,
        done(['weak parts dealt with']),
      ),
      ...(done(['weak parts dealt with']) ? {} : { about: weak }),
    },
    byPrecaution('switches set', ['switches set'], first, done(['switches set'])),
    byPrecaution('attended', ['attended'], true, done(['attended'], true)),
  ])
}

function mainsRule(world: World, machine: MachineState, episode: EpisodeState): RuleAnswer {
  const plate = attributeOf(world, machine, 'mains')
  const house = policyOf(world, undefined, 'house mains')
  const done: readonly Precaution[] = ['transformer named']
  const named = lastDone(machine, episode, done, false)
  if (named)
    return { ...answer('mains agrees', 'met', named.words ? [named.words] : [], [named.entry.id]), done }
  if (plate !== undefined && /^(?:none|battery|no mains)/i.test(plate))
    return answer('mains agrees', 'does not apply')
  const agrees = plate === undefined ? undefined : mainsAgree(readMains(plate), readMains(house))
  if (agrees === undefined) return { ...answer('mains agrees', 'not known', plate ? [plate] : []), done }
  return agrees
    ? answer('mains agrees', 'met', [plate ?? ''])
    : { ...answer('mains agrees', 'not met', [`plate ${plate}`, `house ${house}`]), done }
}

/** Class I machines have a protective earth, whose continuity and insulation are measured by the local code. */
function earthRule(world: World, machine: MachineState, episode: EpisodeState): RuleAnswer {
  const plate = `${attributeOf(world, machine, 'class') ?? ''} ${attributeOf(world, machine, 'mains') ?? ''}`
  const said = /\bclass\s*(I{1,3}|[123])\b/i.exec(plate) ?? /^\s*(I{1,3}|[123])\s/i.exec(plate)
  const one = said?.[1] === undefined ? undefined : /^(?:I|1)$/i.test(said[1])
  const done: readonly Precaution[] = ['earth and insulation']
  const found = lastDone(machine, episode, done, false)
  if (one === undefined && !found)
    return /mains|live chassis/.test((sheetOf(world, machine)?.hazards ?? []).map((h) => h.kind).join())
      ? { ...answer('earth and insulation', 'not known'), done }
      : answer('earth and insulation', 'does not apply')
  return byPrecaution('earth and insulation', done, one !== false || found !== undefined, found)
}

/** Scorched or leaking, or rust that goes on, and neither treated nor gone. */
function foundRule(machine: MachineState): RuleAnswer {
  const found = ownFindings(machine).filter(
    (f) => dangerousFindings.has(f.noted.sort) || dangerousWhileActive.has(f.noted.sort),
  )
  const open = found.filter((f) => {
    const last = f.looks.at(-1)
    if (!last || last.gone || f.looks.some((l) => l.change === 'treated' || l.change === 'withdrawn'))
      return false
    return (
      dangerousFindings.has(f.noted.sort) ||
      last.activity === 'active' ||
      last.activity === 'actively damaging'
    )
  })
  return wanting(
    'found dealt with',
    open.map((f) => `${f.noted.sort}, ${f.noted.zone}`),
    found.length,
    open.map((f) => f.id),
  )
}
