import { describe, expect, it } from 'vitest'
import { numberedId, type Teller } from '#core/testing/script.ts'
import type { Body } from '#core/history/bodies/index.ts'
import { fold } from '#core/history/fold.ts'
import type { MachineId, PartId, PartyId } from '#core/ids.ts'
import { fail, home, other, pass, person, slot, test, twoTerminals } from '#core/testing/terminal.ts'
import { arrivalOpen } from './arrival-open.ts'
import { arrivalView } from './arrival.ts'
import { batchView } from './batch.ts'
import { guestView } from './guest.ts'
import { entriesSeen, withoutPrices } from '#core/history/sight.ts'
import { machineView } from './machine.ts'
import { machineSummary } from './summary.ts'

const now = '2026-06-01T12:00:00.000Z'
const at = '2026-02-01T10:00:00.000Z'
const guided = numberedId<MachineId>(9, 4)

function door() {
  const { t } = twoTerminals(now)
  const tell = (body: Body) => t.told(at, body).id
  tell({
    kind: 'machine',
    what: 'registered',
    machine: guided,
    entryNumber: 'E-9',
    name: 'Ticket punch',
    source: { how: 'gift', from: person },
    guided: true,
  })
  const view = () => arrivalView(t.world(), guided, 'UTC')!
  const done = () => view().steps.flatMap((s) => (s.done ? [s.step] : []))
  return { t, tell, view, done }
}
const none = (what: string): Body => ({
  kind: 'machine',
  what: 'stated',
  machine: guided,
  set: { noneThere: [what] },
})

describe('the guided entry', () => {
  it('knows from the entries which steps are done, in whatever order they were', () => {
    const { tell, done, t } = door()
    expect(done()).toEqual(['what it is', 'giver and source'])
    tell({ kind: 'receipt', machine: guided, items: ['a punch'], terms: '' })
    tell({ kind: 'claim', machine: guided, claims: [{ says: 'not said', words: 'it clicked' }] })
    tell({
      kind: 'part',
      what: 'identified',
      part: numberedId<PartId>(4, 6),
      partKind: 'mains lead',
      place: { in: { kind: 'kept', id: guided } },
    })
    expect(done()).toEqual(['what it is', 'giver and source', 'what was claimed', 'in the box', 'receipt'])
    for (const sort of ['warranty seal', 'label', 'sticker or tape', 'underside'] as const)
      tell({ kind: 'evidence', what: 'none', machine: guided, sort })
    tell(none('contents'))
    expect(arrivalOpen(t.world().machines.get(guided)!)).toBe(1)
    tell({ kind: 'quarantine', way: 'in', machine: guided, place: 'porch' })
    expect(done()).not.toContain('quarantine')
    tell({
      kind: 'quarantine',
      way: 'out',
      machine: guided,
      seen: { pests: 'none seen', mould: 'none seen', leaks: 'none seen' },
    })
    expect(done()).toHaveLength(8)
    expect(arrivalOpen(t.world().machines.get(guided)!)).toBe(0)
  })
  it('that nobody finished waits on Bench; a machine that never went through it does not', () => {
    const { t } = door()
    expect(machineSummary(t.world(), guided)!.summary).toMatchObject({
      arrivalOpen: 5,
      needs: [{ kind: 'entry' }],
    })
    expect(machineSummary(t.world(), home)!.summary).toMatchObject({ arrivalOpen: 0, needs: [] })
  })
  it('“nothing came with it” is an answer, and shows nowhere as a fact of the machine', () => {
    const { tell, done, t } = door()
    for (const what of ['claims', 'box', 'contents', 'receipt']) tell(none(what))
    expect(done()).toEqual(expect.arrayContaining(['what was claimed', 'in the box', 'contents', 'receipt']))
    expect(machineSummary(t.world(), guided)!.summary.words).not.toContain('said at entry')
  })
  it('quarantine left without looking for leaks is not done', () => {
    const { tell, done } = door()
    tell({
      kind: 'quarantine',
      way: 'out',
      machine: guided,
      seen: { pests: 'none seen', mould: 'none seen', leaks: 'not looked' },
    })
    expect(done()).not.toContain('quarantine')
  })
  it('markings read again for one position take the place of the first reading', () => {
    const { tell, view } = door()
    tell({
      kind: 'marking',
      machine: guided,
      board: 'main',
      lines: [
        { designator: 'U1', text: 'A100 8401' },
        { designator: 'U2', text: 'A101 8402' },
      ],
    })
    tell({
      kind: 'marking',
      machine: guided,
      board: 'main',
      lines: [{ designator: 'U1', text: 'A100 8410' }],
    })
    expect(view().markings[0]?.cluster.parts.map((p) => p.text)).toEqual(['A100 8410', 'A101 8402'])
  })
})

describe('what leaves the house', () => {
  function full() {
    const { t, tell } = door()
    tell({ kind: 'value', machine: guided, sort: 'market', amount: { minor: 4321, currency: 'EUR' } })
    tell({
      kind: 'batch',
      name: 'Two of them',
      machines: [guided, home],
      price: { minor: 8765, currency: 'EUR' },
    })
    tell({
      kind: 'evidence',
      what: 'noted',
      machine: guided,
      sort: 'label',
      where: 'base',
      says: 'belongs to A. Person',
    })
    tell({ kind: 'link', machine: guided, sort: 'owned by', when: '1980', words: 'a dentist' })
    tell({
      kind: 'contents',
      what: 'not copied',
      machine: guided,
      medium: 'disk',
      because: 'letters of the giver',
      personal: true,
    })
    tell({ kind: 'photo', machine: guided, file: 'a'.repeat(64), width: 4, height: 4, words: 'front' })
    return { t }
  }
  it('a guest is shown no value, lot, evidence, provenance or contents', () => {
    const text = JSON.stringify(guestView(full().t.world(), guided, numberedId<PartyId>(99, 3)))
    for (const secret of [
      '4321',
      '8765',
      'Two of them',
      'A. Person',
      'dentist',
      'letters of the giver',
      'Corvel',
    ])
      expect(text).not.toContain(secret)
    expect(text).toContain('front')
  })
  it('a volunteer is shown all of it but money', () => {
    const text = JSON.stringify(
      machineView(fold(withoutPrices(full().t.entries), { now: full().t.world().now }), guided),
    )
    for (const secret of ['4321', '8765']) expect(text).not.toContain(secret)
    expect(text).toContain('a dentist')
  })
  it('who surveys blind is shown no finding of others, nor its picture or pin', () => {
    const { t, tell } = door()
    const finding = tell({
      kind: 'finding',
      what: 'noted',
      machine: guided,
      zone: 'lid',
      sort: 'rust',
      severity: 'trace',
      activity: 'stable',
      danger: 'none',
      contained: false,
      loaded: false,
      hypothesis: false,
      words: 'under the hinge',
    })
    const shown = tell({
      kind: 'photo',
      machine: guided,
      file: 'b'.repeat(64),
      width: 4,
      height: 4,
      finding,
      words: 'hinge from below',
    })
    tell({ kind: 'pin', machine: guided, photo: shown, x: 0.1, y: 0.1, finding })
    tell({ kind: 'finding', what: 'seen again', machine: guided, finding, change: 'worse' })
    tell({ kind: 'grade', what: 'set', machine: guided, grade: 3, reason: 'the hinge' })
    const survey = tell({ kind: 'survey', what: 'begun', machine: guided, blind: true })
    expect(
      JSON.stringify(
        machineView(
          fold(entriesSeen(t.entries, { prices: true, blind: survey }), { now: t.world().now }),
          guided,
        )!,
      ),
    ).not.toMatch(/hinge|rust/)
  })
})

describe('a lot', () => {
  const lot = (t: Teller) => {
    const { id } = t.told(at, {
      kind: 'batch',
      name: 'Two terminals',
      machines: [home, other],
      price: { minor: 1001, currency: 'EUR' },
    })
    return batchView(t.world(), id)!
  }
  it('shares its price to the last cent', () => {
    const { t } = twoTerminals(now)
    expect(lot(t).units.map((u) => u.share?.minor)).toEqual([501, 500])
  })
  it('counts as truly faulty what a test showed, not what was said or seen at a look', () => {
    const { t } = twoTerminals(now)
    for (const machine of [home, other])
      t.told(at, { kind: 'claim', machine, claims: [{ says: 'fails', words: 'dead' }] })
    t.told('2026-03-01T10:00:00.000Z', {
      kind: 'test',
      machine: other,
      depth: 'look',
      gear: [],
      results: [{ fn: 'look', result: fail }],
    })
    expect(lot(t).outcome).toEqual({
      units: 2,
      workNow: 0,
      trulyFaulty: 0,
      mended: 0,
      claimedDead: 2,
      claimedDeadButSound: 0,
      notTested: 2,
    })
    test(t, '2026-03-02T10:00:00.000Z', { bell: fail })
    test(
      t,
      '2026-03-03T10:00:00.000Z',
      Object.fromEntries(
        [
          'self-test',
          'screen',
          'characters',
          'keyboard',
          'send',
          'receive',
          'bell',
          'brightness',
          'printer port',
        ].map((f) => [f, pass]),
      ),
    )
    expect(lot(t).outcome).toMatchObject({
      workNow: 1,
      trulyFaulty: 1,
      mended: 1,
      claimedDeadButSound: 0,
      notTested: 1,
    })
  })
  it('counts by column what tests showed, whatever was touched since', () => {
    const { t } = twoTerminals(now)
    test(t, '2026-03-02T10:00:00.000Z', { bell: fail, send: pass })
    test(t, '2026-03-03T10:00:00.000Z', { bell: pass })
    test(t, '2026-03-03T10:00:00.000Z', { bell: { is: 'inconclusive' } }, { machine: other })
    test(t, '2026-03-03T11:00:00.000Z', { send: fail }, { machine: other })
    const bell = () => lot(t).totals.find((c) => c.fn === 'bell')
    expect(bell()).toEqual({ fn: 'bell', tried: 1, everFailed: 1, passed: 1, notTried: 1 })
    expect(lot(t).totals.find((c) => c.fn === 'send')).toMatchObject({ tried: 2, everFailed: 1, passed: 1 })
    t.told('2026-03-04T10:00:00.000Z', {
      kind: 'change',
      machine: home,
      target: { sort: 'position', name: 'LS1' },
      verb: 'polished',
      reach: 'disturbed',
    })
    expect(bell()).toMatchObject({ tried: 1, passed: 1 })
  })
  it('a look has no standing: the unit that looked dead is not faulty for it', () => {
    const { t } = twoTerminals(now)
    t.told(at, {
      kind: 'test',
      machine: home,
      depth: 'look',
      gear: [],
      results: [{ fn: 'look', result: fail }],
    })
    const [unit] = lot(t).units
    expect(unit).toMatchObject({ look: 'dead', status: 'not known', trulyFaulty: false })
    expect(unit?.functions.map((f) => f.fn)).not.toContain('look')
  })
})

it('a part’s marking leads to the machine around it', () => {
  const { t } = twoTerminals(now)
  const part = numberedId<PartId>(5, 6)
  t.told(at, { kind: 'part', what: 'content', machine: home, place: slot(home, 'RV2'), content: 'empty' })
  t.told(at, { kind: 'part', what: 'identified', part, marking: 'QX-5521', place: slot(home, 'RV2') })
  expect(machineSummary(t.world(), home)!.summary.words).toContain('qx-5521')
})

it('an entry shows the photographs that it carries', () => {
  const { t, tell } = door()
  const claim = tell({ kind: 'claim', machine: guided, claims: [{ says: 'not said', words: 'it clicked' }] })
  const photo = tell({ kind: 'photo', machine: guided, file: 'c'.repeat(64), width: 4, height: 4, on: claim })
  const log = machineView(t.world(), guided)!.log
  expect(log.find((row) => row.id === claim)?.photos).toEqual([photo])
  expect(log.filter((row) => row.photos.length > 0)).toHaveLength(1)
})
