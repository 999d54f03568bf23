/** What is said of a fault: suspects and their shares, what was seen, what to do next, how a search may end. */
import { say, shown } from './say.ts'
import { lookFunction } from '#core/history/results.ts'
import type { ActRow, ObservationRow, ReasonRow, ShownFault, SuspectRow } from '#core/views/fault-shape.ts'
import { checkTitles } from './checks.ts'
import { ruleTitle } from './rules.ts'
import { dayWords } from './dates.ts'
import type { When } from './status.ts'
import { anyOf, capital, colon, commas, count, list, plainEnd, semicolons } from './lists.ts'

/** Shares are told in steps of five, and never as certain. */
export const shareStep = (share: number): number => Math.min(95, Math.round(share * 20) * 5)
export const shareWords = (share: number): string => {
  const step = shareStep(share)
  return step === 0 ? say('under 5 %') : `${step} %`
}

/** "IC40", "contact of IC40", "joint of C3", "connector X1": as a row names it. */
export function suspectName({ sort, name }: Pick<SuspectRow, 'sort' | 'name'>): string {
  switch (sort) {
    case 'part':
    case 'gear':
      return name
    case 'seat':
      return say('contact of {name}', { name })
    case 'joint':
      return say('joint of {name}', { name })
    case 'wire':
      return say('connection at {name}', { name })
    case 'setting':
      return say('setting of {name}', { name })
    case 'place':
      return say('what was done to {name}', { name })
    case 'unknown':
      return say('something no sheet names')
  }
}

/** Suspects of one place in one breath: "IC40 or its contact". */
function together(rows: readonly SuspectRow[]): string {
  const names = [...new Set(rows.map((r) => r.name))]
  return anyOf(
    names.map((name) => {
      const own = rows.filter((r) => r.name === name)
      const part = own.find((r) => r.sort === 'part')
      const other = own.find((r) => r.sort !== 'part')
      if (part && other)
        return other.sort === 'joint'
          ? say('{name} or its joint', { name })
          : say('{name} or its contact', { name })
      return own[0] ? suspectName(own[0]) : name
    }),
  )
}

/** A share from which something is worth naming first. */
const standsOut = 0.15
/** A share of a group from which it is named where none of it stands out. */
const leastTogether = 0.2
const mostNamed = 3

/** No one stands out, but groups that nothing tells apart may. */
function noneAlone(fault: ShownFault): string {
  const groups = new Map<number, SuspectRow[]>()
  for (const s of fault.suspects) groups.set(s.group, [...(groups.get(s.group) ?? []), s])
  const big = [...groups.values()]
    .map((rows) => ({ rows, sum: rows.reduce((sum, r) => sum + r.share, 0) }))
    .filter(({ sum }) => sum >= leastTogether)
    .sort((x, y) => y.sum - x.sum)
    .slice(0, 2)
    .map(({ rows }) => {
      const names = [...new Set(rows.map((r) => r.name))]
      const more = names.length - mostNamed
      if (more <= 0) return together(rows)
      return anyOf([...names.slice(0, mostNamed), say('{n} more', { n: more })])
    })
  return big.length > 0
    ? say('No one suspect stands out: it may be {big}.', { big: big.join('; or ') })
    : say('Nothing stands out yet.')
}

/** A function as a sentence names it; the look that found a machine dead is none. */
export const failingWords = (name: string): string =>
  name === lookFunction ? say('it was found dead at a look') : name

/** The one sentence that says what is likeliest, and what else. */
export function faultSentence(shown: ShownFault): string {
  if (shown.missing.length > 0)
    return shown.missing.length === 1
      ? say('{target} tells nothing yet: {missing} is out.', {
          target: capital(shown.target),
          missing: list(shown.missing, 4),
        })
      : say('{target} tells nothing yet: {missing} are out.', {
          target: capital(shown.target),
          missing: list(shown.missing, 4),
        })
  // What nothing made likelier may be bad all the same; it does not explain what fails.
  const fault = { ...shown, suspects: shown.suspects.filter((s) => s.likelier) }
  if (fault.nothing >= 0.5)
    return fault.targetReads
      ? say('By what was seen, nothing may be wrong any more: read {target} again.', { target: fault.target })
      : say('By what was seen, nothing may be wrong any more: test {target} again.', { target: fault.target })
  const [first] = fault.suspects
  if (first && first.share >= standsOut && fault.sayNeeds === fault.target)
    return say(
      'What {target} needs is not recorded, so anything may matter; of what is on record, {together} is likeliest.',
      { target: fault.target, together: together([first]) },
    )
  if (!first || first.share < standsOut)
    return fault.sayNeeds
      ? say('Nothing stands out, because what {sayNeeds} needs is not recorded.', {
          sayNeeds: fault.sayNeeds,
        })
      : fault.unnamed >= standsOut
        ? say('Nothing that the sheet names stands out.')
        : noneAlone(fault)
  const likely = fault.suspects.filter((s) => s.group === first.group && s.share >= first.share / 2)
  const names = [...new Set(likely.map((s) => s.name))]
  const most = together(likely.filter((s) => names.slice(0, mostNamed).includes(s.name)))
  const next = fault.suspects.find((s) => !names.includes(s.name))
  return plainEnd(
    semicolons(
      commas(
        say('Most likely {most}', { most }),
        names.length > mostNamed && say('or one of {names} more', { names: names.length - mostNamed }),
      ),
      next && next.share >= 0.05 && say('then {together}', { together: together([next]) }),
    ),
  )
}

/** What stands beside the shares: they hold only as far as the sheet does. */
export const ifTheSheetIsRight = say('Shares hold if the sheet is right. None is certain.')

export function reasonWords(reason: ReasonRow, when: When): string {
  switch (reason.why) {
    case 'counted':
      return reason.bad === 1
        ? say('{bad} of {judged} of its kind ({kind}) judged here was bad', {
            bad: reason.bad,
            judged: reason.judged,
            kind: reason.kind,
          })
        : say('{bad} of {judged} of its kind ({kind}) judged here were bad', {
            bad: reason.bad,
            judged: reason.judged,
            kind: reason.kind,
          })
    case 'known weak':
      return say('known weak: {words}', { words: reason.words })
    case 'finding':
      return say('{sort} at {place}', { sort: reason.sort, place: reason.place })
    case 'suspected':
      return colon(say('{by} suspects it', { by: reason.by ?? say('somebody') }), reason.words)
    case 'proved good':
      return say('proved good {at}', { at: dayWords(reason.at, when.zone) })
    case 'proved bad':
      return say('proved bad {at}', { at: dayWords(reason.at, when.zone) })
    case 'gear proved':
      return say('proved {at}', { at: dayWords(reason.at, when.zone) })
    case 'look-alike':
      return reason.of.length === 1
        ? say('put in here, and {of} takes what looks the same', { of: list(reason.of) })
        : say('put in here, and {of} take what looks the same', { of: list(reason.of) })
    case 'made new':
      return say('made new by the work')
    case 'happened':
      return commas(shown(reason.what), reason.at && dayWords(reason.at, when.zone))
    case 'stood':
      return say('stood {round}', { round: count(Math.round(reason.years), 'year') })
  }
}

export function actTitle(act: ActRow): string {
  const then =
    act.then === undefined
      ? ''
      : act.then === lookFunction
        ? say('then see whether it lives')
        : act.thenReads
          ? say('then read {then}', { then: act.then })
          : say('then test {then}', { then: act.then })
  switch (act.sort) {
    case 'test':
      return act.again ? say('Test {at} again', { at: act.at }) : say('Test {at}', { at: act.at })
    case 'read':
      return act.again ? say('Read {at} again', { at: act.at }) : say('Read {at}', { at: act.at })
    case 'look':
      return say('Look at {at}', { at: act.at })
    case 'reseat':
      return commas(say('Reseat {at}', { at: act.at }), then)
    case 'swap':
      return commas(say('Swap {at} with a proved one', { at: act.at }), then)
    case 'resolder':
      return commas(say('Resolder {at}', { at: act.at }), then)
    case 'try in a host':
      return say('Try {at} in a proved host', { at: act.at })
    case 'stand in':
      return say('Test {then} with {gear} for {at}', {
        then: act.then ?? '',
        gear: act.gear ?? '',
        at: act.at,
      })
    case 'unplug a load':
      return say('Unplug a load of {at}, then read it', { at: act.at })
    case 'prove gear':
      return say('Prove {at}', { at: act.at })
    case 'other gear':
      return say('Test {then} with other gear than {at}', { then: act.then ?? '', at: act.at })
    case 'check the setting':
      return commas(say('Check the setting of {at}', { at: act.at }), then)
  }
}

const ridVerbs: Readonly<Partial<Record<ActRow['sort'], string>>> = {
  reseat: say('reseat it'),
  swap: say('swap it'),
  resolder: say('resolder it'),
  'check the setting': say('check it'),
  'other gear': say('use other gear'),
}
/** "swap it, then test: about 8 min": what it would cost to be rid of. */
export const ridWords = ({ sort, minutes }: NonNullable<SuspectRow['rid']>): string =>
  say('{ridVerbs}, then test: about {round} min', {
    ridVerbs: ridVerbs[sort] ?? say('repair it'),
    round: Math.round(minutes),
  })

const touched: Readonly<Record<ActRow['touches'], string>> = {
  nothing: say('nothing is touched'),
  disturbed: say('it is disturbed'),
  altered: say('it is altered, for good'),
}

/** "splits IC40 from supply", or what it mends. */
export function actTells(act: ActRow): string {
  if (act.sort === 'look') return say('a scorch or a crack would tell; a clean look tells little')
  if (act.again) return say('one failure may be a slip: a second one hardly is')
  if (act.proves) return say('it was not tried on what is there now')
  if (act.then && act.sort !== 'stand in')
    return say('works after it in about {max} of 100', { max: Math.max(5, Math.round(act.passes * 20) * 5) })
  if (act.sees.length === 0) return say('what feeds it is not recorded')
  return act.leaves.length > 0
    ? say('tells {sees} from {leaves}', { sees: list(act.sees), leaves: list(act.leaves) })
    : say('speaks of {sees} and of what is not named', { sees: list(act.sees) })
}

const whole = (minutes: number): string => say('{round} min', { round: Math.round(minutes) })

/** "2 min, nothing is touched; about 26 min to the end, 33 by repairs alone". */
export const actCost = (act: ActRow): string =>
  say('{whole}, {touched}; about {actWhole} to the end, {round} by repairs alone', {
    whole: whole(act.minutes),
    touched: touched[act.touches],
    actWhole: whole(act.toTheEnd),
    round: Math.round(act.without),
  })

export function actNeeds(act: ActRow): string | undefined {
  if (!act.part) return undefined
  const { kind, proved, others } = act.part
  if (proved > 0) return say('{n} proved {kind} in stock', { n: proved, kind })
  if (others > 0) return say('no proved {kind} in stock; {others} not tested', { kind, others })
  return say('no {kind} in stock', { kind })
}

export function actBar(act: ActRow): string | undefined {
  if (act.powerBarred) return say('It must not be powered: its page says why. Clear that first.')
  if (act.bar)
    return say('Open first, under “{checkTitles}”: {rules}.', {
      checkTitles: checkTitles[act.bar.check],
      rules: list(act.bar.rules.map((r) => ruleTitle(r).toLowerCase())),
    })
  if (act.railsFirst)
    return say('Read {railsFirst} first: a part put into a bad rail may die.', {
      railsFirst: list(act.railsFirst.slice(0, 4)),
    })
  return undefined
}

export function observationWords(o: ObservationRow): string {
  const of = o.where ? say('{of} in {where}', { of: o.of, where: o.where }) : o.of
  const times = o.times > 1 && say('{times} times', { times: o.times })
  if (o.is === 'comes and goes')
    return o.goes
      ? colon(say('{of} comes and goes, failed {k} of {n}', { of, k: o.goes.k, n: o.goes.n }), o.symptom)
      : colon(say('{of} comes and goes', { of }), o.symptom)
  if (o.sort === 'reading')
    return o.is === 'pass'
      ? say('{of} read within its band', { of })
      : colon(say('{of} read outside its band', { of }), o.symptom)
  return o.is === 'pass'
    ? commas(say('{of} passed', { of }), times)
    : colon(commas(say('{of} failed', { of }), times), o.symptom)
}

export const throughWords = (o: ObservationRow): string =>
  o.anything
    ? say('what it needs is not recorded: anything may matter')
    : o.through.length === 0
      ? say('what feeds it is not recorded')
      : say('through {through}', { through: list(o.through, 8) })

export const restWords = ({ n, share }: ShownFault['rest']): string =>
  say('{n}, {share} together', { n: count(n, 'other', 'others'), share: shareWords(share) })

export const pairWords = (pair: NonNullable<ShownFault['pair']>): string =>
  say('Two faults are nearly as likely: {suspectName} and {pairSuspectName} together.', {
    suspectName: suspectName(pair[0]),
    pairSuspectName: suspectName(pair[1]),
  })
