/** What is left to do, in words: one line an act. */
import { say } from './say.ts'
import type { Todo, TodoAct, TodoItem } from '#core/work/todo/index.ts'
import { durationWords } from './dates.ts'
import { commas, count } from './lists.ts'

/** What an act is called: for one thing and, where that differs, for # of them. */
const titles: Readonly<Record<TodoAct, string | readonly [one: string, many: string]>> = {
  'make harmless': say('Make harmless'),
  settle: [say('Settle 1 contested entry'), say('Settle # contested entries')],
  'see to': say('See to'),
  judge: say('Judge whether it goes on'),
  'end wait': [say('Wait'), say('# waits')],
  'put back': [say('Put back'), say('Put back # things')],
  'find the fault': [say('Find the fault'), say('Find the faults of # functions')],
  fit: [say('Find or fit'), say('Find or fit # things')],
  'test again': [say('Test again'), say('Test # functions again')],
  prove: [say('Prove'), say('Prove # functions')],
  test: [say('Test for the first time'), say('Test # functions for the first time')],
  'say what it does': say('Write down what it must be able to do'),
  'look again': say('Look again'),
  'give back': say('Give back'),
  'bring home': say('Bring home'),
  'take out': say('Take out what is in for now'),
  answer: [say('Answer'), say('Answer # questions')],
  decide: [say('Settle what does not agree'), say('Settle # things that do not agree')],
  try: [say('Try, or drop'), say('Try, or drop, # suspicions')],
  'clear up': [say('Open point of a check'), say('# open points of checks')],
  sort: [say('Sort 1 quick note'), say('Sort # quick notes')],
  next: [say('Next step'), say('# next steps')],
  later: say('Left for later'),
  'finish entry': say('Finish its entry'),
  'go on': say('Go on, or close it'),
}

export function todoTitle(act: TodoAct, n: number): string {
  const title = titles[act]
  return typeof title === 'string' ? title : title[n === 1 ? 0 : 1].replace('#', String(n))
}

/** How long it takes by hand: "about 20 min". */
export const todoMinutes = ({ minutes }: Pick<Todo, 'minutes'>): string =>
  minutes === undefined ? '' : say('about {minutes}', { minutes: durationWords(minutes) })

const positionWords: Readonly<Record<string, string>> = {
  empty: say('empty'),
  'unknown part': say('holds something unknown'),
  'proved bad': say('its part is proved bad'),
  suspect: say('its part is suspect'),
  missing: say('missing'),
}

/** One thing of an act. */
export function todoItem(act: TodoAct, { name, of }: TodoItem): string {
  switch (act) {
    case 'see to':
    case 'judge':
      return `${name}${of ? `, ${of}` : ''}`
    case 'look again':
      return name === 'quarantine' ? commas(say('in quarantine'), of) : commas(name, of, say('treated'))
    case 'fit':
      return of ? `${name} (${positionWords[of] ?? of})` : name
    case 'prove':
      return of ? `${name} (${count(Number(of), 'more clean start')})` : name
    case 'test':
      return of ? say('{name} (kept from it by {of})', { name, of }) : name
    case 'test again':
      return of ? say('{name} ({of} works now)', { name, of }) : name
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
      return say('no function of it is called essential yet')
    case 'finish entry':
      return entryWords[name] ?? name
    case 'go on':
      return of === 'paused' ? say('{name} (paused)', { name }) : name
    default:
      return name
  }
}

const entryWords: Readonly<Record<string, string>> = {
  evidence: say('what handling would destroy'),
  claims: say('what was said of it'),
  contents: say('what is kept in it'),
  receipt: say('a receipt'),
}

/** The earliest date on which one of the things of an act falls due. */
export const todoDue = ({ items }: Pick<Todo, 'items'>): string | undefined =>
  items.flatMap(({ due }) => due ?? []).sort()[0]

/** An act in one line, for lists: "Test again: tape, bell", "Put back 5 things". `n`: how many things there are in all. */
export function todoLine({ act, items }: Pick<Todo, 'act' | 'items'>, n: number, most = 3): string {
  const shown = items.slice(0, most).map((item) => todoItem(act, item))
  const rest = n - shown.length
  return `${todoTitle(act, n)}: ${[...shown, ...(rest > 0 ? [say('{n} more', { n: rest })] : [])].join('; ')}`
}
