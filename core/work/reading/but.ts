/** Everything but one thing: "all works but the bell", "everything except the keys is fine", "all ok, only the fan rattles". */

export interface AllBut {
  /** What is excepted, in the words of the line. */
  readonly but: string
}

const all = '(?:everything|all|all functions|every function|all of it|it all|the whole machine)'
const good = '(?:works?|working|runs?|ok|okay|fine|good|pass|passes|passed|well|in order|as it should)'
const except = '(?:but|except|apart from|save|bar|other than|besides)(?: for)?'
const is = '(?: (?:else|now|again|is|are|still|well))*'

const forms: readonly RegExp[] = [
  new RegExp(`^${all}${is} ${good}(?: now| again| well)*,? (?:${except}|only) (?<but>.+)$`, 'i'),
  new RegExp(`^${all} ${except} (?<but>.+?)${is} ${good}(?: now| again)?$`, 'i'),
]

/** What stands out of "everything"; undefined where the line speaks of no exception. */
export function allBut(text: string): AllBut | undefined {
  const said = text.trim().replace(/[.!]$/, '')
  for (const form of forms) {
    const but = form.exec(said)?.groups?.['but']?.trim()
    // "all but two of the 92": a count, and no name.
    if (but && !/^(?:\d|one\b|two\b|three\b|four\b|five\b|six\b|some\b|a few\b|the last\b)/i.test(but))
      return { but }
  }
  return undefined
}
