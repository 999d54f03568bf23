/** Evenings of the demo: when the museum meets, who comes, the sheet of the next one, and three weeks before an open day. */
import type { BodyOf } from '#core/history/bodies/index.ts'
import type { MachineId } from '#core/ids.ts'
import { weekdayOf } from '#core/plan/evenings.ts'
import { actKey, jobKey } from '#core/plan/figures.ts'
import { recipes, type Recipe } from '#core/plan/recipes.ts'
import { dayOf, type Instant } from '#core/quantity/time.ts'
import { machines } from './ids.ts'
import { people } from './people.ts'
import { demoZone, type Story } from './story.ts'

/** The museum meets on one evening a week, and once on a Saturday before its open day; the sheet of the next evening is told. */
export function evenings(s: Story) {
  const day = (ahead: number) => dayOf(s.at(-ahead, '12:00'), demoZone)
  const next = day(2)
  const series = s.tell(s.at(30, '20:00'), 'ottoline', {
    kind: 'evening',
    what: 'repeats',
    weekday: weekdayOf(next),
    everyWeeks: 1,
    first: day(-30),
    from: '18:30',
    to: '21:30',
  }).id
  for (const who of ['rasmus', 'imke', 'jonas'] as const)
    s.tell(s.at(30, '20:05'), 'ottoline', {
      kind: 'evening',
      what: 'usually',
      series,
      party: people[who].party,
      comes: true,
    })
  s.tell(s.minutesAgo(100), 'jonas', {
    kind: 'evening',
    what: 'comes',
    day: next,
    party: people.jonas.party,
    comes: false,
  })
  s.tell(s.minutesAgo(90), 'rasmus', {
    kind: 'evening',
    what: 'told',
    day: next,
    leave: '21:10',
    rows: [
      {
        machine: machines.calculatorA,
        step: actKey(machines.calculatorA, 'put back'),
        own: true,
        what: 'put the keypad back and try every key',
        people: [people.imke.party],
        from: '18:30',
        minutes: 60,
        place: 'bench 1',
      },
      {
        machine: machines.writer,
        step: actKey(machines.writer, 'make harmless'),
        own: true,
        what: 'neutralise under the supply and rinse',
        people: [people.rasmus.party],
        from: '18:30',
        minutes: 75,
        place: 'sink',
        fetch: 'vinegar, pH paper, two trays',
        runs: 1440,
      },
      {
        machine: machines.terminalA,
        step: actKey(machines.terminalA, 'test again'),
        own: true,
        what: 'retest what the loan touched',
        people: [people.rasmus.party, people.imke.party],
        from: '20:00',
        minutes: 45,
        place: 'bench 1',
        authority: 'switch on',
      },
    ],
  })
  beforeTheOpenDay(s, day)
}

/** What machines are wanted for at the open day in three weeks, and what is planned on them. */
function beforeTheOpenDay(s: Story, day: (ahead: number) => string) {
  const said = (body: Omit<Extract<BodyOf<'job'>, { what: 'wanted' }>, 'kind' | 'what'>) =>
    s.tell(s.at(6, '20:40'), 'rasmus', { kind: 'job', what: 'wanted', ...body })
  const openDay = day(21)
  const words = 'open day'
  said({ machine: machines.terminalA, end: 'shown running', by: openDay, promised: false, matters: 3, words })
  said({
    machine: machines.calculatorA,
    end: 'shown running',
    by: openDay,
    promised: false,
    matters: 2,
    words,
  })
  said({ machine: machines.writer, end: 'displayed', by: openDay, promised: false, matters: 2, words })
  said({
    machine: machines.till,
    end: 'lent',
    by: day(16),
    promised: true,
    matters: 2,
    words: 'for the Christmas window of the trade school',
  })
  said({ machine: machines.label, end: 'sold', promised: false, matters: 1 })
  s.tell(s.at(6, '20:30'), 'ottoline', {
    kind: 'evening',
    what: 'workshop',
    places: { bench: 2, sink: 1, rack: 3, yard: 1 },
  })
  const saturday = Array.from({ length: 7 }, (_, n) => day(13 + n)).find((d) => weekdayOf(d) === 6) ?? day(18)
  s.tell(s.at(6, '20:31'), 'ottoline', {
    kind: 'evening',
    what: 'planned',
    day: saturday,
    from: '11:00',
    to: '15:00',
  })
  for (const who of ['rasmus', 'imke'] as const)
    s.tell(s.at(5, '19:00'), who, {
      kind: 'evening',
      what: 'comes',
      day: saturday,
      party: people[who].party,
      comes: true,
    })
  const named = (name: string): Recipe => {
    const found = recipes.find((r) => r.name === name)
    if (!found) throw new RangeError(`the recipe ${name} is gone`)
    return found
  }
  const [wash, paint, soak] = [named('wash the case'), named('paint'), named('soak test')]
  const [renew, clean] = [named('renew a set of parts'), named('open, clean inside, close')]
  const planned = (machine: MachineId, { name, opens, steps }: Recipe, at: Instant) =>
    s.tell(at, 'rasmus', { kind: 'job', what: 'planned', machine, name, opens, steps: [...steps] }).id
  planned(machines.till, wash, s.at(6, '20:45'))
  planned(machines.label, paint, s.at(6, '20:46'))
  said({ machine: machines.scale, end: 'shown running', by: openDay, promised: false, matters: 2, words })
  said({ machine: machines.bell, end: 'displayed', by: openDay, promised: false, matters: 1, words })
  planned(machines.scale, renew, s.at(6, '20:47'))
  planned(machines.bell, clean, s.at(6, '20:48'))
  planned(machines.terminalA, soak, s.at(6, '20:49'))
  // What it took on others teaches the house.
  const took: readonly (readonly [wash: number, look: number])[] = [
    [25, 10],
    [40, 15],
    [30, 10],
    [35, 10],
    [45, 20],
  ]
  took.forEach(([washed, looked], n) => {
    const machine = machines.lot[n]
    if (machine === undefined) return
    const job = planned(machine, wash, s.at(60 - n, '18:40'))
    const done = (step: number, minutes: number, at: Instant) =>
      s.tell(at, 'imke', {
        kind: 'job',
        what: 'done',
        machine,
        step: jobKey(job, step),
        sort: wash.steps[step]?.what ?? '',
        minutes,
      })
    done(0, washed, s.at(60 - n, '19:30'))
    done(1, looked, s.at(58 - n, '19:30'))
    s.tell(s.at(57 - n, '20:00'), 'rasmus', { kind: 'job', what: 'dropped', machine, job })
  })
}
