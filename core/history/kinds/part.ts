/** A part: what it is, how it is, and what a position was seen to hold. */
import { partBody } from '../bodies/part.ts'
import { reducePart } from '../reduce/moves.ts'
import { itsMachine, placeSubjects, subject, type Definition } from './definition.ts'
import type { BodyOf } from '../bodies/index.ts'

export const part = {
  schema: partBody,
  scope: 'machine',
  about: (body) =>
    body.what === 'content'
      ? [...itsMachine(body), ...placeSubjects(body.place)]
      : body.what === 'health'
        ? subject('part', body.part)
        : [
            ...subject('part', body.part),
            ...(body.place ? placeSubjects(body.place) : []),
            ...subject('lot', body.outOf?.lot),
            ...subject('machine', body.outOf?.for),
          ],
  places: (body) => (body.what === 'identified' && body.place ? [body.place] : []),
  least: 'volunteer',
  authority: 'none',
  admission: 'judged',
  groundwork: true,
  ahead: false,
  trueFrom: 'when it happened',
  guest: 'hidden',
  withoutPrice: (body) => (body.what === 'identified' ? { ...body, price: undefined } : body),
  blind: 'shown',
  files: 'none',
  reaches: 'its subjects',
  travels: 'with its machine',
  reduce: reducePart,
} satisfies Definition<BodyOf<'part'>>
