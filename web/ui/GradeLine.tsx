/** The grade over time, as a stepped line; grades run from 1 at the top to 4 at the foot. */
import { useEffect, useRef } from 'react'
import { gradeTitle } from '#api/words/condition.ts'
import type { GradePoint } from '#core/condition/condition.ts'
import { useDates } from '#web/app/session.tsx'

export function GradeLine({ history, now, height = 220 }: { history: readonly GradePoint[]; now: string; height?: number }) {
  const holder = useRef<HTMLDivElement>(null)
  const { short, day } = useDates()
  const points = history.filter((p) => p.grade !== undefined)
  useEffect(() => {
    const element = holder.current
    if (!element || points.length === 0) return
    let gone = false
    let dispose: (() => void) | undefined
    void import('#web/ui/chart.ts').then(({ stepChart }) => {
      if (gone) return
      dispose = stepChart(element, {
        points: [
          ...points.map((p) => ({ at: p.at, value: p.grade ?? 0, label: p.looked < p.of ? `${p.grade} so far` : String(p.grade) })),
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
  if (points.length === 0) return <p className="text-quiet py-3">No grade yet: it begins with the first zone that somebody looks at.</p>
  return (
    <figure>
      <div ref={holder} style={{ height }} role="img" aria-label={`Condition grade over time: ${points.map((p) => `${short(p.at)} ${gradeTitle(p.grade)}`).join('; ')}`} />
      <table className="sr-only">
        <caption>Condition grade over time</caption>
        <tbody>
          {points.map((p) => (
            <tr key={p.at}>
              <th scope="row">{day(p.at)}</th>
              <td>{`${gradeTitle(p.grade)}, ${p.looked} of ${p.of} zones`}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </figure>
  )
}
