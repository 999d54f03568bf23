/** What the map of this machine teaches its type sheet: each line ticked by a person, then published as the next version. */
import { say } from '#api/words/say.ts'
import { useState } from 'react'
import { count } from '#api/words/lists.ts'
import type { Learned } from '#core/parts/learned.ts'
import { withLearned } from '#core/parts/learned.ts'
import type { EntryId, TypeId } from '#core/ids.ts'
import type { RenewalView } from '#core/views/renewal.ts'
import { get, wordsOf } from '#web/app/http.ts'
import { useSend } from '#web/app/send.ts'
import { PlainButton, Said, Slip } from '#web/ui/Forms.tsx'

const keyOf = (l: Learned) => `${l.position}/${l.fact}`
const byWords = {
  part: say('by the part'),
  print: say('by the print'),
  schematic: say('by the schematic'),
  settled: say('settled by a person'),
  machine: say('met on this machine'),
} as const
const doubtWords = {
  'by the part only': say('only the part that was in it says so: it may be an earlier guess'),
  'no usual rating': say('no usual rating: read it again'),
} as const

export function TeachSlip({
  view,
  teaches,
  onClose,
}: {
  view: RenewalView
  teaches: NonNullable<RenewalView['teaches']>
  onClose: () => void
}) {
  const { send, error, busy, setError } = useSend()
  const [chosen, setChosen] = useState<ReadonlySet<string>>(
    new Set(teaches.learned.filter((l) => !l.doubt).map(keyOf)),
  )
  const picked = teaches.learned.filter((l) => chosen.has(keyOf(l)))
  const publish = async () => {
    try {
      // The sheet as it is now: somebody else may have published in the meantime.
      const { sheet } = await get('/types/:id', { id: teaches.type })
      const learnedIn = view.machine.lastEpisode as EntryId | undefined
      const body = {
        kind: 'type' as const,
        type: teaches.type as TypeId,
        sheet: withLearned(sheet, picked, teaches.met),
        ...(learnedIn ? { learnedIn } : {}),
      }
      if (await send([{ body }])) onClose()
    } catch (failure) {
      setError(wordsOf(failure))
    }
  }
  return (
    <Slip title={say('Into the sheet of {name}', { name: teaches.name })} onClose={onClose}>
      <ul>
        {teaches.learned.map((l) => (
          <li key={keyOf(l)} className="border-hair border-b py-1">
            <label className="flex items-baseline gap-3">
              <input
                type="checkbox"
                checked={chosen.has(keyOf(l))}
                onChange={(e) =>
                  setChosen(
                    new Set(
                      e.target.checked ? [...chosen, keyOf(l)] : [...chosen].filter((k) => k !== keyOf(l)),
                    ),
                  )
                }
              />
              <span className="num w-16 font-bold">{l.position}</span>
              <span className="flex-1">
                {l.fact === 'position' ? say('is a position: {is}', { is: l.is }) : `${l.fact} ${l.is}`}
                {l.was && (
                  <span className="text-quiet">{`, ${say('where the sheet says {was}', { was: l.was })}`}</span>
                )}
              </span>
              <span className={l.doubt ? 'text-copper' : 'text-quiet'}>
                {l.doubt ? doubtWords[l.doubt] : byWords[l.by]}
              </span>
            </label>
          </li>
        ))}
      </ul>
      <p className="mt-3 flex items-center gap-4">
        <PlainButton disabled={busy || picked.length === 0} onClick={() => void publish()}>
          {say('Publish {picked} to every machine of the type', { picked: count(picked.length, 'line') })}
        </PlainButton>
        <span className="text-quiet">{say('The version before stays readable.')}</span>
      </p>
      <Said error={error} />
    </Slip>
  )
}
