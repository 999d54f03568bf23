import { expect, it } from 'vitest'
import { fail, found, home, other, pass, slot, twoTerminals } from '#core/testing/terminal.ts'
import { wholeMachines } from '#core/parts/whole-machines.ts'
import { wholeView } from './whole.ts'

const at = '2026-03-02T10:00:00.000Z'

it('a lot’s modules are judged by what was said and what tests show', () => {
  const { t } = twoTerminals()
  const lot = t.told('2026-01-06T09:00:00.000Z', {
    kind: 'batch',
    name: 'Two terminals',
    machines: [home, other],
  }).id
  const test = (machine: typeof home, results: Record<string, typeof pass>) =>
    t.told(at, {
      kind: 'test',
      machine,
      depth: 'full',
      gear: [],
      results: Object.entries(results).map(([fn, result]) => ({ fn, result })),
    })
  // The first: characters fail, and depend on IC31 alone. The second: everything passes but the keyboard.
  test(home, { characters: fail, keyboard: pass, 'self-test': pass, screen: pass })
  test(other, { characters: pass, keyboard: fail, 'self-test': pass, screen: pass })
  t.told(at, {
    kind: 'part',
    what: 'content',
    machine: other,
    place: slot(other, 'keyboard'),
    content: 'empty',
  })
  t.told(at, { kind: 'part', what: 'health', part: found(home, 'supply'), health: 'proved good' })
  const view = wholeView(t.world(), lot)!
  expect(view.kinds.map((k) => k.kind)).toEqual(['IC31', 'IC32', 'keyboard', 'supply'])
  expect(view.units.map((u) => u.modules)).toEqual([
    { IC31: 'bad', IC32: 'good', keyboard: 'good', supply: 'good' },
    { IC31: 'good', IC32: 'unknown', keyboard: 'missing', supply: 'good' },
  ])
  const plan = wholeMachines(view.units, view.kinds)!
  // One whole machine, and two ways to it; the fuller unit stays one.
  expect(plan.machines).toEqual([home])
  expect(plan.moves).toEqual([{ kind: 'IC31', from: other, to: home }])
  expect(wholeView(t.world(), numbered())).toBeUndefined()
  function numbered() {
    return t.entries[0]!.id
  }
})
