/** What photographs say over time: repeats, what came back, light that was learned, warm and cool sessions, pieces. Worked by hand. */
import { describe, expect, it } from 'vitest'
import { labOf, luminanceOf, xyzOf, type Rgb } from '#core/colour/spaces.ts'
import type { BodyOf } from '#core/history/bodies/index.ts'
import type { EntryId, GearId } from '#core/ids.ts'
import { numberedId } from '#core/testing/script.ts'
import { home, twoTerminals } from '#core/testing/terminal.ts'
import { meantAgainst, openFindings, ringing, waitName } from './after.ts'
import { camerasOf } from './cameras.ts'
import { coursesOf, doseOn } from './course.ts'
import { learnedLights } from './learned.ts'
import { houseVerdicts } from './verdicts.ts'
import { typedTreatments } from './typed.ts'
import { yellowOfZones } from './yellow.ts'

const here = { latitude: 55.68, longitude: 12.57 }
type Begun = Extract<BodyOf<'treatment'>, { what: 'begun' }>

/** Linear light of a surface of middle lightness with that b*, found by halving. */
function rgbOf(b: number): Rgb {
  let [low, high] = [0.01, 0.9]
  for (let n = 0; n < 60; n++) {
    const blue = (low + high) / 2
    if (labOf(xyzOf([0.4, 0.4, blue]))[2] > b) low = blue
    else high = blue
  }
  return [0.4, 0.4, (low + high) / 2]
}
const region = { w: 0.1, h: 0.1, sd: [0.01, 0.01, 0.01] as Rgb, pixels: 5000, clipped: 0 }
const card = (name: string, lightness: number, x: number, y: number) => {
  const v = luminanceOf(lightness)
  return { role: 'card' as const, name, lightness, x, y, ...region, mean: [v, v, v] as Rgb }
}
const cards = [
  card('white', 95, 0, 0),
  card('dark', 25, 0.2, 0),
  card('grey', 60, 0.4, 0),
  card('grey', 60, 0, 0.8),
  card('grey', 60, 0.8, 0.4),
]
const truth = { role: 'true colour' as const, name: 'label', x: 0.5, y: 0.5, ...region, mean: rgbOf(4) }

function scene() {
  const { t } = twoTerminals('2027-03-01T12:00:00.000Z')
  t.told('2026-05-01T09:00:00.000Z', {
    kind: 'rule',
    what: 'policy',
    key: 'whitening',
    option: 'cream open, brushed',
    reason: '',
  })
  const measure = (
    at: string,
    db: number,
    more: { camera?: GearId; bare?: boolean; zone?: string; untreated?: number } = {},
  ) =>
    t.told(at, {
      kind: 'colour',
      machine: home,
      zone: more.zone ?? 'lid',
      photo: numberedId<EntryId>(1, 9),
      file: 'a'.repeat(64),
      version: 1,
      ...(more.camera ? { camera: more.camera } : {}),
      marks: [
        ...cards,
        ...(more.bare ? [] : [truth]),
        ...(more.untreated === undefined
          ? []
          : [{ ...truth, role: 'untreated piece' as const, name: 'spare', mean: rgbOf(4 + more.untreated) }]),
        { role: 'patch', name: 'middle', x: 0.3, y: 0.3, ...region, mean: rgbOf(4 + db) },
      ] as BodyOf<'colour'>['marks'],
    })
  const session = (from: string, to: string, more: Partial<Begun> = {}): EntryId => {
    const { id } = t.told(from, {
      kind: 'treatment',
      what: 'begun',
      machine: home,
      sort: 'whitening',
      on: ['lid'],
      agent: 'peroxide cream',
      cover: 'film',
      light: { by: 'sun', through: 'open', cloud: 0 },
      trial: false,
      carries: [],
      counts: [],
      ...more,
    })
    t.told(to, {
      kind: 'treatment',
      what: 'ended',
      machine: home,
      treatment: id,
      verdicts: [{ on: 'lid', is: 'better' }],
      beside: [],
      counts: [],
    })
    return id
  }
  const machine = () => t.world().machines.get(home)!
  const lid = () =>
    yellowOfZones(machine(), t.world().now, here, {
      learned: learnedLights(t.world()),
      cameras: camerasOf(t.world()),
    }).find((z) => z.zone === 'lid')!
  return { t, measure, session, machine, lid }
}

describe('two shots of one sitting', () => {
  it('are told together, with a range that holds both; two of different days are not', () => {
    const { measure, lid } = scene()
    measure('2026-06-01T10:00:00.000Z', 12)
    measure('2026-06-01T10:10:00.000Z', 9)
    const [first, second] = lid().colours
    expect(second?.turned?.apart).toBeCloseTo(3, 1)
    expect(second?.db?.is).toBeCloseTo(10.5, 1)
    expect(second!.db!.high - second!.db!.low).toBeGreaterThanOrEqual(2 * 2.9)
    expect(first?.db?.is).toBeCloseTo(12, 1)
    measure('2026-06-03T10:00:00.000Z', 9)
    expect(lid().colours[2]?.turned).toBeUndefined()
    // Too far apart for one sitting: something was done that nobody wrote down.
    measure('2026-06-03T10:20:00.000Z', 2)
    expect(lid().colours[3]?.turned).toBeUndefined()
  })
})

describe('without a place of true colour', () => {
  it('only the change against the first photograph is told', () => {
    const { measure, lid } = scene()
    measure('2026-06-01T10:00:00.000Z', 12, { bare: true })
    measure('2026-06-05T10:00:00.000Z', 7, { bare: true })
    const last = lid().colours.at(-1)
    expect(last?.db).toBeUndefined()
    expect(last?.change?.is).toBeCloseTo(-5, 1)
    expect(last!.change!.high).toBeLessThan(0)
  })
})

describe('an untreated piece in the picture', () => {
  it('gives the share by itself, from the first photograph on, and a narrower one', () => {
    const { measure, lid } = scene()
    measure('2026-06-01T10:00:00.000Z', 12)
    measure('2026-06-05T10:00:00.000Z', 6, { untreated: 15 })
    const [, with_] = lid().colours
    expect(with_).toMatchObject({ shareBy: 'an untreated piece' })
    expect(with_?.share?.is).toBeCloseTo(0.4, 1)
    measure('2026-06-09T10:00:00.000Z', 6)
    const last = lid().colours.at(-1)
    expect(last).toMatchObject({ shareBy: 'the first photograph' })
    expect(with_!.share!.high - with_!.share!.low).toBeLessThan(last!.share!.high - last!.share!.low)
  })
})

describe('what comes back', () => {
  it('is told from the first photograph after the last session on, and sets the next look', () => {
    const { measure, session, lid } = scene()
    measure('2026-06-01T10:00:00.000Z', 14)
    session('2026-06-02T08:00:00.000Z', '2026-06-02T14:00:00.000Z')
    measure('2026-06-03T10:00:00.000Z', 5)
    // Nothing was measured twice since: half a year is the house's rule.
    expect(lid()).toMatchObject({ back: undefined, lookAgain: '2026-12-01' })
    measure('2026-09-11T10:00:00.000Z', 9)
    expect(lid().back).toMatchObject({ days: 100 })
    expect(lid().back?.rise.is).toBeCloseTo(4, 1)
    // One step that an eye sees comes back in a quarter of that time.
    expect(lid().lookAgain).toBe('2026-10-06')
  })
})

describe('light that no index knows', () => {
  const lamp = { light: { by: 'lamp' as const, lamp: 'Tube' } }
  it('is worth nothing until a trial piece told, and then as much as it took away', () => {
    const { t, measure, session, machine } = scene()
    session('2026-06-02T08:00:00.000Z', '2026-06-02T14:00:00.000Z', lamp)
    const dose = () => coursesOf(machine(), t.world().now, here, learnedLights(t.world())).at(-1)?.dose
    expect(dose()).toEqual({ none: 'a lamp' })
    measure('2026-06-10T08:00:00.000Z', 12, { zone: 'piece' })
    session('2026-06-10T09:00:00.000Z', '2026-06-10T19:00:00.000Z', { ...lamp, on: ['piece'], trial: true })
    measure('2026-06-11T08:00:00.000Z', 6, { zone: 'piece' })
    // Half gone in ten hours: ln 2 / 0.12 = 5.8 UV-hours, 0.58 an hour.
    expect(learnedLights(t.world()).get('lamp tube')).toMatchObject({ trials: 1 })
    expect(learnedLights(t.world()).get('lamp tube')?.anHour).toBeCloseTo(0.578, 1)
    expect(dose()).toMatchObject({ learned: true })
    expect((dose() as { uvHours: number }).uvHours).toBeCloseTo(6 * 0.578, 0)
  })
})

describe('warm and cool sessions', () => {
  it('are told apart only where there were both, and warm ones promise more where they did more', () => {
    const { measure, session, lid } = scene()
    const day = (n: number, temperature: number) =>
      session(`2026-06-${n}T09:00:00.000Z`, `2026-06-${n}T09:40:00.000Z`, { temperature })
    measure('2026-06-01T10:00:00.000Z', 20)
    day(10, 18)
    measure('2026-06-10T18:00:00.000Z', 18)
    day(12, 18)
    measure('2026-06-12T18:00:00.000Z', 16.2)
    expect(lid().otherwise).toBeUndefined()
    day(14, 38)
    measure('2026-06-14T18:00:00.000Z', 9.5)
    day(16, 38)
    measure('2026-06-16T18:00:00.000Z', 5.6)
    const { outlook, otherwise } = lid()
    expect(otherwise?.warm).toBe(false)
    expect(outlook!.gain.middle).toBeGreaterThan(1.4 * otherwise!.outlook.gain.middle)
  })
})

describe('pieces treated at once', () => {
  it('each get what they got until they came out', () => {
    const { t, machine } = scene()
    const { id } = t.told('2026-06-21T08:00:00.000Z', {
      kind: 'treatment',
      what: 'begun',
      machine: home,
      sort: 'whitening',
      on: ['lid', 'base'],
      cover: 'open',
      light: { by: 'sun', through: 'open', cloud: 0 },
      trial: false,
      carries: [],
      counts: [],
    })
    t.told('2026-06-21T10:00:00.000Z', {
      kind: 'treatment',
      what: 'happened',
      machine: home,
      treatment: id,
      did: { did: 'took out', piece: 'base' },
    })
    t.told('2026-06-21T14:00:00.000Z', {
      kind: 'treatment',
      what: 'ended',
      machine: home,
      treatment: id,
      verdicts: [],
      beside: [],
      counts: [],
    })
    const [course] = coursesOf(machine(), t.world().now, here)
    expect(course?.early).toMatchObject([{ on: 'base', minutes: 120 }])
    const of = (place: string) => (doseOn(course!, place) as { uvHours: number }).uvHours
    expect(of('lid')).toBeGreaterThan(2 * of('base'))
    expect(of('Base')).toBeGreaterThan(5)
  })
})

describe('a camera that the house has checked', () => {
  it('gives its own ranges to what it took with as many cards or more, and to nothing else', () => {
    const { t, measure, lid } = scene()
    const phone = numberedId<GearId>(4, 5)
    t.told('2026-05-01T09:00:00.000Z', {
      kind: 'gear',
      what: 'identified',
      gear: phone,
      name: 'workshop phone',
      gearKind: 'camera',
      attributes: {},
    })
    measure('2026-06-01T10:00:00.000Z', 12, { camera: phone })
    const width = () => lid().colours.map((c) => c.db!.high - c.db!.low)
    const [before] = width()
    t.told('2026-06-02T09:00:00.000Z', {
      kind: 'gear',
      what: 'proved',
      gear: phone,
      camera: {
        neutrals: 3,
        chips: Array.from({ length: 8 }, (_, i) => ({
          name: `chip ${i}`,
          known: [70, 0, 4 * i] as [number, number, number],
          read: [70, 0, 4 * i] as [number, number, number],
        })),
      },
    })
    measure('2026-06-05T10:00:00.000Z', 12)
    const [by, other] = lid().colours
    expect(by?.by.checked).toMatchObject({ camera: 'workshop phone' })
    expect(width()[0]).toBeLessThan(before! / 3)
    expect(other?.by.checked).toBeUndefined()
  })
})

describe('the end of a treatment', () => {
  it('finds what it was meant against at that place, and the wait that began with it', () => {
    const { t, machine } = scene()
    const note = (zone: string, sort: 'yellowing' | 'rust') =>
      t.told('2026-06-01T09:00:00.000Z', {
        kind: 'finding',
        what: 'noted',
        machine: home,
        zone,
        sort,
        severity: 'disfigures',
        activity: 'not judged',
        danger: 'none',
        contained: false,
        loaded: false,
        hypothesis: false,
      }).id
    const yellow = note('Lid', 'yellowing')
    note('lid', 'rust')
    note('base', 'yellowing')
    const open = () => openFindings(machine())
    expect(meantAgainst(open(), 'whitening', 'lid').map((f) => f.id)).toEqual([yellow])
    t.told('2026-06-02T09:00:00.000Z', {
      kind: 'finding',
      what: 'seen again',
      machine: home,
      finding: yellow,
      change: 'gone',
    })
    expect(meantAgainst(open(), 'whitening', 'lid')).toEqual([])
    const begun = { sort: 'whitening' as const, on: ['lid', 'base'] }
    t.told('2027-03-01T11:00:00.000Z', {
      kind: 'wait',
      machine: home,
      what: waitName(begun),
      until: '2027-03-01T15:00:00.000Z',
    })
    expect(ringing(t.world(), machine(), begun)).toHaveLength(1)
    expect(ringing(t.world(), machine(), { ...begun, on: ['lid'] })).toEqual([])
  })
})

describe('a treatment written as a line', () => {
  it('stands in the history of its place, and makes every dose there unknown', () => {
    const { t, measure, session, machine, lid } = scene()
    for (const [day, db] of [
      ['01', 14],
      ['05', 9],
      ['09', 6],
    ] as const) {
      measure(`2026-06-${day}T10:00:00.000Z`, db)
      session(`2026-06-${day}T12:00:00.000Z`, `2026-06-${day}T13:00:00.000Z`)
    }
    const outlookWith = (typed: ReturnType<typeof typedTreatments>) =>
      yellowOfZones(machine(), t.world().now, here, { typed })[0]?.outlook
    expect(lid().outlook).toBeDefined()
    t.told('2026-06-10T09:00:00.000Z', {
      kind: 'change',
      machine: home,
      target: { sort: 'surface', name: 'lid' },
      verb: 'whitened',
      reach: 'outside',
      words: 'a day on the roof',
    })
    const typed = typedTreatments(t.world(), machine())
    expect(typed).toMatchObject([{ sort: 'whitening', on: 'lid', words: 'a day on the roof' }])
    expect(outlookWith([])).toBeDefined()
    expect(outlookWith(typed)).toBeUndefined()
  })
})

describe('what the house found', () => {
  it('tells the share of the yellow that went for each UV-hour, where it was measured before and after', () => {
    const { t, measure, session } = scene()
    measure('2026-06-01T10:00:00.000Z', 12)
    session('2026-06-21T08:00:00.000Z', '2026-06-21T14:00:00.000Z')
    measure('2026-06-22T10:00:00.000Z', 6)
    const [row] = houseVerdicts(t.world(), here)
    // Half of it in about 43 UV-hours.
    expect(row?.gone?.n).toBe(1)
    expect(row!.gone!.anHour).toBeCloseTo(0.5 / 43, 3)
  })
})
