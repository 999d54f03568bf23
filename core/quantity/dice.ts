/** A seeded sequence of numbers in [0, 1): the same seed tells the same story (mulberry32). */
export type Dice = () => number

export function dice(seed: number): Dice {
  let state = seed >>> 0
  return () => {
    state = (state + 0x6d2b79f5) >>> 0
    let t = state
    t = Math.imul(t ^ (t >>> 15), t | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296
  }
}
export const oneOf = <T>(dice: Dice, items: readonly T[]): T => {
  const item = items[Math.floor(dice() * items.length)]
  if (item === undefined) throw new RangeError('nothing to choose from')
  return item
}
