/** What one entry says on the ruled sheet: its sentence, and what stands in the result column. */
import { spanWords } from './points.ts'
import type { TestResult } from '#core/history/bodies/test.ts'
import type { Body } from '#core/history/bodies/index.ts'
import type { EntryNames, EntryWords } from './names.ts'
import { list } from './lists.ts'
import { matterWords } from './owners.ts'
import { loanEntry } from './loans.ts'
import { colourEntry } from './colours.ts'
import { treatmentEntry } from './treatments.ts'
import { moveWords, placeWords } from './moves.ts'
import { eveningEntryWords } from './plan.ts'
import { jobEntryWords } from './jobs.ts'
import { benchEntry } from './bench.ts'
import { durationWords, shortDay } from './dates.ts'
import { conditionEntry, arrivalEntry } from './surveying.ts'

export function resultWords(result: TestResult): string {
  switch (result.is) {
    case 'pass':
      return result.starts ? `pass, ${result.starts} starts` : 'pass'
    case 'fail': {
      const how = `fail${result.another ? ', in another way' : ''}${result.starts ? `, ${result.starts} of ${result.starts}` : ''}`
      return result.symptom ? `${how}: ${result.symptom}` : how
    }
    case 'partly':
      return `${partWords(result)}${result.symptom ? `: ${result.symptom}` : ''}`
    case 'intermittent':
      return `${result.failures === undefined ? 'intermittent' : `failed ${result.failures} of ${result.of}`}${result.symptom ? `: ${result.symptom}` : ''}`
    case 'inconclusive':
      return result.because ? `inconclusive: ${result.because}` : 'inconclusive'
    case 'not possible':
      return `not possible: ${result.because}`
  }
}

/** How much of it is good: as counted, else only that a part is. */
const partWords = (result: Extract<TestResult, { is: 'partly' }>): string =>
  result.of === undefined ? 'partly good' : `${result.good} of ${result.of} good`

type Said = Extract<Body, { kind: 'test' }>['results'][number]
/** How a result was come by, and what was said beside it: ", by feel, 2 h (a little dim)". */
export const mannerWords = ({ by, minutes, words }: Said): string =>
  `${by ? `, by ${by}` : ''}${minutes === undefined ? '' : `, ${durationWords(minutes)}`}${words ? ` (${words})` : ''}`

export function entryWords(body: Body, names: EntryNames): EntryWords {
  const plain = (what: string, result = ''): EntryWords => ({ what, result, proof: false })
  const label = (id: string | undefined, fallback: string) => (id ? (names.labels[id] ?? fallback) : fallback)
  switch (body.kind) {
    case 'test': {
      const same = new Set(body.results.map((r) => resultWords(r.result) + mannerWords(r)))
      const first = body.results[0]
      const gear = body.gear.length ? ` with ${list(body.gear.map((g) => label(g, 'test gear')))}` : ''
      const depth = body.depth === 'full' ? '' : `, ${body.depth}`
      const extra = `${depth}${body.condition ? `, when ${body.condition}` : ''}${gear}${body.notExercised ? `; not exercised: ${body.notExercised}` : ''}`
      const found = body.asFound ? 'as found: ' : ''
      if (first?.cells && body.results.length === 1) {
        const { pass, fail, stood, untried } = first.cells
        const counted = [
          `${pass.length} pass`,
          ...(fail.length ? [`${fail.length} fail`] : []),
          ...(stood.length ? [`${stood.length} stand`] : []),
          ...(untried.length ? [`${untried.length} not tested`] : []),
        ]
        const { result } = first
        const how = 'symptom' in result && result.symptom ? ` (${result.symptom})` : ''
        const short =
          result.is === 'partly' ? partWords(result) : result.is === 'fail' ? 'fail' : resultWords(result)
        return {
          what: `${found}test ${first.fn}${extra}: ${counted.join(', ')}${how}`,
          result: short,
          proof: true,
        }
      }
      if (body.results.length === 1 && first)
        return {
          what: `${found}test ${first.fn}${extra}`,
          result: resultWords(first.result) + mannerWords(first),
          proof: true,
        }
      if (same.size === 1 && first)
        return {
          what: `${found}test ${list(
            body.results.map((r) => r.fn),
            6,
          )}${extra}`,
          result: `${body.results.length} × ${resultWords(first.result)}${mannerWords(first)}`,
          proof: true,
        }
      const passed = body.results.filter((r) => r.result.is === 'pass').map((r) => r.fn)
      const others = body.results.filter((r) => r.result.is !== 'pass')
      return {
        what: `${found}test ${body.results.length} functions${extra}: ${others.map((r) => `${r.fn}: ${resultWords(r.result)}${mannerWords(r)}`).join('; ')}`,
        result: `${passed.length} pass, ${others.length} not`,
        proof: true,
      }
    }
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
            ? `in ${spanWords(low, high, body.read.unit)}`
            : `outside ${spanWords(low, high, body.read.unit)}`
          : ''
      return {
        what: `read ${body.point} ${body.read.asWritten}${body.load ? (body.load === 'none' ? ', no load' : `, load ${body.load}`) : ''}${body.instrument ? `, ${body.instrument}` : ''}`,
        result: inside,
        proof: true,
      }
    }
    case 'jot':
      if (body.what === 'sorted')
        return plain(
          `sorted: ${label(body.jot, 'a quick note')}`,
          body.into.length
            ? `${body.into.length} ${body.into.length === 1 ? 'entry' : 'entries'}`
            : 'nothing to write',
        )
      return plain(
        `quick note: ${body.words || (body.voice ? 'spoken' : 'a photograph')}`,
        body.voice ? `${Math.round(body.voice.seconds)} s spoken` : '',
      )
    case 'photo':
      return plain(
        `photograph${body.of ? ` of ${body.of === 'other' ? 'something' : body.of}` : ''}${body.zone ? `, ${body.zone}` : ''}${body.words ? `: ${body.words}` : ''}`,
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
      if (body.what === 'opened') return plain(`opened: ${body.title}`)
      if (body.what === 'paused')
        return plain(
          `stopped for today${body.lie ? `; ${body.lie}` : ''}${body.next ? `; next: ${body.next}` : ''}`,
          body.unplugged === undefined ? '' : body.unplugged ? 'unplugged' : 'not unplugged',
        )
      if (body.what === 'resumed') return plain('came back to it')
      return plain(`closed${body.next ? `; next: ${body.next}` : ''}`)
    case 'claim':
      return plain(
        body.claims.map((c) => `claimed${c.fn ? ` of ${c.fn}` : ''}: “${c.words}”`).join('; '),
        'only said',
      )
    case 'machine':
      if (body.what === 'registered')
        return plain(
          `registered as ${body.entryNumber}: ${body.name}, ${body.source.how}${body.source.from ? ` from ${label(body.source.from, 'a giver')}` : ''}`,
        )
      if (body.what === 'met')
        return plain(
          `written to its own sheet: ${list([...body.functions.map((f) => f.name), ...body.positions.map((p) => p.designator)], 6)}`,
        )
      return plain(
        `stated: ${list(
          Object.entries(body.set).map(([key, value]) =>
            key === 'face'
              ? value === null
                ? 'no photograph on its plate'
                : 'another photograph on its plate'
              : `${key} ${
                  typeof value === 'object' && value !== null
                    ? list(
                        Object.entries(value).map(([k, v]) => `${k} ${String(v)}`),
                        6,
                      )
                    : label(String(value), String(value))
                }`,
          ),
          6,
        )}`,
        body.reason ?? '',
      )
    case 'part':
      if (body.what === 'content')
        return plain(
          `${body.place.position ?? 'position'} found ${body.content === 'empty' ? 'empty' : 'with an unknown part'}${body.beforeItCame ? ', so before it came' : ''}${body.words ? `: ${body.words}` : ''}`,
        )
      if (body.what === 'health')
        return plain(
          `${label(body.part, 'part')}: ${body.health}${body.ground ? `, by ${body.ground}` : ''}`,
          body.because ?? '',
        )
      if (body.outOf)
        return plain(
          `one out of ${label(body.outOf.lot, 'a lot')}${body.place ? `, ${placeWords(body.place, names)}` : ''}`,
          body.tag ?? '',
        )
      return plain(
        `identified ${label(body.part, 'part')}${body.origin && body.origin !== 'unknown' ? `, ${body.origin === 'factory' ? 'factory-fitted' : body.origin}` : body.origin ? ', who fitted it is not known' : ''}${body.marking ? `, marked ${body.marking}` : ''}`,
        body.tag ?? '',
      )
    case 'custody':
      return plain(
        `${body.purpose}: to ${placeWords(body.to, names)}, ${body.carriage}`,
        body.until ? `until ${shortDay(body.until, names.now, names.zone)}` : '',
      )
    case 'override':
      return plain(`${body.check} check, “${body.rule}” overridden: ${body.reason}`, body.role)
    case 'settle':
      return plain(
        `settled: it ${body.outcome === 'happened' ? 'happened' : 'did not happen'}${body.words ? `, ${body.words}` : ''}`,
      )
    case 'lot':
      return body.what === 'got'
        ? plain(
            `${body.n} × ${label(body.lot, 'a lot')}, ${body.origin}, to ${placeWords(body.place, names)}`,
            body.price && names.money ? names.money(body.price.minor, body.price.currency) : '',
          )
        : plain(`lot: ${label(body.lot, 'a lot')}`, body.tag ?? '')
    case 'count':
      return plain(
        `counted ${label(body.lot, 'a lot')} in ${placeWords(body.place, names)}`,
        `${body.about ? 'about ' : ''}${body.n}`,
      )
    case 'reservation': {
      const what = body.lot ? label(body.lot, 'a lot') : label(body.part, 'a part')
      if (body.what === 'ended')
        return plain(`${what} no longer kept for ${label(body.machine, 'a machine')}`, body.words ?? '')
      return plain(
        `kept for ${label(body.machine, 'a machine')}${body.position ? `, ${body.position}` : ''}: ${body.lot ? `${body.n ?? 1} × ` : ''}${what}`,
        body.until ? `until ${shortDay(body.until, names.now, names.zone)}` : '',
      )
    }
    case 'request':
      return plain(`asked ${label(body.of, 'the owner')} about ${matterWords[body.to]}: ${body.words}`)
    case 'consent':
      return plain(
        `${label(body.by, 'the owner')} ${body.given ? 'agrees' : 'does not agree'} to ${body.to === 'give parts' ? `give ${body.positions ? list(body.positions, 6) : 'parts of it'}` : `${body.to}${body.positions ? ` at ${list(body.positions, 6)}` : ''}`}${body.words ? `: ${body.words}` : ''}`,
        body.until ? `until ${shortDay(body.until, names.now, names.zone)}` : '',
      )
    case 'method':
      return body.what === 'written'
        ? plain(`house method: ${body.recipe.name}`)
        : plain(
            `verdict on ${label(body.method, 'a house method')}: ${body.verdict}${body.words ? `, ${body.words}` : ''}`,
          )
    case 'evening':
      return plain(eveningEntryWords(body, (id) => label(id, 'somebody')))
    case 'job':
      return plain(jobEntryWords(body, 'machine' in body ? label(body.machine, 'a machine') : ''))
    case 'word':
      return plain(
        body.what === 'taught'
          ? `word of the house: “${body.word}” means ${body.means}`
          : `“${body.word}” is no word of the house any more`,
        body.type ? `on machines of the type ${label(body.type, 'a type')}` : '',
      )
    case 'spec': {
      const read = Object.entries(body.attributes).map(([name, value]) =>
        name === 'value' || name === 'rating' ? value : `${name} ${value}`,
      )
      return plain(
        body.by === 'settled'
          ? `${body.position}: settled as ${read.join(', ')}${body.words ? `; ${body.words}` : ''}`
          : `${body.position}: the ${body.by} says ${read.join(', ')}${body.words ? `; ${body.words}` : ''}`,
      )
    }
    case 'baseline':
      return plain(`healthy set: ${body.readings.length} readings kept`, body.words ?? '')
    case 'gear':
      if (body.what === 'identified') return plain(`test gear: ${body.name}, ${body.gearKind}`)
      if (body.what === 'lent')
        return plain(
          `${label(body.gear, 'test gear')} lent to ${label(body.to, 'somebody')}${body.due ? `, due back ${shortDay(body.due, names.now, names.zone)}` : ''}`,
        )
      if (body.what === 'back') return plain(`${label(body.gear, 'test gear')} came back`)
      return body.what === 'proved'
        ? plain(`${label(body.gear, 'test gear')} proved`, body.words ?? '')
        : plain(`${label(body.gear, 'test gear')} found unfit: ${body.because}`)
    case 'type':
      return plain(`type sheet: ${body.sheet.name}`)
    case 'party':
      return plain(`${body.sort}: ${body.name}`)
    case 'rule':
      if (body.what === 'policy') return plain(`rule: ${body.key}, ${body.option}`, body.reason)
      if (body.what === 'authorisation')
        return plain(
          `${label(body.party, 'a person')} ${body.granted ? 'may' : 'may no longer'}: ${body.authority}`,
        )
      return plain(`${label(body.party, 'a party')} ${body.granted ? 'sees' : 'no longer sees'} this machine`)
    case 'withdrawal':
      return plain('withdrawn')
    case 'erasure':
      return plain(
        body.what === 'all' ? 'an entry erased for good' : 'what an entry said before erased for good',
        body.ground,
      )
    case 'erased':
      return plain('erased by a steward', body.ground)
    default: {
      const never: never = body
      return never
    }
  }
}
