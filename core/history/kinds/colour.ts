/** A colour measured on a photograph. */
import { colourBody } from '../bodies/colour.ts'
import { machineDraft } from '../draft.ts'
import { itsMachine, type Definition } from './definition.ts'
import type { BodyOf } from '../bodies/index.ts'

export const colour = {
  schema: colourBody,
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
  blind: 'hidden',
  files: (body) => [body.file],
  reaches: 'its subjects',
  travels: 'with its machine',
  reduce: (world, entry, body) => void machineDraft(world, body.machine).colours.push({ ...entry, body }),
} satisfies Definition<BodyOf<'colour'>>
