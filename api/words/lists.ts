/** Sentences are put together from names here, so that commas and plurals are right in one place. */
export const list = (items: readonly string[], most = 4): string => {
  if (items.length === 0) return ''
  if (items.length === 1) return items[0] ?? ''
  if (items.length > most) return `${items.slice(0, most - 1).join(', ')} and ${items.length - most + 1} more`
  return `${items.slice(0, -1).join(', ')} and ${items.at(-1) ?? ''}`
}

export const count = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`
/** "an arithmetic chip", "a digit driver". */
export const aNoun = (noun: string): string => `${/^[aeio]|^u[^ns]/i.test(noun) ? 'an' : 'a'} ${noun}`
export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)
export const sentence = (text: string): string =>
  text === '' ? '' : `${capital(text)}${/[.?!]$/.test(text) ? '' : '.'}`
