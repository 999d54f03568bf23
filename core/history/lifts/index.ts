/** Lifts an entry of an older shape to the present one, step by step. Nothing stored is ever rewritten. */
import { entryVersion } from '../entry.ts'
import { toDepth } from './1-depth.ts'
import { toHouses } from './2-houses.ts'
import type { Shape } from './shape.ts'

/** steps[n] turns shape n into shape n + 1. `house` is the house whose database it is read from. */
const steps: readonly ((entry: Shape, house: string) => Shape)[] = [toDepth, toHouses]

/** The entry in the present shape; 'newer' when this code is older than the entry (it then waits in its outbox). */
export function lift<T extends Shape>(entry: T, house = ''): T | 'newer' {
  if (entry.v > entryVersion) return 'newer'
  let lifted: Shape = entry
  while (lifted.v < entryVersion) {
    const step = steps[lifted.v]
    if (!step) return 'newer'
    lifted = step(lifted, house)
  }
  return lifted as T
}
