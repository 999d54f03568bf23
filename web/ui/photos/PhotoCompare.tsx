/** Before and after on one another, with a divider that hand and arrow keys move. */
import { say } from '#api/words/say.ts'
import { useState } from 'react'
import type { PhotoRow } from '#core/views/photos.ts'
import { useDates } from '#web/app/session.tsx'
import { photoSrc, photoTitle } from './src.ts'

export function PhotoCompare({
  machine,
  before,
  after,
  words,
}: {
  machine: string
  before: PhotoRow
  after: PhotoRow
  words?: string | undefined
}) {
  const { short } = useDates()
  const [percent, setPercent] = useState(50)
  const layer = (photo: PhotoRow, clip: string | undefined) => (
    <img
      src={photoSrc(machine, photo.entry)}
      alt={photoTitle(photo, short)}
      className="absolute inset-0 h-full w-full object-contain"
      style={clip ? { clipPath: clip } : undefined}
      draggable={false}
    />
  )
  return (
    <figure>
      <div
        className="relative mx-auto w-full"
        style={{
          background: 'var(--photo)',
          aspectRatio: `${before.width} / ${before.height}`,
          maxHeight: '62vh',
        }}
      >
        {layer(after, undefined)}
        {layer(before, `inset(0 ${100 - percent}% 0 0)`)}
        <span
          className="pointer-events-none absolute inset-y-0 w-0.5 bg-white shadow-[0_0_0_1px_#14201f]"
          style={{ left: `${percent}%` }}
        >
          <span className="absolute top-1/2 -left-3 h-10 w-6.5 -translate-y-1/2 rounded-sm border-2 border-black bg-white" />
        </span>
        <span className="bg-sheet text-13 absolute top-2 left-2 px-2 py-0.5">
          {say('before, {at}', { at: short(before.at) })}
        </span>
        <span className="bg-sheet text-13 absolute top-2 right-2 px-2 py-0.5">
          {say('after, {at}', { at: short(after.at) })}
        </span>
        <input
          type="range"
          aria-label={say('Divider between {at} and {afterAt}', {
            at: short(before.at),
            afterAt: short(after.at),
          })}
          min={0}
          max={100}
          value={percent}
          onChange={(e) => setPercent(Number(e.target.value))}
          className="absolute inset-0 h-full w-full cursor-ew-resize opacity-0"
        />
      </div>
      <figcaption className="text-13 text-quiet mt-1">
        {words ??
          say(
            'Move the divider by hand or with the arrow keys. Both are on neutral grey, so that colour can be judged.',
          )}
      </figcaption>
    </figure>
  )
}
