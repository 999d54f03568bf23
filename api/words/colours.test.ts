/** What is said of colour and treatments: truthful about ranges, never a time of day, never that something is safe. */
import { checkCamera } from '#core/colour/camera.ts'
import { describe, expect, it } from 'vitest'
import type { Outlook } from '#core/colour/exposure.ts'
import {
  backWords,
  bestWords,
  cameraCheckWords,
  captureWords,
  cardsWords,
  checkTroubleWords,
  checkWords,
  colourEntry,
  outlookWords,
  shareWords,
  standWords,
  troubleWords,
  yellowWords,
} from './colours.ts'
import { barWords, courseWords, doseWords, treatmentEntry } from './treatments.ts'

const range = (low: number, middle: number, high: number) => ({ low, middle, high })
const outlook = (more: Partial<Outlook> = {}): Outlook => ({
  after: range(2, 3, 4),
  gain: range(2, 3, 5),
  notYellowing: 0.05,
  until: range(10, 20, 40),
  ...more,
})
const last = { is: 6, low: 4.5, high: 7.5 }
const said = (more: Partial<Outlook>, of = last, neutrals = 3) =>
  outlookWords(outlook(more), of, neutrals).join(' ')

describe('whether to go on', () => {
  it('is said with its range, and with what it rests on', () => {
    const words = said({})
    expect(words).toContain(
      'Another such session takes 2.0 to 5.0 of the yellow (Δb*) off, if it goes on as it did; then 2.0 to 4.0 is left.',
    )
    expect(words).toContain('That can be seen.')
    expect(words).toContain('after 10 to 40 more UV-hours')
    expect(words).toContain('A guess with a range')
    expect(words).not.toMatch(/\d\d:\d\d|safe/)
  })
  it('stops past the true colour, and near it asks for a look', () => {
    expect(outlookWords(outlook(), { is: -2, low: -3, high: -1 }, 3)).toEqual([
      'It is past its true colour: stop.',
    ])
    expect(said({}, { is: 0.4, low: -0.5, high: 1.3 })).toContain('a short session at most, then look')
  })
  it('says what nobody would see, what may not show, and what is no yellowing', () => {
    expect(said({ gain: range(0.1, 0.4, 0.8) })).toContain('hardly worth it')
    expect(said({ gain: range(0.5, 1, 2) })).toContain('it may not show')
    expect(said({ notYellowing: 0.95 })).toContain('it is not yellowing')
    expect(said({ until: { low: 30, middle: null, high: null } })).toContain('perhaps never')
    expect(said({ until: { low: null, middle: null, high: null } })).toContain('It may never come')
    expect(said({ until: range(0, 2, 5) })).toContain('already')
    expect(said({}, last, 1)).toContain('With fewer than three cards')
  })
})

describe('numbers', () => {
  it('stand with their ranges, the share of yellow first', () => {
    expect(shareWords({ is: 0.35, low: 0.28, high: 0.42 })).toBe('35 % (28 to 42)')
    expect(yellowWords({ is: 11.66, low: 9.2, high: 14.15 })).toBe('11.7 (9.2 to 14.2)')
    const base = { id: 'x', at: '', photo: 'p', neutrals: 3, troubles: [], dose: 0 } as never
    const colour = (more: object) => ({ ...(base as object), patches: [{}], db: last, ...more }) as never
    expect(standWords([colour({}), colour({ share: { is: 0.35, low: 0.28, high: 0.42 } })])).toBe(
      'Share of yellow left 35 % (28 to 42).',
    )
    expect(standWords([colour({})])).toContain('Δb* 6.0')
    expect(standWords([colour({ db: undefined })])).toContain('No place of true colour is marked')
    expect(standWords([colour({ patches: [] })])).toContain('gives no number')
    expect(standWords([])).toBe('')
  })
  it('say by which cards they came', () => {
    expect(cardsWords(1)).toContain('±30 %')
    expect(cardsWords(2)).toContain('±18 %')
    expect(cardsWords(3)).toContain('contrast is seen')
  })
  it('that cannot be said say why, and what to do', () => {
    expect(troubleWords({ why: 'no card' })).toContain('gives no number')
    expect(troubleWords({ why: 'clipped', name: 'lid', share: 0.05 })).toContain('5 %')
    expect(troubleWords({ why: 'too few pixels', name: 'lid', pixels: 80 })).toContain('80 pixels')
    expect(troubleWords({ why: 'beyond the cards', name: 'lid' })).toContain('card beside it')
    expect(troubleWords({ why: 'two lights', apart: 0.23 })).toContain('two lights')
    expect(troubleWords({ why: 'shadow', off: 0.17 })).toContain('shadow')
  })
})

describe('treatments in words', () => {
  it('say what bars them, and the way on', () => {
    expect(barWords({ why: 'never together', about: ['acid', 'peroxide'] })).toContain('must never meet')
    expect(barWords({ why: 'sealed', about: ['peroxide'] })).toContain('never seal it')
    expect(barWords({ why: 'house rule', about: ['whitening'] })).toContain('Give the reason')
    expect(barWords({ why: 'owner', about: ['An owner'] })).toContain('An owner has not agreed')
    expect(barWords({ why: 'material', about: ['badge'] })).toContain('take it off or mask it')
  })
  it('name the light they got, or why nobody knows it', () => {
    expect(doseWords({ dose: { uvHours: 4.26 } })).toBe('4.3 UV-hours')
    expect(doseWords({ dose: { uvHours: 43.1 } })).toBe('43 UV-hours')
    for (const none of ['a lamp', 'glass or shade', 'no position of the house'] as const)
      expect(doseWords({ dose: { none } })).toContain('not known')
    expect(
      courseWords({
        body: {
          agent: 'cream',
          mixed: '6 %',
          cover: 'film',
          light: { by: 'lamp', lamp: 'UV tube', watts: 20, distance: 30 },
          temperature: 28,
        } as never,
        minutes: 90,
        dose: { none: 'a lamp' },
      }),
    ).toBe(
      'Cream, mixed to 6 %, under film, UV tube, 20 W, at 30 cm, 28 °C, 1 h 30 min, dose not known: a lamp has a factor of its own, learned on a trial piece',
    )
  })
  it('stand in the log as they were', () => {
    const treatment = 'x' as never
    const machine = 'm' as never
    expect(
      treatmentEntry({
        kind: 'treatment',
        what: 'begun',
        machine,
        sort: 'leak',
        on: ['supply'],
        agent: 'citric acid',
        cover: 'none',
        light: { by: 'none' },
        trial: true,
        carries: [],
        counts: [],
        ph: 10,
      }).what,
    ).toBe('trial of leak begun on supply: citric acid, no cover, no light, pH 10')
    const did = (it: never) =>
      treatmentEntry({ kind: 'treatment', what: 'happened', machine, treatment, did: it }).what
    expect(did({ did: 'rinsed', water: 'deionised water' } as never)).toBe(
      'treatment: rinsed with deionised water',
    )
    expect(did({ did: 'read the pH', ph: 7 } as never)).toBe('treatment: pH 7')
    expect(did({ did: 'saw the cloud', cloud: 6 } as never)).toBe('treatment: cloud 6 of 8')
    expect(did({ did: 'brushed' } as never)).toBe('treatment: brushed')
    expect(
      treatmentEntry({
        kind: 'treatment',
        what: 'ended',
        machine,
        treatment,
        verdicts: [{ on: 'lid', is: 'worse', words: 'streaks' }],
        beside: [{ what: 'badge', is: 'harmed' }],
        counts: [],
        recheck: '2026-06-30',
      }).what,
    ).toBe('treatment ended: lid worse (streaks); harmed: badge; look again on 30 Jun 2026')
    expect(
      colourEntry({
        zone: 'lid',
        marks: [
          { role: 'card', name: 'grey' },
          { role: 'patch', name: 'middle' },
        ],
      } as never).what,
    ).toBe('colour of lid measured on a photograph: middle, by 1 card')
  })
})

describe('a checked camera', () => {
  const check = checkCamera(
    Array.from({ length: 8 }, (_, i) => ({
      name: `chip ${i + 1}`,
      known: [70, 0, 4 * i] as const,
      read: [70, 0, 4.4 * i] as const,
    })),
    3,
  )
  it('is told by how much it exaggerates, and what its ranges become', () => {
    if ('why' in check) throw new Error(check.why)
    const lines = cameraCheckWords(check).join(' ')
    expect(lines).toContain('10 % too strong (8 chips)')
    expect(lines).toContain('±20 %')
    expect(checkTroubleWords({ why: 'too few chips' })).toContain('at least 6 chips')
  })
  it('stands with the numbers that it took, and nothing stands with others', () => {
    const by = { contrast: 0.1, floor: 0.5 }
    expect(checkWords(by, 'Europe/Oslo')).toBe('')
    expect(
      checkWords({ ...by, checked: { camera: 'the phone', at: '2026-06-02T09:00:00.000Z' } }, 'Europe/Oslo'),
    ).toBe('Ranges by this house’s check of the phone on 2 Jun 2026: ±20 % and ±1.0.')
  })
})

describe('what came back', () => {
  it('is told as measured, or as not measured yet, with when to look', () => {
    expect(backWords({ lookAgain: '2026-12-01' })).toBe(
      'It may come back, in the dark too; this house has measured: nothing yet. Measure it again about 1 Dec 2026.',
    )
    expect(backWords({ back: { rise: { is: 2, low: 0.5, high: 3.5 }, days: 100 } })).toContain(
      'came back by 2.0 (0.5 to 3.5)',
    )
    expect(backWords({ back: { rise: { is: 0.4, low: -1, high: 1.8 }, days: 100 } })).toContain(
      'Nothing that a photograph can see',
    )
  })
})

describe('what did best here', () => {
  it('is told with how often it was measured, and how often it got uneven', () => {
    const verdict = {
      sort: 'whitening',
      method: 'peroxide cream',
      material: 'ABS',
      cover: 'open',
      n: 2,
      better: 2,
      worse: 0,
    } as const
    expect(bestWords({ ...verdict, gone: { anHour: 0.0153, n: 2 }, uneven: { n: 1, of: 2 } })).toBe(
      'Best here on ABS: peroxide cream, open, brushed; 1.5 % of the yellow an UV-hour, measured 2 times; more uneven 1 of 2.',
    )
    expect(bestWords(verdict)).toBe('')
  })
})

describe('the file of a photograph', () => {
  it('is refused or warned of with the way on', () => {
    expect(captureWords({ why: 'recompressed', quality: 71 })).toContain('quality 71; at least 80')
    for (const trouble of [{ why: 'small', megapixels: 0.9 }, { why: 'no camera named' }] as const)
      expect(captureWords(trouble)).toContain('Send the file')
    expect(troubleWords({ why: 'cards out of order', light: 95, dark: 25 })).toContain(
      'are the marks where the cards are?',
    )
  })
})
