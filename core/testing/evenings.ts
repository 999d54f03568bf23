/** Seeded lives of one machine: evenings in which almost anything that can be said of it is said. For tests and measurements. */
import type { Body } from '#core/history/bodies/index.ts'
import type { TestResult } from '#core/history/bodies/test.ts'
import type { EntryId } from '#core/ids.ts'
import { msToInstant } from '#core/quantity/time.ts'
import { dice as diceFrom, oneOf } from '#core/quantity/dice.ts'
import type { Teller } from './script.ts'
import { found, home, other, slot, terminalSheet, twoTerminals } from './terminal.ts'

const begin = Date.UTC(2026, 2, 2, 17)
const functions = terminalSheet.functions.map((f) => f.name)
const positions = terminalSheet.positions.filter((p) => p.on === undefined).map((p) => p.designator)

/** A terminal to which so many things happened; what its line does not admit was not written. */
export function eveningsOf(seed: number, acts: number): Teller {
  const dice = diceFrom(seed)
  const pick = <T>(items: readonly T[]): T => oneOf(dice, items)
  const { t } = twoTerminals('2026-11-01T12:00:00.000Z')
  let episode: EntryId | undefined = t.entries.find((e) => e.body.kind === 'episode')?.id
  const results = (): TestResult =>
    pick<TestResult>([
      { is: 'pass' },
      { is: 'pass' },
      { is: 'fail', symptom: 'dark' },
      { is: 'partly', good: 2, of: 3 },
      { is: 'intermittent', failures: 1, of: 4 },
      { is: 'inconclusive' },
      { is: 'not possible', because: 'no lead' },
      { is: 'not possible', because: 'E-2 is apart', until: { machine: other, number: 'E-2' } },
    ])
  const machine = home
  const position = () => pick(positions)
  const said: readonly (() => Body | undefined)[] = [
    () => ({
      kind: 'test',
      machine,
      depth: pick(['short', 'full']),
      gear: [],
      results: functions.filter(() => dice() < 0.5).map((fn) => ({ fn, result: results() })),
    }),
    () => ({
      kind: 'test',
      machine,
      depth: 'full',
      gear: [],
      results: functions.map((fn) => ({ fn, result: { is: 'pass' } })),
    }),
    () => {
      const at = position()
      return (
        episode && {
          kind: 'move',
          legs: [{ part: found(home, at), from: slot(home, at), to: { in: { kind: 'tray', id: episode } } }],
        }
      )
    },
    () => {
      const at = position()
      return (
        episode && {
          kind: 'move',
          legs: [{ part: found(home, at), from: { in: { kind: 'tray', id: episode } }, to: slot(home, at) }],
        }
      )
    },
    () => {
      const at = position()
      return {
        kind: 'move',
        legs: [{ part: found(home, at), from: slot(home, at), to: { in: { kind: 'store', id: 'box 3' } } }],
        ...(dice() < 0.5 ? { loan: { home: slot(home, at) } } : {}),
      }
    },
    () => ({
      kind: 'change',
      machine,
      target: { sort: 'position', name: position() },
      verb: 'cleaned',
      reach: pick(['disturbed', 'altered', 'outside']),
    }),
    () => ({ kind: 'fastening', machine, way: pick(['off', 'on']), what: 'lid', count: 2, size: 'M3x8' }),
    () => ({ kind: 'connection', machine, connector: 'J3', way: pick(['off', 'on']) }),
    () => ({ kind: 'hazard', what: 'noted', machine, words: 'cracked lead', barsPower: dice() < 0.5 }),
    () => ({ kind: 'question', what: 'asked', machine, words: 'who painted it?' }),
    () => ({
      kind: 'claim',
      machine,
      claims: [{ says: 'works', words: 'ran last year', fn: pick(functions) }],
    }),
    () => ({
      kind: 'finding',
      what: 'noted',
      machine,
      zone: 'case',
      sort: pick(['rust', 'leak residue', 'dirt']),
      severity: 'damages',
      activity: pick(['active', 'stable', 'not judged']),
      danger: 'none',
      contained: false,
      loaded: false,
      hypothesis: false,
    }),
    () => ({ kind: 'part', what: 'health', part: found(home, position()), health: 'proved bad' }),
    () => ({ kind: 'part', what: 'content', machine, place: slot(home, position()), content: 'empty' }),
    () => ({
      kind: 'rule',
      what: 'policy',
      key: 'run',
      option: pick(['not run', 'to be run', 'to be run']),
      reason: 'kept as it is',
      machine,
    }),
    () => ({
      kind: 'machine',
      what: 'stated',
      machine,
      set: { purpose: pick(['display', 'working exhibit', 'parts source']) },
    }),
    () =>
      episode && {
        kind: 'episode',
        what: 'paused',
        machine,
        episode,
        lie: 'bench 2',
        unplugged: true,
        next: pick(['', 'try the tape']),
      },
    () => (episode ? undefined : { kind: 'episode', what: 'opened', machine, title: 'Another evening' }),
    () =>
      episode && {
        kind: 'episode',
        what: 'closed',
        machine,
        episode,
        next: pick(['none', 'lubricate']),
        report: [],
        deferred: [],
      },
  ]
  for (let i = 0; i < acts; i++) {
    const body = pick(said)()
    if (!body || (body.kind === 'test' && body.results.length === 0)) continue
    const { entry, judgement } = t.tell(msToInstant(begin + i * 1_200_000), body, {
      ...(episode && body.kind !== 'episode' ? { episode } : {}),
    })
    if (judgement.became !== 'recorded' || body.kind !== 'episode') continue
    if (body.what === 'opened') episode = entry.id
    if (body.what === 'closed') episode = undefined
  }
  return t
}
