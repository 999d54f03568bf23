/** Before switching on: what must be known or done before a machine is powered. */
import type { FindingKind } from '#core/history/bodies/condition.ts'
import type { Precaution } from '#core/history/bodies/precaution.ts'
import { openWaits } from '#core/history/status.ts'
import { positionsOf, sheetOf } from '#core/history/layout.ts'
import { type EpisodeState, type MachineState, type Step, type World } from '#core/history/world.ts'
import { ownFindings } from '#core/condition/condition.ts'
import { policyOf } from '#core/history/policy.ts'
import { fittedPolarised } from './fitted.ts'
import { isClassOne, mainsAgree, readMains } from './mains.ts'
import { attributeOf, mainsFed } from './mains-fed.ts'
import { takesSupply } from '#core/type/part-kinds.ts'
import type { SheetPosition } from '#core/type/sheet.ts'
import {
  answer,
  byPrecaution,
  lastDone,
  report,
  wanting,
  type CheckReport,
  wentPast,
  type RuleAnswer,
  type RuleName,
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

/** What asks for a rule again that was answered before: an incident, or work on what it speaks of. Its last place in the order. */
function askedAgain(machine: MachineState, episode: EpisodeState, concerns: (step: Step) => boolean): number {
  return (
    machine.steps.findLast(
      (s) => s.entry.episode === episode.id && (s.entry.body.kind === 'incident' || concerns(s)),
    )?.order ?? -1
  )
}

export function switchOnCheck(world: World, machine: MachineState, episode: EpisodeState): CheckReport {
  const bars = machine.hazards.filter((h) => h.barsPower && !h.cleared)
  const waits = openWaits(world, machine)
  const fitted = fittedPolarised(world, machine, episode)
  const powered = machine.powerUpsIn.get(episode.id) ?? 0
  const altered = machine.steps.some(
    (s) => s.entry.episode === episode.id && s.reach === 'altered' && s.order > machine.powerUpOrder,
  )
  const first = powered === 0
  const positions = positionsOf(world, machine)
  const supplies = new Set(positions.filter(takesSupply).map((p) => p.designator))
  /** A rule of the first power: asked then, asked again after what may have undone it, and open as long as it was only passed over. */
  const atFirst = (
    rule: RuleName,
    what: readonly Precaution[],
    concerns: (step: Step) => boolean,
    wanted = true,
  ): RuleAnswer => {
    const again = askedAgain(machine, episode, concerns)
    const applies = wanted && (first || again >= 0 || wentPast(machine, episode, 'switch on', rule))
    return byPrecaution(rule, what, applies, lastDone(machine, episode, what, false, again))
  }
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
    withLeastLoad(
      positions,
      atFirst(
        'supply proved first',
        accepted,
        (s) => s.reach === 'altered' && [s.target.name, ...s.within].some((name) => supplies.has(name)),
      ),
    ),
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
    weakRule(
      weak,
      atFirst(
        'weak parts dealt with',
        ['weak parts dealt with'],
        (s) => s.reach === 'altered' && weak.some((w) => namesIn(w).includes(s.target.name.toLowerCase())),
        weak.length > 0,
      ),
    ),
    atFirst(
      'switches set',
      ['switches set'],
      (s) => s.target.sort === 'adjuster' || s.target.sort === 'machine' || /^S(?:W|\d)/i.test(s.target.name),
    ),
    byPrecaution('attended', ['attended'], true, done(['attended'], true)),
  ])
}

/** A switching supply without its least load runs away or shuts down: the sheet may say how much. */
function withLeastLoad(positions: readonly SheetPosition[], answer: RuleAnswer): RuleAnswer {
  const loads = positions.flatMap((p) => {
    const least = takesSupply(p) ? p.asks?.['least load'] : undefined
    return least ? [`${p.designator}: least load ${least}`] : []
  })
  return answer.is === 'not met' && loads.length > 0 ? { ...answer, about: loads } : answer
}

const namesIn = (text: string) => text.toLowerCase().split(/[\s,;:()]+/)

/** Until they are dealt with the rule names them. */
const weakRule = (weak: readonly string[], answer: RuleAnswer): RuleAnswer =>
  answer.is === 'met' ? answer : { ...answer, about: weak }

function mainsRule(world: World, machine: MachineState, episode: EpisodeState): RuleAnswer {
  const plate = attributeOf(world, machine, 'mains')
  const house = policyOf(world, undefined, 'house mains')
  const done: readonly Precaution[] = ['transformer named']
  const named = lastDone(machine, episode, done, false)
  if (named)
    return { ...answer('mains agrees', 'met', named.words ? [named.words] : [], [named.entry.id]), done }
  if (mainsFed(world, machine) === false) return answer('mains agrees', 'does not apply')
  const agrees = plate === undefined ? undefined : mainsAgree(readMains(plate), readMains(house))
  if (agrees === undefined) return { ...answer('mains agrees', 'not known', plate ? [plate] : []), done }
  return agrees
    ? answer('mains agrees', 'met', [plate ?? ''])
    : { ...answer('mains agrees', 'not met', [`plate ${plate}`, `house ${house}`]), done }
}

/** Class I machines have a protective earth, whose continuity and insulation are measured by the local code. */
function earthRule(world: World, machine: MachineState, episode: EpisodeState): RuleAnswer {
  if (mainsFed(world, machine) === false) return answer('earth and insulation', 'does not apply')
  const plate = `${attributeOf(world, machine, 'class') ?? ''} ${attributeOf(world, machine, 'mains') ?? ''}`
  const one = isClassOne(plate)
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
