import { describe, expect, it } from 'vitest'
import type { RuleAnswer } from '#core/work/checks/model.ts'
import { closingCheck } from '#core/work/checks/index.ts'
import { found, home, slot, twoTerminals } from '#core/testing/terminal.ts'
import { closingRules, deferrable, deferrals } from './closing.ts'

const rule = (name: RuleAnswer['rule'], about: string[], is: RuleAnswer['is'] = 'not met') =>
  ({ rule: name, is, about, entries: [], done: [] }) as unknown as RuleAnswer
const rules = [
  rule('tray empty', ['IC3', 'IC4']),
  rule('loans home', ['U2']),
  rule('connections on', [], 'met'),
  rule('next step handed on', []),
]

describe('what the closing slip asks', () => {
  it('keeps every item in sight while its reason is typed, key by key', () => {
    const typed = 'it travels apart'
    for (let n = 0; n <= typed.length; n++) {
      const { asked, rules: answered } = closingRules(
        rules,
        [{ what: 'IC3', reason: typed.slice(0, n), until: '' }],
        '',
      )
      expect(asked.map((r) => [r.rule, r.about])).toEqual([
        ['tray empty', ['IC3', 'IC4']],
        ['loans home', ['U2']],
      ])
      expect(answered.find((r) => r.rule === 'tray empty')?.about).toEqual(n === 0 ? ['IC3', 'IC4'] : ['IC4'])
    }
  })
  it('is answered once every item has a reason, a loan once it has its date as well, and the next step is said', () => {
    const all = [
      { what: 'IC3', reason: 'a', until: '' },
      { what: 'IC4', reason: 'b', until: '2026-12-24' },
      { what: 'U2', reason: 'lent for longer', until: '' },
    ]
    const open = (deferred: typeof all, next: string) =>
      closingRules(rules, deferred, next)
        .rules.filter((r) => r.is === 'not met')
        .map((r) => r.rule)
    expect(open(all, '')).toEqual(['loans home', 'next step handed on'])
    expect(
      open(
        all.map((d) => ({ ...d, until: '2026-12-24' })),
        'nothing',
      ),
    ).toEqual([])
  })
  it('stores what was typed, with its date, for what is still wanting', () => {
    const typed = [
      { what: 'IC3', reason: ' it travels apart ', until: '2026-12-24' },
      { what: 'IC4', reason: '  ', until: '' },
      { what: 'no longer wanting', reason: 'x', until: '' },
    ]
    expect(deferrals(rules, typed)).toEqual([
      { what: 'IC3', reason: 'it travels apart', until: '2026-12-24' },
    ])
  })
  it('leaves for later only what the closing check lets be left', () => {
    const { t, episode } = twoTerminals()
    t.told(
      '2026-03-01T10:00:00.000Z',
      {
        kind: 'move',
        legs: [
          { part: found(home, 'IC40'), from: slot(home, 'IC40'), to: { in: { kind: 'tray', id: episode } } },
        ],
      },
      { episode },
    )
    t.told(
      '2026-03-01T10:05:00.000Z',
      { kind: 'connection', machine: home, connector: 'J1', way: 'off' },
      { episode },
    )
    const machine = t.world().machines.get(home)!
    const body = (deferred: { what: string; reason: string }[]) => ({
      kind: 'episode' as const,
      what: 'closed' as const,
      machine: home,
      episode,
      next: 'nothing',
      report: [],
      deferred,
    })
    const unmet = (deferred: { what: string; reason: string }[]) =>
      closingCheck(t.world(), machine, machine.episodes[0]!, body(deferred)).rules.filter(
        (r) => r.is === 'not met',
      )
    const first = unmet([])
    expect(first.length).toBeGreaterThan(1)
    for (const wanting of first) {
      const left = unmet(wanting.about.map((what) => ({ what, reason: 'later' }))).some(
        (r) => r.rule === wanting.rule,
      )
      expect([wanting.rule, !left]).toEqual([wanting.rule, deferrable.has(wanting.rule)])
    }
  })
})
