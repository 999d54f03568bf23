/** House rules: between schools of practice the house picks one, a machine may differ, and the reason is kept. */
import type { MachineState, World } from '#core/history/world.ts'

export interface PolicyOption {
  readonly option: string
  readonly speaks: string
}
export interface Policy {
  readonly key: string
  readonly preset: string
  readonly options: readonly PolicyOption[]
}

/** The choices that the present checks and standings read. Every option says what speaks for it. */
export const policies: readonly Policy[] = [
  {
    key: 'as-found depth',
    preset: 'short',
    options: [
      { option: 'look', speaks: 'One tap: dead, signs of life, seems to run. Right for lots of many units.' },
      { option: 'short', speaks: 'The essential few: an evening still leaves time to work, and “was it us?” can be answered for what matters.' },
      { option: 'full', speaks: 'Every function, each key and port: nothing stays unanswerable later.' },
    ],
  },
  {
    key: 'how long a test stands',
    preset: '730 days',
    options: [
      { option: '365 days', speaks: 'Machines on show: cells, belts and contacts change within a year.' },
      { option: '730 days', speaks: 'A store with steady climate: two years is a fair compromise with the time there is.' },
      { option: 'no limit', speaks: 'A proof stays a proof until something is touched; the date is shown, and people judge.' },
    ],
  },
  {
    key: 're-inspection after treatment',
    preset: '90 days',
    options: [
      { option: '30 days', speaks: 'Leaks and rust that mean to come back often do so within weeks; a month catches them early.' },
      { option: '90 days', speaks: 'A season: one change of damp and heating has passed over the treated place.' },
      { option: '365 days', speaks: 'A full year of climate; right for slow loss such as plasticiser bleed, and for houses with few hands.' },
    ],
  },
  {
    key: 'run',
    preset: 'to be run',
    options: [
      { option: 'to be run', speaks: 'The machine is meant to work and is tested.' },
      { option: 'not run', speaks: 'Display or reserve: running wears it or endangers it, and nobody needs it to.' },
    ],
  },
]

/** The option in force for a machine: its own, else the house's, else the preset. Throws UnknownPolicy for a key that is not listed. */
export function policyOf(world: World, machine: MachineState | undefined, key: string): string {
  const said = machine?.policies.get(key) ?? world.policies.get(key)
  if (said?.body.kind === 'rule' && said.body.what === 'policy') return said.body.option
  const policy = policies.find((p) => p.key === key)
  if (!policy) throw new UnknownPolicy(key)
  return policy.preset
}

/** The number in an option such as "730 days"; undefined for "no limit". */
export function policyNumber(world: World, machine: MachineState | undefined, key: string): number | undefined {
  const match = /^(\d+)/.exec(policyOf(world, machine, key))
  return match ? Number(match[1]) : undefined
}

export class UnknownPolicy extends Error {
  constructor(readonly key: string) {
    super(`no policy is called ${key}`)
    this.name = 'UnknownPolicy'
  }
}
