/** The invented people of the invented museum. */
import { madeId } from './made.ts'
import type { AccountId, PartyId } from '#core/ids.ts'
import type { Role } from '#core/roles.ts'

export const demoPassword = 'museum-workshop'
/** Steward and restorer confirm with it on a tablet where somebody else is signed in. */
export const demoPin = '6174'

export interface DemoPerson {
  readonly key: string
  readonly name: string
  readonly initials: string
  readonly role: Role | undefined
  readonly email: string
  readonly party: PartyId
  readonly account: AccountId
  readonly sort: 'person' | 'organisation'
  readonly roles: readonly string[]
}

const person = (
  n: number,
  key: string,
  name: string,
  initials: string,
  role: Role | undefined,
  roles: readonly string[],
  sort: 'person' | 'organisation' = 'person',
  email = `${key}@example.org`,
): DemoPerson => ({
  key,
  name,
  initials,
  role,
  email,
  roles,
  sort,
  party: madeId<PartyId>(),
  account: madeId<AccountId>(),
})

export const people = {
  ottoline: person(1, 'ottoline', 'Ottoline Brack', 'OB', 'steward', ['steward', 'registrar']),
  rasmus: person(2, 'rasmus', 'Rasmus Tveit', 'RT', 'restorer', ['restorer']),
  imke: person(3, 'imke', 'Imke Dahlhus', 'ID', 'volunteer', ['volunteer']),
  jonas: person(4, 'jonas', 'Jonas Feld', 'JF', 'volunteer', ['volunteer']),
  ferry: person(
    5,
    'ferry',
    'Sund ferry office',
    'SF',
    'guest',
    ['owner'],
    'organisation',
    'ferry.office@example.org',
  ),
  petra: person(6, 'petra', 'Petra Nygaard-Holm', 'PN', undefined, ['giver']),
  school: person(7, 'school', 'Lindvik trade school', 'LT', undefined, ['giver', 'borrower'], 'organisation'),
  harbour: person(
    8,
    'harbour',
    'Lindvik harbour hall',
    'LH',
    'guest',
    ['borrower'],
    'organisation',
    'harbour.hall@example.org',
  ),
  auction: person(9, 'auction', 'An auction at Rosenby', 'AR', undefined, ['source'], 'organisation'),
} as const satisfies Record<string, DemoPerson>

export type PersonKey = keyof typeof people
