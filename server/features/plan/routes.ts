/** The plan over HTTP: evenings ahead with who comes and their sheets; the same as a calendar. */
import type { Sequelize } from 'sequelize'
import { Router } from 'express'
import { calendarQuery, planQuery, type PlanAnswer } from '#api/plan.ts'
import { calendarRow, eveningSentence } from '#api/words/plan.ts'
import { authorities } from '#core/history/bodies/rule.ts'
import { authorisedAt } from '#core/history/authorised.ts'
import { eveningsOf } from '#core/plan/evenings.ts'
import { houseMinutesOf } from '#core/plan/durations.ts'
import { usualWorkshop } from '#core/plan/given.ts'
import { sheetRemarks } from '#core/plan/sheet.ts'
import { eveningsCalendar } from '#core/formats/calendar.ts'
import type { PartyId } from '#core/ids.ts'
import { dayAfter, dayInterval, dayOf } from '#core/quantity/time.ts'
import { AccountModel } from '../../db/models.ts'
import { zoneOf } from '../../db/house.ts'
import { houseWorld, requireVisitor } from '../../platform/access.ts'
import { nowInstant } from '../../platform/clock.ts'
import { reads } from '../../platform/endpoint.ts'
import { handle, parse } from '../../platform/errors.ts'
import type { Services } from '../../platform/services.ts'
import { blindSurveys } from '../entries/worlds.ts'
import { positionOf } from '../treatments/store.ts'
import { hoursOf, namesOf, planMachines } from './store.ts'

/** How far ahead evenings are shown, and how many places are remembered. */
const daysAhead = 56
const mostPlaces = 12

export function planRoutes({ db }: Services): Router {
  const router = Router()

  reads(router, '/plan', async (request): Promise<PlanAnswer> => {
    const visitor = await requireVisitor(request, 'volunteer')
    const { from } = parse(planQuery, request.query)
    const [world, zone] = [await houseWorld(db), await zoneOf()]
    const now = nowInstant()
    const today = dayOf(now, zone)
    const start = from ?? today
    const evenings = eveningsOf(world, start, dayAfter(start, daysAhead))
    const accounts = await AccountModel.findAll({ where: { active: true } })
    const staff = accounts.filter((a) => a.role !== 'guest')
    const told = [...world.toldEvenings.values()].flatMap(({ rows }) => rows)
    const here = await positionOf(db)
    return {
      now,
      today,
      workshop: world.workshop ?? usualWorkshop,
      workshopSaid: world.workshop !== undefined,
      sunKnown: here !== undefined,
      effort: Object.fromEntries(world.effort),
      minutes: Object.fromEntries([...world.stepMinutes].map(([sort, seen]) => [sort, houseMinutesOf(seen)])),
      cards: [...world.methods.values()].map(({ recipe: { name, waitMinutes, materials, needs } }) => ({
        name,
        waitMinutes,
        materials,
        needs,
      })),
      evenings: evenings.map((e) => ({
        ...e,
        ...hoursOf(e, zone, here),
        remarks: e.told
          ? sheetRemarks(e, e.told.rows, (party, a) =>
              authorisedAt(world, party, a, dayInterval(e.day, zone).latest),
            )
          : [],
      })),
      series: [...world.eveningSeries.values()]
        .filter((s) => s.until === undefined || s.until >= today)
        .map(({ usual, ...s }) => ({ ...s, usual: [...usual].map(([party, often]) => ({ party, often })) })),
      people: staff.flatMap(({ party }) => {
        const known = world.parties.get(party as PartyId)
        return known
          ? [
              {
                party: known.id,
                name: known.name,
                initials: known.initials,
                authorities: authorities.filter((a) => authorisedAt(world, known.id, a, now)),
              },
            ]
          : []
      }),
      machines: await planMachines(db, world, zone, await blindSurveys(db, visitor.party)),
      names: await namesOf(db, [
        ...new Set(evenings.flatMap((e) => e.told?.rows.map((r) => r.machine) ?? [])),
      ]),
      places: [...new Set(told.reverse().flatMap((r) => r.place ?? []))].slice(0, mostPlaces),
    }
  })

  calendarFile({ router, db })
  return router
}

/** The evenings ahead, for a calendar. */
function calendarFile({ router, db }: { router: Router; db: Sequelize }) {
  /** The evenings ahead, for a calendar. */
  router.get(
    '/evenings.ics',
    handle(async (request, response) => {
      await requireVisitor(request, 'volunteer')
      const { party } = parse(calendarQuery, request.query)
      const [world, zone] = [await houseWorld(db), await zoneOf()]
      const now = nowInstant()
      const today = dayOf(now, zone)
      const evenings = eveningsOf(world, today, dayAfter(today, daysAhead)).filter(
        (e) =>
          !e.off && (party === undefined || e.people.some((p) => p.party === party && p.comes !== 'not')),
      )
      const own = (e: (typeof evenings)[number]) =>
        e.told?.rows.filter((r) => r.people.some((p) => p === party)) ?? []
      const names = await namesOf(db, [...new Set(evenings.flatMap((e) => own(e).map((r) => r.machine)))])
      response
        .type('text/calendar; charset=utf-8')
        .attachment('evenings.ics')
        .send(
          eveningsCalendar(
            evenings.map(({ day, from, to, ...e }) => ({
              uid: `evening-${day}`,
              day,
              from,
              to,
              summary: eveningSentence({ day, from, to, ...e }),
              details: own({ day, from, to, ...e }).map((r) => calendarRow(r, names[r.machine])),
            })),
            zone,
            now,
          ),
        )
    }),
  )
}
