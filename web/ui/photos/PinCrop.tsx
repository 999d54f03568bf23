/** The place of a pin, cut out of its photograph: enough to know the part again. */
import { photoSrc } from './src.ts'

/** How much of the picture's width the cut shows. */
const share = 0.09

export function PinCrop({
  machine,
  pin,
  label,
  px = 40,
  onOpen,
}: {
  machine: string
  pin: { readonly photo: string; readonly x: number; readonly y: number }
  label: string
  px?: number
  onOpen: () => void
}) {
  const scale = 1 / share
  return (
    <button
      type="button"
      aria-label={label}
      onClick={onOpen}
      className="hover:outline-verdigris relative block shrink-0 overflow-hidden rounded-sm hover:outline-2"
      style={{ width: px, height: px, background: 'var(--photo)' }}
    >
      <img
        src={photoSrc(machine, pin.photo)}
        alt=""
        loading="lazy"
        className="absolute max-w-none"
        style={{
          width: px * scale,
          left: px / 2 - pin.x * px * scale,
          top: px / 2,
          transform: `translateY(-${pin.y * 100}%)`,
        }}
      />
    </button>
  )
}
