/** A case of practice to try things on: a label press, nothing wrong with it unless said. */
import { caseSchema, type CaseAsWritten, type PracticeCase } from '#core/practice/case.ts'
import { press } from '#core/practice/written/sheets.ts'

export const caseUnderTest = (more: Partial<CaseAsWritten> = {}): PracticeCase =>
  caseSchema.parse({
    key: 'written/under-test',
    title: 'Under test',
    level: 1,
    teaches: 'one thing',
    told: 'It does not work.',
    seed: 3,
    sheet: press,
    faults: [],
    ...more,
  })
