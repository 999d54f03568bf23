/** What is left to do, in words: one line an act. */
import type { Todo, TodoAct, TodoItem } from '#core/work/todo/index.ts'
import { ruleTitle } from './checks.ts'
import { durationWords } from './dates.ts'
import { count } from './lists.ts'

/** What an act is called, for so many things. */
const titles: Readonly<Record<TodoAct, string | ((n: number) => string)>> = {
  'make harmless': 'Make harmless',
  settle: (n) => `Settle ${count(n, 'contested entry', 'contested entries')}`,
  'see to': 'See to',
  judge: 'Judge whether it goes on',
  'end wait': (n) => (n === 1 ? 'Wait' : `${n} waits`),
  'put back': (n) => (n === 1 ? 'Put back' : `Put back ${n} things`),
  'find the fault': (n) => (n === 1 ? 'Find the fault' : `Find the faults of ${n} functions`),
  fit: (n) => (n === 1 ? 'Find or fit' : `Find or fit ${n} things`),
  'test again': (n) => (n === 1 ? 'Test again' : `Test ${n} functions again`),
  prove: (n) => (n === 1 ? 'Prove' : `Prove ${n} functions`),
  test: (n) => (n === 1 ? 'Test for the first time' : `Test ${n} functions for the first time`),
  'say what it does': 'Write down what it must be able to do',
  'look again': 'Look again',
  'give back': 'Give back',
  'bring home': 'Bring home',
  'take out': 'Take out what is in for now',
  answer: (n) => (n === 1 ? 'Answer' : `Answer ${n} questions`),
  decide: (n) => (n === 1 ? 'Settle what does not agree' : `Settle ${n} things that do not agree`),
  try: (n) => (n === 1 ? 'Try, or drop' : `Try, or drop, ${n} suspicions`),
  'clear up': (n) => (n === 1 ? 'Not met still' : `${n} rules not met still`),
  sort: (n) => `Sort ${count(n, 'jot')}`,
  next: (n) => (n === 1 ? 'Next step' : `${n} next steps`),
  later: 'Left for later',
  'finish entry': 'Finish its entry',
  'go on': 'Go on, or close it',
}

export function todoTitle(act: TodoAct, n: number): string {
  const title = titles[act]
  return typeof title === 'string' ? title : title(n)
}

/** How long it takes by hand: "about 20 min". */
export const todoMinutes = ({ minutes }: Pick<Todo, 'minutes'>): string =>
  minutes === undefined ? '' : `about ${durationWords(minutes)}`

const positionWords: Readonly<Record<string, string>> = {
  empty: 'empty',
  'unknown part': 'holds something unknown',
  'proved bad': 'its part is proved bad',
  suspect: 'its part is suspect',
  missing: 'missing',
}

/** One thing of an act. */
export function todoItem(act: TodoAct, { name, of }: TodoItem): string {
  switch (act) {
    case 'see to':
    case 'judge':
      return `${name}${of ? `, ${of}` : ''}`
    case 'look again':
      return name === 'quarantine'
        ? `in quarantine${of ? `, ${of}` : ''}`
        : `${name}${of ? `, ${of}` : ''}, treated`
    case 'fit':
      return of ? `${name} (${positionWords[of] ?? of})` : name
    case 'prove':
      return of ? `${name} (${count(Number(of), 'more clean start')})` : name
    case 'test':
      return of ? `${name} (kept from it by ${of})` : name
    case 'test again':
      return of ? `${name} (${of} works now)` : name
    case 'find the fault':
      return of ? `${name} (${of})` : name
    case 'decide':
      return of ? `${name}: ${of}` : name
    case 'try':
      return of && of !== 'suspicion' ? `${name} (${of})` : name
    case 'clear up':
      return `${ruleTitle(name).toLowerCase()}${of ? ` (${of})` : ''}`
    case 'make harmless':
      return of ? `${name} (${of})` : name
    case 'later':
      return of ? `${name} (${of})` : name
    case 'put back':
      return of ? `${name} (${of})` : name
    case 'say what it does':
      return 'no function of it is called essential yet'
    case 'finish entry':
      return entryWords[name] ?? name
    case 'go on':
      return of === 'paused' ? `${name} (paused)` : name
    default:
      return name
  }
}

const entryWords: Readonly<Record<string, string>> = {
  evidence: 'what handling would destroy',
  claims: 'what was said of it',
  contents: 'what is kept in it',
  receipt: 'a receipt',
}

/** The earliest date on which one of the things of an act falls due. */
export const todoDue = ({ items }: Pick<Todo, 'items'>): string | undefined =>
  items.flatMap(({ due }) => due ?? []).sort()[0]

/** An act in one line, for lists: "Test again: tape, bell", "Put back 5 things". `n`: how many things there are in all. */
export function todoLine({ act, items }: Pick<Todo, 'act' | 'items'>, n: number, most = 3): string {
  const shown = items.slice(0, most).map((item) => todoItem(act, item))
  const rest = n - shown.length
  return `${todoTitle(act, n)}: ${[...shown, ...(rest > 0 ? [`${rest} more`] : [])].join('; ')}`
}
