/** The words of what machines are wanted for, of planned work, and of a plan over several evenings. */
import type { BodyOf } from '#core/history/bodies/index.ts'
import type { End } from '#core/history/bodies/job.ts'
import type { Aim } from '#core/plan/aim.ts'
import { fifths, type Helped } from '#core/plan/chance.ts'
import type { HouseMinutes, MinutesFrom, StepOf } from '#core/plan/given.ts'
import type { Never } from '#core/plan/never.ts'
import type { Bar } from '#core/plan/why.ts'
import { dayOnly, durationWords } from './dates.ts'
import { list } from './lists.ts'
import { todoLine } from './todo.ts'

export const endChoices: readonly { readonly value: End; readonly label: string }[] = [
  { value: 'shown running', label: 'to be shown running' },
  { value: 'displayed', label: 'to be displayed, not run' },
  { value: 'lent', label: 'to be lent' },
  { value: 'sold', label: 'to be sold' },
  { value: 'returned', label: 'to be returned' },
]
export const endWords = (end: End): string => endChoices.find((c) => c.value === end)?.label ?? end
export const mattersChoices = [
  { value: '1', label: 'a little' },
  { value: '2', label: 'as others' },
  { value: '3', label: 'most' },
] as const

type Wanted = Pick<Extract<BodyOf<'job'>, { what: 'wanted' }>, 'end' | 'by' | 'promised' | 'words'>

/** "to be shown running by 12 Dec 2026, promised, open day". */
export const wantedWords = ({ end, by, promised, words }: Wanted): string =>
  [`${endWords(end)}${by === undefined ? '' : ` by ${dayOnly(by)}`}`, promised ? 'promised' : '', words ?? '']
    .filter(Boolean)
    .join(', ')

export function jobEntryWords(body: BodyOf<'job'>, machine: string): string {
  switch (body.what) {
    case 'wanted':
      return `${machine} is ${wantedWords(body)}`
    case 'not wanted':
      return `${machine} is not planned for any more`
    case 'planned':
      return `${machine}, work planned: ${body.name} (${list(body.steps.map((s) => s.what))})`
    case 'dropped':
      return `${machine}: planned work dropped`
    case 'takes':
      return `${machine}: a step takes ${durationWords(body.minutes)}`
    case 'effort':
      return `the house gives ${durationWords(Math.round(body.hours * 60))} of hands to a machine ${endWords(body.end)}`
    case 'done':
      return `${machine}, done: ${body.sort}${body.minutes === undefined ? '' : `, ${durationWords(body.minutes)}`}`
  }
}

/** What a step is called on a sheet. */
export function stepWords({ is, own }: StepOf): string {
  if (own !== undefined) return own
  if ('todo' in is) return todoLine(is.todo, 'n' in is.todo ? (is.todo.n as number) : is.todo.items.length)
  if ('reserved' in is) return 'Kept free for what the fault asks for'
  if ('hand' in is) return is.hand.what
  return is.what
}

const measured = ({ n, low, high }: HouseMinutes): string =>
  `this house, ${n} times: ${Math.round(low)} to ${Math.round(high)} min`
/** Where the minutes of a step come from. */
export function minutesWords(from: MinutesFrom): string {
  switch (from.by) {
    case 'said':
      return 'set by hand'
    case 'house':
      return measured(from)
    case 'record':
      return 'by its record and its type’s sheet'
    case 'told':
      return 'as its sheet was told'
    case 'plan':
      return 'as it was planned'
    case 'rule':
      return 'house figure, not measured'
  }
}

/** "holds in about 4 of 5". */
export function chanceWords(chance: number): string {
  const n = fifths(chance)
  if (n === 5) return 'likely holds: about 5 of 5'
  if (n === 0) return 'will hardly hold: about 0 of 5'
  return `holds in about ${n} of 5`
}

export function helpWords({ help, chance }: Helped): string {
  const then = `about ${fifths(chance)} of 5`
  switch (help.by) {
    case 'one more evening':
      return `One more evening would help most: ${then}.`
    case 'another authorised person':
      return `Another person authorised for ${help.authority} would help most: ${then}.`
    case 'what is waited for':
      return `What is waited for would help most if it were there at once: ${then}.`
  }
}

const aimWords: Readonly<Record<Aim, string>> = {
  'promised dates missed': 'a promised date would be missed',
  'told steps changed': 'something that stood already would move',
  'days late': 'something would be later than its date',
  'left over': 'something else would find no room',
  'open nights': 'a machine would lie open for longer',
  ends: 'others would be ready later',
  changes: 'somebody would have to change machines more often',
}
export const purposeWords = (aim: Aim | undefined): string =>
  aim === undefined ? 'It could be earlier; nothing would be gained.' : `On purpose: ${aimWords[aim]}.`

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
      return `waits for ${step(bar.step)} until ${when(bar.until)}`
    case 'step before':
      return `comes after ${step(bar.step)}`
    case 'not before':
      return `has to wait until ${when(bar.until)}`
    case 'comes only':
      return `${person(bar.person)} comes only on ${comes}`
    case 'authorised only':
      return `only ${list(bar.people.map(person))} may do it`
    case 'second person':
      return 'there is no second person'
    case 'busy with':
      return `${person(bar.person)} is busy with ${step(bar.step)}`
    case 'nobody to look after it':
      return 'nobody is free to look after it while it runs'
    case 'place':
      return `no ${place(bar.place)} is free: ${step(bar.step)}`
    case 'machine in hand':
      return `the machine is in hand: ${step(bar.step)}`
    case 'gear':
      return `${bar.gear} is in use: ${step(bar.step)}`
    case 'daylight':
      return 'there is not enough sun'
    case 'most-gap after':
      return `${step(bar.step)} may not wait so long for it`
    case 'pinned':
      return 'it is pinned'
  }
}

/** Why a step finds no room even with nothing else to do. */
export function neverWords(
  never: Never,
  { step, when, place }: Pick<BarNames, 'step' | 'when' | 'place'>,
): string {
  switch (never.why) {
    case 'not before':
      return `it has to wait until ${when(never.until)}`
    case 'nobody authorised':
      return `nobody who comes is authorised for ${never.authority}`
    case 'second person':
      return 'it is for two, and whoever may do it is never there with somebody else'
    case 'too long':
      return 'no evening is long enough for it'
    case 'no sun':
      return 'no evening has enough sun for it'
    case 'no place':
      return `there is no ${place(never.place)} to do it at`
    case 'follows':
      return `it comes after ${step(never.step)}`
    case 'together':
      return 'no evening has all that it needs at once'
  }
}
