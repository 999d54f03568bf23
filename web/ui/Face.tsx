/** The photograph by which a machine is known, on neutral grey; nothing where there is none. */
import type { Plate } from '#core/views/machine-shape.ts'
import { photoSrc } from './photos/src.ts'

export function Face({
  machine,
  plate,
  px,
  alt = '',
  className = '',
}: {
  machine: string
  plate: Pick<Plate, 'face'>
  /** Its height; it is half as wide again. */
  px: number
  alt?: string
  className?: string
}) {
  const size = { width: px * 1.5, height: px }
  if (plate.face === undefined) return null
  return (
    <span className={`block overflow-hidden ${className}`} style={{ ...size, background: 'var(--photo)' }}>
      <img
        src={photoSrc(machine, plate.face, px > 160 ? 'preview' : 'thumb')}
        alt={alt}
        loading="lazy"
        className="h-full w-full object-cover"
      />
    </span>
  )
}
