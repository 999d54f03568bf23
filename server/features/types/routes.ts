/** Type sheets, test gear and the house's rules: what is known of models, and how this house works. */
import { Router } from 'express'
import { z } from 'zod'
import type { TypeRow } from '#api/machines.ts'
import { typeIdSchema, type PartyId } from '#core/ids.ts'
import type { World } from '#core/history/world.ts'
import type { MethodRow, MethodsAnswer, TypeAnswer, WordRow } from '#api/types.ts'
import { findPolicyOption, policyOf } from '#core/history/policy.ts'
import { policies, policyKeys } from '#core/policy.ts'
import { houseWorld, requireVisitor } from '../../platform/access.ts'
import type { Services } from '../../platform/services.ts'
import { parse } from '../../platform/errors.ts'
import { reads } from '../../platform/endpoint.ts'
import { machinesByType, methodUses } from './store.ts'

const nameOf = (world: World, party: PartyId | undefined): string =>
  party ? (world.parties.get(party)?.name ?? '') : ''

const params = z.object({ id: typeIdSchema })

export function typeRoutes(services: Services): Router {
  const router = Router()
  const { db } = services

  reads(router, '/types', async (request) => {
    await requireVisitor(request, 'volunteer')
    const world = await houseWorld(db)
    const counts = await machinesByType(db)
    const types = [...world.types.values()].map((t): TypeRow => ({
      id: t.id,
      name: t.sheet.name,
      kind: t.sheet.kind,
      maker: t.sheet.maker,
      version: t.version,
      functions: t.sheet.functions.length,
      positions: t.sheet.positions.length,
      hazards: t.sheet.hazards.map((h) => h.kind),
      machines: counts.get(t.id) ?? 0,
      at: t.said.happenedAt.latest,
    }))
    return { types: types.sort((a, b) => a.name.localeCompare(b.name)) }
  })

  reads(router, '/types/:id', async (request) => {
    await requireVisitor(request, 'volunteer')
    const { id } = parse(params, request.params)
    const world = await houseWorld(db)
    const type = world.types.get(id)
    if (!type) return undefined
    const answer: TypeAnswer = {
      id,
      sheet: type.sheet,
      version: type.version,
      history: type.versions.map((v, i) => ({
        version: i + 1,
        at: v.happenedAt.latest,
        by: v.doneBy ? (world.parties.get(v.doneBy)?.name ?? '') : '',
        entry: v.id,
        learnedIn: v.body.kind === 'type' ? v.body.learnedIn : undefined,
      })),
    }
    return answer
  })

  reads(router, '/gear', async (request) => {
    await requireVisitor(request, 'volunteer')
    const world = await houseWorld(db)
    return {
      gear: [...world.gear.values()].map((g) => ({
        id: g.id,
        name: g.name,
        gearKind: g.gearKind,
        attributes: g.attributes,
        limits: g.limits,
        proved: g.proved.at(-1)?.happenedAt.latest,
        unfit: g.unfit.flatMap((u) =>
          u.body.kind === 'gear' && u.body.what === 'unfit'
            ? [{ need: u.body.need, because: u.body.because, since: u.body.since }]
            : [],
        ),
      })),
    }
  })

  reads(router, '/methods', async (request) => {
    await requireVisitor(request, 'volunteer')
    const world = await houseWorld(db)
    const uses = await methodUses(db)
    const answer: MethodsAnswer = {
      methods: [...world.methods.values()]
        .map((m): MethodRow => ({
          id: m.id,
          recipe: m.recipe,
          version: m.versions.length,
          at: m.said.happenedAt.latest,
          by: nameOf(world, m.said.doneBy),
          uses: uses.get(m.id) ?? 0,
          ...(m.recipe.school
            ? {
                schoolInForce:
                  findPolicyOption(world, undefined, m.recipe.school.key) === m.recipe.school.option,
              }
            : {}),
          verdicts: m.verdicts.flatMap((v) =>
            v.body.kind === 'method' && v.body.what === 'verdict'
              ? [
                  {
                    entry: v.id,
                    verdict: v.body.verdict,
                    words: v.body.words,
                    at: v.happenedAt.latest,
                    by: nameOf(world, v.doneBy),
                    machine: v.body.machine,
                    episode: v.episode,
                  },
                ]
              : [],
          ),
        }))
        .sort((a, b) => a.recipe.name.localeCompare(b.recipe.name)),
    }
    return answer
  })

  reads(router, '/words', async (request) => {
    await requireVisitor(request, 'volunteer')
    const world = await houseWorld(db)
    const words = [...world.words.values()].map(({ word, as, means, type, said }): WordRow => ({
      word,
      as,
      means,
      ...(type ? { type: { id: type, name: world.types.get(type)?.sheet.name ?? '' } } : {}),
      at: said.happenedAt.latest,
      by: nameOf(world, said.doneBy),
    }))
    return { words: words.sort((a, b) => a.word.localeCompare(b.word)) }
  })

  reads(router, '/policies', async (request) => {
    await requireVisitor(request, 'volunteer')
    const world = await houseWorld(db)
    return {
      policies: policyKeys.map((key) => {
        const said = world.policies.get(key)
        return {
          key,
          options: policies[key].options,
          option: policyOf(world, undefined, key),
          reason: said?.body.kind === 'rule' && said.body.what === 'policy' ? said.body.reason : undefined,
          at: said?.happenedAt.latest,
          by: said?.doneBy ? world.parties.get(said.doneBy)?.name : undefined,
        }
      }),
    }
  })

  return router
}
