/** The words of what machines are wanted for, of planned work, and of a plan over several evenings. */
import { say } from './say.ts'
import type { BodyOf } from '#core/history/bodies/index.ts'
import type { End } from '#core/history/bodies/job.ts'
import type { Aim } from '#core/plan/aim.ts'
import { fifths, type Helped } from '#core/plan/chance.ts'
import type { HouseMinutes, MinutesFrom, StepOf } from '#core/plan/given.ts'
import type { Never } from '#core/plan/never.ts'
import type { Bar } from '#core/plan/why.ts'
import { dayOnly, durationWords } from './dates.ts'
import { commas, list } from './lists.ts'
import { todoLine } from './todo.ts'

export const endChoices: readonly { readonly value: End; readonly label: string }[] = [
  { value: 'shown running', label: say('to be shown running') },
  { value: 'displayed', label: say('to be displayed, kept switched off') },
  { value: 'lent', label: say('to be lent') },
  { value: 'sold', label: say('to be sold') },
  { value: 'returned', label: say('to be returned') },
]
export const endWords = (end: End): string => endChoices.find((c) => c.value === end)?.label ?? end
export const mattersChoices = [
  { value: '1', label: say('a little') },
  { value: '2', label: say('as others') },
  { value: '3', label: say('most') },
] as const

type Wanted = Pick<Extract<BodyOf<'job'>, { what: 'wanted' }>, 'end' | 'by' | 'promised' | 'words'>

/** "to be shown running by 12 Dec 2026, promised, open day". */
export const wantedWords = ({ end, by, promised, words }: Wanted): string =>
  commas(
    by === undefined ? endWords(end) : say('{end} by {by}', { end: endWords(end), by: dayOnly(by) }),
    promised && say('promised'),
    words,
  )

export function jobEntryWords(body: BodyOf<'job'>, machine: string): string {
  switch (body.what) {
    case 'wanted':
      return say('{machine} is {wanted}', { machine, wanted: wantedWords(body) })
    case 'not wanted':
      return say('{machine} is not planned for any more', { machine })
    case 'planned':
      return say('{machine}, work planned: {name} ({steps})', {
        machine,
        name: body.name,
        steps: list(body.steps.map((s) => s.what)),
      })
    case 'dropped':
      return say('{machine}: planned work dropped', { machine })
    case 'takes':
      return say('{machine}: a step takes {minutes}', { machine, minutes: durationWords(body.minutes) })
    case 'effort':
      return say('the house gives {round} of hands to a machine {end}', {
        round: durationWords(Math.round(body.hours * 60)),
        end: endWords(body.end),
      })
    case 'done':
      return commas(
        say('{machine}, done: {sort}', { machine, sort: body.sort }),
        body.minutes !== undefined && durationWords(body.minutes),
      )
  }
}

/** What a step is called on a sheet. */
export function stepWords({ is, own }: StepOf): string {
  if (own !== undefined) return own
  if ('todo' in is) return todoLine(is.todo, 'n' in is.todo ? (is.todo.n as number) : is.todo.items.length)
  if ('reserved' in is) return say('Kept free for what the fault asks for')
  if ('hand' in is) return is.hand.what
  return is.what
}

const measured = ({ n, low, high }: HouseMinutes): string =>
  say('this house, {n} times: {round} to {highRound} min', {
    n,
    round: Math.round(low),
    highRound: Math.round(high),
  })
/** Where the minutes of a step come from. */
export function minutesWords(from: MinutesFrom): string {
  switch (from.by) {
    case 'said':
      return say('set by hand')
    case 'house':
      return measured(from)
    case 'record':
      return say('by its record and its type’s sheet')
    case 'told':
      return say('as its sheet was told')
    case 'plan':
      return say('as it was planned')
    case 'rule':
      return say('house figure, not measured')
  }
}

/** "holds in about 4 of 5". */
export function chanceWords(chance: number): string {
  const n = fifths(chance)
  if (n === 5) return say('likely holds: about 5 of 5')
  if (n === 0) return say('will hardly hold: about 0 of 5')
  return say('holds in about {n} of 5', { n })
}

export function helpWords({ help, chance }: Helped): string {
  const then = say('about {fifths} of 5', { fifths: fifths(chance) })
  switch (help.by) {
    case 'one more evening':
      return say('One more evening would help most: {then}.', { then })
    case 'another authorised person':
      return say('Another person authorised for {authority} would help most: {then}.', {
        authority: help.authority,
        then,
      })
    case 'what is waited for':
      return say('What is waited for would help most if it were there at once: {then}.', { then })
  }
}

const aimWords: Readonly<Record<Aim, string>> = {
  'promised dates missed': say('a promised date would be missed'),
  'told steps changed': say('something that stood already would move'),
  'days late': say('something would be later than its date'),
  'left over': say('something else would find no room'),
  'open nights': say('a machine would stay open for longer'),
  ends: say('others would be ready later'),
  changes: say('somebody would have to change machines more often'),
}
export const purposeWords = (aim: Aim | undefined): string =>
  aim === undefined
    ? say('It could be earlier; nothing would be gained.')
    : say('On purpose: {aimWords}.', { aimWords: aimWords[aim] })

export interface BarNames {
  readonly person: (index: number) => string
  readonly step: (index: number) => string
  readonly when: (minute: number) => string
  readonly place: (index: number) => string
  /** On which evening somebody comes to it. */
  readonly comes: string
}

/** Why a step is not earlier: one thing that bars it. */
export function barWords(bar: Bar, { person, step, when, place, comes }: BarNames): string {
  switch (bar.why) {
    case 'wait before':
      return say('waits for {step} until {when}', { step: step(bar.step), when: when(bar.until) })
    case 'step before':
      return say('comes after {step}', { step: step(bar.step) })
    case 'not before':
      return say('has to wait until {when}', { when: when(bar.until) })
    case 'comes only':
      return say('{person} comes only on {comes}', { person: person(bar.person), comes })
    case 'authorised only':
      return say('only {people} may do it', { people: list(bar.people.map(person)) })
    case 'second person':
      return say('there is no second person')
    case 'busy with':
      return say('{person} is busy with {step}', { person: person(bar.person), step: step(bar.step) })
    case 'nobody to look after it':
      return say('no one is free to look after it while it runs')
    case 'place':
      return say('no {place} is free: {step}', { place: place(bar.place), step: step(bar.step) })
    case 'machine in hand':
      return say('the machine is in hand: {step}', { step: step(bar.step) })
    case 'gear':
      return say('{gear} is in use: {step}', { gear: bar.gear, step: step(bar.step) })
    case 'daylight':
      return say('there is not enough sun')
    case 'most-gap after':
      return say('{step} may not wait so long for it', { step: step(bar.step) })
    case 'pinned':
      return say('it is pinned')
  }
}

/** Why a step finds no room even with nothing else to do. */
export function neverWords(
  never: Never,
  { step, when, place }: Pick<BarNames, 'step' | 'when' | 'place'>,
): string {
  switch (never.why) {
    case 'not before':
      return say('it has to wait until {when}', { when: when(never.until) })
    case 'nobody authorised':
      return say('none of those who come is authorised for {authority}', { authority: never.authority })
    case 'second person':
      return say('it is for two, and whoever may do it is never there with somebody else')
    case 'too long':
      return say('no evening is long enough for it')
    case 'no sun':
      return say('no evening has enough sun for it')
    case 'no place':
      return say('there is no {place} to do it at', { place: place(never.place) })
    case 'follows':
      return say('it comes after {step}', { step: step(never.step) })
    case 'together':
      return say('no evening has all that it needs at once')
  }
}
