/** Which position a clause speaks of; where a word may mean several, the question which. */
import type { Act } from './acts.ts'
import type { Clause } from './clauses.ts'
import { type Line, named, written } from './line.ts'
import type { Mention } from './names.ts'

/** Which position a word means here; more than one where nothing tells them apart. */
function positionsOf(line: Line, clause: Clause, mention: Mention): readonly string[] {
  if (mention.names.length === 1) return mention.names
  const { positions } = line.scene
  // "electrolytic on the supply": one of those that sit on it.
  const around = named(line, clause.from, clause.to, 'position').filter(
    (m) => m !== mention && m.names.length === 1,
  )
  for (const other of around) {
    const on = mention.names.filter((n) => positions.find((p) => p.name === n)?.on === other.names[0])
    if (on.length > 0) return on
  }
  return mention.names
}

/** The positions that a clause speaks of, in order, before `until` where that is given. A name inside another mention's place is left out. */
export function targets(
  line: Line,
  clause: Clause,
  until = clause.to,
  /** "the hammer card fuse" is the fuse; for a plug or a cable the card is meant. */
  heads: 'told apart' | 'taken along' = 'told apart',
): readonly { readonly names: readonly string[]; readonly mention: Mention }[] {
  const range = rangeIn(line, clause.from, until)
  const longer = line.mentions.filter(
    (m) => m.sort !== 'position' && (m.by === 'name' || m.by === 'alias') && m.sort !== 'zone',
  )
  const inOther = (m: Mention) =>
    longer.some((o) => o.from <= m.from && m.to <= o.to && o.to - o.from > m.to - m.from)
  const mentions = named(line, clause.from, until, 'position').filter(
    (m) => !isQualifier(line, m) && !inOther(m) && (heads === 'taken along' || !headed(line, m)),
  )
  const list = mentions.map((mention) => ({ names: positionsOf(line, clause, mention), mention }))
  return range
    ? range.map((name) => ({
        names: [name],
        mention: mentions[0] ?? {
          sort: 'position',
          names: [name],
          from: clause.from,
          to: clause.from + 1,
          by: 'name',
        },
      }))
    : list
}

/** "C31-C36", "C31 to C36": every position between. */
function rangeIn(line: Line, from: number, to: number): readonly string[] | undefined {
  for (let i = from; i < to; i++) {
    const text = line.tokens[i]?.word ?? ''
    const glued = /^([a-z]+)(\d+)-\1?(\d+)$/.exec(text)
    const [first, second] = [
      /^([a-z]{1,3})(\d+)$/.exec(text),
      /^([a-z]{0,3})(\d+)$/.exec(line.tokens[i + 2]?.word ?? ''),
    ]
    const spread =
      first &&
      second &&
      /^(?:-|to|through)$/.test(line.tokens[i + 1]?.word ?? '') &&
      (second[1] === '' || second[1] === first[1])
    const [letters, a, b] = glued
      ? [glued[1], glued[2], glued[3]]
      : spread
        ? [first[1], first[2], second[2]]
        : []
    if (!letters || !a || !b) continue
    const known = line.scene.positions.filter((p) => {
      const m = /^([A-Za-z]+)(\d+)$/.exec(p.name)
      return m?.[1]?.toLowerCase() === letters && Number(m[2]) >= Number(a) && Number(m[2]) <= Number(b)
    })
    if (known.length > 0) return known.map((p) => p.name)
  }
  return undefined
}

/** A noun behind a name: the name only says of which it is. */
const heads =
  /^(?:fuse|holder|lamp|bulb|spring|knob|button|lever|bearing|bearings|pulley|screw|screws|clip|label|pin|pins|leg|legs|contact|contacts|coil|winding|heatsink|hinge|door|foot|feet|shaft|bracket|felt|gasket|grommet|handle|plug|connector|cable|lead|ribbon|wire|socket|pad|pads|track|tracks|joint|joints)$/

const headed = (line: Line, mention: Mention): boolean =>
  heads.test(line.tokens[mention.to]?.word ?? '') && !/^\d/.test(line.tokens[mention.to + 1]?.word ?? '')

/** "on the supply", "next to IC8", "in the keyboard": where the thing is, not the thing. */
export function isQualifier(line: Line, mention: Mention): boolean {
  let at = mention.from - 1
  while (/^(?:the|a|an|its|my|our|this|that)$/.test(line.tokens[at]?.word ?? '')) at--
  const before = line.tokens[at]?.word ?? ''
  if (before === 'for') return true
  if (
    /^(?:off|at|on|under|behind|beside|near|next|by|around|above|below|inside|beneath|from|against|between|underneath|alongside|within)$/.test(
      before,
    )
  )
    return true
  if (before === 'to' && line.tokens[at - 1]?.word === 'next') return true
  if (before === 'of')
    return !/^(?:1|one|both|all|two|2|some|each|either|half)$/.test(line.tokens[at - 1]?.word ?? '')
  return (
    before === 'in' && !/^(?:back|again|plugged|put|soldered|fitted)$/.test(line.tokens[at - 1]?.word ?? '')
  )
}

/** One act for each target; where a target may be several, the question which. */
export function each(
  found: ReturnType<typeof targets>,
  line: Line,
  of: Act['do'],
  make: (name: string) => Act,
): readonly Act[] {
  return found.map(({ names, mention }): Act =>
    names.length === 1 && names[0] !== undefined
      ? make(names[0])
      : { do: 'ask which', word: written(line, mention.from, mention.to), among: names, of },
  )
}
