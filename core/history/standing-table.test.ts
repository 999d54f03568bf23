/** What stands, as tables: a function by what came after what, and a fault that comes and goes by how long it has held. */
import { describe, expect, it } from 'vitest'
import { fail, found, home, pass, slot, test, twoTerminals } from '#core/testing/terminal.ts'
import type { Teller } from '#core/testing/script.ts'
import { inStore } from '#core/place.ts'
import type { Body } from './bodies/index.ts'
import type { TestResult } from './bodies/test.ts'
import { standingsOf, wantsFullTest } from './standing.ts'

type Said = { readonly claim: string; readonly fn?: string } | Readonly<Record<string, TestResult>> | Body
const at = (hour: number) => `2026-03-02T${String(hour).padStart(2, '0')}:00:00.000Z`
const comesAndGoes = (failures?: number, of?: number): TestResult =>
  failures === undefined ? { is: 'intermittent' } : ({ is: 'intermittent', failures, of } as TestResult)
const starts = (n: number): TestResult => ({ is: 'pass', starts: n })
const cannot: TestResult = { is: 'not possible', because: 'no line' }
const unclear: TestResult = { is: 'inconclusive', because: 'bad light' } as TestResult
const change = (name: string, reach: 'outside' | 'disturbed' | 'altered'): Body => ({
  kind: 'change',
  machine: home,
  target: { sort: 'position', name },
  verb: reach === 'altered' ? 'soldered' : reach === 'disturbed' ? 'reseated' : 'cleaned',
  reach,
})

function told(said: readonly Said[], now = at(23)): Teller {
  const { t, episode } = twoTerminals(now)
  said.forEach((what, i) => {
    if ('kind' in what) t.told(at(i + 1), what as Body, { episode })
    else if ('claim' in what)
      t.told(at(i + 1), {
        kind: 'claim',
        machine: home,
        claims: [
          { says: what.claim as never, words: 'as told', ...(what.fn ? { fn: what.fn as string } : {}) },
        ],
      })
    else test(t, at(i + 1), what as Record<string, TestResult>)
  })
  return t
}
const standings = (t: Teller) => {
  const world = t.world()
  return standingsOf(world, world.machines.get(home)!)
}
const of = (fn: string, said: readonly Said[]) => standings(told(said)).find((s) => s.fn === fn)

describe('what stands of “send”', () => {
  it.each<readonly [string, readonly Said[], string]>([
    ['nothing was said', [], 'untested'],
    ['it was claimed', [{ claim: 'works', fn: 'send' }], 'claimed'],
    ['it was claimed of another', [{ claim: 'works', fn: 'bell' }], 'untested'],
    ['nothing was claimed of it', [{ claim: 'not said', fn: 'send' }], 'untested'],
    ['it passed', [{ send: pass }], 'works'],
    ['it failed', [{ send: fail }], 'fails'],
    ['it passed, then failed', [{ send: pass }, { send: fail }], 'fails'],
    ['it failed, then passed', [{ send: fail }, { send: pass }], 'works'],
    ['partly', [{ send: { is: 'partly', good: 3, of: 4 } }], 'partly'],
    ['all of all', [{ send: { is: 'partly', good: 4, of: 4 } }], 'works'],
    ['now and then', [{ send: comesAndGoes() }], 'intermittent'],
    ['it could not be tried', [{ send: cannot }], 'blocked'],
    ['it was tried and said nothing', [{ send: unclear }], 'inconclusive'],
    ['it passed, then could not be tried', [{ send: pass }, { send: cannot }], 'works'],
    ['its part was reseated since', [{ send: pass }, change('IC40', 'disturbed')], 'retest'],
    ['its part was cleaned outside', [{ send: pass }, change('IC40', 'outside')], 'works'],
    ['another part was reseated', [{ send: pass }, change('IC41', 'disturbed')], 'works'],
    ['it failed, and its part was reseated', [{ send: fail }, change('IC40', 'disturbed')], 'fails'],
  ])('%s', (_, said, word) => expect(of('send', said)?.word).toBe(word))

  it('a name that no sheet lists has a standing once it was tried or claimed, and is not essential', () => {
    const names = (said: readonly Said[]) => standings(told(said)).map((s) => s.fn)
    expect(names([])).not.toContain('paper feed')
    expect(names([{ 'paper feed': pass }])).toContain('paper feed')
    expect(names([{ claim: 'fails', fn: 'ribbon' }])).toContain('ribbon')
    expect(names([{ send: pass }]).filter((fn) => fn === 'send')).toHaveLength(1)
    expect(of('paper feed', [{ 'paper feed': pass }])).toMatchObject({ essential: false, word: 'works' })
    // A look at the whole machine is no function of it.
    expect(names([{ look: fail }])).not.toContain('look')
  })
  it('what passed is held up by a dead machine, until it is tried again', () => {
    expect(of('send', [{ send: pass }, { look: fail }])).toMatchObject({ word: 'blocked' })
    expect(of('send', [{ look: fail }, { send: pass }])).toMatchObject({ word: 'works' })
    expect(of('send', [{ send: pass }, { look: pass }])?.word).toBe('works')
    expect(of('send', [{ send: fail }, { look: fail }])?.word).toBe('fails')
    expect(of('send', [{ look: fail }])?.word).toBe('untested')
  })
  it('wants a full test where something was altered, and not where it was only disturbed', () => {
    const wants = (said: readonly Said[]) => {
      const standing = of('send', said)
      return standing && wantsFullTest(standing)
    }
    expect(wants([{ send: pass }, change('IC40', 'altered')])).toBe(true)
    expect(wants([{ send: pass }, change('IC40', 'disturbed')])).toBe(false)
    expect(wants([{ send: pass }])).toBe(false)
    expect(wants([{ send: pass }, change('IC40', 'altered'), change('IC40', 'disturbed')])).toBe(true)
  })
})

// Luck of a clean run: C(of, failures) / C(of + clean, failures); the house believes it below 0.1.
describe('a fault that came and went', () => {
  const run = (...said: readonly Said[]) => {
    const standing = of('send', said)
    return [standing?.word, standing?.run?.clean, standing?.run?.needed]
  }
  const once = { send: comesAndGoes(1, 3) }
  it.each<readonly [string, readonly Said[], readonly unknown[]]>([
    ['has not held yet', [once, { send: starts(27) }], ['unproved', 27, 28]],
    ['has held', [once, { send: starts(28) }], ['works', 28, 28]],
    ['has held over two tests', [once, { send: starts(14) }, { send: starts(14) }], ['works', 28, 28]],
    [
      'failed in between',
      [once, { send: starts(20) }, { send: fail }, { send: starts(10) }],
      ['unproved', 10, 28],
    ],
    ['of two of three needs fewer', [{ send: comesAndGoes(2, 3) }, { send: starts(6) }], ['works', 6, 6]],
    ['not counted: one of two', [{ send: comesAndGoes() }, { send: starts(18) }], ['unproved', 18, 19]],
    [
      'claimed of it: one of two',
      [{ claim: 'now and then', fn: 'send' }, { send: starts(19) }],
      ['works', 19, 19],
    ],
    [
      'claimed of another',
      [{ claim: 'now and then', fn: 'bell' }, { send: pass }],
      ['works', undefined, undefined],
    ],
    // Of the whole machine: of its essential functions, and “send” is none.
    ['claimed of the machine', [{ claim: 'now and then' }, { send: pass }], ['works', undefined, undefined]],
    [
      'what could not be tried counts nothing',
      [once, { send: cannot }, { send: starts(28) }],
      ['works', 28, 28],
    ],
    [
      'begins anew after an alteration that it had not outlasted',
      [once, { send: starts(20) }, change('IC40', 'altered'), { send: starts(10) }],
      ['unproved', 10, 28],
    ],
    [
      'does not begin anew once it was settled',
      [once, { send: starts(28) }, change('IC40', 'altered'), { send: pass }],
      ['works', 29, 28],
    ],
    [
      'nor after an alteration elsewhere',
      [once, { send: starts(20) }, change('IC41', 'altered'), { send: starts(8) }],
      ['works', 28, 28],
    ],
  ])('%s', (_, said, expected) => expect(run(...said)).toEqual(expected))
  it('claimed of the machine is one of its essential functions', () => {
    const standing = of('screen', [{ claim: 'now and then' }, { screen: pass }])
    expect(standing?.run).toMatchObject({ failures: 1, of: 2, reckoned: true, clean: 1, needed: 19 })
  })
  it('of which a part is out since its test wants a retest, whatever the run', () => {
    const out: Body = {
      kind: 'move',
      legs: [{ part: found(home, 'IC40'), from: slot(home, 'IC40'), to: inStore('drawer') }],
    }
    expect(of('send', [once, { send: starts(28) }, out])?.word).toBe('retest')
  })
})
