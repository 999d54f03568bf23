/** The places of the band, with the digit that goes there. A place appears when it exists and the role may see it. */
import { say } from '#api/words/say.ts'
import type { Role } from '#core/roles.ts'

export interface BandPlace {
  readonly digit: string
  readonly name: string
  /** Where there is little room. */
  readonly short?: string
  readonly path: string
}

const all: readonly BandPlace[] = [
  { digit: '1', name: say('Bench'), path: '/' },
  { digit: '2', name: say('Collection'), path: '/collection' },
  { digit: '3', name: say('Parts'), path: '/parts' },
  { digit: '4', name: say('Plan'), path: '/plan' },
  { digit: '5', name: say('Loans'), path: '/loans' },
  { digit: '6', name: say('Types and house'), short: say('Types'), path: '/types' },
  { digit: '7', name: say('People'), path: '/people' },
]

const guestPlaces: readonly BandPlace[] = [
  { digit: '1', name: say('Home'), path: '/' },
  { digit: '2', name: say('Your machines'), short: say('Machines'), path: '/collection' },
  { digit: '3', name: say('Your loans'), short: say('Loans'), path: '/loans' },
]

export const placesFor = (role: Role): readonly BandPlace[] => (role === 'guest' ? guestPlaces : all)

const titles: readonly (readonly [RegExp, string])[] = [
  [/^\/$/, say('Bench')],
  [/^\/collection\/table/, say('Import a table')],
  [/^\/collection\/storage/, say('Storage round')],
  [/^\/collection/, say('Collection')],
  [/^\/machines\/new/, say('Register a machine')],
  [/^\/machines/, say('Machine')],
  [/^\/episodes/, say('Episode')],
  [/^\/parts/, say('Parts')],
  [/^\/types/, say('Types and house')],
  [/^\/loans/, say('Loans')],
  [/^\/people/, say('People')],
  [/^\/practice/, say('Practice')],
  [/^\/plan/, say('Plan')],
  [/^\/batches/, say('Groups received together')],
]

/** What a page is called until it says so itself. */
export const titleOf = (path: string): string => titles.find(([of]) => of.test(path))?.[1] ?? 'Anamnesis'
