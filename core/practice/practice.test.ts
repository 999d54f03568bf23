/** A simulated machine: what it answers, what kills, what ends a case; and that a run tells the same anywhere. */
import { describe, expect, it } from 'vitest'
import type { Body } from '#core/history/bodies/index.ts'
import { conclusionsOf } from '#core/history/attribution.ts'
import { machineStanding } from '#core/history/status.ts'
import { episodeView } from '#core/views/episode.ts'
import { completed } from './ask.ts'
import { caseUnderTest } from '#core/testing/practice.ts'
import type { CaseAsWritten, PracticeCase } from './case.ts'
import { SimulatedMachine } from './machine.ts'
import { levels, madeCase } from './made.ts'
import { judged, outcomeOf, shortestMinutes } from './outcome.ts'
import { play, typeLine } from './play.ts'
import { reviewOf } from './review.ts'
import type { PracticeRun, RunEnd } from './run.ts'
import { findWritten, writtenCases } from './written/index.ts'
import { clock, plotter, press } from './written/sheets.ts'

const startedAt = '2026-03-02T18:00:00.000Z'
const begin = (told: PracticeCase) => SimulatedMachine.begin(told, startedAt, 'Ada Lund')
const told = caseUnderTest
/** Types lines; answers what each became, newest body last. */
async function after(more: Partial<CaseAsWritten>, ...lines: string[]) {
  const machine = await begin(told(more))
  for (const line of lines) expect([line, await typeLine(machine, line)]).toEqual([line, true])
  return machine
}
const last = (machine: SimulatedMachine): Body | undefined => machine.entries.at(-1)?.body
const results = (machine: SimulatedMachine) => {
  const body = last(machine)
  return body?.kind === 'test' ? Object.fromEntries(body.results.map((r) => [r.fn, r.result.is])) : undefined
}

describe('what a simulated machine answers', () => {
  it('fails every function that truly goes through what is bad, and no other', async () => {
    const machine = await after({ faults: [{ sort: 'part', at: 'VR2' }] }, 'test all')
    expect(results(machine)).toEqual({ feed: 'pass', print: 'fail', count: 'fail', bell: 'pass' })
  })
  it('answers in place of what was typed', async () => {
    const machine = await after({ faults: [{ sort: 'part', at: 'IC1' }] }, 'test feed pass')
    expect(results(machine)).toEqual({ feed: 'fail' })
  })
  it('goes by what is true where the sheet is wrong', async () => {
    const machine = await after(
      { faults: [{ sort: 'part', at: 'IC2' }], truly: [{ of: 'bell', dependsOn: ['IC2'] }] },
      'test bell',
    )
    expect(results(machine)).toEqual({ bell: 'fail' })
  })
  it('shows in a full test what a short one hides', async () => {
    const machine = await after(
      { faults: [{ sort: 'part', at: 'IC1', hiddenAtShort: ['feed'] }] },
      'test feed',
    )
    expect(results(machine)).toEqual({ feed: 'pass' })
    await typeLine(machine, 'test full feed')
    expect(results(machine)).toEqual({ feed: 'fail' })
  })
  it('counts starts of one that comes and goes', async () => {
    const machine = await after(
      { faults: [{ sort: 'contact', at: 'motor', shows: 0.5 }] },
      'test feed 20 starts',
    )
    const body = last(machine)
    expect(body?.kind === 'test' && body.results[0]?.result).toMatchObject({ is: 'intermittent', of: 20 })
  })
  it('warms up: a fault that shows only then, and one that goes', async () => {
    for (const [then, cold, warm] of [
      ['fails', 'pass', 'fail'],
      ['works', 'fail', 'pass'],
    ] as const) {
      const machine = await after(
        { faults: [{ sort: 'part', at: 'IC1', warm: { minutes: 10, then } }] },
        'power on',
        'test feed',
      )
      expect(results(machine)).toEqual({ feed: cold })
      await typeLine(machine, 'wait warm up 15m')
      await typeLine(machine, 'test feed')
      expect(results(machine)).toEqual({ feed: warm })
    }
  })
  it('two faults hide each other in one function until one of them is mended', async () => {
    const machine = await after(
      {
        faults: [
          { sort: 'part', at: 'IC4' },
          { sort: 'contact', at: 'LS1' },
        ],
        hide: [{ fn: 'bell', faults: [0, 1] }],
      },
      'test bell, count',
    )
    expect(results(machine)).toEqual({ bell: 'pass', count: 'fail' })
    await typeLine(machine, 'reseat LS1')
    await typeLine(machine, 'test bell')
    expect(results(machine)).toEqual({ bell: 'fail' })
  })
  it('reads what is there, within half a per cent; a dead rail reads nothing', async () => {
    const right = last(await after({}, 'read 5V'))
    expect(right?.kind === 'reading' && right.read.value).toBeCloseTo(5, 1)
    const dead = last(await after({ faults: [{ sort: 'part', at: 'VR2' }] }, 'read 5V'))
    expect(dead?.kind === 'reading' && dead.read.value).toBe(0)
    const high = last(await after({ faults: [{ sort: 'part', at: 'VR2', volts: { '5V': 6.6 } }] }, 'read 5V'))
    expect(high?.kind === 'reading' && high.read.value).toBeGreaterThan(6.5)
  })
  it('shows on a look what is to be seen there', async () => {
    const look = { faults: [{ sort: 'contact', at: 'IC4', look: 'a bent leg' }] } as const
    expect(last(await after({ faults: [...look.faults] }, 'look at IC4'))).toMatchObject({
      words: 'looked at IC4: a bent leg',
    })
    expect(last(await after({ faults: [...look.faults] }, 'look at IC1'))).toMatchObject({
      words: 'looked at IC1: nothing to be seen',
    })
  })
  it('is mended by what mends it: a swap, a reseat, a setting, the two that were exchanged', async () => {
    const cases: readonly (readonly [Partial<CaseAsWritten>, string, string])[] = [
      [{ faults: [{ sort: 'part', at: 'IC1' }] }, 'swap IC1 < P-0001', 'feed'],
      [{ faults: [{ sort: 'contact', at: 'motor' }] }, 'reseat motor', 'feed'],
      [
        { sheet: plotter, faults: [{ sort: 'setting', at: 'RV1', right: '6' }], settings: { RV1: '2' } },
        'adjust RV1',
        'drum',
      ],
      [{ faults: [{ sort: 'exchanged', at: 'IC2', with: 'IC3' }] }, 'out IC2 bag 1; out IC3 bag 2', 'print'],
    ]
    for (const [more, line, fn] of cases) {
      const machine = await after(more, `test ${fn}`)
      expect([line, results(machine)]).toEqual([line, { [fn]: 'fail' }])
      for (const part of line.split('; ')) await typeLine(machine, part)
      if (line.includes('bag')) {
        expect(await typeLine(machine, 'in IC2 P-0002')).toBe(true)
        expect(await typeLine(machine, 'in IC3 P-0003')).toBe(true)
      }
      await typeLine(machine, `test full ${fn}`)
      expect([line, results(machine)]).toEqual([line, { [fn]: 'pass' }])
    }
  })
  it('uses the gear of the bench, another when it is named; a bad one fails, and is found unfit', async () => {
    const gear = [
      { name: 'display one', gearKind: 'display', attributes: { standard: '50 fields' }, onBench: true },
      { name: 'display two', gearKind: 'display', attributes: { standard: '50 fields' } },
    ]
    const machine = await after(
      { sheet: plotter, gear, faults: [{ sort: 'gear', at: 'display one' }] },
      'test screen',
    )
    expect(results(machine)).toEqual({ screen: 'fail' })
    // What was tried beside it does not use it.
    await typeLine(machine, 'test screen, pen')
    expect(results(machine)).toEqual({ screen: 'fail', pen: 'pass' })
    await typeLine(machine, 'test screen with display two')
    expect(results(machine)).toEqual({ screen: 'pass' })
    await typeLine(machine, 'prove display one')
    expect(last(machine)).toMatchObject({ kind: 'gear', what: 'unfit' })
    await typeLine(machine, 'prove display two')
    expect(last(machine)).toMatchObject({ kind: 'gear', what: 'proved' })
    await typeLine(machine, 'test tape')
    expect(results(machine)).toEqual({ tape: 'not possible' })
  })
  it('takes minutes by what is done, and its own clock runs by them', async () => {
    const machine = await after({}, 'test feed', 'read 5V', 'look at IC1', 'reseat IC1')
    expect(machine.minutes).toBe(2 + 3 + 2 + 3)
    expect(machine.now).toBe('2026-03-02T18:10:00.000Z')
  })
})

describe('what harms', () => {
  it('a rail that is too high kills what is plugged into it, at the next power', async () => {
    const faults: CaseAsWritten['faults'] = [{ sort: 'part', at: 'VR2', volts: { '5V': 6.6 } }]
    const machine = await after({ faults }, 'swap IC2 < P-0002')
    expect(machine.steps.at(-1)?.killed).toEqual([])
    await typeLine(machine, 'test print')
    expect(machine.steps.at(-1)?.killed).toMatchObject([{ at: 'IC2', point: '5V', volts: 6.6 }])
    await typeLine(machine, 'swap VR2 < P-0009')
    await typeLine(machine, 'test print')
    expect(results(machine)).toEqual({ print: 'fail' })
    // What was in it before is not blamed on it, and what does not draw on that rail lives.
    const other = await after({ faults }, 'swap IC1 < P-0001', 'test all')
    expect(other.steps.flatMap((s) => s.killed)).toEqual([])
  })
  const unsafeBy = async (more: Partial<CaseAsWritten>, ...lines: string[]) => {
    const machine = await after(more, ...lines)
    return machine.unsafe?.rule
  }
  it('ends the case at an act that could hurt somebody, and says which rule would have stopped it', async () => {
    const mains = { sheet: clock } as const
    const ready = ['done earth and insulation']
    expect(await unsafeBy(mains, 'power on')).toBe('earth and insulation')
    expect(await unsafeBy({ ...mains, dryingHours: 24 }, ...ready, 'power on')).toBe('waits over')
    expect(await unsafeBy({ ...mains, dryingHours: 24 }, ...ready, 'over 1', 'power on')).toBe('waits over')
    expect(await unsafeBy({ hazard: { words: 'crust across the supply' } }, 'test all')).toBe(
      'nothing bars power',
    )
    expect(await unsafeBy(mains, 'reseat Q1')).toBe('plug out')
    expect(await unsafeBy(mains, 'done plug out', 'reseat Q1')).toBe('reservoir measured')
    expect(
      await unsafeBy(
        mains,
        ...ready,
        'power on',
        'done plug out',
        'done reservoir measured 0 V',
        'reseat Q1',
      ),
    ).toBe('reservoir measured')
    expect(
      await unsafeBy(
        mains,
        ...ready,
        'power on',
        'done plug out',
        'wait discharge 10m',
        'done reservoir measured 0 V',
        'reseat Q1',
      ),
    ).toBeUndefined()
    expect(await unsafeBy({}, 'reseat IC1', 'test all')).toBeUndefined()
  })
  it('takes nothing more once it is over, nor corrections, nor an end of the house', async () => {
    const machine = await after({ sheet: clock }, 'power on')
    expect(await typeLine(machine, 'look at Q1')).toBe(false)
    const going = await after({}, 'test feed')
    expect(await typeLine(going, 'stop: go on tomorrow')).toBe(false)
    expect(going.groups).toHaveLength(1)
  })
  it('tests and reads nothing while the plug is out', async () => {
    const machine = await after({ sheet: clock }, 'done plug out', 'done earth and insulation', 'test hands')
    expect(results(machine)).toEqual({ hands: 'not possible' })
    await typeLine(machine, 'read 48V')
    expect(last(machine)).toMatchObject({ read: { value: 0 } })
  })
})

const run = (machine: SimulatedMachine, end?: RunEnd): PracticeRun => ({
  id: '01980000-0000-7000-8000-000000000001',
  case: machine.told,
  startedAt,
  you: 'Ada Lund',
  groups: machine.groups.map((g) => [...g]) as PracticeRun['groups'],
  end,
})

describe('a run', () => {
  it.each(levels)(
    'of level %d, told anew from what was written, is the same to the last entry',
    async (level) => {
      const machine = await begin(madeCase('type', plotter, level, 11))
      await play(machine)
      const again = await SimulatedMachine.replay(machine.told, startedAt, 'Ada Lund', machine.groups)
      expect(again.entries).toEqual(machine.entries)
      expect([again.minutes, again.unsafe]).toEqual([machine.minutes, machine.unsafe])
    },
  )
  it('judges what was said: the place, the sort, all of it, or part', () => {
    const two = told({
      faults: [
        { sort: 'part', at: 'IC1' },
        { sort: 'contact', at: 'motor' },
      ],
    })
    const say = (...causes: (readonly [string, string])[]): RunEnd => ({
      how: 'cause',
      causes: causes.map(([sort, at]) => ({ sort: sort as 'part', at })),
    })
    expect(judged(two, say(['part', 'IC1'], ['contact', 'motor']), false)).toBe('right')
    expect(judged(two, say(['contact', 'IC1'], ['contact', 'motor']), false)).toBe('right place')
    expect(judged(two, say(['part', 'IC1']), false)).toBe('partly')
    expect(judged(two, say(['part', 'IC1'], ['contact', 'motor'], ['part', 'IC2']), false)).toBe('partly')
    expect(judged(two, say(['part', 'IC4']), false)).toBe('wrong')
    expect(judged(two, { how: 'stopped', because: 'enough' }, false)).toBe('stopped early')
    expect(judged(told({ endsByStopping: 'so' }), { how: 'stopped', because: 'enough' }, false)).toBe(
      'stopped rightly',
    )
    expect(judged(two, say(['part', 'IC1']), true)).toBe('unsafe')
  })
  it('says minutes, parts, places that were disturbed unseen, and the way of one who knows', async () => {
    const machine = await after(
      { faults: [{ sort: 'contact', at: 'IC4' }] },
      'test all',
      'look at IC1',
      'reseat IC1',
      'swap IC4 < P-0004',
      'test full count, bell',
    )
    const outcome = await outcomeOf(run(machine, { how: 'cause', causes: [{ sort: 'contact', at: 'IC4' }] }))
    expect(outcome).toMatchObject({
      right: 'right',
      failing: [],
      minutes: 8 + 2 + 3 + 6 + 8,
      // A reseat, and a full trial of the two functions that failed.
      shortestMinutes: 3 + 8,
      parts: { used: 1, killed: [] },
      disturbedUnseen: ['IC4'],
    })
    expect(outcome.expectedMinutes).toBeGreaterThan(8)
    expect(shortestMinutes(told({ faults: [{ sort: 'part', at: 'IC1' }] }), ['feed'])).toBe(6 + 4)
  })
  it('is told again act by act: what pointed to it, what was advised, what mended it', async () => {
    const machine = await after(
      { faults: [{ sort: 'part', at: 'VR2' }] },
      'test all',
      'read 5V',
      'look at IC1',
      'swap VR2 < P-0009',
      'test full print, count',
    )
    const { rows } = await reviewOf(run(machine))
    expect(rows).toHaveLength(5)
    expect(rows[1]?.after.ofTruth).toBeGreaterThan(rows[1]?.before.ofTruth ?? 1)
    expect(rows[2]).toMatchObject({ followed: false, mended: [] })
    expect(rows[2]?.advised?.at).toBe('VR2')
    expect(rows[3]).toMatchObject({ followed: true, mended: [{ sort: 'part', at: 'VR2' }] })
    expect(rows[4]?.after.likeliest).toBeUndefined()
  })
})

describe('lines that leave the answer out', () => {
  it.each([
    ['test feed', 'test feed pass'],
    ['test all', 'test feed pass, print pass, count pass, bell pass'],
    ['test full feed and print', 'test full feed pass, print pass'],
    ['try feed 5 starts', 'test feed pass 5 starts'],
    ['test feed with display two', 'test feed pass with display two'],
    ['read 5V', 'read 5V 0'],
    ['5V?', 'read 5V 0'],
    ['look at IC4:', 'note looked at IC4: nothing to be seen'],
    ['inspect VR2', 'note looked at VR2: nothing to be seen'],
    ['test the rest', undefined],
    ['reseat IC4', undefined],
  ])('%s', async (line, whole) => {
    const machine = await begin(told({}))
    const view = episodeView(await machine.world(), machine.ids.episode, 'P-0500')
    expect(view && completed(line, view.context)).toBe(whole)
  })
})

describe('the written cases', () => {
  it('are ten, on invented machines, each with an address of its own, of growing level', () => {
    expect(writtenCases).toHaveLength(10)
    expect(new Set(writtenCases.map((c) => c.key)).size).toBe(10)
    expect(writtenCases.map((c) => c.level)).toEqual(writtenCases.map((c) => c.level).sort())
    expect(findWritten('written/rails-first')?.title).toBe('Rails first')
  })
  it.each(writtenCases.map((c) => [c.title, c] as const))(
    '%s can be begun and is broken',
    async (_, written) => {
      const machine = await begin(written)
      const failing = [...(await machine.truth()).values()].filter((f) => f.length > 0)
      // What the gear shows wrongly is no fault of the machine.
      expect(failing.length).toBeGreaterThan(written.faults.every((f) => f.sort === 'gear') ? -1 : 0)
    },
  )
  it('a test that could not tell: by the short test of the record it works', async () => {
    const machine = await begin(findWritten('written/could-not-tell') ?? told({}))
    const { world, machine: state } = await machine.state()
    expect(machineStanding(world, state).status).toBe('working')
    await typeLine(machine, 'test full tape')
    expect(results(machine)).toEqual({ tape: 'fail' })
  })
  it.each(writtenCases.map((c) => [c.title, c] as const))(
    '%s is ended by following the advice',
    async (_, written) => {
      const played = await play(await begin(written))
      // One ends by stopping.
      expect(played.solved).toBe(written.endsByStopping === undefined)
      expect(played.left).not.toBe('unsafe')
    },
  )
  it('what was lent last: the evening before stands in the record', async () => {
    const machine = await begin(findWritten('written/lent-last') ?? told({}))
    const { world, machine: state } = await machine.state()
    expect(state.episodes).toHaveLength(2)
    await typeLine(machine, 'test pen')
    const after = await machine.state()
    expect(conclusionsOf(after.world, after.machine).find((c) => c.fn === 'pen')?.verdict).toMatch(
      /caused|among/,
    )
    expect(world.line.some((s) => s.body.kind === 'move')).toBe(true)
  })
})

describe('cases that are made', () => {
  it('are the same for the same type, level and number, and others for another', () => {
    expect(madeCase('t', press, 3, 5)).toEqual(madeCase('t', press, 3, 5))
    const seen = new Set(
      Array.from({ length: 20 }, (_, n) => JSON.stringify(madeCase('t', press, 2, n).faults)),
    )
    expect(seen.size).toBeGreaterThan(8)
  })
  it('can be begun on every level, and fail somewhere', async () => {
    for (const sheet of [press, plotter, clock])
      for (const level of levels)
        for (let seed = 0; seed < 4; seed++) {
          const made = madeCase('t', sheet, level, seed)
          const machine = await begin(made)
          const truth = await machine.truth()
          const fails = [...truth.values()].some((f) => f.length > 0)
          expect([made.key, fails || made.faults.some((f) => f.sort === 'gear')]).toEqual([made.key, true])
        }
  })
})
