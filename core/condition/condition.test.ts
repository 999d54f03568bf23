import { describe, expect, it } from 'vitest'
import type { BodyOf } from '#core/history/bodies/index.ts'
import type { Teller } from '#core/testing/script.ts'
import type { EntryId, PartyId } from '#core/ids.ts'
import { home, person, twoTerminals } from '#core/testing/terminal.ts'
import { conditionView } from '#core/views/condition.ts'
import { compareDates, completenessOf, conditionAt, gradeHistory } from './condition.ts'
import { compareSurveys, gradePairs, pairsOf } from './surveys.ts'

const now = '2026-11-01T12:00:00.000Z'
const day = (n: number) =>
  `2026-0${1 + Math.floor(n / 28)}-${String((n % 28) + 1).padStart(2, '0')}T10:00:00.000Z`
type Noted = Extract<BodyOf<'finding'>, { what: 'noted' }>
const second = '00000003-0000-7000-8000-0000000000ff' as PartyId

function bench() {
  const { t } = twoTerminals(now)
  t.told('2026-01-05T09:00:30.000Z', {
    kind: 'party',
    party: second,
    name: 'Odd Vik',
    sort: 'person',
    roles: [],
  })
  const find = (
    n: number,
    zone: string,
    sort: Noted['sort'],
    more: Partial<Noted> = {},
    by: PartyId = person,
  ) =>
    t.told(
      day(n),
      {
        kind: 'finding',
        what: 'noted',
        machine: home,
        zone,
        sort,
        severity: 'disfigures',
        activity: 'stable',
        danger: 'none',
        contained: false,
        loaded: false,
        hypothesis: false,
        ...more,
      },
      { doneBy: by },
    ).id
  const again = (
    n: number,
    finding: EntryId,
    change: Extract<BodyOf<'finding'>, { what: 'seen again' }>['change'],
    more: object = {},
  ) => t.told(day(n), { kind: 'finding', what: 'seen again', machine: home, finding, change, ...more })
  const at = (n?: number) =>
    conditionAt(t.world(), t.world().machines.get(home)!, n === undefined ? now : day(n))
  return { t, find, again, at }
}
const survey = (t: Teller, n: number, by: PartyId, blind: boolean, zones: readonly string[]) => {
  const id = t.told(day(n), { kind: 'survey', what: 'begun', machine: home, blind }, { doneBy: by }).id
  for (const zone of zones)
    t.told(
      day(n),
      { kind: 'survey', what: 'looked', machine: home, survey: id, zone, is: 'nothing to note' },
      { doneBy: by },
    )
  return {
    id,
    end: (m: number) =>
      t.told(day(m), { kind: 'survey', what: 'ended', machine: home, survey: id }, { doneBy: by }),
  }
}

describe('the grade of a machine', () => {
  it('is unknown before anybody looked, which is not good', () => {
    const { at } = bench()
    expect(at()).toMatchObject({ looked: 0, of: 9, lifts: [] })
    expect(at().grade).toBeUndefined()
  })
  it('stands from the first zone on, and says how far the look went', () => {
    const { t, at } = bench()
    survey(t, 10, person, false, ['labels'])
    expect(at()).toMatchObject({ grade: 1, looked: 1, of: 9 })
  })
  it('is that of the worst finding; extent moves only the look', () => {
    const { find, at } = bench()
    find(10, 'chassis', 'rust', { activity: 'active', extentPercent: 1 })
    find(11, 'labels', 'stain', { extentPercent: 80 })
    expect(at().grade).toBe(3)
    expect(at().lifts.map((l) => l.lift)).toEqual(['treat it, then re-inspect'])
    // (99 + 20) / 2
    expect(at().appearancePercent).toBe(60)
  })
  it('falls from 4 to 3 by containing, to 2 only when a treatment was seen to hold after the house interval', () => {
    const { t, find, again, at } = bench()
    const leak = find(10, 'boards', 'leak residue', { activity: 'actively damaging', severity: 'damages' })
    again(20, leak, 'same', { contained: true })
    t.told(day(30), {
      kind: 'finding',
      what: 'treated',
      machine: home,
      finding: leak,
      words: 'citric acid, water',
    })
    again(40, leak, 'better', { activity: 'stable', contained: false })
    expect([at(15).grade, at(25).grade, at(45).grade]).toEqual([4, 3, 3])
    expect(at(45).lifts[0]?.because).toBe('treated, not yet re-inspected')
    again(125, leak, 'same', { activity: 'stable' })
    expect(at().grade).toBe(2)
    expect(gradeHistory(t.world(), t.world().machines.get(home)!).map((p) => p.grade)).toEqual([4, 3, 2])
  })
  it('reads the interval from the house rule', () => {
    const { t, find, again, at } = bench()
    t.told(day(1), {
      kind: 'rule',
      what: 'policy',
      key: 're-inspection after treatment',
      option: '30 days',
      reason: 'few pieces, many hands',
    })
    const rust = find(10, 'chassis', 'rust', { activity: 'active' })
    t.told(day(12), { kind: 'finding', what: 'treated', machine: home, finding: rust, words: 'brushed' })
    again(45, rust, 'gone', { activity: 'stable' })
    expect(at().grade).toBe(1)
  })
  it('worsens again when what was gone comes back', () => {
    const { find, again, at } = bench()
    const rust = find(10, 'chassis', 'rust', { activity: 'stable' })
    again(20, rust, 'gone')
    again(60, rust, 'came back')
    expect([at(15).grade, at(30).grade, at().grade]).toEqual([2, 1, 3])
  })
  it('a supposed finding counts until it is withdrawn, and stays readable', () => {
    const { t, find, at } = bench()
    const scorch = find(10, 'supply', 'scorched part', { hypothesis: true, severity: 'damages' })
    expect(at().grade).toBe(2)
    t.told(day(20), {
      kind: 'finding',
      what: 'judged',
      machine: home,
      finding: scorch,
      verdict: 'withdrawn',
      words: 'it was ink',
    })
    expect(at()).toMatchObject({ grade: 1, looked: 1 })
    expect(at().zones.find((z) => z.zone === 'supply')?.findings[0]).toMatchObject({ supposed: 'withdrawn' })
    expect(at(15).grade).toBe(2)
  })
  it('set by a person stands with its reason beside the derived one, until it is taken back', () => {
    const { t, find, at } = bench()
    find(10, 'labels', 'stain')
    t.told(day(20), {
      kind: 'grade',
      what: 'set',
      machine: home,
      grade: 1,
      reason: 'the stain is from the maker’s own gum',
    })
    expect(at()).toMatchObject({
      grade: 1,
      derived: 2,
      set: { reason: 'the stain is from the maker’s own gum' },
    })
    t.told(day(30), { kind: 'grade', what: 'taken back', machine: home })
    expect(at()).toMatchObject({ grade: 2 })
    expect(at().set).toBeUndefined()
  })
  it('a correction holds from the start, for grades as for all else', () => {
    const { t, find, at } = bench()
    const stain = find(10, 'labels', 'stain', { danger: 'people' })
    expect(at(15).grade).toBe(4)
    const said = t.entries.find((e) => e.id === stain)!
    t.told(
      day(10),
      { ...(said.body as Noted), danger: 'none' },
      { recordedAt: day(40), amends: { entry: stain, seen: [], how: 'correct', reason: 'wrong line' } },
    )
    expect(at(15).grade).toBe(2)
  })
})

it('two dates differ by what is new, worse, gone, better, in that order', () => {
  const { t, find, again } = bench()
  const gone = find(5, 'labels', 'stain')
  const worse = find(6, 'chassis', 'rust')
  const same = find(7, 'supply', 'dirt')
  again(40, gone, 'gone')
  again(41, worse, 'worse')
  const fresh = find(42, 'case', 'crack')
  const rows = compareDates(t.world(), t.world().machines.get(home)!, day(20), now)
  expect(rows.map((r) => [r.finding.finding.id, r.difference])).toEqual([
    [fresh, 'new'],
    [worse, 'worse'],
    [gone, 'gone'],
    [same, 'same'],
  ])
})

it('completeness knows what is empty, and takes the unseen as there', () => {
  const { t } = bench()
  const machine = () => t.world().machines.get(home)!
  expect(completenessOf(t.world(), machine())).toEqual({ percent: 100, empty: [], of: 12 })
  t.told(day(10), {
    kind: 'part',
    what: 'content',
    machine: home,
    place: { in: { kind: 'machine', id: home }, position: 'IC31' },
    content: 'empty',
  })
  // IC31 is essential: 3 of 16.
  expect(completenessOf(t.world(), machine())).toMatchObject({ percent: 81, empty: ['IC31'] })
})

describe('a blind second survey', () => {
  function surveyed() {
    const b = bench()
    const first = survey(b.t, 10, person, false, ['supply', 'chassis', 'labels'])
    b.find(10, 'chassis', 'rust', { survey: first.id, activity: 'active' })
    first.end(11)
    const blind = survey(b.t, 20, second, true, ['labels', 'chassis'])
    const seen = b.find(20, 'chassis', 'rust', { survey: blind.id, activity: 'stable' }, second)
    const only = b.find(20, 'labels', 'loss', { survey: blind.id }, second)
    return { ...b, blind, seen, only, machine: () => b.t.world().machines.get(home)! }
  }
  it('shows its writer their own findings only, and the others none of them', () => {
    const { t } = surveyed()
    const mine = conditionView(t.world(), home, { viewer: second })!
    expect(mine).toMatchObject({ hidden: true, grade: 2, looked: 2, history: [], opinions: [] })
    expect(mine.zones.flatMap((z) => z.findings.map((f) => f.by))).toEqual(['Odd Vik', 'Odd Vik'])
    const theirs = conditionView(t.world(), home, { viewer: person })!
    expect(theirs).toMatchObject({ hidden: false, grade: 3 })
    expect(theirs.zones.flatMap((z) => z.findings.map((f) => f.sort))).toEqual(['rust'])
  })
  it('ends in a comparison, worst disagreement first, and in pairs of zone grades', () => {
    const { t, blind, machine } = surveyed()
    blind.end(21)
    const [pair] = pairsOf(machine())
    const zones = compareSurveys(t.world(), machine(), pair!)
    expect(zones.map((z) => [z.zone, z.first, z.second])).toEqual([
      ['chassis', 3, 2],
      ['labels', 1, 2],
      ['supply', 1, undefined],
    ])
    expect(gradePairs(zones)).toEqual([
      [3, 2],
      [1, 2],
    ])
  })
  it('counts for the machine only what is taken over', () => {
    const { t, blind, only, at } = surveyed()
    blind.end(21)
    expect(at().zones.find((z) => z.zone === 'labels')?.findings).toEqual([])
    t.told(day(30), { kind: 'finding', what: 'taken over', machine: home, finding: only })
    expect(at().zones.find((z) => z.zone === 'labels')?.findings).toHaveLength(1)
  })
  it('by the same person is no second opinion', () => {
    const b = bench()
    survey(b.t, 10, person, false, ['labels']).end(11)
    survey(b.t, 20, person, true, ['labels']).end(21)
    expect(pairsOf(b.t.world().machines.get(home)!)).toEqual([])
  })
})
