/** A person or organisation named in a form: the one the house knows by that name, or a new one. */
import { useQuery } from '@tanstack/react-query'
import type { Body } from '#core/history/bodies/index.ts'
import type { PartyId } from '#core/ids.ts'
import { keys } from './keys.ts'
import { newId } from './clock.ts'
import { get } from './http.ts'

export interface NamedParty {
  readonly party: PartyId
  /** What has to be written first: the party itself, when it is new. */
  readonly bodies: readonly Body[]
}

/**
 * Answers a function that turns a name into a party; undefined for no name. Two of one name are told apart by a person, so
 * then a new one is written, as where nobody may look (a volunteer sees no givers) or nothing can be reached.
 */
export function usePartyNamed(): (name: string, role: string) => NamedParty | undefined {
  const { data } = useQuery({
    queryKey: keys.people,
    queryFn: () => get('/people'),
    retry: false,
  })
  return (name, role) => {
    const wanted = name.trim()
    if (wanted === '') return undefined
    const known = data?.people.filter((p) => p.name.toLowerCase() === wanted.toLowerCase()) ?? []
    const [only] = known
    if (only && known.length === 1) return { party: only.party as PartyId, bodies: [] }
    const party = newId() as PartyId
    return { party, bodies: [{ kind: 'party', party, name: wanted, sort: 'person', roles: [role] }] }
  }
}
