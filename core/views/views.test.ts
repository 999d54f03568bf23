import { describe, expect, it } from 'vitest'
import {
  allPass,
  fail,
  found,
  home,
  other,
  pass,
  person,
  slot,
  test,
  twoTerminals,
} from '#core/testing/terminal.ts'
import type { PartId, PartyId } from '#core/ids.ts'
import { machineStanding } from '#core/history/status.ts'
import { numberedId, type Teller } from '#core/testing/script.ts'
import { recordEntries } from '#core/formats/record.ts'
import { fold } from '#core/history/fold.ts'
import { episodeView } from './episode.ts'
import { guestView } from './guest.ts'
import { functionLanes, stripOf } from './lanes.ts'
import { lifelineOf } from './lifeline.ts'
import { machineView } from './machine.ts'
import { partLife, partView, waitsFor } from './parts.ts'
import { machineSummary } from './summary.ts'

const now = '2026-06-01T12:00:00.000Z'
const lanes = (t: Teller) => {
  const machine = t.world().machines.get(home)!
  return functionLanes(t.world(), machine, machineStanding(t.world(), machine).standings)
}
const lane = (t: Teller, fn: string) =>
  lanes(t)
    .find((l) => l.fn === fn)!
    .segments.map((s) => [s.height, s.fill, s.from.slice(0, 10), s.to.slice(0, 10)])

describe('a lane', () => {
  it('says by height the result, by fill the proof, by dots what was only said', () => {
    const { t } = twoTerminals(now)
    t.told('2026-01-06T09:00:00.000Z', {
      kind: 'claim',
      machine: home,
      claims: [{ fn: 'bell', says: 'fails', words: 'silent' }],
    })
    test(t, '2026-03-01T10:00:00.000Z', { bell: fail })
    test(t, '2026-03-05T10:00:00.000Z', { bell: { is: 'partly', good: 1, of: 2 } })
    test(t, '2026-03-09T10:00:00.000Z', { bell: pass })
    t.told('2026-04-01T10:00:00.000Z', {
      kind: 'change',
      machine: home,
      target: { sort: 'position', name: 'LS1' },
      verb: 'reseated',
      reach: 'disturbed',
    })
    expect(lane(t, 'bell')).toEqual([
      ['foot', 'dots', '2026-01-06', '2026-03-01'],
      ['foot', 'solid', '2026-03-01', '2026-03-05'],
      ['half', 'solid', '2026-03-05', '2026-03-09'],
      ['full', 'solid', '2026-03-09', '2026-04-01'],
      ['full', 'hollow', '2026-04-01', '2026-06-01'],
    ])
    expect(lane(t, 'send')).toEqual([])
  })
  it('is not emptied by what it does not depend on, nor filled by what was not possible', () => {
    const { t } = twoTerminals(now)
    test(t, '2026-03-01T10:00:00.000Z', { bell: pass, send: { is: 'not possible', because: 'no line' } })
    t.told('2026-04-01T10:00:00.000Z', {
      kind: 'change',
      machine: home,
      target: { sort: 'position', name: 'IC31' },
      verb: 'resoldered',
      reach: 'altered',
    })
    expect(lane(t, 'bell')).toEqual([['full', 'solid', '2026-03-01', '2026-06-01']])
    expect(lane(t, 'send')).toEqual([])
  })
})

describe('the lifeline', () => {
  const life = (t: Teller) => {
    const machine = t.world().machines.get(home)!
    return lifelineOf(t.world(), machine, machineStanding(t.world(), machine))
  }
  it('folds idle time by the logarithm of its days and gives episodes room by their entries', () => {
    const { t, episode } = twoTerminals(now)
    for (let i = 0; i < 10; i++)
      t.told(
        `2026-03-01T10:${i}0:00.000Z`.replace(/:(\d)0:/, ':0$1:'),
        { kind: 'note', machine: home, words: 'x' },
        { episode },
      )
    const data = life(t)
    const [bracket] = data.brackets
    expect(bracket).toMatchObject({ number: 1, open: true })
    expect(bracket!.x1 - bracket!.x0).toBeCloseTo(80, 0)
    // 5 January to 1 March: 12 + 10·log2(54.97) = 69.8 px.
    const idle = data.marks.find((m) => 'idleDays' in m)!
    expect('idleDays' in idle && idle.idleDays).toBeCloseTo(55, 0)
    expect(bracket!.x0).toBeCloseTo(12 + 10 * Math.log2(54.9986), 0)
  })
  it('never goes back, and ends at its width', () => {
    const { t } = twoTerminals(now)
    allPass(t, '2026-03-01T10:00:00.000Z')
    t.told('2026-04-01T10:00:00.000Z', {
      kind: 'change',
      machine: home,
      target: { sort: 'position', name: 'IC31' },
      verb: 'resoldered',
      reach: 'altered',
    })
    const data = life(t)
    for (const l of data.lanes) {
      for (const [i, s] of l.segments.entries()) {
        expect(s.x1).toBeGreaterThanOrEqual(s.x0)
        if (i > 0) expect(s.x0).toBeCloseTo(l.segments[i - 1]!.x1, 6)
      }
      expect(l.segments.at(-1)!.x1).toBeCloseTo(data.width, 6)
    }
    expect(data.cut).toMatchObject({ lanes: ['self-test', 'screen', 'characters'] })
  })
  it('shows custody away from the house, and a time when power was barred', () => {
    const { t } = twoTerminals(now)
    t.told('2026-02-01T10:00:00.000Z', {
      kind: 'custody',
      machine: home,
      to: { in: { kind: 'party', id: person } },
      carriage: 'by hand',
      purpose: 'loan out',
    })
    const hazard = t.told('2026-03-01T10:00:00.000Z', {
      kind: 'hazard',
      what: 'noted',
      machine: home,
      words: 'leak',
      barsPower: true,
    })
    t.told('2026-03-02T10:00:00.000Z', {
      kind: 'hazard',
      what: 'cleared',
      machine: home,
      hazard: hazard.id,
      words: 'dry',
    })
    const data = life(t)
    expect(data.custody.map((c) => [c.where, c.away])).toEqual([
      ['here', false],
      ['Ida Oslund', true],
    ])
    expect(data.barred).toHaveLength(1)
    expect(data.barred[0]!.x1).toBeLessThan(data.width)
  })
})

describe('the strip of a list', () => {
  it('is the worst of the essential functions at each moment, on 24 months', () => {
    const { t } = twoTerminals(now)
    allPass(t, '2026-03-01T10:00:00.000Z')
    test(t, '2026-05-01T10:00:00.000Z', { screen: fail })
    const strip = stripOf(lanes(t), now)
    expect(strip.map((s) => [s.height, s.fill])).toEqual([
      ['full', 'solid'],
      ['foot', 'solid'],
    ])
    expect(strip[0]!.to).toBe(strip[1]!.from)
    expect(strip[1]!.to).toBe(1)
    expect(strip[0]!.from).toBeCloseTo(1 - 92.08 / 730.5, 2)
  })
  it('is empty for a machine that was never tested', () =>
    expect(stripOf(lanes(twoTerminals(now).t), now)).toEqual([]))
})

describe('the Machine view', () => {
  it('tells what is not its own, what left, and what is to do', () => {
    const { t, episode } = twoTerminals(now)
    allPass(t, '2026-03-01T10:00:00.000Z')
    t.told(
      '2026-03-02T10:00:00.000Z',
      {
        kind: 'move',
        legs: [
          {
            part: found(home, 'IC40'),
            from: slot(home, 'IC40'),
            to: { in: { kind: 'store', id: 'drawer' } },
          },
          { part: found(other, 'IC40'), from: slot(other, 'IC40'), to: slot(home, 'IC40') },
        ],
      },
      { episode },
    )
    t.told(
      '2026-03-02T11:00:00.000Z',
      { kind: 'question', what: 'asked', machine: home, words: 'who?' },
      { episode },
    )
    const view = machineView(t.world(), home)!
    expect(view.positions.find((p) => p.designator === 'IC40')).toMatchObject({
      content: 'part',
      part: { own: false, from: 'IC40 of E-2' },
    })
    expect(view.positions.find((p) => p.designator === 'IC31')).toMatchObject({ content: 'unseen' })
    expect(view.given).toMatchObject([{ position: 'IC40', to: 'drawer' }])
    expect(view.todo.map((t) => [t.act, ...t.items.map((i) => i.name)])).toEqual([
      ['test again', 'send', 'receive'],
      ['answer', 'who?'],
      ['go on', 'First look'],
    ])
    const donor = machineView(t.world(), other)!
    expect(donor.given).toMatchObject([{ position: 'IC40', to: 'IC40 of E-1' }])
    expect(donor.log.some((row) => row.body.kind === 'move')).toBe(true)
    expect(machineView(t.world(), numberedId(99, 4))).toBeUndefined()
  })
  it('is the same from the record file alone', () => {
    const { t } = twoTerminals(now)
    allPass(t, '2026-03-01T10:00:00.000Z')
    const record = recordEntries(t.entries)
    const again = machineView(fold(record, { now }), home)!
    expect(JSON.parse(JSON.stringify(again.status))).toEqual(
      JSON.parse(JSON.stringify(machineView(t.world(), home)!.status)),
    )
    expect(record.map((e) => e.seq)).toEqual(record.map((_, i) => i + 1))
  })
})

describe('the guest’s projection', () => {
  it('hides prices, parties, other machines, notes and next steps; keeps standing and the guest’s own name', () => {
    const { t, episode } = twoTerminals(now)
    const owner = numberedId<PartyId>(7, 3)
    t.told('2026-03-01T09:00:00.000Z', {
      kind: 'party',
      party: owner,
      name: 'The owner',
      sort: 'person',
      roles: [],
    })
    t.told('2026-03-01T09:10:00.000Z', { kind: 'machine', what: 'stated', machine: home, set: { owner } })
    t.told(
      '2026-03-01T09:20:00.000Z',
      {
        kind: 'consent',
        machine: home,
        by: owner,
        to: 'give parts',
        given: true,
        positions: ['IC40'],
        words: 'by telephone',
      },
      { basis: 'told' },
    )
    allPass(t, '2026-03-01T10:00:00.000Z')
    t.told(
      '2026-03-02T10:00:00.000Z',
      { kind: 'note', machine: home, words: 'the price was a joke' },
      { episode },
    )
    t.told('2026-03-02T11:00:00.000Z', {
      kind: 'move',
      legs: [
        {
          part: found(other, 'IC40'),
          from: slot(other, 'IC40'),
          to: { in: { kind: 'store', id: 'secret shelf' } },
        },
      ],
    })
    t.told(
      '2026-03-02T12:00:00.000Z',
      {
        kind: 'move',
        legs: [{ part: found(home, 'IC40'), from: slot(home, 'IC40'), to: slot(other, 'IC40') }],
      },
      { doneBy: person },
    )
    t.told(
      '2026-03-02T13:00:00.000Z',
      {
        kind: 'episode',
        what: 'paused',
        machine: home,
        episode,
        lie: 'secret shelf',
        unplugged: true,
        next: 'ask the secret giver',
      },
      { episode },
    )
    const text = JSON.stringify(guestView(t.world(), home, owner))
    for (const secret of ['joke', 'secret', 'E-2', 'Ida', other]) expect(text).not.toContain(secret)
    expect(text).toContain('The owner')
    expect(text).toContain('another machine of the house')
  })
})

describe('summaries and parts', () => {
  it('say when they change by time alone', () => {
    const { t, episode } = twoTerminals(now)
    allPass(t, '2026-05-01T10:00:00.000Z')
    const proved = machineSummary(t.world(), home)!
    expect(new Date(proved.holdsUntilMs!).toISOString()).toBe('2028-04-30T10:00:00.001Z')
    t.told(
      '2026-06-01T11:00:00.000Z',
      { kind: 'wait', machine: home, what: 'dries', until: '2026-06-02T11:00:00.000Z' },
      { episode },
    )
    expect(new Date(machineSummary(t.world(), home)!.holdsUntilMs!).toISOString()).toBe(
      '2026-06-02T11:00:00.001Z',
    )
    expect(machineSummary(t.world(), home)!.summary).toMatchObject({
      open: { number: 1, off: 0 },
      waits: [{ what: 'dries' }],
    })
  })
  it('tell a part’s life across machines', () => {
    const { t } = twoTerminals(now)
    const part = found(home, 'IC40')
    t.told('2026-03-02T10:00:00.000Z', {
      kind: 'move',
      legs: [
        {
          part: found(other, 'IC40'),
          from: slot(other, 'IC40'),
          to: { in: { kind: 'store', id: 'drawer' } },
        },
      ],
    })
    t.told(
      '2026-03-02T11:00:00.000Z',
      {
        kind: 'move',
        legs: [{ part, from: slot(home, 'IC40'), to: slot(other, 'IC40') }],
        loan: { home: slot(home, 'IC40') },
      },
      { doneBy: person },
    )
    t.told('2026-03-02T12:00:00.000Z', {
      kind: 'part',
      what: 'health',
      part,
      health: 'suspect',
      because: 'runs hot',
    })
    expect(partView(t.world(), t.world().parts.get(part)!)).toMatchObject({
      place: 'IC40 of E-2',
      partKind: '74LS374',
      health: 'suspect',
      loan: { home: 'IC40 of E-1' },
    })
    expect(partLife(t.world(), part).map((r) => r.what)).toEqual([
      'lent from IC40 of E-1 to IC40 of E-2',
      'suspect: runs hot',
    ])
    // Its home waits for it while it is lent; what is kept for a machine waits as well.
    t.told('2026-03-02T13:00:00.000Z', {
      kind: 'reservation',
      what: 'made',
      machine: other,
      position: 'IC41',
      part,
    })
    const waiting = () =>
      waitsFor(t.world(), t.world().parts.get(part)!).map((w) => [w.why, w.position, w.machine])
    expect(waiting()).toEqual([
      ['lent', 'IC40', home],
      ['kept for it', 'IC41', other],
    ])
    expect(
      partView(t.world(), {
        id: numberedId<PartId>(1, 6),
        attributes: {},
        temporary: false,
        health: 'unknown',
        legs: [],
      }),
    ).toBeUndefined()
  })
  it('tell that the position a part left is empty since, and no longer once another sits there', () => {
    const { t } = twoTerminals(now)
    const part = found(home, 'IC40')
    t.told('2026-03-02T10:00:00.000Z', {
      kind: 'move',
      legs: [{ part, from: slot(home, 'IC40'), to: { in: { kind: 'store', id: 'drawer' } } }],
    })
    const waiting = () => waitsFor(t.world(), t.world().parts.get(part)!).map((w) => w.why)
    expect(waiting()).toEqual(['empty since'])
    t.told('2026-03-02T11:00:00.000Z', {
      kind: 'move',
      legs: [{ part: found(other, 'IC40'), from: slot(other, 'IC40'), to: slot(home, 'IC40') }],
    })
    expect(waiting()).toEqual([])
  })
  it('show what came out of a machine, where it is and on whose word it went', () => {
    const { t } = twoTerminals(now)
    t.told('2026-03-02T10:00:00.000Z', {
      kind: 'move',
      legs: [
        {
          part: found(home, 'IC40'),
          from: slot(home, 'IC40'),
          to: { in: { kind: 'kept', id: home }, position: 'bag 4' },
        },
      ],
    })
    t.told('2026-03-02T10:10:00.000Z', {
      kind: 'move',
      legs: [
        {
          part: found(found(home, 'keyboard'), 'U1'),
          from: { in: { kind: 'assembly', id: found(home, 'keyboard') }, position: 'U1' },
          to: { in: { kind: 'gone', id: 'discarded' } },
        },
      ],
      authority: person,
    })
    t.told(
      '2026-03-02T10:20:00.000Z',
      {
        kind: 'consent',
        machine: home,
        by: person,
        to: 'irreversible work',
        given: true,
        words: 'yes',
        until: '2026-04-01T00:00:00.000Z',
      },
      { basis: 'told' },
    )
    const view = machineView(t.world(), home)!
    expect(view.given).toMatchObject([
      { position: 'IC40', to: 'kept with it, bag 4', kept: true, gone: false },
      { to: 'discarded', gone: true, authority: 'Ida Oslund' },
    ])
    expect(view.consents).toMatchObject([{ by: 'Ida Oslund', told: true, over: true }])
    expect(guestView(t.world(), home, numberedId<PartyId>(99, 3))!.consents).toEqual([])
  })
})

describe('the Episode view', () => {
  it('groups brackets, and starts one at the top when its test lies before the episode', () => {
    const { t, episode } = twoTerminals(now)
    allPass(t, '2026-02-01T10:00:00.000Z')
    t.told(
      '2026-03-02T10:00:00.000Z',
      {
        kind: 'change',
        machine: home,
        target: { sort: 'position', name: 'IC31' },
        verb: 'resoldered',
        reach: 'altered',
      },
      { episode },
    )
    t.told(
      '2026-03-02T11:00:00.000Z',
      {
        kind: 'test',
        machine: home,
        depth: 'full',
        gear: [],
        results: [
          { fn: 'screen', result: fail },
          { fn: 'characters', result: fail },
        ],
      },
      { episode },
    )
    const view = episodeView(t.world(), episode, 'P-0001')!
    expect(view.brackets).toMatchObject([
      {
        from: null,
        functions: ['screen', 'characters'],
        verdict: 'caused by',
        changes: [{ target: { name: 'IC31' } }],
      },
    ])
    expect(view.checks.map((c) => c.check)).toEqual([
      'as-found',
      'switch on',
      'hands inside',
      'closing',
      'dispatch',
    ])
    expect(view.context).toMatchObject({ number: 'E-1', changed: true, nextTag: 'P-0001' })
    expect(episodeView(t.world(), numberedId(999), 'P-0001')).toBeUndefined()
  })
})
