/** The lifeline of one machine, with what stands today at the end of each lane. */
import { dayWords } from '#api/words/dates.ts'
import { standingSentence, standingWords } from '#api/words/standing.ts'
import { cutLabel } from '#api/words/status.ts'
import type { MachineView } from '#core/views/machine-shape.ts'
import { useDates } from '#web/app/session.tsx'
import { Lifeline } from './Lifeline.tsx'

export function MachineLifeline({ view, onEntry }: { view: MachineView; onEntry?: (entry: string) => void }) {
  const { when, zone } = useDates()
  const words = Object.fromEntries(
    view.functions.map((f) => [
      f.fn,
      {
        now: standingWords(f, when),
        due: f.word === 'retest' || f.word === 'void',
        title: standingSentence(f, when),
      },
    ]),
  )
  const { change } = view.status
  return (
    <Lifeline
      data={view.lifeline}
      words={words}
      short={(at) => dayWords(at, zone)}
      cutWords={change ? cutLabel(change, when) : undefined}
      {...(onEntry ? { onEntry } : {})}
    />
  )
}
