/** The same treatment once more, begun by one tap: everything as it was, but for what is counted and measured anew. */
import { say } from '#api/words/say.ts'
import { capital, list } from '#api/words/lists.ts'
import type { Course } from '#core/treatment/course.ts'
import { useDates } from '#web/app/session.tsx'
import { useSend } from '#web/app/send.ts'
import { Act, Said } from '#web/ui/Forms.tsx'

export function Again({ course }: { course: Course }) {
  const { short } = useDates()
  const { send, error, busy } = useSend()
  const { body } = course
  // A pH, a count and the temperature of that day are of that day.
  const again = { ...body, ph: undefined, counts: [], temperature: undefined, trial: false }
  return (
    <>
      <Act disabled={busy} onClick={() => void send([{ body: again }])}>
        {say('Begin as on {from}: {sort}, {on}', {
          from: short(course.from),
          sort: capital(body.sort),
          on: list(body.on, 3),
        })}
      </Act>
      <Said error={error} />
    </>
  )
}
