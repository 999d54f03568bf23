/** A line cut into sentences and clauses: where one act may end and the next begin, with punctuation or without. */
import { type Line, named, tagged, within, words } from './line.ts'
import { unitOf } from './numbers.ts'
import {
  amountOnly,
  amountTaker,
  finite,
  hasPredicate,
  nameOnly,
  ownSubject,
  particle,
} from './predicates.ts'
import { handsOf, particles } from './parted.ts'
import { beginsVoice } from './voice.ts'

export interface Clause {
  readonly from: number
  readonly to: number
  /** A sentence begins with it. */
  readonly first: boolean
  /** What joined it to the one before. */
  readonly link: string
  /** "because …": the ground given for it, which is no act of its own. */
  readonly why?: { readonly from: number; readonly to: number } | undefined
}

const strong = new Set(['.', ';', '!', '?'])

const weak = new Set([
  ',',
  'and',
  'then',
  'but',
  'so',
  '-',
  '(',
  ')',
  'also',
  'plus',
  'while',
  'afterwards',
  'afterward',
  'thereafter',
  'though',
  'although',
  'whereas',
  'yet',
  'because',
  'now that',
  '/',
  'however',
  '"',
])

/** A clause that begins so belongs to what stands before it. */
const leaning = new Set(
  'with without in into to by from for under after until till as since at on onto about per via using through like of than that which who when if before over beside near behind between except apart both each together thanks thank size only all no not still too again'.split(
    ' ',
  ),
)

/** Names, phrases and times are not cut. */
const inside = (line: Line, at: number): boolean => {
  const holds = (x: { readonly from: number; readonly to: number }) => x.from < at && at < x.to
  return (
    line.mentions.some(holds) ||
    line.hits.some((h) => holds(h) && h.tag !== 'hazard') ||
    line.times.some(holds)
  )
}

interface Cut {
  readonly at: number
  readonly skip: number
  readonly strong: boolean
  readonly link: string
}

/** Clauses in order. Names that share a predicate stay together, and so does what only adds to the clause before. */
export function clausesOf(line: Line): Clause[] {
  const cuts: Cut[] = [{ at: 0, skip: 0, strong: true, link: '' }]
  line.tokens.forEach((token, i) => {
    if (i === 0 || inside(line, i)) return
    const word = token.word
    // "rust! chassis": a call, and where.
    const short = word === '!' && i - (cuts.at(-1)?.at ?? 0) <= 1
    const isStrong = token.sort === 'sign' && strong.has(word) && !short
    const colon = word === ':' || short
    const nowThat =
      word === 'now' && line.tokens[i + 1]?.word === 'that' && line.tokens[i - 1]?.sort !== 'sign'
    if (nowThat) {
      cuts.push({ at: i, skip: 2, strong: false, link: 'because' })
      return
    }
    if (!isStrong && !colon && !weak.has(word)) {
      if (runsOn(line, i, cuts.at(-1)?.at ?? 0)) cuts.push({ at: i, skip: 0, strong: false, link: '' })
      return
    }
    if ((word === '-' || word === ':') && line.tokens[i + 1]?.sort === 'number') return
    if (word === 'plus' && /^(?:the|a|on|of|at)$/.test(line.tokens[i - 1]?.word ?? '')) return
    if (word === '/' && line.tokens[i - 1]?.to === token.from) return
    if (
      word === 'so' &&
      /^(?:far|that|much|many|long)$/.test(line.tokens[i + 1]?.word ?? '') &&
      line.tokens[i + 1]?.word !== 'that'
    )
      return
    if (word === 'plus' && line.tokens[i + 1]?.sort === 'number') return
    if (
      (word === 'while' || word === 'then' || word === 'yet') &&
      /^(?:a|for|once|until|since|not|as|say)$/.test(line.tokens[i - 1]?.word ?? '')
    )
      return
    // "Q and 7 dead": two cells, one result.
    if (
      (word === 'and' || word === ',') &&
      /^[b-hj-z0-9]$/.test(line.tokens[i - 1]?.word ?? '') &&
      /^[b-hj-z0-9]$/.test(line.tokens[i + 1]?.word ?? '') &&
      !line.tokens[i + 1]?.unit &&
      unitOf(line.tokens[i + 2]?.word ?? '') === undefined
    )
      return
    const numbers = line.tokens[i - 1]?.sort === 'number' && line.tokens[i + 1]?.sort === 'number'
    if (word === 'and' && numbers && !line.tokens[i + 1]?.unit && !line.tokens[i - 1]?.unit) return
    if (
      word === 'and' &&
      unitOf(line.tokens[i - 1]?.word ?? '') &&
      line.tokens[i + 1]?.sort === 'number' &&
      line.tokens[i - 2]?.sort === 'number' &&
      i >= 3 &&
      line.tokens.slice(0, i).some((t) => t.word === 'between')
    )
      return
    cuts.push({ at: i, skip: 1, strong: isStrong, link: word })
  })
  const raw = cuts.map((cut, k): Clause => ({
    from: cut.at + cut.skip,
    to: cuts[k + 1]?.at ?? line.tokens.length,
    first: cut.strong,
    link: cut.link,
  }))
  return joined(line, opened(raw))
}

/**
 * No stop was typed and a new clause begins: "C3 good | C4 dead", "unplugged the monitor board | took it out". A subject after a
 * predicate with a predicate of its own, or a second verb of doing.
 */
function runsOn(line: Line, at: number, since: number): boolean {
  const before = line.tokens[at - 1]?.word ?? ''
  const start = line.mentions.find(
    (m) =>
      m.from === at &&
      (m.by === 'name' || m.by === 'alias') &&
      (m.sort === 'function' || m.sort === 'position' || m.sort === 'point'),
  )
  const linking =
    /^(?:of|with|on|in|to|from|for|by|the|a|at|and|under|near|behind|beside|into|onto|than|as|or|no|not|new|old|all|both|my|like|is|are|was|were|has|via|between|clean|cleaned|get|got|without|after|before|against|any|each|every|w|using|reads?|showed|shows|checked|tested|tried|replaced|swapped|through|over|around|about|took|put|take|pulled|unplugged|second|first|only|next|our|its|->|around|but|while|when|if|because|then|so|again?)$/
  if (start && !linking.test(before)) {
    const results = tagged(line, since, at, 'good', 'bad', 'part', 'now and then', 'over').filter(
      (h) => !within(line.mentions, h.from, h.to).length,
    )
    if (before === 'good' && /^(?:known|a|the|for|is)$/.test(line.tokens[at - 2]?.word ?? '')) return false
    const subject = named(line, since, at, 'function', 'position', 'point', 'zone').length > 0
    const end = line.tokens.findIndex(
      (t, i) => i > at && t.sort === 'sign' && /^[,.;!?]$/.test(t.word) && !inside(line, i),
    )
    const own = tagged(
      line,
      start.to,
      end < 0 ? line.tokens.length : end,
      'good',
      'bad',
      'part',
      'now and then',
      'finding',
    )
    const verb =
      finite.test(line.tokens[start.to]?.word ?? '') || /^(?:no|yes)$/.test(line.tokens[start.to]?.word ?? '')
    if (subject && results.length > 0 && (own.length > 0 || verb)) return true
  }
  if (
    /^(?:everything|all)$/.test(line.tokens[at]?.word ?? '') &&
    at > since + 2 &&
    /^(?:in|out|on|off|again|back)$/.test(before) &&
    (line.verbs.some((v) => v.at === at + 1) || finite.test(line.tokens[at + 1]?.word ?? ''))
  )
    return true
  // A second verb of doing, in the past, after the object of the first.
  const verb = line.verbs.find((v) => v.at === at)
  const taken = /^(?:took|put|brought|gave|found|got|went|saw|made|left)$/.test(line.tokens[at]?.word ?? '')
  if ((verb?.form === 'past' && !verb.guessed) || taken) {
    const first = line.verbs.find((v) => v.at >= since && v.at < at && v.form === 'past')
    if (
      first &&
      at - first.at >= 2 &&
      named(line, first.at + 1, at, 'position', 'zone', 'gear', 'function').length > 0 &&
      !/^(?:was|were|is|are|been|be|has|have|had|the|a|an|and|i|we|to|it|got|get|that|which|not|just|being|freshly|newly|old|then|with|by)$/.test(
        before,
      )
    )
      return true
  }
  return false
}

/** Runs of connectors ("and then", ", but") leave nothing between them; a strong one among them wins. */
function opened(raw: readonly Clause[]): Clause[] {
  const out: Clause[] = []
  let first = true
  let link = ''
  for (const clause of raw) {
    first ||= clause.first
    link = link && clause.link !== 'but' ? `${link} ${clause.link}`.trim() : clause.link
    if (clause.from >= clause.to) continue
    out.push({ ...clause, first, link })
    first = false
    link = ''
  }
  return out
}

function joined(line: Line, raw: readonly Clause[]): Clause[] {
  const out: Clause[] = []
  let carried: { from: number; first: boolean; link: string } | undefined
  raw.forEach((clause, k) => {
    const from = carried?.from ?? clause.from
    const first = carried?.first ?? clause.first
    const link = carried?.link ?? clause.link
    carried = undefined
    const next = raw[k + 1]
    const before = out.at(-1)
    if (before && /\bbecause\b/.test(link)) {
      out[out.length - 1] = { ...before, why: { from: before.why?.from ?? clause.from, to: clause.to } }
      return
    }
    if (before && !first && continuesList(line, before, from, clause.to)) {
      out[out.length - 1] = { ...before, to: clause.to }
      return
    }
    const own = hasPredicate(line, from, clause.to)
    const names = nameOnly(line, clause.from, clause.to)
    // A first clause that says nothing yet speaks of what comes: "5 sockets 28pin, bought for 3.20".
    const subject = first && !own && clause.to - clause.from <= 6 && next?.link !== undefined && k === 0
    const topic =
      subject ||
      (next?.link === ':' &&
        clause.to - clause.from <= 5 &&
        (names || !hasPredicate(line, clause.from, clause.to)))
    if (
      next &&
      !next.first &&
      (topic || names) &&
      !(names && out.length > 0 && !first && !hasPredicate(line, next.from, next.to))
    ) {
      carried = { from, first, link }
      return
    }
    const word = line.tokens[from]?.word ?? ''
    // "back on, 8 x M3x8".
    if (
      next &&
      !next.first &&
      /^(?:back |all )?(?:on|off|in|out)(?: again)?$/.test(words(line, from, clause.to)) &&
      line.tokens.slice(next.from, next.to).some((t) => t.sort === 'size')
    ) {
      carried = { from, first, link }
      return
    }
    const bare =
      particle.test(word) &&
      (clause.to - from <= 2 ||
        (/^(?:again|at|in|into)$/.test(line.tokens[from + 1]?.word ?? '') && clause.to - from <= 5)) &&
      clause.to > from
    const leans = leaning.has(word) && !bare && !ownSubject(line, from, clause.to)
    // "100 µF each", "6.40 together", "12 hrs": an amount alone belongs to what was done.
    const amount =
      amountOnly(line, from, clause.to) &&
      before !== undefined &&
      amountTaker.test(words(line, before.from, before.to)) &&
      !line.mentions.some((m) => m.from === from && m.sort === 'point')
    // What adds nothing of its own: "drawer 5", "with all four of its screws".
    if (
      before &&
      !first &&
      !beginsVoice(words(line, from, clause.to)) &&
      (leans || !own || names || amount) &&
      !before.why
    ) {
      out[out.length - 1] = { ...before, to: clause.to }
      return
    }
    out.push({ from, to: clause.to, first, link })
  })
  if (carried) {
    const c: { from: number; first: boolean; link: string } = carried
    const before = out.at(-1)
    if (before && !c.first) out[out.length - 1] = { ...before, to: line.tokens.length }
    else out.push({ ...c, to: line.tokens.length })
  }
  return out
}

/** "replaced C5, | C6 and | C9 with new ones": names go on after a name, and nothing is said of them but how. */
function continuesList(line: Line, before: Clause, from: number, to: number): boolean {
  const sorts = ['position', 'zone', 'function', 'gear', 'point'] as const
  const last = line.mentions.find((m) => m.to === before.to && sorts.some((s) => s === m.sort))
  const next = line.mentions.find(
    (m) => m.from === from || (m.from === from + 1 && line.tokens[from]?.word === 'the'),
  )
  if (!last || !next || !sorts.some((s) => s === next.sort)) return false
  const rest = line.tokens[next.to]?.word
  // "took K2 | and the bell out": the particle at the end belongs to the verb at the start.
  const parted = handsOf(line, before)
  if (parted && (next.to >= to || particles.test(rest ?? ''))) return true
  if (!hasPredicate(line, before.from, before.to) || /\bplace\b/.test(words(line, next.to, to))) return false
  if (next.to < to && !/^(?:with|for|to|into|in|on|from|by|->|<|using|at|of|as|both)$/.test(rest ?? ''))
    return false
  return (
    tagged(line, next.to, to, 'good', 'bad', 'part', 'finding').length === 0 &&
    !line.verbs.some((v) => v.at >= next.to && v.at < to && v.form === 'past')
  )
}
