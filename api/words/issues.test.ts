/** What a schema refuses is said in words that name no type. */
import { describe, expect, it } from 'vitest'
import { z } from 'zod'
import { issueWords } from './issues.ts'

const said = (schema: z.ZodType, value: unknown) => schema.safeParse(value).error?.issues.map(issueWords)

describe('what is refused', () => {
  it.each<[z.ZodType, unknown, string]>([
    [z.number(), Number.NaN, 'Write it as a number.'],
    [z.int(), 1.5, 'Write it as a whole number.'],
    [z.number().min(0), -1, 'At least 0.'],
    [z.number().max(14), 15, 'At most 14.'],
    [z.number().positive(), 0, 'More than 0.'],
    [z.string().min(1), '', 'Write something.'],
    [z.string().max(3), 'four', 'At most 3 characters.'],
    [z.array(z.string()).min(1), [], 'Name one at least.'],
    [z.array(z.string()).max(1), ['a', 'b'], 'At most 1 of them.'],
    [z.enum(['a', 'b']), 'c', 'Choose one of those offered.'],
    [
      z.string().refine(() => false, 'A day is written as 2026-06-30.'),
      'x',
      'A day is written as 2026-06-30.',
    ],
  ])('%#', (schema, value, words) => expect(said(schema, value)).toEqual([words]))
})
