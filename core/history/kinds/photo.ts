/** A photograph and what it shows. */
import { photoBody } from '../bodies/condition.ts'
import { reducePhoto } from '../reduce/condition.ts'
import { itsMachine, type Definition } from './definition.ts'
import type { BodyOf } from '../bodies/index.ts'

export const photo = {
  schema: photoBody,
  scope: 'machine',
  about: itsMachine,
  places: 'none',
  least: 'volunteer',
  authority: 'none',
  admission: 'observed',
  groundwork: false,
  ahead: false,
  trueFrom: 'when it happened',
  guest: ({ kind, machine, file, width, height, words, of, zone, finding, evidence, on }) => ({
    kind,
    machine,
    file,
    width,
    height,
    words,
    of,
    zone,
    finding,
    evidence,
    on,
  }),
  withoutPrice: 'holds no price',
  blind: (body, own) => body.finding === undefined || own.knows(body.finding),
  files: (body) => [body.file],
  reaches: 'its subjects',
  travels: 'with its machine',
  reduce: reducePhoto,
} satisfies Definition<BodyOf<'photo'>>
