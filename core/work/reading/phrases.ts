/** Runs of words with a meaning of their own, found in a line. */
import {
  badPhrases,
  cannotTellPhrases,
  findingPhrases,
  goodPhrases,
  hazardPhrases,
  incidentPhrases,
  notPossiblePhrases,
  nowAndThenPhrases,
  overPhrases,
  partPhrases,
} from './lexicon.ts'
import { tokensOf, type Token } from './tokens.ts'

export type Tag =
  | 'good'
  | 'bad'
  | 'part'
  | 'now and then'
  | 'cannot tell'
  | 'not possible'
  | 'finding'
  | 'incident'
  | 'hazard'
  | 'over'
  /** Says nothing of how it went: "gone through the list". */
  | 'neutral'

export interface Hit {
  readonly tag: Tag
  /** The finding, for findings. */
  readonly is?: string
  readonly from: number
  readonly to: number
}

interface Phrase {
  readonly tag: Tag
  readonly is?: string
  readonly words: readonly string[]
}

const phraseIndex = new Map<string, Phrase[]>()
const stems: Phrase[] = []
const addPhrases = (tag: Tag, list: readonly string[], is?: string) => {
  for (const text of list) {
    // Contractions are two words in a line, so they are in a phrase.
    const words = tokensOf(text.replaceAll('*', '')).map((t) => t.word)
    const phrase = { tag, words, ...(is === undefined ? {} : { is }) }
    const first = words[0] ?? ''
    if (text.endsWith('*') && words.length === 1) stems.push(phrase)
    else phraseIndex.set(first, [...(phraseIndex.get(first) ?? []), phrase])
  }
}
addPhrases('good', goodPhrases)
addPhrases('bad', badPhrases)
addPhrases('part', partPhrases)
addPhrases('now and then', nowAndThenPhrases)
addPhrases('cannot tell', cannotTellPhrases)
addPhrases('not possible', notPossiblePhrases)
addPhrases('incident', incidentPhrases)
addPhrases('hazard', hazardPhrases)
addPhrases('over', overPhrases)
addPhrases('neutral', [
  'gone through',
  'went through',
  'ran through',
  'gone over',
  'went over',
  'running through',
])
for (const [sort, list] of findingPhrases) addPhrases('finding', list, sort)

/** Every single word that a phrase is made of: what spelling is mended towards. */
export const phraseWords: ReadonlySet<string> = new Set([
  ...[...phraseIndex.values()].flat().flatMap((p) => p.words),
  ...stems.flatMap((p) => p.words),
])

export function hitsIn(tokens: readonly Token[]): readonly Hit[] {
  const hits: Hit[] = []
  const past = new Map<string, number>()
  tokens.forEach((token, i) => {
    const whole = (phraseIndex.get(token.word) ?? [])
      .filter((p) => p.words.every((w, k) => tokens[i + k]?.word === w))
      .sort((a, b) => b.words.length - a.words.length)
    const stemmed = stems.filter(
      (p) => token.word.startsWith(p.words[0] ?? '') && token.word.length <= (p.words[0]?.length ?? 0) + 4,
    )
    for (const { tag, is, words } of [...whole, ...stemmed]) {
      const key = `${tag} ${is ?? ''}`
      if ((past.get(key) ?? 0) > i) continue
      past.set(key, i + words.length)
      hits.push({ tag, ...(is === undefined ? {} : { is }), from: i, to: i + words.length })
    }
  })
  return hits
}
