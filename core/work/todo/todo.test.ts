/** What is left to do is complete: a machine that does not work and stands at no chosen end never shows an empty list. */
import { describe, expect, it } from 'vitest'
import { machineStanding, openEpisode, type WorkingStatus } from '#core/history/status.ts'
import type { Body } from '#core/history/bodies/index.ts'
import type { EntryId } from '#core/ids.ts'
import { eveningsOf } from '#core/testing/evenings.ts'
import { allPass, fail, found, home, other, pass, slot, test, twoTerminals } from '#core/testing/terminal.ts'
import type { Teller } from '#core/testing/script.ts'
import { atChosenEnd, brief, todoOf, waitsFor, type TodoAct, type WorksNow } from './index.ts'
import { median } from './minutes.ts'

const now = '2026-05-01T12:00:00.000Z'
const day = (n: number) => `2026-03-${String(n).padStart(2, '0')}T10:00:00.000Z`
const at = (t: Teller) => ({ world: t.world(), machine: t.world().machines.get(home)! })
const acts = (t: Teller, worksNow?: WorksNow) => {
  const { world, machine } = at(t)
  return new Map(todoOf(world, machine, worksNow).map((todo) => [todo.act, todo]))
}
const names = (t: Teller, act: TodoAct, worksNow?: WorksNow) =>
  acts(t, worksNow)
    .get(act)
    ?.items.map((i) => i.name)

/** A terminal to which something happened; whether its episode goes on. */
function after(tell: (t: Teller, episode: EntryId) => void) {
  const { t, episode } = twoTerminals(now)
  tell(t, episode)
  return t
}
const out = (t: Teller, position: string, to: 'tray' | 'store', episode: EntryId) =>
  t.told(
    day(12),
    {
      kind: 'move',
      legs: [
        {
          part: found(home, position),
          from: slot(home, position),
          to: to === 'tray' ? { in: { kind: 'tray', id: episode } } : { in: { kind: 'store', id: 'box' } },
        },
      ],
    },
    { episode },
  )

describe('every status that is not an end', () => {
  const hazard: Body = {
    kind: 'hazard',
    what: 'noted',
    machine: home,
    words: 'cracked lead',
    barsPower: true,
  }
  it.each<[WorkingStatus, TodoAct, string[], (t: Teller, episode: EntryId) => void]>([
    ['do not power', 'make harmless', ['cracked lead'], (t) => void t.told(day(2), hazard)],
    ['incomplete', 'fit', ['IC31 character ROM'], (t, e) => void out(t, 'IC31', 'store', e)],
    ['in pieces', 'put back', ['keyboard'], (t, e) => void out(t, 'keyboard', 'tray', e)],
    [
      'not working',
      'find the fault',
      ['screen'],
      (t) => void (allPass(t, day(2)), test(t, day(3), { screen: fail })),
    ],
    ['faulty', 'find the fault', ['bell'], (t) => void (allPass(t, day(2)), test(t, day(3), { bell: fail }))],
    [
      'retest due',
      'test again',
      ['keyboard'],
      (t, episode) => {
        allPass(t, day(2))
        t.told(
          day(3),
          {
            kind: 'change',
            machine: home,
            target: { sort: 'position', name: 'U1' },
            verb: 'soldered',
            reach: 'altered',
          },
          { episode },
        )
      },
    ],
    ['not known', 'test', ['self-test', 'screen', 'characters', 'keyboard'], () => undefined],
    [
      'unproved',
      'prove',
      ['screen'],
      (t) => {
        allPass(t, day(2))
        test(t, day(3), { screen: { is: 'intermittent', failures: 1, of: 2 } })
        test(t, day(4), { screen: pass })
      },
    ],
  ])('%s: %s', (status, act, expected, tell) => {
    const t = after(tell)
    const { world, machine } = at(t)
    expect(machineStanding(world, machine).status).toBe(status)
    expect(names(t, act)).toEqual(expect.arrayContaining(expected))
  })
  it('check overdue: test again what was last tested longer ago than the house allows', () => {
    const { t } = twoTerminals('2029-01-01T12:00:00.000Z')
    allPass(t, day(2))
    expect(names(t, 'test again')).toContain('screen')
  })
  it('working: only that the episode goes on', () => {
    const t = after((t) => void allPass(t, day(2)))
    expect([...acts(t).keys()]).toEqual(['go on'])
  })
  it('a type without an essential function asks what it must be able to do', () => {
    const { t } = twoTerminals(now)
    t.told(day(2), { kind: 'machine', what: 'stated', machine: home, set: { type: null } })
    expect([...acts(t).keys()]).toContain('say what it does')
  })
})

describe('at a chosen end', () => {
  it('nobody is asked to make it work; what is unsettled still stands', () => {
    const t = after((t) => {
      test(t, day(3), { screen: fail })
      t.told(day(4), { kind: 'question', what: 'asked', machine: home, words: 'who painted it?' })
      t.told(day(5), { kind: 'machine', what: 'stated', machine: home, set: { purpose: 'parts source' } })
    })
    expect([...acts(t).keys()]).toEqual(['answer', 'go on'])
  })
})

describe('seeded evenings', () => {
  it.each(Array.from({ length: 40 }, (_, seed) => seed + 1))('never leave an empty list, seed %i', (seed) => {
    const { world, machine } = at(eveningsOf(seed, 25))
    const { status } = machineStanding(world, machine)
    const unfinished =
      openEpisode(machine) !== undefined || (status !== 'working' && !atChosenEnd(world, machine))
    if (unfinished) expect(todoOf(world, machine)).not.toEqual([])
  })
})

describe('what a sitting leaves', () => {
  const close = (
    t: Teller,
    episode: EntryId,
    next: string,
    deferred: { what: string; reason: string }[] = [],
  ) =>
    t.told(day(20), { kind: 'episode', what: 'closed', machine: home, episode, next, report: [], deferred })
  const paused = (t: Teller, episode: EntryId, n: number, next: string) =>
    t.told(day(n), {
      kind: 'episode',
      what: 'paused',
      machine: home,
      episode,
      lie: '',
      unplugged: true,
      next,
    })

  it('stands through later episodes until somebody did it or dropped it', () => {
    const { t, episode } = twoTerminals(now)
    allPass(t, day(2))
    const closed = close(t, episode, 'try the tape', [{ what: 'second coat', reason: 'too damp' }])
    const again = t.told(day(21), { kind: 'episode', what: 'opened', machine: home, title: 'Tape' })
    paused(t, again.id, 22, 'find a belt')
    expect(names(t, 'next')).toEqual(['try the tape', 'find a belt'])
    expect(names(t, 'later')).toEqual(['second coat'])
    t.told(day(23), { kind: 'task', what: 'ended', machine: home, left: closed.id, way: 'done' })
    t.told(day(23), {
      kind: 'task',
      what: 'ended',
      machine: home,
      left: closed.id,
      task: 'Second coat',
      way: 'dropped',
    })
    expect(names(t, 'next')).toEqual(['find a belt'])
    expect(names(t, 'later')).toBeUndefined()
  })
  it('a later stop of the same episode takes the place of the one before', () => {
    const { t, episode } = twoTerminals(now)
    paused(t, episode, 3, 'look for the hum')
    t.told(day(4), { kind: 'episode', what: 'resumed', machine: home, episode })
    paused(t, episode, 5, 'measure the rail')
    expect(names(t, 'next')).toEqual(['measure the rail'])
  })
  it('a withdrawn stop leaves nothing', () => {
    const { t, episode } = twoTerminals(now)
    const stop = paused(t, episode, 3, 'look for the hum')
    t.told(
      day(4),
      { kind: 'withdrawal' },
      { amends: { entry: stop.id, seen: [], how: 'withdraw', reason: 'slip' } },
    )
    expect(names(t, 'next')).toBeUndefined()
  })
})

describe('a test that waited for another machine', () => {
  const waiting = () =>
    after(
      (t) =>
        void test(t, day(3), {
          receive: { is: 'not possible', because: 'E-2 is apart', until: { machine: other, number: 'E-2' } },
        }),
    )
  it('is named with the machine that it waits for', () => {
    const { world, machine } = at(waiting())
    expect(waitsFor(world, machine)).toEqual([{ fn: 'receive', machine: other, number: 'E-2' }])
  })
  it('falls due when that one works', () => {
    expect(names(waiting(), 'test again', () => false)).toBeUndefined()
    expect(names(waiting(), 'test', () => false)).toContain('receive')
    expect(names(waiting(), 'test again', () => true)).toEqual(['receive'])
    expect(names(waiting(), 'test', () => true)).not.toContain('receive')
  })
})

describe('what was found', () => {
  const rust: Body = {
    kind: 'finding',
    what: 'noted',
    machine: home,
    zone: 'chassis',
    sort: 'rust',
    severity: 'damages',
    activity: 'active',
    danger: 'none',
    contained: false,
    loaded: false,
    hypothesis: false,
  }
  it('is seen to while it goes on, and looked at again when the house’s interval is over', () => {
    const { t } = twoTerminals(now)
    const noted = t.told(day(2), rust)
    expect(names(t, 'see to')).toEqual(['rust'])
    t.told(day(5), { kind: 'finding', what: 'treated', machine: home, finding: noted.id, words: 'brushed' })
    t.told(day(5), {
      kind: 'finding',
      what: 'seen again',
      machine: home,
      finding: noted.id,
      change: 'gone',
      activity: 'stable',
    })
    expect(acts(t).get('see to')).toBeUndefined()
    expect(acts(t).get('look again')?.items).toMatchObject([
      { name: 'rust', of: 'chassis', due: '2026-06-03T10:00:00.000Z' },
    ])
  })
  it('of which nobody judged whether it goes on is to be judged', () => {
    const { t } = twoTerminals(now)
    t.told(day(2), { ...rust, activity: 'not judged' } as Body)
    expect(names(t, 'judge')).toEqual(['rust'])
  })
})

describe('minutes', () => {
  it.each([
    [[], undefined],
    [[3], 3],
    [[9, 1, 5], 5],
    [[4, 2], 3],
  ])('the middle of %j is %j', (numbers, expected) => expect(median(numbers)).toBe(expected))
  it('are reckoned from what the same person wrote before in that sitting', () => {
    const { t, episode } = twoTerminals(now)
    const told = (minute: number, body: Body) =>
      t.told(`2026-03-02T10:${String(minute).padStart(2, '0')}:00.000Z`, body, { episode })
    told(0, { kind: 'note', machine: home, words: 'began' })
    const tested = (result: typeof pass | typeof fail): Body => ({
      kind: 'test',
      machine: home,
      depth: 'full',
      gear: [],
      results: [{ fn: 'bell', result }],
    })
    told(7, tested(pass))
    told(8, {
      kind: 'change',
      machine: home,
      target: { sort: 'position', name: 'LS1' },
      verb: 'reseated',
      reach: 'disturbed',
    })
    expect(acts(t).get('test again')).toMatchObject({ items: [{ name: 'bell' }], minutes: 7 })
  })
})

it('a list shows the first few acts, with how many things each has', () => {
  const { world, machine } = at(after(() => undefined))
  const [first] = brief(todoOf(world, machine))
  expect([first?.act, first?.items.length, first?.n]).toEqual(['test', 3, 4])
})
