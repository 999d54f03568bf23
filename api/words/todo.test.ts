/** What is left to do, read as a volunteer reads it: every act in a line of its own. */
import { describe, expect, it } from 'vitest'
import { todoActs, type TodoAct, type TodoItem } from '#core/work/todo/index.ts'
import { todoDue, todoItem, todoLine, todoMinutes, todoTitle } from './todo.ts'

const one: Readonly<Record<TodoAct, readonly [TodoItem, string]>> = {
  'make harmless': [
    { name: 'cracked lead', of: 'do not power' },
    'Make harmless: cracked lead (do not power)',
  ],
  settle: [{ name: 'move' }, 'Settle 1 contested entry: move'],
  'see to': [{ name: 'rust', of: 'chassis, rear edge' }, 'See to: rust, chassis, rear edge'],
  judge: [{ name: 'leak residue', of: 'board' }, 'Judge whether it goes on: leak residue, board'],
  'end wait': [{ name: 'case drying' }, 'Wait: case drying'],
  'put back': [{ name: '4 M3x8', of: 'cup 2' }, 'Put back: 4 M3x8 (cup 2)'],
  'find the fault': [{ name: 'tape', of: 'hums' }, 'Find the fault: tape (hums)'],
  fit: [{ name: 'C3 capacitor', of: 'proved bad' }, 'Find or fit: C3 capacitor (its part is proved bad)'],
  'test again': [{ name: 'tape', of: 'E-2' }, 'Test again: tape (E-2 works now)'],
  prove: [{ name: 'tape', of: '4' }, 'Prove: tape (4 more clean starts)'],
  test: [{ name: 'tape', of: 'no lead' }, 'Test for the first time: tape (kept from it by no lead)'],
  'say what it does': [
    { name: 'Skarv' },
    'Write down what it must be able to do: no function of it is called essential yet',
  ],
  'look again': [{ name: 'rust', of: 'chassis' }, 'Look again: rust, chassis, treated'],
  'give back': [{ name: 'P-0004' }, 'Give back: P-0004'],
  'bring home': [{ name: 'P-0004' }, 'Bring home: P-0004'],
  'take out': [{ name: 'P-0004' }, 'Take out what is in for now: P-0004'],
  answer: [{ name: 'who fitted it?' }, 'Answer: who fitted it?'],
  decide: [
    { name: 'C3 rating', of: '25 V by the print, 35 V by the part' },
    'Settle what does not agree: C3 rating: 25 V by the print, 35 V by the part',
  ],
  try: [{ name: 'the hum is the supply', of: 'opinion' }, 'Try, or drop: the hum is the supply (opinion)'],
  'clear up': [{ name: 'attended', of: 'alone tonight' }, 'Open point of a check: attended (alone tonight)'],
  sort: [{ name: 'a short screw' }, 'Sort 1 quick note: a short screw'],
  next: [{ name: 'try the tape' }, 'Next step: try the tape'],
  later: [{ name: 'second coat', of: 'too damp' }, 'Left for later: second coat (too damp)'],
  'finish entry': [{ name: 'contents' }, 'Finish its entry: what is kept in it'],
  'go on': [{ name: 'Tape', of: 'paused' }, 'Go on, or close it: Tape (paused)'],
}

describe('an act in one line', () => {
  it.each(todoActs)('%s', (act) => {
    const [item, line] = one[act]
    expect(todoLine({ act, items: [item] }, 1)).toBe(line)
  })
  it('says how many there are, and names the first', () => {
    const items = ['a', 'b', 'c', 'd'].map((name) => ({ name }))
    expect(todoLine({ act: 'test again', items }, 9)).toBe('Test 9 functions again: a; b; c; 6 more')
    expect(todoTitle('sort', 3)).toBe('Sort 3 quick notes')
  })
  it('in quarantine is said as where it is', () =>
    expect(todoItem('look again', { name: 'quarantine', of: 'shed' })).toBe('in quarantine, shed'))
})

it('the earliest date on which something falls due counts, and what has none has none', () => {
  expect(
    todoDue({ items: [{ name: 'a', due: '2026-05-02' }, { name: 'b', due: '2026-04-01' }, { name: 'c' }] }),
  ).toBe('2026-04-01')
  expect(todoDue({ items: [{ name: 'a', at: '2026-05-02' }] })).toBeUndefined()
})

it('minutes are about', () => {
  expect(todoMinutes({ minutes: 20 })).toBe('about 20 min')
  expect(todoMinutes({})).toBe('')
})
