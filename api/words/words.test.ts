import { policies, policyKeys } from '#core/policy.ts'
import { policySpeaks } from './policies.ts'
import { describe, expect, it } from 'vitest'
import { allPass, fail, found, home, other, pass, slot, test, twoTerminals } from '#core/testing/terminal.ts'
import type { Refusal } from '#core/history/refusal.ts'
import { numberedId, type Teller } from '#core/testing/script.ts'
import type { EntryId } from '#core/ids.ts'
import { episodeView } from '#core/views/episode.ts'
import { labelsFor } from '#core/views/labels.ts'
import { machineView } from '#core/views/machine.ts'
import { effectWords } from './composer.ts'
import { problemWords } from './composer-asks.ts'
import { clockWords, cutOutWords, dayWords, leftWords, shortDay, whenWords } from './dates.ts'
import { entryWords } from './entries.ts'
import { resultWords } from './results.ts'
import { capital, count, list, sentence } from './lists.ts'
import { refusalWords } from './refusals.ts'
import { checkCount, ruleWords } from './checks.ts'
import { bracketWords } from './conclusions.ts'
import { cutLabel, statusSentence, statusTitle } from './status.ts'
import { standingSentence, standingWords } from './standing.ts'

const when = { now: '2026-06-01T12:00:00.000Z', zone: 'Europe/Oslo' }
const view = (t: Teller) => machineView(t.world(), home)!
const say = (t: Teller) => statusSentence(view(t).status, when)

describe('dates', () => {
  it('are "3 Mar 2026" and 24 h, in the zone of the collection', () => {
    expect(dayWords('2026-03-03T23:30:00.000Z', when.zone)).toBe('4 Mar 2026')
    expect(clockWords('2026-03-03T18:02:00.000Z', when.zone)).toBe('19:02')
    expect(shortDay('2026-03-03T18:02:00.000Z', when.now, when.zone)).toBe('3 Mar')
    expect(shortDay('2024-03-03T18:02:00.000Z', when.now, when.zone)).toBe('3 Mar 2024')
  })
  it('say what is not known of a time', () => {
    expect(
      whenWords(
        { earliest: '2026-03-02T23:00:00.000Z', latest: '2026-03-03T22:59:59.999Z' },
        when.now,
        when.zone,
      ),
    ).toBe('3 Mar')
    expect(whenWords({ earliest: null, latest: '2026-03-03T22:59:59.999Z' }, when.now, when.zone)).toBe(
      'before 3 Mar',
    )
    expect(
      whenWords(
        { earliest: '2026-03-02T23:00:00.000Z', latest: '2026-03-05T22:59:59.999Z' },
        when.now,
        when.zone,
      ),
    ).toBe('3 Mar – 5 Mar')
  })
  it('give lengths a readable unit', () => {
    expect([3, 335, 1100].map(cutOutWords)).toEqual([
      '3 days cut out',
      '11 months cut out',
      '3 years cut out',
    ])
    expect(leftWords('2026-06-01T12:24:10.000Z', Date.parse(when.now))).toBe('25 min left')
    expect(leftWords('2026-06-05T12:00:00.000Z', Date.parse(when.now))).toBe('4 days left')
    expect(leftWords('2026-06-02T07:51:00.000Z', Date.parse(when.now))).toBe('20 h left')
    expect(leftWords('2026-06-01T11:00:00.000Z', Date.parse(when.now))).toBeUndefined()
  })
})

describe('lists', () => {
  it('have commas and plurals in the right places', () => {
    expect(list([])).toBe('')
    expect(list(['a'])).toBe('a')
    expect(list(['a', 'b', 'c'])).toBe('a, b and c')
    expect(list(['a', 'b', 'c', 'd', 'e'])).toBe('a, b, c and 2 more')
    expect([count(1, 'entry', 'entries'), count(3, 'entry', 'entries')]).toEqual(['1 entry', '3 entries'])
    expect([capital('abc'), sentence('is it?'), sentence('it is'), sentence('')]).toEqual([
      'Abc',
      'Is it?',
      'It is.',
      '',
    ])
  })
})

describe('the sentence beside a status', () => {
  it('says of a lent chip when it was out, where, and that nothing was tested since', () => {
    const { t } = twoTerminals(when.now)
    allPass(t, '2026-03-03T10:00:00.000Z')
    t.told('2026-04-10T09:50:00.000Z', {
      kind: 'move',
      legs: [
        {
          part: found(other, 'IC31'),
          from: slot(other, 'IC31'),
          to: { in: { kind: 'store', id: 'drawer 4' } },
        },
      ],
    })
    t.told('2026-04-10T10:00:00.000Z', {
      kind: 'move',
      legs: [{ part: found(home, 'IC31'), from: slot(home, 'IC31'), to: slot(other, 'IC31') }],
      loan: { home: slot(home, 'IC31') },
    })
    expect(say(t)).toBe('IC31 is empty: its character ROM is on loan, in IC31 of E-2.')
    t.told('2026-04-11T10:00:00.000Z', {
      kind: 'move',
      legs: [{ part: found(home, 'IC31'), from: slot(other, 'IC31'), to: slot(home, 'IC31') }],
    })
    expect(statusTitle(view(t).status)).toBe('Retest due')
    expect(say(t)).toBe(
      'IC31 character ROM was out from 10 Apr (IC31 of E-2) and came back on 11 Apr. Self-test, screen and characters have not been tested since.',
    )
    expect(cutLabel(view(t).status.change!, when)).toBe('11 Apr, IC31 back')
    const row = view(t).functions.find((f) => f.fn === 'screen')!
    expect(standingWords(row, when)).toBe('test again')
    expect(standingSentence(row, when)).toBe(
      'Pass on 3 Mar 2026. Since then IC31 character ROM was out from 10 Apr (IC31 of E-2) and came back on 11 Apr.',
    )
  })
  it('says of a machine that passed what was tested, and no more', () => {
    const { t } = twoTerminals(when.now)
    allPass(t, '2026-03-03T10:00:00.000Z')
    expect(say(t)).toBe(
      'Every essential function was tested, and nothing it depends on has been touched since.',
    )
  })
  it('names what fails, what was never tested, what is off, what bars power', () => {
    const { t, episode } = twoTerminals(when.now)
    expect(say(t)).toBe('Never tested here: self-test, screen, characters and keyboard.')
    allPass(t, '2026-03-03T10:00:00.000Z')
    test(t, '2026-03-04T10:00:00.000Z', { bell: fail })
    expect(say(t)).toBe('Bell fails.')
    t.told('2026-03-04T11:00:00.000Z', {
      kind: 'move',
      legs: [
        {
          part: found(home, 'keyboard'),
          from: slot(home, 'keyboard'),
          to: { in: { kind: 'tray', id: episode } },
        },
      ],
    })
    expect(say(t)).toBe('Keyboard is off the machine.')
    t.told('2026-03-04T12:00:00.000Z', {
      kind: 'hazard',
      what: 'noted',
      machine: home,
      words: 'leak under the supply',
      barsPower: true,
    })
    expect(say(t)).toBe('Leak under the supply.')
  })
  it('says how lucky a clean run would have to be', () => {
    const { t } = twoTerminals(when.now)
    test(t, '2026-03-02T10:00:00.000Z', { screen: { is: 'intermittent', failures: 1, of: 3 } })
    test(t, '2026-03-02T11:00:00.000Z', { screen: { is: 'pass', starts: 9 } })
    const row = view(t).functions.find((f) => f.fn === 'screen')!
    expect(standingSentence(row, when)).toContain(
      '9 clean of 9. If it still failed 1 of 3, the chance of this by luck alone is 25 %.',
    )
    expect(standingWords(row, when)).toBe('clean 9 of 28')
  })
  it.each<[object, string]>([
    [{ is: 'partly', good: 3, of: 5 }, '3 of 5, 3 Mar'],
    [{ is: 'partly' }, 'partly good, 3 Mar'],
    [{ is: 'intermittent', failures: 1, of: 4 }, 'intermittent, 3 Mar'],
  ])('of %j says no count that nobody made', (result, words) => {
    const row = { word: 'partly', changes: [], test: { result, at: '2026-03-03T10:00:00.000Z' } }
    expect(standingWords(row as never, when)).toBe(words)
  })
})

describe('conclusions and checks', () => {
  it('name suspects, causes and what weakens them', () => {
    const { t, episode } = twoTerminals(when.now)
    test(t, '2026-03-02T10:00:00.000Z', { 'self-test': fail, bell: pass })
    for (const [i, name] of ['IC31', 'IC32'].entries())
      t.told(
        `2026-03-02T11:0${i}:00.000Z`,
        {
          kind: 'change',
          machine: home,
          target: { sort: 'position', name },
          verb: 'resoldered',
          reach: 'altered',
        },
        { episode },
      )
    t.told(
      '2026-03-02T12:00:00.000Z',
      {
        kind: 'test',
        machine: home,
        depth: 'full',
        gear: [],
        results: [
          { fn: 'self-test', result: pass },
          { fn: 'brightness', result: fail },
        ],
      },
      { episode },
    )
    const brackets = episodeView(t.world(), episode, 'P-1')!.brackets.map((b) => bracketWords(b, when))
    expect(brackets).toEqual([
      {
        title: 'Cause not separated',
        detail:
          'Self-test passed after IC31 resoldered and IC32 resoldered. Undone one by one, with a test after each, they would come apart.',
        strong: true,
      },
      {
        title: 'Cause cannot be known',
        detail: 'Brightness had never been tested before 2 Mar 2026.',
        strong: true,
      },
    ])
  })
  it('say what a rule saw and what would satisfy it', () => {
    const { t, episode } = twoTerminals(when.now)
    const [asFound, closing] = episodeView(t.world(), episode, 'P-1')!.checks
    expect(checkCount(asFound!)).toBe('1 open point')
    expect(ruleWords(asFound!.rules[0]!, asFound!.depth)).toEqual({
      saw: 'The house asks for the essential functions before the first change; open: self-test, screen, characters and keyboard.',
      satisfy: 'Test them now, or say why not.',
    })
    for (const rule of closing!.rules) {
      expect(ruleWords({ ...rule, about: ['x'], is: 'not met' }).satisfy.length).toBeGreaterThan(8)
    }
  })
})

describe('refusals', () => {
  const part = found(home, 'IC40')
  const labels = {
    [part]: 'IC40 74LS374',
    [home]: 'E-1 Terminal',
    [other]: 'E-2 Terminal',
    who: 'Ida Oslund',
  }
  const cases: Refusal[] = [
    {
      rule: 'part-not-there',
      part,
      claimed: slot(home, 'IC40'),
      actual: slot(other, 'IC40'),
      since: '2026-03-02T11:00:00.000Z',
      who: 'who',
    },
    { rule: 'position-occupied', place: slot(home, 'IC40'), asFound: true },
    { rule: 'position-occupied', place: slot(home, 'IC40'), asFound: false, occupant: part },
    { rule: 'breaks-later-moves', moves: [numberedId<EntryId>(1)] },
    {
      rule: 'look-alike-socket',
      position: 'IC32',
      takes: 'keyboard decoder ROM',
      partKind: 'character ROM',
      belongsIn: ['IC31'],
    },
    { rule: 'wrong-kind', position: 'C12', takes: 'electrolytic capacitor', partKind: 'resistor' },
    { rule: 'rating-below', position: 'C12', needVolts: 16, hasVolts: 10 },
    { rule: 'safety-class', position: 'C1', needs: 'X', has: 'none' },
    { rule: 'primary-cell', position: 'BT1' },
    { rule: 'holds-itself', part },
    { rule: 'accessioned-needs-authority', part, machine: home },
    { rule: 'needs-instant' },
    { rule: 'needs-steward' },
    { rule: 'episode-open', episode: numberedId<EntryId>(1) },
    { rule: 'episode-not-open', episode: numberedId<EntryId>(1) },
    { rule: 'episode-not-paused', episode: numberedId<EntryId>(1) },
    { rule: 'closing-not-met', unmet: ['tray empty', 'loans home'] },
    { rule: 'in-the-future', at: '2026-06-02T12:00:00.000Z', now: when.now },
    { rule: 'unknown-machine', machine: home },
    { rule: 'unknown-type', type: home },
    { rule: 'unknown-entry', entry: home },
    { rule: 'unknown-party', party: home },
    { rule: 'unknown-gear', gear: home },
    { rule: 'unknown-lot', lot: home },
    { rule: 'owner-consent', part, machine: home, refused: true },
    { rule: 'owner-consent', part, machine: home, refused: false },
    { rule: 'already-registered', machine: home },
    { rule: 'number-taken', number: 'E-1' },
    { rule: 'tag-taken', tag: 'P-0001' },
    { rule: 'stale-amendment', seen: [], latest: [numberedId<EntryId>(1)] },
    { rule: 'reason-needed' },
    { rule: 'not-contested', entry: numberedId<EntryId>(1) },
    { rule: 'kind-changed', was: 'test', is: 'note' },
    { rule: 'other-content', entry: numberedId<EntryId>(1) },
    { rule: 'erased', entry: numberedId<EntryId>(1) },
    { rule: 'correct-before-erasing', entry: numberedId<EntryId>(1) },
    { rule: 'nothing-to-erase', entry: numberedId<EntryId>(1) },
    { rule: 'unknown-version', v: 9 },
    { rule: 'not-allowed', act: 'rule' },
  ]
  it.each(cases.map((c) => [c.rule, c] as const))('%s is a plain sentence', (_rule, refusal) => {
    const text = refusalWords(refusal, { zone: when.zone, labels })
    expect(text).toMatch(/^[A-Z“].*[.)…]$/s)
    expect(text).not.toMatch(/undefined|\[object|[0-9a-f]{8}-/)
  })
  it('tells where a part is, since when, and who recorded it', () => {
    expect(refusalWords(cases[0]!, { zone: when.zone, labels })).toBe(
      'IC40 74LS374 is not in IC40 (E-1 Terminal): it is in IC40 (E-2 Terminal) since 2 Mar 2026, 12:00, recorded by Ida Oslund.',
    )
  })
})

describe('entries on the sheet', () => {
  it('say a test, a swap, a loan and a correction-free rest in few words', () => {
    const { t, episode } = twoTerminals(when.now)
    test(t, '2026-03-02T10:00:00.000Z', { bell: { is: 'fail', symptom: 'silent' }, screen: pass })
    const swapped = t.told('2026-03-02T11:00:00.000Z', {
      kind: 'move',
      legs: [
        { part: found(home, 'IC40'), from: slot(home, 'IC40'), to: { in: { kind: 'tray', id: episode } } },
        { part: found(other, 'IC40'), from: slot(other, 'IC40'), to: slot(home, 'IC40') },
      ],
    })
    const names = { labels: labelsFor(t.world(), t.world().line), machine: home, ...when }
    expect(
      t
        .world()
        .line.filter((s) => s.body.kind === 'test')
        .map((s) => entryWords(s.body, names)),
    ).toEqual([{ what: 'test 2 functions: bell: fail: silent', result: '1 pass, 1 not', proof: true }])
    expect(entryWords(swapped.body, names).what).toBe(
      'swap IC40: 74LS374 out to tray, 74LS374 in from IC40 of E-2 Corvel 88 terminal',
    )
    for (const s of t.world().line)
      expect(`${entryWords(s.body, names).what}${entryWords(s.body, names).result}`).not.toMatch(
        /undefined|\[object/,
      )
    expect(resultWords({ is: 'partly', good: 27, of: 30 })).toBe('27 of 30 good')
  })
})

describe('the composer’s words', () => {
  it('say an effect, and heed what matters', () => {
    expect(
      effectWords({ does: 'fastens', way: 'on', count: 7, size: 'M3x10', left: -1, sizeKnown: false }, when),
    ).toEqual({
      text: '7 M3x10 on: that is 1 more than came off.',
      heed: true,
    })
    expect(
      effectWords({ does: 'reads', point: '5V', within: false, low: 4.75, high: 5.25, unit: 'V' }, when).heed,
    ).toBe(true)
    expect(effectWords({ does: 'donor loses', machine: 'E-2', part: 'IC40' }, when).text).toBe(
      'Its donor E-2 loses it by the same act.',
    )
  })
  it('say what is missing', () => {
    expect(problemWords({ why: 'empty' }, when.zone)).toBe('')
    expect(problemWords({ why: 'which function', word: 'x', known: ['screen', 'send'] }, when.zone)).toBe(
      'Which function is “x”? Known here: screen and send.',
    )
    expect(
      problemWords(
        {
          why: 'refused',
          overridable: true,
          refusal: { rule: 'rating-below', position: 'C12', needVolts: 16, hasVolts: 10 },
        },
        when.zone,
      ),
    ).toContain('because …')
  })
})

describe('house rules', () => {
  it('say what speaks for each option, each in words of its own', () => {
    for (const key of policyKeys) {
      const said = policies[key].options.map((option) => policySpeaks(key, option))
      for (const words of said) expect(words).toMatch(/^[A-Z“].{20,}\.$/)
    }
    expect(policySpeaks('no such rule', 'x')).toBe('')
  })
})
