/** What an owner agreed to, or refused. */
import { consentBody } from '../bodies/consent.ts'
import { machineDraft } from '../draft.ts'
import { itsMachine, subject, type Definition } from './definition.ts'
import type { BodyOf } from '../bodies/index.ts'

export const consent = {
  schema: consentBody,
  scope: 'machine',
  about: (body) => [...itsMachine(body), ...subject('party', body.by)],
  places: 'none',
  least: 'guest',
  authority: 'none',
  admission: 'judged',
  groundwork: true,
  ahead: false,
  trueFrom: 'when it happened',
  guest: 'hidden',
  withoutPrice: 'holds no price',
  blind: 'shown',
  files: 'none',
  reaches: 'its subjects',
  travels: 'with its machine',
  reduce: (world, entry, body) => void machineDraft(world, body.machine).consents.push(entry),
} satisfies Definition<BodyOf<'consent'>>
