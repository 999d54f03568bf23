/** The picture of a board with its pins: point at a part and see what is in it and what came out. */
import { say } from '#api/words/say.ts'
import { useState } from 'react'
import { Link } from 'react-router'
import type { GivenRow } from '#core/views/machine-parts.ts'
import type { MachineView } from '#core/views/machine-shape.ts'
import type { PhotoRow } from '#core/views/photos.ts'
import { useDates, useSigned } from '#web/app/session.tsx'
import { photoSrc, photoTitle } from '#web/ui/photos/src.ts'
import { ContentOf } from './ContentOf.tsx'
import { boardsOf, pinsOf } from './board.ts'

export function BoardPicture({ view }: { view: MachineView }) {
  const { short } = useDates()
  const boards = boardsOf(view)
  const [chosen, setChosen] = useState(0)
  const [position, setPosition] = useState<string>()
  const photo = boards[Math.min(chosen, boards.length - 1)]
  if (!photo) return null
  const pins = pinsOf(photo)
  const shown = position ?? pins[0]?.position
  return (
    <section aria-label={say('Where the parts sit')} className="mb-5">
      {boards.length > 1 && (
        <ul className="mb-2 flex flex-wrap gap-4">
          {boards.map((b, i) => (
            <li key={b.entry}>
              <button
                type="button"
                aria-pressed={b === photo}
                className={
                  b === photo
                    ? 'border-verdigris border-b-2 font-bold'
                    : 'text-quiet border-b-2 border-transparent'
                }
                onClick={() => {
                  setChosen(i)
                  setPosition(undefined)
                }}
              >
                {photoTitle(b, short)}
              </button>
            </li>
          ))}
        </ul>
      )}
      <div className="grid grid-cols-[minmax(0,3fr)_minmax(15rem,2fr)] gap-5 max-md:grid-cols-1">
        <Picture machine={view.id} photo={photo} shown={shown} onShow={setPosition} />
        {shown !== undefined && <Pointed view={view} position={shown} />}
      </div>
    </section>
  )
}

function Picture({
  machine,
  photo,
  shown,
  onShow,
}: {
  machine: string
  photo: PhotoRow
  shown: string | undefined
  onShow: (position: string) => void
}) {
  const { short } = useDates()
  return (
    <div className="flex max-h-[26rem] justify-center" style={{ background: 'var(--photo)' }}>
      <div className="relative w-fit" style={{ aspectRatio: `${photo.width} / ${photo.height}` }}>
        <img
          src={photoSrc(machine, photo.entry)}
          alt={photoTitle(photo, short)}
          className="max-h-[26rem] w-full object-contain"
        />
        {pinsOf(photo).map((pin) => (
          <button
            key={pin.entry}
            type="button"
            aria-label={pin.position}
            aria-pressed={pin.position === shown}
            onClick={() => onShow(pin.position)}
            onPointerEnter={() => onShow(pin.position)}
            onFocus={() => onShow(pin.position)}
            className={`absolute flex size-11 -translate-x-1/2 -translate-y-1/2 items-center justify-center ${pin.position === shown ? 'z-10' : ''}`}
            style={{ left: `${pin.x * 100}%`, top: `${pin.y * 100}%` }}
          >
            <span
              className={`rounded-full border-white shadow-[0_0_0_1.5px_#14201f] ${pin.position === shown ? 'bg-straw size-6 border-[3px]' : 'size-4 border-2'}`}
            />
            {pin.position === shown && (
              <span
                className={`bg-straw text-13 num absolute px-1.5 whitespace-nowrap text-black ${pin.x > 0.7 ? 'right-9' : 'left-9'}`}
              >
                {pin.position}
              </span>
            )}
          </button>
        ))}
      </div>
    </div>
  )
}

/** What is known of the position pointed at. */
function Pointed({ view, position }: { view: MachineView; position: string }) {
  const { me } = useSigned()
  const row = view.positions.find((p) => p.designator === position)
  const out = view.given.filter((g) => g.position === position)
  return (
    <div aria-live="polite">
      <h3 className="font-display text-18 font-semibold">
        <span className="num">{position}</span>
        {row && <span className="text-quiet text-15 ml-3 font-normal">{row.accepts}</span>}
      </h3>
      <dl className="mt-2 space-y-2">
        <dt className="text-13 text-quiet">{say('In it')}</dt>
        <dd>{row ? <ContentOf row={row} /> : say('This position is not on the list of this machine.')}</dd>
        {out.length > 0 && <CameOutOf out={out} />}
      </dl>
      {row && me.role !== 'guest' && (
        <p className="mt-3">
          <Link className="act" to={`/machines/${view.id}/donors?position=${encodeURIComponent(position)}`}>
            {say('What could replace it')}
          </Link>
        </p>
      )}
    </div>
  )
}

function CameOutOf({ out }: { out: readonly GivenRow[] }) {
  const { short } = useDates()
  return (
    <>
      <dt className="text-13 text-quiet">{say('Came out')}</dt>
      {out.map((g) => (
        <dd key={g.part}>
          {g.label}, {short(g.at)}: {g.to === 'unknown' ? say('its place is not recorded') : g.to}
        </dd>
      ))}
    </>
  )
}
