/** Lifts an entry of an older shape to the present one, step by step. Nothing stored is ever rewritten. */
import { entryVersion } from '../entry.ts'

type Shape = { readonly v: number; readonly [key: string]: unknown }

/**
 * steps[n] turns shape n into shape n + 1. Shape 0 was the one before a test had a depth: every test then was a full one,
 * and a change without a reach had altered what it touched.
 */
const steps: readonly ((entry: Shape) => Shape)[] = [
  (entry) => {
    const body = entry['body'] as Record<string, unknown> | undefined
    if (body?.['kind'] === 'test' && body['depth'] === undefined)
      return { ...entry, v: 1, body: { ...body, depth: 'full' } }
    if (body?.['kind'] === 'change' && body['reach'] === undefined)
      return { ...entry, v: 1, body: { ...body, reach: 'altered' } }
    return { ...entry, v: 1 }
  },
]

/** The entry in the present shape; 'newer' when this code is older than the entry (it then waits in its outbox). */
export function lift<T extends Shape>(entry: T): T | 'newer' {
  if (entry.v > entryVersion) return 'newer'
  let lifted: Shape = entry
  while (lifted.v < entryVersion) {
    const step = steps[lifted.v]
    if (!step) return 'newer'
    lifted = step(lifted)
  }
  return lifted as T
}
