/**
 * The one reader: a line as people say it becomes acts with slots. Words are found to be names, times, amounts, phrases and verbs
 * (`line`); sentences that are one thing as a whole are read so (`sentences`); the others are cut into clauses, each read as what
 * was done, tried, measured, found or thought. What is not understood is kept as words. May be used by any side.
 */
import { type Sofar, clauseActs, toldOf } from './acts-of-clauses.ts'
import type { Act, Reading, ReadingScene } from './acts.ts'
import { type Clause, clausesOf } from './clauses.ts'
import { contrasted, workFirst } from './after.ts'
import { allBut } from './but.ts'
import { effortIn } from './effort.ts'
import { stopped } from './ends.ts'
import { type Line, lineOf, tagged, words } from './line.ts'
import { accounted, isNoise } from './noise.ts'
import type { Sentence } from './sentence.ts'
import { spokenAs } from './sentences.ts'
import { settled } from './settled.ts'
import { power } from './switching.ts'
import { knownNames } from './taught.ts'
import type { Told } from './told.ts'

export type { Act, Reading, ReadingScene, Taught } from './acts.ts'
export { offeredWords } from './taught.ts'

const nothing: Reading = { acts: [], read: 'not', rest: [] }

/** A line read whole. How long work took is told of the work in it, and is no wait and no time of its own. */
export function readLine(text: string, scene: ReadingScene): Reading {
  const effort = effortIn(text)
  const read = effort && readInOrder(effort.rest, scene)
  const last = read?.acts.findLastIndex(isHandsOn) ?? -1
  return effort && read && last >= 0 && read.rest.length === 0
    ? {
        ...read,
        acts: read.acts.map((act, i) => (i === last ? ({ ...act, minutes: effort.minutes } as Act) : act)),
      }
    : readInOrder(text, scene)
}

/** Work and what came of it, in the order in which they happened. */
function readInOrder(text: string, scene: ReadingScene): Reading {
  for (const { work, result } of workFirst(text)) {
    const did = readWords(work, scene)
    const came = readWords(result, scene)
    if (
      did.read === 'whole' &&
      came.read === 'whole' &&
      did.acts.every(isHandsOn) &&
      came.acts.every((act) => act.do === 'test')
    )
      return { acts: [...did.acts, ...came.acts], read: 'whole', rest: [] }
  }
  return excepted(text, scene) ?? opposed(text, scene) ?? readWords(text, scene)
}

const testsOnly = ({ acts, read }: Reading): boolean =>
  read === 'whole' && acts.length > 0 && acts.every((a) => a.do === 'test')

/** Two results, of two functions, of which the second is denied. */
function opposed(text: string, scene: ReadingScene): Reading | undefined {
  const sides = contrasted(text)
  if (!sides) return undefined
  const [first, second] = sides.map((side) => {
    const read = readWords(side, scene)
    return testsOnly(read) ? read : readWords(`it ${side}`, scene)
  })
  if (!first || !second || !testsOnly(first) || !testsOnly(second)) return undefined
  const fns = (r: Reading) => r.acts.flatMap((a) => (a.do === 'test' ? [a.fn] : []))
  if (fns(first).some((fn) => fns(second).includes(fn))) return undefined
  if (second.acts.some((a) => a.do === 'test' && a.is === 'pass')) return undefined
  return { acts: [...first.acts, ...second.acts], read: 'whole', rest: [] }
}

/** Everything passes, and then what does not. */
function excepted(text: string, scene: ReadingScene): Reading | undefined {
  const said = allBut(text)
  if (!said) return undefined
  for (const words of [said.but, `${said.but} fails`]) {
    const { acts, read } = readWords(words, scene)
    const others = acts.flatMap((a) =>
      // How it fails is said only where somebody said it.
      a.do === 'test' && a.is !== 'pass' && a.fn !== 'all'
        ? [words === said.but ? a : { ...a, symptom: undefined }]
        : [],
    )
    if (read === 'whole' && others.length > 0 && others.length === acts.length)
      return { acts: [{ do: 'test', fn: 'all', is: 'pass' }, ...others], read: 'whole', rest: [] }
  }
  return undefined
}

/** Acts that take hands, and so minutes. */
const handsOn = new Set<Act['do']>([
  'work',
  'swap',
  'out',
  'in',
  'off',
  'on',
  'adjust',
  'set',
  'unplug',
  'plug',
])

const isHandsOn = ({ do: act }: Act): boolean => handsOn.has(act)

function readWords(text: string, scene: ReadingScene): Reading {
  const line = lineOf(text, scene)
  if (line.tokens.length === 0 || isNoise(line)) return { ...nothing, rest: [text] }
  const sentences = sentencesOf(line)
  const acts: Act[] = []
  const rest: string[] = []
  let told: Told = { targets: [], sentenceTo: line.tokens.length }
  for (let at = 0; at < sentences.length; at++) {
    const sentence = sentences[at] as Sentence
    const end = stopped(line, sentences, at)
    if (end && !leadsWithActs(line, sentence)) {
      acts.push(...end.acts)
      at += end.took - 1
      continue
    }
    const read = sentenceActs(line, sentence, told)
    acts.push(...read.acts)
    rest.push(...read.rest)
    told = read.told
  }
  const tidy = knownNames(settled(acts), scene)
  if (tidy.length === 0) return { ...nothing, rest: [text] }
  const missed = rest.length === 0 && !accounted(line, tidy)
  return { acts: tidy, read: rest.length === 0 && !missed ? 'whole' : 'part', rest: missed ? [text] : rest }
}

/** Sentences end at full stops, semicolons, and marks of question and exclamation. */
function sentencesOf(line: Line): Sentence[] {
  const out: Sentence[] = []
  let from = 0
  line.tokens.forEach((token, i) => {
    const call = token.word === '!' && i - from <= 1 && line.tokens[i + 1] !== undefined
    const end = token.sort === 'sign' && /^[.;!?]$/.test(token.word) && !call
    const next = line.tokens[i + 1]
    if (!end || (next?.sort === 'sign' && /^[.;!?]$/.test(next.word))) return
    if (i + 1 > from) out.push({ from, to: i + 1, sole: false })
    from = i + 1
  })
  if (from < line.tokens.length) out.push({ from, to: line.tokens.length, sole: false })
  const real = out.filter((s) => line.tokens.slice(s.from, s.to).some((t) => t.sort !== 'sign'))
  // "plus side to the edge?? please check": one saying.
  for (let k = real.length - 1; k > 0; k--) {
    const [a, b] = [real[k - 1], real[k]]
    if (
      a &&
      b &&
      /^(?:please|check|discuss|can (?:some|any)|someone|somebody) /.test(words(line, b.from, b.to)) &&
      line.tokens[a.to - 1]?.word === '?'
    )
      real.splice(k - 1, 2, { ...a, to: b.to })
  }
  return real.map((s) => ({ ...s, sole: real.length === 1 }))
}

/** "power off, packing up": acts stand before the word that ends the evening. */
const leadsWithActs = (line: Line, s: Sentence) => {
  const clauses = clausesOf(line).filter((c) => c.from >= s.from && c.to <= s.to)
  return (
    clauses.length > 1 && power(line, clauses[0] as Clause, { targets: [], sentenceTo: s.to }) !== undefined
  )
}

/** Clauses from which the rest of a sentence may be one thing as a whole: "…, put on gloves before you touch it". */
function sentenceActs(line: Line, s: Sentence, before: Told): Sofar {
  const told = { ...before, sentenceTo: s.to }
  const clauses = clausesOf(line).filter((c) => c.from < s.to && c.to > s.from)
  for (const clause of clauses.slice(1)) {
    const tail: Sentence = { from: clause.from, to: s.to, sole: false }
    const spoken = stopped(line, [tail], 0)?.acts ?? spokenAs(line, tail)
    if (!spoken || spoken.some((a) => a.do === 'note' || (a.do === 'verify' && false))) continue
    const head = clauses.filter((c) => c.to <= clause.from)
    const first = clauseActs(line, head, told)
    if (/\b(?:means|would mean|implies)\b/.test(words(line, s.from, clause.from))) break
    if (head.length > 0 && hazardIn(line, head[0]?.from ?? 0, clause.from)) break
    if (
      first.acts.length > 0 &&
      first.rest.length === 0 &&
      first.acts.every((a) => tellable.has(a.do)) &&
      !spokenAs(line, s)?.some((a) => strongWhole.has(a.do))
    )
      return { ...first, acts: [...first.acts, ...spoken] }
    break
  }
  const whole = spokenAs(line, s)
  if (whole) return { acts: whole, rest: [], told: toldOf(whole, told) }
  return clauseActs(line, clauses, told)
}

const hazardIn = (line: Line, from: number, to: number) => tagged(line, from, to, 'hazard').length > 0

/** Acts that may stand before a sentence's other part. */
const tellable = new Set<Act['do']>([
  'test',
  'read',
  'out',
  'in',
  'swap',
  'off',
  'on',
  'unplug',
  'plug',
  'work',
  'adjust',
  'set',
  'find',
  'incident',
  'power',
  'wait',
  'wait over',
  'every',
  'bad',
  'good',
  'suspect',
  'back',
  'use',
  'buy',
  'count',
  'lend',
])

/** What is so as a whole even when its first words could be an act by themselves. */
const strongWhole = new Set<Act['do']>([
  'claim',
  'correct',
  'undo',
  'query',
  'sum',
  'answer',
  'remind',
  'plan',
  'ask',
])
