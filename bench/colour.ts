/**
 * Colour by photographs that are rendered here, with cameras, lights and plastics drawn by seeds that no test uses: reflectance spectra
 * of plastics, a camera of Gaussian sensitivities with a fitted matrix that bends them by a curve, a slope of light, texture, JPEG 85
 * with halved chroma. No real camera: the figures say what the method does with these errors, not with a phone.
 */
import { writeFileSync, mkdtempSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import { monitorEventLoopDelay } from 'node:perf_hooks'
import sharp from 'sharp'
import { shareLeft } from '#core/colour/cards.ts'
import { evennessChange, evennessOf, type Cells } from '#core/colour/evenness.ts'
import { distanceAfter, distanceError, outlook, type Measured } from '#core/colour/exposure.ts'
import { differenceOf, labOf, luminanceOf, type Rgb } from '#core/colour/spaces.ts'
import { dice } from '#core/quantity/dice.ts'
import { pairs } from '#core/testing/colour-pairs.ts'
import { readColour } from '#core/treatment/yellow.ts'
import { measurePhoto, type MeasureMark } from '#server/features/treatments/measure.ts'
import { Heavy } from '#server/platform/heavy/index.ts'
import { median, percentile, print } from './measure.ts'
import { spectralCamera, spectralPlastic, waves, xyzOfSpectrum, type Spectrum } from './spectra.ts'

const chance = dice(90_210)
const between = (low: number, high: number) => low + (high - low) * chance()
const normal = () => Math.sqrt(-2 * Math.log(1 - chance())) * Math.cos(2 * Math.PI * chance())
const three = (of: (c: number) => number): Rgb => [of(0), of(1), of(2)]

const right = pairs.filter(([l1 = 0, a1 = 0, b1 = 0, l2 = 0, a2 = 0, b2 = 0, e = 0]) => {
  const one = differenceOf([l1, a1, b1], [l2, a2, b2])
  const other = differenceOf([l2, a2, b2], [l1, a1, b1])
  return Math.abs(one - e) < 5e-5 && Math.abs(other - e) < 5e-5
}).length
print({
  name: 'ciede-pairs',
  value: right,
  unit: `of ${pairs.length} pairs to 4 decimals, both ways`,
  against: 'demand 34',
  ratio: right / 34,
})

interface Camera {
  readonly curve: (v: number) => number
  /** What its sensitivities and its matrix make of a reflectance. */
  readonly sees: (reflectance: Spectrum) => Rgb
  readonly tint: Rgb
  readonly slope: number
}
const honest = (v: number) => v
/** A shoulder and some contrast, as phones have them. */
const phone = () => {
  const power = between(1.05, 1.3)
  const shoulder = between(0.1, 0.35)
  return (v: number) => {
    const bent = v ** power
    return (bent * (1 + shoulder)) / (1 + shoulder * bent)
  }
}
/** The same telephone on another day: its sensitivities and curve stay, light and balance do not. */
const cameraOf = (curve: (v: number) => number, sees: Camera['sees']): Camera => ({
  curve,
  sees,
  tint: [between(0.95, 1.05), 1, between(0.95, 1.05)],
  slope: between(-0.4, 0.4),
})

const [width, height] = [960, 720]
const grey = (l: number): Spectrum => waves.map(() => luminanceOf(l))
const places = {
  'grey 1': [0.04, 0.04, 0.1, 0.12],
  'grey 2': [0.86, 0.04, 0.1, 0.12],
  'grey 3': [0.04, 0.84, 0.1, 0.12],
  white: [0.24, 0.04, 0.1, 0.12],
  dark: [0.44, 0.04, 0.1, 0.12],
  truth: [0.7, 0.84, 0.2, 0.12],
  untreated: [0.4, 0.84, 0.2, 0.12],
  patch: [0.15, 0.3, 0.7, 0.4],
} as const
const marks = (neutrals: 1 | 3): MeasureMark[] =>
  (Object.keys(places) as (keyof typeof places)[]).flatMap((name): MeasureMark[] => {
    const [x, y, w, h] = places[name]
    const at = { x: x + 0.015, y: y + 0.015, w: w - 0.03, h: h - 0.03 }
    if (name === 'patch') return [{ role: 'patch', name, ...at }]
    if (name === 'truth') return [{ role: 'true colour', name, ...at }]
    if (name === 'untreated') return [{ role: 'untreated piece', name, ...at }]
    const lightness = name === 'white' ? 95 : name === 'dark' ? 25 : 60
    return neutrals === 1 && lightness !== 60 ? [] : [{ role: 'card', name, lightness, ...at }]
  })

const encode = (v: number) => (v <= 0.0031308 ? 12.92 * v : 1.055 * v ** (1 / 2.4) - 0.055)

/** `untreated`: the same plastic as it was before. */
async function photograph(
  camera: Camera,
  patch: Spectrum,
  truth: Spectrum,
  untreated: Spectrum,
): Promise<Buffer> {
  const data = Buffer.alloc(width * height * 3)
  const boxes = (Object.keys(places) as (keyof typeof places)[]).map((name) => ({
    box: places[name],
    colour: camera.sees(
      name === 'patch'
        ? patch
        : name === 'truth'
          ? truth
          : name === 'untreated'
            ? untreated
            : name === 'white'
              ? grey(95)
              : name === 'dark'
                ? grey(25)
                : grey(60),
    ),
    plastic: name === 'patch' || name === 'truth' || name === 'untreated',
  }))
  const around = camera.sees(patch)
  for (let j = 0; j < height; j++)
    for (let i = 0; i < width; i++) {
      const [x, y] = [i / width, j / height]
      const here = boxes.find(({ box: [bx, by, bw, bh] }) => x >= bx && x < bx + bw && y >= by && y < by + bh)
      const texture = here?.plastic ? 1 + 0.015 * normal() : 1
      const light = 0.72 * (1 + camera.slope * (x - 0.5)) * texture
      const lit = three((c) => (here?.colour ?? around)[c as 0 | 1 | 2] * light * camera.tint[c as 0 | 1 | 2])
      for (let c = 0; c < 3; c++) {
        const v = encode(Math.min(Math.max(camera.curve(Math.max(lit[c as 0 | 1 | 2], 0)), 0), 1)) * 255
        data[(j * width + i) * 3 + c] = Math.min(Math.max(Math.round(v + 1.2 * normal()), 0), 255)
      }
    }
  return sharp(data, { raw: { width, height, channels: 3 } })
    .jpeg({ quality: 85 })
    .toBuffer()
}

const bOf = (reflectance: Spectrum) => labOf(xyzOfSpectrum(reflectance))[2]

async function trial(curve: () => (v: number) => number, neutrals: 1 | 3, spread = 1) {
  const { truth, at } = spectralPlastic(between)
  const share = between(0.15, 0.8)
  const real = { first: bOf(at(1)) - bOf(truth), now: bOf(at(share)) - bOf(truth) }
  const read = async (patch: Spectrum, camera: Camera) =>
    readColour({
      marks: [
        ...(
          await measurePhoto({ path: await photograph(camera, patch, truth, at(1)), marks: marks(neutrals) })
        ).marks,
      ] as never,
    })
  const [bend, sees] = [curve(), spectralCamera(between, spread)]
  const [first, now] = [await read(at(1), cameraOf(bend, sees)), await read(at(share), cameraOf(bend, sees))]
  if (!first.db || !now.db) return undefined
  const said = shareLeft({ db: first.db.is, by: first.by }, { db: now.db.is, by: now.by })
  return {
    errors: [first.db.is - real.first, now.db.is - real.now],
    relative: (first.db.is - real.first) / real.first,
    covered: [
      first.db.low <= real.first && real.first <= first.db.high,
      now.db.low <= real.now && real.now <= now.db.high,
    ],
    beside:
      now.untreated && now.truth
        ? Math.abs(now.db.is / (now.untreated[2] - now.truth.lab[2]) - real.now / real.first) * 100
        : undefined,
    share: said && Math.abs(said.is - real.now / real.first) * 100,
  }
}

const n = 24
async function group(curve: () => (v: number) => number, neutrals: 1 | 3, spread = 1) {
  const found = []
  for (let i = 0; i < n; i++) {
    const one = await trial(curve, neutrals, spread)
    if (one) found.push(one)
  }
  return found
}
// One camera, as the demand was measured; and cameras of any sensitivities.
const flat = await group(() => honest, 3, 0)
const any = await group(() => honest, 3)
const bent = await group(phone, 3)
const single = await group(phone, 1)
const sizes = (of: typeof flat) => of.flatMap((t) => t.errors.map(Math.abs))
const p95 = (values: readonly number[]) => percentile([...values], 95)
print({
  name: 'colour-db',
  value: p95(sizes(flat)),
  unit: `Δb* off in one photograph, honest curve, JPEG 85, p95 of ${sizes(flat).length} (median ${median(sizes(flat)).toFixed(2)})`,
  against: `limit 1.2; cameras whose sensitivities are drawn ${p95(sizes(any)).toFixed(2)}`,
  ratio: p95(sizes(flat)) / 1.2,
})
const bias = (of: typeof flat) => (100 * of.reduce((s, t) => s + t.relative, 0)) / of.length
print({
  name: 'colour-phone',
  value: p95(sizes(bent)),
  unit: `Δb* off, phone curve, three neutrals, p95 (median ${median(sizes(bent)).toFixed(2)}, bias ${bias(bent).toFixed(1)} %)`,
  against: `limit 0.7 median, 2.8 p95, ±8 %; with one card p95 ${p95(sizes(single)).toFixed(2)}, bias ${bias(single).toFixed(0)} %`,
  ratio: p95(sizes(bent)) / 2.8,
})
const besides = bent.flatMap((t) => t.beside ?? [])
const shares = bent.flatMap((t) => t.share ?? [])
print({
  name: 'colour-share',
  value: p95(shares),
  unit: `points of share of yellow left off, two photographs, p95 of ${shares.length} (median ${median(shares).toFixed(1)})`,
  against: `limit 5 median, 14 p95; with an untreated piece in the picture median ${median(besides).toFixed(1)}, p95 ${p95(besides).toFixed(1)} (limit 4, 10)`,
  ratio: p95(shares) / 14,
})
const held = [...flat, ...any, ...bent].flatMap((t) => t.covered)
const share95 = (100 * held.filter(Boolean).length) / held.length
print({
  name: 'colour-cover',
  value: share95,
  unit: `% of ${held.length} intervals hold the truth`,
  against: 'demand 92 to 99',
  ratio: share95 / 95,
})

const [across, down] = [48, 36]
const surface = (of: (x: number, y: number) => number, noise: number): Cells => ({
  across,
  down,
  b: Array.from(
    { length: across * down },
    (_, i) => of(i % across, Math.floor(i / across)) + noise * normal(),
  ),
})
const streaks = (sd: number, angle: number, phase: number) => (x: number, y: number) =>
  sd * Math.SQRT2 * Math.sin(phase + (2 * Math.PI * (-x * Math.sin(angle) + y * Math.cos(angle))) / 11)
const blotches = (sd: number, phase: number) => (x: number, y: number) =>
  2 * sd * Math.sin((2 * Math.PI * x) / 14 + phase) * Math.sin((2 * Math.PI * y) / 12 + 2 * phase)
const tries = 100
const told = Array.from({ length: tries }, () => {
  const angle = between(0, Math.PI)
  const s = evennessOf(surface(streaks(1, angle, between(0, 6)), 0.3))
  const b = evennessOf(surface(blotches(1, between(0, 6)), 0.3))
  const off = Math.abs((s?.direction ?? 0) - (angle * 180) / Math.PI)
  return (s?.coherence ?? 0) > 0.6 && (b?.coherence ?? 1) < 0.6 && Math.min(off, 180 - off) < 5
}).filter(Boolean).length
const falseChange = Array.from({ length: tries }, (_, i) => {
  const phase = between(0, 6)
  return evennessChange(
    surface(blotches(1, phase), 0.3),
    surface(blotches(1, phase), i % 2 ? 0.9 : 0.3),
    dice(7_000 + i),
  )
}).filter((c) => c !== 'no change').length
print({
  name: 'evenness',
  value: told,
  unit: `% of ${tries} streaks and blotches told apart, direction within 5°; false changes ${falseChange} % (limit 5)`,
  against: 'demand 95',
  ratio: told / 95,
})

const covers = [3, 4, 6].map((points) => {
  let inside = 0
  for (let i = 0; i < 200; i++) {
    const truth = {
      k: 0.12 * Math.exp(0.6 * normal()),
      p: 1,
      start: 12 + 5 * normal(),
      end: 0.5 + 1.5 * normal(),
    }
    const seen = Array.from({ length: points }, (_, s): Measured => {
      const d = distanceAfter(truth, 6 * s)
      return { dose: 6 * s, distance: d + distanceError(d) * normal() }
    })
    const then = distanceAfter(truth, 6 * points)
    const after = outlook(seen, 6, dice(9_000 + i))?.after
    if (after && then >= after.low && then <= after.high) inside++
  }
  return inside / 2
})
print({
  name: 'exposure-cover',
  value: Math.min(...covers),
  unit: `% of next levels within the 90 % range, exponential truth; 3, 4, 6 points: ${covers.join(', ')}`,
  against: 'demand 85 to 98',
  ratio: Math.min(...covers) / 90,
})

// Twelve megapixels in the worker, the event loop watched meanwhile.
const folder = mkdtempSync(path.join(os.tmpdir(), 'anamnesis-bench-'))
const large = path.join(folder, 'large.jpg')
const plastic = spectralPlastic(between)
writeFileSync(
  large,
  await sharp(
    await photograph(cameraOf(honest, spectralCamera(between)), plastic.at(1), plastic.truth, plastic.at(1)),
  )
    .resize(4000, 3000)
    .jpeg({ quality: 92 })
    .toBuffer(),
)
const heavy = new Heavy()
const six = [
  ...marks(3).filter((m) => m.role !== 'patch'),
  ...Array.from({ length: 6 }, (_, i): MeasureMark => ({
    role: 'patch',
    name: `p${i}`,
    x: 0.16 + 0.11 * i,
    y: 0.32,
    w: 0.1,
    h: 0.34,
  })),
]
await heavy.run('measure a photograph', { path: large, marks: six })
const times: number[] = []
const delay = monitorEventLoopDelay({ resolution: 5 })
delay.enable()
for (let i = 0; i < 8; i++) {
  const begun = performance.now()
  await heavy.run('measure a photograph', { path: large, marks: six })
  times.push(performance.now() - begun)
}
delay.disable()
const begun = performance.now()
await sharp(large).raw().toBuffer()
const decode = performance.now() - begun
print({
  name: 'photo-measure',
  value: p95(times),
  unit: `ms in the worker, 12 megapixels, five cards, six patches, p95 of ${times.length}; event loop held up ${(delay.max / 1e6).toFixed(0)} ms at most`,
  against: `limit 1500; decoding it alone ${decode.toFixed(0)} ms`,
  ratio: p95(times) / decode,
})
await heavy.stop()
