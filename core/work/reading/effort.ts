/** How long work took hands: "…, took 40 min", "40 minutes of work", "spent an hour and a half cleaning …". Nothing waits meanwhile. */

export interface Effort {
  readonly minutes: number
  /** The line without it. */
  readonly rest: string
}

const unit = '(?:hours?|hrs?|h|minutes?|mins?|min)'
const number = '(?:\\d+(?:[.,]\\d+)?|an?|one|two|three|four|five|six|ten|twenty|thirty|forty)'
const about = '(?:about |around |some |roughly |nearly |almost |only |a good |the better part of )?'
const length = `(?:half an hour|three quarters of an hour|a quarter of an hour|${number} and a half ${unit}|${number} ?${unit} and a half|${number} ?${unit}(?:(?: and)? ?\\d+ ?(?:minutes?|mins?|min|m))?)`
const lead = `(?:[,;]|\\s[-–]|\\()?\\s*`

const forms: readonly RegExp[] = [
  new RegExp(
    `${lead}(?:(?:and )?(?:it|that|this|which|all of it|all)\\s+)?took (?:me |us |both of us |the two of us )?${about}(?<length>${length})(?: altogether| in all| in total)?\\)?[.!]?$`,
    'i',
  ),
  new RegExp(`${lead}${about}(?<length>${length}) (?:of work|work|altogether|in all)\\)?[.!]?$`, 'i'),
  new RegExp(`^(?:i |we )?spent ${about}(?<length>${length}) (?:on |with )?(?=\\w)`, 'i'),
  new RegExp(`^${about}(?<length>${length}) (?:of work )?on (?=(?:the|its|our)\\b)`, 'i'),
]

const counts: Readonly<Record<string, number>> = {
  a: 1,
  an: 1,
  one: 1,
  two: 2,
  three: 3,
  four: 4,
  five: 5,
  six: 6,
  ten: 10,
  twenty: 20,
  thirty: 30,
  forty: 40,
}
const countOf = (word: string): number => counts[word] ?? Number(word.replace(',', '.'))

/** Minutes of a length in words: "an hour and a half" is 90, "1 h 20 min" is 80. */
export function minutesOf(text: string): number {
  const said = text.toLowerCase()
  if (said === 'half an hour') return 30
  if (said === 'three quarters of an hour') return 45
  if (said === 'a quarter of an hour') return 15
  const [, n = '', measure = ''] = new RegExp(`^(${number})(?: and a half)? ?(${unit})`).exec(said) ?? []
  const each = measure.startsWith('h') ? 60 : 1
  const half = / and a half/.test(said) ? each / 2 : 0
  const more = new RegExp(`${unit}(?: and)? ?(\\d+) ?m`).exec(said)?.[1]
  return Math.round(countOf(n) * each + half + Number(more ?? 0))
}

/** Undefined where the line says of no work how long it took. */
export function effortIn(text: string): Effort | undefined {
  for (const form of forms) {
    const found = form.exec(text.trim())
    if (!found?.groups?.['length']) continue
    const rest = text.trim().replace(form, '').trim()
    const minutes = minutesOf(found.groups['length'])
    if (rest && minutes >= 1) return { minutes, rest }
  }
  return undefined
}
