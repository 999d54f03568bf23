/** Cases of practice that a steward asks somebody to do, before an authorisation is granted; and all that is seen of them. */
import { told } from '#web/ui/told.tsx'
import { commas } from '#api/words/lists.ts'
import { say } from '#api/words/say.ts'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { authorities } from '#api/choices.ts'
import { writtenCases } from '#core/practice/written/index.ts'
import type { PartyId } from '#core/ids.ts'
import { get, post, remove, wordsOf } from '#web/app/http.ts'
import { keys } from '#web/app/keys.ts'
import { useDates } from '#web/app/session.tsx'
import { Act, PlainButton, Said, SelectField } from '#web/ui/Forms.tsx'

/** The case that is about an authority, proposed first. */
const forAuthority = 'written/unsafe-power'

export function PracticeSet({ party }: { party: PartyId }) {
  const { short } = useDates()
  const client = useQueryClient()
  const [key, setKey] = useState(forAuthority)
  const [authority, setAuthority] = useState<(typeof authorities)[number]>('switch on')
  const [error, setError] = useState<string>()
  const { data } = useQuery({ queryKey: keys.practiceSet, queryFn: () => get('/practice/set') })
  const own = (data?.set ?? []).filter((s) => s.party === party)
  const change = async (act: Promise<unknown>) => {
    setError(undefined)
    await act.catch((failure: unknown) => setError(wordsOf(failure)))
    await client.invalidateQueries({ queryKey: keys.practiceSet })
  }
  return (
    <section aria-label={say('Practice')} className="space-y-2">
      <div className="grid grid-cols-[14rem_14rem_auto] items-end gap-3 max-md:grid-cols-1">
        <SelectField
          label={say('Practice case')}
          options={writtenCases.map((c) => ({ value: c.key, label: c.title }))}
          value={key}
          onChange={(e) => setKey(e.target.value)}
        />
        <SelectField
          label={say('Before they may')}
          options={authorities}
          value={authority}
          onChange={(e) => setAuthority(e.target.value as typeof authority)}
        />
        <span>
          <PlainButton
            onClick={() =>
              void change(
                post('/practice/set', { party, case: { written: key.replace('written/', '') }, authority }),
              )
            }
          >
            {say('Ask for this case')}
          </PlainButton>
        </span>
      </div>
      <ul>
        {own.map((s) => (
          <li key={s.id} className="flex flex-wrap items-baseline gap-x-4">
            <span>
              {commas(s.title, s.authority && say('before {authority}', { authority: s.authority }))}:{' '}
              {s.done ? (
                <strong>
                  {told('done on {on}, unsafe acts {n}', {
                    on: short(s.done.on),
                    n: <span className="num">{s.done.unsafeActs}</span>,
                  })}
                </strong>
              ) : (
                <span className="text-quiet">
                  {say('asked for on {at}, not done yet', { at: short(s.at) })}
                </span>
              )}
            </span>
            <Act
              aria-label={say('Take back: {title}', { title: s.title })}
              onClick={() => void change(remove('/practice/set/:id', { id: s.id }))}
            >
              {say('Take back')}
            </Act>
          </li>
        ))}
      </ul>
      <Said error={error} />
    </section>
  )
}
