/** Names of the people and machines that a sheet speaks of. */
import type { PlanAnswer } from '#api/plan.ts'

export const nameIn = (data: PlanAnswer) => (party: string) =>
  data.people.find((p) => p.party === party)?.name ?? 'Somebody'
export const machineIn = (data: PlanAnswer) => (id: string) =>
  data.names[id] ?? data.machines.find((m) => m.id === id) ?? { number: '', name: 'a machine' }
