/** One photograph over the whole screen: zoom and pan, its pins, the next and the one before, and setting a pin. */
import { say } from '#api/words/say.ts'
import type { Draft } from '#core/history/entry.ts'
import { Picture } from './Picture.tsx'
import { Dialog } from 'radix-ui'
import { useState } from 'react'
import type { PhotoRow } from '#core/views/photos.ts'
import type { Body } from '#core/history/bodies/index.ts'
import type { EntryId, MachineId } from '#core/ids.ts'
import { useSend } from '#web/app/send.ts'
import { useDates, useSigned } from '#web/app/session.tsx'
import { Act, Said, SelectField } from '#web/ui/Forms.tsx'
import { erasing, EraseDialog } from '#web/ui/EraseDialog.tsx'
import { photoSrc, photoTitle } from './src.ts'

export interface PinTarget {
  readonly value: string
  readonly label: string
}

/** `target`: "f:" and the entry of a finding, or "p:" and a position; nothing chosen sets no pin. `x`, `y`: shares of the picture. */
function pinBody(machine: MachineId, photo: EntryId, target: string, x: number, y: number): Body | undefined {
  const [sort, name] = [target.slice(0, 1), target.slice(2)]
  if (!name) return undefined
  return {
    kind: 'pin',
    machine,
    photo,
    x,
    y,
    ...(sort === 'f' ? { finding: name as EntryId } : { position: name }),
  }
}

const faceBody = (machine: MachineId, face: EntryId | null): Body => ({
  kind: 'machine',
  what: 'stated',
  machine,
  set: { face },
})

export function PhotoViewer({
  machine,
  photos,
  at,
  onAt,
  findings,
  positions,
  face,
}: {
  machine: MachineId
  photos: readonly PhotoRow[]
  at: string
  onAt: (entry: string | undefined) => void
  findings: readonly PinTarget[]
  positions: readonly string[]
  /** The photograph on the plate, where one can be chosen here. */
  face?: { readonly shown: string | undefined } | undefined
}) {
  const { short } = useDates()
  const { send, error } = useSend()
  const [target, setTarget] = useState('')
  const [erase, setErase] = useState(false)
  const index = photos.findIndex((p) => p.entry === at)
  const photo = photos[index]
  if (!photo) return null
  const step = (by: number) => {
    const next = photos[(index + by + photos.length) % photos.length]
    if (next) onAt(next.entry)
  }
  const choose = (entry: EntryId) => send([{ body: faceBody(machine, face?.shown === entry ? null : entry) }])
  const setPin = async (x: number, y: number) => {
    const body = pinBody(machine, photo.entry, target, x, y)
    if (body && (await send([{ body }]))) setTarget('')
  }
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onAt(undefined)}>
      <Dialog.Portal>
        <Dialog.Content
          className="text-ink fixed inset-0 z-50 flex flex-col"
          style={{ background: 'var(--photo)' }}
          aria-describedby={undefined}
          onKeyDown={(e) => {
            if ((e.target as HTMLElement).tagName === 'SELECT') return
            if (e.key === 'ArrowRight') step(1)
            if (e.key === 'ArrowLeft') step(-1)
          }}
        >
          <ViewerBar
            photo={photo}
            index={index}
            photos={photos}
            target={target}
            onTarget={setTarget}
            findings={findings}
            positions={positions}
            error={error}
            onPin={setPin}
            step={step}
            machine={machine}
            face={face}
            onChoose={choose}
            onErase={setErase}
          />
          <ErasePhoto erase={erase} photo={photo} onAt={onAt} onErase={setErase} />
          <div className="min-h-0 flex-1">
            <Picture
              key={photo.entry}
              photo={photo}
              target={target}
              onPin={setPin}
              machine={machine}
              short={short}
            />
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}

/** | photo:PhotoRow; face:{readonly shown: string|undefined}|undefined */
function ViewerBar({
  photo,
  index,
  photos,
  target,
  onTarget,
  findings,
  positions,
  error,
  onPin,
  step,
  machine,
  face,
  onChoose,
  onErase,
}: {
  photo: PhotoRow
  index: number
  photos: readonly PhotoRow[]
  target: string
  onTarget: (value: string) => void
  findings: readonly PinTarget[]
  positions: readonly string[]
  error: string | undefined
  onPin: (x: number, y: number) => Promise<void>
  step: (by: number) => void
  machine: MachineId
  face: { readonly shown: string | undefined } | undefined
  onChoose: (entry: EntryId) => Promise<readonly Draft[] | undefined>
  onErase: (value: boolean) => void
}) {
  const { short } = useDates()
  const { me } = useSigned()
  return (
    <div className="bg-sheet flex flex-wrap items-center gap-x-6 gap-y-1 px-4 py-2">
      <Dialog.Title className="font-bold">{photoTitle(photo, short)}</Dialog.Title>
      <span className="text-13 text-quiet num">
        {say('{index} of {photos} · {width} × {height}', {
          index: index + 1,
          photos: photos.length,
          width: photo.width,
          height: photo.height,
        })}
      </span>
      {me.role !== 'guest' && (
        <PinField target={target} onTarget={onTarget} findings={findings} positions={positions} />
      )}
      <Said error={error} />
      <ViewerActs
        target={target}
        onPin={onPin}
        step={step}
        machine={machine}
        photo={photo}
        face={face}
        onChoose={onChoose}
        onErase={onErase}
      />
    </div>
  )
}

function ErasePhoto({
  erase,
  photo,
  onAt,
  onErase,
}: {
  erase: boolean
  photo: PhotoRow
  onAt: (entry: string | undefined) => void
  onErase: (value: boolean) => void
}) {
  return (
    <>
      {erase && (
        <EraseDialog
          title={say('Erase this photograph')}
          says={say(
            'The picture is taken from the disk in every size. A line stays that says when it was taken and that a steward erased it.',
          )}
          ground="picture wrongly kept"
          writings={erasing(photo.entry, 'all')}
          onClose={(erased) => (erased ? onAt(undefined) : onErase(false))}
        />
      )}
    </>
  )
}

function ViewerActs({
  target,
  onPin,
  step,
  machine,
  photo,
  face,
  onChoose,
  onErase,
}: {
  target: string
  onPin: (x: number, y: number) => Promise<void>
  step: (by: number) => void
  machine: MachineId
  photo: PhotoRow
  face: { readonly shown: string | undefined } | undefined
  onChoose: (entry: EntryId) => Promise<readonly Draft[] | undefined>
  onErase: (value: boolean) => void
}) {
  const { me } = useSigned()
  return (
    <span className="ml-auto flex gap-5">
      {target !== '' && <Act onClick={() => void onPin(0.5, 0.5)}>{say('Pin in the middle')}</Act>}
      <Act onClick={() => step(-1)}>{say('Before')}</Act>
      <Act onClick={() => step(1)}>{say('Next')}</Act>
      <a className="act" href={photoSrc(machine, photo.entry, 'original')} download>
        {say('Original')}
      </a>
      {face && me.role !== 'guest' && (
        <Act aria-pressed={face.shown === photo.entry} onClick={() => void onChoose(photo.entry)}>
          {face.shown === photo.entry ? say('Take off the plate') : say('Show on the plate')}
        </Act>
      )}
      {me.role === 'steward' && <Act onClick={() => onErase(true)}>{say('Erase for good')}</Act>}
      <Dialog.Close className="act">{say('Close')}</Dialog.Close>
    </span>
  )
}

function PinField({
  target,
  onTarget,
  findings,
  positions,
}: {
  target: string
  onTarget: (value: string) => void
  findings: readonly PinTarget[]
  positions: readonly string[]
}) {
  return (
    <div className="w-72">
      <SelectField
        label={say('Set a pin: choose, then tap the place')}
        value={target}
        onChange={(e) => onTarget(e.target.value)}
        options={[
          { value: '', label: say('no pin') },
          ...findings.map((f) => ({ value: `f:${f.value}`, label: f.label })),
          ...positions.map((p) => ({ value: `p:${p}`, label: say('position {p}', { p }) })),
        ]}
      />
    </div>
  )
}
