/** Sentences are put together from names here, so that commas and plurals are right in one place. */
import { say, shown } from './say.ts'

const conjunction = new Intl.ListFormat('en-GB', { type: 'conjunction' })
const disjunction = new Intl.ListFormat('en-GB', { type: 'disjunction' })
const plural = new Intl.PluralRules('en-GB')

/** "keys, 71" among others is "keys (71)": its comma would be taken for theirs. */
const inList = (name: string): string => name.replace(/^([^,]+), (\d[^,()]*)$/, '$1 ($2)')

/** Names after one another, at most so many of them: "the bell, keys (71) and 2 more". What still holds a comma is parted by semicolons. */
export const list = (items: readonly string[], most = 4): string => {
  if (items.length <= 1) return items[0] ?? ''
  const named = (items.length > most ? items.slice(0, most - 1) : items).map(inList)
  const all = items.length > most ? [...named, say('{n} more', { n: items.length - most + 1 })] : named
  return all.some((name) => name.includes(','))
    ? say('{others} and {last}', { others: all.slice(0, -1).join('; '), last: all.at(-1) ?? '' })
    : conjunction.format(all)
}

/** "the bell, the drawer or keys (71)". */
export const anyOf = (items: readonly string[]): string => disjunction.format(items.map(inList))

const categories = plural.resolvedOptions().pluralCategories
/** So many of something: “1 unit”, “4 units”. A language gives as many forms as it has plurals, parted by bars, in the order of `Intl`. */
export function count(n: number, one: string, many = `${one}s`): string {
  const forms = shown(`{n} ${one}|{n} ${many}`).split('|')
  const form = forms[categories.indexOf(plural.select(n))] ?? forms.at(-1) ?? ''
  return form.replace('{n}', String(n))
}
/** What may be said, or not: nothing is said of what is not there. */
type Said = string | false | 0 | null | undefined
const apart =
  (by: string) =>
  (...said: readonly Said[]): string =>
    said.filter(Boolean).join(by)

/** Something and what is said of it, each a phrase of its own: “IC31, from drawer 3, for now”. */
export const commas = apart(', ')
/** Facts beside one another that may hold commas: “tape, read twice; holds personal data”. */
export const semicolons = apart('; ')
/** Sentences after one another. */
export const paragraph = apart(' ')
/** Something, and the words that tell it, where there are any: “put away: the lid sticks”. */
export const colon = apart(': ')
/** Something, and what explains it: “keys (71)”. */
export const brackets = (what: string, within: Said): string => (within ? `${what} (${within})` : what)

export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)
/** Words that somebody typed, ended as a sentence. */
export const plainEnd = (text: string): string => `${text}${/[.?!]$/.test(text) ? '' : '.'}`
export const sentence = (text: string): string => (text === '' ? '' : plainEnd(capital(text)))
