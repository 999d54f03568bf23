/** An answer of the record in words: what is recorded, never what is so in the world. */
import type { AnswerFact } from '#core/views/answers.ts'
import { shortDay } from './dates.ts'
import type { When } from './effects.ts'
import { actCost, actTitle, adviceStatusWords, faultSentence } from './fault.ts'
import { capital, count, list } from './lists.ts'

const authority = { 'switch on': 'switch it on' } as Readonly<Record<string, string>>

/** A standing in a word that needs nothing beside it. */
const words: Readonly<Record<string, string>> = {
  works: 'works',
  fails: 'fails',
  partly: 'works in part',
  intermittent: 'comes and goes',
  retest: 'retest due',
  weakly: 'works, weakly proved',
  unproved: 'not proved yet',
  ageing: 'its test is old',
  blocked: 'could not be tried',
  inconclusive: 'the test told nothing',
  void: 'its test proves nothing',
  claimed: 'only told',
  untested: 'no test is recorded',
}

const hostProof = ({ before, after }: { readonly before: boolean; readonly after: boolean }): string =>
  before && after
    ? 'proved before and after with its own part'
    : before
      ? 'proved before with its own part, not after'
      : after
        ? 'proved after with its own part, not before'
        : 'not proved with its own part'

export function answerWords(fact: AnswerFact, { now, zone }: When): string {
  const day = (at: string) => shortDay(at, now, zone)
  switch (fact.is) {
    case 'place':
      return `${fact.what}: ${fact.place}.`
    case 'with':
      return `${fact.what} is with ${fact.who}${fact.due ? `, due back ${day(fact.due)}` : ''}.`
    case 'standing':
      return fact.tested
        ? `${fact.fn}: ${words[fact.word] ?? fact.word}, last tested ${day(fact.tested)}.`
        : `${fact.fn}: ${words[fact.word] ?? fact.word}.`
    case 'never tested':
      return `No test of ${fact.fn} is recorded.`
    case 'off':
      return `${fact.n} ${fact.what} off${fact.cups.length > 0 ? `, in ${list(fact.cups)}` : ''}.`
    case 'lies off':
      return `${fact.what}: ${fact.where}.`
    case 'to do':
      return `To do: ${fact.words}.`
    case 'waits':
      return `Waits: ${fact.words}.`
    case 'asked':
      return `Asked: ${fact.words}`
    case 'changed':
      return `${fact.fn}: since its test on ${day(fact.since)} ${list(fact.targets)} ${fact.targets.length === 1 ? 'was' : 'were'} changed.`
    case 'unchanged':
      return `${fact.fn}: no change is recorded since it passed on ${day(fact.since)}.`
    case 'clean starts':
      return `${fact.fn}: ${count(fact.clean, 'clean start')} recorded, ${fact.needed} wanted.`
    case 'may':
      return fact.people.length > 0
        ? `Recorded as allowed to ${authority[fact.authority] ?? fact.authority}: ${list(fact.people)}.`
        : `No person is recorded as allowed to ${authority[fact.authority] ?? fact.authority}.`
    case 'suspected':
      return faultSentence(fact.fault)
    case 'next act':
      return `Next, by expected minutes: ${actTitle(fact.act)} (${actCost(fact.act)}).`
    case 'excluded':
      return fact.names.length > 0
        ? `By what passed, hardly the reason for ${fact.of}: ${list(fact.names, 8)}. None is certain.`
        : `Nothing that ${fact.of} goes through is cleared by what passed.`
    case 'no fault':
      return 'No test on record fails as the machine is now.'
    case 'host':
      return `${capital(fact.fn)} in ${fact.host}, with the part of ${fact.position} from here: ${fact.passed ? 'passed' : 'failed'}; ${hostProof(fact)}.`
    case 'advice':
      return `${capital(fact.words)}${fact.from ? `, from ${fact.from}` : ''}: ${adviceStatusWords[fact.status]}.`
    case 'not recorded':
      return 'The record says nothing of it.'
  }
}
