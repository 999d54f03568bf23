/** Lists and ranges of designators as people write them on a parts table: "C7, C31–C36, R40-R48". */

/** The most that one list may name: a slip of a digit would otherwise write a thousand entries. */
const most = 200

const item = /^([A-Za-z]{1,4})(\d{1,4})(?:\s*(?:-|–|\.\.|to)\s*([A-Za-z]{0,4})(\d{1,4}))?/

export interface Designators {
  /** Each once, in the order written. */
  readonly names: readonly string[]
  readonly rest: string
}

/**
 * Takes the list that a text begins with. Undefined when it begins with no designator, when a range runs backwards or from
 * one letter to another ("C3–R9"), or when it names more than 200. A range is exact: both ends belong to it.
 */
export function takeDesignators(text: string): Designators | undefined {
  const names: string[] = []
  let rest = text.trim()
  for (;;) {
    const match = item.exec(rest)
    if (!match) return undefined
    const [whole, letters = '', first = '', lettersAgain, last] = match
    // "IC7a" and "R12k" are no designators of a list.
    if (/^[A-Za-z0-9]/.test(rest.slice(whole.length))) return undefined
    if (last === undefined) names.push(`${letters}${first}`)
    else {
      if (lettersAgain && lettersAgain.toUpperCase() !== letters.toUpperCase()) return undefined
      const [from, to] = [Number(first), Number(last)]
      if (to < from || to - from >= most) return undefined
      for (let n = from; n <= to; n++)
        names.push(`${letters}${first.startsWith('0') ? String(n).padStart(first.length, '0') : n}`)
    }
    if (names.length > most) return undefined
    rest = rest.slice(whole.length).trimStart()
    const comma = /^,\s*(?=[A-Za-z]{1,4}\d)/.exec(rest)
    if (!comma) return { names: [...new Set(names)], rest }
    rest = rest.slice(comma[0].length)
  }
}
