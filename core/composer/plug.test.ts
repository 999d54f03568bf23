/** What is said of the mains plug is never taken for a connector of that name. */
import { describe, expect, it } from 'vitest'
import { bodies, composing } from '#core/testing/composing.ts'

describe('a line that begins with the plug', () => {
  it.each(['plug is out, I looked', 'plug is out', 'plug was pulled'])('%s puts no connector in', (line) => {
    for (const body of bodies(composing().read(line))) {
      expect(body.kind).not.toBe('connection')
      expect(JSON.stringify(body)).not.toContain('is out, I looked on')
    }
  })
  it('is read as the precaution that it is', () =>
    expect(bodies(composing().read('plug is out')).map((b) => b.kind)).toEqual(['precaution']))
  it('still puts in a connector that is named', () =>
    expect(bodies(composing().read('plug J3')).map((b) => b.kind)).toEqual(['connection']))
})
