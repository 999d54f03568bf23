/** What is lent to somebody, and what comes home. */
import { named, words } from './line.ts'
import { whenOf } from './slots.ts'
import { targets } from './targets.ts'
import type { ClauseReader } from './told.ts'

const lendWord =
  /\b(?:lent|lend|loaned|loan|gave|given|give|borrowed|borrows|borrow|lending|took|takes|has|went home|goes home|goes to|went to|handed|passed to|is with|are with|is at|with)\b/

export const lend: ClauseReader = (line, clause, told) => {
  const person = named(line, clause.from, clause.to, 'person')[0]
  if (!person) return undefined
  const said = words(line, clause.from, clause.to)
  const gear = named(line, clause.from, clause.to, 'gear').filter((m) => m.names.length === 1)
  const to = line.tokens[person.from - 1]?.word === 'to'
  if (
    /\b(?:back|returned|brought|here again|came home)\b/.test(said) &&
    !/\b(?:by|till|until|on) /.test(said)
  )
    return undefined
  if (!lendWord.test(said) && !(to && gear.length > 0)) return undefined
  if (
    /\b(?:took|has|takes|with)\b/.test(said) &&
    !/\b(?:lent|loan|gave|borrow\w*|home|with (?:her|him)|till|until|back)\b/.test(said) &&
    !(gear.length > 0 && line.tokens[person.from - 1]?.word === 'with')
  )
    return undefined
  const things =
    gear.length > 0
      ? gear.map((m) => m.names[0] ?? '')
      : targets(line, clause).flatMap((f) => (f.names.length === 1 ? f.names : []))
  const what = things.length > 0 ? things : /\b(?:it|them)\b/.test(said) ? told.targets : []
  if (what.length === 0) return undefined
  const time = line.times.find((t) => t.from >= clause.from && t.to <= told.sentenceTo)
  return what.map((w) => ({
    do: 'lend',
    what: w,
    to: person.names[0] ?? '',
    ...(time ? { due: time.future.slice(0, 10) } : {}),
  }))
}

const backWord =
  /\b(?:returned|brought|back from|here again|came back|is back|are back|gave back|given back|got .* back|have .* back|back with us|home again|handed back|back in the house|came home|back)\b/

export const back: ClauseReader = (line, clause) => {
  const said = words(line, clause.from, clause.to)
  if (
    !backWord.test(said) ||
    /\bnew\b/.test(said) ||
    /\b(?:want|need|needs|wants|expect|must|should|will|get|comes|due|by|until|till)\b.*\bback\b|\bback (?:by|on|before|until|till|next)\b/.test(
      said,
    )
  )
    return undefined
  const gear = named(line, clause.from, clause.to, 'gear').filter((m) => m.names.length === 1)
  const person = named(line, clause.from, clause.to, 'person').length > 0
  const found =
    gear.length > 0
      ? gear.map((m) => m.names[0] ?? '')
      : person
        ? targets(line, clause).flatMap((f) => (f.names.length === 1 ? f.names : []))
        : []
  return found.length > 0 ? found.map((what) => ({ do: 'back', what, ...whenOf(line, clause) })) : undefined
}
