/** Acts put in order: one act told in two clauses is one. */
import type { Act } from './acts.ts'

/** One act told in two clauses is one; a part taken out to be replaced is replaced. */
export function settled(acts: readonly Act[]): readonly Act[] {
  const out: Act[] = []
  for (const act of acts) {
    const last = out.at(-1)
    if (
      last &&
      (last.do === 'off' || last.do === 'on') &&
      act.do === last.do &&
      !(
        last.what !== undefined &&
        act.what !== undefined &&
        last.what !== act.what &&
        act.count === undefined
      ) &&
      (last.what === undefined ||
        act.what === undefined ||
        (last.count === undefined && act.size === undefined))
    ) {
      const same = !(last.count !== undefined && act.count !== undefined)
      if (same) {
        out[out.length - 1] = {
          ...act,
          ...last,
          ...(last.what ? {} : act.what ? { what: act.what } : {}),
          ...(last.count === undefined && act.count !== undefined ? { count: act.count } : {}),
          ...(last.size ? {} : act.size ? { size: act.size } : {}),
          ...(last.cup ? {} : act.cup ? { cup: act.cup } : {}),
        }
        continue
      }
    }
    if (act.do === 'swap') {
      const dropped = out.findIndex((a) => a.do === 'out' && a.what === act.at)
      if (dropped >= 0) out.splice(dropped, 1)
    }
    // "it gets hot, I don't trust it": what was found of a part is why it is judged.
    if (
      (act.do === 'bad' || act.do === 'suspect') &&
      last &&
      (last.do === 'find' || last.do === 'test') &&
      out.length > 0
    ) {
      const words = last.do === 'find' ? last.words : last.symptom
      if (
        last.do === 'find' &&
        words?.toLowerCase().includes(act.what.toLowerCase()) &&
        !act.because?.toLowerCase().includes(words.toLowerCase())
      ) {
        out[out.length - 1] = { ...act, because: words }
        continue
      }
    }
    if (act.do === 'find' && last && (last.do === 'bad' || last.do === 'suspect') && act.words) {
      out[out.length - 1] = { ...last, because: [last.because, act.words].filter(Boolean).join(', ') }
      continue
    }
    // "cleaned and lubricated the bell": of the same thing.
    if (act.do === 'work' && act.what && last?.do === 'work' && last.what === undefined)
      out[out.length - 1] = { ...last, what: act.what }
    // "a bang and a flash from CX1" is one event.
    if (act.do === 'incident' && last?.do === 'incident') {
      out[out.length - 1] = { ...last, words: `${last.words}, ${act.words}`, where: last.where ?? act.where }
      continue
    }
    // "desoldered, they lie in tin 2": where it went belongs to its going out.
    const gone =
      act.do === 'out'
        ? out.findIndex((a) => a.do === 'out' && a.what === act.what && a.to === undefined)
        : -1
    if (act.do === 'out' && gone >= 0) {
      out[gone] = act
      continue
    }
    if (act.do === 'find' && last?.do === 'find' && last.where === undefined && act.where) {
      out[out.length - 1] = { ...last, where: act.where }
      continue
    }
    // "gone hard and shiny": one look at one place.
    if (
      act.do === 'find' &&
      last?.do === 'find' &&
      last.finding !== 'other' &&
      act.finding === 'other' &&
      act.where === last.where
    ) {
      out[out.length - 1] = { ...last, words: [last.words, act.words].filter(Boolean).join(', ') }
      continue
    }
    if (act.do === 'stop' && last?.do === 'stop') {
      out[out.length - 1] = last.next && !act.next ? last : act
      continue
    }
    out.push(act)
  }
  // What was not so is a note only where nothing else is said.
  return out.length > 1 ? out.filter((a) => a.do !== 'note') : out
}
