/** Photographs lie on neutral grey: people judge yellowing by eye here. */
import { useRef, useState } from 'react'
import type { MachineId } from '#core/ids.ts'
import type { MachineView } from '#core/views/machine.ts'
import { useDates, useSigned } from '#web/app/session.tsx'
import { PlainButton, Said } from '#web/ui/Forms.tsx'
import { usePhotoUpload } from '#web/ui/photo.ts'

export function PhotoSection({ view }: { view: MachineView }) {
  const { me } = useSigned()
  const { short } = useDates()
  const input = useRef<HTMLInputElement>(null)
  const [error, setError] = useState<string>()
  const add = usePhotoUpload(view.id as MachineId)
  const take = async (files: FileList | null) => {
    setError(undefined)
    for (const file of files ?? []) {
      const refusal = await add(file)
      if (refusal) setError(`${file.name}: ${refusal}`)
    }
  }
  return (
    <section>
      {me.role !== 'guest' && (
        <div className="mb-3 flex items-center gap-4">
          <input
            ref={input}
            type="file"
            accept="image/jpeg,image/png,image/webp"
            multiple
            className="sr-only"
            tabIndex={-1}
            aria-label="Choose photographs"
            onChange={(e) => void take(e.target.files)}
          />
          <PlainButton onClick={() => input.current?.click()}>Add photographs</PlainButton>
          <Said error={error} />
        </div>
      )}
      {view.photos.length === 0 ? (
        <p className="text-quiet">None yet. Seals, labels and the underside come first, before anything is touched.</p>
      ) : (
        <ul className="grid grid-cols-[repeat(auto-fill,minmax(180px,1fr))] gap-3">
          {view.photos.map((photo) => (
            <li key={photo.entry}>
              <a
                href={`/api/machines/${view.id}/photos/${photo.entry}?size=original`}
                target="_blank"
                rel="noreferrer"
                className="block p-2"
                style={{ background: 'var(--photo)' }}
              >
                <img
                  src={`/api/machines/${view.id}/photos/${photo.entry}`}
                  alt={photo.words ?? `photograph of ${view.plate.name}, ${short(photo.at)}`}
                  className="h-36 w-full object-contain"
                  loading="lazy"
                />
              </a>
              <p className="text-13 text-quiet mt-1">{`${short(photo.at)}${photo.words ? `, ${photo.words}` : ''}`}</p>
            </li>
          ))}
        </ul>
      )}
    </section>
  )
}
