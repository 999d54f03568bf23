/** What has to be so before a treatment begins: what must never meet, the house's practice, the owner's word, what the zone is made of and carries. */
import type { BodyOf } from '#core/history/bodies/index.ts'
import { forGoodSorts } from '#core/history/bodies/treatment.ts'
import { sheetOf } from '#core/history/layout.ts'
import { policyOf } from '#core/history/policy.ts'
import type { TreatmentBarWhy } from '#core/history/refusal.ts'
import type { MachineState, World } from '#core/history/world.ts'
import { consentOf } from '#core/parts/ownership.ts'
import { agentsIn, meets, type Agent } from '#core/work/cautions/agents.ts'

export type Begun = Extract<BodyOf<'treatment'>, { what: 'begun' }>

export interface Bar {
  readonly why: TreatmentBarWhy
  /** Zones, things and agents that it is about. */
  readonly about: readonly string[]
  /** Whether a reason lets it be done all the same. */
  readonly byWords: boolean
}

/** What a treatment puts on it, by its agent, its words, and what whitening without an agent is done with. */
export function agentsOf(body: Pick<Begun, 'sort' | 'agent' | 'bought' | 'mixed' | 'words'>): Agent[] {
  const text = [body.agent, body.bought, body.mixed, body.words].filter(Boolean).join(' ').toLowerCase()
  return agentsIn(text)
}

const sharesPlace = (a: readonly string[], b: readonly string[]) =>
  a.some((name) => b.some((other) => other.toLowerCase() === name.toLowerCase()))

/** What earlier treatments of these places left on them: gone once somebody rinsed. */
export function leftOn(machine: MachineState, on: readonly string[]): Agent[] {
  return machine.treatments
    .filter(({ begun }) => sharesPlace(begun.body.on, on))
    .filter(({ happened }) => !happened.some((h) => h.body.did.did === 'rinsed'))
    .flatMap(({ begun }) => agentsOf(begun.body))
}

const materials = (world: World, machine: MachineState, on: readonly string[]): string[] =>
  (sheetOf(world, machine)?.zones ?? [])
    .filter((zone) => on.some((name) => name.toLowerCase() === zone.name.toLowerCase()))
    .map((zone) => zone.material)
    .filter(Boolean)

/** What peroxide is kept off, whatever a card says. Common practice. */
const notUnderPeroxide = ['label', 'badge', 'leather', 'metal', 'printed legend', 'clear window', 'paint']

function materialBar(world: World, machine: MachineState, body: Begun, agents: readonly Agent[]): Bar[] {
  const card = body.method && world.methods.get(body.method)?.recipe
  const off = [...(card ? card.notOn : []), ...(agents.includes('peroxide') ? notUnderPeroxide : [])].map(
    (w) => w.toLowerCase(),
  )
  const made = materials(world, machine, body.on).filter((m) =>
    off.some((word) => m.toLowerCase().includes(word)),
  )
  const carried = body.carries
    .filter((c) => c.is === 'left on' && off.some((word) => c.what.toLowerCase().includes(word)))
    .map((c) => c.what)
  const about = [...made, ...carried]
  return about.length > 0 ? [{ why: 'material', about, byWords: true }] : []
}

/** Everything that bars a treatment as it is about to begin. */
export function barsBefore(world: World, machine: MachineState, body: Begun): Bar[] {
  const agents = agentsOf(body)
  const there = leftOn(machine, body.on)
  return [
    ...(meets(agents, there)
      ? [{ why: 'never together' as const, about: [...new Set([...there, ...agents])], byWords: false }]
      : []),
    // What gives off gas bursts what it is closed into.
    ...(body.cover === 'bag' && agents.includes('peroxide') && !/vent|open|loose/i.test(body.words ?? '')
      ? [{ why: 'sealed' as const, about: ['peroxide'], byWords: true }]
      : []),
    ...(agents.includes('peroxide') && policyOf(world, machine, 'whitening') === 'never'
      ? [{ why: 'house rule' as const, about: ['whitening'], byWords: true }]
      : []),
    ...(machine.owner !== 'house' &&
    forGoodSorts.has(body.sort) &&
    body.on.some((place) => consentOf(machine, 'irreversible work', world.now, place) !== 'given')
      ? [
          {
            why: 'owner' as const,
            about: [world.parties.get(machine.owner)?.name ?? 'the owner'],
            byWords: true,
          },
        ]
      : []),
    ...materialBar(world, machine, body, agents),
  ]
}
