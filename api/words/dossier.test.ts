/** The dossier of an invented terminal: what it says of what is known, and of what is not. */
import { describe, expect, it } from 'vitest'
import { arrivalView } from '#core/views/arrival.ts'
import { machineView } from '#core/views/machine.ts'
import { allPass, fail, found, home, other, slot, test, twoTerminals } from '#core/testing/terminal.ts'
import { dossierSections } from './dossier.ts'

const when = { zone: 'UTC', now: '2026-05-01T12:00:00.000Z' }

function dossier() {
  const { t, episode } = twoTerminals(when.now)
  t.told('2026-03-02T09:00:00.000Z', { kind: 'link', machine: home, sort: 'made', when: '1983' })
  t.told('2026-03-02T09:00:00.000Z', {
    kind: 'link',
    machine: home,
    sort: 'used at',
    when: '1984/1991',
    where: 'a harbour office',
  })
  t.told('2026-03-02T09:01:00.000Z', {
    kind: 'claim',
    machine: home,
    claims: [{ says: 'works', words: 'it ran', fn: 'bell' }],
  })
  allPass(t, '2026-03-02T10:00:00.000Z')
  test(t, '2026-03-03T10:00:00.000Z', { bell: fail })
  t.told(
    '2026-03-04T10:00:00.000Z',
    {
      kind: 'move',
      legs: [
        {
          part: found(home, 'IC40'),
          from: slot(home, 'IC40'),
          to: { in: { kind: 'store', id: 'drawer 2' } },
        },
        { part: found(other, 'IC40'), from: slot(other, 'IC40'), to: slot(home, 'IC40') },
      ],
    },
    { episode },
  )
  t.told('2026-03-05T10:00:00.000Z', {
    kind: 'value',
    machine: home,
    sort: 'market',
    amount: { minor: 98_700, currency: 'EUR' },
  })
  const world = t.world()
  return dossierSections(machineView(world, home)!, arrivalView(world, home, 'UTC'), when)
}
const lines = (title: string) => dossier().find((s) => s.title === title)?.lines ?? []

describe('the dossier', () => {
  it('goes from its state to what is left to do', () =>
    expect(dossier().map((s) => s.title)).toEqual([
      'State',
      'How it came, and where it was before',
      'Its life here',
      'What is known of its functions',
      'What is not known',
      'Parts that are not its own, and work on those that are',
      'What came out, and where it is',
      'Left to do',
    ]))
  it('says where it was before, with the gap that nobody knows of', () =>
    expect(lines('How it came, and where it was before')).toEqual([
      'How it came: gift',
      '1983: made',
      '1984 to 1991: used at, a harbour office',
      '1991 to 2026: unknown',
      'Said on arrival of bell: “it ran”',
    ]))
  it('keeps apart what a test showed and what nobody knows', () => {
    expect(lines('What is known of its functions').find((l) => l.startsWith('bell'))).toContain(
      'Fail on 3 Mar 2026',
    )
    expect(lines('What is not known').join(' ')).toContain('send')
    expect(lines('What is not known').join(' ')).toContain('positions not examined')
  })
  it('names parts with where they came from, and what came out with where it lies', () => {
    expect(lines('Parts that are not its own, and work on those that are').join()).toContain(
      'from IC40 of E-2',
    )
    expect(lines('What came out, and where it is').join()).toContain('drawer 2')
  })
  it('shows no price and no value, and never says that anything is safe', () => {
    const all = JSON.stringify(dossier())
    expect(all).not.toMatch(/987|€|EUR/)
    expect(all).not.toMatch(/\bsafe\b/i)
  })
})
