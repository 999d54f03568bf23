/** The sky in eighths, as a picture that one taps: a square of sky, so much of it covered. */
import { say } from '#api/words/say.ts'
const words = {
  0: say('clear'),
  4: say('half covered'),
  6: say('mostly covered'),
  8: say('overcast'),
} as const

export function Cloud({
  eighths,
  chosen,
  disabled,
  onClick,
}: {
  eighths: 0 | 4 | 6 | 8
  chosen?: boolean
  disabled?: boolean
  onClick: () => void
}) {
  return (
    <button
      type="button"
      disabled={disabled}
      aria-pressed={chosen}
      className={`min-h-11 rounded-sm border px-2 py-1 ${chosen ? 'border-verdigris border-2 font-bold' : 'border-line'}`}
      onClick={onClick}
    >
      <span className="flex items-center gap-2">
        <svg viewBox="0 0 40 20" className="h-6 w-12" aria-hidden="true">
          <rect width="40" height="20" fill="none" stroke="currentColor" />
          {/* One column an eighth. */}
          {Array.from({ length: eighths }, (_, i) => (
            <rect
              key={i}
              x={i * 5 + 0.5}
              y="0.5"
              width="4.4"
              height="19"
              fill="currentColor"
              opacity="0.55"
            />
          ))}
        </svg>
        {say('{cover}, {eighths}/8', { cover: words[eighths], eighths })}
      </span>
    </button>
  )
}
