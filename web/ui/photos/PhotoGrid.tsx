/** Small pictures of a machine's photographs; a tap opens one over the whole screen. */
import { say } from '#api/words/say.ts'
import type { PhotoRow } from '#core/views/photos.ts'
import { useDates } from '#web/app/session.tsx'
import { photoSrc, photoTitle } from './src.ts'
import { Pins } from './Pins.tsx'

export function PhotoGrid({
  machine,
  photos,
  onOpen,
  chosen,
  small = false,
}: {
  machine: string
  photos: readonly PhotoRow[]
  onOpen: (entry: string) => void
  chosen?: readonly string[] | undefined
  small?: boolean
}) {
  const { short } = useDates()
  return (
    <ul
      className={`grid gap-3 ${small ? 'grid-cols-[repeat(auto-fill,minmax(104px,1fr))]' : 'grid-cols-[repeat(auto-fill,minmax(180px,1fr))]'}`}
    >
      {photos.map((photo) => (
        <li key={photo.entry}>
          <button
            type="button"
            aria-label={say('Open {photoTitle}', { photoTitle: photoTitle(photo, short) })}
            aria-pressed={chosen ? chosen.includes(photo.entry) : undefined}
            onClick={() => onOpen(photo.entry)}
            className={`block w-full p-1.5 ${chosen?.includes(photo.entry) ? 'outline-verdigris outline-3' : ''}`}
            style={{ background: 'var(--photo)' }}
          >
            <span className="relative mx-auto block w-fit">
              <img
                src={photoSrc(machine, photo.entry)}
                alt=""
                className={small ? 'h-20 max-w-full object-contain' : 'h-36 max-w-full object-contain'}
                loading="lazy"
              />
              {!small && <Pins pins={photo.pins.map((p) => ({ ...p, label: '' }))} />}
            </span>
          </button>
          {!small && <p className="text-13 text-quiet mt-1">{photoTitle(photo, short)}</p>}
        </li>
      ))}
    </ul>
  )
}
