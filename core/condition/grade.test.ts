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
