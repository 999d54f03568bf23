/** The machine switched on and off. */
import { words } from './line.ts'
import { whenOf } from './slots.ts'
import type { ClauseReader } from './told.ts'

const switched =
  /\b(?:power(?:ed|ing)?|switch(?:ed|ing)?|turn(?:ed|ing)?|fired?|boot(?:ed)?|shut|mains|juice)\b(?: (?:it|the machine|machine|everything|all|the mains|mains|power|the power|the lot|him|her|the whole thing|back|is|was|now|unit|the unit|again|straight|right|quickly|at once|itself|the supply|supply))* (on|off|up|down)\b/

export const power: ClauseReader = (line, clause) => {
  const said = words(line, clause.from, clause.to)
  const given =
    /\b(?:put|gave|applied|got|connected) (?:it |the machine |everything )?(?:(?:under|some|full|the|mains|on) )*(?:power|mains|juice)\b|\bunder power (?:now|again)\b/.test(
      said,
    )
  if (given && !/\b(?:off|no|not|without|before)\b/.test(said))
    return [{ do: 'power', way: 'on', ...whenOf(line, clause) }]
  const found = switched.exec(said)
  if (!found) return undefined
  // A switch of the machine that was turned, a lamp that stays on: no power.
  if (
    /\b(?:not|never|before|while|when|until|if|with the power|with power) .*\b(?:power|switch|turn)/.test(
      said,
    ) &&
    !/^(?:not)?\b.*\b(?:when|while)\b/.test('')
  ) {
    if (!/^(?:power|switch|turn)/.test(said)) return undefined
  }
  if (/\b(?:hands off|fingers off|brightness|trimmer|knob|jumper|heater only|rv\d)\b/.test(said))
    return undefined
  const way = found[1] === 'on' || found[1] === 'up' ? 'on' : 'off'
  if (found[0].startsWith('turn') && (found[1] === 'up' || found[1] === 'down')) return undefined
  return [{ do: 'power', way, ...whenOf(line, clause) }]
}
