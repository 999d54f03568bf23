/** What one act becomes on each unit. Pure. */
import { say } from '#api/words/say.ts'
import { findingKinds } from '#core/history/bodies/condition.ts'
import type { Body } from '#core/history/bodies/index.ts'
import type { TestResult } from '#core/history/bodies/test.ts'
import type { MachineId } from '#core/ids.ts'
import { lookFunction } from '#core/history/results.ts'

/** The three answers of a look. Signs of life prove nothing either way. */
export const lookResults: Readonly<Record<'dead' | 'signs of life' | 'seems to run', TestResult>> = {
  dead: { is: 'fail', symptom: 'dead' },
  'signs of life': { is: 'inconclusive', because: 'signs of life' },
  'seems to run': { is: 'pass' },
}

export interface ActForm {
  readonly kind: 'look' | 'test' | 'work' | 'finding' | 'note'
  readonly look: keyof typeof lookResults
  readonly fn: string
  readonly result: string
  readonly symptom: string
  readonly target: string
  readonly sort: string
  readonly zone: string
  readonly words: string
}

export const emptyAct = (fn: string | undefined): ActForm => ({
  ...{ kind: 'look', look: 'dead', fn: fn ?? '', result: 'pass', symptom: '' },
  ...{ target: '', sort: findingKinds[0], zone: '', words: '' },
})

/** Entries for one unit, or the sentence that says what is missing. */
export function bodiesFor(said: ActForm, machine: MachineId): Body[] | string {
  const { symptom, target, zone, words } = said
  const form = {
    ...said,
    ...{ symptom: symptom.trim(), target: target.trim(), zone: zone.trim(), words: words.trim() },
  }
  switch (form.kind) {
    case 'look':
      return [
        {
          kind: 'test',
          machine,
          depth: 'look',
          gear: [],
          results: [{ fn: lookFunction, result: lookResults[form.look] }],
        },
      ]
    case 'test':
      if (!form.fn) return say('Choose a function. A type without functions can be given a look.')
      return [
        {
          kind: 'test',
          machine,
          depth: 'short',
          gear: [],
          results: [
            {
              fn: form.fn,
              result:
                form.result === 'fail'
                  ? { is: 'fail', ...(form.symptom ? { symptom: form.symptom } : {}) }
                  : { is: 'pass' },
            },
          ],
        },
      ]
    case 'work':
      if (!form.target) return say('Say what it was done on.')
      return [
        {
          kind: 'change',
          machine,
          target: { sort: 'surface', name: form.target },
          verb: 'worked on',
          reach: 'disturbed',
          ...(form.words ? { words: form.words } : {}),
        },
      ]
    case 'finding': {
      const sort = findingKinds.find((k) => k === form.sort)
      if (!sort || !form.zone) return say('Say on which zone it is.')
      return [
        {
          kind: 'finding',
          what: 'noted',
          machine,
          zone: form.zone,
          sort,
          severity: 'disfigures',
          activity: 'not judged',
          danger: 'none',
          contained: false,
          loaded: false,
          hypothesis: false,
          ...(form.words ? { words: form.words } : {}),
        },
      ]
    }
    case 'note':
      return form.words ? [{ kind: 'note', machine, words: form.words }] : say('The note is empty.')
  }
}
