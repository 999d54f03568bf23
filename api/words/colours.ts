/** What is said of measured colour: the share of yellow left first, Δb* next, ΔE last; and what a number is good for. */
import { say } from './say.ts'
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
import { count, list, paragraph, semicolons, sentence } from './lists.ts'

const whole = (v: number) => String(Math.round(v))
const tenth = (v: number) => v.toFixed(1)
const percent = (v: number) => `${whole(v * 100)} %`

/** "35 % (28 to 42)" */
export const shareWords = ({ is, low, high }: Estimate): string =>
  say('{percent} ({whole} to {highWhole})', {
    percent: percent(is),
    whole: whole(low * 100),
    highWhole: whole(high * 100),
  })
/** "11.7 (9.2 to 14.2)" */
export const yellowWords = ({ is, low, high }: Estimate): string =>
  say('{tenth} ({lowTenth} to {highTenth})', {
    tenth: tenth(is),
    lowTenth: tenth(low),
    highTenth: tenth(high),
  })

/** Why nothing can be said, and what to do about it. */
export function troubleWords(trouble: Trouble): string {
  switch (trouble.why) {
    case 'no card':
      return say('No card of known lightness is marked: it is a picture, and gives no number.')
    case 'cards out of order':
      return say(
        'The card of L* {whole} reads darker than the one of {troubleWhole}: are the marks where the cards are? The picture may be framed otherwise than the last one.',
        { whole: whole(trouble.light), troubleWhole: whole(trouble.dark) },
      )
    case 'clipped':
      return say(
        '{name} is too bright or too dark for the camera ({percent} of it at the end of the scale). Take it again, a little darker or lighter.',
        { name: trouble.name, percent: percent(trouble.share) },
      )
    case 'too few pixels':
      return say(
        '{name} is too small on the picture ({pixels} pixels; at least 400). Mark more of it, or go closer.',
        { name: trouble.name, pixels: trouble.pixels },
      )
    case 'beyond the cards':
      return say('{name} is brighter or darker than every card. Put a card beside it that is.', {
        name: trouble.name,
      })
    case 'two lights':
      return say(
        'The grey looks bluer at one place than at another ({percent} apart): two lights fall on it. Switch the lamps off, or move into the shade.',
        { percent: percent(trouble.apart) },
      )
    case 'shadow':
      return say('One of the greys is off by {percent}: it may be in a shadow. Look at the picture.', {
        percent: percent(trouble.off),
      })
  }
}

/** What the file itself says against it. */
export function captureWords(trouble: CaptureTrouble): string {
  switch (trouble.why) {
    case 'recompressed':
      return say(
        'The file was pressed together again (quality {quality}; at least {leastQuality}): its colours are not the camera’s any more. Send the file itself, not by a messenger.',
        { quality: trouble.quality, leastQuality },
      )
    case 'small':
      return say(
        'The picture is small ({tenth} million pixels): it may be a copy. Send the file as the camera wrote it.',
        { tenth: tenth(trouble.megapixels) },
      )
    case 'no camera named':
      return say(
        'The file names no camera: it may have come through a messenger, which changes colours. Send the file itself.',
      )
  }
}

/** By which cards a number came, and how far it may be trusted. */
export const cardsWords = (neutrals: number): string =>
  neutrals >= 3
    ? say('{neutrals}: the camera’s contrast is seen.', {
        neutrals: count(neutrals, 'card lightness', 'card lightnesses'),
      })
    : neutrals === 2
      ? say('Two card lightnesses: the camera’s contrast is partly seen, ±18 %.')
      : say('One card only: the camera’s contrast is unknown, ±30 %.')

/** By which check of the camera its ranges came; empty where none was made. */
export const checkWords = ({ checked, contrast, floor }: Trusted, zone: string): string =>
  checked
    ? say('Ranges by this house’s check of {camera} on {at}: ±{whole} % and ±{tenth}.', {
        camera: checked.camera,
        at: dayWords(checked.at, zone),
        whole: whole(contrast * 196),
        tenth: tenth(floor * 1.96),
      })
    : ''

/** What a check found of a camera. */
export function cameraCheckWords(check: CameraCheck): string[] {
  const strong = Math.abs(check.slope - 1) < 0.02
  return [
    strong
      ? say('Differences of b* come out as they are ({chips} chips).', { chips: check.chips })
      : check.slope > 1
        ? say('Differences of b* come out {whole} % too strong ({chips} chips).', {
            whole: whole(Math.abs(check.slope - 1) * 100),
            chips: check.chips,
          })
        : say('Differences of b* come out {whole} % too weak ({chips} chips).', {
            whole: whole(Math.abs(check.slope - 1) * 100),
            chips: check.chips,
          }),
    say('The chips scatter about that by {tenth}; “{name}” is furthest off, by {checkTenth}.', {
      tenth: tenth(check.scatter),
      name: check.worst.name,
      checkTenth: tenth(Math.abs(check.worst.off)),
    }),
    say(
      'Numbers from this camera will stand with ±{whole} % and ±{tenth}, in place of what rendered photographs gave.',
      { whole: whole(check.contrast * 196), tenth: tenth(check.floor * 1.96) },
    ),
    say('Shares of yellow left mind the strength little: it is the same in both photographs.'),
  ]
}
export const checkTroubleWords = ({ why }: CheckTrouble): string =>
  why === 'too few chips'
    ? say('Mark at least {leastChips} chips of known colour.', { leastChips })
    : say('The chips hardly differ in b*: take some that are yellower, and some that are bluer.')

/** Which colour is taken as the true one. */
export const truthWords = (name: string): string => say('The colour of “{name}” is taken as true.', { name })

/** Stands once where numbers are shown. */
export const colourCaveat = say('Good for differences under one card and one light; not a spectrophotometer.')
/** Stands with it until a check of the camera stands in its place. */
export const renderedCaveat = say(
  'The ranges come from rendered photographs, until this house has checked its camera.',
)

/** What came back since the last session, as this house measured it; and when to look. */
export function backWords({ back, lookAgain }: Partial<Pick<ZoneYellow, 'back' | 'lookAgain'>>): string {
  const again = lookAgain ? say('Measure it again about {lookAgain}.', { lookAgain: dayOnly(lookAgain) }) : ''
  if (!back)
    return paragraph(say('It may come back, in the dark too; this house has measured: nothing yet.'), again)
  return back.rise.low > 0
    ? paragraph(
        say('It came back by {yellow} in {days} days, measured here.', {
          yellow: yellowWords(back.rise),
          days: back.days,
        }),
        again,
      )
    : paragraph(
        say('Nothing that a photograph can see came back in {days} days, measured here.', {
          days: back.days,
        }),
        again,
      )
}

/** The outlook of warm sessions where the last was cool, or the other way round. */
export const otherwiseWords = ({ warm, outlook }: NonNullable<ZoneYellow['otherwise']>): string =>
  warm
    ? say('Warm (from {warmFrom} °C), as much light would take {least} to {most} off.', {
        warmFrom,
        ...gainOf(outlook),
      })
    : say('Cool (below {warmFrom} °C), as much light would take {least} to {most} off.', {
        warmFrom,
        ...gainOf(outlook),
      })
const gainOf = ({ gain }: Outlook) => ({ least: tenth(Math.max(gain.low, 0)), most: tenth(gain.high) })

/** The method that did best here on this material, with how often that was measured. */
export const bestWords = ({ method, cover, material, gone, uneven }: HouseVerdict): string =>
  gone
    ? sentence(
        semicolons(
          say('best here on {material}: {method}, {coverWords}', {
            material,
            method,
            coverWords: coverWords[cover as keyof typeof coverWords] ?? cover,
          }),
          gone.n === 1
            ? say('{tenth} % of the yellow an UV-hour, measured once', { tenth: tenth(gone.anHour * 100) })
            : say('{tenth} % of the yellow an UV-hour, measured {n} times', {
                tenth: tenth(gone.anHour * 100),
                n: gone.n,
              }),
          uneven && uneven.n > 0 && say('more uneven {n} of {of}', { n: uneven.n, of: uneven.of }),
        ),
      )
    : ''

/** Two shots of one sitting. */
export const turnedWords = (apart: number): string =>
  say('Two shots, the phone turned: {tenth} apart; told together.', { tenth: tenth(apart) })

export const evennessWords = {
  'more even': say('more even than before'),
  'no change': say('no change of evenness seen'),
  'more uneven': say('more uneven than before'),
} as const

/** What more light would bring, in plain words; never a time of day. */
export function outlookWords(
  { after, gain, notYellowing, until }: Outlook,
  last: Estimate,
  neutrals: number,
): string[] {
  const sees = Math.max(eyeStep, (last.high - last.is) / 2)
  const lines: string[] = []
  if (last.is < 0 && last.high < 0) return [say('It is past its true colour: stop.')]
  if (last.low <= 0)
    lines.push(say('Its true colour is within the range: a short session at most, then look.'))
  if (notYellowing > 0.9)
    lines.push(
      say('What is left hardly goes with light: it is not yellowing. Choose another finish, or leave it.'),
    )
  lines.push(
    say(
      'Another such session takes {tenth} to {gainTenth} of the yellow (Δb*) off, if it goes on as it did; then {afterTenth} to {afterTenth2} is left.',
      {
        tenth: tenth(Math.max(gain.low, 0)),
        gainTenth: tenth(gain.high),
        afterTenth: tenth(after.low),
        afterTenth2: tenth(after.high),
      },
    ),
  )
  lines.push(
    gain.high < sees
      ? say('Less than {tenth} neither an eye nor this photograph can see: it is hardly worth it.', {
          tenth: tenth(sees),
        })
      : gain.low < sees
        ? say('Below {tenth} neither an eye nor this photograph sees it: it may not show.', {
            tenth: tenth(sees),
          })
        : say('That can be seen.'),
  )
  lines.push(
    until.low === 0
      ? say('It may be within 2 of its true colour already.')
      : until.low !== null && until.high !== null
        ? say('Within 2 of its true colour after {whole} to {untilWhole} more UV-hours.', {
            whole: whole(until.low),
            untilWhole: whole(until.high),
          })
        : until.low !== null
          ? say('Within 2 of its true colour after {whole} UV-hours more at the least; perhaps never.', {
              whole: whole(until.low),
            })
          : say('It may never come within 2 of its true colour.'),
  )
  lines.push(
    neutrals < 3
      ? say('With fewer than three cards this is a guess with a wide range.')
      : say('A guess with a range, from so few measurements.'),
  )
  return lines
}

/** The first sentence of a zone: how much is left. */
export function standWords(colours: readonly ReadColour[]): string {
  const last = colours.at(-1)
  if (!last) return ''
  if (last.patches.length === 0) return say('The last photograph gives no number.')
  if (!last.db)
    return last.change
      ? say('Against the first photograph only: b* {yellow}. No place of true colour is marked.', {
          yellow: yellowWords(last.change),
        })
      : say('No place of true colour is marked: only differences against the first photograph can be told.')
  return last.share && (colours.length > 1 || last.shareBy === 'an untreated piece')
    ? last.shareBy === 'an untreated piece'
      ? say('Share of yellow left {share}, against an untreated piece in the picture.', {
          share: shareWords(last.share),
        })
      : say('Share of yellow left {share}.', { share: shareWords(last.share) })
    : say('Yellow against its true colour: Δb* {yellow}.', { yellow: yellowWords(last.db) })
}

/** A line of the log. */
export const colourEntry = (body: BodyOf<'colour'>): EntryWords => ({
  what: say('colour of {zone} measured on a photograph: {marks}, by {marks2}', {
    zone: body.zone,
    marks: list(
      body.marks.filter((m) => m.role !== 'card').map((m) => m.name),
      6,
    ),
    marks2: count(body.marks.filter((m) => m.role === 'card').length, 'card'),
  }),
  result: '',
  proof: false,
})
