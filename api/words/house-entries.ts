/** What entries about stock, owners and the house say: lots, what is kept, consent, methods, words, gear, types, people, rules. */
import { say } from './say.ts'
import type { Body, BodyOf } from '#core/history/bodies/index.ts'
import type { EntryNames, EntryWords } from './names.ts'
import { colon, commas, list, semicolons } from './lists.ts'
import { matterWords } from './owners.ts'
import { placeWords } from './moves.ts'
import { eveningEntryWords } from './plan.ts'
import { jobEntryWords } from './jobs.ts'
import { shortDay } from './dates.ts'

type HouseBody = Extract<
  Body,
  {
    kind:
      | 'lot'
      | 'count'
      | 'reservation'
      | 'request'
      | 'consent'
      | 'method'
      | 'evening'
      | 'job'
      | 'word'
      | 'spec'
      | 'baseline'
      | 'gear'
      | 'type'
      | 'party'
      | 'rule'
  }
>

/** What an owner was asked and answered: “give IC3 and IC4”, “run it at D2”. */
function agreedTo({ to, positions }: BodyOf<'consent'>): string {
  const named = positions && list(positions, 6)
  if (to === 'give parts') return named ? say('give {named}', { named }) : say('give parts of it')
  return named ? say('{matter} at {named}', { matter: to, named }) : to
}

export function houseEntry(body: HouseBody, names: EntryNames): EntryWords {
  const plain = (what: string, result = ''): EntryWords => ({ what, result, proof: false })
  const label = (id: string | undefined, fallback: string) => (id ? (names.labels[id] ?? fallback) : fallback)
  switch (body.kind) {
    case 'lot':
      return body.what === 'got'
        ? plain(
            say('{n} × {label}, {origin}, to {place}', {
              n: body.n,
              label: label(body.lot, say('counted stock')),
              origin: body.origin,
              place: placeWords(body.place, names),
            }),
            body.price && names.money ? names.money(body.price.minor, body.price.currency) : '',
          )
        : plain(say('counted stock: {label}', { label: label(body.lot, say('not named')) }), body.tag ?? '')
    case 'count':
      return plain(
        say('counted {label} in {place}', {
          label: label(body.lot, say('counted stock')),
          place: placeWords(body.place, names),
        }),
        body.about ? say('about {n}', { n: body.n }) : `${body.n}`,
      )
    case 'reservation': {
      const what = body.lot ? label(body.lot, say('counted stock')) : label(body.part, say('a part'))
      if (body.what === 'ended')
        return plain(
          say('{what} no longer reserved for {label}', {
            what,
            label: label(body.machine, say('a machine')),
          }),
          body.words ?? '',
        )
      return plain(
        say('reserved for {place}: {what}', {
          place: commas(label(body.machine, say('a machine')), body.position),
          what: body.lot ? `${body.n ?? 1} × ${what}` : what,
        }),
        body.until ? say('until {until}', { until: shortDay(body.until, names.now, names.zone) }) : '',
      )
    }
    case 'request':
      return plain(
        say('asked {label} about {matterWords}: {words}', {
          label: label(body.of, say('the owner')),
          matterWords: matterWords[body.to],
          words: body.words,
        }),
      )
    case 'consent':
      return plain(
        colon(
          body.given
            ? say('{who} agrees to {what}', { who: label(body.by, say('the owner')), what: agreedTo(body) })
            : say('{who} does not agree to {what}', {
                who: label(body.by, say('the owner')),
                what: agreedTo(body),
              }),
          body.words,
        ),
        body.until ? say('until {until}', { until: shortDay(body.until, names.now, names.zone) }) : '',
      )
    case 'method':
      return body.what === 'written'
        ? plain(say('house method: {name}', { name: body.recipe.name }))
        : plain(
            commas(
              say('verdict on {label}: {verdict}', {
                label: label(body.method, say('a house method')),
                verdict: body.verdict,
              }),
              body.words,
            ),
          )
    case 'evening':
      return plain(eveningEntryWords(body, (id) => label(id, say('somebody'))))
    case 'job':
      return plain(jobEntryWords(body, 'machine' in body ? label(body.machine, say('a machine')) : ''))
    case 'word':
      return plain(
        body.what === 'taught'
          ? say('word of the house: “{word}” means {means}', { word: body.word, means: body.means })
          : say('“{word}” is no word of the house any more', { word: body.word }),
        body.type ? say('on machines of the type {label}', { label: label(body.type, say('a type')) }) : '',
      )
    case 'spec': {
      const read = Object.entries(body.attributes).map(([name, value]) =>
        name === 'value' || name === 'rating' ? value : `${name} ${value}`,
      )
      return plain(
        body.by === 'settled'
          ? semicolons(
              say('{position}: settled as {read}', { position: body.position, read: read.join(', ') }),
              body.words,
            )
          : semicolons(
              say('{position}: the {by} says {read}', {
                position: body.position,
                by: body.by,
                read: read.join(', '),
              }),
              body.words,
            ),
      )
    }
    case 'baseline':
      return plain(
        say('healthy set: {readings} readings kept', { readings: body.readings.length }),
        body.words ?? '',
      )
    case 'gear':
      if (body.what === 'identified')
        return plain(say('test gear: {name}, {gearKind}', { name: body.name, gearKind: body.gearKind }))
      if (body.what === 'lent')
        return plain(
          body.due
            ? say('{label} lent to {bodyLabel}, due back {due}', {
                label: label(body.gear, say('test gear')),
                bodyLabel: label(body.to, say('somebody')),
                due: shortDay(body.due, names.now, names.zone),
              })
            : say('{label} lent to {bodyLabel}', {
                label: label(body.gear, say('test gear')),
                bodyLabel: label(body.to, say('somebody')),
              }),
        )
      if (body.what === 'back')
        return plain(say('{label} came back', { label: label(body.gear, say('test gear')) }))
      return body.what === 'proved'
        ? plain(say('{label} proved', { label: label(body.gear, say('test gear')) }), body.words ?? '')
        : plain(
            say('{label} found unfit: {because}', {
              label: label(body.gear, say('test gear')),
              because: body.because,
            }),
          )
    case 'type':
      return plain(say('type sheet: {name}', { name: body.sheet.name }))
    case 'party':
      return plain(`${body.sort}: ${body.name}`)
    case 'rule':
      if (body.what === 'policy')
        return plain(say('rule: {key}, {option}', { key: body.key, option: body.option }), body.reason)
      if (body.what === 'authorisation')
        return plain(
          `${label(body.party, say('a person'))} ${body.granted ? say('may') : say('may no longer')}: ${body.authority}`,
        )
      return plain(
        body.granted
          ? say('{label} sees this machine', { label: label(body.party, say('a party')) })
          : say('{label} no longer sees this machine', { label: label(body.party, say('a party')) }),
      )
  }
}
