import { describe, expect, it } from 'vitest'
import type { MethodId } from '#core/ids.ts'
import { recipeSchema, type Recipe } from '#core/history/bodies/method.ts'
import { numberedId } from '#core/testing/script.ts'
import { bodies, composing, problem } from '#core/testing/composing.ts'
import { terminalSheet } from '#core/testing/terminal.ts'
import { sheetSchema } from '#core/type/sheet.ts'

const soak = numberedId<MethodId>(1, 8)
const sheet = sheetSchema.parse({
  ...terminalSheet,
  zones: [{ name: 'badge', material: 'printed foil' }, { name: 'case' }],
})

function house(recipe: Partial<Recipe> = {}) {
  const made = composing(sheet)
  made.t.told('2026-02-01T10:00:00.000Z', {
    kind: 'method',
    what: 'written',
    method: soak,
    recipe: recipeSchema.parse({
      name: 'long soak',
      verb: 'clean',
      agent: 'detergent',
      strength: '1 %',
      notOn: ['foil'],
      ...recipe,
    }),
  })
  return made
}
const does = (parsed: ReturnType<ReturnType<typeof composing>['parse']>) =>
  parsed.ok ? parsed.effects.map((e) => e.does) : []

describe('work by a house method', () => {
  it('names the card', () =>
    expect(bodies(house().parse('clean case by long soak'))).toEqual([
      expect.objectContaining({ kind: 'change', method: soak, target: { sort: 'surface', name: 'case' } }),
    ]))
  it('makes the wait that the card asks for', () => {
    const parsed = house({ waitMinutes: 90, everyMinutes: 30 }).parse('clean case by long soak')
    expect(bodies(parsed)[1]).toMatchObject({
      kind: 'wait',
      what: 'case: long soak',
      until: '2026-03-10T19:30:00.000Z',
      everyMinutes: 30,
    })
  })
  it('replaces the wait of a plain wash', () =>
    expect(
      bodies(house({ verb: 'wash', waitMinutes: 60 }).parse('wash case by long soak'))
        .filter((b) => b.kind === 'wait')
        .map((b) => 'until' in b && b.until),
    ).toEqual(['2026-03-10T19:00:00.000Z']))
  it('warns of a material on which the card is not used', () =>
    expect(does(house().parse('clean badge by long soak'))).toContain('warns of material'))
  it('says when the house chose another school', () => {
    const own = house({ school: { key: 'contacts', option: 'metal polish' } })
    expect(does(own.parse('clean case by long soak'))).toContain('leaves the house’s school')
    own.t.told('2026-02-02T10:00:00.000Z', {
      kind: 'rule',
      what: 'policy',
      key: 'contacts',
      option: 'metal polish',
      reason: 'plain brass',
    })
    expect(does(own.parse('clean case by long soak'))).not.toContain('leaves the house’s school')
  })
  it('takes a zone by its whole name before a position that begins like it', () => {
    const own = composing(sheetSchema.parse({ ...terminalSheet, zones: [{ name: 'supply shield' }] }))
    expect(bodies(own.parse('clean supply shield'))[0]).toMatchObject({
      target: { sort: 'surface', name: 'supply shield' },
    })
    expect(bodies(own.parse('clean supply'))[0]).toMatchObject({
      target: { sort: 'assembly', name: 'supply' },
    })
  })
  it('leaves “by” alone where no card is called so', () =>
    expect(bodies(house().parse('clean case by hand'))[0]).toMatchObject({ words: 'by hand' }))
})

describe('a verdict', () => {
  it('counts on the card', () => {
    const { write, context } = house()
    write('verdict long soak good even, no residue')
    write('verdict long soak bad')
    expect(context().methods[0]?.verdicts).toEqual({ good: 1, mixed: 0, bad: 1 })
  })
  it('wants a known card and a word', () => {
    expect(problem(house().parse('verdict steam good'))).toMatchObject({ why: 'which method' })
    expect(problem(house().parse('verdict long soak fine'))).toMatchObject({ why: 'form' })
  })
})
