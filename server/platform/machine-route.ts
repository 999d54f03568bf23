/**
 * Reading of one machine: who asks, whether they may see it, and its world as they may know it, before any route looks at it. A
 * route is given no other world, so that none can show what its visitor must not know.
 */
import type { Router } from 'express'
import { z } from 'zod'
import type { Reads } from '#api/endpoints.ts'
import type { MachineState, World } from '#core/history/world.ts'
import { machineIdSchema, type MachineId } from '#core/ids.ts'
import { seesPrices, type Role } from '#core/roles.ts'
import { blindSurveys, machineWorld, type WorldAsked } from '../features/entries/worlds.ts'
import { requireSight, requireVisitor, type Sight, type Visitor } from './access.ts'
import { respond, type Answer } from './endpoint.ts'
import { handle, notFound, parse } from './errors.ts'
import type { Services } from './services.ts'

export const machineParams = z.object({ id: machineIdSchema })

export interface AtMachine<Q> {
  readonly id: MachineId
  readonly visitor: Visitor
  readonly sight: Exclude<Sight, 'none'>
  readonly query: Q
  /** Its world as the visitor may know it, now or as asked. */
  readonly world: (asked?: Omit<WorldAsked, 'sight'>) => Promise<World>
}

type MachinePath = Extract<keyof Reads, `/machines/:id${string}`>

/** Whatever is known of a registered machine in a world. Throws not-found. */
export function registeredIn(world: World, id: MachineId): MachineState {
  const machine = world.machines.get(id)
  if (!machine?.registered) throw notFound()
  return machine
}

export const machineRoute = <P extends MachinePath, Q = object>(
  { db }: Pick<Services, 'db'>,
  router: Router,
  path: P,
  { least, query }: { readonly least: Role; readonly query?: z.ZodType<Q> },
  answer: (at: AtMachine<Q>) => Promise<Answer<Reads[P]>>,
): void =>
  void router.get(
    path,
    handle(async (request, response) => {
      const visitor = await requireVisitor(request, least)
      const { id } = parse(machineParams, request.params)
      const asked = query ? parse(query, request.query) : ({} as Q)
      const sight = await requireSight(db, visitor, id)
      const world = async (more: Omit<WorldAsked, 'sight'> = {}) =>
        machineWorld(db, id, {
          ...more,
          sight: {
            prices: seesPrices(visitor.role),
            // Whether they survey blind is asked of today, whatever day they look at.
            blind: sight === 'guest' ? undefined : (await blindSurveys(db, visitor.party)).get(id),
          },
        })
      respond(response, await answer({ id, visitor, sight, query: asked, world }))
    }),
  )
