/** How far a touch reaches: what a line says before Enter is what stands after it. */
import { describe, expect, it } from 'vitest'
import { composing } from '#core/testing/composing.ts'
import { allPass, home, terminalSheet } from '#core/testing/terminal.ts'
import { sheetSchema } from '#core/type/sheet.ts'
import { standingsOf } from './standing.ts'

const sheet = sheetSchema.parse({
  ...terminalSheet,
  functions: [
    ...terminalSheet.functions,
    { name: 'repeat', dependsOn: ['U1'] },
    { name: 'click', dependsOn: ['RV7'] },
  ],
  positions: [
    ...terminalSheet.positions,
    { designator: 'RV7', on: 'keyboard', accepts: 'trimmer' },
    { designator: 'U9', on: 'keyboard', accepts: '8243' },
  ],
  zones: [{ name: 'lid' }],
})

/** The functions that a line asks a retest of, before Enter and after. */
function touched(line: string) {
  const { t, parse, write } = composing(sheet)
  allPass(t, '2026-03-02T10:00:00.000Z')
  t.told('2026-03-02T10:05:00.000Z', {
    kind: 'test',
    machine: home,
    depth: 'full',
    gear: [],
    results: ['repeat', 'click'].map((fn) => ({ fn, result: { is: 'pass' as const } })),
  })
  const parsed = parse(line)
  const effects = parsed.ok ? parsed.effects : []
  write(line)
  const due = standingsOf(t.world(), t.world().machines.get(home)!)
    .filter((s) => s.word === 'retest')
    .map((s) => s.fn)
  return {
    due,
    said: effects.flatMap((e) => (e.does === 'asks for retest' ? e.functions : [])),
    asks: effects.some((e) => e.does === 'reaches nothing yet'),
  }
}
const onKeyboard = ['keyboard', 'repeat', 'click']
const everything = sheet.functions.map((f) => f.name)

describe('what a touch reaches', () => {
  it.each([
    ['reseat U1', ['keyboard', 'repeat']],
    ['clean keyboard alcohol', onKeyboard],
    ['adjust RV7 from 2 to 3', ['keyboard', 'click']],
    // On no list of a function, but on a board on which one depends.
    ['reseat U9', ['keyboard']],
    // On no list at all, said to be part of a board.
    ['adjust VR3 from 2 to 3 on keyboard', ['keyboard']],
    ['clean keypad alcohol on keyboard', ['keyboard']],
    ['wash lid', []],
    ['mend lid corner', []],
    ['wipe keyboard', []],
  ])('%s: %j', (line, functions) => {
    const { due, said, asks } = touched(line)
    expect(due.sort()).toEqual([...functions].sort())
    expect([...said].sort()).toEqual([...functions].sort())
    expect(asks).toBe(false)
  })
  it.each(['clean keypad alcohol', 'adjust VR3 from 2 to 3', 'resolder bracket'])(
    '%s: a name on no list reaches nothing until somebody says what it is part of',
    (line) => expect(touched(line)).toEqual({ due: [], said: [], asks: true }),
  )
  it('a connector of which nothing is said may matter to anything, one that belongs to a board to that board', () => {
    expect(touched('unplug J3')).toMatchObject({ due: everything, said: everything })
    expect(touched('unplug J3 on keyboard')).toMatchObject({ due: ['keyboard'], said: ['keyboard'] })
  })
  it('plugged again it belongs to what it was said to belong to', () => {
    const { t, write } = composing(sheet)
    allPass(t, '2026-03-02T10:00:00.000Z')
    write('unplug J3 on keyboard')
    write('plug J3')
    const due = standingsOf(t.world(), t.world().machines.get(home)!).filter((s) => s.word === 'retest')
    expect(due.map((s) => s.fn)).toEqual(['keyboard'])
  })
  it('an incident to something that nobody knows may have reached anything', () => {
    const incident = (name: string) => {
      const { t } = composing(sheet)
      allPass(t, '2026-03-02T10:00:00.000Z')
      t.told('2026-03-02T11:00:00.000Z', {
        kind: 'incident',
        machine: home,
        words: 'coffee',
        target: { sort: 'surface', name },
      })
      return standingsOf(t.world(), t.world().machines.get(home)!).filter((s) => s.word === 'retest').length
    }
    expect(incident('keypad')).toBe(9)
    expect(incident('IC41')).toBe(1)
  })
})
