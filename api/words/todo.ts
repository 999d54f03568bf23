/** What is left to do, in words: one line an act. */
import type { Todo, TodoAct, TodoItem } from '#core/work/todo/index.ts'
import { durationWords } from './dates.ts'
import { count } from './lists.ts'

/** What an act is called: for one thing and, where that differs, for # of them. */
const titles: Readonly<Record<TodoAct, string | readonly [one: string, many: string]>> = {
  'make harmless': 'Make harmless',
  settle: ['Settle 1 contested entry', 'Settle # contested entries'],
  'see to': 'See to',
  judge: 'Judge whether it goes on',
  'end wait': ['Wait', '# waits'],
  'put back': ['Put back', 'Put back # things'],
  'find the fault': ['Find the fault', 'Find the faults of # functions'],
  fit: ['Find or fit', 'Find or fit # things'],
  'test again': ['Test again', 'Test # functions again'],
  prove: ['Prove', 'Prove # functions'],
  test: ['Test for the first time', 'Test # functions for the first time'],
  'say what it does': 'Write down what it must be able to do',
  'look again': 'Look again',
  'give back': 'Give back',
  'bring home': 'Bring home',
  'take out': 'Take out what is in for now',
  answer: ['Answer', 'Answer # questions'],
  decide: ['Settle what does not agree', 'Settle # things that do not agree'],
  try: ['Try, or drop', 'Try, or drop, # suspicions'],
  'clear up': ['Open point of a check', '# open points of checks'],
  sort: ['Sort 1 quick note', 'Sort # quick notes'],
  next: ['Next step', '# next steps'],
  later: 'Left for later',
  'finish entry': 'Finish its entry',
  'go on': 'Go on, or close it',
}

export function todoTitle(act: TodoAct, n: number): string {
  const title = titles[act]
  return typeof title === 'string' ? title : title[n === 1 ? 0 : 1].replace('#', String(n))
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
      return `${name}${of ? ` (${of})` : ''}`
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
