/** What the end of a treatment writes is what the kinds' schemas take; harm and help each become a finding. */
import { describe, expect, it } from 'vitest'
import { schemaOfKind } from '#core/history/kinds/index.ts'
import type { Course } from '#core/treatment/course.ts'
import { anyHarm, endingBodies, harmOf, nothingSaid, type EndForm, type Ending } from './end-form.ts'

const id = (n: number) => `0000000${n}-0000-7000-8000-000000000001`
const course = {
  id: id(1),
  machine: id(2),
  body: {
    sort: 'rust',
    on: ['chassis', 'bracket'],
    carries: [{ what: 'badge', is: 'masked' }],
    counts: [{ what: 'screws', n: 6 }],
  },
} as unknown as Course
const findings = [{ id: id(3), zone: 'Chassis', sort: 'rust', words: '' }] as never
const said = (more: Partial<Ending>): Ending => ({
  ...nothingSaid,
  verdicts: { chassis: { is: 'better', words: ' bright ' }, bracket: { is: 'the same', words: '' } },
  ...more,
})
const ended = (ending: Ending, more: Partial<EndForm> = {}) =>
  endingBodies(
    course,
    ending,
    { out: [''], ph: '', recheck: '', sort: harmOf('rust'), words: '', ...more },
    { findings, ringing: { [id(1)]: [{ entry: id(4) }] } as never },
  )

describe('the end of a treatment', () => {
  it('writes the end, what it helped, and that nothing rings; each taken by its schema', () => {
    const bodies = ended(said({}), { out: ['6'], recheck: '2027-03-01' })
    expect(bodies).toMatchObject([
      {
        kind: 'treatment',
        verdicts: [{ on: 'chassis', is: 'better', words: 'bright' }, { is: 'the same' }],
        beside: [{ what: 'badge', is: 'not looked at' }],
        counts: [{ what: 'screws', n: 6 }],
      },
      { kind: 'finding', what: 'seen again', finding: id(3), change: 'better', words: 'after rust' },
      { kind: 'wait', over: id(4) },
    ])
    if (typeof bodies === 'string') throw new Error(bodies)
    for (const body of bodies) expect(schemaOfKind(body.kind)?.safeParse(body).success).toBe(true)
  })
  it.each([
    ['gone', { change: 'gone' }],
    ['a trace', { change: 'better', severity: 'trace' }],
  ])('says of a finding that %s', (left, change) =>
    expect(ended(said({ left: { [id(3)]: left } }))).toContainEqual(expect.objectContaining(change)),
  )
  it('counts nothing that nobody counted', () =>
    expect(ended(said({}))).toContainEqual(expect.objectContaining({ kind: 'treatment', counts: [] })))
  it('says nothing of a finding that is as it was', () =>
    expect(ended(said({ left: { [id(3)]: 'as it was' } }))).toHaveLength(2))
  it('makes a finding of what got worse and of what was harmed', () => {
    const harm = said({
      verdicts: { chassis: { is: 'worse', words: 'pitted' }, bracket: { is: 'the same', words: '' } },
      beside: { badge: 'harmed' },
    })
    expect(anyHarm(course, harm)).toBe(true)
    expect(anyHarm(course, said({}))).toBe(false)
    expect(ended(harm)).toMatchObject([
      { kind: 'treatment' },
      { kind: 'finding', zone: 'chassis', sort: 'rust', words: 'worse after rust: pitted' },
      { kind: 'wait' },
      { kind: 'finding', zone: 'chassis', sort: 'rust', words: 'badge harmed by rust' },
    ])
    expect(ended(harm, { sort: 'stain' })).toContainEqual(expect.objectContaining({ sort: 'stain' }))
  })
  it.each([
    ['a place without an answer', { verdicts: {} }, {}, /chassis, bracket/],
    ['a pH that none has', {}, { ph: '15' }, /pH/],
    ['words as a count', {}, { out: ['all'] }, /whole numbers/],
  ])('is not written with %s', (_, more, text, says) => expect(ended(said(more), text)).toMatch(says))
})
