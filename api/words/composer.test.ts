/** Every effect and every problem of a typed line in words. The tables are complete by type: a new one will not compile without its line. */
import { describe, expect, it } from 'vitest'
import type { Effect, Problem } from '#core/composer/index.ts'
import { effectWords } from './composer.ts'
import { problemWords } from './composer-asks.ts'
import type { BenchEffect } from './effects.ts'
import type { FreelyEffect } from './freely.ts'

const when = { zone: 'Europe/Oslo', now: '2026-03-10T12:00:00.000Z' }

type Case<T> = readonly [T, string]
type Told = Exclude<Effect, BenchEffect | FreelyEffect>
const effects: { readonly [K in Told['does']]: Case<Told & { readonly does: K }> } = {
  'takes out': [
    { does: 'takes out', part: 'IC4 driver', from: 'IC4', to: 'tray, bag 2' },
    'Takes IC4 driver out of IC4, to the tray, bag 2.',
  ],
  'puts in': [
    { does: 'puts in', part: 'P-0007', to: 'C5', from: 'drawer 4', remarks: [] },
    'Puts P-0007 into C5, from drawer 4.',
  ],
  'takes of lot': [
    { does: 'takes of lot', lot: 'L-0001', n: 1, from: 'drawer 4', left: 1 },
    '1 of L-0001, from drawer 4; 1 is left there.',
  ],
  'takes what is kept': [
    { does: 'takes what is kept', what: 'L-0001', machines: ['E-1', 'E-2'] },
    '! L-0001 is reserved for E-1 and E-2, and too few are left.',
  ],
  'says health': [
    { does: 'says health', part: 'IC4 driver', health: 'proved good', lacks: false },
    'IC4 driver: proved good.',
  ],
  'wants a ground': [
    { does: 'wants a ground', part: 'C8', verb: 'good' },
    '! To call C8 proved good say on what ground: “good … by reading: …”, “by test”, or a reason of your own.',
  ],
  'is temporary': [
    { does: 'is temporary', part: 'test display' },
    '! Test display is in for now: it comes out, or is named, before the episode closes.',
  ],
  'wants the owner’s word': [
    { does: 'wants the owner’s word', matter: 'irreversible work', owner: 'the ferry office', refused: true },
    '! This cannot be undone, and the ferry office did not agree to such work.',
  ],
  'donor loses': [
    { does: 'donor loses', machine: 'E-2', part: 'IC40' },
    'Its donor E-2 loses it by the same act.',
  ],
  lends: [
    { does: 'lends', part: 'IC31', to: 'IC31 of E-2' },
    'Lends IC31 to IC31 of E-2, with no date for its return.',
  ],
  'comes home': [{ does: 'comes home', part: 'IC31' }, 'IC31 comes home.'],
  'asks for retest': [
    { does: 'asks for retest', functions: ['screen', 'bell'] },
    'Screen and bell will want a test again.',
  ],
  tests: [
    {
      does: 'tests',
      results: [{ fn: 'screen', result: { is: 'fail', symptom: 'rolls' } }],
      depth: 'short',
      asFound: true,
    },
    'As found, short check, screen: fail: rolls.',
  ],
  contradicts: [
    { does: 'contradicts', by: 'part out', functions: ['bell'], positions: ['LS1'] },
    '! Bell needs LS1, which by the record is empty.',
  ],
  'uses unfit gear': [
    { does: 'uses unfit gear', gear: 'tape T1' },
    '! Tape T1 was found unfit: if that concerns this test, it proves nothing.',
  ],
  'gear disagrees': [
    {
      does: 'gear disagrees',
      gear: 'line box',
      fn: 'receive',
      attribute: 'line',
      has: 'V.24',
      needs: '20 mA',
    },
    '! The line of line box is V.24, the machine needs 20 mA: the test of receive proves nothing.',
  ],
  'is shallow': [
    { does: 'is shallow', functions: ['bell'], depth: 'short' },
    '! Bell: something was altered, so a full test is asked; if it was one, write “test full …”.',
  ],
  'reaches nothing yet': [
    { does: 'reaches nothing yet', target: 'keypad', assemblies: ['keyboard'] },
    '! “keypad” is on no list of this machine, so no test is asked for it; say what it is part of, “… on keyboard”, or add it to the sheet.',
  ],
  'says needs': [
    { does: 'says needs', fn: 'screen', needs: ['12V', 'IC4'] },
    'Screen needs 12V and IC4: it stands for this machine, and can be kept on the sheet.',
  ],
  'stands in': [
    { does: 'stands in', gear: 'bench supply', of: 'supply' },
    'Bench supply stands in for supply: this test says nothing of supply.',
  ],
  'adds function': [
    { does: 'adds function', name: 'paper feed' },
    '! “paper feed” is not on the sheet: it becomes a function of this machine.',
  ],
  'adds position': [
    { does: 'adds position', name: 'C99' },
    '! C99 is not on the sheet: it becomes a position of this machine.',
  ],
  'found to hold': [
    { does: 'found to hold', position: 'IC4', kind: '74LS373', instead: '74LS374', origin: 'earlier repair' },
    '! IC4 holds 74LS373, put in by an earlier repair; 74LS374 belongs there.',
  ],
  tags: [{ does: 'tags', part: 'IC31', tag: 'P-0008' }, 'It leaves the machine, so it gets the tag P-0008.'],
  'works on': [
    { does: 'works on', target: 'lid', verb: 'wiped', reach: 'outside' },
    'Wiped lid, outside only: no test is spoiled.',
  ],
  'works on many': [
    { does: 'works on many', count: 3, targets: ['R1', 'R2', 'R3'], verb: 'resoldered', reach: 'altered' },
    'Resoldered, 3 positions: R1, R2 and R3; altered.',
  ],
  connects: [{ does: 'connects', connector: 'J2', way: 'off' }, 'J2 off.'],
  reads: [
    { does: 'reads', point: '5V', within: true, low: 4.75, high: 5.25, unit: 'V' },
    'Reading of 5V, within 4.75 to 5.25 V.',
  ],
  'keeps healthy': [
    { does: 'keeps healthy', points: ['5V', '12V'], unwell: ['bell'] },
    '! Keeps 5V and 12V as the healthy set, though bell does not stand today.',
  ],
  'counts cells': [
    { does: 'counts cells', fn: 'keys', pass: 68, fail: 1, stood: 0, untried: 2, of: 71, symptom: 'Q dead' },
    '! Keys: 68 pass, 1 fail (Q dead), 2 not tested; 71 in all.',
  ],
  'explains cells': [
    {
      does: 'explains cells',
      lines: [{ name: 'row 3', dead: 4, of: 5 }],
      cells: ['Q'],
      doubles: ['W'],
      shiftsOnly: false,
    },
    '! Most simply explained by row 3 (4 of 5 dead) and Q alone; W strikes twice: look at the contacts.',
  ],
  'shares a line': [
    { does: 'shares a line', along: 'row', n: 3 },
    '! All that failed are in row 3 of the layout: look for a line or a connector before single contacts.',
  ],
  'takes over gear': [{ does: 'takes over gear', gear: ['tape T2'] }, 'With tape T2, as before.'],
  'follows method': [
    { does: 'follows method', name: 'warm soak', what: ['detergent', '30 °C'], caution: '' },
    'By warm soak (detergent, 30 °C).',
  ],
  'warns of material': [
    { does: 'warns of material', method: 'warm soak', material: 'leather' },
    '! The card of warm soak says: not on leather.',
  ],
  'leaves the house’s school': [
    { does: 'leaves the house’s school', method: 'warm soak', rule: 'contacts', option: 'cleaning only' },
    '! The house chose otherwise for contacts: cleaning only.',
  ],
  'says of position': [
    { does: 'says of position', position: 'C5', by: 'print', what: ['470uF', '16V'] },
    'C5: the print says 470uF and 16V.',
  ],
  'judges method': [
    { does: 'judges method', name: 'warm soak', verdict: 'good' },
    'Verdict on warm soak: good.',
  ],
  waits: [
    { does: 'waits', what: 'board dries', until: '2026-03-11T12:00:00.000Z' },
    'Board dries waits until 11 Mar, 13:00.',
  ],
  'ends wait': [{ does: 'ends wait', words: 'board dries' }, 'Over: board dries.'],
  jots: [
    { does: 'jots', words: 'smells of fish' },
    'Keeps it as a quick note, to be sorted later: smells of fish.',
  ],
  asks: [{ does: 'asks', words: 'who did this?' }, 'Asks: who did this?'],
  answers: [{ does: 'answers', words: 'who did this?' }, 'Answers “who did this?”.'],
  notes: [{ does: 'notes', words: 'two layers of paint' }, 'Notes: two layers of paint.'],
  'powers on': [
    { does: 'powers on', words: '' },
    '! Switches it on. First see the cautions and who is authorised, at the right.',
  ],
  'powers off': [{ does: 'powers off', words: '' }, 'Switches it off.'],
  'bars power': [{ does: 'bars power', words: 'leak' }, '! Bars power until it is cleared: leak.'],
  'clears hazard': [{ does: 'clears hazard', words: 'leak' }, 'The hazard “leak” is over.'],
  'states empty': [{ does: 'states empty', words: 'IC31' }, 'IC31 was looked at and found empty.'],
  'breaks evidence': [
    { does: 'breaks evidence', sort: 'seal', where: 'lid', unseen: true },
    '! No photograph of the seal at lid is recorded. Removing it destroys what it shows. Photograph it first.',
  ],
  finds: [
    { does: 'finds', sort: 'rust', zone: 'chassis', severity: 'damages', activity: 'not judged' },
    'Finding: rust on chassis, damages, activity not judged.',
  ],
  'overrides fit': [
    { does: 'overrides fit', reason: 'to hear it once' },
    '! Fitted against the fit check, because to hear it once.',
  ],
  'asks the machine': [
    { does: 'asks the machine', of: ['picture', 'sound'] },
    'The practice machine answers: picture and sound.',
  ],
  'says done': [{ does: 'says done', what: 'plug out' }, 'Done: plug out.'],
}

describe('what a line will do', () => {
  it.each(Object.entries(effects))('%s', (_does, [effect, expected]) => {
    const { text, heed } = effectWords(effect, when)
    expect(`${heed ? '! ' : ''}${text}`).toBe(expected)
  })
  it('heeds a lot that falls below zero, and remarks of fit', () => {
    expect(
      effectWords({ does: 'takes of lot', lot: 'L-0001', n: 3, from: 'drawer 4', left: -2 }, when),
    ).toEqual({
      text: '3 of L-0001, from drawer 4: that is 2 more than were counted there. It is written all the same; count them.',
      heed: true,
    })
    expect(
      effectWords(
        {
          does: 'puts in',
          part: 'P-7',
          to: 'C5',
          from: 'drawer',
          remarks: ['polarised: check print and part'],
        },
        when,
      ).heed,
    ).toBe(true)
  })
})

const problems: { readonly [K in Problem['why']]: Case<Problem & { readonly why: K }> } = {
  empty: [{ why: 'empty' }, ''],
  'which task': [
    { why: 'which task', known: ['1 try the tape'] },
    'Which of these: 1 try the tape? Write its number.',
  ],
  'which advice': [{ why: 'which advice', known: [] }, 'Nothing that was supposed or advised is open.'],
  'no soak': [{ why: 'no soak' }, 'No soak test runs on it.'],
  'unknown verb': [{ why: 'unknown verb', word: 'frob' }, 'Not understood yet'],
  'which of': [{ why: 'which of', word: 'cap', among: ['C3', 'C4'] }, 'What is meant by “cap”: C3 or C4?'],
  'nothing to correct': [{ why: 'nothing to correct' }, 'You have written nothing'],
  'cannot correct': [{ why: 'cannot correct', kind: 'move' }, 'scrap that'],
  'which function': [
    { why: 'which function', word: 'x', known: ['screen'] },
    'Which function is “x”? Known here: screen.',
  ],
  'which position': [{ why: 'which position', word: 'x', known: [] }, 'No position is called “x” here.'],
  'which of these': [
    { why: 'which of these', position: 'IC4', known: ['P-0001', 'IC4 driver'] },
    'P-0001 and IC4 driver came out of IC4: name the one, “in IC4 < P-0001”.',
  ],
  'which part': [
    { why: 'which part', word: 'x', known: ['P-0001'] },
    'No part, tag or machine is called “x”. Known here: P-0001.',
  ],
  'which lot': [{ why: 'which lot', word: 'L-0009' }, 'No counted stock is recorded as L-0009'],
  'which steward': [
    { why: 'which steward', word: 'me', known: ['IO Ida Oslund'] },
    'No steward is called “me”. Known here: IO Ida Oslund.',
  ],
  'which machine': [{ why: 'which machine', word: 'E-9' }, 'No machine has the number E-9.'],
  'which evidence': [
    { why: 'which evidence', word: '', known: [] },
    'No seal, label or sticker is written down for this machine.',
  ],
  'which result': [{ why: 'which result', word: 'meh' }, 'How did it go?'],
  'which cell': [{ why: 'which cell', word: 'QQ', fn: 'keys' }, '“QQ” is no cell of keys.'],
  'which method': [{ why: 'which method', word: 'x', known: ['warm soak'] }, 'warm soak'],
  'no readings': [{ why: 'no readings' }, 'Nothing was read in this episode'],
  'nothing there': [{ why: 'nothing there', position: 'IC31', content: 'empty' }, 'IC31 is empty'],
  occupied: [{ why: 'occupied', position: 'IC31', by: 'a ROM', line: 'swap IC31 < P-1' }, 'swap IC31 < P-1'],
  'part is off': [{ why: 'part is off', part: 'keyboard' }, 'eyboard'],
  'no such time': [{ why: 'no such time', word: '25:99' }, '25:99'],
  'needs an exact time': [{ why: 'needs an exact time' }, 'A move needs its hour'],
  form: [{ why: 'form', form: 'use 6 L-0012' }, 'use 6 L-0012'],
  refused: [
    { why: 'refused', overridable: false, refusal: { rule: 'holds-itself', part: 'x' as never } },
    'A part cannot be put into itself.',
  ],
}

describe('what is missing in a line', () => {
  it.each(Object.entries(problems))('%s', (_why, [problem, expected]) => {
    const text = problemWords(problem, when.zone)
    expect(text).toContain(expected)
    expect(text).not.toMatch(/undefined|\[object/)
  })
})
