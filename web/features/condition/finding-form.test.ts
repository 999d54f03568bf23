/** A finding as it is said is one that the kind's schema takes, with nothing in it that was not said. */
import { describe, expect, it } from 'vitest'
import { findingBody, surveyBody } from '#core/history/bodies/condition.ts'
import type { EntryId, MachineId } from '#core/ids.ts'
import { findingUnsaid, findingWritings, type FindingSaid } from './finding-form.ts'

const machine = '00000001-0000-7000-8000-000000000021' as MachineId
const survey = '00000001-0000-7000-8000-000000000022' as EntryId
const said = (more: Partial<FindingSaid> = {}): FindingSaid => ({
  ...findingUnsaid,
  contained: false,
  loaded: false,
  hypothesis: false,
  ...more,
})
const untouched = { zone: 'lid', now: 'not looked at' } as never

describe('noting a finding', () => {
  it('with nothing but its kind says nothing else of it', () => {
    const [only, ...more] = findingWritings(machine, untouched, undefined, said({ sort: 'crack' }))
    expect(more).toEqual([])
    expect(only?.basis).toBe('seen')
    expect(findingBody.safeParse(only?.body).error).toBeUndefined()
    for (const name of ['place', 'words', 'extentPercent', 'newSince', 'survey'])
      expect(only?.body).not.toHaveProperty(name)
  })
  it('keeps place, words and extent as said, without the spaces around them', () => {
    const [only] = findingWritings(
      machine,
      untouched,
      undefined,
      said({ place: ' hinge ', words: ' hairline ', extent: ' 15 ', newSince: survey, basis: 'told' }),
    )
    expect(only).toMatchObject({
      basis: 'told',
      body: { place: 'hinge', words: 'hairline', extentPercent: 15, newSince: survey },
    })
    expect(findingBody.safeParse(only?.body).error).toBeUndefined()
  })
  it('in an open survey says that its zone was examined, once', () => {
    const first = findingWritings(machine, untouched, survey, said())
    expect(first.map((w) => w.body.kind)).toEqual(['finding', 'survey'])
    expect(surveyBody.safeParse(first[1]?.body).error).toBeUndefined()
    expect(first[1]?.body).toMatchObject({ survey, zone: 'lid', is: 'has findings' })
    const again = findingWritings(machine, { zone: 'lid', now: 'has findings' } as never, survey, said())
    expect(again.map((w) => w.body)).toEqual([expect.objectContaining({ kind: 'finding', survey })])
  })
})
