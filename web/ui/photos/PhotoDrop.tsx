/** Where photographs come in: dropped, pasted, chosen or taken with the camera. */
import { say } from '#api/words/say.ts'
import { useEffect, useRef, useState } from 'react'
import type { MachineId } from '#core/ids.ts'
import { Act, PlainButton } from '#web/ui/Forms.tsx'
import { usePhotoUploads, type PhotoMeta, type Upload } from './upload.ts'

const accept = 'image/jpeg,image/png,image/webp'

export function PhotoDrop({
  machine,
  meta = {},
  label = say('Add photographs'),
  episode,
  paste = false,
}: {
  machine: MachineId
  meta?: PhotoMeta
  label?: string
  episode?: string
  /** Takes pictures pasted anywhere on the page. */ paste?: boolean
}) {
  const { uploads, add, again, drop } = usePhotoUploads(machine, episode)
  const choose = useRef<HTMLInputElement>(null)
  const camera = useRef<HTMLInputElement>(null)
  const [over, setOver] = useState(false)
  const take = useRef((files: Iterable<File>) => add(files, meta))
  useEffect(() => {
    take.current = (files) => add(files, meta)
  })
  useEffect(() => {
    if (!paste) return
    const onPaste = (event: ClipboardEvent) => {
      const files = [...(event.clipboardData?.files ?? [])]
      if (files.length > 0) take.current(files)
    }
    window.addEventListener('paste', onPaste)
    return () => window.removeEventListener('paste', onPaste)
  }, [paste])
  const input = (
    ref: React.RefObject<HTMLInputElement | null>,
    name: string,
    more: { multiple?: boolean; capture?: 'environment' },
  ) => (
    <input
      ref={ref}
      type="file"
      accept={accept}
      className="sr-only"
      tabIndex={-1}
      aria-label={name}
      onChange={(e) => {
        add([...(e.target.files ?? [])], meta)
        e.target.value = ''
      }}
      {...more}
    />
  )
  return (
    <div
      className={`noprint border-line rounded-sm border border-dashed p-2 ${over ? 'border-verdigris bg-next' : ''}`}
      onDragOver={(e) => {
        e.preventDefault()
        setOver(true)
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(e) => {
        e.preventDefault()
        setOver(false)
        add([...e.dataTransfer.files], meta)
      }}
    >
      {input(choose, say('{label}: choose', { label }), { multiple: true })}
      {input(camera, say('{label}: camera', { label }), { capture: 'environment' })}
      <div className="flex flex-wrap items-center gap-3">
        <PlainButton onClick={() => choose.current?.click()}>{label}</PlainButton>
        <Act onClick={() => camera.current?.click()}>{say('Camera')}</Act>
        <span className="text-13 text-quiet">
          {paste ? say('or drop or paste them here') : say('or drop them here')}
        </span>
      </div>
      <UploadList uploads={uploads} again={again} drop={drop} />
    </div>
  )
}

function UploadList({
  uploads,
  again,
  drop,
}: {
  uploads: readonly Upload[]
  again: (u: Upload) => void
  drop: (u: Upload) => void
}) {
  const shown = uploads.filter((u) => u.state !== 'kept')
  const kept = uploads.length - shown.length
  if (uploads.length === 0) return null
  return (
    <div className="mt-2" role="status">
      {kept > 0 && (
        <p className="text-13 text-quiet">
          {kept === 1 ? say('1 photograph kept') : say('{kept} photographs kept', { kept })}
        </p>
      )}
      <ul>
        {shown.map((u) => (
          <li key={u.key} className="text-13 flex flex-wrap items-center gap-2 py-0.5">
            <span className="truncate">{u.file.name}</span>
            {u.state === 'under way' ? (
              <progress
                className="accent-verdigris h-2 w-32"
                value={u.progress}
                aria-label={say('{name} on its way', { name: u.file.name })}
              />
            ) : (
              <>
                <strong role="alert" className="text-oxide">
                  {u.error}
                </strong>
                <Act onClick={() => again(u)}>{say('Try again')}</Act>
                <Act onClick={() => drop(u)}>{say('Discard')}</Act>
              </>
            )}
          </li>
        ))}
      </ul>
    </div>
  )
}
