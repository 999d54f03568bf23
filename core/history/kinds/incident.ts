/** Something went wrong: dropped, sparked, wetted. */
import { incidentBody } from '../bodies/bench.ts'
import { keepAwayIncident } from '../reduce/loans.ts'
import { reduceIncident } from '../reduce/machine.ts'
import { itsMachine, subject, type Definition } from './definition.ts'
import type { BodyOf } from '../bodies/index.ts'

export const incident = {
  schema: incidentBody,
  scope: 'machine',
  about: (body) => [...itsMachine(body), ...subject('loan', body.loan)],
  places: 'none',
  /** Whoever has it on loan says what happened there. */
  least: (body) => (body.loan === undefined ? 'volunteer' : 'guest'),
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
  reduce: (world, entry, body, order) => {
    reduceIncident(world, entry, body, order)
    keepAwayIncident(world, entry, body)
  },
} satisfies Definition<BodyOf<'incident'>>
