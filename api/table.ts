/** A table of machines in and out: what a dry run answers, row by row. */
import { z } from 'zod'
import {
  tableFields,
  type Mapping,
  type RowPlan,
  type RowProblem,
  type TableField,
} from '#core/formats/machine-table.ts'

export { tableFields, type Mapping, type RowProblem, type TableField }

export const mappingSchema = z.partialRecord(z.enum(tableFields), z.int().min(0).max(500))

export interface TableAnswer {
  readonly header: readonly string[]
  readonly mapping: Mapping
  /** The first rows as they stand in the file, to check the mapping by eye. */
  readonly sample: readonly (readonly string[])[]
  readonly rows: number
  readonly added: number
  readonly alreadyHere: number
  readonly refused: readonly (Pick<RowPlan, 'line' | 'number' | 'name'> & {
    readonly why: readonly string[]
  })[]
  readonly refusedCount: number
  readonly stored: boolean
}

/** Most rows one file may have, and most refused rows that are listed. */
export const mostRows = 50_000
export const mostListed = 500

export function rowProblemWords(p: RowProblem): string {
  const field = p.field ? `${p.field}: ` : ''
  switch (p.why) {
    case 'no number':
      return 'It has neither an entry number nor an accession number.'
    case 'no name':
      return 'It has no name, and no type to name it by.'
    case 'number twice in the file':
      return `Its number stands in line ${p.line} already.`
    case 'too long':
      return `${field}longer than ${p.most} characters.`
    case 'no such type':
      return `${field}no type is called “${p.value}”. Leave it empty, or register the type first.`
    case 'not one of':
      return `${field}“${p.value}” is none of ${p.options.join(', ')}.`
    case 'no amount':
      return `${field}“${p.value}” is no amount; write 91.00 and a currency of three letters.`
    case 'no date':
      return `${field}“${p.value}” is no date; write 2024-03-02, 2024-03 or 2024.`
    case 'in the future':
      return `${field}“${p.value}” lies in the future.`
    case 'needs steward':
      return 'It gives a legal status or an accession number: those are a steward’s to say.'
    case 'quotes':
      return 'A quotation mark in it is never closed.'
    case 'too few fields':
      return 'It has fewer fields than the header.'
    case 'too many fields':
      return 'It has more fields than the header.'
  }
}
