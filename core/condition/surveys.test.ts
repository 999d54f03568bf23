/** Two surveys side by side: which belong together, what each graded, and on what they differ. */
import { describe, expect, it } from 'vitest'
import type { BodyOf } from '#core/history/bodies/index.ts'
import type { EntryId, PartyId } from '#core/ids.ts'
import { home, person, twoTerminals } from '#core/testing/terminal.ts'
import { conditionAt, gradeHistory } from './condition.ts'
import { compareSurveys, gradePairs, pairsOf, surveyGrades } from './surveys.ts'

const now = '2026-11-01T12:00:00.000Z'
const [ida, odd, eva] = [person, 'f1', 'f2'].map((p) =>
  p.length > 2 ? p : `00000003-0000-7000-8000-0000000000${p}`,
) as [PartyId, PartyId, PartyId]
const day = (n: number) => `2026-03-${String(n).padStart(2, '0')}T10:00:00.000Z`
type Noted = Extract<BodyOf<'finding'>, { what: 'noted' }>
type Look = Extract<BodyOf<'survey'>, { what: 'looked' }>['is']

function house() {
  const { t } = twoTerminals(now)
  for (const [party, name] of [
    [odd, 'Odd Vik'],
    [eva, 'Eva Rand'],
  ] as const)
    t.told('2026-01-05T09:00:30.000Z', { kind: 'party', party, name, sort: 'person', roles: [] })
  const survey = (n: number, by: PartyId, blind: boolean, looks: Readonly<Record<string, Look>>) => {
    const { id } = t.told(day(n), { kind: 'survey', what: 'begun', machine: home, blind }, { doneBy: by })
    for (const [zone, is] of Object.entries(looks))
      t.told(
        day(n),
        {
          kind: 'survey',
          what: 'looked',
          machine: home,
          survey: id,
          zone,
          is,
          ...(is === 'not reached' ? { because: 'behind the rack' } : {}),
        },
        { doneBy: by },
      )
    const end = (m: number) =>
      t.told(day(m), { kind: 'survey', what: 'ended', machine: home, survey: id }, { doneBy: by })
    return { id, end }
  }
  const find = (
    n: number,
    zone: string,
    sort: Noted['sort'],
    survey: EntryId | undefined,
    more: Partial<Noted> = {},
    by = ida,
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
        ...(survey ? { survey } : {}),
        ...more,
      },
      { doneBy: by },
    ).id
  const machine = () => t.world().machines.get(home)!
  const compared = () => {
    const [pair] = pairsOf(machine())
    return pair && compareSurveys(t.world(), machine(), pair)
  }
  const state = (id: EntryId) => machine().condition.surveys.find((s) => s.id === id)!
  const grades = (id: EntryId) =>
    [...surveyGrades(t.world(), machine(), state(id))].map(([zone, g]) => [
      zone,
      g.grade,
      g.findings.map((f) => f.finding.noted.sort),
    ])
  return { t, survey, find, machine, compared, grades }
}
const fine = { case: 'nothing to note', labels: 'nothing to note' } as const

describe('which surveys are a pair', () => {
  const pairs = (h: ReturnType<typeof house>) => pairsOf(h.machine()).map((p) => [p.first.id, p.second.id])
  it('the open one that was begun last before the blind one ended', () => {
    const h = house()
    const [a, b] = [h.survey(1, ida, false, fine), h.survey(3, ida, false, fine)]
    a.end(2)
    b.end(4)
    const blind = h.survey(5, odd, true, fine)
    expect(pairs(h)).toEqual([])
    blind.end(6)
    const later = h.survey(7, ida, false, fine)
    later.end(8)
    expect(pairs(h)).toEqual([[b.id, blind.id]])
  })
  it('else the first open one after it; never an unfinished, a blind or their own one', () => {
    const h = house()
    const blind = h.survey(1, odd, true, fine)
    blind.end(2)
    h.survey(3, ida, false, fine)
    expect(pairs(h)).toEqual([])
    h.survey(4, odd, false, fine).end(5)
    h.survey(5, eva, true, fine).end(6)
    // Eva's blind one has Odd's open one beside it; Odd's has none.
    expect(pairs(h).map(([, second]) => second)).toEqual([h.machine().condition.surveys[3]!.id])
    const after = h.survey(7, eva, false, fine)
    after.end(8)
    h.survey(9, ida, false, fine).end(10)
    expect(pairs(h)).toContainEqual([after.id, blind.id])
  })
})

describe('what a survey graded', () => {
  it('zones that it looked at, the worst of its own findings in each, as they were when it ended', () => {
    const h = house()
    const s = h.survey(3, ida, false, {
      case: 'nothing to note',
      lid: 'not reached',
      labels: 'nothing to note',
    })
    h.find(3, 'case', 'dirt', s.id)
    const rust = h.find(3, 'case', 'rust', s.id, { activity: 'active' })
    h.find(3, 'case', 'stain', s.id, { severity: 'trace' })
    h.find(3, 'lid', 'crack', s.id)
    h.find(3, 'labels', 'loss', undefined)
    s.end(4)
    h.t.told(day(6), { kind: 'finding', what: 'seen again', machine: home, finding: rust, change: 'gone' })
    expect(h.grades(s.id)).toEqual([
      ['case', 3, ['dirt', 'rust', 'stain']],
      ['labels', 1, []],
      ['lid', 2, ['crack']],
    ])
  })
  it('an open one counts what it saw again, a blind one does not, and nobody what another saw', () => {
    const h = house()
    const old = h.find(1, 'case', 'rust', undefined, { activity: 'active' })
    const other = h.find(1, 'labels', 'loss', undefined)
    const open = h.survey(2, ida, false, fine)
    const blind = h.survey(2, odd, true, fine)
    const again = (finding: EntryId, survey: EntryId | undefined, by: PartyId) =>
      h.t.told(
        day(3),
        {
          kind: 'finding',
          what: 'seen again',
          machine: home,
          finding,
          change: 'same',
          ...(survey ? { survey } : {}),
        },
        { doneBy: by },
      )
    again(old, open.id, ida)
    again(other, undefined, ida)
    open.end(4)
    blind.end(4)
    expect(h.grades(open.id)).toEqual([
      ['case', 3, ['rust']],
      ['labels', 1, []],
    ])
    expect(h.grades(blind.id)).toEqual([
      ['case', 1, []],
      ['labels', 1, []],
    ])
  })
})

describe('on what two surveys differ', () => {
  const both = (first: Partial<Noted>, second: Partial<Noted>) => {
    const h = house()
    const a = h.survey(1, ida, false, fine)
    h.find(1, 'case', 'dirt', a.id, first)
    a.end(2)
    const b = h.survey(3, odd, true, fine)
    h.find(3, 'case', 'dirt', b.id, second, odd)
    b.end(4)
    return h.compared()!.find((z) => z.zone === 'case')!
  }
  it.each([
    [{}, {}, []],
    [{ severity: 'damages' }, {}, ['severity']],
    [{ activity: 'active' }, {}, ['activity']],
    [{ extentPercent: 10 }, { extentPercent: 30 }, ['extent']],
    [{ extentPercent: 30 }, { extentPercent: 49 }, []],
    [{ extentPercent: 20 }, {}, ['extent']],
    [{}, { extentPercent: 20 }, ['extent']],
    [{ severity: 'damages', activity: 'active', extentPercent: 60 }, {}, ['severity', 'activity', 'extent']],
  ] as [Partial<Noted>, Partial<Noted>, string[]][])('%j against %j: %j', (first, second, differ) => {
    const zone = both(first, second)
    expect(zone.both.map((x) => x.differ)).toEqual([differ])
    expect([zone.onlyFirst, zone.onlySecond]).toEqual([[], []])
  })
  it('pairs findings of one kind one to one, and leaves the others to their finder', () => {
    const h = house()
    const a = h.survey(1, ida, false, fine)
    h.find(1, 'case', 'dirt', a.id)
    h.find(1, 'case', 'dirt', a.id, { severity: 'trace' })
    h.find(1, 'case', 'rust', a.id)
    a.end(2)
    const b = h.survey(3, odd, true, fine)
    h.find(3, 'case', 'dirt', b.id, {}, odd)
    h.find(3, 'case', 'crack', b.id, {}, odd)
    b.end(4)
    const zone = h.compared()!.find((z) => z.zone === 'case')!
    const sorts = (list: typeof zone.onlyFirst) => list.map((f) => f.finding.noted.sort)
    expect([zone.both.length, sorts(zone.onlyFirst), sorts(zone.onlySecond)]).toEqual([
      1,
      ['dirt', 'rust'],
      ['crack'],
    ])
  })
  it('the zone in which they are furthest apart first: grades before findings, findings before details', () => {
    const h = house()
    const zones = {
      a: 'nothing to note',
      b: 'nothing to note',
      c: 'nothing to note',
      d: 'nothing to note',
    } as const
    const first = h.survey(1, ida, false, zones)
    h.find(1, 'b', 'dirt', first.id, { severity: 'damages' })
    h.find(1, 'c', 'dirt', first.id)
    h.find(1, 'd', 'rust', first.id, { activity: 'active' })
    first.end(2)
    const second = h.survey(3, odd, true, { ...zones, d: 'not reached' })
    h.find(3, 'b', 'dirt', second.id, {}, odd)
    h.find(3, 'c', 'dirt', second.id, {}, odd)
    h.find(3, 'c', 'stain', second.id, {}, odd)
    h.find(3, 'c', 'loss', second.id, {}, odd)
    second.end(4)
    const compared = h.compared()!
    expect(compared.map((z) => [z.zone, z.first, z.second])).toEqual([
      ['d', 3, undefined],
      ['c', 2, 2],
      ['b', 2, 2],
      ['a', 1, 1],
    ])
    expect(gradePairs(compared)).toEqual([
      [2, 2],
      [2, 2],
      [1, 1],
    ])
  })
})

describe('what counts for the machine', () => {
  it('zones that were looked at or found on, in the order of the usual ones, and why one was not reached', () => {
    const h = house()
    h.survey(3, ida, false, { 'serial plate': 'nothing to note', case: 'not reached' }).end(4)
    h.survey(5, odd, true, { plinth: 'nothing to note' }).end(6)
    h.find(7, 'feet', 'loss', undefined)
    const { zones, looked, of } = conditionAt(h.t.world(), h.machine(), now)
    const named = zones.map((z) => z.zone)
    expect(named.slice(0, 2)).toEqual(['case', 'labels'])
    expect(named.slice(-2).sort()).toEqual(['feet', 'serial plate'])
    expect([looked, of]).toEqual([2, 11])
    expect(zones.find((z) => z.zone === 'feet')).toMatchObject({ material: '', structural: false })
    expect(zones.find((z) => z.zone === 'case')).toMatchObject({ notReached: 'behind the rack' })
    expect(conditionAt(h.t.world(), h.machine(), day(2)).looked).toBe(0)
  })
  it('changes on the days on which something was seen, and not after today', () => {
    const h = house()
    h.survey(3, ida, false, { case: 'nothing to note' }).end(4)
    h.survey(5, odd, true, { labels: 'nothing to note' }).end(6)
    const rust = h.find(8, 'case', 'rust', undefined, { activity: 'active' })
    h.find(9, 'case', 'stain', undefined, { severity: 'trace' })
    h.t.told(day(10), { kind: 'finding', what: 'seen again', machine: home, finding: rust, change: 'gone' })
    h.t.told(day(12), { kind: 'grade', what: 'set', machine: home, grade: 4, reason: 'it smells' })
    expect(gradeHistory(h.t.world(), h.machine()).map((p) => [p.at, p.grade])).toEqual([
      [day(3), 1],
      [day(8), 3],
      [day(10), 1],
      [day(12), 4],
    ])
  })
})
