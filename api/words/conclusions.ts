/** What the tests on either side of some work show about it, in words; never more than was seen. */
import { say } from './say.ts'
import type { Bracket } from '#core/views/rows.ts'
import { dayWords } from './dates.ts'
import { capital, commas, list, paragraph, semicolons, sentence } from './lists.ts'
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
    ...otherGear.map((g) => say('tried with {g}', { g })),
  ]
  const off = unlisted.map(changeName)
  return semicolons(list(said, 6), off.length > 0 && say('{off} (not on its list)', { off: list(off, 4) }))
}

/** The one act that would settle it, where there is one. */
function settles({ changes, orDisturbed, otherGear }: Bracket): string {
  const [only] = changes
  if (changes.length === 1 && orDisturbed.length === 0 && only)
    return only.kind === 'swapped'
      ? only.target.sort === 'position'
        ? say('The part or its contact: swapping back, or a pass in a proved machine, tells them apart.')
        : say('The part or its seat: swapping back, or a pass in a proved machine, tells them apart.')
      : say('Undoing it, and testing again, would settle it.')
  if (otherGear.length > 0) return say('The same test with the gear of before would settle it.')
  return changes.length + orDisturbed.length > 1
    ? say('Undone one by one, with a test after each, they would come apart.')
    : ''
}

const causeTitle: Readonly<Record<Bracket['strength'], string>> = {
  shown: say('Cause shown'),
  presumed: say('Cause presumed'),
  'shows nothing': say('Better; why is not shown'),
}
const causedTitle: Readonly<Record<Bracket['strength'], string>> = {
  shown: say('Caused by the change'),
  presumed: say('Caused by the change, presumed'),
  'shows nothing': say('Worse; why is not shown'),
}

/** What the tests on either side of some work show about it; never more than was seen. */
export function bracketWords(bracket: Bracket, when: When): BracketWords {
  const fns = list(bracket.functions)
  const among = inBetween(bracket)
  const weaknesses = [...new Set(bracket.weak.map(weaknessWords))]
  const told = (title: string, detail: string, strong: boolean, then = ''): BracketWords => ({
    title,
    detail: paragraph(
      sentence(detail),
      then,
      weaknesses.length > 0 && say('Weak: {weaknesses}.', { weaknesses: list(weaknesses, 3) }),
      bracket.comesAndGoes && bracket.verdict !== 'came again' && goesWords(bracket.comesAndGoes),
    ),
    strong,
  })
  const orByItself = bracket.orByItself && say('or by itself')
  const noEffect = commas(
    say('{fns} fails as before after {among}', { fns, among }),
    bracket.otherWords && say('in other words'),
  )
  const names = bracket.changes.map(changeName)
  const worse = bracket.anotherFailure ? say('fails in another way') : say('got worse')
  switch (bracket.verdict) {
    case 'cause shown':
      return told(
        causeTitle[bracket.strength],
        say('{fns} passed after {names}, the only change inside it that is written down', {
          fns,
          names: names.join(', '),
        }),
        false,
        settles(bracket),
      )
    case 'cause presumed':
      return told(
        presumedTitle(bracket),
        say('{fns} passed after {among}', { fns, among }),
        false,
        settles(bracket),
      )
    case 'cause not separated':
      return told(
        say('Cause not separated'),
        commas(say('{fns} passed after {among}', { fns, among }), orByItself),
        true,
        settles(bracket),
      )
    case 'better, not cured':
      return told(
        say('Better, not cured'),
        among
          ? say('{fns} fails less after {among}', { fns, among })
          : say('{fns} fails less; no change that could reach it is recorded between the two tests', { fns }),
        true,
      )
    case 'came back by itself':
      return told(
        say('Came back by itself'),
        say(
          '{fns} passed; no change that could reach it is recorded between the two tests, so it may fail again',
          { fns },
        ),
        true,
      )
    case 'outside what was declared':
      return told(
        say('Outside what was declared'),
        say('{fns} changed after {among}', { fns, among }),
        true,
        say('Does it depend on that? Then add it to its list.'),
      )
    case 'no effect':
      return told(
        bracket.strength === 'shows nothing' ? say('Shows nothing') : say('No effect'),
        noEffect,
        false,
        bracket.cleared
          ? sentence(say('{cleared} is not shown faulty', { cleared: bracket.cleared }))
          : bracket.partInNotProved
            ? say('The part put in was not proved.')
            : '',
      )
    case 'no lasting effect together':
      return told(say('No lasting effect together'), noEffect, false)
    case 'caused by':
      return told(
        bracket.raised ? capital(bracket.raised) : causedTitle[bracket.strength],
        bracket.raised || bracket.strength !== 'shown'
          ? say('{fns} {worse} after {among}', { fns, worse, among })
          : say('{fns} {worse} after {among}, the only change inside it that is written down', {
              fns,
              worse,
              among,
            }),
        true,
        settles(bracket),
      )
    case 'among':
      return told(
        say('Caused among these'),
        commas(say('{fns} {worse} after {among}', { fns, worse, among }), orByItself),
        true,
        settles(bracket),
      )
    case 'failed on its own':
      return told(
        say('No change recorded'),
        say('{fns} {worse}; no change that could reach it is recorded between the two tests', { fns, worse }),
        false,
      )
    case 'came again':
      return told(
        say('It came again'),
        among
          ? say('{fns} fails again after {among}, which need not be why', { fns, among })
          : say('{fns} fails again', { fns }),
        false,
        bracket.comesAndGoes ? goesWords(bracket.comesAndGoes) : '',
      )
    case 'comes and goes':
      return told(
        say('It comes and goes'),
        among
          ? say('{fns} is intermittent after {among}; the pass before may have been luck', { fns, among })
          : say('{fns} is intermittent; the pass before may have been luck', { fns }),
        false,
        say('More starts would tell.'),
      )
    case 'cannot be known':
      return told(
        say('Cause cannot be known'),
        say('{fns} had never been tested before {testedOn}', {
          fns,
          testedOn: dayWords(bracket.testedOn, when.zone),
        }),
        true,
      )
    case 'order not known':
      return told(say('Order not known'), say('the times of work and test on {fns} overlap', { fns }), true)
  }
}

/** How often a fault that comes and goes is known to have come. */
const goesWords = ({ failures, of, reckoned }: NonNullable<Bracket['comesAndGoes']>): string =>
  reckoned
    ? say('It is said to be intermittent.')
    : say('It is known to come and go, {failures} of {of}.', { failures, of })

/** A seat or contact, other gear, or a change beside which something else was altered. */
function presumedTitle({ changes, orDisturbed, strength }: Bracket): string {
  if (strength === 'shows nothing') return causeTitle[strength]
  if (changes.length > 0) return say('Cause presumed')
  return orDisturbed.length > 0
    ? say('Seat or contact, presumed')
    : say('The gear, presumed, not the machine')
}
