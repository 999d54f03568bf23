/** Where parts are, as tables: through assemblies, trays and loans, now, at first and at an instant. */
import { describe, expect, it } from 'vitest'
import type { Body } from './bodies/index.ts'
import type { Leg } from './bodies/move.ts'
import type { EntryId, PartId } from '#core/ids.ts'
import { inAssembly, inStore, inTray, type Place } from '#core/place.ts'
import { numberedId, type Teller } from '#core/testing/script.ts'
import { found, home, other, slot, twoTerminals } from '#core/testing/terminal.ts'
import {
  contentWord,
  homeOf,
  lastIn,
  machineAround,
  machineOf,
  missingEssentials,
  offAssemblies,
  partKindOf,
  placeOfPart,
  slotOf,
} from './presence.ts'

const at = (hour: number) => `2026-03-02T${String(hour).padStart(2, '0')}:00:00.000Z`
const drawer = inStore('drawer')
const leg = (part: PartId, from: Place, to: Place): Leg => ({ part, from, to })
const moved = (...legs: readonly Leg[]): Body => ({ kind: 'move', legs: [...legs] })
const [keyboard, decoder] = [found(home, 'keyboard'), numberedId<PartId>(5, 6)]

function scene() {
  const { t, episode } = twoTerminals()
  const tray = inTray(episode as never)
  const tell = (hour: number, body: Body) => t.told(at(hour), body, { episode })
  return { t, episode, tray, tell, world: () => t.world(), machine: () => t.world().machines.get(home)! }
}
const content = (place: Place, is: 'empty' | 'unknown part'): Body => ({
  kind: 'part',
  what: 'content',
  machine: home,
  place,
  content: is,
})

describe('what a position holds', () => {
  it.each([
    ['unseen', 'unseen'],
    ['empty', 'empty'],
    ['unknown part', 'unknown part'],
    [decoder, 'part'],
  ] as const)('%s is called %s', (held, word) => expect(contentWord(held)).toBe(word))

  it('is found by its designator, in whatever letters, and not by another', () => {
    const { world, machine } = scene()
    expect(slotOf(world(), machine(), 'ic40')).toMatchObject({
      position: { designator: 'IC40' },
      content: 'unseen',
      part: found(home, 'IC40'),
      place: slot(home, 'IC40'),
    })
    expect(slotOf(world(), machine(), 'IC4')).toBeUndefined()
  })
  it.each(['empty', 'unknown part'] as const)('%s holds no part that has a name', (is) => {
    const { tell, world, machine } = scene()
    tell(9, content(slot(home, 'IC40'), is))
    expect(slotOf(world(), machine(), 'IC40')).toMatchObject({ content: is, part: undefined })
  })
  it('is reached through the assembly around it, also while that is out', () => {
    const { tell, tray, world, machine } = scene()
    const u1 = () => slotOf(world(), machine(), 'U1')
    expect(u1()).toMatchObject({ place: inAssembly(keyboard, 'U1'), content: 'unseen' })
    tell(9, moved(leg(keyboard, slot(home, 'keyboard'), tray)))
    expect(slotOf(world(), machine(), 'keyboard')).toMatchObject({ content: 'empty', part: undefined })
    expect(u1()?.place).toEqual(inAssembly(keyboard, 'U1'))
    expect(lastIn(world(), slot(home, 'keyboard'))).toBe(keyboard)
  })
})

describe('what is missing, and what is off', () => {
  const missing = (...bodies: readonly (readonly [number, Body])[]) => {
    const { t, episode, world, machine } = scene()
    for (const [hour, body] of bodies) t.told(at(hour), body, { episode })
    return missingEssentials(world(), machine()).map((m) => [m.position, m.where, m.partKind])
  }
  const rom = found(home, 'IC31')
  const out = (to: Place) => moved(leg(rom, slot(home, 'IC31'), to))
  it('is nothing while nobody looked, and no position that is not essential', () => {
    expect(missing()).toEqual([])
    expect(missing([9, content(slot(home, 'IC40'), 'empty')])).toEqual([])
  })
  it('is missing where nobody knows of a part that was there', () =>
    expect(missing([9, content(slot(home, 'IC31'), 'empty')])).toEqual([
      ['IC31', 'missing', 'character ROM'],
    ]))
  it('lies in the tray, or is away', () => {
    const { tray, tell, world, machine } = scene()
    tell(9, out(tray))
    expect(missingEssentials(world(), machine())).toMatchObject([{ where: 'tray', part: rom, place: tray }])
    expect(missing([9, out(drawer)])).toEqual([['IC31', 'away', 'character ROM']])
  })
  it('is lent while its loan is open', () => {
    const empty: Body = { ...content(slot(other, 'IC32'), 'empty'), machine: other } as Body
    const lent: Body = {
      ...moved(leg(rom, slot(home, 'IC31'), slot(other, 'IC32'))),
      loan: { home: slot(home, 'IC31') },
      forced: { reason: 'to read it' },
    } as Body
    expect(missing([8, empty], [9, lent])).toEqual([['IC31', 'loan', 'character ROM']])
  })
  it('names assemblies that are off and where they lie', () => {
    const { tray, tell, world, machine } = scene()
    expect(offAssemblies(world(), machine())).toEqual([])
    tell(9, moved(leg(keyboard, slot(home, 'keyboard'), tray)))
    expect(offAssemblies(world(), machine())).toEqual([{ position: 'keyboard', part: keyboard, place: tray }])
  })
})

/** The keyboard of the first terminal goes to the second one at eleven; its decoder came out of a drawer at nine. */
function wandering() {
  const held = scene()
  const { t, tell, tray, episode } = held
  tell(8, { kind: 'part', what: 'identified', part: decoder, partKind: '8048', place: drawer })
  tell(8, content(inAssembly(keyboard, 'U1'), 'empty'))
  tell(9, moved(leg(decoder, drawer, inAssembly(keyboard, 'U1'))))
  tell(10, moved(leg(keyboard, slot(home, 'keyboard'), tray)))
  tell(10, { ...content(slot(other, 'keyboard'), 'empty'), machine: other } as Body)
  tell(11, moved(leg(keyboard, tray, slot(other, 'keyboard'))))
  return { ...held, world: t.world(), episode: episode as EntryId }
}

describe('around a place', () => {
  it('is the machine that its assembly sits in: now, at first, and at an instant', () => {
    const { world } = wandering()
    const chip = inAssembly(keyboard, 'U1')
    expect(machineAround(world, chip)?.id).toBe(other)
    expect(machineAround(world, chip, 'at first')?.id).toBe(home)
    expect(machineAround(world, chip, { at: at(9) })?.id).toBe(home)
    // Between, it lay in a tray: no machine is around it.
    expect(machineAround(world, chip, { at: at(10) })).toBeUndefined()
    expect(machineAround(world, chip, { at: at(12) })?.id).toBe(other)
    expect(machineAround(world, slot(home, 'IC40'))?.id).toBe(home)
    expect(machineAround(world, drawer)).toBeUndefined()
  })
  it('is the place of a part, also of an assembly that nobody touched', () => {
    const { world } = wandering()
    expect(placeOfPart(world, keyboard)).toEqual(slot(other, 'keyboard'))
    expect(placeOfPart(world, keyboard, 'at first')).toEqual(slot(home, 'keyboard'))
    expect(placeOfPart(world, decoder, 'at first')).toEqual(drawer)
    expect(placeOfPart(world, decoder, { at: at(8) })).toEqual(drawer)
    expect(placeOfPart(world, decoder, { at: at(9) })).toEqual(inAssembly(keyboard, 'U1'))
    expect(placeOfPart(world, found(home, 'supply'))).toEqual(slot(home, 'supply'))
    // No assembly: nobody knows it until it is touched.
    expect(placeOfPart(world, found(home, 'IC40'))).toBeUndefined()
    expect(placeOfPart(world, 'nowhere')).toBeUndefined()
  })
  it('is the line of the sheet where a part lies, and none in a drawer', () => {
    const { world } = wandering()
    expect(homeOf(world, inAssembly(keyboard, 'U1'))?.accepts).toBe('8048')
    expect(homeOf(world, slot(home, 'IC40'))?.accepts).toBe('74LS374')
    expect(homeOf(world, slot(home, 'IC99'))).toBeUndefined()
    expect(homeOf(world, drawer)).toBeUndefined()
  })
  it('is the machine whose tray it is', () => {
    const { world, tray } = wandering()
    expect(machineOf(world)(tray)).toBe(home)
    expect(machineOf(world)(inTray(numberedId(77) as never))).toBeUndefined()
    expect(machineOf(world)(slot(other, 'IC40'))).toBe(other)
    expect(machineOf(world)(drawer)).toBeUndefined()
  })
  it('says what kind a part is: as it was said, else as the sheet says where it was found', () => {
    const { t, tell } = scene()
    tell(9, moved(leg(found(home, 'IC31'), slot(home, 'IC31'), drawer)))
    tell(9, { kind: 'part', what: 'identified', part: decoder, partKind: '8048', place: drawer })
    const kind = (world: ReturnType<Teller['world']>, part: PartId) => partKindOf(world, part)
    expect(kind(t.world(), found(home, 'IC31'))).toBe('character ROM')
    expect(kind(t.world(), decoder)).toBe('8048')
    expect(kind(t.world(), numberedId<PartId>(99, 6))).toBeUndefined()
  })
})
