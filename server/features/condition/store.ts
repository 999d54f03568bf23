/** How far surveyors agree: read from every machine that was surveyed twice. */
import type { AgreementAnswer, AgreementRow } from '#api/batches.ts'
import { agreementOf, leastPairs } from '#core/condition/agreement.ts'
import { compareSurveys, gradePairs, pairsOf } from '#core/condition/surveys.ts'
import type { MachineId } from '#core/ids.ts'
import { rows, type Db } from '../../db/connection.ts'
import { machineWorld } from '../entries/worlds.ts'

/** Every pair of zone grades from blind second surveys, by pairs of people and for the house. */
export async function agreement(db: Db): Promise<AgreementAnswer> {
  const machines = await rows<{ machine: MachineId }>(
    db,
    `SELECT machine FROM entries WHERE kind = 'survey' AND machine IS NOT NULL GROUP BY machine HAVING count(*) >= 4`,
  )
  const all: [number, number][] = []
  const people = new Map<
    string,
    { first: string; second: string; pairs: [number, number][]; surveys: number }
  >()
  let surveys = 0
  for (const { machine: id } of machines) {
    const world = await machineWorld(db, id)
    const machine = world.machines.get(id)
    if (!machine) continue
    for (const pair of pairsOf(machine)) {
      const graded = gradePairs(compareSurveys(world, machine, pair))
      surveys++
      all.push(...graded)
      const name = (party: string | undefined) => world.parties.get(party as never)?.name ?? 'somebody'
      // Two people are one pair, whoever of them was first: each pair of grades keeps the order of their names.
      const [first, second] = [name(pair.first.by), name(pair.second.by)].sort() as [string, string]
      const turned = first !== name(pair.first.by)
      const held = people.get(`${first}|${second}`) ?? { first, second, pairs: [], surveys: 0 }
      held.pairs.push(...graded.map(([a, b]): [number, number] => (turned ? [b, a] : [a, b])))
      people.set(`${first}|${second}`, { ...held, surveys: held.surveys + 1 })
    }
  }
  const row = (pairs: [number, number][], count: number): AgreementRow => ({
    pairs: pairs.length,
    equal: pairs.filter(([a, b]) => a === b).length,
    surveys: count,
    kappa: agreementOf(pairs),
  })
  return {
    house: row(all, surveys),
    people: [...people.values()].map((p) => ({
      first: p.first,
      second: p.second,
      ...row(p.pairs, p.surveys),
    })),
    leastPairs,
  }
}
