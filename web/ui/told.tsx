import { Fragment, type ReactNode } from 'react'
import { shown, type SlotsOf } from '#api/words/say.ts'

/** A sentence in which something stands out, whole as in `say`: `told('Worked on {day}.', { day: <strong>3 Mar</strong> })`. */
export function told<const Message extends string>(
  message: Message,
  slots: Readonly<Record<SlotsOf<Message>, ReactNode>>,
): ReactNode {
  return shown(message)
    .split(/\{(\w+)\}/)
    .map((piece, i) => (
      <Fragment key={i}>{i % 2 ? (slots as Readonly<Record<string, ReactNode>>)[piece] : piece}</Fragment>
    ))
}
