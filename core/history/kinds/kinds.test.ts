/** What each kind says of itself: who may read which field, what is priced, which files it names. */
import { describe, expect, it } from 'vitest'
import { pathsIn, sampleMinor, samples } from '#core/testing/samples.ts'
import { smallest } from '#core/testing/bodies.ts'
import type { PartyId } from '#core/ids.ts'
import { roles } from '#core/roles.ts'
import type { Body } from '../bodies/index.ts'
import { mayWrite } from '../rights.ts'
import { filesOf, isHouse, reachOf, travelsOf } from '../scope.ts'
import { guestBody, ownFindings, shownBlind, withoutPrice } from '../sight.ts'
import { subjectsOf } from '../subjects.ts'
import { authorityByKind } from '../authority.ts'
import { definitions, kinds, schemaOfKind } from './index.ts'

const viewer = '0190a000-0000-7000-8000-000000000001' as PartyId

/**
 * Every text that a guest may read, by kind and field: what stands here was decided one by one. Whatever is not here a guest
 * never reads: no other kind, no other field.
 */
const shownToGuests: Readonly<Record<string, readonly string[]>> = {
  test: [
    'results[].fn',
    'results[].cells.pass[]',
    'results[].cells.fail[].cell',
    'results[].cells.fail[].symptom',
    'results[].cells.stood[]',
    'results[].cells.untried[]',
    'notExercised',
    'condition',
  ],
  change: ['target.name', 'verb', 'from', 'to', 'scale', 'mark'],
  fastening: ['what', 'size', 'head', 'cup'],
  connection: ['connector'],
  power: [],
  'hazard noted': ['words'],
  'hazard cleared': ['hazard', 'words'],
  custody: ['until'],
  photo: ['file', 'words', 'zone', 'finding', 'evidence', 'on'],
  'finding noted': ['zone', 'place', 'words'],
  'finding seen again': ['finding', 'words'],
  'finding treated': ['finding', 'words'],
  'finding judged': ['finding', 'words'],
  'finding taken over': ['finding'],
  'episode opened': ['title'],
  'episode paused': ['episode'],
  'episode resumed': ['episode'],
  'episode closed': ['episode'],
}
/** Kinds that hold an amount, by the role that is needed to see it. */
const priced = [
  'loan terms',
  'loan spent',
  'machine registered',
  'part identified',
  'lot got',
  'value',
  'batch',
]

describe.each(samples)('$name', ({ name, body, files }) => {
  it('shows a guest these fields and no other', () => {
    const shown = guestBody(body, viewer)
    if (shown === undefined) return expect(Object.keys(shownToGuests)).not.toContain(name)
    expect(pathsIn(shown)).toEqual(['machine', ...(shownToGuests[name] ?? ['nothing was decided'])])
  })
  it('holds an amount only where that is said, and loses it for those who see no prices', () => {
    const amount = String(sampleMinor)
    expect(JSON.stringify(body).includes(amount)).toBe(priced.includes(name))
    expect(JSON.stringify(withoutPrice(body) ?? null)).not.toContain(amount)
    if (!priced.includes(name)) expect(withoutPrice(body)).toBe(body)
  })
  it('names its files', () => expect(pathsIn(filesOf(body))).toEqual(files))
})

it('a test that waits for another machine tells a guest of no machine but this one', () => {
  const shown = JSON.stringify(
    guestBody(
      {
        kind: 'test',
        machine: viewer as never,
        depth: 'short',
        gear: [],
        results: [
          {
            fn: 'send',
            result: {
              is: 'not possible',
              because: 'until E-77 works',
              until: { machine: '0190a000-0000-7000-8000-0000000000ff' as never, number: 'E-77' },
            },
          },
        ],
      },
      viewer,
    ),
  )
  expect(shown).toContain('another machine of the house')
  expect(shown).not.toMatch(/E-77|0000000000ff/)
})

describe('a custody entry', () => {
  const to = (id: string): Body => ({
    kind: 'custody',
    machine: '0190a000-0000-7000-8000-00000000000a' as never,
    to: { in: { kind: 'party', id }, position: 'second floor' },
    carriage: 'by hand',
    purpose: 'return to owner',
  })
  it('tells a guest where it is only when it is with them', () => {
    expect(JSON.stringify(guestBody(to(viewer), viewer))).toContain(viewer)
    expect(JSON.stringify(guestBody(to('somebody else'), viewer))).not.toContain('somebody else')
  })
})

/** Least roles other than volunteer, by kind. */
const leastRole: readonly (readonly [kind: string, needs: (body: Body) => string])[] = [
  [
    'evening',
    (b) => (b.kind === 'evening' && (b.what === 'comes' || b.what === 'usually') ? 'volunteer' : 'restorer'),
  ],
  ['job', (b) => (b.kind === 'job' && b.what === 'done' ? 'volunteer' : 'restorer')],
  ['rule', (b) => (b.kind === 'rule' && b.what === 'policy' && b.machine ? 'restorer' : 'steward')],
  ['grade', (b) => (b.kind === 'grade' && b.what === 'priority' ? 'volunteer' : 'restorer')],
  ['method', (b) => (b.kind === 'method' && b.what === 'written' ? 'restorer' : 'volunteer')],
  ['value', () => 'restorer'],
  ['type', () => 'restorer'],
  ['consent', () => 'guest'],
  [
    'loan',
    (b) =>
      b.kind !== 'loan'
        ? ''
        : {
            asked: 'volunteer',
            terms: 'restorer',
            answered: 'guest',
            recalled: 'steward',
            accounted: 'steward',
            spent: 'restorer',
            said: 'guest',
            closed: 'steward',
          }[b.what],
  ],
  ['handover', () => 'guest'],
  ['look', () => 'guest'],
  ['difference', () => 'guest'],
  ['run', () => 'guest'],
  [
    'paper',
    (b) => (b.kind === 'paper' && b.what === 'issued' && b.sort === 'agreement' ? 'restorer' : 'volunteer'),
  ],
  ['incident', (b) => (b.kind === 'incident' && b.loan ? 'guest' : 'volunteer')],
  ['erasure', () => 'steward'],
  ['erased', () => 'steward'],
  ['note', (b) => (b.kind === 'note' && b.machine ? 'guest' : 'volunteer')],
]

const bodies = smallest.map(([body]) => schemaOfKind(body.kind)!.parse(body) as Body)
const nameOf = (body: Body) => [body.kind, 'what' in body ? body.what : ''].join(' ')

describe('the least role', () => {
  it.each(bodies.map((body) => [nameOf(body), body] as const))('%s', (_name, body) => {
    const needed = leastRole.find(([kind]) => kind === body.kind)?.[1](body) ?? 'volunteer'
    const rank = ['steward', 'restorer', 'volunteer', 'guest']
    for (const role of roles) expect(mayWrite(role, body)).toBe(rank.indexOf(role) <= rank.indexOf(needed))
  })
  it.each([
    [{ legal: 'accessioned' }, 'steward'],
    [{ legal: 'entered, undecided' }, 'volunteer'],
    [{ owner: viewer }, 'steward'],
    [{ owner: 'house' }, 'volunteer'],
    [{ accessionNumber: '2031.4' }, 'steward'],
  ] as const)('a registration that says %j is for a %s', (said, needed) => {
    const body = {
      kind: 'machine',
      what: 'registered',
      name: 'x',
      entryNumber: 'E-1',
      source: { how: 'found' },
      ...said,
    } as never as Body
    expect(mayWrite('volunteer', body)).toBe(needed === 'volunteer')
    expect(mayWrite('steward', body)).toBe(true)
  })
  it('to give somebody a role of the house, however it is written, is the steward’s', () => {
    const named = (role: string) =>
      ({ kind: 'party', party: viewer, name: 'x', sort: 'person', roles: [role] }) as Body
    expect(mayWrite('restorer', named(' Steward '))).toBe(false)
    expect(mayWrite('volunteer', named('donor'))).toBe(true)
  })
})

describe('scope, reach and travel', () => {
  const all = bodies
  it('what is read with every machine needs no machine to be read', () => {
    for (const body of all.filter((b) => isHouse({ body: b })))
      expect(subjectsOf({ body }).every((s) => s.kind !== 'machine' || body.kind !== 'note')).toBe(true)
    expect(new Set(all.filter((b) => isHouse({ body: b })).map((b) => b.kind))).toEqual(
      new Set(['type', 'party', 'gear', 'rule', 'method', 'word', 'evening', 'job', 'note']),
    )
  })
  it('no rule, house method or note of the house leaves it; what names people, types and gear goes when it is named', () => {
    const travels = (kind: string) => new Set(all.filter((b) => b.kind === kind).map(travelsOf))
    expect(travels('rule')).toEqual(new Set(['never']))
    expect(travels('method')).toEqual(new Set(['never']))
    expect(travels('note')).toEqual(new Set(['never', 'with its machine']))
    expect(travels('word')).toEqual(new Set(['never']))
    for (const kind of ['type', 'party', 'gear']) expect(travels(kind)).toEqual(new Set(['when it is named']))
  })
  it('a sheet reaches the machines of its type, gear those tested with it, a name those that show it, a house rule all', () => {
    const reached = all.flatMap((b) => {
      const reach = reachOf(b)
      return reach === undefined ? [] : [`${b.kind}: ${typeof reach === 'string' ? reach : reach.machinesOf}`]
    })
    expect(new Set(reached)).toEqual(
      new Set(['type: type', 'party: party', 'gear: gear', 'rule: every machine']),
    )
  })
})

describe('while somebody surveys blind', () => {
  const finding = (id: string, survey: string) => ({
    id,
    body: { kind: 'finding', what: 'noted', survey, zone: 'lid', sort: 'rust' } as never as Body,
  })
  const line = [finding('mine', 'blind'), finding('theirs', 'open')]
  const own = ownFindings(line, 'blind')
  it('their own findings show, with pictures and pins of them; those of others do not', () => {
    expect(line.map(({ body }) => shownBlind(body, own))).toEqual([true, false])
    const photo = (of?: string) => ({ kind: 'photo', finding: of }) as never as Body
    expect([photo('mine'), photo('theirs'), photo()].map((b) => shownBlind(b, own))).toEqual([
      true,
      false,
      true,
    ])
  })
  it('nothing shows that says what others found', () => {
    const hidden = kinds.filter((kind) =>
      samples.some((s) => s.kind === kind && !shownBlind(s.body, { survey: '', knows: () => false })),
    )
    expect(hidden).toEqual([
      'photo',
      'pin',
      'pair',
      'finding',
      'survey',
      'grade',
      'look',
      'difference',
      'colour',
    ])
  })
})

describe('acts of authorised people', () => {
  it.each(kinds)('%s says the same in its definition and in the table that a line is held against', (kind) =>
    expect(definitions[kind].authority).toBe(authorityByKind[kind] ?? 'none'),
  )
})
