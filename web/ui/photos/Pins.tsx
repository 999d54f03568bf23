/** The pins of a photograph, over the picture. */
import type { PhotoRow } from '#core/views/photos.ts'

/** A pin is a ring with its words beside it; the ring leaves the place itself to be seen. */
export function Pins({ pins }: { pins: PhotoRow['pins'] }) {
  return (
    <>
      {pins.map((pin) => (
        <span
          key={pin.entry}
          className="absolute"
          style={{ left: `${pin.x * 100}%`, top: `${pin.y * 100}%` }}
        >
          <span className="absolute -top-2.5 -left-2.5 size-5 rounded-full border-[3px] border-white shadow-[0_0_0_1.5px_#14201f]" />
          {pin.label && (
            <span
              className={`bg-straw text-13 absolute -top-2.5 px-1.5 whitespace-nowrap text-black ${pin.x > 0.7 ? 'right-4' : 'left-4'}`}
            >
              {pin.label}
            </span>
          )}
        </span>
      ))}
    </>
  )
}
