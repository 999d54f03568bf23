/** From a record to a plan and its sheets: what is left to do comes in order, minutes say where they are from, told sheets are heeded. */
import { describe, expect, it } from 'vitest'
import { jStat } from 'jstat'
import type { PlanRow } from '#core/history/bodies/evening.ts'
import type { EntryId, MachineId, PartyId } from '#core/ids.ts'
import { dice, oneOf } from '#core/quantity/dice.ts'
import { numberedId } from '#core/testing/script.ts'
import { violations } from '#core/testing/plan-checker.ts'
import type { Todo, TodoAct } from '#core/work/todo/index.ts'
import { houseMinutesOf, quantile } from './durations.ts'
import { usualWorkshop, type Given, type GivenEvening, type GivenMachine } from './given.ts'
import { problemOf } from './jobs.ts'
import { recipes } from './recipes.ts'
import { movedBetween, sheetsOf } from './rows.ts'
import { planned } from './search.ts'
import { sheetRemarks } from './sheet.ts'
import { actKey, jobKey } from './figures.ts'
import { saleLeaves, worthOf } from './worth.ts'

const ada = numberedId<PartyId>(1, 3)
const bo = numberedId<PartyId>(2, 3)
const cai = numberedId<PartyId>(3, 3)
const machineOf = (n: number) => numberedId<MachineId>(n, 4)
const job = numberedId<EntryId>(1, 5)

const todo = (act: TodoAct, more: Partial<Todo> = {}): Todo => ({ act, items: [{ name: act }], ...more })
const aMachine = (n: number, acts: readonly Todo[], more: Partial<GivenMachine> = {}): GivenMachine => ({
  id: machineOf(n),
  todo: acts,
  waits: [],
  open: false,
  wanted: { end: 'shown running', promised: false, matters: 2 },
  jobs: [],
  takes: {},
  done: [],
  ...more,
})
/** Thursdays in December, 18:00 to 21:00 by UTC. */
const anEvening = (n: number, more: Partial<GivenEvening> = {}): GivenEvening => {
  const day = `2026-12-${String(3 + 7 * n).padStart(2, '0')}`
  return {
    day,
    from: '18:00',
    to: '21:00',
    begins: `${day}T18:00:00.000Z`,
    ends: `${day}T21:00:00.000Z`,
    sun: [],
    people: [ada, bo].map((party) => ({ party, comes: 'usually' as const })),
    ...more,
  }
}
const given = (more: Partial<Given> = {}): Given => ({
  now: '2026-12-01T12:00:00.000Z',
  evenings: [0, 1, 2].map((n) => anEvening(n)),
  people: [
    { party: ada, authorities: ['switch on', 'chemicals'] },
    { party: bo, authorities: [] },
    { party: cai, authorities: ['switch on'] },
  ],
  workshop: usualWorkshop,
  machines: [],
  minutes: {},
  ...more,
})
const planOf = (g: Given, trying?: Parameters<typeof problemOf>[1]) => {
  const from = problemOf(g, trying)
  const { plan } = planned(from.problem, { seed: 1, iterations: 200 })
  expect(violations(from.problem, plan)).toEqual([])
  return { from, plan }
}
const keys = (g: Given) => problemOf(g).steps.map((s) => s.key.split(':').at(-1))

describe('the steps of a plan', () => {
  it('are what the record leaves to do on machines that are wanted, in the order in which it is done', () => {
    const acts = (['test again', 'put back', 'make harmless', 'answer', 'fit', 'look again'] as const).map(
      (a) => todo(a),
    )
    expect(keys(given({ machines: [aMachine(1, acts), aMachine(2, acts, { wanted: undefined })] }))).toEqual([
      'make harmless',
      'fit',
      'put back',
      'test again',
      'look again',
    ])
  })
  it('keep minutes free after a fault that is to be found, and make up nothing', () => {
    const { steps, problem } = problemOf(
      given({ machines: [aMachine(1, [todo('find the fault'), todo('test')])] }),
    )
    expect(steps.map((s) => [s.key.split(':').at(-1), s.decision])).toEqual([
      ['find the fault', true],
      ['after the fault', false],
      ['test', false],
    ])
    expect(problem.steps.map((s) => s.after.map((b) => b.step))).toEqual([[], [0], [1]])
  })
  it('leave out what needs power where a machine is only displayed', () => {
    const displayed = aMachine(1, [todo('put back'), todo('test again')], {
      wanted: { end: 'displayed', promised: false, matters: 2 },
    })
    expect(keys(given({ machines: [displayed] }))).toEqual(['put back'])
  })
  it('wait for what still runs on the machine', () => {
    const wet = aMachine(1, [todo('fit'), todo('put back')], {
      waits: [{ what: 'case', until: '2026-12-09T12:00:00.000Z' }],
    })
    expect(planOf(given({ machines: [wet] })).plan.map((l) => l?.session)).toEqual([0, 1])
  })
  it('put what is looked at again after the day in a job of its own', () => {
    const wanted = {
      end: 'lent',
      by: '2026-12-10',
      due: '2026-12-10T22:59:59.999Z',
      promised: true,
      matters: 2,
    } as const
    const again = { act: 'look again' as const, items: [{ name: 'rust', due: '2026-12-16T00:00:00.000Z' }] }
    const { from, plan } = planOf(given({ machines: [aMachine(1, [todo('put back'), again], { wanted })] }))
    expect(from.problem.jobs.map((j) => j.due !== undefined)).toEqual([true, false])
    expect(plan.map((l) => l?.session)).toEqual([0, 2])
  })
  it('say where their minutes come from', () => {
    const own = aMachine(
      1,
      [todo('put back'), todo('test again', { minutes: 25 }), todo('fit'), todo('prove')],
      {
        takes: { [actKey(machineOf(1), 'fit')]: 15 },
      },
    )
    const minutes = { prove: houseMinutesOf([20, 30, 40, 50]), 'put back': houseMinutesOf([5, 6]) }
    expect(
      problemOf(given({ machines: [own], minutes })).steps.map((s) => [s.sort, s.minutes, s.from.by]),
    ).toEqual([
      ['fit', 15, 'said'],
      // Twice is not believed yet.
      ['put back', 20, 'rule'],
      ['test again', 25, 'record'],
      ['prove', 35, 'house'],
    ])
  })
  it('come from planned work without what is done of it; chemicals are for two', () => {
    const paint = recipes.find((r) => r.name === 'paint')
    const painted = aMachine(1, [], {
      wanted: undefined,
      jobs: [{ id: job, name: 'paint', opens: false, steps: paint?.steps ?? [] }],
      done: [jobKey(job, 0)],
    })
    const { from, plan } = planOf(given({ machines: [painted] }))
    expect(from.steps.map((s) => s.sort)).toEqual(['first coat', 'second coat', 'look the coat over'])
    // A coat dries a day: one evening each.
    expect(plan.map((l) => [l?.session, l?.people.length])).toEqual([
      [0, 2],
      [1, 2],
      [2, 1],
    ])
  })
})

describe('the sheets of a plan', () => {
  it('have no remark by what judges sheets, in 60 houses by chance', () => {
    const acts = [
      'see to',
      'make harmless',
      'fit',
      'put back',
      'find the fault',
      'test again',
      'prove',
    ] as const
    for (let seed = 1; seed <= 60; seed++) {
      const roll = dice(seed)
      const machines = Array.from({ length: 1 + Math.floor(roll() * 6) }, (_, n) =>
        aMachine(
          n + 1,
          acts.filter(() => roll() < 0.5).map((a) => todo(a)),
          { jobs: roll() < 0.4 ? [{ id: numberedId<EntryId>(n + 1, 5), ...oneOf(roll, recipes) }] : [] },
        ),
      )
      const g = given({ machines })
      const { from, plan } = planOf(g)
      for (const sheet of sheetsOf(g, from, plan, (s) => s.sort)) {
        const evening = g.evenings.find((e) => e.day === sheet.day)
        const may = (party: PartyId, a: string) =>
          g.people.some((p) => p.party === party && (p.authorities as readonly string[]).includes(a))
        const said = evening && sheetRemarks(evening, sheet.rows, may).flat()
        expect([seed, sheet.day, said]).toEqual([seed, sheet.day, []])
      }
    }
  })
  const row = (more: Partial<PlanRow> = {}): PlanRow => ({
    machine: machineOf(1),
    what: 'put it back',
    people: [bo],
    from: '19:00',
    minutes: 20,
    step: actKey(machineOf(1), 'put back'),
    ...more,
  })
  const toldOn = (rows: readonly PlanRow[]) =>
    [0, 1, 2].map((n) =>
      n === 0
        ? anEvening(0, { told: { rows, leave: '20:40', at: '2026-12-01T10:00:00.000Z' } })
        : anEvening(n),
    )
  const wanted = aMachine(1, [todo('put back'), todo('test again')])

  it('keep what was told: the same person on the same evening', () => {
    const { from, plan } = planOf(given({ machines: [wanted], evenings: toldOn([row()]) }))
    expect(plan[0]).toMatchObject({ session: 0, people: [1] })
    expect(movedBetween(from.told, plan)).toEqual([])
  })
  it('keep what was pinned at its very minute, as long as its people come', () => {
    const pinned = toldOn([row({ pinned: true })])
    expect(planOf(given({ machines: [wanted], evenings: pinned })).plan[0]).toMatchObject({ people: [1] })
    const { from, plan } = planOf(given({ machines: [wanted], evenings: pinned }), {
      without: [{ party: bo }],
    })
    expect(plan[0]?.people).toEqual([0])
    expect(movedBetween(from.told, plan).map((m) => m.step)).toEqual([0])
  })
  it('leave rows that were written by hand where they are, and go round them', () => {
    const byHand = row({
      step: undefined,
      machine: machineOf(9),
      people: [ada],
      from: '18:00',
      minutes: 150,
      what: 'sort the store',
    })
    const g = given({ machines: [wanted], evenings: toldOn([byHand]) })
    const { from, plan } = planOf(g)
    const [first] = sheetsOf(g, from, plan, (s) => s.sort)
    expect(first?.rows.map((r) => [r.what, r.from])).toEqual([
      ['sort the store', '18:00'],
      ['put back', '18:00'],
    ])
    // Switching on is for Ada, who is busy: another evening.
    expect(plan[1]?.session).toBe(1)
  })
  it('keep the words, the place and what then runs of a row that somebody worded', () => {
    const own = row({
      own: true,
      what: 'put the lid on, mind the lug',
      place: 'sink',
      fetch: 'felt',
      runs: 600,
      minutes: 35,
    })
    const g = given({ machines: [wanted], evenings: toldOn([own]) })
    const { from, plan } = planOf(g)
    expect(sheetsOf(g, from, plan, (s) => s.sort)[0]?.rows[0]).toEqual({ ...own, from: '18:00' })
    expect(from.steps[0]).toMatchObject({ minutes: 35, from: { by: 'told' }, place: 'sink' })
    // Tests wait for what runs.
    expect(plan[1]?.session).toBe(1)
  })
  it('go where somebody wants a step, or by whom', () => {
    const only = { [actKey(machineOf(1), 'put back')]: { day: '2026-12-17', party: bo } }
    expect(planOf(given({ machines: [wanted] }), { only }).plan.map((l) => [l?.session, l?.people])).toEqual([
      [2, [1]],
      [2, [0]],
    ])
  })
})

describe('minutes, money', () => {
  it('quantiles are those of a statistics library', () => {
    const roll = dice(4)
    for (let n = 2; n < 30; n++) {
      const list = Array.from({ length: n }, () => 5 + Math.floor(roll() * 90)).sort((a, b) => a - b)
      for (const share of [0.2, 0.5, 0.8])
        expect(quantile(list, share)).toBeCloseTo(jStat.quantiles(list, [share], 1, 1)[0] ?? NaN, 9)
    }
  })
  it('weighs hours that are left against what the house gives, what is kept free apart', () => {
    const from = problemOf(given({ machines: [aMachine(1, [todo('find the fault', { minutes: 60 })])] }))
    expect(worthOf(from, machineOf(1), 0.5)).toMatchObject({ left: 60, reserved: 45, given: 30, is: 'more' })
    expect(worthOf(from, machineOf(1), 1.5).is).toBe('perhaps more')
    expect(worthOf(from, machineOf(1), 20).is).toBe('within')
  })
  it('never adds currencies', () => {
    const eur = (minor: number) => ({ minor, currency: 'EUR' })
    expect(saleLeaves(eur(18_000), [eur(3_500), { minor: 1_250, currency: 'GBP' }])).toEqual([
      { minor: 14_500, currency: 'EUR' },
      { minor: -1_250, currency: 'GBP' },
    ])
  })
})
