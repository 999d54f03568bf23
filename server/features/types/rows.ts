/** What is known of models, gear, recipe cards, words and rules, row by row. */
import type { TypeRow } from '#api/machines.ts'
import type { GearRow, MethodRow, PolicyRow, TypeAnswer, WordRow } from '#api/types.ts'
import type { GearState, MethodState, TypeState, WordState } from '#core/history/house-state.ts'
import { findPolicyOption, policyOf } from '#core/history/policy.ts'
import type { World } from '#core/history/world.ts'
import type { PartyId } from '#core/ids.ts'
import { policies, type PolicyKey } from '#core/policy.ts'

const nameOf = (world: World, party: PartyId | undefined): string =>
  party ? (world.parties.get(party)?.name ?? '') : ''

/** `machines`: of that type, in the house. */
export const typeRow = ({ id, sheet, version, said }: TypeState, machines: number): TypeRow => ({
  id,
  name: sheet.name,
  kind: sheet.kind,
  maker: sheet.maker,
  version,
  functions: sheet.functions.length,
  positions: sheet.positions.length,
  hazards: sheet.hazards.map((h) => h.kind),
  machines,
  at: said.happenedAt.latest,
})

/** The sheet and who published each version of it. */
export const typeAnswer = (world: World, { id, sheet, version, versions }: TypeState): TypeAnswer => ({
  id,
  sheet,
  version,
  history: versions.map((v, i) => ({
    version: i + 1,
    at: v.happenedAt.latest,
    by: nameOf(world, v.doneBy),
    entry: v.id,
    learnedIn: v.body.kind === 'type' ? v.body.learnedIn : undefined,
  })),
})

export const gearRow = ({ id, name, gearKind, attributes, limits, proved, unfit }: GearState): GearRow => ({
  id,
  name,
  gearKind,
  attributes,
  limits,
  proved: proved.at(-1)?.happenedAt.latest,
  unfit: unfit.flatMap(({ body }) =>
    body.kind === 'gear' && body.what === 'unfit'
      ? [{ need: body.need, because: body.because, since: body.since }]
      : [],
  ),
})

/** `uses`: how often work was written by this card. */
export function methodRow(world: World, method: MethodState, uses: number): MethodRow {
  const { id, recipe, versions, said, verdicts } = method
  const { school } = recipe
  return {
    id,
    recipe,
    version: versions.length,
    at: said.happenedAt.latest,
    by: nameOf(world, said.doneBy),
    uses,
    ...(school ? { schoolInForce: findPolicyOption(world, undefined, school.key) === school.option } : {}),
    verdicts: verdicts.flatMap(({ id: entry, body, happenedAt, doneBy, episode }) =>
      body.kind === 'method' && body.what === 'verdict'
        ? [
            {
              ...{ entry, verdict: body.verdict, words: body.words, at: happenedAt.latest },
              ...{ by: nameOf(world, doneBy), machine: body.machine, episode },
            },
          ]
        : [],
    ),
  }
}

export const wordRow = (world: World, { word, as, means, type, said }: WordState): WordRow => ({
  word,
  as,
  means,
  ...(type ? { type: { id: type, name: world.types.get(type)?.sheet.name ?? '' } } : {}),
  at: said.happenedAt.latest,
  by: nameOf(world, said.doneBy),
})

export function policyRow(world: World, key: PolicyKey): PolicyRow {
  const said = world.policies.get(key)
  return {
    key,
    options: policies[key].options,
    option: policyOf(world, undefined, key),
    reason: said?.body.kind === 'rule' && said.body.what === 'policy' ? said.body.reason : undefined,
    at: said?.happenedAt.latest,
    by: said?.doneBy ? world.parties.get(said.doneBy)?.name : undefined,
  }
}
