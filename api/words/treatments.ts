/** What is said of treatments. None says that something is safe; chemicals defer to their labels, local rules and trained people. */
import { say, shown } from './say.ts'
import type { BodyOf } from '#core/history/bodies/index.ts'
import type { TreatmentBarWhy } from '#core/history/refusal.ts'
import type { Course } from '#core/treatment/course.ts'
import type { EntryWords } from './names.ts'
import { dayOnly, durationWords } from './dates.ts'
import { brackets, capital, colon, commas, list, semicolons } from './lists.ts'

/** Why it does not begin, and what would let it. */
export function barWords({
  why,
  about,
}: {
  readonly why: TreatmentBarWhy
  readonly about: readonly string[]
}): string {
  switch (why) {
    case 'never together':
      return say(
        'Stop: {about} must never meet. Rinse the place and record the rinse first, and wait for another day.',
        { about: list(about) },
      )
    case 'sealed':
      return say('Peroxide gives off gas: never seal it. Write how it is vented.')
    case 'house rule':
      return say('This house’s practice is never to whiten. Give the reason to do it all the same.')
    case 'owner':
      return say(
        'It cannot be undone, and {about} has not agreed to such work. Ask first, and write what they said.',
        { about: list(about) },
      )
    case 'material':
      return say('Not on {about}: take it off or mask it, or give the reason.', { about: list(about) })
  }
}
export const barsWords = (
  bars: readonly { readonly why: TreatmentBarWhy; readonly about: readonly string[] }[],
): string => bars.map(barWords).join(' ')

export const coverWords = {
  none: say('no cover'),
  film: say('under film'),
  open: say('open, brushed'),
  bag: say('bagged'),
  bath: say('in a bath'),
} as const

/** Light of a treatment. */
export function lightWords(light: Course['body']['light']): string {
  if (light.by === 'none') return say('no light')
  if (light.by === 'lamp')
    return commas(
      light.lamp,
      light.watts && `${light.watts} W`,
      light.distance && say('at {distance} cm', { distance: light.distance }),
    )
  return light.through === 'open'
    ? say('in the sun')
    : light.through === 'glass'
      ? say('in the sun behind glass')
      : say('outside in the shade')
}

/** The light that a trial piece told of, by its key. */
export const lightKeyWords = (key: string): string =>
  key === 'glass'
    ? say('sun behind glass')
    : key === 'shade'
      ? say('shade outside')
      : key.replace(/^lamp /, '')

const uvHours = (n: number) => (n < 10 ? n.toFixed(1) : String(Math.round(n)))

/** How much light it got, or why nobody knows. */
export function doseWords({ dose }: Pick<Course, 'dose'>): string {
  if ('uvHours' in dose)
    return dose.learned
      ? say('{uv} UV-hours of sun, as a trial piece told', { uv: uvHours(dose.uvHours) })
      : say('{uv} UV-hours', { uv: uvHours(dose.uvHours) })
  switch (dose.none) {
    case 'no sun':
      return ''
    case 'a lamp':
      return say('dose not known: a lamp has a factor of its own, learned on a trial piece')
    case 'glass or shade':
      return say('dose not known behind glass or in the shade, until a trial piece tells')
    case 'no position of the house':
      return say('dose not known: a steward gives the position of the house under Types and house')
  }
}
/** Stands once, where a dose is named. */
export const doseCaveat = say('UV-hours count light, not warmth, film or strength.')

/** How it was done, in one line. */
export const courseWords = ({ body, minutes, dose }: Pick<Course, 'body' | 'minutes' | 'dose'>): string =>
  capital(
    commas(
      body.agent,
      body.mixed && say('mixed to {mixed}', { mixed: body.mixed }),
      body.cover !== 'none' && coverWords[body.cover],
      body.light.by !== 'none' && lightWords(body.light),
      body.temperature !== undefined && `${body.temperature} °C`,
      durationWords(minutes),
      doseWords({ dose }),
    ),
  )

export const yellowCaveats = {
  back: say('It may come back, in the dark too; this house has measured: nothing yet.'),
  forGood: say('This cannot be undone. Try it on a hidden spot first.'),
} as const

/** A line of the log. */
export function treatmentEntry(body: BodyOf<'treatment'>): EntryWords {
  const plain = (what: string, result = ''): EntryWords => ({ what, result, proof: false })
  if (body.what === 'begun')
    return plain(
      colon(
        body.trial
          ? say('trial of {sort} begun on {on}', { sort: shown(body.sort), on: list(body.on, 8) })
          : say('{sort} begun on {on}', { sort: shown(body.sort), on: list(body.on, 8) }),
        commas(
          body.agent ?? say('no agent'),
          body.mixed ?? body.bought,
          coverWords[body.cover],
          lightWords(body.light),
          body.ph !== undefined && say('pH {ph}', { ph: body.ph }),
          body.although && say('although: {although}', { although: body.although }),
          body.words,
        ),
      ),
    )
  if (body.what === 'happened') {
    const { did } = body
    const said =
      did.did === 'rinsed'
        ? say('rinsed with {water}', { water: did.water })
        : did.did === 'read the pH'
          ? say('pH {ph}', { ph: did.ph })
          : did.did === 'saw the cloud'
            ? say('cloud {cloud} of 8', { cloud: did.cloud })
            : did.did === 'took out'
              ? say('took out {piece}', { piece: did.piece })
              : did.did
    return plain(brackets(say('treatment: {said}', { said }), body.words))
  }
  const harmed = body.beside.filter((b) => b.is === 'harmed').map((b) => b.what)
  return plain(
    semicolons(
      say('treatment ended: {verdicts}', {
        verdicts: list(
          body.verdicts.map((v) => `${v.on} ${v.is}${v.words ? ` (${v.words})` : ''}`),
          8,
        ),
      }),
      harmed.length > 0 && say('harmed: {harmed}', { harmed: list(harmed) }),
      body.ph !== undefined && say('pH {ph}', { ph: body.ph }),
      body.recheck && say('look again on {recheck}', { recheck: dayOnly(body.recheck) }),
    ),
  )
}
