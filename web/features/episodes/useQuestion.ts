/** Which question a written line leaves open: each once a sitting, six at most. */
import { useState } from 'react'
import type { Draft } from '#core/history/entry.ts'
import { mostQuestions, questionOf } from '#core/composer/ask.ts'
import type { Asked } from './QuestionStrip.tsx'

export function useQuestion(episode: string) {
  const [asked, setAsked] = useState<Asked>()
  const key = `anamnesis.asked.${episode}`
  return {
    asked,
    /** Looks at what was just written. A new line leaves the last question for later. */
    consider: (written: readonly Draft[]) => {
      const before = JSON.parse(sessionStorage.getItem(key) ?? '[]') as string[]
      const next = written.find((d) => {
        const question = questionOf(d.body)
        return question !== undefined && !before.includes(`${question.asks} ${question.about}`)
      })
      const question = next && questionOf(next.body)
      if (!next || !question || before.length >= mostQuestions) return setAsked(undefined)
      sessionStorage.setItem(key, JSON.stringify([...before, `${question.asks} ${question.about}`]))
      setAsked(next)
    },
    done: () => setAsked(undefined),
  }
}
