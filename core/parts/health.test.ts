/** On what ground a part is called good or bad (the house's own rules, docs/decisions/026). */
import { describe, expect, it } from 'vitest'
import { bodies, composing } from '#core/testing/composing.ts'
import { fail, found, home, pass, slot, test, twoTerminals } from '#core/testing/terminal.ts'
import { numberedId, type Teller } from '#core/testing/script.ts'
import type { EntryId, PartId } from '#core/ids.ts'
import { healthOf } from './health.ts'

const spare = numberedId<PartId>(1, 6)
const shelf = { in: { kind: 'store', id: 'drawer' } } as const
const at = (hour: number) => `2026-03-02T${String(hour).padStart(2, '0')}:00:00.000Z`
const own = found(home, 'IC40')

/** IC40 gives way to a proved spare, and *send* fails as before. */
function trial(t: Teller, episode: EntryId, after: typeof pass) {
  t.told(at(8), { kind: 'part', what: 'identified', part: spare, partKind: '74LS374', place: shelf })
  t.told(at(9), { kind: 'part', what: 'health', part: spare, health: 'proved good', ground: 'reading' })
  test(t, at(10), { send: fail })
  t.told(at(11), {
    kind: 'move',
    legs: [
      { part: own, from: slot(home, 'IC40'), to: { in: { kind: 'tray', id: episode } } },
      { part: spare, from: shelf, to: slot(home, 'IC40') },
    ],
  })
  test(t, at(12), { send: after })
}
const of = (t: Teller, part = own) => healthOf(t.world(), t.world().parts.get(part)!)
const suspect = (t: Teller, hour: number) =>
  t.told(at(hour), { kind: 'part', what: 'health', part: own, health: 'suspect', because: 'runs hot' })

describe('a trial speaks of the part that came out', () => {
  it('not shown faulty where a proved part in its place changed nothing, suspect as it was before', () => {
    const { t, episode } = twoTerminals()
    suspect(t, 7)
    trial(t, episode, fail)
    expect(of(t)).toMatchObject({ health: 'not shown faulty', trial: { fn: 'send', machine: { id: home } } })
  })
  it('not where it helped, nor over what was said of it since', () => {
    const { t, episode } = twoTerminals()
    suspect(t, 7)
    trial(t, episode, pass)
    expect(of(t)).toMatchObject({ health: 'suspect', said: { because: 'runs hot' } })
    const { t: u, episode: evening } = twoTerminals()
    trial(u, evening, fail)
    suspect(u, 13)
    expect(of(u).health).toBe('suspect')
  })
  it('never over a part that was proved bad', () => {
    const { t, episode } = twoTerminals()
    t.told(at(7), { kind: 'part', what: 'health', part: own, health: 'proved bad', ground: 'reading' })
    trial(t, episode, fail)
    expect(of(t)).toMatchObject({ health: 'proved bad', said: { by: 'reading' } })
  })
})

describe('what a line says of a part wants a ground', () => {
  const said = (line: string, before: readonly string[] = []) => {
    const { write, parse } = composing()
    for (const l of before) write(l)
    const parsed = parse(line)
    return { body: bodies(parsed).at(-1), effects: parsed.ok ? parsed.effects.map((e) => e.does) : [] }
  }
  it.each([
    ['good IC40', 'not shown faulty', undefined, true],
    ['bad IC40', 'suspect', undefined, true],
    ['good IC40 by reading: 12 ns', 'proved good', 'reading', false],
    ['bad IC40 by test', 'proved bad', 'test', false],
    ['bad IC40: no pulses', 'proved bad', 'judgement', false],
    ['suspect IC40', 'suspect', undefined, false],
  ])('%s', (line, health, ground, asks) => {
    const { body, effects } = said(line)
    expect(body).toMatchObject({ health, ...(ground ? { ground } : {}) })
    if (!ground) expect(body).not.toHaveProperty('ground')
    expect(effects.includes('wants a ground')).toBe(asks)
  })
  it('what works where it sits is the test', () => {
    expect(said('good IC40', ['test full send pass']).body).toMatchObject({
      health: 'proved good',
      ground: 'test',
    })
    expect(said('good IC40', ['test full send pass', 'reseat IC40']).body).toMatchObject({
      health: 'not shown faulty',
    })
  })
})
