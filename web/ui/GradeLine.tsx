/** The grade over time, as a stepped line; grades run from 1 at the top to 4 at the foot. */
import { say } from '#api/words/say.ts'
import { useEffect, useRef } from 'react'
import { gradeTitle } from '#api/words/condition.ts'
import { dayOf } from '#core/quantity/time.ts'
import type { GradePoint } from '#core/condition/condition.ts'
import { useDates } from '#web/app/session.tsx'

export function GradeLine({
  history,
  now,
  height = 220,
}: {
  history: readonly GradePoint[]
  now: string
  height?: number
}) {
  const holder = useRef<HTMLDivElement>(null)
  const { short, day, zone } = useDates()
  // One point a day: within a survey the grade changes with every zone, and only where it ended matters later.
  const points = history.filter(
    (p, i) =>
      p.grade !== undefined &&
      dayOf(p.at, zone) !== dayOf(history[i + 1]?.at ?? '9999-12-31T00:00:00.000Z', zone),
  )
  useEffect(() => {
    const element = holder.current
    if (!element || points.length === 0) return
    let gone = false
    let dispose: (() => void) | undefined
    void import('#web/ui/chart.ts').then(({ stepChart }) => {
      if (gone) return
      dispose = stepChart(element, {
        points: [
          ...points.map((p) => ({
            at: p.at,
            value: p.grade ?? 0,
            label: p.looked < p.of ? say('{grade} so far', { grade: p.grade ?? '' }) : String(p.grade),
          })),
          { at: now, value: points.at(-1)?.grade ?? 0, label: '' },
        ],
        levels: [1, 2, 3, 4],
        levelWords: gradeTitle,
        day,
      })
    })
    return () => {
      gone = true
      dispose?.()
    }
    // A new history is a new chart; its points are compared by their text.
  }, [JSON.stringify(points), now, day]) // eslint-disable-line react-hooks/exhaustive-deps
  if (points.length === 0)
    return (
      <p className="text-quiet py-3">
        {say('No grade yet: it begins with the first zone that somebody looks at.')}
      </p>
    )
  return (
    <figure>
      <div
        ref={holder}
        style={{ height }}
        role="img"
        aria-label={say('Condition grade over time: {points}', {
          points: points.map((p) => `${short(p.at)} ${gradeTitle(p.grade)}`).join('; '),
        })}
      />
      <table className="w-full border-collapse">
        <caption className="sr-only">{say('Condition grade over time')}</caption>
        <tbody>
          {points.map((p) => (
            <tr key={p.at} className="border-hair border-b">
              <th scope="row" className="num text-13 w-36 py-1 text-left font-normal">
                {day(p.at)}
              </th>
              <td className="w-44">{gradeTitle(p.grade)}</td>
              <td className="text-quiet">
                {say('{looked} of {of} zones looked at', { looked: p.looked, of: p.of })}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </figure>
  )
}
