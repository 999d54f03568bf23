/** A person or an organisation that entries name. */
import { isRole } from '#core/roles.ts'
import { partyBody } from '../bodies/party.ts'
import { reduceParty } from '../reduce/house.ts'
import { subject, type Definition } from './definition.ts'
import type { BodyOf } from '../bodies/index.ts'

export const party = {
  schema: partyBody,
  scope: 'house',
  about: (body) => subject('party', body.party),
  places: 'none',
  least: (body) => (body.roles.some(isRole) ? 'steward' : 'volunteer'),
  authority: 'none',
  admission: 'judged',
  groundwork: true,
  ahead: false,
  trueFrom: 'when it happened',
  guest: 'hidden',
  withoutPrice: 'holds no price',
  blind: 'shown',
  files: 'none',
  reaches: (body) => ({ machinesOf: 'party', id: body.party }),
  travels: 'when it is named',
  reduce: reduceParty,
} satisfies Definition<BodyOf<'party'>>
