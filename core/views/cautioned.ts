/** What the cautions table asks of a machine and its sitting, and which cautions were shown in it already. */
import { sheetOf, positionsOf } from '#core/history/layout.ts'
import { policyOf } from '#core/history/policy.ts'
import type { EpisodeState, MachineState, World } from '#core/history/world.ts'
import { instantToMs } from '#core/quantity/time.ts'
import { attributeOf } from '#core/work/checks/mains-fed.ts'
import { isClassOne, mainsAgree, readMains } from '#core/work/checks/mains.ts'
import {
  agentsIn,
  cautionsOf,
  type Agent,
  type CautionFacts,
  type CautionKey,
} from '#core/work/cautions/index.ts'
import type { Body } from '#core/history/bodies/index.ts'

const burns: ReadonlySet<Agent> = new Set(['alcohol', 'acetone', 'contact spray', 'oil'])
/** How long the vapour of what burns is reckoned with, ms: a house figure, no source. */
const vapourMs = 30 * 60_000

/** "14.2 kg" → 14.2; undefined for anything else. */
function weightOf(text: string | undefined): number | undefined {
  const kg = /(\d+(?:[.,]\d+)?)\s*kg\b/i.exec(text ?? '')?.[1]
  return kg === undefined ? undefined : Number(kg.replace(',', '.'))
}

/** What a house method adds to the words of an act that follows it. */
export function methodWords(world: World, body: Body): string {
  const recipe = body.kind === 'change' && body.method ? world.methods.get(body.method)?.recipe : undefined
  return recipe ? ` ${[recipe.agent, recipe.light, recipe.temperature].join(' ')}` : ''
}

function standingFacts(world: World, machine: MachineState, episode: EpisodeState | undefined): CautionFacts {
  const sheet = sheetOf(world, machine)
  const positions = positionsOf(world, machine)
  const plate = readMains(attributeOf(world, machine, 'mains') ?? '')
  const house = readMains(policyOf(world, undefined, 'house mains'))
  const named = machine.precautions.some(
    (p) => p.entry.episode === episode?.id && p.what === 'transformer named',
  )
  const volts = mainsAgree({ volts: plate.volts }, { volts: house.volts })
  const least = Math.min(...(plate.hertz ?? [Number.POSITIVE_INFINITY]))
  return {
    hazards: (sheet?.hazards ?? []).map((h) => h.kind),
    weightKg: weightOf(attributeOf(world, machine, 'weight')),
    accepts: Object.fromEntries(positions.map((p) => [p.designator, p.accepts])),
    mainsDiffer: volts === false && !named,
    slowerMains: plate.hertz !== undefined && (house.hertz ?? []).some((h) => h < least),
    classOne:
      isClassOne(
        `${attributeOf(world, machine, 'class') ?? ''} ${attributeOf(world, machine, 'mains') ?? ''}`,
      ) === true,
    unpowered: !episode || (machine.powerUpsIn.get(episode.id) ?? 0) === 0,
    windows: positions.some((p) => /\beprom\b/i.test(p.accepts)),
    agents: [],
    vapour: false,
  }
}

export interface Cautioned {
  readonly facts: CautionFacts
  /** Shown in this sitting already. */
  readonly shown: readonly CautionKey[]
}

/** What a form asks of a machine, beside any line: with the sitting of its open episode, where there is one. */
export function cautionFacts(world: World, machine: MachineState): CautionFacts {
  const open = machine.episodes.findLast((e) => e.state === 'open')
  return open ? cautionedIn(world, machine, open).facts : standingFacts(world, machine, undefined)
}

/** A sitting begins when the episode is opened or come back to. */
export function cautionedIn(world: World, machine: MachineState, episode: EpisodeState): Cautioned {
  const begun = world.line.findLastIndex(
    ({ id, body }) =>
      id === episode.id ||
      (body.kind === 'episode' && body.what === 'resumed' && body.episode === episode.id),
  )
  const sitting = world.line.slice(begun + 1).filter((s) => s.episode === episode.id)
  const standing = standingFacts(world, machine, episode)
  const shown = new Set<CautionKey>()
  const agents = new Set<Agent>()
  let burntMs = Number.NEGATIVE_INFINITY
  let powered = false
  for (const { body, happenedAt } of sitting) {
    const also = methodWords(world, body)
    const facts = {
      ...standing,
      unpowered: !powered,
      agents: [...agents],
      vapour: instantToMs(happenedAt.latest) - burntMs < vapourMs,
    }
    for (const key of cautionsOf(body, facts, also)) shown.add(key)
    if (body.kind === 'power' && body.way === 'on') powered = true
    if (body.kind !== 'change' && body.kind !== 'wait') continue
    for (const agent of agentsIn(`${JSON.stringify(body)}${also}`.toLowerCase())) {
      agents.add(agent)
      if (burns.has(agent)) burntMs = instantToMs(happenedAt.latest)
    }
  }
  return {
    facts: { ...standing, agents: [...agents], vapour: instantToMs(world.now) - burntMs < vapourMs },
    shown: [...shown],
  }
}
