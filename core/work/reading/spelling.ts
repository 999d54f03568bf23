/** Small spelling errors: a word that nothing knows becomes the one near word that something knows. */
import distance from 'damerau-levenshtein'
import type { Vocabulary } from './names.ts'
import { commonWords, everydayWords } from './common-words.ts'
import { phraseWords } from './phrases.ts'
import { unitOf } from './numbers.ts'
import type { Token } from './tokens.ts'
import { verbForms } from './verbs.ts'

/** An English word of every day, of the bench, or a form of one. */
export function isKnownWord(word: string): boolean {
  const has = (w: string) =>
    commonWords.has(w) || unitOf(w) !== undefined || phraseWords.has(w) || verbForms.has(w)
  if (has(word)) return true
  for (const ending of ['s', 'es', 'ed', 'd', 'ing', 'er', 'ly', 'y', "'s"]) {
    if (!word.endsWith(ending) || word.length - ending.length < 3) continue
    const stem = word.slice(0, -ending.length)
    if (ending === 'd' && !stem.endsWith('e')) continue
    if (
      has(stem) ||
      has(`${stem}e`) ||
      (stem.at(-1) === stem.at(-2) && has(stem.slice(0, -1))) ||
      (stem.endsWith('i') && has(`${stem.slice(0, -1)}y`))
    )
      return true
  }
  return false
}

const isKnown = (word: string, { words }: Vocabulary) =>
  isKnownWord(word) || words.has(word) || words.has(word.replace(/s$/, ''))

/** "kbd" for keyboard: the letters left out were mostly vowels, the first and the last stand. */
function leftOut(word: string, words: ReadonlySet<string>): string | undefined {
  if (!/^[^aeiou]{3,5}$/.test(word)) return undefined
  const fits = [...words].filter((w) => {
    if (w.length < word.length + 2 || w[0] !== word[0] || !w.includes(word.at(-1) ?? '')) return false
    let at = 0
    for (const letter of w) if (letter === word[at]) at++
    return at === word.length && w.replace(/[aeiou]/g, '').length <= word.length + 1
  })
  return fits.length === 1 ? fits[0] : undefined
}

/** How many slips a word of that length may have. */
const allowed = (length: number) => (length < 4 ? 0 : length < 8 ? 1 : 2)

function nearest(word: string, pool: Iterable<string>): string | undefined {
  let best: string | undefined
  let least = allowed(word.length) + 1
  let tie = false
  for (const known of pool) {
    if (Math.abs(known.length - word.length) >= least + 1 || known.length < 4) continue
    // The first letter is rarely wrong, unless it changed places with the second.
    if (known[0] !== word[0] && !(known[0] === word[1] && known[1] === word[0])) continue
    const { steps } = distance(word, known)
    // "cleand" is "cleaned" before it is "clean".
    const same = known.at(-1) === word.at(-1)
    if (steps < least || (steps === least && same && best?.at(-1) !== word.at(-1))) {
      least = steps
      best = known
      tie = false
    } else if (
      steps === least &&
      best !== undefined &&
      known !== best &&
      (known.at(-1) === word.at(-1)) === (best.at(-1) === word.at(-1))
    )
      tie = true
  }
  return tie ? undefined : best
}

export function mendSpelling(tokens: readonly Token[], vocabulary: Vocabulary): Token[] {
  return tokens.map((token, i) => {
    const { word } = token
    if (token.sort !== 'word' || !/^[a-zà-ÿ-]{2,}$/.test(word) || isKnown(word, vocabulary)) return token
    const spoken = /[aeiouy]/.test(word)
    // Known, spoken without its hyphen, or one of a name's two words with a letter missing.
    const next = tokens[i + 1]?.word
    if (word.length === 3 && next && vocabulary.words.has(next)) {
      const whole = [...vocabulary.words].filter((w) => w.length === 4 && w.startsWith(word))
      if (whole.length === 1 && whole[0]) return { ...token, word: whole[0], mended: true }
    }
    const full = leftOut(word, vocabulary.words)
    if (full) return { ...token, word: full, mended: true }
    // What this machine's own names are comes first, then the words of the bench, then common ones.
    const mended = !spoken
      ? undefined
      : (nearest(word, vocabulary.words) ?? nearest(word, benchWords()) ?? nearest(word, everydayWords))
    return mended ? { ...token, word: mended, mended: true } : token
  })
}

let bench: readonly string[] | undefined
/** Words of phrases and the forms of all verbs; a form of a verb comes before the word that another phrase has. */
const benchWords = () => (bench ??= [...new Set([...verbForms.keys(), ...phraseWords])])
