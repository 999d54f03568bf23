import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { found, home, other, person, slot, terminalSheet, twoTerminals } from '#core/testing/terminal.ts'
import type { MachineId, PartId } from '#core/ids.ts'
import { fold } from '#core/history/fold.ts'
import { standingsOf } from '#core/history/standing.ts'
import { numberedId, type Teller } from '#core/testing/script.ts'
import type { World } from '#core/history/world.ts'
import { fitOf } from './fit.ts'
import { isSlot, placeKey, type Place } from '#core/place.ts'
import { contentsOf } from '#core/history/presence.ts'

const drawer: Place = { in: { kind: 'store', id: 'drawer' } }
const at = (minute: number) => new Date(Date.UTC(2026, 2, 2, 10, minute)).toISOString()

/** One part, one place; one slot, one part; every chain whole. */
function wholeLedger(world: World) {
  const slots = new Map<string, PartId>()
  for (const part of world.parts.values()) {
    let place = part.start
    for (const leg of part.legs) {
      if (place && placeKey(place) !== placeKey(leg.from)) return `chain of ${part.id} is broken`
      place = leg.to
    }
    if (part.place && isSlot(part.place)) {
      const key = placeKey(part.place)
      if (slots.has(key)) return `two parts in ${key}`
      slots.set(key, part.id)
      if (world.slots.get(key) !== part.id) return `slot ${key} does not know its part`
    }
  }
  for (const [key, content] of world.slots)
    if (
      content !== 'empty' &&
      content !== 'unknown part' &&
      placeKey(world.parts.get(content)!.place!) !== key
    )
      return `slot ${key} is stale`
  return 'whole'
}

const positions = terminalSheet.positions
  .filter((p) => !p.assembly && p.on === undefined && !p.safetyClass && !p.charged)
  .map((p) => p.designator)
const places: Place[] = [
  drawer,
  { in: { kind: 'rig', id: 'bench rig' } },
  ...[home, other].flatMap((m) => positions.map((p) => slot(m, p))),
]
const parts = [home, other].flatMap((m) => positions.map((p) => found(m, p)))

/** Random acts, many of them wrong: true origins and invented ones, any time, any place. */
const acts = fc.array(
  fc.record({
    part: fc.nat(parts.length - 1),
    to: fc.nat(places.length - 1),
    lie: fc.nat(9),
    minute: fc.nat(400),
    outbox: fc.boolean(),
  }),
  {
    minLength: 1,
    maxLength: 40,
  },
)

function play(t: Teller, list: { part: number; to: number; lie: number; minute: number; outbox: boolean }[]) {
  for (const act of list) {
    const part = parts[act.part]!
    const machine = (act.part < positions.length ? home : other) as MachineId
    const start = slot(machine, positions[act.part % positions.length]!)
    const truth = t.world().parts.get(part)?.place ?? start
    const from = act.lie === 0 ? places[act.minute % places.length]! : truth
    t.tell(
      at(act.minute),
      { kind: 'move', legs: [{ part, from, to: places[act.to]! }], forced: { reason: 'trial' } },
      { fromOutbox: act.outbox },
    )
  }
}

describe('the ledger', () => {
  it('stays whole under any sequence of acts, late and wrong ones included', () => {
    fc.assert(
      fc.property(acts, (list) => {
        const { t } = twoTerminals()
        play(t, list)
        expect(wholeLedger(t.world())).toBe('whole')
      }),
      { numRuns: 120 },
    )
  })

  it('folds any permutation of the same admitted entries to one state', () => {
    const view = (world: World) => ({
      parts: [...world.parts.values()].map((p) => [p.id, p.place]).sort(),
      standings: [home, other].map((m) =>
        standingsOf(world, world.machines.get(m)!).map((s) => [s.fn, s.word, s.changes.length]),
      ),
      slots: [...world.slots].sort(),
      loans: world.loans.length,
    })
    fc.assert(
      fc.property(acts, fc.infiniteStream(fc.nat(1_000_000)), (list, dice) => {
        const { t } = twoTerminals()
        play(t, list)
        const shuffled = [...t.entries]
          .map((e) => [dice.next().value, e] as const)
          .sort((a, b) => a[0] - b[0])
          .map(([, e]) => e)
        expect(view(fold(shuffled, { now: t.world().now }))).toEqual(view(t.world()))
      }),
      { numRuns: 80 },
    )
  })

  it('takes back an amendment without a trace in the state', () => {
    fc.assert(
      fc.property(acts, fc.nat(1000), fc.nat(600), (list, pick, minute) => {
        const { t } = twoTerminals()
        play(t, list)
        const moves = t.world().line.filter((s) => s.body.kind === 'move' && s.became === 'recorded')
        const target = moves[pick % Math.max(1, moves.length)]
        if (!target) return
        const before = [...t.world().parts.values()].map((p) => [p.id, p.place])
        const amended = t.tell(at(minute), target.body, {
          amends: { entry: target.id, seen: [], how: 'correct', reason: 'the clock' },
        })
        if (amended.judgement.became !== 'recorded') return
        expect(wholeLedger(t.world())).toBe('whole')
        t.told(
          at(minute),
          { kind: 'withdrawal' },
          {
            amends: {
              entry: amended.entry.id,
              seen: [amended.entry.id],
              how: 'withdraw',
              reason: 'it was right',
            },
          },
        )
        expect([...t.world().parts.values()].map((p) => [p.id, p.place])).toEqual(before)
      }),
      { numRuns: 80 },
    )
  })

  it('refuses nobody an exchange of two chips in one act', () => {
    const { t } = twoTerminals()
    const a = found(home, 'IC40')
    const b = found(other, 'IC40')
    t.told(at(0), {
      kind: 'move',
      legs: [
        { part: a, from: slot(home, 'IC40'), to: slot(other, 'IC40') },
        { part: b, from: slot(other, 'IC40'), to: slot(home, 'IC40') },
      ],
    })
    expect(t.world().parts.get(a)!.place).toEqual(slot(other, 'IC40'))
    expect(t.world().parts.get(b)!.place).toEqual(slot(home, 'IC40'))
  })

  it('contests a move from where the part is not, and says where it is since when', () => {
    const { t } = twoTerminals()
    const a = found(home, 'IC40')
    const first = t.told(at(0), { kind: 'move', legs: [{ part: a, from: slot(home, 'IC40'), to: drawer }] })
    const { judgement } = t.tell(at(5), {
      kind: 'move',
      legs: [{ part: a, from: slot(home, 'IC40'), to: { in: { kind: 'rig', id: 'rig' } } }],
    })
    expect(judgement).toMatchObject({
      became: 'contested',
      contest: { rule: 'part-not-there', actual: drawer, by: first.id, since: at(0) },
    })
    expect(t.world().parts.get(a)!.place).toEqual(drawer)
    // It moves nothing, but both its ends are no longer trusted.
    expect(t.world().machines.get(home)!.contested).toHaveLength(1)
  })

  it('contests a late move that breaks a later one, until a person settles it', () => {
    const { t } = twoTerminals()
    const a = found(home, 'IC40')
    t.told(at(60), { kind: 'move', legs: [{ part: a, from: slot(home, 'IC40'), to: drawer }] })
    const late = t.tell(at(30), {
      kind: 'move',
      legs: [{ part: a, from: slot(home, 'IC40'), to: slot(other, 'IC41') }],
      forced: { reason: 'trial' },
    })
    expect(late.judgement.became).toBe('contested')
    expect(t.world().parts.get(a)!.place).toEqual(drawer)
    t.told(at(90), { kind: 'settle', entry: late.entry.id, outcome: 'did not happen', words: 'asked both' })
    expect(t.world().machines.get(home)!.contested).toHaveLength(0)
  })

  it('takes the contents of an unseen position as what the sheet says, until somebody says it was empty', () => {
    const { t } = twoTerminals()
    const spare = numberedId<PartId>(7, 6)
    t.told(at(0), { kind: 'part', what: 'identified', part: spare, partKind: '74LS374', place: drawer })
    const fit = { kind: 'move' as const, legs: [{ part: spare, from: drawer, to: slot(home, 'IC40') }] }
    expect(t.tell(at(1), fit).judgement).toMatchObject({
      became: 'contested',
      contest: { rule: 'position-occupied', asFound: true },
    })
    const { t: u } = twoTerminals()
    u.told(at(0), { kind: 'part', what: 'identified', part: spare, partKind: '74LS374', place: drawer })
    u.told(at(0), {
      kind: 'part',
      what: 'content',
      machine: home,
      place: slot(home, 'IC40'),
      content: 'empty',
    })
    expect(u.tell(at(1), fit).judgement.became).toBe('recorded')
  })

  it('does not put an assembly into itself', () => {
    const { t } = twoTerminals()
    const keyboard = found(home, 'keyboard')
    expect(
      t.tell(at(0), {
        kind: 'move',
        legs: [
          {
            part: keyboard,
            from: slot(home, 'keyboard'),
            to: { in: { kind: 'assembly', id: keyboard }, position: 'U1' },
          },
        ],
      }).judgement,
    ).toMatchObject({ refusal: { rule: 'holds-itself' } })
  })

  it('knows the contents of every position of the sheet', () => {
    const { t } = twoTerminals()
    const contents = contentsOf(t.world(), t.world().machines.get(home)!)
    expect(contents).toHaveLength(terminalSheet.positions.length)
    expect(contents.every((c) => c.content === 'unseen')).toBe(true)
  })
})

describe('fit', () => {
  const spareAt = (attributes: Record<string, string>, partKind: string) => {
    const { t } = twoTerminals()
    const spare = numberedId<PartId>(8, 6)
    t.told(at(0), { kind: 'part', what: 'identified', part: spare, partKind, place: drawer, attributes })
    return { t, spare }
  }
  const cases: [string, Record<string, string>, string, string, string?][] = [
    ['electrolytic capacitor', { rating: '25 V' }, 'C12', 'fits with remarks'],
    ['electrolytic capacitor', { rating: '10 V' }, 'C12', 'does not fit', 'rating-below'],
    ['ceramic capacitor', {}, 'C12', 'does not fit', 'wrong-kind'],
    ['filter capacitor', {}, 'C1', 'never', 'safety-class'],
    ['filter capacitor', { 'safety class': 'X' }, 'C1', 'fits'],
    ['filter capacitor', { 'safety class': 'Y' }, 'C1', 'never', 'safety-class'],
    ['coin cell', { cell: 'primary' }, 'BT1', 'never', 'primary-cell'],
    ['coin cell', { cell: 'rechargeable' }, 'BT1', 'fits'],
    ['character ROM', {}, 'IC32', 'does not fit', 'look-alike-socket'],
    ['74LS374', {}, 'IC41', 'fits'],
  ]
  it.each(cases)('%s %j into %s: %s', (kind, attributes, position, expected, rule) => {
    const { t, spare } = spareAt(attributes, kind)
    const fit = fitOf(t.world(), spare, slot(home, position))
    expect(fit.fit).toBe(expected)
    if (rule && 'refusal' in fit) expect(fit.refusal.rule).toBe(rule)
  })

  it('overrides a wrong kind with a reason, never an ordinary part across the mains', () => {
    const { t, spare } = spareAt({}, 'filter capacitor')
    t.told(at(1), { kind: 'part', what: 'content', machine: home, place: slot(home, 'C1'), content: 'empty' })
    const forced = {
      kind: 'move' as const,
      legs: [{ part: spare, from: drawer, to: slot(home, 'C1') }],
      forced: { reason: 'it is all I have' },
    }
    expect(t.tell(at(2), forced).judgement).toMatchObject({
      became: 'refused',
      refusal: { rule: 'safety-class' },
    })
  })

  it('gives nothing of an accessioned machine away without a steward’s name', () => {
    const { t } = twoTerminals()
    t.told(at(0), { kind: 'machine', what: 'stated', machine: home, set: { legal: 'accessioned' } })
    const discard = {
      kind: 'move' as const,
      legs: [
        {
          part: found(home, 'IC40'),
          from: slot(home, 'IC40'),
          to: { in: { kind: 'gone' as const, id: 'discarded' } },
        },
      ],
    }
    expect(t.tell(at(1), discard, { role: 'volunteer' }).judgement).toMatchObject({
      refusal: { rule: 'accessioned-needs-authority' },
    })
    expect(t.tell(at(1), { ...discard, authority: person }, { role: 'volunteer' }).judgement.became).toBe(
      'recorded',
    )
  })
})
