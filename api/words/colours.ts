/** What is said of measured colour: the share of yellow left first, Δb* next, ΔE last; and what a number is good for. */
import type { BodyOf } from '#core/history/bodies/index.ts'
import type { Estimate, Trouble } from '#core/colour/cards.ts'
import { leastQuality, type CaptureTrouble } from '#core/colour/capture.ts'
import { eyeStep, type Outlook } from '#core/colour/exposure.ts'
import { leastChips, type CameraCheck, type CheckTrouble } from '#core/colour/camera.ts'
import type { Trusted } from '#core/treatment/cameras.ts'
import { warmFrom } from '#core/treatment/yellow.ts'
import type { ReadColour, ZoneYellow } from '#core/treatment/yellow-shape.ts'
import { coverWords } from './treatments.ts'
import type { HouseVerdict } from '#core/treatment/verdicts.ts'
import { dayOnly, dayWords } from './dates.ts'
import type { EntryWords } from './names.ts'
import { count, list } from './lists.ts'

const whole = (v: number) => String(Math.round(v))
const tenth = (v: number) => v.toFixed(1)
const percent = (v: number) => `${whole(v * 100)} %`

/** "35 % (28 to 42)" */
export const shareWords = ({ is, low, high }: Estimate): string =>
  `${percent(is)} (${whole(low * 100)} to ${whole(high * 100)})`
/** "11.7 (9.2 to 14.2)" */
export const yellowWords = ({ is, low, high }: Estimate): string =>
  `${tenth(is)} (${tenth(low)} to ${tenth(high)})`

/** Why nothing can be said, and what to do about it. */
export function troubleWords(trouble: Trouble): string {
  switch (trouble.why) {
    case 'no card':
      return 'No card of known lightness is marked: it is a picture, and gives no number.'
    case 'cards out of order':
      return `The card of L* ${whole(trouble.light)} reads darker than the one of ${whole(trouble.dark)}: are the marks where the cards are? The picture may be framed otherwise than the last one.`
    case 'clipped':
      return `${trouble.name} is too bright or too dark for the camera (${percent(trouble.share)} of it at the end of the scale). Take it again, a little darker or lighter.`
    case 'too few pixels':
      return `${trouble.name} is too small on the picture (${trouble.pixels} pixels; at least 400). Mark more of it, or go closer.`
    case 'beyond the cards':
      return `${trouble.name} is brighter or darker than every card. Put a card beside it that is.`
    case 'two lights':
      return `The grey looks bluer at one place than at another (${percent(trouble.apart)} apart): two lights fall on it. Switch the lamps off, or move into the shade.`
    case 'shadow':
      return `One of the greys is off by ${percent(trouble.off)}: a shadow may lie on it. Look at the picture.`
  }
}

/** What the file itself says against it. */
export function captureWords(trouble: CaptureTrouble): string {
  switch (trouble.why) {
    case 'recompressed':
      return `The file was pressed together again (quality ${trouble.quality}; at least ${leastQuality}): its colours are not the camera’s any more. Send the file itself, not by a messenger.`
    case 'small':
      return `The picture is small (${tenth(trouble.megapixels)} million pixels): it may be a copy. Send the file as the camera wrote it.`
    case 'no camera named':
      return 'The file names no camera: it may have come through a messenger, which changes colours. Send the file itself.'
  }
}

/** By which cards a number came, and how far it may be trusted. */
export const cardsWords = (neutrals: number): string =>
  neutrals >= 3
    ? `${count(neutrals, 'card lightness', 'card lightnesses')}: the camera’s contrast is seen.`
    : neutrals === 2
      ? 'Two card lightnesses: the camera’s contrast is partly seen, ±18 %.'
      : 'One card only: the camera’s contrast is unknown, ±30 %.'

/** By which check of the camera its ranges came; empty where none was made. */
export const checkWords = ({ checked, contrast, floor }: Trusted, zone: string): string =>
  checked
    ? `Ranges by this house’s check of ${checked.camera} on ${dayWords(checked.at, zone)}: ±${whole(contrast * 196)} % and ±${tenth(floor * 1.96)}.`
    : ''

/** What a check found of a camera. */
export function cameraCheckWords(check: CameraCheck): string[] {
  const strong = Math.abs(check.slope - 1) < 0.02
  return [
    strong
      ? `Differences of b* come out as they are (${check.chips} chips).`
      : `Differences of b* come out ${whole(Math.abs(check.slope - 1) * 100)} % too ${check.slope > 1 ? 'strong' : 'weak'} (${check.chips} chips).`,
    `About that the chips scatter by ${tenth(check.scatter)}; “${check.worst.name}” lies furthest off, by ${tenth(Math.abs(check.worst.off))}.`,
    `Numbers from this camera will stand with ±${whole(check.contrast * 196)} % and ±${tenth(check.floor * 1.96)}, in place of what rendered photographs gave.`,
    'Shares of yellow left mind the strength little: it is the same in both photographs.',
  ]
}
export const checkTroubleWords = ({ why }: CheckTrouble): string =>
  why === 'too few chips'
    ? `Mark at least ${leastChips} chips of known colour.`
    : 'The chips hardly differ in b*: take some that are yellower, and some that are bluer.'

/** Which colour is taken as the true one. */
export const truthWords = (name: string): string => `The colour of “${name}” is taken as true.`

/** Stands once where numbers are shown. */
export const colourCaveat = 'Good for differences under one card and one light; not a spectrophotometer.'
/** Stands with it until a check of the camera stands in its place. */
export const renderedCaveat =
  'The ranges come from rendered photographs, until this house has checked its camera.'

/** What came back since the last session, as this house measured it; and when to look. */
export function backWords({ back, lookAgain }: Partial<Pick<ZoneYellow, 'back' | 'lookAgain'>>): string {
  const again = lookAgain ? ` Measure it again about ${dayOnly(lookAgain)}.` : ''
  if (!back) return `It may come back, in the dark too; this house has measured: nothing yet.${again}`
  return back.rise.low > 0
    ? `It came back by ${yellowWords(back.rise)} in ${back.days} days, measured here.${again}`
    : `Nothing that a photograph can see came back in ${back.days} days, measured here.${again}`
}

/** The outlook of warm sessions where the last was cool, or the other way round. */
export const otherwiseWords = ({ warm, outlook }: NonNullable<ZoneYellow['otherwise']>): string =>
  `${warm ? 'Warm' : 'Cool'} (${warm ? 'from' : 'below'} ${warmFrom} °C), as much light would take ${tenth(Math.max(outlook.gain.low, 0))} to ${tenth(outlook.gain.high)} off.`

/** The method that did best here on this material, with how often that was measured. */
export const bestWords = ({ method, cover, material, gone, uneven }: HouseVerdict): string =>
  gone
    ? `Best here on ${material}: ${method}, ${coverWords[cover as keyof typeof coverWords] ?? cover}; ${tenth(gone.anHour * 100)} % of the yellow an UV-hour, measured ${gone.n === 1 ? 'once' : `${gone.n} times`}${uneven && uneven.n > 0 ? `; more uneven ${uneven.n} of ${uneven.of}` : ''}.`
    : ''

/** Two shots of one sitting. */
export const turnedWords = (apart: number): string =>
  `Two shots, the phone turned: ${tenth(apart)} apart; told together.`

export const evennessWords = {
  'more even': 'more even than before',
  'no change': 'no change of evenness seen',
  'more uneven': 'more uneven than before',
} as const

/** What more light would bring, in plain words; never a time of day. */
export function outlookWords(
  { after, gain, notYellowing, until }: Outlook,
  last: Estimate,
  neutrals: number,
): string[] {
  const sees = Math.max(eyeStep, (last.high - last.is) / 2)
  const lines: string[] = []
  if (last.is < 0 && last.high < 0) return ['It is past its true colour: stop.']
  if (last.low <= 0) lines.push('Its true colour lies within the range: a short session at most, then look.')
  if (notYellowing > 0.9)
    lines.push(
      'What is left hardly goes with light: it is not yellowing. Choose another finish, or leave it.',
    )
  lines.push(
    `Another such session takes ${tenth(Math.max(gain.low, 0))} to ${tenth(gain.high)} off, if it goes on as it did; then ${tenth(after.low)} to ${tenth(after.high)} is left.`,
  )
  lines.push(
    gain.high < sees
      ? `Less than ${tenth(sees)} neither an eye nor this photograph can see: it is hardly worth it.`
      : gain.low < sees
        ? `Below ${tenth(sees)} neither an eye nor this photograph sees it: it may not show.`
        : 'That can be seen.',
  )
  lines.push(
    until.low === 0
      ? 'It may be within 2 of its true colour already.'
      : until.low !== null && until.high !== null
        ? `Within 2 of its true colour after ${whole(until.low)} to ${whole(until.high)} more UV-hours.`
        : until.low !== null
          ? `Within 2 of its true colour after ${whole(until.low)} UV-hours more at the least; perhaps never.`
          : 'It may never come within 2 of its true colour.',
  )
  lines.push(
    neutrals < 3
      ? 'With fewer than three cards this is a guess with a wide range.'
      : 'A guess with a range, from so few measurements.',
  )
  return lines
}

/** The first sentence of a zone: how much is left. */
export function standWords(colours: readonly ReadColour[]): string {
  const last = colours.at(-1)
  if (!last) return ''
  if (last.patches.length === 0) return 'The last photograph gives no number.'
  if (!last.db)
    return last.change
      ? `Against the first photograph only: b* ${yellowWords(last.change)}. No place of true colour is marked.`
      : 'No place of true colour is marked: only differences against the first photograph can be told.'
  return last.share && (colours.length > 1 || last.shareBy === 'an untreated piece')
    ? `Share of yellow left ${shareWords(last.share)}${last.shareBy === 'an untreated piece' ? ', against an untreated piece in the picture' : ''}.`
    : `Yellow against its true colour: Δb* ${yellowWords(last.db)}.`
}

/** A line of the log. */
export const colourEntry = (body: BodyOf<'colour'>): EntryWords => ({
  what: `colour of ${body.zone} measured on a photograph: ${list(
    body.marks.filter((m) => m.role !== 'card').map((m) => m.name),
    6,
  )}, by ${count(body.marks.filter((m) => m.role === 'card').length, 'card')}`,
  result: '',
  proof: false,
})
