/** Test gear: what it is, when it was proved, and for what it was found unfit. */
import { gearBody } from '../bodies/gear.ts'
import { reduceGear } from '../reduce/house.ts'
import { subject, type Definition } from './definition.ts'
import type { BodyOf } from '../bodies/index.ts'

export const gear = {
  schema: gearBody,
  scope: 'house',
  about: (body) => subject('gear', body.gear),
  places: 'none',
  least: 'volunteer',
  authority: 'none',
  admission: 'observed',
  groundwork: true,
  ahead: true,
  trueFrom: (body) => (body.what === 'unfit' ? (body.since ?? '') : undefined),
  guest: 'hidden',
  withoutPrice: 'holds no price',
  blind: 'shown',
  files: 'none',
  reaches: (body) =>
    body.what === 'proved' || body.what === 'lent' || body.what === 'back'
      ? undefined
      : { machinesOf: 'gear', id: body.gear },
  travels: 'when it is named',
  reduce: reduceGear,
} satisfies Definition<BodyOf<'gear'>>
