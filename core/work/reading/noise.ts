/** Whether a line says anything, and whether what it says loudest was understood. */
import type { Act } from './acts.ts'
import { quantities } from './amounts.ts'
import { type Line, tagged, words } from './line.ts'
import { isKnownWord } from './spelling.ts'

const speaks = new Set<Act['do']>([
  'claim',
  'plan',
  'ask',
  'query',
  'remind',
  'hazard',
  'note',
  'answer',
  'verify',
  'stop',
  'correct',
  'undo',
  'sum',
  'ask which',
  'close',
])

/** What the line says loudest is in one of its acts: a finding, an event, a size, a value. */
export function accounted(line: Line, acts: readonly Act[]): boolean {
  if (acts.some((a) => speaks.has(a.do))) return true
  const some = (...dos: readonly Act['do'][]) => acts.some((a) => dos.includes(a.do))
  const end = line.tokens.length
  const whole = new Set([
    'leak',
    'corrosion',
    'rust',
    'crack',
    'yellowing',
    'mould',
    'scorched',
    'scratch',
    'broken track',
    'lifted pad',
    'earlier work',
  ])
  const found = tagged(line, 0, end, 'finding').some(
    (h) => whole.has(h.is ?? '') && !/^(?:green|conductor)$/.test(words(line, h.from, h.to)),
  )
  if (found && !some('find', 'test', 'bad', 'suspect', 'incident', 'work', 'good')) return false
  if (
    line.tokens.some((t) => t.sort === 'size') &&
    !some('off', 'on', 'use', 'buy', 'count', 'find', 'incident')
  )
    return false
  return true
}

/** Nothing in it is a sentence: a slip of the keys, or filler. */
export function isNoise(line: Line): boolean {
  const real = line.tokens.filter((t) => t.sort === 'word' && /^[a-z]/.test(t.word))
  if (line.mentions.some((m) => m.by === 'name' && m.to - m.from > 0 && m.sort !== 'person')) return false
  if (
    line.tokens.some((t) => t.sort === 'size' || t.unit) ||
    quantities(line, 0, line.tokens.length).some((q) => q.of === 'electrical')
  )
    return false
  const content = real.filter((t) => !filler.has(t.word))
  const numbers = line.tokens.filter((t) => t.sort === 'number')
  if (content.length === 0) return numbers.length === 0
  const known = content.filter(
    (t) =>
      isKnownWord(t.word) ||
      line.verbs.some((v) => line.tokens[v.at] === t && !v.guessed) ||
      line.mentions.some((m) => line.tokens[m.from] === t) ||
      tagged(line, 0, line.tokens.length).some((h) => line.tokens[h.from] === t),
  )
  // A word that had to be mended counts for little: any slip of the keys is near to something.
  const weight = known.reduce(
    (sum, t) => sum + (t.mended && !line.mentions.some((m) => line.tokens[m.from] === t) ? 0.3 : 1),
    0,
  )
  return weight / content.length < 0.34
}

const filler = new Set(
  'the a an and or of to in on at by it its he she they we i you is are was were be been so then also with but not no yes now hm hmm uh um oh ah well you know that this these those if as for from up down off out over wait just like'.split(
    ' ',
  ),
)
