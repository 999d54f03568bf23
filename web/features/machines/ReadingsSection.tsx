/** Test points of a machine: what is expected, what was read, how far it is from when the machine was healthy; each over time. */
import { commas } from '#api/words/lists.ts'
import { told } from '#web/ui/told.tsx'
import { say } from '#api/words/say.ts'
import { Fragment, useEffect, useRef, useState } from 'react'
import { bandWords, driftWords, readingWords } from '#api/words/points.ts'
import type { PointRow } from '#core/diagnosis/points.ts'
import type { MachineView } from '#core/views/machine-shape.ts'
import { useDates } from '#web/app/session.tsx'
import { RuledTable } from '#web/ui/RuledTable.tsx'

/** As it is typed, in every language. */
const healthyLine = 'healthy'

const heads = [
  say('Point'),
  say('Expected'),
  say('Last read'),
  say('On'),
  say('Load, instrument'),
  say('When healthy'),
  say('Drift'),
]

export function ReadingsSection({ view }: { view: MachineView }) {
  const { day } = useDates()
  const [open, setOpen] = useState<string>()
  if (view.points.length === 0)
    return (
      <p className="text-quiet py-3">
        {told(
          'No test point is listed, and no reading is recorded. In an episode write {line}. When the machine is in order, write {healthy}: the readings of that day become its reference readings, which later ones are compared with.',
          {
            line: <span className="num">5V 4.98</span>,
            healthy: (
              <span className="num" translate="no">
                {healthyLine}
              </span>
            ),
          },
        )}
      </p>
    )
  return (
    <RuledTable label={say('Test points')} heads={heads}>
      {view.points.map((p) => (
        <Fragment key={p.point}>
          <tr className="border-hair border-b align-baseline">
            <th scope="row" className="py-1.5 pr-4 text-left">
              {p.readings.length > 0 ? (
                <button
                  type="button"
                  className="num act"
                  aria-expanded={open === p.point}
                  onClick={() => setOpen(open === p.point ? undefined : p.point)}
                >
                  {p.point}
                </button>
              ) : (
                <span className="num">{p.point}</span>
              )}
            </th>
            <td className="num text-quiet pr-4">{bandWords(p)}</td>
            <td
              className={`num pr-4 font-bold whitespace-nowrap ${p.last?.within === false ? 'text-copper' : ''}`}
            >
              {p.last
                ? commas(readingWords(p.last), p.last.within === false && say('outside'))
                : say('not read')}
            </td>
            <td className="num text-13 pr-4 whitespace-nowrap">{p.last ? day(p.last.at) : ''}</td>
            <td className="text-quiet pr-4">
              {[p.last?.load ?? p.load, p.last?.instrument ?? p.instrument].filter(Boolean).join(', ')}
            </td>
            <td className="num pr-4 whitespace-nowrap">
              {p.healthy ? `${readingWords(p.healthy)}, ${day(p.healthy.at)}` : say('not kept yet')}
            </td>
            <td className="num whitespace-nowrap">{driftWords(p)}</td>
          </tr>
          {open === p.point && (
            <tr>
              <td colSpan={heads.length}>
                <OverTime point={p} />
              </td>
            </tr>
          )}
        </Fragment>
      ))}
    </RuledTable>
  )
}

function OverTime({ point }: { point: PointRow }) {
  const holder = useRef<HTMLDivElement>(null)
  const { day } = useDates()
  const read = point.readings.filter(
    (r) => r.value !== undefined && r.unit === (point.last?.unit ?? point.unit),
  )
  useEffect(() => {
    const element = holder.current
    if (!element || read.length === 0) return
    let gone = false
    let dispose: (() => void) | undefined
    void import('#web/ui/chart.ts').then(({ driftChart }) => {
      if (gone) return
      const { expected } = point
      dispose = driftChart(element, {
        points: read.map((r) => ({ at: r.at, value: r.value ?? 0, label: readingWords(r) })),
        unit: point.last?.unit ?? point.unit,
        band: expected && {
          low: expected.nominal - expected.tolerance,
          high: expected.nominal + expected.tolerance,
        },
        healthy: point.healthy?.value,
        day,
      })
    })
    return () => {
      gone = true
      dispose?.()
    }
  }, [JSON.stringify(point), day]) // eslint-disable-line react-hooks/exhaustive-deps -- a new row is a new chart; rows are compared by their text
  return (
    <figure className="bg-next py-2">
      <div
        ref={holder}
        className="h-56"
        role="img"
        aria-label={say('{point} over time: {read}', {
          point: point.point,
          read: read.map((r) => `${day(r.at)} ${readingWords(r)}`).join('; '),
        })}
      />
      <ul className="flex flex-wrap gap-x-6 px-2">
        {point.readings.map((r) => (
          <li key={r.entry} className="num text-13">
            {`${day(r.at)} ${readingWords(r)}`}
            {r.instrument && <span className="text-quiet">, {r.instrument}</span>}
          </li>
        ))}
      </ul>
    </figure>
  )
}
