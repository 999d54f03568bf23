/** The lifeline in rows: for whoever does not see the drawing or cannot point at it. */
import { say } from '#api/words/say.ts'
import type { Lifeline as LifelineData } from '#core/views/lifeline.ts'

const heightWords = {
  full: say('works'),
  half: say('partly'),
  foot: say('fails'),
  none: say(say('only said')),
} as const
export const fillWords = {
  solid: say('proved, untouched since'),
  hollow: say('was so, touched since'),
  dots: say(say('only said')),
} as const

/** What a stretch says. */
export const segmentWords = (s: {
  readonly height: keyof typeof heightWords
  readonly fill: keyof typeof fillWords
}) => (s.fill === 'dots' ? say('only said') : `${heightWords[s.height]}, ${fillWords[s.fill]}`)

export function LifelineTable({
  lanes,
  short,
  onEntry,
}: {
  lanes: LifelineData['lanes']
  short: (at: string) => string
  onEntry: ((entry: string) => void) | undefined
}) {
  const th = 'text-13 text-quiet pr-6 text-left font-normal'
  return (
    <details className="px-3 pb-2">
      <summary className="act text-13 cursor-pointer">{say('Results as a table')}</summary>
      <table className="mt-1">
        <thead>
          <tr>
            <th scope="col" className={th}>
              {say('Function')}
            </th>
            <th scope="col" className={th}>
              {say('From')}
            </th>
            <th scope="col" className={th}>
              {say('Result')}
            </th>
          </tr>
        </thead>
        <tbody>
          {lanes.flatMap((lane) =>
            lane.segments.map((s, n) => (
              <tr key={`${lane.fn} ${n}`} className="border-hair border-b">
                <th scope="row" className="pr-6 text-left font-normal">
                  {lane.fn}
                </th>
                <td className="num pr-6">{short(s.at)}</td>
                <td>
                  {onEntry ? (
                    <button type="button" className="act" onClick={() => onEntry(s.entry)}>
                      {segmentWords(s)}
                    </button>
                  ) : (
                    segmentWords(s)
                  )}
                </td>
              </tr>
            )),
          )}
        </tbody>
      </table>
    </details>
  )
}
