/** Results told freely, as one test. */
import type { GearId } from '#core/ids.ts'
import type { TestAct } from '#core/work/reading/acts.ts'
import { type SaidResult, tested } from '../tests.ts'
import type { Parsed, Scene } from '../types.ts'
import { short } from './short.ts'

/** Results of several functions told in one breath are one test. */
export function tellTests(acts: readonly TestAct[], scene: Scene): Parsed {
  const { context } = scene
  const all = context.functions.map((f) => f.name)
  const list = acts.flatMap((act) =>
    (act.fn === 'all' ? all : [act.fn]).map((fn) => ({ fn, ...resultOf(act) })),
  )
  const gear = acts.flatMap((a) => context.gear.filter((g) => g.name === a.gear).map((g) => g.id as GearId))
  const condition = acts.find((a) => a.condition !== undefined)?.condition
  return tested(scene, [...new Map(list.map((r) => [r.fn, r])).values()], {
    depth: 'short',
    gear: [...new Set(gear)],
    condition: condition && short(condition),
  })
}

function resultOf({ is, symptom, good, of, starts, failures }: TestAct): SaidResult {
  const said = symptom ? { symptom: short(symptom) } : {}
  // What does not fit beside the result stands with it in full.
  const words = symptom && symptom.length > 80 ? { words: symptom } : {}
  switch (is) {
    case 'pass':
      return { result: starts ? { is: 'pass', starts } : { is: 'pass' }, ...words }
    case 'fail':
      return { result: { is: 'fail', ...(starts && starts > 1 ? { starts } : {}), ...said }, ...words }
    case 'partly':
      return {
        result:
          good !== undefined && of !== undefined && good <= of && of > 0
            ? { is: 'partly', good, of, ...said }
            : { is: 'partly', ...said },
        ...words,
      }
    case 'intermittent': {
      const many = of ?? starts
      const bad = failures ?? (good !== undefined && many !== undefined ? many - good : undefined)
      const counted = many !== undefined && bad !== undefined && bad > 0 && bad < many
      return {
        result: { is: 'intermittent', ...(counted ? { failures: bad, of: many } : {}), ...said },
        ...words,
      }
    }
    case 'inconclusive':
      return { result: { is: 'inconclusive', ...(symptom ? { because: symptom } : {}) } }
    case 'not possible':
      return { result: { is: 'not possible', because: symptom ?? 'not said' } }
  }
}
