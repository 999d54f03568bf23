/** What an entry leaves unsaid that the next person will want to know. At most one question an entry, and *later* is an answer. */
import type { Body } from '#core/history/bodies/index.ts'

export interface Question {
  readonly asks: 'how it fails' | 'why not' | 'where it lies' | 'from and to'
  /** What it is asked of: a function, fasteners, an adjuster. */
  readonly about: string
}

/** The most questions of one sitting: an evening of sixty entries. */
export const mostQuestions = 4

const unsaid = 'not said'

/** The first thing that the entry leaves unsaid; undefined for one that says all there is to ask. */
export function questionOf(body: Body): Question | undefined {
  switch (body.kind) {
    case 'test':
      for (const { fn, result } of body.results) {
        if (
          (result.is === 'fail' || result.is === 'partly' || result.is === 'intermittent') &&
          result.symptom === undefined
        )
          return { asks: 'how it fails', about: fn }
        if (result.is === 'not possible' && result.because === unsaid) return { asks: 'why not', about: fn }
      }
      return undefined
    case 'fastening':
      return body.way === 'off' && body.cup === undefined
        ? { asks: 'where it lies', about: `${body.count} ${body.size}` }
        : undefined
    case 'change':
      return body.target.sort === 'adjuster' && (body.from === undefined || body.to === undefined)
        ? { asks: 'from and to', about: body.target.name }
        : undefined
    default:
      return undefined
  }
}

/** The same entry with its question answered; undefined when the words do not answer it. */
export function answered(body: Body, said: string): Body | undefined {
  const words = said.trim().slice(0, 80)
  const question = questionOf(body)
  if (!question || words === '') return undefined
  if (body.kind === 'fastening') return { ...body, cup: /^\d+$/.test(words) ? `cup ${words}` : words }
  if (body.kind === 'change') {
    const range = /^(?:from\s+)?(\S+)\s+(?:to|→|->)\s+(\S+)$/i.exec(words)
    return range?.[1] && range[2] ? { ...body, from: range[1], to: range[2] } : undefined
  }
  if (body.kind !== 'test') return undefined
  return {
    ...body,
    results: body.results.map((r) => {
      if (r.fn !== question.about) return r
      const { result } = r
      if (result.is === 'not possible') return { ...r, result: { ...result, because: words } }
      return result.is === 'fail' || result.is === 'partly' || result.is === 'intermittent'
        ? { ...r, result: { ...result, symptom: words } }
        : r
    }),
  }
}
