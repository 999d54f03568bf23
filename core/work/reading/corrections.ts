/** A line that takes back or puts right the one before it. */
import { type Line, named, tagged, words } from './line.ts'
import type { Reader } from './sentence.ts'

export const undo: Reader = (_line, { sole }, said) =>
  sole &&
  (/\b(?:scratch|delete|forget|undo|scrap|remove|cancel|strike|ignore|withdraw|drop|disregard|erase|bin|kill|take back)\b (?:out )?(?:that\b|it\b|this\b|(?:my|the|this|that) (?:last|previous|latest) |my (?:line|entry|note)|the (?:line|entry|above)|what i (?:just |have )?(?:just )?(?:wrote|typed|said|put|entered|written)|(?:my )?last (?:line|entry|one|bit|note|sentence))/.test(
    said,
  ) ||
    /\b(?:take|throw|strike|kick|get|cross|rub)\b.*\b(?:away|out|off|back|rid)\b.*\b(?:line|entry|note)\b|\b(?:line|entry|note)\b.*\b(?:take|throw|strike|cross) (?:it )?(?:away|out|off|back)\b/.test(
      said,
    ) ||
    /^(?:undo|scrap that|never mind(?: that)?|scratch that|forget it|take (?:that|it) back|oops wrong (?:machine|line)|wrong machine|(?:the |my )?(?:previous|last) (?:line|entry|one) (?:is|was) (?:nonsense|wrong|rubbish|a mistake|not right|for)|(?:the |my )?(?:previous|last) (?:line|entry|one) (?:is|was) (?:nonsense|wrong|rubbish|a mistake|not right|for)|that was (?:the )?wrong (?:machine|line)|take (?:that|the last (?:line|one|entry)|my last (?:line|one|entry)) (?:back|out|away)|take out (?:my|the) last (?:line|entry)|please undo|that (?:line )?(?:was )?(?:nonsense|rubbish|a mistake|wrong))\b(?!(?: ,)? (?:it|that) (?:was|is|should))/.test(
      said,
    )) &&
  !/\b(?:from|off|out of) the (?:board|machine|supply|case|tray)\b/.test(said)
    ? [{ do: 'undo' }]
    : undefined

/** Words that say that a line before was wrong. */
const correctionCue =
  /^(?!no -?\d+(?:[.,]\d+)? ?v\b)(?:(?:no|sorry|wait|oops|correction|actually|rather|hang on|hold on|argh|oh|damn|my mistake|typo|er|stop|wrong|mistake)\b[ ,:.!-]*)+(?=.)|^(?:i (?:meant|mean)|make (?:that|it)|that should|should (?:be|have been|read|say)|it should|was meant|other way (?:a?round)|the other way|that was (?!good|fine|ok)|it was(?! good| fine))\b|\b(?:i meant|i mean|should (?:it |that )?(?:be|have been|read)|is right|is correct|was right|mistyped|misread|typo|my mistake|wrong number|i (?:wrote|typed)|sorry)\b/

/** "C4, not C3", "6 of 8 not 7", "not cup 1, cup 3": the same sort of thing on both sides of "not". */
function sides(line: Line, from: number, to: number): boolean {
  if (to - from > 9) return false
  const not = line.tokens.findIndex((t, i) => i >= from && i < to && t.word === 'not')
  if (
    not < 0 ||
    /^(?:will|would|does|do|did|can|could|is|are|was|were|has|have|should|must)$/.test(
      line.tokens[not - 1]?.word ?? '',
    )
  )
    return false
  const comma = line.tokens.findIndex((t, i) => i > not && i < to && t.word === ',')
  const [a, b] =
    not === from
      ? [
          [not + 1, comma < 0 ? to : comma],
          [comma < 0 ? to : comma + 1, to],
        ]
      : [
          [from, not],
          [not + 1, to],
        ]
  const sort = (x: readonly number[] | undefined): string => {
    const [f = 0, t = 0] = x ?? []
    if (/\b(?:cup|bag|box|tin|tray|drawer|jar) \S+$/.test(words(line, f, t).replace(/[ ,.!]+$/, '')))
      return 'cup'
    const name = named(line, f, t, 'point', 'position', 'function', 'gear')
    const said = line.tokens
      .slice(f, t)
      .filter((x) => x.sort !== 'sign' && !/^(?:the|it|was|is|that|a|sorry|no|of|on|in|and)$/.test(x.word))
    if (name.length > 0 && said.length <= name.reduce((n, m) => n + m.to - m.from, 0) + 1) return 'name'
    if (
      said.length > 0 &&
      said.every(
        (x) => x.sort === 'number' || x.unit !== undefined || /^(?:v|a|ma|volts?|of|\d+)$/.test(x.word),
      )
    )
      return 'number'
    return ''
  }
  return sort(a) !== '' && sort(a) === sort(b)
}

export const correct: Reader = (line, { from, to, sole }, said) => {
  if (!sole && !/^(?:typo|sorry|oops|no)\b/.test(words(line, 0, line.tokens.length))) return undefined
  const contrast = sides(line, from, to)
  if (/^not /.test(said) && !contrast && !/^not \S+(?: \S+)? but \S+(?: \S+)?[. ]*$/.test(said))
    return undefined
  const cue =
    correctionCue.test(said) ||
    /^not \S+(?: \S+)? but \S+/.test(said) ||
    (!sole && /\b(?:is right|should be|it was|make it|was meant)\b/.test(said))
  if (!cue && !(contrast && /\bnot\b/.test(said))) return undefined
  if (to - from > 13 || /\?\s*$/.test(said)) return undefined
  // "no corrosion", "no, we leave it": what is denied is no correction; work that is told with it is work.
  if (/^no (?!no\b|sorry|wait|it|that|make|i|should|rather|actually|not|the other|cup|bag)[a-z]/.test(said))
    return undefined
  if (
    line.verbs.some(
      (v) => v.at >= from && v.at < to && v.verb.act === 'work' && !v.guessed && v.form === 'past',
    )
  )
    return undefined
  if (
    tagged(line, from, to, 'good', 'bad', 'finding').filter(
      (h) => !/^(?:right|correct|wrong|stop|no|not|is not|was not)$/.test(words(line, h.from, h.to)),
    ).length > 0 &&
    !/\b(?:meant|mean|make|not|should|typo|wrote)\b/.test(said)
  )
    return undefined
  if (/^(?:sorry|oh|wait)\b/.test(said) && /\b(?:will|cannot|have to|am|late|forgot to)\b/.test(said))
    return undefined
  const options = correctable(line, from, to)
  const right = options.filter((o) => !o.wrong)
  const pick = right.find((o) => 'cup' in o) ?? right[0]
  if (!pick) return undefined
  const { cup, what, value } = pick
  return [{ do: 'correct', ...(cup ? { cup } : what ? { what } : { value }) }]
}

interface Correctable {
  readonly wrong: boolean
  readonly cup?: string
  readonly what?: string
  readonly value?: number
}

/** Cups, names and numbers of a correction, in order; those that are said to be wrong are marked. */
function correctable(line: Line, from: number, to: number): readonly Correctable[] {
  const out: Correctable[] = []
  for (let i = from; i < to; i++) {
    const before = words(line, Math.max(from, i - 4), i)
    const wrong =
      /\b(?:not|instead of|rather than|wrote|typed|said|put|wasn't)(?: (?:the|in|cup|a|of|it|into))*$/.test(
        before,
      )
    const word = line.tokens[i]?.word ?? ''
    const next = line.tokens[i + 1]
    if (
      /^(?:cup|bag|tray|box|tin|drawer|jar|envelope)$/.test(word) &&
      next &&
      i + 1 < to &&
      (next.sort === 'number' || /^[a-z]$/.test(next.word))
    ) {
      out.push({ wrong, cup: word === 'cup' ? next.word : `${word} ${next.word}` })
      i++
      continue
    }
    const name = named(line, from, to, 'point', 'position', 'function', 'gear', 'zone').find(
      (m) => m.from === i && m.by !== 'verb' && m.by !== 'noun' && m.names.length === 1,
    )
    if (name?.names[0]) {
      out.push({ wrong, what: name.names[0] })
      i = name.to - 1
      continue
    }
    const value = line.tokens[i]?.value
    if (line.tokens[i]?.sort === 'number' && value !== undefined) {
      out.push({ wrong, value })
      // "6 of 8": the first is what counts.
      if (next?.word === 'of') i += 2
    }
  }
  return out
}
