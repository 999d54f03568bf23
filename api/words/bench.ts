/** What entries of the bench say: work, screws, power, hazards, questions, waits, what is left to do, what is supposed. */
import type { Body } from '#core/history/bodies/index.ts'
import type { DiagnosisEnd } from '#core/history/bodies/diagnosis.ts'
import { precautionTitle } from './checks.ts'
import { clockWords, durationWords, shortDay } from './dates.ts'
import { list } from './lists.ts'
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

const behind = (words: string | undefined): string => (words ? `, ${words}` : '')

function changeOf(body: Extract<Body, { kind: 'change' }>): string {
  const range = body.from !== undefined && body.to !== undefined ? ` from ${body.from} to ${body.to}` : ''
  const scale = body.scale ? ` of ${body.scale}` : ''
  const mark = body.mark ? `, marked ${body.mark}` : ''
  return `${body.verb} ${body.target.name}${range}${scale}${mark}${behind(body.words)}`
}

const fastened: Readonly<Record<Extract<Body, { kind: 'fastening' }>['way'], string>> = {
  off: 'off',
  on: 'on',
  loosened: 'loosened',
  tightened: 'tightened',
  missing: 'not there',
  lost: 'lost',
}

const became: Readonly<Record<Extract<Body, { kind: 'advice'; what: 'became' }>['outcome'], string>> = {
  held: 'tried, and it held',
  'did not hold': 'tried, and it did not hold',
  'no difference': 'tried, and it made no difference',
  dropped: 'dropped, not tried',
}

/** How a search for a fault ended without a cause. */
export const endWords: Readonly<Record<DiagnosisEnd, string>> = {
  'replace the module': 'the whole module is replaced',
  'display only': 'shown from now on, not run',
  'cause unknown': 'kept, cause not known',
}

/** From when a fault is. */
export const onsetWords = (when: string): string =>
  when === 'not known'
    ? 'a time that is not known'
    : when === 'with us'
      ? 'its time with us'
      : when === 'before it was retired'
        ? 'before it was retired'
        : `its time ${when}`

export function benchEntry(body: BenchBody, names: EntryNames): EntryWords {
  const plain = (what: string, result = ''): EntryWords => ({ what, result, proof: false })
  const label = (id: string | undefined, fallback: string) => (id ? (names.labels[id] ?? fallback) : fallback)
  const day = (at: string) => shortDay(at, names.now, names.zone)
  switch (body.kind) {
    case 'change':
      return plain(
        `${changeOf(body)}${body.method ? `, by ${label(body.method, 'a house method')}` : ''}`,
        body.failed
          ? 'did not succeed'
          : body.reach === 'outside'
            ? body.verified
              ? 'verified'
              : 'outside only'
            : body.reach === 'disturbed'
              ? 'disturbed'
              : '',
      )
    case 'fastening':
      return plain(
        `${fastened[body.way]} ${body.what}: ${body.count} ${body.size}${body.head ? ` ${body.head}` : ''}${behind(body.cup)}`,
      )
    case 'connection':
      return plain(`${body.way === 'off' ? 'unplugged' : 'plugged'} ${body.connector}`)
    case 'power':
      return plain(`switched ${body.way}${behind(body.words)}`)
    case 'incident':
      return plain(
        body.damage
          ? `damage: ${body.damage}${body.target ? ` at ${body.target.name}` : ''}, ${body.words}`
          : `incident: ${body.words}`,
        [
          body.by === undefined ? '' : body.by === 'not known' ? 'by whom is not known' : `by ${body.by}`,
          body.undone === 'not known' ? '' : body.undone,
        ]
          .filter(Boolean)
          .join(', '),
      )
    case 'hazard':
      return body.what === 'noted'
        ? plain(`hazard: ${body.words}`, body.barsPower ? 'do not power' : '')
        : plain(`hazard over: ${label(body.hazard, 'the hazard')}`, body.words)
    case 'question':
      return body.what === 'asked'
        ? plain(`ask ${body.words}`, 'open')
        : plain(`answer to “${label(body.question, 'a question')}”: ${body.words}`)
    case 'precaution':
      return plain(
        `done: ${precautionTitle(body.what).toLowerCase()}`,
        [body.read?.asWritten, body.words].filter(Boolean).join(', '),
      )
    case 'wait':
      if ('over' in body) return plain(`over: ${label(body.over, 'a wait')}`, body.words)
      return plain(
        body.soak
          ? `${body.what}, ${body.soak.attended ? 'attended' : 'unattended'}`
          : `wait: ${body.what}${body.everyMinutes ? `, every ${durationWords(body.everyMinutes)}` : ''}`,
        `until ${day(body.until)} ${clockWords(body.until, names.zone)}`,
      )
    case 'task':
      return body.what === 'put off'
        ? plain(
            `later: ${body.task}${body.reason ? `, because ${body.reason}` : ''}`,
            body.until ? `not before ${day(body.until)}` : '',
          )
        : plain(`${body.way}: ${body.task ?? label(body.left, 'a next step')}${behind(body.words)}`)
    case 'advice':
      if (body.what === 'became')
        return plain(
          `${label(body.advice, 'what was supposed')}: ${became[body.outcome]}${behind(body.words)}`,
        )
      return plain(
        `${body.sort}${body.about ? ` about ${body.about}` : ''}: ${body.words}${body.basis ? `, because ${body.basis}` : ''}`,
        body.from ? `from ${label(body.from, 'somebody')}` : body.fromWords ? `from ${body.fromWords}` : '',
      )
    case 'diagnosis':
      if (body.what === 'ended')
        return plain(`fault of ${list(body.of)}: ${endWords[body.end]}${behind(body.because)}`)
      return body.what === 'set aside'
        ? plain(`set aside what was seen of ${body.of}: ${body.because}`)
        : plain(`what was seen of ${body.of} counts again${behind(body.because)}`)
    case 'onset':
      return plain(`${body.of}: its fault is from ${onsetWords(body.when)}${behind(body.words)}`)
  }
}
