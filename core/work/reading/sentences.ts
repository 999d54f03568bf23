/** What a whole sentence is: an intention, a reminder, a warning, a note; and the order in which sentences are read. */
import type { Act } from './acts.ts'
import { correct, undo } from './corrections.ts'
import { answer, claim } from './hearsay.ts'
import { type Line, named, tagged, within, words } from './line.ts'
import { question } from './questions.ts'
import { type Reader, type Sentence, whole } from './sentence.ts'
import { sum } from './sum.ts'
import { quantities } from './amounts.ts'
import { intention } from './voice.ts'

export const remind: Reader = (line, { from, to }, said) => {
  if (
    !/^(?:please |pls )?(?:remind (?:me|us|\w+)|reminder|set a reminder|ping me|nudge me|wake me|tell me again|don't let me forget|do not let me forget)\b/.test(
      said,
    ) &&
    !/\bremind (?:me|us)\b/.test(said)
  )
    return undefined
  const time = within(line.times, from, to)[0]
  let a = from
  const skip = /^(?:please|remind|me|us|reminder|set|a|for|on|in|the|to|about|of|that|,|:|at|by|nudge|ping)$/
  for (;;) {
    if (time && a === time.from) a = time.to
    else if (a < to - 1 && skip.test(line.tokens[a]?.word ?? '')) a++
    else break
  }
  return [{ do: 'remind', ...(time ? { on: time.future } : {}), words: whole(line, a, to) }]
}

export const verify: Reader = (line, { from, to }, said) => {
  const cue =
    /\b(?:make sure|double ?-?check|please check|be sure|look twice|check twice|look again|mind the polarity|watch the polarity|to be (?:checked|verified)|look up|must be (?:checked|verified)|needs? (?:checking|to be checked|a second pair|a second look|verifying|to be verified)|has to be checked|check again|verify|check (?:whether|if|that|the|which|how|polarity|orientation)|get .* checked|have .* checked|somebody (?:should |please )?check|someone (?:should |please )?check|second pair of eyes)\b/.test(
      said,
    ) ||
    /\bcheck(?:ed)?\b.*\b(?:first|before)\b/.test(said) ||
    /^check\b/.test(said)
  const before = /\bbefore\b/.test(said)
  const subject = named(line, from, to, 'position')[0] ?? named(line, from, to, 'zone', 'gear')[0]
  if (!cue || !subject) return undefined
  if (
    !before &&
    !/\b(?:polarity|orientation|way round|right way|plus|minus|pin 1|seated|direction|first|marking|make sure|double|verify|be sure|correct|value|fitted right|stripe|notch|twice)\b/.test(
      said,
    )
  )
    return undefined
  const what = subject.names[0] ?? ''
  return [{ do: 'verify', what, words: whole(line, from, to) }]
}

const hazard: Reader = (line, { from, to }, said) => {
  const hit = tagged(line, from, to, 'hazard')[0]
  // "six keys on the right do not work": a fault. "Do not work on it alone" is a warning.
  if (hit && /^(?:do not|never) (?:work|run|turn)$/.test(words(line, hit.from, hit.to)) && hit.from > from)
    return undefined
  if (!hit) return undefined
  if (
    /\b(?:was careful|carefully|no danger|not dangerous|is not live|was live once|with care|no longer (?:live|dangerous))\b/.test(
      said,
    )
  )
    return undefined
  if (/^(?:i|we|petra|imke|jonas)\b/.test(said) && !/\b(?:warning|danger)/.test(said)) return undefined
  if (
    /\bdo not touch\b/.test(said) &&
    /\b(?:until|till)\b/.test(said) &&
    within(line.times, from, to).length > 0
  )
    return undefined
  if (/\bnever (?:rang|worked|ran|had|was|been|saw|seen|used)\b/.test(said)) return undefined
  return [{ do: 'hazard', words: whole(line, from, to) }]
}

const laterWork =
  /^(?:next (?:time|week|session|evening|month) ?:|to ?do|plan|next (?:time|step|up|session|evening)|for (?:next (?:time|week)|later|tomorrow)|still (?:to do|needs?|need to|have to|must|open)|later|tomorrow|next week|next month|on the list|to buy|to order|shopping list|shopping|must (?:buy|get|order|not forget)|need(?:ed)?|needs|wanted|remember to|don't forget|do not forget|not to forget)\b/

const laterEnd =
  /\b(?:needs? (?:a |an |some |new |to be |doing|replacing|cleaning|oiling|more|recapping|repair|attention|another)|still to (?:do|come|be)|has to be|have to be|to be (?:done|replaced|cleaned|ordered|bought)|is (?:for )?(?:next (?:time|week)|tomorrow)|(?:can|must|will have to) wait|next time|another (?:day|time|evening)|wants (?:cleaning|oiling|replacing|a (?:clean|wash|new)))\b/

const plan: Reader = (line, { from, to }, said) => {
  const time = within(line.times, from, to)[0]
  const when = time ? { when: time.future } : {}
  if (
    /\b(?:rest|drying|dry|soak|set|cure|curing|resting)\b/.test(said) &&
    /\b\d+ ?(?:h|hours?|days?|min|minutes?)\b|\b\d+h\b/.test(said)
  )
    return undefined
  // "Saturday we recap C3": somebody, a day to come and a verb that is not past.
  if (
    time &&
    time.future > line.scene.now.slice(0, time.future.length) &&
    /\b(?:i|we) (?!was|were|had|have|did)/.test(said) &&
    line.verbs.some(
      (v) =>
        v.at >= from &&
        v.at < to &&
        v.form === 'base' &&
        /^(?:i|we)$/.test(line.tokens[v.at - 1]?.word ?? ''),
    )
  )
    return [{ do: 'plan', words: whole(line, from, to), ...when }]
  // "wash the roller tomorrow": told to oneself for a day to come.
  if (
    time &&
    !/\b(?:until|till|by|due)\b/.test(said) &&
    time.future > line.scene.now.slice(0, time.future.length) &&
    line.verbs.some((v) => v.at === from && v.form === 'base' && v.verb.act !== 'read')
  )
    return [{ do: 'plan', words: whole(line, from, to), ...when }]
  const done =
    line.verbs.some((v) => v.at >= from && v.at < to && v.form === 'past' && v.verb.act !== 'read') &&
    !intention.test(said)
  if (
    /^(?:order|buy|get|fetch|find|ask for)\b(?! (?:hot|warm|worse|better))/.test(said) &&
    !line.times.some((t) => t.past === t.future && t.past <= line.scene.now)
  )
    return [{ do: 'plan', words: whole(line, from, to), ...when }]
  if (intention.test(said) || (laterWork.test(said) && !done))
    return [{ do: 'plan', words: whole(line, from, to), ...when }]
  if (
    /^(?:maybe|perhaps|worth|could|might) (?:try|do|use|clean|check|swap|replace|test|look|trying|get|borrow|make|order)\b/.test(
      said,
    ) &&
    !/\?/.test(said)
  )
    return [{ do: 'plan', words: whole(line, from, to), ...when }]
  if (laterEnd.test(said) && !done && tagged(line, from, to, 'finding', 'bad').length === 0)
    return [{ do: 'plan', words: whole(line, from, to), ...when }]
  // "Tomorrow: the keys", "C12 next week": named for a day to come, nothing done.
  return undefined
}

/** A clear sentence that says that something was not so, or not done: nothing is made of it. */
const denied =
  /^(?:there (?:is|was|are|were) )?(?:no(?! joy| luck)|not any|not a trace of|never any) (?:sign(?:s)? of |trace(?:s)? of |visible |more )?(?=\w)|^(?:did not (?:get round|get to|manage|have time|find|see|touch|do|clean|look)|have not (?:touched|looked|found|seen|got|had)|could not (?:find|see) |nothing (?:found|to note|to report|special|new|else|unusual|wrong with)|no time\b|looked at|looked (?:through|over|for)|(?:i|we) (?:did not|have not|could not find|looked))/

/** What is told of the work around the machine. */
export const told =
  /^(?:(?:i |we )?took (?:\w+ ){0,4}(?:photos?|pictures?|photographs?|pics)\b|photos?|pictures?|spent|made (?:a |some )?(?:tea|coffee|notes|sketch|drawing|list|copies)|waited|had (?:a|some) (?:visit|visitors|tea|coffee|chat|look)|talked|met|looked up|read (?:the|up|through)|searched|searching|found (?:the|a) (?:manual|schematic|drawing|page|website|book)|printed (?:out )?(?:the |a |some )?(?:manual|schematic|label|labels|pages|list|instructions|drawing)|downloaded|scanned|sorted|tidied|cleared up|swept|showed|wrote (?:to|down|an)|phoned|called|emailed|rang up|ordered nothing|watched|visitors?|cold (?:in|tonight)|very cold|nice evening|good evening|radio|lunch|tea break|(?:i|we) (?:spent|took (?:photos|pictures)|talked|met|looked|searched|tidied|found the (?:manual|page|schematic)))\b/

export const note: Reader = (line, { from, to }, said) => {
  if (to - from < 3) return undefined
  // "Picture rolls when warm", "waited, then measured C1: 0 V": a trial and a reading, whatever stands first.
  const more =
    (named(line, from, to, 'function').some((m) => m.from <= from + 1) &&
      tagged(line, from, to, 'good', 'bad', 'part', 'now and then').length > 0) ||
    quantities(line, from, to).some((q) => q.of === 'electrical')
  if (told.test(said) && !more) return [{ do: 'note', words: whole(line, from, to) }]
  if (!denied.test(said)) return undefined
  // "No picture", "no sound at all": what a test shows.
  const fails =
    named(line, from, to, 'function').length > 0 &&
    /^(?:no|there (?:is|was) no)\b/.test(said) &&
    tagged(line, from, to, 'finding', 'incident').length === 0
  if (
    fails ||
    (/\bno (?:failures?|errors?|problems?|complaints?|faults?|smoke)\b/.test(said) &&
      tagged(line, from, to, 'finding').length === 0)
  )
    return undefined
  return [{ do: 'note', words: whole(line, from, to) }]
}

const readers: readonly Reader[] = [
  undo,
  correct,
  sum,
  answer,
  question,
  remind,
  claim,
  verify,
  hazard,
  plan,
  note,
]

/** What a sentence as a whole is, before its clauses are looked at. */
export function spokenAs(line: Line, s: Sentence): readonly Act[] | undefined {
  const said = words(line, s.from, s.to)
  for (const reader of readers) {
    const acts = reader(line, s, said)
    if (acts) return acts
  }
  return undefined
}
