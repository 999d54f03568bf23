/** What stands under the line while it is typed. */
import type { ComposerContext } from '#core/composer/context.ts'
import type { RecordQuestion } from '#core/history/record.ts'
import { AnswerStrip } from './AnswerStrip.tsx'
import { HaltStrip } from './HaltStrip.tsx'
import { QuestionStrip } from './QuestionStrip.tsx'
import { Examples, Says } from './Says.tsx'
import type { useParsed } from './useComposer.ts'
import type { useLine } from './useLine.ts'
import type { useQuestion } from './useQuestion.ts'
import { WhichStrip } from './WhichStrip.tsx'

export interface Recorded {
  readonly line: string
  readonly question: RecordQuestion
}

/** What stands under the line: why it stopped, which of two is meant, what the record answers, examples, a question, or what will be written. */
export function UnderLine({
  typed: { line, halt, setHalt, put },
  read,
  composing,
  question,
  hints,
  which,
  onWhich,
  record,
  onRecord,
  context,
  nameOf,
  onFocus,
}: {
  typed: ReturnType<typeof useLine>
  /** The line as far as it is read. */
  read: string
  composing: ReturnType<typeof useParsed>
  question: ReturnType<typeof useQuestion>
  hints: readonly string[]
  which: { readonly word: string; readonly among: readonly string[] } | undefined
  onWhich: () => void
  record: Recorded | undefined
  onRecord: (record: Recorded | undefined) => void
  context: ComposerContext
  nameOf: (party: string) => string
  onFocus: () => void
}) {
  const empty = line.trim() === ''
  if (halt)
    return (
      <HaltStrip
        halt={halt}
        nameOf={nameOf}
        onBack={(text) => {
          setHalt(undefined)
          put(text)
        }}
      />
    )
  if (which)
    return (
      <WhichStrip
        word={which.word}
        among={which.among}
        onChoose={(name) => {
          onWhich()
          put(line.replace(which.word, name))
        }}
      />
    )
  if (record && empty)
    return (
      <AnswerStrip
        episode={context.episode}
        machine={context.machine}
        question={record.question}
        onKeep={() => {
          onRecord(undefined)
          put(`ask ${record.line}`)
        }}
        onClose={() => {
          onRecord(undefined)
          onFocus()
        }}
      />
    )
  if (line.trim() === '?') return <Examples lines={hints} onTake={put} />
  if (question.asked && empty)
    return (
      <QuestionStrip
        key={question.asked.id}
        asked={question.asked}
        onAnswered={question.answered}
        onLater={question.later}
      />
    )
  return <Says line={empty ? '' : read} composing={composing} />
}
