/** The places of the band, with the digit that goes there. A place appears when it exists and the role may see it. */
import type { Role } from '#core/roles.ts'

export interface BandPlace {
  readonly digit: string
  readonly name: string
  readonly path: string
}

const all: readonly BandPlace[] = [
  { digit: '1', name: 'Bench', path: '/' },
  { digit: '2', name: 'Collection', path: '/collection' },
  { digit: '3', name: 'Parts', path: '/parts' },
  { digit: '4', name: 'Types and house', path: '/types' },
  { digit: '5', name: 'People', path: '/people' },
]

export const placesFor = (role: Role): readonly BandPlace[] =>
  role === 'guest' ? all.filter((p) => p.path === '/collection') : all
