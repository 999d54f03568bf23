/** Condition on the Machine view: the grade over time, and the way to the survey. */
import { say } from '#api/words/say.ts'
import { Link } from 'react-router'
import { gradeSoFar } from '#api/words/condition.ts'
import { count } from '#api/words/lists.ts'
import type { MachineView } from '#core/views/machine-shape.ts'
import { useSigned } from '#web/app/session.tsx'
import { GradeLine } from '#web/ui/GradeLine.tsx'

export function ConditionSection({ view }: { view: MachineView }) {
  const { me } = useSigned()
  const { grade, looked, of, findings } = view.condition
  return (
    <section aria-label={say('Condition')}>
      <h2 className="headrule flex justify-between">
        {say('Condition over time')}
        <Link className="act" to={`/machines/${view.id}/survey`}>
          {say('Open the survey')}
        </Link>
      </h2>
      <p className="py-2">
        {`${gradeSoFar(grade, looked, of)}; ${count(findings, 'finding')}. `}
        <Link className="act" to={`/machines/${view.id}/survey?part=two+dates`}>
          {say('Compare two dates')}
        </Link>{' '}
        {me.role !== 'guest' && (
          <Link className="act ml-4" to={`/machines/${view.id}/treatments`}>
            {say('Treatments')}
          </Link>
        )}
      </p>
      <GradeLine history={view.history} now={view.now} height={180} />
    </section>
  )
}
