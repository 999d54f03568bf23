/** What an episode comes to, in words: every section from entries, Markdown and a table that others can read. */
import { describe, expect, it } from 'vitest'
import { readCsv, writeCsv } from '#core/formats/csv.ts'
import type { Body } from '#core/history/bodies/index.ts'
import { episodeSheet } from '#core/views/episode-sheet.ts'
import { fail, found, home, pass, person, slot, twoTerminals } from '#core/testing/terminal.ts'
import { sheetMarkdown, sheetSections, sheetTable, sheetTableHead, sheetTitle } from './sheet.ts'

const when = { now: '2026-04-01T12:00:00.000Z', zone: 'UTC' }

function evening() {
  const { t, episode } = twoTerminals(when.now)
  let minute = 0
  const tell = (body: Body) =>
    t.told(`2026-03-01T10:${String(minute++).padStart(2, '0')}:00.000Z`, body, { episode, doneBy: person })
  const test = (fn: string, result: typeof pass, asFound = false) =>
    tell({
      kind: 'test',
      machine: home,
      results: [{ fn, result }],
      depth: 'full',
      gear: [],
      ...(asFound ? { asFound } : {}),
    })
  test('send', fail, true)
  tell({
    kind: 'move',
    legs: [
      {
        part: found(home, 'IC40'),
        from: slot(home, 'IC40'),
        to: { in: { kind: 'tray', id: episode }, position: 'bag 3' },
      },
    ],
  })
  tell({
    kind: 'move',
    legs: [
      {
        part: found(home, 'IC40'),
        from: { in: { kind: 'tray', id: episode }, position: 'bag 3' },
        to: slot(home, 'IC40'),
      },
    ],
  })
  tell({
    kind: 'change',
    machine: home,
    target: { sort: 'position', name: 'IC40' },
    verb: 'resoldered',
    reach: 'altered',
  })
  test('send', pass)
  tell({
    kind: 'move',
    legs: [
      { part: found(home, 'LS1'), from: slot(home, 'LS1'), to: { in: { kind: 'store', id: 'drawer 7' } } },
    ],
  })
  tell({
    kind: 'change',
    machine: home,
    target: { sort: 'adjuster', name: 'RV2' },
    verb: 'adjusted',
    reach: 'altered',
    from: '3',
    to: '5',
  })
  tell({
    kind: 'reading',
    machine: home,
    point: '5V',
    read: { value: 4.98, unit: 'V', asWritten: '4.98 V' },
    nominal: 5,
    tolerance: 0.25,
  })
  tell({ kind: 'question', what: 'asked', machine: home, words: 'who *marked* the lid?' })
  return { t, episode, tell, sheet: () => episodeSheet(t.world(), episode)! }
}
const lines = (sections: ReturnType<typeof sheetSections>, title: string) =>
  sections.find((s) => s.title === title)?.lines ?? []

describe('the sheet of an episode', () => {
  it('says what was found, done, shown, moved, read and asked', () => {
    const sections = sheetSections(evening().sheet(), when)
    expect(lines(sections, 'Findings')).toEqual(['as found: test send: fail'])
    expect(lines(sections, 'Work done')).toEqual(['resoldered IC40', 'adjusted RV2 from 3 to 5'])
    expect(lines(sections, 'Causes shown')[0]).toMatch(/^Cause shown.*IC40/)
    // Out and in again in one episode is neither a part in nor a part out.
    expect(lines(sections, 'Parts out')).toHaveLength(1)
    expect(lines(sections, 'Parts out')[0]).toMatch(/loudspeaker.*LS1 → drawer 7/)
    expect(lines(sections, 'Parts in')).toEqual([])
    expect(lines(sections, 'Readings')[0]).toContain('4.98 V')
    expect(lines(sections, 'Asked, unanswered')).toEqual(['who *marked* the lid?'])
    expect(lines(sections, 'People')).toEqual(['Ida Oslund'])
  })
  it('names the suspects of a cause that was not separated', () => {
    const { tell, sheet } = evening()
    tell({
      kind: 'test',
      machine: home,
      results: [{ fn: 'self-test', result: fail }],
      depth: 'full',
      gear: [],
    })
    tell({
      kind: 'change',
      machine: home,
      target: { sort: 'position', name: 'IC31' },
      verb: 'resoldered',
      reach: 'altered',
    })
    tell({
      kind: 'change',
      machine: home,
      target: { sort: 'position', name: 'IC32' },
      verb: 'resoldered',
      reach: 'altered',
    })
    tell({
      kind: 'test',
      machine: home,
      results: [{ fn: 'self-test', result: pass }],
      depth: 'full',
      gear: [],
    })
    expect(lines(sheetSections(sheet(), when), 'Causes not separated').join()).toMatch(/IC31.*IC32/)
  })
  it('says where a part that left is today', () => {
    const { t, sheet } = evening()
    t.told('2026-03-20T10:00:00.000Z', {
      kind: 'move',
      legs: [
        {
          part: found(home, 'LS1'),
          from: { in: { kind: 'store', id: 'drawer 7' } },
          to: { in: { kind: 'store', id: 'shelf 2' } },
        },
      ],
    })
    expect(lines(sheetSections(sheet(), when), 'Parts out')[0]).toMatch(/drawer 7; today shelf 2$/)
  })
  it('hands on what was left for later, with its date', () => {
    const { tell, sheet, episode } = evening()
    tell({
      kind: 'episode',
      what: 'closed',
      machine: home,
      episode,
      next: 'look at the lid',
      report: [],
      deferred: [{ what: 'bell', reason: 'no lead', until: '2026-05-01T10:00:00.000Z' }],
    })
    const sections = sheetSections(sheet(), when)
    expect(lines(sections, 'Left for later')).toEqual(['bell: no lead, by 1 May 2026'])
    expect(lines(sections, 'Next')).toEqual(['look at the lid'])
    expect(sheetTitle(sheet(), when)).toMatch(
      /^Episode 1, Corvel 88 terminal, E-1: First look; 1 Mar 2026 to 1 Mar 2026$/,
    )
  })
})

describe('taken away', () => {
  it('as a table has one line an entry, read back as it was written (RFC 4180)', () => {
    const { sheet } = evening()
    const table = readCsv(writeCsv(sheetTableHead, sheetTable(sheet(), when)))
    expect(table.problems).toEqual([])
    expect(table.header).toEqual([...sheetTableHead])
    expect(table.rows).toHaveLength(sheet().view.rows.length)
    expect(new Set(table.rows.map((r) => r.cells.at(-1))).size).toBe(table.rows.length)
  })
  it('as Markdown keeps what people wrote from being read as marks', () => {
    const text = sheetMarkdown(evening().sheet(), when)
    expect(text).toMatch(/^# Episode 1, Corvel 88 terminal/)
    expect(text).toContain('- who \\*marked\\* the lid?')
    expect(text.match(/^## /gm)!.length).toBeGreaterThan(5)
  })
  it('names what was withdrawn', () => {
    const { t, episode, sheet } = evening()
    const note = t.told(
      '2026-03-01T11:00:00.000Z',
      { kind: 'note', machine: home, words: 'a slip' },
      { episode, doneBy: person },
    )
    t.told(
      '2026-03-01T11:01:00.000Z',
      { kind: 'withdrawal' },
      { episode, amends: { entry: note.id, seen: [], how: 'withdraw', reason: 'wrong machine' } },
    )
    expect(
      sheetTable(sheet(), when)
        .find((r) => r.at(-1) === note.id)!
        .at(-2),
    ).toBe('withdrawn')
    expect(sheetMarkdown(sheet(), when)).toContain('a slip (withdrawn)')
  })
})
