/** The steps of an episode of work: opened, left, gone on with, closed. */
import type { BodyOf } from '../bodies/index.ts'
import { episodeBody } from '../bodies/episode.ts'
import { reduceEpisode } from '../reduce/machine.ts'
import { itsMachine, type Definition } from './definition.ts'

function guest(body: BodyOf<'episode'>): BodyOf<'episode'> {
  const { kind, machine } = body
  switch (body.what) {
    case 'opened':
      return { kind, what: body.what, machine, title: body.title, number: body.number }
    case 'paused':
      return {
        kind,
        what: body.what,
        machine,
        episode: body.episode,
        lie: '',
        unplugged: body.unplugged,
        next: '',
      }
    case 'resumed':
      return { kind, what: body.what, machine, episode: body.episode }
    case 'closed':
      return { kind, what: body.what, machine, episode: body.episode, next: '', report: [], deferred: [] }
  }
}

export const episode = {
  schema: episodeBody,
  scope: 'machine',
  about: itsMachine,
  places: 'none',
  least: 'volunteer',
  authority: 'none',
  admission: 'judged',
  groundwork: true,
  ahead: false,
  trueFrom: 'when it happened',
  guest: guest,
  withoutPrice: 'holds no price',
  blind: 'shown',
  files: 'none',
  reaches: 'its subjects',
  travels: 'with its machine',
  reduce: reduceEpisode,
} satisfies Definition<BodyOf<'episode'>>
