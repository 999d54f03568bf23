/** Treatments: what must never begin, what wants a reason, how much light, counts, and what follows. Common practice, no source. */
import { describe, expect, it } from 'vitest'
import { machineStanding } from '#core/history/status.ts'
import type { BodyOf } from '#core/history/bodies/index.ts'
import type { EntryId, PartyId } from '#core/ids.ts'
import { numberedId } from '#core/testing/script.ts'
import { allPass, home, twoTerminals } from '#core/testing/terminal.ts'
import { todoOf } from '#core/work/todo/index.ts'
import { coursesOf, type Course } from './course.ts'
import { houseVerdicts } from './verdicts.ts'

type Begun = Extract<BodyOf<'treatment'>, { what: 'begun' }>
const here = { latitude: 55.68, longitude: 12.57 }

function scene() {
  const { t } = twoTerminals('2026-06-22T12:00:00.000Z')
  t.told('2026-06-01T09:00:00.000Z', {
    kind: 'rule',
    what: 'policy',
    key: 'whitening',
    option: 'cream open, brushed',
    reason: '',
  })
  const begun = (more: Partial<Begun> = {}): Begun => ({
    kind: 'treatment',
    what: 'begun',
    machine: home,
    sort: 'whitening',
    on: ['lid'],
    agent: 'peroxide cream',
    cover: 'open',
    light: { by: 'sun', through: 'open', cloud: 0 },
    trial: false,
    carries: [],
    counts: [],
    ...more,
  })
  const begin = (at: string, more: Partial<Begun> = {}) => t.tell(at, begun(more)).judgement
  const started = (at: string, more: Partial<Begun> = {}): EntryId => t.told(at, begun(more)).id
  const happened = (
    at: string,
    treatment: EntryId,
    did: Extract<BodyOf<'treatment'>, { what: 'happened' }>['did'],
  ) => t.told(at, { kind: 'treatment', what: 'happened', machine: home, treatment, did })
  const ended = (
    at: string,
    treatment: EntryId,
    more: Partial<Extract<BodyOf<'treatment'>, { what: 'ended' }>> = {},
  ) =>
    t.told(at, {
      kind: 'treatment',
      what: 'ended',
      machine: home,
      treatment,
      verdicts: [],
      beside: [],
      counts: [],
      ...more,
    })
  const machine = () => t.world().machines.get(home)!
  return {
    t,
    begin,
    started,
    happened,
    ended,
    machine,
    courses: () => coursesOf(machine(), t.world().now, here),
  }
}
const bars = (judgement: unknown) =>
  (judgement as { refusal?: { bars?: { why: string }[] } }).refusal?.bars?.map((b) => b.why) ?? []

describe('before a treatment', () => {
  it('what must never meet does not begin on one place until it was rinsed, whatever reason is given', () => {
    const { begin, started, happened } = scene()
    const vinegar = started('2026-06-20T09:00:00.000Z', {
      sort: 'leak',
      agent: 'white vinegar',
      light: { by: 'none' },
    })
    expect(bars(begin('2026-06-20T11:00:00.000Z', { although: 'in a hurry' }))).toEqual(['never together'])
    // Another place is another place.
    expect(begin('2026-06-20T11:00:00.000Z', { on: ['base'] }).became).toBe('recorded')
    happened('2026-06-20T12:00:00.000Z', vinegar, { did: 'rinsed', water: 'tap water' })
    expect(begin('2026-06-20T13:00:00.000Z').became).toBe('recorded')
  })
  it('the house’s “never” wants a reason when peroxide is used, and not for sun alone', () => {
    const { t, begin } = scene()
    t.told('2026-06-19T09:00:00.000Z', {
      kind: 'rule',
      what: 'policy',
      key: 'whitening',
      option: 'never',
      reason: 'kept as found',
    })
    expect(bars(begin('2026-06-20T09:00:00.000Z'))).toEqual(['house rule'])
    expect(begin('2026-06-20T09:00:00.000Z', { agent: undefined }).became).toBe('recorded')
    expect(begin('2026-06-20T10:00:00.000Z', { although: 'the board, minute of 3 June' }).became).toBe(
      'recorded',
    )
  })
  it('an owner is asked before what cannot be undone, and once they agreed to that place nothing is asked', () => {
    const { t, begin } = scene()
    const owner = numberedId<PartyId>(8, 3)
    t.told('2026-06-19T09:00:00.000Z', {
      kind: 'party',
      party: owner,
      name: 'An owner',
      sort: 'person',
      roles: [],
    })
    t.told('2026-06-19T09:10:00.000Z', { kind: 'machine', what: 'stated', machine: home, set: { owner } })
    expect(bars(begin('2026-06-20T09:00:00.000Z'))).toEqual(['owner'])
    expect(
      begin('2026-06-20T09:00:00.000Z', { sort: 'lubrication', agent: 'oil', light: { by: 'none' } }).became,
    ).toBe('recorded')
    t.told('2026-06-20T10:00:00.000Z', {
      kind: 'consent',
      machine: home,
      by: owner,
      to: 'irreversible work',
      given: true,
      positions: ['lid'],
      words: '',
    })
    expect(begin('2026-06-20T11:00:00.000Z').became).toBe('recorded')
  })
  it('what lies there comes off or is masked, or has its reason; peroxide is never sealed', () => {
    const { begin } = scene()
    const badge = (is: 'left on' | 'masked') => ({ carries: [{ what: 'badge', is }] })
    expect(bars(begin('2026-06-20T09:00:00.000Z', badge('left on')))).toEqual(['material'])
    expect(begin('2026-06-20T09:00:00.000Z', badge('masked')).became).toBe('recorded')
    expect(bars(begin('2026-06-20T10:00:00.000Z', { cover: 'bag', on: ['base'] }))).toEqual(['sealed'])
    expect(
      begin('2026-06-20T10:00:00.000Z', { cover: 'bag', on: ['base'], words: 'bag left open at one corner' })
        .became,
    ).toBe('recorded')
  })
})

describe('a treatment', () => {
  it('gets the light of its minutes, under the cloud that was seen; behind glass nobody knows', () => {
    const { started, happened, ended, courses } = scene()
    const open = started('2026-06-21T08:00:00.000Z')
    happened('2026-06-21T11:00:00.000Z', open, { did: 'saw the cloud', cloud: 8 })
    ended('2026-06-21T14:00:00.000Z', open)
    const glass = started('2026-06-22T08:00:00.000Z', {
      on: ['base'],
      light: { by: 'sun', through: 'glass', cloud: 0 },
    })
    const [behind, sunny] = courses() as [Course, Course]
    expect(sunny).toMatchObject({ id: open, minutes: 360 })
    expect('uvHours' in sunny.dose && sunny.dose.uvHours).toBeGreaterThan(20)
    expect('uvHours' in sunny.dose && sunny.dose.uvHours).toBeLessThan(43)
    expect(behind).toMatchObject({ id: glass, dose: { none: 'glass or shade' }, to: undefined, minutes: 240 })
  })
  it('has its counts come out as they went in, or says what is missing', () => {
    const { started, ended, courses } = scene()
    const soak = started('2026-06-20T09:00:00.000Z', {
      sort: 'springs and caps',
      agent: 'vinegar',
      light: { by: 'none' },
      counts: [{ what: 'springs', n: 71 }],
    })
    ended('2026-06-20T12:00:00.000Z', soak, { counts: [{ what: 'springs', n: 70 }] })
    expect(courses()[0]?.missing).toEqual([{ what: 'springs', n: 1 }])
  })
  it('keeps the pH before, after each rinse, and at the end', () => {
    const { started, happened, ended, courses } = scene()
    const leak = started('2026-06-20T09:00:00.000Z', {
      sort: 'leak',
      on: ['supply'],
      agent: 'white vinegar',
      ph: 10,
      light: { by: 'none' },
    })
    happened('2026-06-20T09:30:00.000Z', leak, { did: 'read the pH', ph: 8 })
    ended('2026-06-20T10:00:00.000Z', leak, { ph: 7 })
    expect(courses()[0]?.ph).toEqual([10, 8, 7])
  })
  it('of a board asks for its tests again; of a case it does not', () => {
    const { t, started, machine } = scene()
    allPass(t, '2026-06-19T12:00:00.000Z')
    const due = () => machineStanding(t.world(), machine()).coverage.due
    started('2026-06-20T09:00:00.000Z')
    expect(due()).toBe(0)
    started('2026-06-20T10:00:00.000Z', {
      sort: 'board wash',
      on: ['IC40'],
      agent: 'detergent',
      light: { by: 'none' },
    })
    expect(due()).toBeGreaterThan(0)
  })
  it('ends once, and its recheck stands under what is to do until that place is treated again', () => {
    const { t, started, ended, machine } = scene()
    const id = started('2026-06-20T09:00:00.000Z')
    ended('2026-06-20T12:00:00.000Z', id, { verdicts: [{ on: 'lid', is: 'better' }], recheck: '2026-06-21' })
    expect(() => ended('2026-06-20T13:00:00.000Z', id)).toThrow('treatment-over')
    const looks = () =>
      todoOf(t.world(), machine(), () => undefined).find((row) => row.act === 'look again')?.items ?? []
    expect(looks()).toContainEqual(
      expect.objectContaining({ name: 'whitening', of: 'lid', due: '2026-06-21T00:00:00.000Z' }),
    )
    started('2026-06-21T09:00:00.000Z')
    expect(looks()).toEqual([])
  })
})

describe('what the house found', () => {
  it('is told by method, material and cover, with how many got worse', () => {
    const { t, started, ended } = scene()
    for (const [i, is] of (['better', 'better', 'worse', 'not looked at'] as const).entries()) {
      const id = started(`2026-06-${10 + i}T09:00:00.000Z`)
      ended(`2026-06-${10 + i}T12:00:00.000Z`, id, { verdicts: [{ on: 'lid', is }] })
    }
    expect(houseVerdicts(t.world())).toMatchObject([
      { sort: 'whitening', method: 'peroxide cream', cover: 'open', n: 3, better: 2, worse: 1 },
    ])
  })
})
