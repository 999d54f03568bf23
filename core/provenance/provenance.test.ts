import { describe, expect, it } from 'vitest'
import { Teller } from '#core/testing/script.ts'
import { home, person, twoTerminals } from '#core/testing/terminal.ts'
import { isEdtf } from '#core/quantity/time.ts'
import { equalShares } from '#core/quantity/shares.ts'
import { chainOf, type LinkBody } from './chain.ts'
import { evidenceAtRisk, evidenceNeeds, evidenceRows } from './evidence.ts'

const zone = 'UTC'
const now = '2026-11-01T12:00:00.000Z'
const came = '2026-01-05T09:00:00.000Z'

function links(...said: [sort: LinkBody['sort'], when: string, more?: Partial<LinkBody>][]) {
  const { t } = twoTerminals(now)
  for (const [sort, when, more] of said)
    t.told(came, { kind: 'link', machine: home, sort, when, ...more }, { basis: 'told' })
  return chainOf(t.world().machines.get(home)!.arrival.links, zone, now, came)
}
const rows = (chain: ReturnType<typeof links>) =>
  chain.rows.map((r) =>
    r.is === 'gap'
      ? `gap ${r.fromYear}${r.fromApprox ? '~' : ''}–${r.toYear}${r.toApprox ? '~' : ''}`
      : r.body.when,
  )

describe('the chain of provenance', () => {
  it('stands in order of time, with the years of which nobody says anything', () => {
    expect(rows(links(['owned by', '2016~/2025'], ['made', '1979'], ['used at', '1980/1988']))).toEqual([
      '1979',
      '1980/1988',
      'gap 1988–2016~',
      '2016~/2025',
    ])
  })
  it('has a gap up to the day it came in', () => {
    expect(rows(links(['made', '1979'], ['owned by', '1979/1990']))).toEqual([
      '1979',
      '1979/1990',
      'gap 1990–2026',
    ])
  })
  it('is whole when links meet within a year', () => {
    expect(links(['made', '1980'], ['owned by', '1981/2003'], ['owned by', '2003/2025']).gaps).toBe(0)
  })
  it('an event in between covers nothing', () => {
    expect(rows(links(['owned by', '1980/1984'], ['event', '1999'], ['owned by', '2010/2025']))).toContain(
      'gap 1984–2010',
    )
  })
  it('shows two dates of making as such', () => {
    expect(links(['made', '1979'], ['made', '1982']).contradictions).toMatchObject([
      { why: 'two dates of making', years: ['1979', '1982'] },
    ])
    expect(links(['made', '197X'], ['made', '1979']).contradictions).toEqual([])
  })
  it('shows two owners at once, but not a handover within a year', () => {
    expect(
      links(['owned by', '1980/1995', { words: 'a bank' }], ['owned by', '1990/2001', { words: 'a school' }])
        .contradictions,
    ).toMatchObject([{ why: 'two owners at once', years: [1990, 1995] }])
    expect(links(['owned by', '1980/1990'], ['owned by', '1990/2001']).contradictions).toEqual([])
  })
  it('shows a link older than the making', () => {
    expect(links(['made', '1984'], ['used at', '1979/1982']).contradictions).toMatchObject([
      { why: 'before it was made', madeYear: 1984 },
    ])
  })
  it('is empty without links: nothing is known, and no gap is claimed', () =>
    expect(rows(links())).toEqual([]))
})

describe('EDTF (ISO 8601-2:2019, levels 0 and 1: forms of the published examples)', () => {
  it.each([
    '1985-04-12',
    '1985-04',
    '1985',
    '1964/2008',
    '2004-06/2006-08',
    '2004-02-01/2005',
    '1984?',
    '2004-06~',
    '2004-06-11%',
    '201X',
    '20XX',
    '1985-04-12/..',
    '../1985-04-12',
    '1985/',
    '/1985',
    '1984~/2004-06',
    '2004-XX',
    '1985-XX-XX',
    '1985-04-12T23:20:30Z',
  ])('%s is one', (text) => expect(isEdtf(text)).toBe(true))
  it.each([
    '',
    '/',
    'unknown',
    'circa 1984',
    '1984-13',
    '1985-02-30',
    '84',
    '2004/1999',
    '2001-21',
    'Y170000002',
  ])('%s is none of those a link takes', (text) => expect(isEdtf(text)).toBe(false))
})

describe('evidence', () => {
  function sealed() {
    const { t } = twoTerminals(now)
    const seal = t.told(came, {
      kind: 'evidence',
      what: 'noted',
      machine: home,
      sort: 'warranty seal',
      where: 'rear edge',
      over: 'lid',
    }).id
    return { t, seal, machine: () => t.world().machines.get(home)! }
  }
  const photo = (t: Teller, at: string, seal: string) =>
    t.told(at, {
      kind: 'photo',
      machine: home,
      file: 'a'.repeat(64),
      width: 8,
      height: 8,
      evidence: seal as never,
    })

  it('is at risk when what covers it comes off and nobody photographed it', () => {
    const { t, seal, machine } = sealed()
    expect(evidenceAtRisk(evidenceRows(machine()), 'Lid')).toHaveLength(1)
    expect(evidenceAtRisk(evidenceRows(machine()), 'base')).toHaveLength(0)
    photo(t, '2026-01-06T09:00:00.000Z', seal)
    expect(evidenceAtRisk(evidenceRows(machine()), 'lid')).toHaveLength(0)
  })
  it('broken before it was photographed was not seen, whatever was photographed later', () => {
    const { t, seal, machine } = sealed()
    t.told('2026-01-07T09:00:00.000Z', {
      kind: 'evidence',
      what: 'gone',
      machine: home,
      evidence: seal,
      how: 'broken',
    })
    photo(t, '2026-01-08T09:00:00.000Z', seal)
    expect(evidenceRows(machine())[0]?.gone).toMatchObject({ how: 'broken', unseen: true })
  })
  it('asks for four sorts, and “none there” answers as a photograph does', () => {
    const { t, seal, machine } = sealed()
    t.told(came, { kind: 'evidence', what: 'none', machine: home, sort: 'label' })
    expect(evidenceNeeds(machine()).map((n) => n.is)).toEqual(['noted', 'none', 'not looked', 'not looked'])
    photo(t, '2026-01-06T09:00:00.000Z', seal)
    t.told('2026-01-06T09:00:00.000Z', {
      kind: 'photo',
      machine: home,
      file: 'b'.repeat(64),
      width: 8,
      height: 8,
      of: 'underside',
    })
    expect(evidenceNeeds(machine()).map((n) => n.is)).toEqual([
      'photographed',
      'none',
      'not looked',
      'photographed',
    ])
  })
})

describe('shares of a lot', () => {
  it('14 units for 91.00 are 6.50 each', () =>
    expect(equalShares({ minor: 9100, currency: 'EUR' }, 14)).toEqual(
      Array(14).fill({ minor: 650, currency: 'EUR' }),
    ))
  it('add up to the amount to the last cent', () => {
    const shares = equalShares({ minor: 10000, currency: 'EUR' }, 7)
    expect(shares.reduce((sum, s) => sum + s.minor, 0)).toBe(10000)
    expect(
      Math.max(...shares.map((s) => s.minor)) - Math.min(...shares.map((s) => s.minor)),
    ).toBeLessThanOrEqual(1)
  })
  it('throws at no units', () =>
    expect(() => equalShares({ minor: 1, currency: 'EUR' }, 0)).toThrow(RangeError))
})

it('names a party that exists', () => {
  const { t } = twoTerminals(now)
  expect(
    t.tell(came, {
      kind: 'link',
      machine: home,
      sort: 'owned by',
      when: '1980',
      who: 'ffffffff-0000-7000-8000-000000000009' as never,
    }).judgement.became,
  ).toBe('refused')
  expect(
    t.tell(came, { kind: 'link', machine: home, sort: 'owned by', when: '1980', who: person }).judgement
      .became,
  ).toBe('recorded')
})
