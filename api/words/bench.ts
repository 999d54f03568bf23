/** What entries of the bench say: work, screws, power, hazards, questions, waits, what is left to do, what is supposed. */
import { say, shown } from './say.ts'
import type { Body } from '#core/history/bodies/index.ts'
import type { DiagnosisEnd } from '#core/history/bodies/diagnosis.ts'
import { precautionTitle } from './checks.ts'
import { clockWords, durationWords, shortDay } from './dates.ts'
import { commas, list, paragraph } from './lists.ts'
import type { EntryNames, EntryWords } from './names.ts'

type BenchBody = Extract<
  Body,
  {
    kind:
      | 'change'
      | 'fastening'
      | 'connection'
      | 'power'
      | 'incident'
      | 'hazard'
      | 'question'
      | 'precaution'
      | 'wait'
      | 'task'
      | 'advice'
      | 'onset'
      | 'diagnosis'
  }
>

function changeOf(body: Extract<Body, { kind: 'change' }>): string {
  const { verb, from, to, scale } = body
  const what = body.target.name
  const turned =
    from === undefined || to === undefined
      ? scale
        ? say('{verb} {what}, of {scale}', { verb, what, scale })
        : `${verb} ${what}`
      : scale
        ? say('{verb} {what} from {from} to {to} of {scale}', { verb, what, from, to, scale })
        : say('{verb} {what} from {from} to {to}', { verb, what, from, to })
  return commas(turned, body.mark && say('marked {mark}', { mark: body.mark }), body.words)
}

const fastened: Readonly<Record<Extract<Body, { kind: 'fastening' }>['way'], string>> = {
  off: say('off'),
  on: say('on'),
  loosened: say('loosened'),
  tightened: say('tightened'),
  missing: say('not there'),
  lost: say('lost'),
}

const became: Readonly<Record<Extract<Body, { kind: 'advice'; what: 'became' }>['outcome'], string>> = {
  held: say('tried, and it held'),
  'did not hold': say('tried, and it did not hold'),
  'no difference': say('tried, and it made no difference'),
  dropped: say('dropped, not tried'),
}

/** How a search for a fault ended without a cause. */
export const endWords: Readonly<Record<DiagnosisEnd, string>> = {
  'replace the module': say('the whole module is replaced'),
  'display only': say('shown from now on, kept switched off'),
  'cause unknown': say('kept, cause not known'),
}

/** From when a fault is. */
export const onsetWords = (when: string): string =>
  when === 'not known'
    ? say('a time that is not known')
    : when === 'with us'
      ? say('its time with us')
      : when === 'before it was retired'
        ? say('before it was retired')
        : when === 'in storage'
          ? say('its time in storage')
          : say('its time in carriage')

export function benchEntry(body: BenchBody, names: EntryNames): EntryWords {
  const plain = (what: string, result = ''): EntryWords => ({ what, result, proof: false })
  const label = (id: string | undefined, fallback: string) => (id ? (names.labels[id] ?? fallback) : fallback)
  const day = (at: string) => shortDay(at, names.now, names.zone)
  switch (body.kind) {
    case 'change':
      return plain(
        commas(
          changeOf(body),
          body.method && say('by {label}', { label: label(body.method, say('a house method')) }),
        ),
        body.failed
          ? say('did not succeed')
          : body.reach === 'outside'
            ? body.verified
              ? say('verified')
              : say('outside only')
            : body.reach === 'disturbed'
              ? say('disturbed')
              : '',
      )
    case 'fastening':
      return plain(
        commas(
          `${fastened[body.way]} ${body.what}: ${paragraph(`${body.count} ${body.size}`, body.head)}`,
          body.cup,
        ),
      )
    case 'connection':
      return plain(`${body.way === 'off' ? say('unplugged') : say('plugged')} ${body.connector}`)
    case 'power':
      return plain(commas(body.way === 'on' ? say('switched on') : say('switched off'), body.words))
    case 'incident':
      return plain(
        body.damage
          ? body.target
            ? say('damage: {damage} at {name}, {words}', {
                damage: body.damage,
                words: body.words,
                name: body.target.name,
              })
            : say('damage: {damage}, {words}', { damage: body.damage, words: body.words })
          : say('incident: {words}', { words: body.words }),
        [
          body.by === undefined
            ? ''
            : body.by === 'not known'
              ? say('by whom is not known')
              : say('by {by}', { by: body.by }),
          body.undone === 'not known' ? '' : body.undone,
        ]
          .filter(Boolean)
          .join(', '),
      )
    case 'hazard':
      return body.what === 'noted'
        ? plain(say('hazard: {words}', { words: body.words }), body.barsPower ? say('do not power') : '')
        : plain(say('hazard over: {label}', { label: label(body.hazard, say('the hazard')) }), body.words)
    case 'question':
      return body.what === 'asked'
        ? plain(say('ask {words}', { words: body.words }), say('open'))
        : plain(
            say('answer to “{label}”: {words}', {
              label: label(body.question, say('a question')),
              words: body.words,
            }),
          )
    case 'precaution':
      return plain(
        say('done: {precautionTitle}', { precautionTitle: precautionTitle(body.what).toLowerCase() }),
        [body.read?.asWritten, body.words].filter(Boolean).join(', '),
      )
    case 'wait':
      if ('over' in body)
        return plain(say('over: {label}', { label: label(body.over, say('a wait')) }), body.words)
      return plain(
        body.soak
          ? `${body.what}, ${body.soak.attended ? say('attended') : say('unattended')}`
          : body.everyMinutes
            ? say('wait: {what}, every {everyMinutes}', {
                what: body.what,
                everyMinutes: durationWords(body.everyMinutes),
              })
            : say('wait: {what}', { what: body.what }),
        say('until {day} {clock}', { day: day(body.until), clock: clockWords(body.until, names.zone) }),
      )
    case 'task':
      return body.what === 'put off'
        ? plain(
            body.reason
              ? say('later: {task}, because {reason}', { task: body.task, reason: body.reason })
              : say('later: {task}', { task: body.task }),
            body.until ? say('not before {day}', { day: day(body.until) }) : '',
          )
        : plain(
            commas(`${shown(body.way)}: ${body.task ?? label(body.left, say('a next step'))}`, body.words),
          )
    case 'advice':
      if (body.what === 'became')
        return plain(
          commas(`${label(body.advice, say('what was supposed'))}: ${became[body.outcome]}`, body.words),
        )
      return plain(
        commas(
          body.about
            ? say('{sort} about {about}: {words}', { sort: body.sort, about: body.about, words: body.words })
            : `${body.sort}: ${body.words}`,
          body.basis && say('because {basis}', { basis: body.basis }),
        ),
        body.from
          ? say('from {label}', { label: label(body.from, say('somebody')) })
          : body.fromWords
            ? say('from {fromWords}', { fromWords: body.fromWords })
            : '',
      )
    case 'diagnosis':
      if (body.what === 'ended')
        return plain(
          commas(say('fault of {of}: {end}', { of: list(body.of), end: endWords[body.end] }), body.because),
        )
      return body.what === 'set aside'
        ? plain(say('set aside what was seen of {of}: {because}', { of: body.of, because: body.because }))
        : plain(commas(say('what was seen of {of} counts again', { of: body.of }), body.because))
    case 'onset':
      return plain(
        commas(
          say('{of}: its fault is from {onset}', { of: body.of, onset: onsetWords(body.when) }),
          body.words,
        ),
      )
  }
}
