/** The usual cautions for what a form is about to write, above its button: the same table that the line reads, machine by machine. */
import { say } from '#api/words/say.ts'
import { useQueries } from '@tanstack/react-query'
import { cautionTail, cautionWords } from '#api/words/cautions.ts'
import type { Body } from '#core/history/bodies/index.ts'
import { cautionKeys, cautionsOf } from '#core/work/cautions/index.ts'
import { get } from './http.ts'
import { keys } from './keys.ts'

export function FormCautions({ machines, bodies }: { machines: readonly string[]; bodies: readonly Body[] }) {
  const asked = useQueries({
    queries: [...new Set(machines)].map((id) => ({
      queryKey: keys.cautions(id),
      queryFn: () => get('/machines/:id/cautions', { id }),
      enabled: bodies.length > 0,
    })),
  })
  const called = new Set(
    asked.flatMap(({ data }) => (data ? bodies.flatMap((body) => cautionsOf(body, data.facts)) : [])),
  )
  const shown = cautionKeys.filter((key) => called.has(key))
  if (shown.length === 0) return null
  return (
    <div role="note" aria-label={say('Cautions')} className="border-oxide my-3 basis-full border-l-4 pl-3">
      {shown.map((key) => (
        <p key={key}>{cautionWords(key)}</p>
      ))}
      <p className="text-quiet text-13">{cautionTail}</p>
    </div>
  )
}
