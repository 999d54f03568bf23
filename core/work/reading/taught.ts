/** What the sorting of a jot teaches: its words that nothing knew, against the line that says the same in words that are known. */
import type { Act, ReadingScene, Taught } from './acts.ts'
import { lineOf, written, type Line } from './line.ts'
import { namedIn } from './names.ts'
import { finite } from './predicates.ts'
import { isKnownWord } from './spelling.ts'
import { guessedLemma } from './verbs.ts'

/** Slots that name something; words that are kept as said stay as said. */
const naming = ['what', 'where', 'at', 'with', 'about', 'fn', 'gear'] as const

/** Names that the house calls otherwise, as the record knows them: "under the tin hat" is under the case top. */
export function knownNames(acts: readonly Act[], scene: ReadingScene): readonly Act[] {
  const names = (scene.taught ?? []).filter((t) => t.as === 'name' && namedIn(scene, t.means).length > 0)
  if (names.length === 0) return acts
  const said = (text: string) =>
    names.reduce(
      (out, { word, means }) => out.replace(new RegExp(`(?<![\\w-])${word}(?![\\w-])`, 'gi'), means),
      text,
    )
  return acts.map((act) => {
    const slots = act as unknown as Readonly<Record<string, unknown>>
    const known = naming.flatMap((key) => {
      const value = slots[key]
      return typeof value === 'string' ? [[key, said(value)] as const] : []
    })
    return { ...act, ...Object.fromEntries(known) }
  })
}

interface Run {
  readonly from: number
  readonly to: number
}

const articles = /^(?:the|our|its|her|his|your|my|old)$/
const small =
  /^(?:the|a|an|our|its|it|her|his|your|my|this|that|these|those|i|we|he|she|they|you|and|or|but|of|to|in|on|at|by|for|from|with|as|is|are|was|were|be|been|has|have|had|so|then|just|again|now|today|not|no|very|quite|all|some|up|out|off|over|down|got|gave|did|do)$/

/** Runs of words that stand for nothing that is known: no name, no phrase, no verb. */
function unread(line: Line): readonly Run[] {
  const taken = new Set<number>()
  for (const span of [...line.mentions, ...line.hits, ...line.times])
    for (let i = span.from; i < span.to; i++) taken.add(i)
  for (const v of line.verbs) taken.add(v.at)
  const runs: Run[] = []
  line.tokens.forEach((token, i) => {
    if (token.sort !== 'word' || taken.has(i) || small.test(token.word)) return
    const last = runs.at(-1)
    if (last?.to === i) runs[runs.length - 1] = { from: last.from, to: i + 1 }
    else runs.push({ from: i, to: i + 1 })
  })
  return runs
}

const called = (line: Line) =>
  new Set(line.mentions.filter((m) => m.names.length === 1).flatMap((m) => m.names))
/** Verbs of work; "cover" is none where it names the cover. */
const meant = (line: Line) =>
  new Set(
    line.verbs
      .filter((v) => !v.guessed && v.verb.act === 'work')
      .filter((v) => !line.mentions.some((m) => m.from <= v.at && v.at < m.to))
      .map((v) => v.verb.lemma),
  )
const onlyIn = (these: ReadonlySet<string>, those: ReadonlySet<string>) =>
  [...these].filter((x) => !those.has(x))

/** The lemma of a word that is used as a verb and that no table knows: "frobbed", "frobbing". */
function verbIn(line: Line): string | undefined {
  const guessed = line.verbs.find((v) => v.guessed)
  if (guessed) return guessed.verb.lemma
  const word = line.tokens.find((t) => /^[a-z]{3,}ing$/.test(t.word) && !isKnownWord(t.word))?.word
  return word && guessedLemma(`${word.slice(0, -3)}ed`)
}

/** A name: what stands after an article and is none, else the one word that is in no dictionary. */
function nameIn(line: Line): string | undefined {
  const name = (at: number) => line.mentions.some((m) => m.from <= at && at < m.to)
  const heads = line.tokens.flatMap((t, i): Run[] => {
    let to = i + 1
    while (
      to < i + 4 &&
      line.tokens[to]?.sort === 'word' &&
      !small.test(line.tokens[to]?.word ?? '') &&
      !name(to) &&
      !finite.test(line.tokens[to]?.word ?? '')
    )
      to++
    return articles.test(t.word) && to > i + 1 ? [{ from: i + 1, to }] : []
  })
  const strange = unread(line).filter(
    (r) => r.to - r.from === 1 && !isKnownWord(line.tokens[r.from]?.word ?? ''),
  )
  const [run] = heads.length === 1 ? heads : strange
  return run && written(line, run.from, run.to).toLowerCase()
}

/**
 * Words of a jot that this house may want to be read in future. Offered only where one verb or one name of the written lines has
 * no counterpart in the jot, so that there is one thing that the strange word can mean; a person takes it or does not.
 */
export function offeredWords(jot: string, lines: readonly string[], scene: ReadingScene): readonly Taught[] {
  const said = lineOf(jot, scene)
  const told = lines.map((l) => lineOf(l, scene))
  const verbs = onlyIn(new Set(told.flatMap((l) => [...meant(l)])), meant(said))
  const names = onlyIn(new Set(told.flatMap((l) => [...called(l)])), called(said))
  const [verb, name] = [verbIn(said), nameIn(said)]
  return [
    ...(verb && verbs.length === 1 && verbs[0] ? [{ word: verb, as: 'verb', means: verbs[0] } as const] : []),
    ...(name && names.length === 1 && names[0] ? [{ word: name, as: 'name', means: names[0] } as const] : []),
  ]
}
