/** The list as pictures: each machine by the photograph on its plate. Only the rows in sight are in the document. */
import { say } from '#api/words/say.ts'
import { useCallback, useEffect, useState, type RefObject } from 'react'
import { Link } from 'react-router'
import { statusTitle } from '#api/words/status.ts'
import type { MachineSummary } from '#core/views/summary.ts'
import { Face } from '#web/ui/Face.tsx'
import { StatusMark, statusTone } from '#web/ui/Marks.tsx'
import { useListPages, type ListHead } from './useMachineList.ts'
import { useRowWindow } from './useRowWindow.ts'

const facePx = 144
const cardPx = facePx * 1.5 + 20
const rowPx = facePx + 68

/** How many pictures stand beside each other. */
function useAbreast(scroller: RefObject<HTMLElement | null>): number {
  const [width, setWidth] = useState(0)
  useEffect(() => {
    const element = scroller.current
    if (!element) return
    const resized = new ResizeObserver(() => setWidth(element.clientWidth))
    resized.observe(element)
    return () => resized.disconnect()
  }, [scroller])
  return Math.max(1, Math.floor(width / cardPx))
}

export function MachinePictures({
  list,
  scroller,
}: {
  list: ListHead
  scroller: RefObject<HTMLDivElement | null>
}) {
  const { at, look } = useListPages(list)
  const abreast = useAbreast(scroller)
  const inSight = useCallback(
    (first: number, last: number) => look(first * abreast, (last + 1) * abreast),
    [look, abreast],
  )
  const count = Math.ceil(list.total / abreast)
  const { start, slots } = useRowWindow(scroller, count, rowPx, inSight)
  return (
    <div ref={scroller} className="min-h-0 flex-1 overflow-auto">
      <ul aria-label={say('Machines')} className="relative" style={{ height: count * rowPx }}>
        {Array.from({ length: slots * abreast }, (_, i) => start * abreast + i)
          .filter((index) => index < list.total)
          .map((index) => (
            <li
              key={index}
              className="absolute"
              style={{
                width: cardPx,
                height: rowPx,
                left: `${((index % abreast) / abreast) * 100}%`,
                top: Math.floor(index / abreast) * rowPx,
              }}
            >
              <Card machine={at(index)} />
            </li>
          ))}
      </ul>
    </div>
  )
}

function Card({ machine }: { machine: MachineSummary | undefined }) {
  if (!machine) return null
  const { plate, status } = machine
  return (
    <Link
      to={`/machines/${machine.id}`}
      className="hover:outline-verdigris block w-fit rounded-sm hover:outline-2"
      style={{ width: facePx * 1.5 }}
    >
      {plate.face ? (
        <Face machine={machine.id} plate={plate} px={facePx} />
      ) : (
        <span
          className="border-line text-quiet bg-sheet flex items-center justify-center border p-3 text-center"
          style={{ height: facePx }}
        >
          {say('no photograph of it yet')}
        </span>
      )}
      <span className="font-display mt-1 block truncate font-semibold">{plate.name}</span>
      <span className="flex items-center justify-between gap-2">
        <span className="num text-13 text-quiet truncate">{plate.number}</span>
        <span className={`text-13 flex items-center gap-1.5 whitespace-nowrap ${statusTone(status.word)}`}>
          <StatusMark status={status.word} size={13} />
          {statusTitle(status)}
        </span>
      </span>
    </Link>
  )
}
