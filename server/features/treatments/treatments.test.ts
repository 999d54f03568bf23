/**
 * Colour measured from photographs that are rendered here, by a path that shares no code with the measurement: plastic and cards as
 * reflectances, light with a slope, the sRGB curve written out again, JPEG. And the routes around it.
 */
import { jpegQuality } from './capture.ts'
import sharp from 'sharp'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { MeasureAnswer, TreatmentsAnswer } from '#api/treatments.ts'
import type { Body } from '#core/history/bodies/index.ts'
import type { EntryId, MachineId } from '#core/ids.ts'
import { dice } from '#core/quantity/dice.ts'
import { ago, draft, send, startHouse, twoMachines, type Agent, type TestHouse } from '../../testing/house.ts'

let house: TestHouse
let steward: Agent
let volunteer: Agent
let machine: MachineId
let minutes = 600

const [width, height] = [1600, 1200]
type Triple = readonly [number, number, number]
/** Linear reflectances, by hand: yellowed and true plastic, neutrals by their L* (CIE 15: Y = ((L + 16)/116)³). */
const yellowed: Triple = [0.58, 0.47, 0.25]
const whole: Triple = [0.8, 0.73, 0.58]
const neutral = (l: number): Triple => {
  const y = ((l + 16) / 116) ** 3
  return [y, y, y]
}
const mix = (share: number): Triple =>
  [0, 1, 2].map((c) => whole[c]! + share * (yellowed[c]! - whole[c]!)) as unknown as Triple

interface Scene {
  readonly share: number
  /** Sd of yellow in streaks, as a share. */
  readonly streaks?: number
  readonly quality?: number
  readonly profile?: string
  /** The left half under a bluer light. */
  readonly blue?: number
}
const boxes = {
  grey1: [0.05, 0.05, 0.1, 0.1],
  grey2: [0.85, 0.05, 0.1, 0.1],
  grey3: [0.05, 0.85, 0.1, 0.1],
  white: [0.2, 0.05, 0.1, 0.1],
  dark: [0.35, 0.05, 0.1, 0.1],
  truth: [0.85, 0.85, 0.1, 0.1],
  patch: [0.1, 0.25, 0.8, 0.5],
} as const

/** What lies on the plastic that is measured. */
const laid: readonly (readonly [keyof typeof boxes, Triple])[] = [
  ...(['grey1', 'grey2', 'grey3'] as const).map((name) => [name, neutral(60)] as const),
  ['white', neutral(95)],
  ['dark', neutral(25)],
  ['truth', whole],
]

/** sRGB (IEC 61966-2-1) written out once more. */
const encode = (v: number) => (v <= 0.0031308 ? 12.92 * v : 1.055 * Math.max(v, 0) ** (1 / 2.4) - 0.055)

async function photograph({ share, streaks = 0, quality = 90, profile, blue = 1 }: Scene): Promise<Buffer> {
  const chance = dice(5)
  const data = Buffer.alloc(width * height * 3)
  const within = (v: number, from: number, size: number) => v >= from && v < from + size
  for (let j = 0; j < height; j++) {
    const y = j / height
    const ground = mix(share + streaks * Math.SQRT2 * Math.sin(2 * Math.PI * 9 * y))
    const row = laid.filter(([name]) => within(y, boxes[name][1], boxes[name][3]))
    for (let i = 0; i < width; i++) {
      const x = i / width
      const light = 0.75 * (1 + 0.3 * (x - 0.5))
      const colour = row.find(([name]) => within(x, boxes[name][0], boxes[name][2]))?.[1] ?? ground
      for (let c = 0; c < 3; c++) {
        const tint = c === 2 && x < 0.5 ? blue : 1
        const v = encode(Math.min(colour[c]! * light * tint, 1)) * 255 + (chance() - 0.5) * 3
        data[(j * width + i) * 3 + c] = Math.min(Math.max(Math.round(v), 0), 255)
      }
    }
  }
  const made = sharp(data, { raw: { width, height, channels: 3 } })
  return (profile ? made.withIccProfile(profile) : made)
    .jpeg({ quality, chromaSubsampling: '4:4:4' })
    .toBuffer()
}

const mark = (role: 'card' | 'true colour' | 'patch', name: keyof typeof boxes, lightness?: number) => {
  const [x, y, w, h] = boxes[name]
  // A little inside, as a person marks it.
  return {
    role,
    name,
    x: x + 0.01,
    y: y + 0.01,
    w: w - 0.02,
    h: h - 0.02,
    ...(lightness ? { lightness } : {}),
  }
}
const marks = [
  mark('card', 'grey1', 60),
  mark('card', 'grey2', 60),
  mark('card', 'grey3', 60),
  mark('card', 'white', 95),
  mark('card', 'dark', 25),
  mark('true colour', 'truth'),
  mark('patch', 'patch'),
]
/** b* of linear sRGB, written out once more: CIE 15 with white from x 0.3127, y 0.3290. */
const bStar = ([r, g, b]: Triple) => {
  const f = (t: number) => (t > 0.008856 ? t ** (1 / 3) : (903.3 * t + 16) / 116)
  const y = 0.2126 * r + 0.7152 * g + 0.0722 * b
  const z = 0.0193 * r + 0.1192 * g + 0.9505 * b
  return 200 * (f(y) - f(z / 1.0891))
}

async function store(picture: Buffer): Promise<EntryId> {
  const stored = await volunteer
    .post(`/api/machines/${machine}/photos`)
    .set('x-anamnesis-token', volunteer.token)
    .attach('photo', picture, 'lid.jpg')
    .expect(201)
  const entry = draft({ kind: 'photo', machine, file: stored.body.file, width, height }, ago(--minutes))
  expect((await send(volunteer, [entry])).body.entries?.[0]).toMatchObject({ became: 'recorded' })
  return entry.id
}
const measure = async (photo: EntryId, by: readonly unknown[] = marks): Promise<MeasureAnswer> =>
  (
    await volunteer
      .post(`/api/machines/${machine}/measure`)
      .set('x-anamnesis-token', volunteer.token)
      .send({ photo, marks: by })
      .expect(200)
  ).body as MeasureAnswer

beforeAll(async () => {
  house = await startHouse()
  steward = await house.as('steward')
  volunteer = await house.as('volunteer')
  machine = (await twoMachines(steward)).machines[0]
})
afterAll(() => house.stop())

describe('a photograph with cards', () => {
  it('gives Δb* as the plastics have it, under a slope of light, from a JPEG', async () => {
    for (const share of [1, 0.5]) {
      const { says } = await measure(await store(await photograph({ share })))
      expect(says.troubles).toEqual([])
      expect(says.neutrals).toBe(3)
      const real = bStar(mix(share)) - bStar(whole)
      expect(Math.abs(says.db!.is - real)).toBeLessThan(1.2)
      expect(says.db!.low).toBeLessThan(real)
      expect(says.db!.high).toBeGreaterThan(real)
    }
  })
  it('of another profile is read by that profile: the same plastic, the same number', async () => {
    // Without loss, so that nothing but the profile differs.
    const taken = await photograph({ share: 1, quality: 98 })
    const plain = await measure(await store(await sharp(taken).png().toBuffer()))
    const wide = await sharp(taken).withIccProfile('p3').png().toBuffer()
    const p3 = await measure(await store(wide))
    expect(Math.abs(p3.says.db!.is - plain.says.db!.is)).toBeLessThan(0.5)
  })
  it('under two lights is refused, and says so; without cards it is a picture and no number', async () => {
    const two = await measure(await store(await photograph({ share: 1, blue: 1.25 })))
    expect(two.says.troubles).toMatchObject([{ why: 'two lights' }])
    expect(two.says.patches).toEqual([])
    const none = await measure(
      await store(await photograph({ share: 1 })),
      marks.filter((m) => m.role !== 'card'),
    )
    expect(none.says.troubles).toMatchObject([{ why: 'no card' }])
  })
  it('tells streaks, and which way they run', async () => {
    const { cells } = await measure(await store(await photograph({ share: 0.6, streaks: 0.15 })))
    expect(cells).toMatchObject({ across: 48 })
    const { says } = await measure(await store(await photograph({ share: 0.6 })))
    expect(says.patches).toHaveLength(1)
  })
})

describe('the file itself', () => {
  const plain = async () => sharp(await photograph({ share: 1, quality: 98 }))
  it('that names its camera and was not pressed again is believed; by each table its quality is read', async () => {
    const exif = { IFD0: { Make: 'Invented', Model: 'Eye 3' } }
    for (const quality of [60, 75, 85, 95]) {
      const bytes = await (await plain()).withExif(exif).jpeg({ quality }).toBuffer()
      expect(Math.abs(jpegQuality(bytes)! - quality)).toBeLessThanOrEqual(1)
      const { capture } = await measure(await store(bytes))
      expect(capture.map((t) => t.why)).toEqual([...(quality < 80 ? ['recompressed'] : []), 'small'])
    }
  })
  it('that names none is warned of; without loss, its size alone counts', async () => {
    const { capture } = await measure(await store(await photograph({ share: 1 })))
    expect(capture.map((t) => t.why)).toEqual(['small', 'no camera named'])
    const png = await measure(await store(await (await plain()).png().toBuffer()))
    expect(png.capture.map((t) => t.why)).toEqual(['small'])
  })
  it('of a sort that cannot be read is refused with the way on', async () => {
    const heic = Buffer.concat([
      Buffer.from([0, 0, 0, 24]),
      Buffer.from('ftypheic0000mif1heic'),
      Buffer.alloc(64),
    ])
    const answer = await volunteer
      .post(`/api/machines/${machine}/photos`)
      .set('x-anamnesis-token', volunteer.token)
      .attach('photo', heic, 'lid.heic')
    expect(answer.status).toBe(415)
    expect(answer.body.detail).toContain('choose JPEG')
  })
  it('of a camera check is measured and kept nowhere', async () => {
    const answer = await volunteer
      .post('/api/camera/measure')
      .set('x-anamnesis-token', volunteer.token)
      .field('marks', JSON.stringify(marks))
      .attach('photo', await (await plain()).png().toBuffer(), 'check.png')
    expect([answer.status, answer.body.detail]).toEqual([200, undefined])
    expect(answer.body.marks).toHaveLength(marks.length)
    const none = await volunteer
      .post('/api/camera/measure')
      .set('x-anamnesis-token', volunteer.token)
      .field('marks', '[oh')
      .attach('photo', Buffer.from('no picture'), 'check.png')
    expect(none.status).toBe(400)
  })
})

describe('a zone over time', () => {
  it('says how much yellow is left and whether it got uneven', async () => {
    for (const scene of [{ share: 1 }, { share: 0.4, streaks: 0.2 }]) {
      const photo = await store(await photograph(scene))
      const read = await measure(photo)
      const body: Body = {
        kind: 'colour',
        machine,
        zone: 'lid',
        photo,
        file: read.file,
        version: read.version,
        marks: read.marks,
        ...(read.cells ? { cells: read.cells } : {}),
      }
      const entry = draft(body, ago(--minutes))
      expect((await send(volunteer, [entry])).body.entries?.[0]).toMatchObject({ became: 'recorded' })
    }
    const { yellow, lastMarks } = (await volunteer.get(`/api/machines/${machine}/treatments`).expect(200))
      .body as TreatmentsAnswer
    const [lid] = yellow
    expect(lid?.colours).toHaveLength(2)
    const last = lid?.colours.at(-1)
    const real = (bStar(mix(0.4)) - bStar(whole)) / (bStar(mix(1)) - bStar(whole))
    expect(Math.abs(last!.share!.is - real)).toBeLessThan(0.08)
    expect(last).toMatchObject({ evenness: 'more uneven' })
    expect(last!.streaks!.coherence).toBeGreaterThan(0.8)
    expect(Math.min(last!.streaks!.direction, 180 - last!.streaks!.direction)).toBeLessThan(6)
    // The next time the same places are proposed.
    expect(lastMarks['lid']).toHaveLength(marks.length)
    // Two photographs are no course yet.
    expect(lid?.outlook).toBeUndefined()
  })
})

describe('the position of the house', () => {
  it('is a steward’s to give, within the earth', async () => {
    const put = (agent: Agent, body: object) =>
      agent.put('/api/house/position').set('x-anamnesis-token', agent.token).send(body)
    await put(volunteer, { latitude: 59.3, longitude: 5.2 }).expect(403)
    await put(steward, { latitude: 95, longitude: 5.2 }).expect(400)
    await put(steward, { latitude: 59.3, longitude: 5.2 }).expect(204)
    expect((await volunteer.get('/api/house/position').expect(200)).body).toEqual({
      position: { latitude: 59.3, longitude: 5.2 },
    })
  })
  it('gives a treatment that runs its light, and it stands on Bench for all', async () => {
    const begun = draft(
      {
        kind: 'treatment',
        what: 'begun',
        machine,
        sort: 'whitening',
        on: ['lid'],
        cover: 'none',
        light: { by: 'sun', through: 'open', cloud: 0 },
        trial: false,
        carries: [],
        counts: [],
      },
      ago(60),
    )
    await send(volunteer, [begun])
    const { treating } = (await volunteer.get('/api/treating').expect(200)).body
    expect(treating).toMatchObject([
      { machine, course: { minutes: expect.any(Number), dose: { uvHours: expect.any(Number) } } },
    ])
    const ended = draft(
      {
        kind: 'treatment',
        what: 'ended',
        machine,
        treatment: begun.id,
        verdicts: [{ on: 'lid', is: 'better' }],
        beside: [],
        counts: [],
      },
      ago(1),
    )
    await send(volunteer, [ended])
    expect((await volunteer.get('/api/treating').expect(200)).body.treating).toEqual([])
  })
})
