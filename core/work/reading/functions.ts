/** Which functions a clause speaks of, and the words in it that say how they did. */
import type { Clause } from './clauses.ts'
import { cellWords } from './lexicon.ts'
import { type Line, named, tagged, words, written } from './line.ts'
import type { Mention } from './names.ts'
import { gearIn } from './slots.ts'

/** Phrases of a result that say how a function did, without those that belong to names. */
export function phrasesIn(line: Line, clause: Clause) {
  const inName = (h: { from: number; to: number }) =>
    line.mentions.some(
      (m) =>
        m.from <= h.from &&
        h.to <= m.to &&
        (m.to - m.from > h.to - h.from || (m.by === 'name' && m.sort !== 'function')) &&
        m.sort !== 'person' &&
        m.by !== 'verb',
    )
  const inTime = (h: { from: number; to: number }) => line.times.some((t) => t.from <= h.from && h.to <= t.to)
  const all = tagged(
    line,
    clause.from,
    clause.to,
    'good',
    'bad',
    'part',
    'now and then',
    'cannot tell',
    'not possible',
    'neutral',
  ).filter((h) => !inName(h) && !inTime(h) && !isDepth(line, h))
  // "out of order" as a phrase beats "order"; a longer one beats those inside it.
  const told = all.map((h) =>
    denied(line, clause, h) ? { ...h, tag: h.tag === 'good' ? ('bad' as const) : ('good' as const) } : h,
  )
  return told.filter(
    (h) => !told.some((o) => o !== h && o.from <= h.from && h.to <= o.to && o.to - o.from > h.to - h.from),
  )
}

/** "test full screen", "a complete test of it": how it is tried, and no word of how it went. */
const isDepth = (line: Line, { from, to }: { readonly from: number; readonly to: number }): boolean =>
  /^(?:full|complete|fully)$/.test(words(line, from, to)) &&
  (/^(?:test|try|retest|tests|run)$/.test(line.tokens[from - 1]?.word ?? '') ||
    /^(?:test|tests|trial|retest|procedure)$/.test(line.tokens[to]?.word ?? ''))

/** "without a jam", "not one mistake", "none wrong", "not dirty": what is denied says the opposite. */
function denied(
  line: Line,
  clause: Clause,
  hit: { readonly tag: string; readonly from: number; readonly to: number },
): boolean {
  if (hit.tag !== 'bad' && hit.tag !== 'part' && hit.tag !== 'good') return false
  const first = line.tokens[hit.from]?.word ?? ''
  if (
    /^(?:no|not|nothing|never|none|does|do|did|is|are|was|will|would|cannot|without|zero|only|except|neither)$/.test(
      first,
    )
  )
    return false
  const before = words(line, Math.max(clause.from, hit.from - 3), hit.from)
  if (hit.tag === 'good')
    return (
      /\b(?:not|never|no longer|hardly|cannot get|does not|did not|nothing)(?: \w+)?$/.test(before) &&
      !/\bnot only\b/.test(before)
    )
  return /\b(?:no|without|not|none|zero|0|never|free of)(?: (?:a|an|one|1|single|any|a single|more|further|of them|is|are|were|was))*$/.test(
    before,
  )
}

/** The functions that a clause names: by themselves, by what they do, by the part that does it. */
export function functionsIn(
  line: Line,
  clause: Clause,
): {
  readonly fns: readonly string[]
  readonly mentions: readonly Mention[]
  readonly ask?: { word: string; among: readonly string[] }
  readonly indirect?: true
} {
  const said = words(line, clause.from, clause.to)
  const gear = gearIn(line, clause.from, clause.to)
  const longer = line.mentions.filter(
    (o) => o.sort !== 'function' && o.sort !== 'zone' && (o.by === 'name' || o.by === 'alias'),
  )
  const clear = (m: Mention) =>
    ![...gear, ...longer].some(
      (g) => g.from <= m.from && m.to <= g.to && (g.to - g.from > m.to - m.from || g.sort === 'gear'),
    )
  const mentions = named(line, clause.from, clause.to, 'function').filter(clear)
  const sure = mentions.filter((m) => m.by === 'name' || m.by === 'alias')
  const use = sure.length > 0 ? sure : mentions
  // "three times in a row" speaks of no row.
  const idiom = (m: Mention) =>
    /\bin a$/.test(words(line, Math.max(clause.from, m.from - 2), m.from)) &&
    /^rows?$/.test(words(line, m.from, m.to))
  // "only the top row works", of keys: no row of the screen.
  const keyRow = (m: Mention) =>
    /^rows?$/.test(words(line, m.from, m.to)) &&
    /\b(?:top|bottom|home|middle|upper|lower|number|first|second|third|fourth)$/.test(
      words(line, clause.from, m.from),
    ) &&
    use.some((o) => o !== m && !o.names.some((n) => m.names.includes(n)))
  // "without the keyboard the screen comes up": what was not there was not tried.
  const absent = (m: Mention) =>
    /\b(?:without|with no)(?: (?:the|a|any|its))?$/.test(
      words(line, Math.max(clause.from, m.from - 3), m.from),
    )
  const kept = use.filter((m) => !idiom(m) && !keyRow(m) && !absent(m))
  if (kept.length > 0) {
    const fns: string[] = []
    let ask: { word: string; among: readonly string[] } | undefined
    // One word may belong to two functions ("channels"): those that are sure come first.
    for (const m of [...kept].sort((a, b) => a.names.length - b.names.length)) {
      if (m.names.length === 1 && m.names[0]) {
        if (!fns.includes(m.names[0])) fns.push(m.names[0])
      } else if (!m.names.some((n) => fns.includes(n))) {
        const both = /\b(?:both|all|the two|two)\b/.test(said)
        if (both) fns.push(...m.names)
        else ask = { word: written(line, m.from, m.to), among: m.names }
      }
    }
    if (fns.length > 0) return { fns, mentions: kept }
    if (ask) return { fns: [], mentions: kept, ask }
  }
  // "both switches": every function called so.
  if (/\bboth switches\b|\ball (?:the )?switches\b/.test(said)) {
    const switches = line.scene.functions.filter((f) => /switch/.test(f.name)).map((f) => f.name)
    if (switches.length > 1) return { fns: switches, mentions: [] }
  }
  // "7 + 8 = 15": arithmetic.
  if (arithmetic.test(said)) {
    const rules = line.scene.functions.find((f) => /four rules|arithmetic|calculat/.test(f.name))
    if (rules) return { fns: [rules.name], mentions: [] }
  }
  // "motor hums but does not turn": the one function that depends on it.
  for (const m of named(line, clause.from, clause.to, 'position')) {
    const [name] = m.names
    if (
      m.names.length !== 1 ||
      !name ||
      /supply/.test(name) ||
      /^[A-Z]+\d+$/.test(name) ||
      /\b(?:with|without)(?: (?:the|a|its))?$/.test(words(line, Math.max(clause.from, m.from - 2), m.from))
    )
      continue
    const users = line.scene.functions.filter((f) => f.dependsOn.includes(name))
    if (users.length === 1 && users[0]) return { fns: [users[0].name], mentions: [m], indirect: true }
    const own = line.scene.functions.filter((f) => f.name.split(',')[0] === name)
    if (own.length === 1 && own[0]) return { fns: [own[0].name], mentions: [m] }
  }
  return { fns: [], mentions: [] }
}

export const everything =
  /\b(?:everything|every function|all (?:the )?functions|all (?:of it |of them )?(?:works|work|ok|okay|good|fine|pass|passed)|the whole (?:list|lot|thing|machine)|whole list|all tests|full test|complete test|the lot|all points)\b/

export const arithmetic =
  /\b\d+ ?(?:x|times|plus|and|\/|-|minus|divided by) ?-?\d+ (?:gives|makes|is|=|equals)(?= )|\b\d+x\d+ (?:gives|makes|is|=)/

/** A function that is tried by starting the machine. */
export const startFunction = (line: Line) => {
  const list = line.scene.functions.filter((f) => /^starts?\b/i.test(f.name))
  return list.length === 1 ? list[0]?.name : undefined
}

const keysAlone =
  /(?:^|, |\b(?:but|only|and|except) )(?:[b-hj-z0-9] (?:(?:and|,) )?)+(?:(?:is|are|was|were) )?$/

export function cellIn(line: Line, clause: Clause): boolean {
  // "…, Q and 7 dead": nothing but single keys before what is said of them.
  const said = tagged(line, clause.from, clause.to, 'bad', 'part')[0]
  if (said && keysAlone.test(`${words(line, clause.from, said.from)} `)) return true
  for (let i = clause.from; i < clause.to; i++) {
    const word = line.tokens[i]?.word ?? ''
    const next = line.tokens[i + 1]
    if (
      /^(?:key|channel|hole|column|columns|row|rows|digit|segment|segments|bit|track|line|keys|channels|holes|digits|lamp|pin|letter|character|position)$/.test(
        word,
      ) &&
      next &&
      i + 1 < clause.to &&
      (next.sort === 'number' || /^[a-z0-9]$/.test(next.word))
    )
      return true
    if (
      /^(?:last|first|bottom|top|left|right|upper|lower|middle|outer|second|third|fourth|fifth|sixth|seventh|eighth|half|some|few|two|three|one|\d|corner)$/.test(
        word,
      ) &&
      cellWords.has(next?.word ?? '') &&
      i + 1 < clause.to
    )
      return true
    if (
      /^(?:dead|stuck|bad|missing|faulty|weak|lazy|sticky)$/.test(word) &&
      cellWords.has(next?.word ?? '') &&
      i + 1 < clause.to
    )
      return true
    if (/^(?:corner|half|edge|escape|tab|shift|space|bar|enter|return)$/.test(word)) return true
  }
  return false
}

/** "rows dead" with all of them meant is no cell. */
export const fnIsCell = (line: Line, clause: Clause) =>
  /\b(?:all|every|whole) (?:keys?|rows?|channels?|digits?|columns?)\b/.test(
    words(line, clause.from, clause.to),
  )
