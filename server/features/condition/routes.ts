/** The condition of a machine at any date, two dates compared, and how far surveyors agree. */
import { Router } from 'express'
import type { AgreementAnswer, AgreementRow } from '#api/batches.ts'
import { conditionQuery } from '#api/machines.ts'
import { agreementOf, leastPairs } from '#core/condition/agreement.ts'
import { compareSurveys, gradePairs, pairsOf } from '#core/condition/surveys.ts'
import { fold } from '#core/history/fold.ts'
import type { MachineId } from '#core/ids.ts'
import { conditionView } from '#core/views/condition.ts'
import { type ConditionView } from '#core/views/condition-shape.ts'
import { rows, type Db } from '../../db/connection.ts'
import { requireSight, requireVisitor } from '../../platform/access.ts'
import type { Services } from '../../platform/services.ts'
import { nowInstant } from '../../platform/clock.ts'
import { handle, notFound, parse } from '../../platform/errors.ts'
import { closureOf } from '../entries/closure.ts'
import { machineParams } from '../machines/routes.ts'
import { machineWorld } from '../machines/store.ts'

/** A guest sees grades, findings and photographs, and nobody's name, no second opinions, no priority. */
const guestCondition = (view: ConditionView): ConditionView => {
  const bare = <F extends ConditionView['lifts'][number]>(f: F): F => ({
    ...f,
    by: '',
    looks: f.looks.map((l) => ({ ...l, by: '' })),
  })
  return {
    ...view,
    plate: { ...view.plate, owner: '' },
    set: view.set && { ...view.set, by: '' },
    zones: view.zones.map((z) => ({
      ...z,
      set: z.set && { ...z.set, by: '' },
      findings: z.findings.map(bare),
    })),
    lifts: view.lifts.map(bare),
    compared: view.compared && {
      ...view.compared,
      findings: view.compared.findings.map((c) => ({ ...c, finding: bare(c.finding) })),
    },
    surveys: [],
    opinions: [],
    priority: undefined,
    photos: view.photos.map((p) => ({ ...p, by: '' })),
  }
}

export function conditionRoutes({ db }: Services): Router {
  const router = Router()

  router.get(
    '/machines/:id/condition',
    handle(async (request, response) => {
      const visitor = await requireVisitor(request)
      const { id } = parse(machineParams, request.params)
      const sight = await requireSight(db, visitor, id)
      const ask = parse(conditionQuery, request.query)
      const view = conditionView(await machineWorld(db, id), id, { ...ask, viewer: visitor.party })
      if (!view) throw notFound()
      response.json(sight === 'guest' ? guestCondition(view) : view)
    }),
  )

  router.get(
    '/agreement',
    handle(async (request, response) => {
      await requireVisitor(request, 'volunteer')
      response.json(await agreement(db))
    }),
  )
  return router
}

/** Every pair of zone grades from blind second surveys, by pairs of people and for the house. */
async function agreement(db: Db): Promise<AgreementAnswer> {
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
    const world = fold(await closureOf(db, [id]), { now: nowInstant() })
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
