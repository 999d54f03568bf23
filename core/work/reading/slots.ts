/** What stands in a clause beside its verb: holders, screws and covers, conditions, times. */
import { coverWords, holderWords, screwWords } from './lexicon.ts'
import { type Line, named, within, words, written } from './line.ts'
import { unitOf } from './numbers.ts'

export interface Holder {
  readonly text: string
  readonly from: number
  readonly to: number
  /** "into", "->"; "from" and "out of" where it was taken from. */
  readonly way: 'to' | 'from' | 'at'
}

/** Where loose things go or come from: "into bag 4", "-> cup 2", "in the pink foam", "from the tray". */
export function holders(line: Line, from: number, to: number): Holder[] {
  const out: Holder[] = []
  for (let i = from; i < to; i++) {
    const word = line.tokens[i]?.word ?? ''
    const single = word.replace(/s$/, '')
    if (!holderWords.has(word) && !holderWords.has(single)) continue
    if (
      coverWords.has(word) &&
      !/^(?:in|into|to|->|from)$/.test(line.tokens[i - 1]?.word ?? '') &&
      !/^(?:the|a|my|our|this|that)$/.test(line.tokens[i - 1]?.word ?? '')
    )
      continue
    if (word === 'lid' || word === 'case') continue
    // Back over "the small white" to the word that leads there.
    let a = i
    let lead = ''
    for (let k = i - 1; k >= Math.max(from, i - 6); k--) {
      const w = line.tokens[k]?.word ?? ''
      if (w === 'of' && a > k + 2) break
      if (/^(?:in|into|to|->|inside|onto|on|from|of|=>|at)$/.test(w)) {
        lead = w === 'of' && line.tokens[k - 1]?.word === 'out' ? 'from' : w
        break
      }
      if (line.tokens[k]?.sort === 'sign' && w !== ',') break
      if (
        w === ',' ||
        line.tokens[k]?.sort === 'size' ||
        line.tokens[k]?.sort === 'number' ||
        /^(?:is|are|was|and|goes|went|put|has|now|off|out|all|them|screws|screw|each|both|all)$/.test(w)
      )
        break
      a = k
    }
    if (lead === 'of') continue
    const next = line.tokens[i + 1]
    const numbered = next && i + 1 < to && (next.sort === 'number' || /^[a-z]$/.test(next.word)) && !next.unit
    const b = numbered ? i + 2 : i + 1
    const start = lead ? a : i
    const skip =
      /^(?:the|a|an|my|our|that|this)$/.test(line.tokens[start]?.word ?? '') && start < i ? start + 1 : start
    out.push({
      text: spokenHolder(line, skip, b),
      from: skip,
      to: b,
      way: lead === 'from' ? 'from' : lead === '' || lead === 'at' ? 'at' : 'to',
    })
    i = b - 1
  }
  return out
}

/** "cup one" is cup 1. */
const spokenHolder = (line: Line, from: number, to: number) =>
  line.tokens
    .slice(from, to)
    .map((t) => (t.sort === 'number' || holderWords.has(t.word) ? t.word : line.text.slice(t.from, t.to)))
    .join(' ')

export interface Screws {
  readonly count?: number
  readonly size?: string
  readonly from: number
  readonly to: number
}

/** "M3", "M2.5" beside the screws: a thread without its length, where no position is called so. */
function threadAt({ tokens, mentions }: Line, at: number): string | undefined {
  const word = tokens[at]?.word ?? ''
  const isName = mentions.some((m) => m.from <= at && at < m.to && m.sort === 'position')
  return /^m\d+(?:[.,]\d+)?$/.test(word) && !isName ? word.toUpperCase().replace(',', '.') : undefined
}

/** "ten M4x12", "4 times M4x10", "six screws M4x8", "with all four of its screws". */
export function screwsIn(line: Line, from: number, to: number): Screws | undefined {
  const { tokens } = line
  for (let i = from; i < to; i++) {
    const token = tokens[i]
    if (!token) continue
    const isSize = token.sort === 'size'
    if (!isSize && !screwWords.has(token.word)) continue
    let [a, b] = [i, i + 1]
    const thread = isSize ? undefined : threadAt(line, i - 1)
    let size = isSize ? token.word : thread
    if (!isSize && !thread) {
      const after = tokens
        .slice(i + 1, Math.min(to, i + 4))
        .findIndex((t, k) => t.sort === 'size' || threadAt(line, i + 1 + k) !== undefined)
      if (after >= 0) {
        const found = i + 1 + after
        size = tokens[found]?.sort === 'size' ? tokens[found].word : threadAt(line, found)
        b = found + 1
      }
    } else if (screwWords.has(tokens[i + 1]?.word ?? '') && i + 1 < to) b = i + 2
    let count: number | undefined
    for (let k = thread ? i - 2 : i - 1; k >= Math.max(from, i - 5); k--) {
      const t = tokens[k]
      if (!t) break
      if (
        t.sort === 'number' &&
        !t.unit &&
        t.value !== undefined &&
        Number.isInteger(t.value) &&
        !/^(?:cup|bag|box|tray|bag)$/.test(tokens[k - 1]?.word ?? '')
      ) {
        // "11 of 12 screws": eleven of them.
        const part = tokens[k - 1]?.word === 'of' ? tokens[k - 2] : undefined
        count = part?.sort === 'number' && part.value !== undefined ? part.value : t.value
        a = part?.sort === 'number' ? k - 2 : k
        break
      }
      if (/^(?:both)$/.test(t.word)) {
        count = 2
        a = k
        break
      }
      if (
        t.sort === 'sign' ||
        !/^(?:times|all|of|its|the|x|long|short|small|remaining|other|original|new|old|countersunk|cross|head|pan|same|black|brass|pieces|more|piece|bits|little|big|large|last|those|these|their|machine)$/.test(
          t.word,
        )
      )
        break
    }
    const after = tokens[b]
    if (
      count === undefined &&
      after &&
      b < to &&
      /^(?:times|x)$/.test(after.word) &&
      tokens[b + 1]?.sort === 'number'
    )
      count = tokens[b + 1]?.value
    if (count === undefined && after?.sort === 'number' && tokens[b + 1]?.word === 'times') {
      count = after.value
      b += 2
    }
    return {
      from: a,
      to: b,
      ...(count === undefined ? {} : { count }),
      ...(size === undefined ? {} : { size }),
    }
  }
  return undefined
}

/** The cover that a clause names: "supply lid", "back cover", "case top". */
export function coverIn(
  line: Line,
  from: number,
  to: number,
): { readonly text: string; readonly from: number; readonly to: number } | undefined {
  const zone = named(line, from, to, 'zone').find((m) => coverWords.has(line.tokens[m.to - 1]?.word ?? ''))
  for (let i = from; i < to; i++) {
    const word = line.tokens[i]?.word ?? ''
    if (!coverWords.has(word)) continue
    if (word === 'back' && !backIsCover(line, i, from, to)) continue
    if (/^(?:on|in|side)$/.test(word)) continue
    let [a, b] = [i, i + 1]
    while (
      b < to &&
      coverWords.has(line.tokens[b]?.word ?? '') &&
      !(line.tokens[b]?.word === 'back' && !backIsCover(line, b, from, to))
    )
      b++
    while (
      a > from &&
      /^(?:back|front|top|bottom|upper|lower|rear|supply|side|left|right|inner|outer|case|main|keyboard|monitor|card|printer|fan|battery|screen|drive|small|big)$/.test(
        line.tokens[a - 1]?.word ?? '',
      )
    )
      a--
    if (zone && zone.from <= i && i < zone.to)
      return { text: zone.names[0] ?? '', from: zone.from, to: zone.to }
    return { text: words(line, a, b), from: a, to: b }
  }
  return undefined
}

/** "back off", "back is closed": the back of the machine; "back on", "back in" are no cover. */
function backIsCover(line: Line, at: number, from: number, to: number): boolean {
  const next = at + 1 < to ? (line.tokens[at + 1]?.word ?? '') : ''
  const before = at > from ? (line.tokens[at - 1]?.word ?? '') : ''
  if (/^(?:the|machine|its)$/.test(before)) return !/^(?:in|into)$/.test(next)
  if (/^(?:cover|panel|plate|lid|half|shell|door|off|is|closed|screwed|of)$/.test(next))
    return (
      at === from ||
      next === 'cover' ||
      next === 'panel' ||
      next === 'plate' ||
      next === 'lid' ||
      next === 'half' ||
      next === 'shell' ||
      next === 'door'
    )
  return false
}

/** In which condition it was tried: "when cold", "at 1200 baud", "after warm up", "once warm". */
export function conditionIn(
  line: Line,
  from: number,
  to: number,
): { readonly text: string; readonly from: number; readonly to: number } | undefined {
  for (let i = from; i < to; i++) {
    const word = line.tokens[i]?.word ?? ''
    const next = line.tokens[i + 1]
    if (
      word === 'when' ||
      word === 'while' ||
      word === 'whilst' ||
      word === 'once' ||
      word === 'during' ||
      word === 'as long as'
    ) {
      const end = stopAt(line, i + 1, to)
      if (word === 'once' && !/^(?:it|the|warm|hot|cold)$/.test(next?.word ?? '')) continue
      if (end > i + 1) return { text: written(line, i + 1, end), from: i, to: end }
    }
    if (
      (word === 'at' || word === '@') &&
      next?.sort === 'number' &&
      (unitOf(line.tokens[i + 2]?.word ?? '')?.of === 'speed' ||
        unitOf(line.tokens[i + 2]?.word ?? '')?.of === 'frequency' ||
        (next.unit && /baud|bd|hz/i.test(next.unit)))
    )
      return { text: written(line, i + 1, next.unit ? i + 2 : i + 3), from: i, to: next.unit ? i + 2 : i + 3 }
    if (word === 'at' && next?.word === 'full')
      return { text: written(line, i + 1, Math.min(to, i + 3)), from: i, to: Math.min(to, i + 3) }
    if (word === 'after' || word === 'from') {
      const end = stopAt(line, i + 1, to)
      const text = words(line, i + 1, end)
      if (
        /^(?:a |an |the |about )*(?:\d|warm|cold|half|few|hour|long|power|reset|move|transport|rest|night|short|good|switching|cooling)/.test(
          text,
        ) &&
        !(word === 'from' && !/^cold/.test(text))
      ) {
        const warm = /^(?:warm ?-?up|warming up)/.test(text) ? Math.min(end, i + 3) : end
        const about = line.tokens
          .slice(i + 1, end)
          .findIndex((t) => /^(?:the|it|picture|screen|keys)$/.test(t.word))
        const cut = about > 0 ? i + 1 + about : warm
        return { text: written(line, i + 1, cut), from: i, to: cut }
      }
    }
    if (
      /^(?:warm|cold|hot)$/.test(word) &&
      (i + 1 >= to || line.tokens[i + 1]?.sort === 'sign') &&
      i > from &&
      !/^(?:is|are|was|from|gets|got|runs|getting|too|very)$/.test(line.tokens[i - 1]?.word ?? '')
    )
      return { text: word, from: i, to: i + 1 }
  }
  return undefined
}

/** Where what began at `from` ends: at the next comma, or with the clause. */
export function stopAt(line: Line, from: number, to: number): number {
  for (let i = from; i < to; i++)
    if (
      line.tokens[i]?.sort === 'sign' &&
      /^[,;.!?()]$/.test(line.tokens[i]?.word ?? '') &&
      !line.mentions.some((m) => m.from < i && i < m.to)
    )
      return i
  return to
}

/** Gear that the clause was tried with: its name, wherever it stands. */
export const gearIn = (line: Line, from: number, to: number) =>
  named(line, from, to, 'gear').filter((m) => m.names.length === 1 || m.by === 'name')

export const timeIn = (line: Line, from: number, to: number) => within(line.times, from, to)[0]

/** The time that a clause gives for what has been: a day or a moment. */
export function whenOf(
  line: Line,
  clause: { readonly from: number; readonly to: number },
): { readonly when?: string } {
  const time = timeIn(line, clause.from, clause.to)
  return time ? { when: time.past } : {}
}
