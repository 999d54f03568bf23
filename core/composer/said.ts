/** What is only said: a question, its answer, a note, a jot. */
import { type Scene, type Parsed, done, wrong } from './types.ts'

export function parseAsk(text: string, scene: Scene): Parsed {
  return text.trim()
    ? done(
        [{ kind: 'question', what: 'asked', machine: scene.context.machine, words: text.trim() }],
        [{ does: 'asks', words: text.trim() }],
      )
    : wrong({ why: 'form', form: 'ask what is the wire at R12?' })
}

/** "answer 1 it is factory": the first of the open questions as the left column lists them. */
export function parseAnswer(text: string, scene: Scene): Parsed {
  const match = /^(\d+)\s+(.+)$/.exec(text.trim())
  const question = match ? scene.context.questions[Number(match[1]) - 1] : undefined
  if (!match?.[2] || !question) return wrong({ why: 'form', form: 'answer 1 it is a factory link' })
  return done(
    [
      {
        kind: 'question',
        what: 'answered',
        machine: scene.context.machine,
        question: question.entry,
        words: match[2],
      },
    ],
    [{ does: 'answers', words: question.words }],
  )
}

export const parseNote = (text: string, scene: Scene): Parsed =>
  text.trim()
    ? done(
        [{ kind: 'note', machine: scene.context.machine, words: text.trim() }],
        [{ does: 'notes', words: text.trim() }],
      )
    : wrong({ why: 'form', form: 'note the label says 1983' })

/** "jot the second screw was shorter": kept with nothing asked. */
export const parseJot = (text: string, scene: Scene): Parsed =>
  text.trim()
    ? done(
        [{ kind: 'jot', what: 'made', machine: scene.context.machine, words: text.trim() }],
        [{ does: 'jots', words: text.trim() }],
      )
    : wrong({ why: 'form', form: 'jot the second screw was shorter' })
