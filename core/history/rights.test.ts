import { describe, expect, it } from 'vitest'
import type { Body } from '#core/history/bodies/index.ts'
import type { MethodId } from '#core/ids.ts'
import { recipeSchema } from '#core/history/bodies/method.ts'
import { numberedId } from '#core/testing/script.ts'
import { found, home, slot, twoTerminals } from '#core/testing/terminal.ts'
import { authorityFacts } from './mains.ts'
import { authorityFor } from '#core/history/rights.ts'

const bath = numberedId<MethodId>(1, 8)
const { t } = twoTerminals()
t.told('2026-02-01T10:00:00.000Z', {
  kind: 'method',
  what: 'written',
  method: bath,
  recipe: recipeSchema.parse({ name: 'bath', verb: 'clean', needs: 'chemicals' }),
})
const work = (name: string, reach: 'altered' | 'disturbed', method?: MethodId): Body => ({
  kind: 'change',
  machine: home,
  target: { sort: 'position', name },
  verb: 'x',
  reach,
  ...(method ? { method } : {}),
})
const out = (designator: string): Body => ({
  kind: 'move',
  legs: [
    {
      part: found(home, designator),
      from: slot(home, designator),
      to: { in: { kind: 'store', id: 'drawer' } },
    },
  ],
})

// Domain: switch on · work on mains parts · picture tube · lithium · chemicals.
describe('acts of authorised people', () => {
  it.each<[string, Body, string | undefined]>([
    ['switching on', { kind: 'power', machine: home, way: 'on' }, 'switch on'],
    ['switching off', { kind: 'power', machine: home, way: 'off' }, undefined],
    ['discharging a tube', { kind: 'precaution', machine: home, what: 'tube discharged' }, 'picture tube'],
    ['pulling the plug', { kind: 'precaution', machine: home, what: 'plug out' }, undefined],
    ['soldering at the mains', work('C1', 'altered'), 'mains'],
    ['looking at it', work('C1', 'disturbed'), undefined],
    ['soldering elsewhere', work('C12', 'altered'), undefined],
    ['a method that needs it', work('case', 'disturbed', bath), 'chemicals'],
    ['taking a part off the mains', out('C1'), 'mains'],
    ['taking a chip out', out('IC31'), undefined],
  ])('%s', (_, body, authority) => expect(authorityFor(authorityFacts(t.world()), body)).toBe(authority))
})
