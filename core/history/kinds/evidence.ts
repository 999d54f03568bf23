/** Seals, labels and marks that handling destroys. */
import { evidenceBody } from '../bodies/arrival.ts'
import { reduceEvidence } from '../reduce/arrival.ts'
import { itsMachine, type Definition } from './definition.ts'
import type { BodyOf } from '../bodies/index.ts'

export const evidence = {
  schema: evidenceBody,
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
  reduce: reduceEvidence,
} satisfies Definition<BodyOf<'evidence'>>
