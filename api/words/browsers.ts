/** What a browser says it is, in words that tell a tablet from a laptop. It says what it likes: nothing rests on it. */
const systems: readonly (readonly [RegExp, string])[] = [
  [/iPad/, 'a tablet'],
  [/Android(?!.*Mobile)/, 'a tablet'],
  [/iPhone|Android.*Mobile/, 'a phone'],
  [/Windows|Macintosh|Linux|X11|CrOS/, 'a computer'],
]

/** "a tablet", "a computer"; "a browser" for one that says nothing known. */
export const browserWords = (agent: string): string =>
  systems.find(([pattern]) => pattern.test(agent))?.[1] ?? 'a browser'
