/** The lifeline's own bar for one function of one unit: height says the result, fill says the proof. */
import type { StandingWord } from '#core/history/standing.ts'

const shape: Readonly<
  Partial<Record<StandingWord, { readonly height: 'full' | 'half' | 'foot'; readonly solid: boolean }>>
> = {
  works: { height: 'full', solid: true },
  ageing: { height: 'full', solid: true },
  unproved: { height: 'full', solid: false },
  weakly: { height: 'full', solid: false },
  retest: { height: 'full', solid: false },
  partly: { height: 'half', solid: true },
  intermittent: { height: 'half', solid: true },
  fails: { height: 'foot', solid: true },
}

export function StandingCell({ word, detail }: { word: StandingWord; detail?: string | undefined }) {
  const bar = shape[word]
  const high = bar?.height === 'full' ? 14 : bar?.height === 'half' ? 7 : 2
  return (
    <span className="flex items-center gap-1.5" title={detail ? `${word}: ${detail}` : word}>
      <svg
        width="30"
        height="18"
        viewBox="0 0 30 18"
        role="img"
        aria-label={detail ? `${word}: ${detail}` : word}
      >
        {bar && (
          <rect
            x="1"
            y={16 - high}
            width="28"
            height={high}
            fill={bar.solid ? 'var(--life)' : 'none'}
            stroke="var(--life)"
            strokeWidth="1.5"
          />
        )}
        {word === 'claimed' && (
          <path d="M3 15h1M11 15h1M19 15h1M27 15h1" stroke="var(--life)" strokeWidth="2.5" />
        )}
      </svg>
      {(word === 'fails' || word === 'partly' || word === 'intermittent') && (
        <span className="text-13 max-w-28 truncate">{detail ?? word}</span>
      )}
    </span>
  )
}
