/** Parts without a tag that somebody wants to bag: they get the next free ones by one act. */
import { say } from '#api/words/say.ts'
import { useQueries, useQuery } from '@tanstack/react-query'
import { count } from '#api/words/lists.ts'
import type { PartId } from '#core/ids.ts'
import { following } from '#core/quantity/numbers.ts'
import { keys } from '#web/app/keys.ts'
import { get } from '#web/app/http.ts'
import { useSend } from '#web/app/send.ts'
import { PlainButton, Said } from '#web/ui/Forms.tsx'

export function Untagged({ ids }: { ids: readonly string[] }) {
  const { send, error, busy } = useSend()
  const numbers = useQuery({
    queryKey: keys.nextNumbers,
    queryFn: () => get('/next-numbers'),
    staleTime: 0,
    gcTime: 0,
  })
  const parts = useQueries({
    queries: ids.map((id) => ({
      queryKey: keys.part(id),
      queryFn: () => get('/parts/:id', { id }),
      retry: false,
    })),
  }).flatMap((q) => (q.data ? [q.data] : []))
  const tags = numbers.data ? following(numbers.data.tag, parts.length) : []
  if (parts.length === 0) return null
  const give = () =>
    void send(
      parts.flatMap((p, i) =>
        tags[i]
          ? [
              {
                body: {
                  kind: 'part' as const,
                  what: 'identified' as const,
                  part: p.id as PartId,
                  tag: tags[i],
                },
              },
            ]
          : [],
      ),
    )
  return (
    <section aria-label={say('Without a tag')} className="noprint mb-4">
      <h1 className="headrule">{say('Without a tag')}</h1>
      <ul>
        {parts.map((p, i) => (
          <li key={p.id} className="border-hair flex justify-between gap-4 border-b py-1.5">
            <span>
              {p.label}
              <span className="text-quiet">{`, ${p.place}`}</span>
            </span>
            <span className="num">{tags[i]}</span>
          </li>
        ))}
      </ul>
      <p className="mt-3 flex items-center gap-4">
        <PlainButton disabled={busy || tags.length === 0} onClick={give}>
          {say('Give {parts}', { parts: count(parts.length, 'tag') })}
        </PlainButton>
        <span className="text-quiet">
          {say(
            'A part in a machine or a tray is named by its position, and needs none. One that goes into a bag does.',
          )}
        </span>
      </p>
      <Said error={error} />
    </section>
  )
}
