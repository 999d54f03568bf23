/** One word of a line may mean several things: it asks which, by a tap or by its number. */
import { say } from '#api/words/say.ts'
import { useEffect, useRef } from 'react'

export function WhichStrip({
  word,
  among,
  onChoose,
}: {
  word: string
  among: readonly string[]
  onChoose: (name: string) => void
}) {
  const first = useRef<HTMLButtonElement>(null)
  useEffect(() => first.current?.focus(), [])
  return (
    <div
      role="group"
      aria-label={say('What is meant by “{word}”?', { word })}
      className="flex flex-wrap items-center gap-x-3 gap-y-1"
      onKeyDown={(event) => {
        const at = /^[1-9]$/.test(event.key) ? among[Number(event.key) - 1] : undefined
        if (at === undefined) return
        event.preventDefault()
        event.stopPropagation()
        onChoose(at)
      }}
    >
      <span className="font-bold">{say('What is meant by “{word}”?', { word })}</span>
      {among.slice(0, 9).map((name, i) => (
        <button
          key={name}
          ref={i === 0 ? first : undefined}
          type="button"
          className="act min-h-9 px-2"
          onClick={() => onChoose(name)}
        >
          <span className="num text-quiet">{i + 1}</span> {name}
        </button>
      ))}
    </div>
  )
}
