/** Text that can be kept: PostgreSQL's json documents hold neither U+0000 nor half of a surrogate pair. */

/** U+0000, or a surrogate without its other half (an emoji cut in two). */
const unkeepable = /[\0\p{Surrogate}]/u
const everyUnkeepable = /[\0\p{Surrogate}]/gu

export const isKeepable = (text: string): boolean => !unkeepable.test(text)

/** Where in a parsed document the first text (a name or a value) stands that cannot be kept; undefined when all of it can. */
export function unkeepableAt(
  value: unknown,
  path: readonly (string | number)[] = [],
): readonly (string | number)[] | undefined {
  if (typeof value === 'string') return isKeepable(value) ? undefined : path
  if (Array.isArray(value)) {
    for (const [i, item] of value.entries()) {
      const found = unkeepableAt(item, [...path, i])
      if (found) return found
    }
    return undefined
  }
  if (value === null || typeof value !== 'object') return undefined
  for (const [key, item] of Object.entries(value)) {
    if (!isKeepable(key)) return path
    const found = unkeepableAt(item, [...path, key])
    if (found) return found
  }
  return undefined
}

/** The same document with U+FFFD in place of whatever cannot be kept. */
export function keepable<T>(value: T): T {
  if (typeof value === 'string') return value.replace(everyUnkeepable, '\uFFFD') as T
  if (Array.isArray(value)) return value.map((item: unknown) => keepable(item)) as T
  if (value === null || typeof value !== 'object') return value
  return Object.fromEntries(Object.entries(value).map(([key, item]) => [keepable(key), keepable(item)])) as T
}
