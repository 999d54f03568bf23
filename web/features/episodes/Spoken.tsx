/** What a screen reader is told of the line: what it will do once typing rests, and that it was written, once. */
import { say } from '#api/words/say.ts'
import { useEffect, useState } from 'react'

/** How long typing rests before anything is said, ms. */
const restMs = 1_000

export function Spoken({
  line,
  written,
}: {
  line: string
  /** The line that was written last; another object each time. */
  written: { readonly line: string } | undefined
}) {
  const [said, setSaid] = useState('')
  useEffect(() => {
    if (line.trim() === '') return undefined
    const timer = setTimeout(() => setSaid(document.getElementById('line-says')?.textContent ?? ''), restMs)
    return () => clearTimeout(timer)
  }, [line])
  useEffect(() => {
    if (written) setSaid(say('Written: {line}', { line: written.line }))
  }, [written])
  return (
    <p role="status" className="sr-only">
      {said}
    </p>
  )
}
