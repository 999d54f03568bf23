/** The tables of a type sheet's form, made from its schema: which fields a row has, what each is for, how it is filled in. */
import { paragraph } from '#api/words/lists.ts'
import { say, shown } from '#api/words/say.ts'
import { z } from 'zod'
import {
  functionSchema,
  positionSchema,
  sheetHazardSchema,
  testPointSchema,
  wayInStepSchema,
  zoneSchema,
} from '#core/type/sheet.ts'
import type { SheetForm } from './form.ts'

/** The lists of a sheet whose rows are edited one by one. */
export type ListName = 'functions' | 'positions' | 'points' | 'zones' | 'hazards' | 'wayIn'
type RowOf<L extends ListName> = SheetForm[L][number]

export interface Column {
  readonly key: string
  readonly head: string
  /** What it is for, as the schema says it. */
  readonly about: string
  readonly fill: 'text' | 'lines' | 'tick' | readonly string[]
  /** It may be left open: the first choice is none. */
  readonly open: boolean
  readonly example?: string | undefined
  /** Names, figures and codes stand in the even type. */
  readonly figures: boolean
  readonly width?: string | undefined
}

export interface Rows {
  readonly list: ListName
  readonly title: string
  /** What one row is called: "Function". */
  readonly one: string
  readonly columns: readonly Column[]
  /** A row that nothing is filled into. */
  readonly blank: Readonly<Record<string, string | boolean>>
}

interface Look {
  readonly example?: string
  readonly figures?: true
  readonly width?: string
  readonly lines?: true
  /** The fields of the schema that this one writes, where it has another name: "3 starts, 60 min" is starts and minutes. */
  readonly writes?: readonly string[]
}

const bare = (schema: unknown): unknown =>
  schema instanceof z.ZodDefault || schema instanceof z.ZodOptional ? bare(schema.unwrap()) : schema

function column(shape: Readonly<Record<string, unknown>>, key: string, head: string, look: Look): Column {
  const fields = (look.writes ?? [key]).map((name) => {
    const field = shape[name]
    if (!(field instanceof z.ZodType)) throw new Error(say('The sheet has no {name}.', { name }))
    return field
  })
  const [field] = fields
  const inner = bare(field)
  return {
    key,
    head,
    about: paragraph(...fields.map((f) => f.description && shown(f.description))),
    fill: look.lines
      ? 'lines'
      : inner instanceof z.ZodBoolean
        ? 'tick'
        : inner instanceof z.ZodEnum
          ? inner.options.map(String)
          : 'text',
    open: field instanceof z.ZodOptional,
    example: look.example,
    figures: look.figures === true,
    width: look.width,
  }
}

function rows<L extends ListName>(
  list: L,
  title: string,
  one: string,
  { shape }: { readonly shape: Readonly<Record<string, unknown>> },
  fields: readonly (readonly [key: keyof RowOf<L> & string, head: string, look?: Look])[],
): Rows {
  const columns = fields.map(([key, head, look]) => column(shape, key, head, look ?? {}))
  return {
    list,
    title,
    one,
    columns,
    blank: Object.fromEntries(
      columns.map(({ key, fill, open }) => [
        key,
        fill === 'tick' ? false : typeof fill === 'string' || open ? '' : (fill[0] ?? ''),
      ]),
    ),
  }
}

export const sheetRows = {
  functions: rows('functions', say('Functions'), say('Function'), functionSchema, [
    ['name', say('Name')],
    ['essential', say('Essential')],
    ['dependsOn', say('Depends on'), { example: 'IC31, supply', figures: true }],
    ['needs', say('Needs gear'), { example: 'test tape (code agrees; standard)' }],
    ['full', say('Procedure')],
    [
      'asks',
      say('Asks for'),
      { example: '3 starts, 60 min', figures: true, width: 'w-28', writes: ['starts', 'minutes'] },
    ],
    ['expected', say('Expected')],
    ['notExercised', say('Does not exercise')],
    ['grid', say('Cells, one row a line'), { example: '1-50', figures: true, width: 'w-44', lines: true }],
    [
      'lines',
      say('Wiring, one line each'),
      { example: 'row 3: Q W E R', figures: true, width: 'w-44', lines: true },
    ],
    [
      'memory',
      say('Memory, one chip a line'),
      { example: 'IC13: bit 3 at 4000-7FFF', figures: true, width: 'w-44', lines: true },
    ],
  ]),
  points: rows('points', say('Test points'), say('Test point'), testPointSchema, [
    ['name', say('Name'), { figures: true, width: 'w-36' }],
    ['unit', say('Unit'), { width: 'w-20' }],
    ['nominal', say('Nominal'), { example: '14.318M', figures: true, width: 'w-28' }],
    ['tolerancePercent', '± %', { example: '5', figures: true, width: 'w-20' }],
    [
      'from',
      say('Reckoned from'),
      { example: '5V less 0.3-0.5', figures: true, width: 'w-44', writes: ['behind'] },
    ],
    ['load', say('Load'), { example: 'running' }],
    ['dependsOn', say('Fed by'), { example: 'supply' }],
    ['loads', say('Feeds'), { example: 'IC4, IC7' }],
    ['instrument', say('Instrument')],
  ]),
  positions: rows('positions', say('Positions'), say('Position'), positionSchema, [
    ['designator', say('Designator'), { figures: true, width: 'w-32' }],
    ['accepts', say('Takes')],
    ['on', say('Sits on'), { figures: true, width: 'w-32' }],
    ['mount', say('Mount'), { width: 'w-28' }],
    ['assembly', say('Assembly')],
    ['essential', say('Essential')],
    ['polarised', say('Polarised')],
    ['charged', say('Charges')],
    ['lookAlikes', say('Looks like'), { example: 'IC32', figures: true, width: 'w-32' }],
    ['ratingVolts', say('Least V'), { figures: true, width: 'w-20' }],
    ['safetyClass', say('Mains class'), { width: 'w-20' }],
    ['asks', say('Asks of the part'), { example: 'rail 12 V; esr 0.1 ohm' }],
  ]),
  hazards: rows('hazards', say('Hazards'), say('Hazard'), sheetHazardSchema, [
    ['kind', say('Kind'), { width: 'w-36' }],
    ['words', say('Caution')],
    ['needs', say('Needs authorisation'), { width: 'w-36' }],
  ]),
  wayIn: rows('wayIn', say('Opening the case'), say('Step'), wayInStepSchema, [
    ['what', say('What to take off'), { width: 'w-44' }],
    ['count', say('Count'), { figures: true, width: 'w-16' }],
    ['size', say('Size'), { example: 'M3x10', figures: true, width: 'w-24' }],
    ['head', say('Head'), { example: 'cross', width: 'w-24' }],
    ['heed', say('Take care')],
  ]),
  zones: rows('zones', say('Zones'), say('Zone'), zoneSchema, [
    ['name', say('Name')],
    ['material', say('Material'), { example: 'ABS' }],
    ['colour', say('Expected colour')],
    ['structural', say('Structural')],
  ]),
} satisfies Readonly<Record<ListName, Rows>>
