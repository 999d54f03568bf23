/** One line under the band: why what waits on this device has not gone yet. */
import { say } from '#api/words/say.ts'
import { useLayoutEffect, useRef } from 'react'

export function WaitLine({ why, waiting }: { why: string; waiting: number }) {
  const line = useRef<HTMLParagraphElement>(null)
  // Views that fill the window leave room for it.
  useLayoutEffect(() => {
    const root = document.documentElement.style
    root.setProperty('--told', `${line.current?.offsetHeight ?? 0}px`)
    return () => void root.removeProperty('--told')
  }, [why, waiting])
  return (
    <p ref={line} role="status" className="bg-next border-line noprint border-b px-4 py-1">
      {waiting === 1
        ? say('{why} One entry waits on this device and is sent by itself.', { why })
        : say('{why} {waiting} entries wait on this device and are sent by themselves.', { why, waiting })}
    </p>
  )
}
