import { describe, expect, it } from 'vitest'
import { peopleSentence, termWords, typesSentence } from './people.ts'

const now = '2026-03-02T10:00:00.000Z'
const person = (name: string, authority?: string, until?: string, active = true) => ({
  name,
  active,
  authorisations: authority ? [{ authority, ...(until ? { until } : {}) }] : [],
})

describe('the first sentence of People', () => {
  it('says how many work here and who may switch on', () => {
    expect(
      peopleSentence(
        [person('Ada', 'switch on'), person('Bo', 'mains'), person('Cy', 'switch on', '2027-01-01')],
        now,
      ),
    ).toBe('3 people work here; 2 may switch a machine on: Ada and Cy.')
    expect(peopleSentence([person('Ada', 'switch on')], now)).toBe(
      '1 person works here; 1 may switch a machine on: Ada.',
    )
  })
  it('counts neither a closed account nor an authorisation that has ended', () => {
    expect(
      peopleSentence(
        [person('Ada', 'switch on', '2026-01-01'), person('Bo', 'switch on', undefined, false)],
        now,
      ),
    ).toBe('1 person works here; no person is recorded as authorised to switch a machine on.')
  })
})

describe('how long an authorisation holds', () => {
  const short = (at: string) => at.slice(0, 10)
  it.each([
    [{ since: '2025-10-06' }, 'since 2025-10-06'],
    [{ since: '2025-10-06', until: '2027-06-18' }, 'since 2025-10-06 until 2027-06-18'],
    [{ since: '2025-10-06', until: '2026-01-10' }, 'ended 2026-01-10'],
  ])('%o: %s', (term, words) => expect(termWords(term, now, short)).toBe(words))
})

describe('the first sentence of Types', () => {
  it('says what the sheets describe, and where a hazard may be missing', () => {
    expect(typesSentence([{ machines: 4, hazards: ['mains'] }])).toBe('1 type sheet describes 4 machines.')
    expect(
      typesSentence([
        { machines: 4, hazards: ['mains'] },
        { machines: 1, hazards: [] },
      ]),
    ).toBe('2 type sheets describe 5 machines; 1 sheet names no hazard.')
  })
})
