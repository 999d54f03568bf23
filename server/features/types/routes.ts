/** Type sheets, test gear and the house's rules: what is known of models, and how this house works. */
import { Router, type Request } from 'express'
import { z } from 'zod'
import { policyKeys } from '#core/policy.ts'
import { typeIdSchema } from '#core/ids.ts'
import { houseWorld, requireVisitor } from '../../platform/access.ts'
import type { Services } from '../../platform/services.ts'
import { parse } from '../../platform/errors.ts'
import { reads } from '../../platform/endpoint.ts'
import { gearRow, methodRow, policyRow, typeAnswer, typeRow, wordRow } from './rows.ts'
import { machinesByType, methodUses } from './store.ts'

const params = z.object({ id: typeIdSchema })

export function typeRoutes({ db }: Services): Router {
  const router = Router()
  /** The house as its volunteers know it. */
  const worldFor = async (request: Request) => {
    await requireVisitor(request, 'volunteer')
    return houseWorld(db)
  }

  reads(router, '/types', async (request) => {
    const world = await worldFor(request)
    const machines = await machinesByType(db)
    const types = [...world.types.values()].map((t) => typeRow(t, machines.get(t.id) ?? 0))
    return { types: types.sort((a, b) => a.name.localeCompare(b.name)) }
  })

  reads(router, '/types/:id', async (request) => {
    const world = await worldFor(request)
    const type = world.types.get(parse(params, request.params).id)
    return type && typeAnswer(world, type)
  })

  reads(router, '/gear', async (request) => ({
    gear: [...(await worldFor(request)).gear.values()].map(gearRow),
  }))

  reads(router, '/methods', async (request) => {
    const world = await worldFor(request)
    const uses = await methodUses(db)
    const methods = [...world.methods.values()].map((m) => methodRow(world, m, uses.get(m.id) ?? 0))
    return { methods: methods.sort((a, b) => a.recipe.name.localeCompare(b.recipe.name)) }
  })

  reads(router, '/words', async (request) => {
    const world = await worldFor(request)
    const words = [...world.words.values()].map((w) => wordRow(world, w))
    return { words: words.sort((a, b) => a.word.localeCompare(b.word)) }
  })

  reads(router, '/policies', async (request) => {
    const world = await worldFor(request)
    return { policies: policyKeys.map((key) => policyRow(world, key)) }
  })

  return router
}
