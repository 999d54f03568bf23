/** One smallest body of every kind of entry, for tests that must hold for all of them. */
import { home, other, person, slot } from './terminal.ts'
import { numberedId } from '#core/testing/script.ts'

export const id = numberedId(1)
export const at = '2026-03-02T10:00:00.000Z'
const drawer = { in: { kind: 'store', id: 'drawer 4' } }
const later = '2026-03-03T10:00:00.000Z'

/** One smallest body of every kind, and the subjects it concerns. */
export const smallest: [body: { kind: string; [key: string]: unknown }, subjects: string[]][] = [
  [
    {
      kind: 'machine',
      what: 'registered',
      machine: home,
      entryNumber: 'E-1',
      name: 'x',
      source: { how: 'found' },
    },
    ['machine'],
  ],
  [{ kind: 'machine', what: 'stated', machine: home, set: {} }, ['machine']],
  [{ kind: 'machine', what: 'met', machine: home, functions: [], positions: [] }, ['machine']],
  [{ kind: 'part', what: 'identified', part: id }, ['part']],
  [{ kind: 'part', what: 'health', part: id, health: 'suspect' }, ['part']],
  [{ kind: 'part', what: 'content', machine: home, place: slot(home, 'IC1'), content: 'empty' }, ['machine']],
  [{ kind: 'type', type: id, sheet: { name: 'x' } }, ['type']],
  [{ kind: 'party', party: person, name: 'x', sort: 'person' }, ['party']],
  [{ kind: 'gear', what: 'identified', gear: id, name: 'x', gearKind: 'y' }, ['gear']],
  [{ kind: 'gear', what: 'proved', gear: id }, ['gear']],
  [{ kind: 'gear', what: 'unfit', gear: id, need: 'x', since: null, because: 'y' }, ['gear']],
  [{ kind: 'rule', what: 'policy', key: 'run', option: 'not run', reason: '' }, ['house']],
  [{ kind: 'rule', what: 'policy', key: 'run', option: 'not run', reason: '', machine: home }, ['machine']],
  [{ kind: 'rule', what: 'authorisation', party: person, authority: 'mains', granted: true }, ['party']],
  [{ kind: 'rule', what: 'grant', party: person, machine: home, granted: true }, ['party', 'machine']],
  [{ kind: 'claim', machine: home, claims: [{ says: 'works', words: 'x' }] }, ['machine']],
  [
    {
      kind: 'test',
      machine: home,
      depth: 'full',
      gear: [id],
      results: [{ fn: 'x', result: { is: 'pass' } }],
    },
    ['machine', 'gear'],
  ],
  [
    {
      kind: 'move',
      legs: [{ part: id, from: slot(home, 'IC1'), to: { in: { kind: 'party', id: person } } }],
    },
    ['part', 'machine', 'party'],
  ],
  [
    { kind: 'change', machine: home, target: { sort: 'position', name: 'x' }, verb: 'y', reach: 'altered' },
    ['machine'],
  ],
  [{ kind: 'fastening', machine: home, way: 'off', what: 'lid', count: 6, size: 'M3' }, ['machine']],
  [{ kind: 'connection', machine: home, connector: 'J1', way: 'off' }, ['machine']],
  [{ kind: 'power', machine: home, way: 'on' }, ['machine']],
  [{ kind: 'incident', machine: home, words: 'fell' }, ['machine']],
  [{ kind: 'hazard', what: 'noted', machine: home, words: 'leak', barsPower: true }, ['machine']],
  [{ kind: 'hazard', what: 'cleared', machine: home, hazard: id, words: 'dry' }, ['machine']],
  [
    {
      kind: 'custody',
      machine: home,
      to: { in: { kind: 'party', id: person } },
      carriage: 'post',
      purpose: 'loan out',
    },
    ['machine', 'party'],
  ],
  [{ kind: 'question', what: 'asked', machine: home, words: 'x' }, ['machine']],
  [{ kind: 'question', what: 'answered', machine: home, question: id, words: 'x' }, ['machine']],
  [
    { kind: 'reading', machine: home, point: '5V', read: { value: 5, unit: 'V', asWritten: '5' } },
    ['machine'],
  ],
  [{ kind: 'spec', machine: home, position: 'C1', by: 'print', attributes: { rating: '25 V' } }, ['machine']],
  [{ kind: 'baseline', machine: home, readings: [id] }, ['machine']],
  [{ kind: 'method', what: 'written', method: id, recipe: { name: 'warm soak', verb: 'clean' } }, ['house']],
  [{ kind: 'method', what: 'verdict', method: id, machine: home, verdict: 'good' }, ['machine', 'house']],
  [
    { kind: 'part', what: 'identified', part: id, place: drawer, outOf: { lot: id, for: home } },
    ['part', 'lot', 'machine'],
  ],
  [
    {
      kind: 'move',
      legs: [],
      lots: [{ lot: id, n: 2, from: drawer, to: { in: { kind: 'kept', id: home } } }],
    },
    ['lot', 'machine'],
  ],
  [{ kind: 'lot', what: 'identified', lot: id }, ['lot']],
  [
    { kind: 'lot', what: 'got', lot: id, n: 6, place: drawer, origin: 'bought', from: person },
    ['lot', 'party'],
  ],
  [{ kind: 'count', lot: id, place: drawer, n: 4 }, ['lot']],
  [{ kind: 'reservation', what: 'made', machine: home, part: id }, ['machine', 'part']],
  [{ kind: 'reservation', what: 'made', machine: home, lot: id, n: 3 }, ['machine', 'lot']],
  [{ kind: 'reservation', what: 'ended', machine: home, lot: id, reservation: id }, ['machine', 'lot']],
  [
    { kind: 'consent', machine: home, by: person, to: 'give parts', given: true, words: '' },
    ['machine', 'party'],
  ],
  [{ kind: 'wait', machine: home, what: 'x', until: later }, ['machine']],
  [{ kind: 'precaution', machine: home, what: 'plug out' }, ['machine']],
  [{ kind: 'jot', what: 'made', machine: home, words: 'x' }, ['machine']],
  [{ kind: 'jot', what: 'sorted', machine: home, jot: id, into: [id] }, ['machine']],
  [{ kind: 'wait', machine: home, over: id }, ['machine']],
  [{ kind: 'photo', machine: home, file: 'a'.repeat(64), width: 1, height: 1 }, ['machine']],
  [{ kind: 'pin', machine: home, photo: id, x: 0.5, y: 0.5, position: 'IC1' }, ['machine']],
  [{ kind: 'pair', machine: home, before: id, after: id }, ['machine']],
  [
    {
      kind: 'finding',
      what: 'noted',
      machine: home,
      zone: 'lid',
      sort: 'rust',
      severity: 'trace',
      activity: 'not judged',
    },
    ['machine'],
  ],
  [{ kind: 'finding', what: 'seen again', machine: home, finding: id, change: 'worse' }, ['machine']],
  [{ kind: 'finding', what: 'treated', machine: home, finding: id, words: 'x' }, ['machine']],
  [
    { kind: 'finding', what: 'judged', machine: home, finding: id, verdict: 'confirmed', words: 'x' },
    ['machine'],
  ],
  [{ kind: 'finding', what: 'taken over', machine: home, finding: id }, ['machine']],
  [{ kind: 'survey', what: 'begun', machine: home }, ['machine']],
  [
    { kind: 'survey', what: 'looked', machine: home, survey: id, zone: 'lid', is: 'nothing to note' },
    ['machine'],
  ],
  [{ kind: 'survey', what: 'ended', machine: home, survey: id }, ['machine']],
  [{ kind: 'grade', what: 'set', machine: home, grade: 2, reason: 'x' }, ['machine']],
  [{ kind: 'grade', what: 'taken back', machine: home }, ['machine']],
  [
    { kind: 'grade', what: 'priority', machine: home, urgency: 'now', who: person, words: '' },
    ['machine', 'party'],
  ],
  [{ kind: 'evidence', what: 'noted', machine: home, sort: 'label', where: 'base' }, ['machine']],
  [{ kind: 'evidence', what: 'none', machine: home, sort: 'label' }, ['machine']],
  [{ kind: 'evidence', what: 'gone', machine: home, evidence: id, how: 'broken' }, ['machine']],
  [
    { kind: 'contents', what: 'copied', machine: home, medium: 'ROM', checksum: 'sum 1A2B', readTwice: true },
    ['machine'],
  ],
  [{ kind: 'contents', what: 'not copied', machine: home, medium: 'tape', because: 'x' }, ['machine']],
  [{ kind: 'quarantine', way: 'in', machine: home, place: 'shed' }, ['machine']],
  [
    {
      kind: 'quarantine',
      way: 'out',
      machine: home,
      seen: { pests: 'none seen', mould: 'none seen', leaks: 'not looked' },
    },
    ['machine'],
  ],
  [{ kind: 'receipt', machine: home, to: person, items: ['a lead'], terms: '' }, ['machine', 'party']],
  [{ kind: 'link', machine: home, sort: 'made', when: '1984', who: person }, ['machine', 'party']],
  [{ kind: 'value', machine: home, sort: 'market', amount: { minor: 1, currency: 'EUR' } }, ['machine']],
  [{ kind: 'marking', machine: home, lines: [{ text: '74LS374N 8423' }] }, ['machine']],
  [{ kind: 'batch', name: 'x', machines: [home, other] }, ['machine', 'machine']],
  [{ kind: 'note', words: 'x' }, ['house']],
  [{ kind: 'note', machine: home, words: 'x' }, ['machine']],
  [
    { kind: 'override', machine: home, check: 'closing', rule: 'x', reason: 'y', role: 'steward' },
    ['machine'],
  ],
  [{ kind: 'settle', entry: id, outcome: 'happened' }, []],
  [{ kind: 'withdrawal' }, []],
  [{ kind: 'erasure', entry: id, what: 'all', ground: 'personal data' }, []],
  [{ kind: 'erased', ground: 'personal data', by: id }, []],
  [{ kind: 'episode', what: 'opened', machine: home, title: 'x' }, ['machine']],
  [
    { kind: 'episode', what: 'paused', machine: home, episode: id, lie: '', unplugged: true, next: '' },
    ['machine'],
  ],
  [{ kind: 'episode', what: 'resumed', machine: home, episode: id }, ['machine']],
  [{ kind: 'episode', what: 'closed', machine: home, episode: id, next: 'x', report: [] }, ['machine']],
]
