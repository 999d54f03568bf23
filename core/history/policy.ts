/** The house rule in force for a machine: its own, else the house's, else the preset. */
import { isPolicyKey, policies, type PolicyKey, type PolicyOption } from '#core/policy.ts'
import type { MachineState, World } from './world.ts'

/** The option in force. One that was chosen under an older list of options stands as it was written. */
export function policyOf<K extends PolicyKey>(
  world: World,
  machine: MachineState | undefined,
  key: K,
): PolicyOption<K> {
  const said = machine?.policies.get(key) ?? world.policies.get(key)
  if (said?.body.kind === 'rule' && said.body.what === 'policy') return said.body.option as PolicyOption<K>
  return policies[key].preset as PolicyOption<K>
}

/** The option in force; undefined for a rule that the house does not have. */
export const findPolicyOption = (
  world: World,
  machine: MachineState | undefined,
  key: string,
): string | undefined => (isPolicyKey(key) ? policyOf(world, machine, key) : undefined)

/** The number in an option such as "730 days"; undefined for "no limit". */
export function policyNumber(
  world: World,
  machine: MachineState | undefined,
  key: PolicyKey,
): number | undefined {
  const match = /^(\d+)/.exec(policyOf(world, machine, key))
  return match ? Number(match[1]) : undefined
}
