/** A line with all that its words may be: names, times, phrases, verbs. Everything the readers of clauses ask stands here. */
import type { ReadingScene } from './acts.ts'
import { mentionsIn, verbOf, vocabularyOf, type Mention, type NameSort, type Vocabulary } from './names.ts'
import { hitsIn, type Hit, type Tag } from './phrases.ts'
import { mendSpelling } from './spelling.ts'
import { timesIn, type Time } from './times.ts'
import { tokensOf, type Token } from './tokens.ts'
import { guessedLemma, type VerbForm } from './verbs.ts'

export interface Said extends VerbForm {
  readonly at: number
  /** No table knows it; its ending says that it is a past. */
  readonly guessed?: true
}

export interface Line {
  readonly text: string
  readonly tokens: readonly Token[]
  readonly mentions: readonly Mention[]
  readonly times: readonly Time[]
  readonly hits: readonly Hit[]
  readonly verbs: readonly Said[]
  readonly scene: ReadingScene
  readonly vocabulary: Vocabulary
}

const vocabularies = new WeakMap<ReadingScene, Vocabulary>()

export function lineOf(text: string, scene: ReadingScene): Line {
  const vocabulary = vocabularies.get(scene) ?? vocabularyOf(scene)
  vocabularies.set(scene, vocabulary)
  const tokens = mendSpelling(tokensOf(text), vocabulary)
  const times = timesIn(tokens, scene.now)
  const mentions = mentionsIn(tokens, vocabulary)
  return {
    text,
    tokens,
    scene,
    vocabulary,
    times,
    mentions,
    hits: hitsIn(tokens),
    verbs: tokens.flatMap((t, at): Said[] => {
      const known = verbOf(vocabulary, t.word)
      // "tape-out switch", "print wheel": a word of a name is no verb, "cleaned" always is.
      if (
        known?.form !== 'past' &&
        mentions.some(
          (m) => m.from <= at && at < m.to && (m.to - m.from > 1 || m.sort === 'position') && m.by !== 'verb',
        )
      )
        return []
      if (known) return [{ ...known, at }]
      const lemma = t.sort === 'word' ? guessedLemma(t.word) : undefined
      return lemma && !notVerbs.has(t.word)
        ? [{ verb: { lemma, act: 'work', reach: 'disturbed' }, form: 'past', at, guessed: true }]
        : []
    }),
  }
}

/** Words in -ed that are no work. */
const notVerbs = new Set(
  'need indeed speed feed seed bed red used tried looked seemed started stopped worked failed passed loaded happened noticed decided wanted needed asked called named expected supposed believed allowed switched powered turned lied died missed found heard reached followed waited stayed lasted appeared arrived ended agreed discussed planned searched spent learned helped showed ordered received printed punched displayed booted loved hoped liked hated talked walked arranged forced marked borrowed returned lifted yellowed rusted corroded cracked stained scorched perished leaked dented tested checked tuned socketed detailed numbered limited colored coloured united based sized shaped hundred faded jammed dropped skipped flickered finished carried turned died powered crossed reversed slipped snapped jumped spilled popped smoked sparked burned bulged warped worn cured dried cooled hardened opened closed blocked locked rated fitted connected shorted bridged pinched tilted moved shifted concerned involved related required complicated interested surprised pleased worried annoyed tired motorised mixed stated claimed reckoned remembered mentioned recalled insisted counted gone'.split(
    ' ',
  ),
)

export const words = (line: Line, from: number, to: number): string =>
  line.tokens
    .slice(from, to)
    .map((t) => t.word)
    .join(' ')

/** The words with names of several words taken out: "tape-out switch" says nothing of out. */
export function plain(line: Line, from: number, to: number): string {
  const names = line.mentions.filter(
    (m) => m.to - m.from > 1 && (m.by === 'name' || m.by === 'alias') && m.sort !== 'person',
  )
  return line.tokens
    .slice(from, to)
    .map((t, k) => (names.some((m) => m.from <= from + k && from + k < m.to) ? '·' : t.word))
    .join(' ')
}

/** What was written there, as written. */
export function written(line: Line, from: number, to: number): string {
  const [first, last] = [line.tokens[from], line.tokens[to - 1]]
  return first && last && to > from ? line.text.slice(first.from, last.to).trim() : ''
}

export const within = <T extends { readonly from: number; readonly to: number }>(
  list: readonly T[],
  from: number,
  to: number,
): T[] => list.filter((x) => x.from >= from && x.to <= to)

export const named = (line: Line, from: number, to: number, ...sorts: readonly NameSort[]): Mention[] =>
  within(line.mentions, from, to).filter((m) => sorts.includes(m.sort))

export const tagged = (line: Line, from: number, to: number, ...tags: readonly Tag[]): Hit[] =>
  within(line.hits, from, to).filter((h) => tags.includes(h.tag))
