/** Acts put in order: one act told in two clauses is one. */
import type { Act } from './acts.ts'

const together = (...words: readonly (string | undefined)[]) => words.filter(Boolean).join(', ')

/** What the act before and this one make together; undefined where they are two. */
type Join = (last: Act, act: Act) => Act | undefined

/** "Six screws off, M3, in cup 2": told bit by bit. */
const fasteners: Join = (last, act) => {
  if ((last.do !== 'off' && last.do !== 'on') || act.do !== last.do) return undefined
  const others =
    last.what !== undefined && act.what !== undefined && last.what !== act.what && act.count === undefined
  const belongs =
    last.what === undefined || act.what === undefined || (last.count === undefined && act.size === undefined)
  if (others || !belongs || (last.count !== undefined && act.count !== undefined)) return undefined
  return {
    ...act,
    ...last,
    ...(last.what ? {} : act.what ? { what: act.what } : {}),
    ...(last.count === undefined && act.count !== undefined ? { count: act.count } : {}),
    ...(last.size ? {} : act.size ? { size: act.size } : {}),
    ...(last.cup ? {} : act.cup ? { cup: act.cup } : {}),
  }
}

/** "it gets hot, I don't trust it": what was found of a part is why it is judged. */
const foundThenJudged: Join = (last, act) => {
  if ((act.do !== 'bad' && act.do !== 'suspect') || last.do !== 'find') return undefined
  const { words } = last
  return words?.toLowerCase().includes(act.what.toLowerCase()) &&
    !act.because?.toLowerCase().includes(words.toLowerCase())
    ? { ...act, because: words }
    : undefined
}

const judgedThenFound: Join = (last, act) =>
  act.do === 'find' && (last.do === 'bad' || last.do === 'suspect') && act.words
    ? { ...last, because: together(last.because, act.words) }
    : undefined

/** "a bang and a flash from CX1" is one event. */
const oneEvent: Join = (last, act) =>
  act.do === 'incident' && last.do === 'incident'
    ? { ...last, words: `${last.words}, ${act.words}`, where: last.where ?? act.where }
    : undefined

const foundWhere: Join = (last, act) =>
  act.do === 'find' && last.do === 'find' && last.where === undefined && act.where
    ? { ...last, where: act.where }
    : undefined

/** "gone hard and shiny": one look at one place. */
const oneLook: Join = (last, act) =>
  act.do === 'find' &&
  last.do === 'find' &&
  last.finding !== 'other' &&
  act.finding === 'other' &&
  act.where === last.where
    ? { ...last, words: together(last.words, act.words) }
    : undefined

const oneStop: Join = (last, act) =>
  act.do === 'stop' && last.do === 'stop' ? (last.next && !act.next ? last : act) : undefined

/** In this order: the first that says something holds. */
const joins: readonly Join[] = [
  fasteners,
  foundThenJudged,
  judgedThenFound,
  oneEvent,
  foundWhere,
  oneLook,
  oneStop,
]

/** One act told in two clauses is one; a part taken out to be replaced is replaced. */
export function settled(acts: readonly Act[]): readonly Act[] {
  const out: Act[] = []
  for (const act of acts) {
    const last = out.at(-1)
    const joined = last && joins.map((join) => join(last, act)).find((made) => made !== undefined)
    if (joined) out[out.length - 1] = joined
    else add(out, act)
  }
  // What was not so is a note only where nothing else is said.
  return out.length > 1 ? out.filter((a) => a.do !== 'note') : out
}

/** An act of its own: it may still say more of one that was told before. */
function add(out: Act[], act: Act) {
  const last = out.at(-1)
  // "cleaned and lubricated the bell": of the same thing.
  if (act.do === 'work' && act.what && last?.do === 'work' && last.what === undefined)
    out[out.length - 1] = { ...last, what: act.what }
  // What is replaced went out by that.
  if (act.do === 'swap') {
    const dropped = out.findIndex((a) => a.do === 'out' && a.what === act.at)
    if (dropped >= 0) out.splice(dropped, 1)
  }
  // "desoldered, they lie in tin 2": where it went belongs to its going out.
  const gone =
    act.do === 'out' ? out.findIndex((a) => a.do === 'out' && a.what === act.what && a.to === undefined) : -1
  if (gone >= 0) out[gone] = act
  else out.push(act)
}
