/** Names of the people, machines and steps that a sheet or a plan speaks of. */
import { say, shown } from '#api/words/say.ts'
import type { PlanAnswer } from '#api/plan.ts'
import { clockWords, dayWords } from '#api/words/dates.ts'
import { stepWords } from '#api/words/jobs.ts'
import { eveningTitle } from '#api/words/plan.ts'
import type { PlanFrom } from '#core/plan/jobs.ts'
import { msToInstant } from '#core/quantity/time.ts'

export const nameIn = (data: PlanAnswer) => (party: string) =>
  data.people.find((p) => p.party === party)?.name ?? say('Somebody')
export const machineIn = (data: PlanAnswer) => (id: string) =>
  data.names[id] ?? data.machines.find((m) => m.id === id) ?? { number: '', name: say('a machine') }

/** Names by index, as a plan counts; times by the clock of the house. */
export function namesOf(data: PlanAnswer, from: PlanFrom, zone: string) {
  const machine = machineIn(data)
  const at = (minute: number) => msToInstant(from.beganMs + minute * 60_000)
  const step = (index: number) => {
    const s = from.steps[index]
    return s ? stepWords(s) : say('a step')
  }
  return {
    person: (index: number) => data.people[index]?.name ?? say('Somebody'),
    machine,
    step,
    /** "“wash the case” on calculator C-12". */
    stepOn: (index: number) => {
      const s = from.steps[index]
      if (!s) return say('a step')
      const m = machine(s.machine)
      return say('“{step}” on {name} {number}', { step: step(index), name: m.name, number: m.number })
    },
    clock: (minute: number) => clockWords(at(minute), zone),
    when: (minute: number) => `${dayWords(at(minute), zone)}, ${clockWords(at(minute), zone)}`,
    evening: (session: number) => eveningTitle(from.days[session] ?? ''),
    place: (index: number) => shown(from.problem.places[index]?.sort ?? 'place'),
  }
}
export type PlanNames = ReturnType<typeof namesOf>
