/** What is said of treatments. None says that something is safe; chemicals defer to their labels, local rules and trained people. */
import type { BodyOf } from '#core/history/bodies/index.ts'
import type { TreatmentBarWhy } from '#core/history/refusal.ts'
import type { Course } from '#core/treatment/course.ts'
import type { EntryWords } from './names.ts'
import { dayOnly, durationWords } from './dates.ts'
import { capital, list } from './lists.ts'

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
      return `Stop: ${list(about)} must never meet. Rinse the place and record the rinse first, and wait for another day.`
    case 'sealed':
      return 'Peroxide gives off gas: never seal it. Write how it is vented.'
    case 'house rule':
      return 'This house’s practice is never to whiten. Give the reason to do it all the same.'
    case 'owner':
      return `It cannot be undone, and ${list(about)} has not agreed to such work. Ask first, and write what they said.`
    case 'material':
      return `Not on ${list(about)}: take it off or mask it, or give the reason.`
  }
}
export const barsWords = (
  bars: readonly { readonly why: TreatmentBarWhy; readonly about: readonly string[] }[],
): string => bars.map(barWords).join(' ')

export const coverWords = {
  none: 'no cover',
  film: 'under film',
  open: 'open, brushed',
  bag: 'bagged',
  bath: 'in a bath',
} as const

/** Light of a treatment. */
export function lightWords(light: Course['body']['light']): string {
  if (light.by === 'none') return 'no light'
  if (light.by === 'lamp')
    return `${light.lamp}${light.watts ? `, ${light.watts} W` : ''}${light.distance ? `, at ${light.distance} cm` : ''}`
  return light.through === 'open'
    ? 'in the sun'
    : light.through === 'glass'
      ? 'in the sun behind glass'
      : 'outside in the shade'
}

/** The light that a trial piece told of, by its key. */
export const lightKeyWords = (key: string): string =>
  key === 'glass' ? 'sun behind glass' : key === 'shade' ? 'shade outside' : key.replace(/^lamp /, '')

/** How much light it got, or why nobody knows. */
export function doseWords({ dose }: Pick<Course, 'dose'>): string {
  if ('uvHours' in dose)
    return `${dose.uvHours < 10 ? dose.uvHours.toFixed(1) : Math.round(dose.uvHours)} UV-hours${dose.learned ? ' of sun, as a trial piece told' : ''}`
  switch (dose.none) {
    case 'no sun':
      return ''
    case 'a lamp':
      return 'dose not known: a lamp has a factor of its own, learned on a trial piece'
    case 'glass or shade':
      return 'dose not known behind glass or in the shade, until a trial piece tells'
    case 'no position of the house':
      return 'dose not known: a steward gives the position of the house under Types and house'
  }
}
/** Stands once, where a dose is named. */
export const doseCaveat = 'UV-hours count light, not warmth, film or strength.'

/** How it was done, in one line. */
export const courseWords = ({ body, minutes, dose }: Pick<Course, 'body' | 'minutes' | 'dose'>): string =>
  capital(
    [
      body.agent ?? '',
      body.mixed ? `mixed to ${body.mixed}` : '',
      body.cover === 'none' ? '' : coverWords[body.cover],
      body.light.by === 'none' ? '' : lightWords(body.light),
      body.temperature === undefined ? '' : `${body.temperature} °C`,
      durationWords(minutes),
      doseWords({ dose }),
    ]
      .filter(Boolean)
      .join(', '),
  )

export const yellowCaveats = {
  back: 'It may come back, in the dark too; this house has measured: nothing yet.',
  forGood: 'This cannot be undone. Try it on a hidden spot first.',
} as const

/** A line of the log. */
export function treatmentEntry(body: BodyOf<'treatment'>): EntryWords {
  const plain = (what: string, result = ''): EntryWords => ({ what, result, proof: false })
  if (body.what === 'begun')
    return plain(
      `${body.trial ? 'trial of ' : ''}${body.sort} begun on ${list(body.on, 8)}: ${[
        body.agent ?? 'no agent',
        body.mixed ?? body.bought ?? '',
        coverWords[body.cover],
        lightWords(body.light),
        body.ph === undefined ? '' : `pH ${body.ph}`,
        body.although ? `although: ${body.although}` : '',
        body.words ?? '',
      ]
        .filter(Boolean)
        .join(', ')}`,
    )
  if (body.what === 'happened') {
    const { did } = body
    const said =
      did.did === 'rinsed'
        ? `rinsed with ${did.water}`
        : did.did === 'read the pH'
          ? `pH ${did.ph}`
          : did.did === 'saw the cloud'
            ? `cloud ${did.cloud} of 8`
            : did.did === 'took out'
              ? `took out ${did.piece}`
              : did.did
    return plain(`treatment: ${said}${body.words ? ` (${body.words})` : ''}`)
  }
  const harmed = body.beside.filter((b) => b.is === 'harmed').map((b) => b.what)
  return plain(
    `treatment ended: ${list(
      body.verdicts.map((v) => `${v.on} ${v.is}${v.words ? ` (${v.words})` : ''}`),
      8,
    )}${harmed.length > 0 ? `; harmed: ${list(harmed)}` : ''}${body.ph === undefined ? '' : `; pH ${body.ph}`}${body.recheck ? `; look again on ${dayOnly(body.recheck)}` : ''}`,
  )
}
