/** A photograph, a sentence or a voice note kept with nothing asked, sorted into entries later. */
import { jotBody } from '../bodies/jot.ts'
import { reduceJot } from '../reduce/machine.ts'
import { itsMachine, type Definition } from './definition.ts'
import type { BodyOf } from '../bodies/index.ts'

export const jot = {
  schema: jotBody,
  scope: 'machine',
  about: itsMachine,
  places: 'none',
  least: 'volunteer',
  authority: 'none',
  admission: 'observed',
  groundwork: false,
  ahead: false,
  trueFrom: 'when it happened',
  guest: 'hidden',
  withoutPrice: 'holds no price',
  blind: 'shown',
  files: (body) => (body.what === 'made' && body.voice ? [body.voice.file] : []),
  reaches: 'its subjects',
  travels: 'with its machine',
  reduce: reduceJot,
} satisfies Definition<BodyOf<'jot'>>
