/** How far an entry goes: what must be read with it, which machines it changes beyond its own, which files it names, whether it travels. */
import type { Body } from './bodies/index.ts'
import type { Reaches, Scope, Travels } from './kinds/definition.ts'
import { definitionOf } from './kinds/index.ts'

export function scopeOf(body: Body): Scope {
  const { scope } = definitionOf(body)
  return typeof scope === 'function' ? scope(body) : scope
}

/** Entries of the house as a whole: no machine or part is needed to read them. */
export const isHouse = ({ body }: { readonly body: Body }): boolean => scopeOf(body) === 'house'

/** Machines beyond its own subjects whose state a body changes. */
export function reachOf(body: Body): Reaches | undefined {
  const { reaches } = definitionOf(body)
  return reaches === 'its subjects' ? undefined : reaches(body)
}

/** The files that a body names, by SHA-256. */
export function filesOf(body: Body): readonly string[] {
  const { files } = definitionOf(body)
  return files === 'none' ? [] : files(body)
}

export function travelsOf(body: Body): Travels {
  const { travels } = definitionOf(body)
  return typeof travels === 'function' ? travels(body) : travels
}
