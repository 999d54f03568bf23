/** Jumpers and switches that are set, trimmers and gaps that are adjusted. */
import type { Clause } from './clauses.ts'
import { type Line, named, words, written } from './line.ts'
import { quantities } from './amounts.ts'
import { stopAt, whenOf } from './slots.ts'
import type { ClauseReader } from './told.ts'

const settable =
  /\b(?:jumper|jumpers|strap|straps|link|dip|dip switch|selector|dial|rotary|switch|knob|slider|tap|voltage selector|sw\d+|thumbwheel)\b/

/** Where the words end that say how it is set: "to 3 now" is 3. */
function endOfWay(line: Line, start: number, end: number): number {
  const stop = stopAt(line, start, end)
  for (let i = start + 1; i < stop; i++)
    if (/^(?:now|instead|again|from|was|before|because|for)$/.test(line.tokens[i]?.word ?? '')) return i
  return stop
}

export const set: ClauseReader = (line, clause) => {
  const said = words(line, clause.from, clause.to)
  const noun = settable.exec(said)
  if (!noun) return undefined
  const verb =
    /\b(?:in position|set|put|moved|move|sits|is|switched|turned|changed|goes|went|flipped|slid|pushed|stands|now|was|from)\b/.exec(
      said,
    )
  if (!verb || /\b(?:only|makes?|works?|contact|fails?|dead)\b/.test(said)) return undefined
  const at = line.tokens.findLastIndex(
    (t, i) =>
      i > clause.from &&
      i < clause.to &&
      !/^next$/.test(line.tokens[i - 1]?.word ?? '') &&
      !/\bwas$/.test(words(line, clause.from, i)) &&
      /^(?:to|on|at|in)$/.test(t.word) &&
      /^(?:position|pos|the|"|[a-z]|[a-z]?\d.*|on|off|up|down|left|right|open|closed|upper|lower|middle|high|low)$/.test(
        line.tokens[i + 1]?.word ?? '',
      ) &&
      !(t.word === 'in' && !/^(?:position|pos)$/.test(line.tokens[i + 1]?.word ?? '')),
  )
  const way = at >= 0 ? undefined : /\b(up|down|left|right|open|closed|on|off)\b\s*$/.exec(said)?.[1]
  if (at < 0 && !way) return undefined
  const nounAt = line.tokens.findIndex(
    (t, i) => i >= clause.from && i < clause.to && noun[0].startsWith(t.word),
  )
  const next = line.tokens[at + 1]?.word
  const start =
    at >= 0 ? (next === 'position' || next === 'pos' || next === 'the' ? at + 2 : at + 1) : clause.to - 1
  const to = written(line, start, endOfWay(line, start, clause.to))
  if (!to || /^(?:the )?(?:board|machine|supply|back|side)$/i.test(to)) return undefined
  let from = nounAt
  while (
    from > clause.from &&
    !/^(?:the|a|put|set|moved|switched|turned|flipped|slid|pushed|changed|i|we|and|now)$/.test(
      line.tokens[from - 1]?.word ?? '',
    ) &&
    line.tokens[from - 1]?.sort === 'word'
  )
    from--
  let last = nounAt + 1
  if (
    /^(?:beside|next|near|by|under|on|behind|at|above|below)$/.test(line.tokens[last]?.word ?? '') &&
    last < (at >= 0 ? at : clause.to)
  ) {
    while (
      last < (at >= 0 ? at : clause.to) &&
      !/^(?:set|sits|is|was|now|moved|put|to|went|goes|stands)$/.test(line.tokens[last]?.word ?? '')
    )
      last++
    if (line.tokens[last]?.word === 'to' && line.tokens[last - 1]?.word === 'next')
      while (
        last < clause.to &&
        !/^(?:set|sits|is|was|now|moved|put|went)$/.test(line.tokens[last]?.word ?? '')
      )
        last++
  }
  const name = named(line, from, at >= 0 ? at : clause.to, 'position').find(
    (m) => m.names.length === 1 && m.by === 'name' && m.from <= last,
  )
  const called = line.tokens[last]
  const numbered =
    called && last < (at >= 0 ? at : clause.to) && /^[a-z]{1,3}\d+$/.test(called.word)
      ? written(line, last, last + 1)
      : undefined
  return [
    {
      do: 'set',
      what: numbered ?? (name && name.to > last ? (name.names[0] ?? '') : written(line, from, last)),
      to,
      ...whenOf(line, clause),
    },
  ]
}

const adjustVerb =
  /\b(?:adjusted|adjust|turned|turn|tweaked|calibrated|regulated|trimmed|moved|shifted|set|up|down|raised|lowered|increased|reduced|backed off|opened up|closed up|wound|dialled|tightened|slackened|loosened|brought|nudged|readjusted|reset|retensioned|eased|advanced|retarded|cut back|changed|put)\b/

export const adjust: ClauseReader = (line, clause, told) => {
  const said = words(line, clause.from, clause.to)
  const verb = adjustVerb.exec(said)
  const arrow = /(?:^| )(-?\d+(?:[.,]\d+)?) ?(?:v|a|ma|mm)? ?-> ?(-?\d+(?:[.,]\d+)?)/.exec(said)
  if (arrow?.[1] && arrow[2]) {
    const at = line.tokens.findIndex((t, i) => i >= clause.from && i < clause.to && t.sort === 'number')
    const what = adjusted(line, clause, at, at)
    if (what) return [{ do: 'adjust', what, from: arrow[1], to: arrow[2], ...whenOf(line, clause) }]
  }
  if (
    !verb ||
    /\b(?:began|begins|started|starts|starting|want|wants|able|refuses|refused) to (?:turn|move|shift)\b|\b(?:does|do|did|will|would|could) not (?:turn|move)\b/.test(
      said,
    )
  )
    return undefined
  const fromTo = /\bfrom\b/.test(said) && /\bto\b/.test(said)
  const trimmer = named(line, clause.from, clause.to, 'position').filter(
    (m) =>
      m.names.length === 1 &&
      line.scene.positions.some(
        (p) => m.names.includes(p.name) && /trimmer|potentiometer|trimpot/.test(p.kind),
      ),
  )
  const quality =
    /\b(?:gap|pressure|tension|height|stroke|speed|brightness|contrast|focus|level|gain|bias|current|voltage|timing|clearance|force|depth|position|alignment|azimuth|travel|play|linearity|width|trimmer|pot|knob|preset|offset|phase|delay|rate|volume|balance|impression|strength)\b/.exec(
      said,
    )
  const amount = quantities(line, clause.from, clause.to).find(
    (q) => q.of === 'length' || q.unit === undefined || q.of === 'electrical',
  )
  const strongVerb =
    /\b(?:adjusted|adjust|tweaked|calibrated|regulated|readjusted|retensioned|trimmed)\b/.test(said) ||
    (trimmer.length > 0 && /\b(?:turned|turn|set|up|down|moved|wound|backed|from)\b/.test(said))
  const toAt = line.tokens.findIndex(
    (t, i) =>
      i > clause.from &&
      i < clause.to &&
      t.word === 'to' &&
      !/^(?:next|the left|the right)$/.test(line.tokens[i - 1]?.word ?? ''),
  )
  const moved =
    /\b(?:moved|shifted|nudged|turned|turn|wound|slackened|backed)\b/.test(said) &&
    /\b(?:back|left|right|up|down|clockwise|anticlockwise|counterclockwise|forward|forwards|quarter turn|half a turn|a turn|turns?|a bit|a notch|notch|notches|closer|further|in|out|mm)\b/.test(
      said,
    ) &&
    (amount !== undefined ||
      /\b(?:turns?|notch(?:es)?|bit|touch|hair|clockwise|anticlockwise|counterclockwise|closer|further)\b/.test(
        said,
      ))
  if (
    !strongVerb &&
    !(fromTo && (quality || trimmer.length > 0)) &&
    !(quality && toAt > 0) &&
    !(moved && named(line, clause.from, clause.to, 'position', 'zone').length > 0) &&
    !(quality && moved)
  )
    return undefined
  const fromAt = line.tokens.findIndex((t, i) => i > clause.from && i < clause.to && t.word === 'from')
  const to = toAt > 0 ? valueAfter(line, toAt + 1, clause.to) : undefined
  const from = fromAt > 0 ? valueAfter(line, fromAt + 1, toAt > fromAt ? toAt : clause.to) : undefined
  const what =
    trimmer[0] && !quality ? trimmer[0].names[0] : (adjusted(line, clause, fromAt, toAt) ?? told.what)
  if (!what) return undefined
  return [{ do: 'adjust', what, ...(from ? { from } : {}), ...(to ? { to } : {}), ...whenOf(line, clause) }]
}

const valueAfter = (line: Line, from: number, to: number) => {
  const text = line.tokens.slice(from, stopAt(line, from, to))
  let end = text.length
  text.forEach((t, i) => {
    if (
      i > 0 &&
      end === text.length &&
      /^(?:for|because|so|as|with|now|and|up|down|until|till)$/.test(t.word)
    )
      end = i
  })
  return (
    line.text
      .slice(text[0]?.from ?? 0, text[end - 1]?.to ?? 0)
      .replace(/\s+(?:up|down)$/, '')
      .trim() || undefined
  )
}

/** What was turned: the words around the verb, without it and without from and to. */
function adjusted(line: Line, clause: Clause, fromAt: number, toAt: number): string | undefined {
  const ends = [fromAt, toAt].filter((i) => i > clause.from)
  const end = Math.min(clause.to, ...ends)
  const skip =
    /^(?:adjusted|adjust|turned|turn|tweaked|calibrated|regulated|moved|shifted|set|up|down|raised|lowered|increased|reduced|the|a|i|we|have|has|been|was|is|back|a|bit|then|and|now|readjusted|trimmed|nudged|backed|off|wound|eased|brought|slackened|,|tightened|changed|put|reset)$/
  let a = clause.from
  while (a < end && skip.test(line.tokens[a]?.word ?? '')) a++
  let b = end
  while (b > a && skip.test(line.tokens[b - 1]?.word ?? '')) b--
  for (let i = a + 1; i < b; i++)
    if (
      /^(?:up|down|back|clockwise|by|a|left|right|adjusted|turned|moved|raised|lowered|increased|reduced|was|is|has|until|till|so|for|anticlockwise|closer|further|forward|quarter|half)$/.test(
        line.tokens[i]?.word ?? '',
      ) ||
      line.tokens[i]?.sort === 'number'
    ) {
      b = i
      break
    }
  return written(line, a, b) || undefined
}
