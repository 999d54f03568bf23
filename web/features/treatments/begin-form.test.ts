/** What the slip makes of what is typed is what the kind's schema takes, and is refused at the field where it is not. */
import { describe, expect, it } from 'vitest'
import { treatmentBody, treatmentSorts } from '#core/history/bodies/treatment.ts'
import type { MachineId } from '#core/ids.ts'
import { asked, begunOf, emptyBegin, waitOf, type BeginForm } from './begin-form.ts'

const machine = '00000004-0000-7000-8000-000000000001' as MachineId
const begun = (more: Partial<BeginForm>, card?: { agent: string; strength: string }) =>
  begunOf({ ...emptyBegin, on: ['lid'], ...more }, machine, card)
const refused = (more: Partial<BeginForm>) =>
  treatmentBody.safeParse(begun(more)).error?.issues.map((i) => i.path.join('.')) ?? []

describe('a treatment that begins', () => {
  it.each(treatmentSorts)('of sort %s is taken by the schema', (sort) =>
    expect(refused({ sort })).toEqual([]),
  )
  it('names zones and what else is named', () =>
    expect(begun({ others: ' IC9, , left row' }).on).toEqual(['lid', 'IC9', 'left row']))
  it('follows its card in what is not typed', () => {
    const card = { agent: 'wax', strength: '3 %' }
    expect(begun({}, card)).toMatchObject({ agent: 'wax', mixed: '3 %' })
    expect(begun({ agent: 'oil', mixed: '1 %' }, card)).toMatchObject({ agent: 'oil', mixed: '1 %' })
  })
  it.each([
    ['none', { by: 'none' }],
    ['shade', { by: 'sun', through: 'shade', cloud: 4 }],
    ['lamp', { by: 'lamp', lamp: 'lamp', watts: 36, distance: 20.5 }],
  ] as const)('in light %s', (lit, light) =>
    expect(begun({ lit, cloud: 4, watts: '36', distance: '20,5' }).light).toEqual(light),
  )
  it('says what was asked of its sort, and no other, before the remarks', () => {
    const answers = { asked: ['to bare metal', ' '], words: 'slow' }
    expect(asked.rust).toHaveLength(2)
    expect(begun({ sort: 'rust', ...answers }).words).toBe('taken off how far: to bare metal; slow')
    expect(begun({ sort: 'whitening', ...answers }).words).toBe('slow')
  })
  it('leaves out what is not there', () =>
    expect(begun({ carried: { badge: 'masked', label: 'not there' } }).carries).toEqual([
      { what: 'badge', is: 'masked' },
    ]))
  it.each([
    ['no place', { on: [], others: ' ' }, ['on']],
    ['words as a temperature', { temperature: 'warm' }, ['temperature']],
    ['a pH that none has', { sort: 'leak', ph: '15' }, ['ph']],
    ['springs that were not counted', { sort: 'springs and caps', counted: 'springs' }, ['counts.0.n']],
    ['a lamp without power', { lit: 'lamp', watts: '0' }, ['light.watts']],
  ] as const)('is refused with %s', (_, more, paths) =>
    expect(refused(more as Partial<BeginForm>)).toEqual(paths),
  )
  it('waits as long as somebody says', () => {
    const wait = (more: Partial<BeginForm>) =>
      waitOf({ ...emptyBegin, ...more }, begun({}), '2026-03-01T10:00:00.000Z')
    expect(wait({})).toBeUndefined()
    expect(wait({ hours: '1,5', every: '20' })).toMatchObject({
      until: '2026-03-01T11:30:00.000Z',
      everyMinutes: 20,
    })
  })
})
