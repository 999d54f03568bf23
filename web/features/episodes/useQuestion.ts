/** Which question a written line leaves open: each sort once a sitting unless it was answered, four at most. */
import { useState } from 'react'
import type { Draft } from '#core/history/entry.ts'
import { mostQuestions, questionOf, type Question } from '#core/composer/ask.ts'
import type { Asked } from './QuestionStrip.tsx'

/** What was asked in this sitting, and which sorts were put off and are not asked again. */
interface Before {
  readonly asked: number
  readonly putOff: readonly Question['asks'][]
}

export function useQuestion(episode: string) {
  const [asked, setAsked] = useState<Asked>()
  const key = `anamnesis.asked.${episode}`
  const before = (): Before => JSON.parse(sessionStorage.getItem(key) ?? '{"asked":0,"putOff":[]}') as Before
  const keep = (now: Before) => sessionStorage.setItem(key, JSON.stringify(now))
  return {
    asked,
    /** Looks at what was just written. A new line leaves the last question for later. */
    consider: (written: readonly Draft[]) => {
      const { asked: many, putOff } = before()
      const next = written.find((d) => {
        const question = questionOf(d.body)
        return question !== undefined && !putOff.includes(question.asks)
      })
      const question = next && questionOf(next.body)
      if (!next || !question || many >= mostQuestions) return setAsked(undefined)
      // Until it is answered it counts as put off: whoever types on has said so.
      keep({ asked: many + 1, putOff: [...putOff, question.asks] })
      setAsked(next)
    },
    /** It was answered: that sort may be asked again. */
    answered: () => {
      const question = asked && questionOf(asked.body)
      const { asked: many, putOff } = before()
      keep({ asked: many, putOff: putOff.filter((sort) => sort !== question?.asks) })
      setAsked(undefined)
    },
    later: () => setAsked(undefined),
  }
}
