/** What one entry says on the ruled sheet: its sentence, and what stands in the result column. */
import { testEntry } from './results.ts'
import { sourceWords } from './owners.ts'
import { say, shown } from './say.ts'
import { spanWords } from './points.ts'
import type { Body } from '#core/history/bodies/index.ts'
import type { EntryNames, EntryWords } from './names.ts'
import { colon, commas, list, semicolons } from './lists.ts'
import { loanEntry } from './loans.ts'
import { colourEntry } from './colours.ts'
import { treatmentEntry } from './treatments.ts'
import { moveWords, placeWords } from './moves.ts'
import { benchEntry } from './bench.ts'
import { shortDay } from './dates.ts'
import { houseEntry } from './house-entries.ts'
import { conditionEntry, arrivalEntry } from './surveying.ts'

export function entryWords(body: Body, names: EntryNames): EntryWords {
  const plain = (what: string, result = ''): EntryWords => ({ what, result, proof: false })
  const label = (id: string | undefined, fallback: string) => (id ? (names.labels[id] ?? fallback) : fallback)
  switch (body.kind) {
    case 'test':
      return testEntry(body, names)
    case 'move':
      return moveWords(body, names)
    case 'loan':
    case 'handover':
    case 'look':
    case 'difference':
    case 'run':
    case 'paper':
      return loanEntry(body, names)
    case 'treatment':
      return treatmentEntry(body)
    case 'colour':
      return colourEntry(body)
    case 'change':
    case 'fastening':
    case 'connection':
    case 'power':
    case 'incident':
    case 'hazard':
    case 'question':
    case 'precaution':
    case 'wait':
    case 'task':
    case 'advice':
    case 'onset':
    case 'diagnosis':
      return benchEntry(body, names)
    case 'reading': {
      const low =
        body.nominal !== undefined && body.tolerance !== undefined ? body.nominal - body.tolerance : undefined
      const high =
        body.nominal !== undefined && body.tolerance !== undefined ? body.nominal + body.tolerance : undefined
      const value = body.read.value ?? body.read.min
      const inside =
        low !== undefined && high !== undefined && value !== undefined
          ? value >= low && value <= high
            ? say('in {span}', { span: spanWords(low, high, body.read.unit) })
            : say('outside {span}', { span: spanWords(low, high, body.read.unit) })
          : ''
      return {
        what: commas(
          say('read {point} {asWritten}', { point: body.point, asWritten: body.read.asWritten }),
          body.load && (body.load === 'none' ? say('no load') : say('load {load}', { load: body.load })),
          body.instrument,
        ),
        result: inside,
        proof: true,
      }
    }
    case 'jot':
      if (body.what === 'sorted')
        return plain(
          say('sorted: {label}', { label: label(body.jot, say('a quick note')) }),
          body.into.length
            ? `${body.into.length} ${body.into.length === 1 ? say('entry') : say('entries')}`
            : say('nothing to write'),
        )
      return plain(
        say('quick note: {words}', {
          words: body.words || (body.voice ? say('spoken') : say('a photograph')),
        }),
        body.voice ? say('{round} s spoken', { round: Math.round(body.voice.seconds) }) : '',
      )
    case 'photo':
      return plain(
        body.of
          ? colon(
              commas(
                body.of === 'other'
                  ? say('photograph of something')
                  : say('photograph of {of}', { of: shown(body.of) }),
                body.zone,
              ),
              body.words,
            )
          : colon(commas(say('photograph'), body.zone), body.words),
      )
    case 'finding':
    case 'survey':
    case 'grade':
    case 'pin':
    case 'pair':
      return conditionEntry(body, label)
    case 'evidence':
    case 'contents':
    case 'quarantine':
    case 'receipt':
    case 'link':
    case 'value':
    case 'marking':
    case 'batch':
      return arrivalEntry(body, names)
    case 'note':
      return plain(body.words)
    case 'episode':
      if (body.what === 'opened') return plain(say('opened: {title}', { title: body.title }))
      if (body.what === 'paused')
        return plain(
          semicolons(
            say('stopped for today'),
            body.lie,
            body.next && say('next: {next}', { next: body.next }),
          ),
          body.unplugged === undefined ? '' : body.unplugged ? say('unplugged') : say('not unplugged'),
        )
      if (body.what === 'resumed') return plain(say('came back to it'))
      return plain(body.next ? say('closed; next: {next}', { next: body.next }) : say('closed'))
    case 'claim':
      return plain(
        body.claims
          .map((c) =>
            c.fn
              ? say('claimed of {fn}: “{words}”', { words: c.words, fn: c.fn })
              : say('claimed: “{words}”', { words: c.words }),
          )
          .join('; '),
        say('only said'),
      )
    case 'machine':
      if (body.what === 'registered')
        return plain(
          body.source.from
            ? say('registered as {entryNumber}: {name}, {how} from {label}', {
                entryNumber: body.entryNumber,
                name: body.name,
                how: sourceWords(body.source.how),
                label: label(body.source.from, say('a giver')),
              })
            : say('registered as {entryNumber}: {name}, {how}', {
                entryNumber: body.entryNumber,
                name: body.name,
                how: sourceWords(body.source.how),
              }),
        )
      if (body.what === 'met')
        return plain(
          say('written to its own sheet: {names}', {
            names: list(
              [...body.functions.map((f) => f.name), ...body.positions.map((p) => p.designator)],
              6,
            ),
          }),
        )
      return plain(say('stated: {facts}', { facts: list(Object.entries(body.set).map(factWords(label)), 6) }))
    case 'part':
      if (body.what === 'content')
        return plain(
          colon(
            commas(
              body.content === 'empty'
                ? say('{position} found empty', { position: body.place.position ?? say('position') })
                : say('{position} found with an unknown part', {
                    position: body.place.position ?? say('position'),
                  }),
              body.beforeItCame && say('so before it came'),
            ),
            body.words,
          ),
        )
      if (body.what === 'health')
        return plain(
          commas(
            `${label(body.part, say('part'))}: ${body.health}`,
            body.ground && say('by {ground}', { ground: body.ground }),
          ),
          body.because ?? '',
        )
      if (body.outOf)
        return plain(
          commas(
            say('one out of {label}', { label: label(body.outOf.lot, say('counted stock')) }),
            body.place && placeWords(body.place, names),
          ),
          body.tag ?? '',
        )
      return plain(
        commas(
          say('identified {label}', { label: label(body.part, say('part')) }),
          body.origin && body.origin !== 'unknown'
            ? body.origin === 'factory'
              ? say('factory-fitted')
              : body.origin
            : body.origin && say('who fitted it is not known'),
          body.marking && say('marked {marking}', { marking: body.marking }),
        ),
        body.tag ?? '',
      )
    case 'custody':
      return plain(
        say('{purpose}: to {place}, {carriage}', {
          purpose: body.purpose,
          place: placeWords(body.to, names),
          carriage: body.carriage,
        }),
        body.until ? say('until {until}', { until: shortDay(body.until, names.now, names.zone) }) : '',
      )
    case 'override':
      return plain(
        say('{check} check, “{rule}” overridden: {reason}', {
          check: body.check,
          rule: body.rule,
          reason: body.reason,
        }),
        body.role,
      )
    case 'settle':
      return plain(
        body.outcome === 'happened'
          ? commas(say('settled: it happened'), body.words)
          : commas(say('settled: it did not happen'), body.words),
      )
    case 'lot':
    case 'count':
    case 'reservation':
    case 'request':
    case 'consent':
    case 'method':
    case 'evening':
    case 'job':
    case 'word':
    case 'spec':
    case 'baseline':
    case 'gear':
    case 'type':
    case 'party':
    case 'rule':
      return houseEntry(body, names)
    case 'withdrawal':
      return plain(say('withdrawn'))
    case 'erasure':
      return plain(
        body.what === 'all'
          ? say('an entry erased for good')
          : say('what an entry said before erased for good'),
        body.ground,
      )
    case 'erased':
      return plain(say('erased by a steward'), body.ground)
    default: {
      const never: never = body
      return never
    }
  }
}

const factTitles: Readonly<Record<string, string>> = {
  name: say('name'),
  type: say('type'),
  revision: say('board and revision'),
  serial: say('serial'),
  accessionNumber: say('accession number'),
  owner: say('owner'),
  legal: say('legal status'),
  purpose: say('purpose'),
  noneThere: say('looked for, not there'),
  aliases: say('other names'),
  marks: say('marks'),
}

/** “legal status: accessioned”; of other facts their names and values. */
const factWords =
  (label: (id: string, fallback: string) => string) =>
  ([key, value]: [string, unknown]): string => {
    if (key === 'face')
      return value === null ? say('no photograph on its plate') : say('another photograph on its plate')
    if (Array.isArray(value)) return colon(factTitles[key], list(value.map(String), 6))
    if (typeof value === 'object' && value !== null)
      return list(
        Object.entries(value).map(([name, is]) => `${name}: ${String(is)}`),
        6,
      )
    return colon(
      factTitles[key] ?? key,
      value === null ? say('not known') : shown(label(String(value), String(value))),
    )
  }
