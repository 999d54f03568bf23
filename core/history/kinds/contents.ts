/** What a memory, disk or tape holds: copied with its checksum, or not copied and why. */
import { contentsBody } from '../bodies/arrival.ts'
import { reduceKept } from '../reduce/arrival.ts'
import { itsMachine, type Definition } from './definition.ts'
import type { BodyOf } from '../bodies/index.ts'

export const contents = {
  schema: contentsBody,
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
  files: 'none',
  reaches: 'its subjects',
  travels: 'with its machine',
  reduce: reduceKept,
} satisfies Definition<BodyOf<'contents'>>
