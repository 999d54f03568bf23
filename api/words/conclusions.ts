/** What the tests on either side of some work show about it, in words; never more than was seen. */
import type { Bracket } from '#core/views/rows.ts'
import { dayWords } from './dates.ts'
import { capital, list, sentence } from './lists.ts'
import { type When } from './status.ts'
import { changeName, weaknessWords } from './standing.ts'

/** The bracket's conclusion: its title, and the suspects or the reason below it. */
interface BracketWords {
  readonly title: string
  readonly detail: string
  readonly strong: boolean
}

/** Everything that was changed between the two tests, by how near it is: altered, disturbed, gear, on no list. */
function inBetween({ changes, orDisturbed, otherGear, unlisted }: Bracket): string {
  const said = [
    ...changes.map(changeName),
    ...orDisturbed.map(changeName),
    ...otherGear.map((g) => `tried with ${g}`),
  ]
  const off = unlisted.map(changeName)
  return [list(said, 6), off.length > 0 ? `${list(off, 4)} (not on its list)` : ''].filter(Boolean).join('; ')
}

/** The one act that would settle it, where there is one. */
function settles({ changes, orDisturbed, otherGear }: Bracket): string {
  const [only] = changes
  if (changes.length === 1 && orDisturbed.length === 0 && only)
    return only.kind === 'swapped'
      ? ` The part or its ${only.target.sort === 'position' ? 'contact' : 'seat'}: swapping back, or a pass in a proved machine, tells them apart.`
      : ' Undoing it, and testing again, would settle it.'
  if (otherGear.length > 0) return ' The same test with the gear of before would settle it.'
  return changes.length + orDisturbed.length > 1
    ? ' Undone one by one, with a test after each, they would come apart.'
    : ''
}

const causeTitle: Readonly<Record<Bracket['strength'], string>> = {
  shown: 'Cause shown',
  presumed: 'Cause presumed',
  'shows nothing': 'Better; why is not shown',
}
const causedTitle: Readonly<Record<Bracket['strength'], string>> = {
  shown: 'Caused by the change',
  presumed: 'Caused by the change, presumed',
  'shows nothing': 'Worse; why is not shown',
}

/** What the tests on either side of some work show about it; never more than was seen. */
export function bracketWords(bracket: Bracket, when: When): BracketWords {
  const fns = list(bracket.functions)
  const among = inBetween(bracket)
  const weak = [
    bracket.weak.length > 0 ? ` Weak: ${list([...new Set(bracket.weak.map(weaknessWords))], 3)}.` : '',
    bracket.comesAndGoes && bracket.verdict !== 'came again' ? ` ${goesWords(bracket.comesAndGoes)}` : '',
  ].join('')
  const told = (title: string, detail: string, strong: boolean, more = ''): BracketWords => ({
    title,
    detail: `${sentence(detail)}${more}${weak}`,
    strong,
  })
  const byItself = bracket.orByItself ? ', or by itself' : ''
  const names = bracket.changes.map(changeName)
  const worse = bracket.anotherFailure ? 'fails in another way' : 'got worse'
  switch (bracket.verdict) {
    case 'cause shown':
      return told(
        causeTitle[bracket.strength],
        `${fns} passed after ${names.join(', ')}, the only change inside it that is written down`,
        false,
        settles(bracket),
      )
    case 'cause presumed':
      return told(presumedTitle(bracket), `${fns} passed after ${among}`, false, settles(bracket))
    case 'cause not separated':
      return told('Cause not separated', `${fns} passed after ${among}${byItself}`, true, settles(bracket))
    case 'better, not cured':
      return told(
        'Better, not cured',
        `${fns} fails less${among ? ` after ${among}` : '; no change that could reach it is recorded between the two tests'}`,
        true,
      )
    case 'came back by itself':
      return told(
        'Came back by itself',
        `${fns} passed; no change that could reach it is recorded between the two tests, so it may fail again`,
        true,
      )
    case 'outside what was declared':
      return told(
        'Outside what was declared',
        `${fns} changed after ${among}`,
        true,
        ' Does it depend on that? Then add it to its list.',
      )
    case 'no effect':
      return told(
        bracket.strength === 'shows nothing' ? 'Shows nothing' : 'No effect',
        `${fns} fails as before after ${among}${otherWords(bracket)}`,
        false,
        bracket.cleared
          ? ` ${sentence(`${bracket.cleared} is not shown faulty`)}`
          : bracket.partInNotProved
            ? ' The part put in was not proved.'
            : '',
      )
    case 'no lasting effect together':
      return told(
        'No lasting effect together',
        `${fns} fails as before after ${among}${otherWords(bracket)}`,
        false,
      )
    case 'caused by':
      return told(
        bracket.raised ? capital(bracket.raised) : causedTitle[bracket.strength],
        `${fns} ${worse} after ${among}${bracket.raised || bracket.strength !== 'shown' ? '' : ', the only change inside it that is written down'}`,
        true,
        settles(bracket),
      )
    case 'among':
      return told('Caused among these', `${fns} ${worse} after ${among}${byItself}`, true, settles(bracket))
    case 'failed on its own':
      return told(
        'No change recorded',
        `${fns} ${worse}; no change that could reach it is recorded between the two tests`,
        false,
      )
    case 'came again':
      return told(
        'It came again',
        `${fns} fails again${among ? ` after ${among}, which need not be why` : ''}`,
        false,
        bracket.comesAndGoes ? ` ${goesWords(bracket.comesAndGoes)}` : '',
      )
    case 'comes and goes':
      return told(
        'It comes and goes',
        `${fns} fails now and then${among ? ` after ${among}` : ''}; the pass before may have been luck`,
        false,
        ' More starts would tell.',
      )
    case 'cannot be known':
      return told(
        'Was it us? Cannot be known',
        `${fns} had never been tested before ${dayWords(bracket.testedOn, when.zone)}`,
        true,
      )
    case 'order not known':
      return told('Order not known', `the times of work and test on ${fns} overlap`, true)
  }
}

/** How often a fault that comes and goes is known to have come. */
const goesWords = ({ failures, of, reckoned }: NonNullable<Bracket['comesAndGoes']>): string =>
  reckoned ? 'It is said to work now and then.' : `It is known to come and go, ${failures} of ${of}.`

/** A seat or contact, other gear, or a change beside which something else was altered. */
function presumedTitle({ changes, orDisturbed, strength }: Bracket): string {
  if (strength === 'shows nothing') return causeTitle[strength]
  if (changes.length > 0) return 'Cause presumed'
  return orDisturbed.length > 0 ? 'Seat or contact, presumed' : 'The gear, presumed, not the machine'
}

const otherWords = ({ otherWords: other }: Bracket): string => (other ? ', in other words' : '')
