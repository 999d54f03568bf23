/** An owner is asked whether they agree. */
import { requestBody } from '../bodies/consent.ts'
import { machineDraft } from '../draft.ts'
import { itsMachine, subject, type Definition } from './definition.ts'
import type { BodyOf } from '../bodies/index.ts'

export const request = {
  schema: requestBody,
  scope: 'machine',
  about: (body) => [...itsMachine(body), ...subject('party', body.of)],
  places: 'none',
  least: 'volunteer',
  authority: 'none',
  admission: 'observed',
  groundwork: false,
  ahead: false,
  trueFrom: 'when it happened',
  // What is asked of a guest stands in their home, built there.
  guest: 'hidden',
  withoutPrice: 'holds no price',
  blind: 'shown',
  files: 'none',
  reaches: 'its subjects',
  travels: 'never',
  reduce: (world, entry, body) => void machineDraft(world, body.machine).requests.push(entry),
} satisfies Definition<BodyOf<'request'>>
