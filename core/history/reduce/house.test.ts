/** What belongs to the house, entry by entry: what was said last stands, and what was said before is kept where it counts. */
import { describe, expect, it } from 'vitest'
import type { Body } from '../bodies/index.ts'
import type { GearId, MachineId, MethodId, PartyId, TypeId } from '#core/ids.ts'
import { sheetSchema } from '#core/type/sheet.ts'
import { entryOf, hourOf, worldOf, type Said } from '#core/testing/line.ts'
import { numberedId } from '#core/testing/script.ts'

const [ada, bo] = [numberedId<PartyId>(1, 3), numberedId<PartyId>(2, 3)]
const machine = numberedId<MachineId>(1, 4)
const idsOf = (list: readonly { readonly id: string }[] | undefined) => list?.map((s) => s.id)

describe('a type', () => {
  const type = numberedId<TypeId>(1, 2)
  const sheet = (name: string): Body => ({
    kind: 'type',
    type,
    sheet: sheetSchema.parse({ name, kind: 'printer', functions: [], positions: [] }),
  })
  it('has the sheet that was said last, and counts its versions from 1', () => {
    expect(worldOf(sheet('Orno 4')).types.get(type)).toMatchObject({ version: 1, sheet: { name: 'Orno 4' } })
    const twice = worldOf(sheet('Orno 4'), sheet('Orno 4B')).types.get(type)
    expect(twice).toMatchObject({ id: type, version: 2, sheet: { name: 'Orno 4B' } })
    expect(twice?.said.id).toBe(entryOf(1))
    expect(idsOf(twice?.versions)).toEqual([entryOf(0), entryOf(1)])
  })
})

describe('a person or organisation', () => {
  const said = (party: PartyId, name: string, initials?: string): Body => ({
    kind: 'party',
    party,
    name,
    sort: 'person',
    roles: ['volunteer'],
    ...(initials ? { initials } : {}),
  })
  it.each([
    ['Ada Lind', undefined, 'AL'],
    ['ada  van den lind', undefined, 'AVD'],
    ['Ada', undefined, 'A'],
    ['Ada Lind', 'AD', 'AD'],
  ])('%s with initials %s goes by %s', (name, initials, short) =>
    expect(worldOf(said(ada, name, initials)).parties.get(ada)).toMatchObject({ name, initials: short }),
  )
  it('is called as was said last, and every saying is kept', () => {
    const world = worldOf(said(ada, 'Ada Lind'), said(bo, 'Bo Aas'), said(ada, 'Ada Aas'))
    expect(world.parties.get(ada)).toMatchObject({ name: 'Ada Aas', sort: 'person', roles: ['volunteer'] })
    expect(idsOf(world.parties.get(ada)?.said)).toEqual([entryOf(0), entryOf(2)])
    expect(idsOf(world.parties.get(bo)?.said)).toEqual([entryOf(1)])
  })
})

describe('test gear', () => {
  const gear = numberedId<GearId>(1, 7)
  const identified = (name: string, attributes: Record<string, string> = {}): Body => ({
    kind: 'gear',
    what: 'identified',
    gear,
    name,
    gearKind: 'meter',
    attributes,
  })
  const after = (...line: readonly Said[]) => worldOf(...line).gear.get(gear)
  it('that was only proved has no name yet', () =>
    expect(after({ kind: 'gear', what: 'proved', gear })).toMatchObject({ name: '', gearKind: '' }))
  it('keeps what was said of it before', () => {
    const held = after(identified('meter 2', { range: '60 V' }), identified('meter 2', { probes: 'long' }))
    expect(held?.attributes).toEqual({ range: '60 V', probes: 'long' })
  })
  it('is lent, and back', () => {
    const lent: Body = { kind: 'gear', what: 'lent', gear, to: bo, due: hourOf(90) }
    expect(after(identified('meter 2'), lent)).toMatchObject({
      name: 'meter 2',
      lent: { to: bo, due: hourOf(90), entry: { id: entryOf(1) } },
      proved: [],
      unfit: [],
    })
    const back = after(identified('meter 2'), lent, { kind: 'gear', what: 'back', gear })
    expect(back).toMatchObject({ name: 'meter 2', unfit: [] })
    expect(back?.lent).toBeUndefined()
  })
  it('is proved and unfit as often as it was said', () => {
    const unfit: Body = { kind: 'gear', what: 'unfit', gear, need: 'meter', since: null, because: 'dropped' }
    const held = after(identified('meter 2'), { kind: 'gear', what: 'proved', gear }, unfit, unfit)
    expect([idsOf(held?.proved), idsOf(held?.unfit)]).toEqual([[entryOf(1)], [entryOf(2), entryOf(3)]])
  })
})

describe('a house method', () => {
  const method = numberedId<MethodId>(1, 6)
  const recipe = {
    ...{ name: 'lid in cream', verb: 'whiten', agent: 'peroxide cream', strength: '6 %', temperature: '' },
    ...{ light: '', area: '', materials: [], notOn: [], steps: '', caution: '' },
  }
  const written = (name: string): Body =>
    ({ kind: 'method', what: 'written', method, recipe: { ...recipe, name } }) as never
  const judged: Body = { kind: 'method', what: 'judged', method, verdict: 'kept', words: 'even' } as never
  it('is the card that was written last, with its versions and what came of it', () => {
    const held = worldOf(written('a'), judged, written('b')).methods.get(method)
    expect(held).toMatchObject({ id: method, recipe: { name: 'b' }, said: { id: entryOf(2) } })
    expect(idsOf(held?.versions)).toEqual([entryOf(0), entryOf(2)])
    expect(idsOf(held?.verdicts)).toEqual([entryOf(1)])
  })
  it('that is not among the entries has no verdicts', () => expect(worldOf(judged).methods.size).toBe(0))
})

describe('a word of the house', () => {
  const type = numberedId<TypeId>(1, 2)
  const taught = (word: string, means: string, of?: TypeId): Body =>
    ({ kind: 'word', what: 'taught', word, as: 'part', means, ...(of ? { type: of } : {}) }) as never
  const words = (...line: readonly Body[]) =>
    [...worldOf(...line).words.values()].map(({ word, means, type: of }) => [word, means, of])
  it('means what was taught last, for a type by itself', () => {
    expect(words(taught('brick', 'supply'), taught('brick', 'transformer'))).toEqual([
      ['brick', 'transformer', undefined],
    ])
    expect(words(taught('brick', 'supply'), taught('brick', 'drive', type))).toEqual([
      ['brick', 'supply', undefined],
      ['brick', 'drive', type],
    ])
  })
  it('is forgotten for the type that was named, and for no other', () => {
    const forgotten = (of?: TypeId): Body =>
      ({ kind: 'word', what: 'forgotten', word: 'brick', ...(of ? { type: of } : {}) }) as never
    const both = [taught('brick', 'supply'), taught('brick', 'drive', type)]
    expect(words(...both, forgotten(type))).toEqual([['brick', 'supply', undefined]])
    expect(words(...both, forgotten())).toEqual([['brick', 'drive', type]])
  })
})

describe('rules', () => {
  const rule = (more: object): Body => ({ kind: 'rule', ...more }) as never
  it('of practice hold for the house, or for the machine that was named', () => {
    const policy = (option: string, of?: MachineId) =>
      rule({ what: 'policy', key: 'cells', option, reason: 'so', ...(of ? { machine: of } : {}) })
    const world = worldOf(policy('out'), policy('in', machine))
    const option = (s: { readonly body: Body } | undefined) =>
      s?.body.kind === 'rule' && s.body.what === 'policy' ? s.body.option : undefined
    expect(option(world.policies.get('cells' as never))).toBe('out')
    expect(option(world.machines.get(machine)?.policies.get('cells' as never))).toBe('in')
  })

  const may = (party: PartyId, authority: string, granted: boolean, until?: string) =>
    rule({ what: 'authorisation', party, authority, granted, ...(until ? { until } : {}) })
  const authorised = (...line: readonly Body[]) =>
    worldOf(...line).authorisations.map((a) => [a.party, a.authority, a.from, a.until, a.ended])
  it('of who may do something last until another word on the same', () => {
    const all = [may(ada, 'mains', true, hourOf(50)), may(ada, 'lithium', true), may(bo, 'mains', true)]
    expect(authorised(...all)).toEqual([
      [ada, 'mains', hourOf(0), hourOf(50), undefined],
      [ada, 'lithium', hourOf(1), undefined, undefined],
      [bo, 'mains', hourOf(2), undefined, undefined],
    ])
    expect(authorised(...all, may(ada, 'mains', false))).toEqual([
      [ada, 'mains', hourOf(0), hourOf(50), hourOf(3)],
      [ada, 'lithium', hourOf(1), undefined, undefined],
      [bo, 'mains', hourOf(2), undefined, undefined],
    ])
  })
  it('of who may do something, given again, end where they ended first', () =>
    expect(authorised(may(bo, 'mains', true), may(bo, 'mains', false), may(bo, 'mains', true))).toEqual([
      [bo, 'mains', hourOf(0), undefined, hourOf(1)],
      [bo, 'mains', hourOf(2), undefined, undefined],
    ]))

  const sight = (party: PartyId, of: MachineId, granted: boolean, until?: string) =>
    rule({ what: 'grant', party, machine: of, granted, ...(until ? { until } : {}) })
  const grants = (...line: readonly Body[]) =>
    worldOf(...line).grants.map((g) => [g.party, g.machine, g.until])
  const second = numberedId<MachineId>(2, 4)
  it('of who sees a machine are those said last of the two', () => {
    const all = [sight(ada, machine, true), sight(ada, second, true), sight(bo, machine, true)]
    expect(grants(...all)).toEqual([
      [ada, machine, undefined],
      [ada, second, undefined],
      [bo, machine, undefined],
    ])
    expect(grants(...all, sight(ada, machine, true, hourOf(9)))).toEqual([
      [ada, second, undefined],
      [bo, machine, undefined],
      [ada, machine, hourOf(9)],
    ])
    expect(grants(...all, sight(bo, machine, false))).toEqual([
      [ada, machine, undefined],
      [ada, second, undefined],
    ])
  })
})
