/** The form of a type sheet is made from its schema: nothing that the schema holds is left out in silence, everything is explained. */
import { describe, expect, it } from 'vitest'
import {
  functionSchema,
  positionSchema,
  sheetHazardSchema,
  sheetSchema,
  testPointSchema,
  wayInStepSchema,
  zoneSchema,
} from '#core/type/sheet.ts'
import { sheetRows, type ListName } from './columns.ts'
import { emptySheet, fromForm, toForm } from './form.ts'

const schemas = {
  functions: functionSchema,
  positions: positionSchema,
  points: testPointSchema,
  zones: zoneSchema,
  hazards: sheetHazardSchema,
  wayIn: wayInStepSchema,
} as const
/** Fields that one column writes beside the one it is named after, and those that other places of the form hold. */
const elsewhere: Readonly<Record<ListName, readonly string[]>> = {
  functions: ['starts', 'minutes', 'short'],
  positions: ['weight'],
  points: ['behind', 'divides'],
  zones: [],
  hazards: [],
  wayIn: [],
}
const lists = Object.keys(sheetRows) as ListName[]

describe.each(lists)('the table of %s', (list) => {
  const { columns, blank } = sheetRows[list]
  it('says of each column what it is for', () => {
    for (const { head, about } of columns) expect(about, head).toMatch(/\w.*\.$/)
  })
  it('has a column for every field of the schema', () => {
    const keys = columns.map((c) => c.key)
    for (const field of Object.keys(schemas[list].shape))
      expect([...keys, ...elsewhere[list]], field).toContain(field)
  })
  it('adds a row that the form can hold', () => {
    const form = { ...toForm(sheetSchema.parse({ name: 'Ostrel 5' })), [list]: [blank] }
    expect(() => fromForm({ ...emptySheet, ...form })).not.toThrow()
    expect(Object.keys(blank)).toEqual(columns.map((c) => c.key))
  })
})

it('offers the choices that the schema has', () => {
  const fill = (list: ListName, key: string) => sheetRows[list].columns.find((c) => c.key === key)
  expect(fill('positions', 'mount')).toMatchObject({ fill: expect.arrayContaining(['plug']), open: false })
  expect(fill('positions', 'safetyClass')).toMatchObject({ fill: ['X', 'Y'], open: true })
  expect(fill('positions', 'assembly')).toMatchObject({ fill: 'tick' })
  expect(sheetRows.positions.blank).toMatchObject({ mount: 'socketed', safetyClass: '', assembly: false })
})
