import { describe, expect, it } from 'vitest'
import { findingKinds } from '#core/history/bodies/condition.ts'
import { gradeOfFacts, type Grade, type GradeFacts } from './grade.ts'
import type { Activity, Danger, Severity } from '#core/history/condition-state.ts'

/**
 * The four-grade scale after S. Keene, "Audits of care", in Storage, UKIC 1991 (from memory), written as a decision table by
 * hand, apart from the code: the first line whose conditions all hold gives the grade.
 */
const table: readonly {
  readonly when: Partial<
    Record<
      'gone' | 'grave' | 'contained' | 'active' | 'weak' | 'unjudgedGrave' | 'awaits' | 'marred',
      boolean
    >
  >
  readonly grade: Grade
}[] = [
  { when: { gone: true, awaits: true }, grade: 3 },
  { when: { gone: true }, grade: 1 },
  { when: { grave: true, contained: false }, grade: 4 },
  { when: { grave: true }, grade: 3 },
  { when: { active: true }, grade: 3 },
  { when: { weak: true }, grade: 3 },
  { when: { unjudgedGrave: true }, grade: 3 },
  { when: { awaits: true }, grade: 3 },
  { when: { marred: true }, grade: 2 },
  { when: {}, grade: 1 },
]

const severities: readonly Severity[] = ['trace', 'disfigures', 'damages', 'too weak to handle']
const activities: readonly Activity[] = ['not judged', 'stable', 'active', 'actively damaging']
const dangers: readonly Danger[] = ['none', 'neighbours', 'people']
const both = [false, true]

function* everyCombination(): Generator<GradeFacts> {
  for (const sort of findingKinds)
    for (const severity of severities)
      for (const activity of activities)
        for (const danger of dangers)
          for (const contained of both)
            for (const loaded of both)
              for (const gone of both)
                for (const awaitsReinspection of both)
                  yield { sort, severity, activity, danger, contained, loaded, gone, awaitsReinspection }
}

function byTable(f: GradeFacts): Grade {
  const is = {
    gone: f.gone,
    grave: f.danger !== 'none' || f.activity === 'actively damaging',
    contained: f.contained,
    active: f.activity === 'active',
    weak: f.severity === 'too weak to handle',
    unjudgedGrave:
      f.activity === 'not judged' &&
      (['leak residue', 'corrosion', 'rust', 'perished foam or rubber'].includes(f.sort) ||
        (f.sort === 'crack' && f.loaded)),
    awaits: f.awaitsReinspection,
    marred: f.severity === 'disfigures' || f.severity === 'damages',
  }
  return table.find(({ when }) =>
    Object.entries(when).every(([key, value]) => is[key as keyof typeof is] === value),
  )!.grade
}

describe('grade of a finding', () => {
  it('follows the decision table over every combination', () => {
    let combinations = 0
    for (const facts of everyCombination()) {
      combinations++
      if (gradeOfFacts(facts).grade !== byTable(facts))
        expect.fail(`${JSON.stringify(facts)}: ${gradeOfFacts(facts).grade}, by the table ${byTable(facts)}`)
    }
    expect(combinations).toBe(findingKinds.length * 4 * 4 * 3 * 2 * 2 * 2 * 2)
  })

  it('is moved from 4 to 3 by containing, and by nothing else alone', () => {
    for (const f of everyCombination()) {
      if (gradeOfFacts({ ...f, contained: false }).grade !== 4) continue
      expect(gradeOfFacts({ ...f, contained: true }).grade).toBe(3)
    }
  })

  it('never gets better by being more active or more dangerous', () => {
    for (const f of everyCombination()) {
      const { grade } = gradeOfFacts(f)
      expect(gradeOfFacts({ ...f, danger: 'people' }).grade).toBeGreaterThanOrEqual(grade)
      expect(gradeOfFacts({ ...f, activity: 'actively damaging' }).grade).toBeGreaterThanOrEqual(grade)
    }
  })

  it('names what would lift every grade above 1', () => {
    for (const f of everyCombination()) {
      const { grade, lift } = gradeOfFacts(f)
      expect(lift !== undefined).toBe(grade > 1)
    }
  })
})

describe('the one reason that decides, and what would lift it', () => {
  const still: GradeFacts = {
    sort: 'dirt',
    severity: 'trace',
    activity: 'stable',
    danger: 'none',
    contained: false,
    loaded: false,
    gone: false,
    awaitsReinspection: false,
  }
  const cases: readonly [Partial<GradeFacts>, Grade, string, string | undefined][] = [
    [{ gone: true, awaitsReinspection: true }, 3, 'treated, not yet re-inspected', 're-inspect it'],
    [{ gone: true }, 1, 'gone', undefined],
    [{ danger: 'people', contained: true }, 3, 'danger, contained', 'treat it, then re-inspect'],
    [{ danger: 'neighbours' }, 4, 'danger not contained', 'contain it'],
    [
      { activity: 'actively damaging', contained: true },
      3,
      'actively damaging, contained',
      'treat it, then re-inspect',
    ],
    [{ activity: 'actively damaging' }, 4, 'actively damaging, not contained', 'contain it'],
    [{ activity: 'active' }, 3, 'active', 'treat it, then re-inspect'],
    [{ severity: 'too weak to handle' }, 3, 'too weak to handle', 'support or consolidate it'],
    [{ sort: 'rust', activity: 'not judged' }, 3, 'activity not judged', 'judge whether it is active'],
    [{ awaitsReinspection: true }, 3, 'treated, not yet re-inspected', 're-inspect it'],
    [{ severity: 'damages' }, 2, 'damaged', 'mend or clean it'],
    [{ severity: 'disfigures' }, 2, 'disfigured', 'mend or clean it'],
    [{}, 1, 'trace only', undefined],
  ]
  it.each(cases)('%j', (facts, grade, because, lift) =>
    expect(gradeOfFacts({ ...still, ...facts })).toEqual({ grade, because, ...(lift ? { lift } : {}) }),
  )
})
