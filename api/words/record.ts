/** An answer of the record in words: what is recorded, never what is so in the world. */
import { say } from './say.ts'
import type { AnswerFact } from '#core/views/answers.ts'
import { shortDay } from './dates.ts'
import type { When } from './effects.ts'
import { actCost, actTitle, faultSentence } from './fault.ts'
import { adviceStatusWords } from './fault-ends.ts'
import { capital, count, list, commas } from './lists.ts'

const authority = { 'switch on': say('switch it on') } as Readonly<Record<string, string>>

/** A standing in a word that needs nothing beside it. */
const words: Readonly<Record<string, string>> = {
  works: say('works'),
  fails: say('fails'),
  partly: say('works in part'),
  intermittent: say('comes and goes'),
  retest: say('retest due'),
  weakly: say('works, weakly proved'),
  unproved: say('not proved yet'),
  ageing: say('its test is old'),
  blocked: say('could not be tried'),
  inconclusive: say('the test told nothing'),
  void: say('its test proves nothing'),
  claimed: say('only told'),
  untested: say('no test is recorded'),
}

const hostProof = ({ before, after }: { readonly before: boolean; readonly after: boolean }): string =>
  before && after
    ? say('proved before and after with its own part')
    : before
      ? say('proved before with its own part, not after')
      : after
        ? say('proved after with its own part, not before')
        : say('not proved with its own part')

export function answerWords(fact: AnswerFact, { now, zone }: When): string {
  const day = (at: string) => shortDay(at, now, zone)
  switch (fact.is) {
    case 'place':
      return `${fact.what}: ${fact.place}.`
    case 'with':
      return fact.due
        ? say('{what} is with {who}, due back {day}.', { what: fact.what, who: fact.who, day: day(fact.due) })
        : say('{what} is with {who}.', { what: fact.what, who: fact.who })
    case 'standing':
      return fact.tested
        ? say('{fn}: {words}, last tested {day}.', {
            fn: fact.fn,
            words: words[fact.word] ?? fact.word,
            day: day(fact.tested),
          })
        : `${fact.fn}: ${words[fact.word] ?? fact.word}.`
    case 'never tested':
      return say('No test of {fn} is recorded.', { fn: fact.fn })
    case 'off':
      return fact.cups.length > 0
        ? say('{n} {what} off, in {cups}.', { n: fact.n, what: fact.what, cups: list(fact.cups) })
        : say('{n} {what} off.', { n: fact.n, what: fact.what })
    case 'lies off':
      return `${fact.what}: ${fact.where}.`
    case 'to do':
      return say('To do: {words}.', { words: fact.words })
    case 'waits':
      return say('Waits: {words}.', { words: fact.words })
    case 'asked':
      return say('Asked: {words}', { words: fact.words })
    case 'changed':
      return fact.targets.length === 1
        ? say('{fn}: since its test on {day} {targets} was changed.', {
            fn: fact.fn,
            day: day(fact.since),
            targets: list(fact.targets),
          })
        : say('{fn}: since its test on {day} {targets} were changed.', {
            fn: fact.fn,
            day: day(fact.since),
            targets: list(fact.targets),
          })
    case 'unchanged':
      return say('{fn}: no change is recorded since it passed on {day}.', {
        fn: fact.fn,
        day: day(fact.since),
      })
    case 'clean starts':
      return say('{fn}: {clean} recorded, {needed} wanted.', {
        fn: fact.fn,
        clean: count(fact.clean, 'clean start'),
        needed: fact.needed,
      })
    case 'may':
      return fact.people.length > 0
        ? say('Recorded as allowed to {authority}: {people}.', {
            authority: authority[fact.authority] ?? fact.authority,
            people: list(fact.people),
          })
        : say('No person is recorded as allowed to {authority}.', {
            authority: authority[fact.authority] ?? fact.authority,
          })
    case 'suspected':
      return faultSentence(fact.fault)
    case 'next act':
      return say('Next, by expected minutes: {actTitle} ({actCost}).', {
        actTitle: actTitle(fact.act),
        actCost: actCost(fact.act),
      })
    case 'excluded':
      return fact.names.length > 0
        ? say('By what passed, hardly the reason for {of}: {names}. None is certain.', {
            of: fact.of,
            names: list(fact.names, 8),
          })
        : say('Nothing that {of} goes through is cleared by what passed.', { of: fact.of })
    case 'no fault':
      return say('No test on record fails as the machine is now.')
    case 'host':
      return fact.passed
        ? say('{fn} in {host}, with the part of {position} from here: passed; {hostProof}.', {
            fn: capital(fact.fn),
            host: fact.host,
            position: fact.position,
            hostProof: hostProof(fact),
          })
        : say('{fn} in {host}, with the part of {position} from here: failed; {hostProof}.', {
            fn: capital(fact.fn),
            host: fact.host,
            position: fact.position,
            hostProof: hostProof(fact),
          })
    case 'advice':
      return `${commas(capital(fact.words), fact.from && say('from {from}', { from: fact.from }))}: ${adviceStatusWords[fact.status]}.`
    case 'not recorded':
      return say('The record says nothing of it.')
  }
}
