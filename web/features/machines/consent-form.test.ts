/** What an owner says, as typed, is an answer that the kind’s schema takes, for no more positions than were named. */
import { describe, expect, it } from 'vitest'
import { consentBody } from '#core/history/bodies/consent.ts'
import { numberedId } from '#core/testing/script.ts'
import type { MachineId, PartyId } from '#core/ids.ts'
import { consentOf, type ConsentForm } from './consent-form.ts'

const machine = numberedId<MachineId>(4, 1)
const base: ConsentForm = {
  by: numberedId<PartyId>(4, 2),
  ...{ given: 'agrees', to: 'opening', positions: '', until: '', words: ' by letter ' },
}
const said = (more: Partial<ConsentForm>) => consentOf({ ...base, ...more }, machine, 'Europe/Oslo')

describe('an owner’s answer', () => {
  it.each<[string, Partial<ConsentForm>, object]>([
    ['for everything', {}, { given: true, positions: undefined, until: undefined, words: 'by letter' }],
    ['refused', { given: 'does not agree' }, { given: false }],
    ['for a range', { positions: 'C3-C5, IC2' }, { positions: ['C3', 'C4', 'C5', 'IC2'] }],
    ['for named things', { positions: 'the lid, left key row' }, { positions: ['the lid', 'left key row'] }],
    ['until the end of a day there', { until: '2027-01-31' }, { until: '2027-01-31T22:59:59.999Z' }],
  ])('%s', (_, more, expected) => {
    const body = said(more)
    expect(body).toMatchObject(expected)
    expect(consentBody.safeParse(body).error).toBeUndefined()
  })
  it('is refused by the schema while nobody is chosen, at whose word it is', () =>
    expect(consentBody.safeParse(said({ by: '' })).error?.issues[0]?.path).toEqual(['by']))
})
