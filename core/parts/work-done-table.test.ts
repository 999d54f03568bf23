/** What work leaves behind, as tables: what can be undone and why not, what positions want, and what owners were asked. */
import { describe, expect, it } from 'vitest'
import type { Body } from '#core/history/bodies/index.ts'
import { lastIn } from '#core/history/presence.ts'
import type { Leg } from '#core/history/bodies/move.ts'
import type { EntryId, PartyId } from '#core/ids.ts'
import { gone, inMachine, inStore, inTray, type Place } from '#core/place.ts'
import { numberedId, type Teller } from '#core/testing/script.ts'
import { found, home, other, slot, twoTerminals } from '#core/testing/terminal.ts'
import { needsOf } from '#core/views/donors.ts'
import { openRequests } from './ownership.ts'
import { reversibilityOf } from './reversibility.ts'

const at = (hour: number) => `2026-03-02T${String(hour).padStart(2, '0')}:00:00.000Z`
const drawer = inStore('drawer')
const leg = (designator: string, to: Place, from: Place = slot(home, designator)): Leg => ({
  part: found(home, designator),
  from,
  to,
})
const moved = (legs: readonly Leg[], more: object = {}): Body => ({ kind: 'move', legs: [...legs], ...more })
const worked = (verb: string, name: string, more: object = {}): Body => ({
  kind: 'change',
  machine: home,
  target: { sort: 'position', name },
  verb,
  reach: 'altered',
  ...more,
})

const emptyThere: Body = {
  kind: 'part',
  what: 'content',
  machine: other,
  place: slot(other, 'IC41'),
  content: 'empty',
}

describe('what can be undone, whole', () => {
  const told = (...bodies: readonly Body[]) => {
    const { t, episode } = twoTerminals()
    bodies.forEach((body, i) => t.told(at(8 + i), body, { episode }))
    return t
  }
  const undoing = (t: Teller) => {
    const world = t.world()
    const { cannot, can, of } = reversibilityOf(world, world.machines.get(home)!)
    return {
      can,
      of,
      cannot: cannot.map((c) => [c.at, c.target, c.verb, c.why, c.reason].filter((x) => x !== undefined)),
    }
  }
  const cut = 'cut or covered for good'
  const rows: readonly (readonly [
    string,
    readonly Body[],
    readonly (readonly string[])[],
    number,
    number,
  ])[] = [
    ['nothing was done', [], [], 0, 0],
    ['what was done outside', [worked('cleaned', 'IC40', { reach: 'outside' })], [], 0, 0],
    ['what was only disturbed', [worked('reseated', 'IC40', { reach: 'disturbed' })], [], 0, 0],
    ['soldered again', [worked('resoldered', 'IC40')], [], 1, 1],
    [
      'a cut, and why',
      [worked('cut', 'IC40', { words: 'bus conflict' })],
      [[at(8), 'IC40', 'cut', cut, 'bus conflict']],
      0,
      1,
    ],
    [
      'painted outside',
      [worked('painted', 'lid', { reach: 'outside', target: { sort: 'surface', name: 'lid' } })],
      [[at(8), 'lid', 'painted', cut]],
      0,
      1,
    ],
    [
      'mended',
      [worked('mended', 'lid', { target: { sort: 'surface', name: 'lid' } })],
      [[at(8), 'lid', 'mended', cut]],
      0,
      1,
    ],
    [
      'damage that nobody says can be undone',
      [
        {
          kind: 'incident',
          machine: home,
          words: 'lifted a pad',
          target: { sort: 'position', name: 'IC40' },
          damage: 'pad',
        },
      ],
      [[at(8), 'IC40', 'damaged', cut, 'lifted a pad']],
      0,
      1,
    ],
    [
      'an adjuster turned from nobody knows where',
      [worked('adjusted', 'RV2', { target: { sort: 'adjuster', name: 'RV2' }, to: '5', words: 'too dim' })],
      [[at(8), 'RV2', 'adjusted', 'where it stood before was not noted', 'too dim']],
      0,
      1,
    ],
    [
      'an adjuster from a mark',
      [worked('adjusted', 'RV2', { target: { sort: 'adjuster', name: 'RV2' }, from: '3', to: '5' })],
      [],
      1,
      1,
    ],
    [
      'out and back',
      [moved([leg('IC40', drawer)]), moved([leg('IC40', slot(home, 'IC40'), drawer)])],
      [],
      0,
      0,
    ],
    ['out, and it lies there', [moved([leg('IC40', drawer)])], [], 1, 1],
    [
      'out, and back in another position',
      [emptyThere, moved([leg('IC40', drawer)]), moved([leg('IC40', slot(other, 'IC41'), drawer)])],
      [],
      1,
      1,
    ],
    [
      'discarded, with its reason',
      [
        moved([leg('IC40', drawer)], { words: 'runs hot' }),
        moved([leg('IC40', gone('discarded'), drawer)], { words: 'burnt' }),
      ],
      [[at(8), 'IC40', 'replaced', 'its original is gone', 'burnt']],
      0,
      1,
    ],
    [
      'discarded without one: why it came out',
      [moved([leg('IC40', drawer)], { words: 'runs hot' }), moved([leg('IC40', gone('discarded'), drawer)])],
      [[at(8), 'IC40', 'replaced', 'its original is gone', 'runs hot']],
      0,
      1,
    ],
    [
      'gone nobody knows where',
      [moved([leg('IC40', drawer)]), moved([leg('IC40', gone('unknown'), drawer)])],
      [[at(8), 'IC40', 'replaced', 'nobody knows where its original is']],
      0,
      1,
    ],
  ]
  it.each(rows)('%s', (_, bodies, cannot, can, of) =>
    expect(undoing(told(...bodies))).toEqual({ cannot, can, of }),
  )
  it('damage that can be undone is work that can be', () => {
    const t = told({
      kind: 'incident',
      machine: home,
      words: 'a knob came off',
      target: { sort: 'position', name: 'RV2' },
      damage: 'knob',
      undone: 'can be undone',
    })
    expect(undoing(t)).toEqual({ cannot: [], can: expect.any(Number), of: expect.any(Number) })
  })
  it('counts a seal that was broken, and lists by time what cannot be undone', () => {
    const { t, episode } = twoTerminals()
    t.told(at(12), worked('cut', 'IC41'), { episode })
    const seal = t.told(at(8), {
      kind: 'evidence',
      what: 'noted',
      machine: home,
      sort: 'label',
      where: 'base',
    })
    t.told(at(9), { kind: 'evidence', what: 'noted', machine: home, sort: 'label', where: 'lid' })
    t.told(at(10), {
      kind: 'evidence',
      what: 'gone',
      machine: home,
      evidence: seal.id,
      how: 'removed',
      words: 'to reach a screw',
    })
    t.told(at(11), worked('resoldered', 'IC40'), { episode })
    expect(undoing(t)).toEqual({
      cannot: [
        [at(10), 'label, base', 'removed', 'a seal or label is gone', 'to reach a screw'],
        [at(12), 'IC41', 'cut', cut],
      ],
      can: 1,
      of: 3,
    })
  })
})

describe('what a position wants', () => {
  const wants = (tell: (t: Teller, episode: EntryId) => void) => {
    const { t, episode } = twoTerminals()
    tell(t, episode)
    const world = t.world()
    return needsOf(world, world.machines.get(home)!).map((n) => [n.position.designator, n.why])
  }
  const content = (is: 'empty' | 'unknown part'): Body => ({
    kind: 'part',
    what: 'content',
    machine: home,
    place: slot(home, 'IC40'),
    content: is,
  })
  const health = (is: 'proved bad' | 'suspect' | 'proved good'): Body => ({
    kind: 'part',
    what: 'health',
    part: found(home, 'IC40'),
    health: is,
    because: 'read',
  })
  const tray = (episode: EntryId) => inTray(episode as never)
  it.each<readonly [string, (episode: EntryId) => readonly Body[], string | undefined]>([
    ['nothing known of it', () => [], undefined],
    ['said to be empty', () => [content('empty')], 'empty'],
    ['holds nobody knows what', () => [content('unknown part')], 'unknown part'],
    ['its part proved bad', () => [health('proved bad')], 'proved bad'],
    ['its part suspect', () => [health('suspect')], 'suspect'],
    ['its part proved good', () => [health('proved good')], undefined],
    ['its part in the tray', (e) => [moved([leg('IC40', tray(e))])], 'out for now'],
    ['its part in the tray, and bad', (e) => [health('proved bad'), moved([leg('IC40', tray(e))])], 'empty'],
    ['its part in the tray, and suspect', (e) => [health('suspect'), moved([leg('IC40', tray(e))])], 'empty'],
    ['its part in a drawer', () => [moved([leg('IC40', drawer)])], 'empty'],
    [
      'its part lent with a home',
      () => [
        emptyThere,
        moved([leg('IC40', inMachine(other, 'IC41'))], {
          loan: { home: slot(home, 'IC40') },
        }),
      ],
      'out for now',
    ],
  ])('%s', (_, bodies, why) => {
    const needs = wants((t, episode) => bodies(episode).forEach((b, i) => t.tell(at(9 + i), b, { episode })))
    expect(needs.filter(([designator]) => designator === 'IC40')).toEqual(why ? [['IC40', why]] : [])
  })
  it('what was last in it is what left it last', () => {
    const { t, episode } = twoTerminals()
    t.told(at(9), moved([leg('IC40', drawer)]), { episode })
    expect(lastIn(t.world(), slot(home, 'IC40'))).toBe(found(home, 'IC40'))
  })
})

describe('what an owner was asked', () => {
  const [owner, another] = [numberedId<PartyId>(8, 3), numberedId<PartyId>(9, 3)]
  const asked = (to: 'lending' | 'repair'): Body => ({
    kind: 'request',
    machine: home,
    of: owner,
    to,
    words: 'May we?',
  })
  const answered = (to: 'lending' | 'repair', by: PartyId, given = true): Body => ({
    kind: 'consent',
    machine: home,
    by,
    to,
    given,
    words: 'by letter',
  })
  const open = (...bodies: readonly (readonly [number, Body])[]) => {
    const { t } = twoTerminals()
    for (const party of [owner, another])
      t.told(at(6), { kind: 'party', party, name: 'An owner', sort: 'person', roles: ['owner'] })
    t.told(at(7), { kind: 'machine', what: 'stated', machine: home, set: { owner } })
    for (const [hour, body] of bodies) t.told(at(hour), body)
    return openRequests(t.world().machines.get(home)!).map((r) => r.asked.to)
  }
  it.each<readonly [string, readonly (readonly [number, Body])[], readonly string[]]>([
    ['nothing', [], []],
    ['one thing', [[9, asked('lending')]], ['lending']],
    [
      'and answered',
      [
        [9, asked('lending')],
        [10, answered('lending', owner)],
      ],
      [],
    ],
    [
      'and refused',
      [
        [9, asked('lending')],
        [10, answered('lending', owner, false)],
      ],
      [],
    ],
    [
      'and answered on something else',
      [
        [9, asked('lending')],
        [10, answered('repair', owner)],
      ],
      ['lending'],
    ],
    [
      'and answered by somebody else',
      [
        [9, asked('lending')],
        [10, answered('lending', another)],
      ],
      ['lending'],
    ],
    [
      'answered before it was asked',
      [
        [9, answered('lending', owner)],
        [10, asked('lending')],
      ],
      ['lending'],
    ],
    [
      'two things, one answered',
      [
        [9, asked('lending')],
        [9, asked('repair')],
        [10, answered('repair', owner)],
      ],
      ['lending'],
    ],
  ])('%s', (_, bodies, expected) => expect(open(...bodies)).toEqual(expected))
})
