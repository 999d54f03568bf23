import type { PhotoRow } from '#core/views/photos.ts'
import type { MachineId } from '#core/ids.ts'
import { TransformWrapper, TransformComponent } from 'react-zoom-pan-pinch'
import { photoSrc, photoTitle } from './src.ts'
import { Pins } from './Pins.tsx'

/** One photograph that can be drawn nearer and moved, and takes a pin where it is tapped. */
export function Picture({
  photo,
  target,
  onPin,
  machine,
  short,
}: {
  photo: PhotoRow
  target: string
  onPin: (x: number, y: number) => Promise<void>
  machine: MachineId
  short: (at: string) => string
}) {
  return (
    <TransformWrapper maxScale={12} doubleClick={{ disabled: target !== '' }} panning={{ disabled: false }}>
      <TransformComponent
        wrapperStyle={{ width: '100%', height: '100%' }}
        contentStyle={{ width: '100%', height: '100%' }}
      >
        <div className="flex h-full w-full items-center justify-center p-4">
          <div
            className="relative max-h-full"
            style={{
              aspectRatio: `${photo.width} / ${photo.height}`,
              height: '100%',
              maxWidth: '100%',
              cursor: target ? 'crosshair' : undefined,
            }}
            onClick={(e) => {
              if (!target) return
              const box = e.currentTarget.getBoundingClientRect()
              void onPin((e.clientX - box.left) / box.width, (e.clientY - box.top) / box.height)
            }}
          >
            <img
              src={photoSrc(machine, photo.entry, 'original')}
              alt={photoTitle(photo, short)}
              className="h-full w-full object-contain"
              draggable={false}
            />
            <Pins pins={photo.pins} />
          </div>
        </div>
      </TransformComponent>
    </TransformWrapper>
  )
}
