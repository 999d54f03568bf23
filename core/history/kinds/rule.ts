/** What the house decides: policies, who is authorised, who may see a machine. */
import { ruleBody } from '../bodies/rule.ts'
import { reduceRule } from '../reduce/house.ts'
import { house, itsMachine, subject, type Definition } from './definition.ts'
import type { BodyOf } from '../bodies/index.ts'

export const rule = {
  schema: ruleBody,
  scope: (body) => (body.what === 'policy' && body.machine !== undefined ? 'machine' : 'house'),
  about: (body) =>
    body.what === 'policy'
      ? body.machine === undefined
        ? [house]
        : subject('machine', body.machine)
      : [...subject('party', body.party), ...(body.what === 'grant' ? itsMachine(body) : [])],
  places: 'none',
  least: (body) => (body.what === 'policy' && body.machine !== undefined ? 'restorer' : 'steward'),
  authority: 'none',
  admission: 'observed',
  groundwork: false,
  ahead: false,
  trueFrom: 'when it happened',
  guest: 'hidden',
  withoutPrice: 'holds no price',
  blind: 'shown',
  files: 'none',
  reaches: (body) => (body.what === 'policy' && body.machine === undefined ? 'every machine' : undefined),
  travels: 'never',
  reduce: reduceRule,
} satisfies Definition<BodyOf<'rule'>>
