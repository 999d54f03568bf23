/** What is said of a fault: suspects and their shares, what was seen, what to do next, how a search may end. */
import type { DiagnosisEnd } from '#core/history/bodies/diagnosis.ts'
import { lookFunction } from '#core/history/results.ts'
import type { AdviceStatus } from '#core/diagnosis/heard.ts'
import type {
  ActRow,
  FaultView,
  ObservationRow,
  ReasonRow,
  ShownFault,
  SuspectRow,
} from '#core/views/fault-shape.ts'
import { checkTitles } from './checks.ts'
import { ruleTitle } from './rules.ts'
import { dayWords } from './dates.ts'
import type { When } from './status.ts'
import { anyOf, capital, count, list } from './lists.ts'

/** Shares are told in steps of five, and never as certain. */
export const shareStep = (share: number): number => Math.min(95, Math.round(share * 20) * 5)
export const shareWords = (share: number): string => {
  const step = shareStep(share)
  return step === 0 ? 'under 5 %' : `${step} %`
}

/** "IC40", "contact of IC40", "joint of C3", "connector X1": as a row names it. */
export function suspectName({ sort, name }: Pick<SuspectRow, 'sort' | 'name'>): string {
  switch (sort) {
    case 'part':
    case 'gear':
      return name
    case 'seat':
      return `contact of ${name}`
    case 'joint':
      return `joint of ${name}`
    case 'wire':
      return `connection at ${name}`
    case 'setting':
      return `setting of ${name}`
    case 'place':
      return `what was done to ${name}`
    case 'unknown':
      return 'something no sheet names'
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
      if (part && other) return `${name} or its ${other.sort === 'joint' ? 'joint' : 'contact'}`
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
      return anyOf([...names.slice(0, mostNamed), `${more} more`])
    })
  return big.length > 0
    ? `No one suspect stands out: it may be ${big.join('; or ')}.`
    : 'Nothing stands out yet.'
}

/** A function as a sentence names it; the look that found a machine dead is none. */
export const failingWords = (name: string): string =>
  name === lookFunction ? 'it was found dead at a look' : name

/** The one sentence that says what is likeliest, and what else. */
export function faultSentence(shown: ShownFault): string {
  if (shown.missing.length > 0)
    return `${capital(shown.target)} tells nothing yet: ${list(shown.missing, 4)} ${shown.missing.length === 1 ? 'is' : 'are'} out.`
  // What nothing made likelier may be bad all the same; it does not explain what fails.
  const fault = { ...shown, suspects: shown.suspects.filter((s) => s.likelier) }
  if (fault.nothing >= 0.5)
    return `By what was seen, nothing may be wrong any more: ${fault.targetReads ? 'read' : 'test'} ${fault.target} again.`
  const [first] = fault.suspects
  if (first && first.share >= standsOut && fault.sayNeeds === fault.target)
    return `Nobody has said what ${fault.target} needs, so anything may matter; of what is on record, ${together([first])} is likeliest.`
  if (!first || first.share < standsOut)
    return fault.sayNeeds
      ? `Nothing stands out, because nobody has said what ${fault.sayNeeds} needs.`
      : fault.unnamed >= standsOut
        ? 'Nothing that the sheet names stands out.'
        : noneAlone(fault)
  const likely = fault.suspects.filter((s) => s.group === first.group && s.share >= first.share / 2)
  const names = [...new Set(likely.map((s) => s.name))]
  const most = together(likely.filter((s) => names.slice(0, mostNamed).includes(s.name)))
  const more = names.length > mostNamed ? `, or one of ${names.length - mostNamed} more` : ''
  const next = fault.suspects.find((s) => !names.includes(s.name))
  const otherwise = next && next.share >= 0.05 ? `; then ${together([next])}` : ''
  return `Most likely ${most}${more}${otherwise}.`
}

/** What stands beside the shares: they hold only as far as the sheet does. */
export const ifTheSheetIsRight = 'Shares hold if the sheet is right. None is certain.'

export function reasonWords(reason: ReasonRow, when: When): string {
  switch (reason.why) {
    case 'counted':
      return `${reason.bad} of ${reason.judged} of its kind (${reason.kind}) judged here ${reason.bad === 1 ? 'was' : 'were'} bad`
    case 'known weak':
      return `known weak: ${reason.words}`
    case 'finding':
      return `${reason.sort} at ${reason.place}`
    case 'suspected':
      return `${reason.by ?? 'somebody'} suspects it${reason.words ? `: ${reason.words}` : ''}`
    case 'proved good':
      return `proved good ${dayWords(reason.at, when.zone)}`
    case 'proved bad':
      return `proved bad ${dayWords(reason.at, when.zone)}`
    case 'gear proved':
      return `proved ${dayWords(reason.at, when.zone)}`
    case 'look-alike':
      return `put in here, and ${list(reason.of)} ${reason.of.length === 1 ? 'takes' : 'take'} what looks the same`
    case 'made new':
      return 'made new by the work'
    case 'happened':
      return `${reason.what}${reason.at ? ` ${dayWords(reason.at, when.zone)}` : ''}`
    case 'stood':
      return `stood ${count(Math.round(reason.years), 'year')}`
  }
}

export function actTitle(act: ActRow): string {
  const then =
    act.then === undefined
      ? ''
      : act.then === lookFunction
        ? ', then see whether it lives'
        : `, then ${act.thenReads ? 'read' : 'test'} ${act.then}`
  switch (act.sort) {
    case 'test':
      return `Test ${act.at}${act.again ? ' again' : ''}`
    case 'read':
      return `Read ${act.at}${act.again ? ' again' : ''}`
    case 'look':
      return `Look at ${act.at}`
    case 'reseat':
      return `Reseat ${act.at}${then}`
    case 'swap':
      return `Swap ${act.at} with a proved one${then}`
    case 'resolder':
      return `Resolder ${act.at}${then}`
    case 'try in a host':
      return `Try ${act.at} in a proved host`
    case 'stand in':
      return `Test ${act.then ?? ''} with ${act.gear ?? ''} for ${act.at}`
    case 'unplug a load':
      return `Unplug a load of ${act.at}, then read it`
    case 'prove gear':
      return `Prove ${act.at}`
    case 'other gear':
      return `Test ${act.then ?? ''} with other gear than ${act.at}`
    case 'check the setting':
      return `Check the setting of ${act.at}${then}`
  }
}

const ridVerbs: Readonly<Partial<Record<ActRow['sort'], string>>> = {
  reseat: 'reseat it',
  swap: 'swap it',
  resolder: 'resolder it',
  'check the setting': 'check it',
  'other gear': 'use other gear',
}
/** "swap it, then test: about 8 min": what it would cost to be rid of. */
export const ridWords = ({ sort, minutes }: NonNullable<SuspectRow['rid']>): string =>
  `${ridVerbs[sort] ?? 'mend it'}, then test: about ${Math.round(minutes)} min`

const touched: Readonly<Record<ActRow['touches'], string>> = {
  nothing: 'nothing is touched',
  disturbed: 'it is disturbed',
  altered: 'it is altered, for good',
}

/** "splits IC40 from supply", or what it mends. */
export function actTells(act: ActRow): string {
  if (act.sort === 'look') return 'a scorch or a crack would tell; a clean look tells little'
  if (act.again) return 'one failure may be a slip: a second one hardly is'
  if (act.proves) return 'it was not tried on what is there now'
  if (act.then && act.sort !== 'stand in')
    return `works after it in about ${Math.max(5, Math.round(act.passes * 20) * 5)} of 100`
  if (act.sees.length === 0) return 'nobody has said what feeds it'
  return act.leaves.length > 0
    ? `tells ${list(act.sees)} from ${list(act.leaves)}`
    : `speaks of ${list(act.sees)} and of what is not named`
}

const whole = (minutes: number): string => `${Math.round(minutes)} min`

/** "2 min, nothing is touched; about 26 min to the end, 33 by mends alone". */
export const actCost = (act: ActRow): string =>
  `${whole(act.minutes)}, ${touched[act.touches]}; about ${whole(act.toTheEnd)} to the end, ${Math.round(act.without)} by mends alone`

export function actNeeds(act: ActRow): string | undefined {
  if (!act.part) return undefined
  const { kind, proved, others } = act.part
  if (proved > 0) return `${count(proved, `proved ${kind}`, `proved ${kind}`)} in stock`
  if (others > 0) return `no proved ${kind} in stock; ${others} of which nobody knows`
  return `no ${kind} in stock`
}

export function actBar(act: ActRow): string | undefined {
  if (act.powerBarred) return 'It must not be powered: its page says why. Clear that first.'
  if (act.bar)
    return `Open first, under “${checkTitles[act.bar.check]}”: ${list(act.bar.rules.map((r) => ruleTitle(r).toLowerCase()))}.`
  if (act.railsFirst)
    return `Read ${list(act.railsFirst.slice(0, 4))} first: a part put into a bad rail may die.`
  return undefined
}

export function observationWords(o: ObservationRow): string {
  const where = o.where ? ` in ${o.where}` : ''
  const times = o.times > 1 ? `, ${o.times} times` : ''
  if (o.is === 'comes and goes')
    return `${o.of}${where} comes and goes${o.goes ? `, failed ${o.goes.k} of ${o.goes.n}` : ''}${o.symptom ? `: ${o.symptom}` : ''}`
  if (o.sort === 'reading')
    return o.is === 'pass'
      ? `${o.of}${where} read within its band`
      : `${o.of}${where} read outside its band${o.symptom ? `: ${o.symptom}` : ''}`
  return o.is === 'pass'
    ? `${o.of}${where} passed${times}`
    : `${o.of}${where} failed${times}${o.symptom ? `: ${o.symptom}` : ''}`
}

export const throughWords = (o: ObservationRow): string =>
  o.anything
    ? 'nobody has said what it needs: anything may matter'
    : o.through.length === 0
      ? 'nobody has said what feeds it'
      : `through ${list(o.through, 8)}`

/** What each end means for the status and for whoever comes next. */
export const endMeaning: Readonly<Record<DiagnosisEnd, { readonly title: string; readonly means: string }>> =
  {
    'replace the module': {
      title: 'Replace the whole module',
      means:
        'The faulty module is kept with the machine or in stock, marked as bad. The machine is tested again with the other one.',
    },
    'display only': {
      title: 'Show it, do not run it',
      means:
        'Its status becomes “not run, by decision”. Whoever comes next finds the reason, and need not try it.',
    },
    'cause unknown': {
      title: 'Keep it with the cause unknown',
      means:
        'It stays as it is and says so. Whoever comes next begins where you stopped, with all that was seen.',
    },
  }

export const adviceStatusWords: Readonly<Record<AdviceStatus, string>> = {
  untried: 'not tried',
  'tried, no effect': 'tried, no effect',
  'tried, helped': 'tried, and it helped',
  disproved: 'tried, and it did not hold',
  confirmed: 'it held',
  dropped: 'dropped, not tried',
}

export const approachWords: Readonly<Record<FaultView['approach'], string>> = {
  'fewest minutes': 'Ordered by expected minutes until it works.',
  'what changed first': 'What was touched since it last worked comes first.',
  'look and reseat first': 'Looks and reseats come first.',
  'information a minute': 'What tells most a minute comes first; it takes longer until it works.',
}

/** Beside the acts, where small changes of the house figures would turn the order. */
export const closeWords = 'The first acts are close: with slightly other figures another would come first.'

export const restWords = ({ n, share }: ShownFault['rest']): string =>
  `${count(n, 'other', 'others')}, ${shareWords(share)} together`

export const pairWords = (pair: NonNullable<ShownFault['pair']>): string =>
  `Two faults are nearly as likely: ${suspectName(pair[0])} and ${suspectName(pair[1])} together.`

export const endTitle = (end: DiagnosisEnd): string => capital(endMeaning[end].title)
