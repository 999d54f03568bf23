/** From one's own calendar file: the evenings on which something stands there, and saying of them that one does not come. */
import { say } from '#api/words/say.ts'
import { useState } from 'react'
import type { PlanAnswer, PlanEvening } from '#api/plan.ts'
import { eveningTitle } from '#api/words/plan.ts'
import type { PartyId } from '#core/ids.ts'
import { instantToMs } from '#core/quantity/time.ts'
import { useSend } from '#web/app/send.ts'
import { useDates, useSigned } from '#web/app/session.tsx'
import { Act, Field, PlainButton, Said, Slip } from '#web/ui/Forms.tsx'

interface Clash {
  readonly evening: PlanEvening
  readonly summary: string
}

export function CalendarIn({ data, onClose }: { data: PlanAnswer; onClose: () => void }) {
  const { me } = useSigned()
  const { zone } = useDates()
  const { send, error, setError, busy } = useSend()
  const [clashes, setClashes] = useState<readonly Clash[]>()
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set())
  const read = async (file: File) => {
    setError(undefined)
    try {
      const { busySpans } = await import('#core/formats/calendar-in.ts')
      const ahead = data.evenings.filter((e) => !e.off)
      const [first, last] = [ahead[0], ahead.at(-1)]
      if (!first || !last) return setClashes([])
      const spans = busySpans(await file.text(), instantToMs(first.begins), instantToMs(last.ends), zone)
      const found = ahead.flatMap((evening): Clash[] => {
        const own = spans.find(
          (s) => s.fromMs < instantToMs(evening.ends) && s.toMs > instantToMs(evening.begins),
        )
        const comes = evening.people.find((p) => p.party === me.party)?.comes
        return own && comes !== 'not' ? [{ evening, summary: own.summary || 'busy' }] : []
      })
      setClashes(found)
      setChosen(new Set(found.map((f) => f.evening.day)))
    } catch (failure) {
      setError(failure instanceof RangeError ? failure.message : say('The file could not be read.'))
    }
  }
  const tell = async () => {
    const sent = await send(
      [...chosen].map((day) => ({
        body: { kind: 'evening', what: 'comes', day, party: me.party as PartyId, comes: false } as const,
      })),
    )
    if (sent) onClose()
  }
  return (
    <Slip title={say('From a calendar file')} onClose={onClose}>
      <div className="space-y-3">
        <Field label={say('Calendar file (.ics)')} hint={say('It is read on this device and kept nowhere.')}>
          {(id) => (
            <input
              id={id}
              type="file"
              accept=".ics,text/calendar"
              className="field"
              onChange={(e) => {
                const [file] = e.target.files ?? []
                if (file) void read(file)
              }}
            />
          )}
        </Field>
        {clashes?.length === 0 && <p>{say('Nothing in it falls on an evening to which you come.')}</p>}
        {clashes && clashes.length > 0 && (
          <Clashes
            clashes={clashes}
            chosen={chosen}
            onChosen={setChosen}
            busy={busy}
            onTell={tell}
            onClose={onClose}
          />
        )}
        <Said error={error} />
      </div>
    </Slip>
  )
}

function Clashes({
  clashes,
  chosen,
  onChosen,
  busy,
  onTell,
  onClose,
}: {
  clashes: readonly Clash[]
  chosen: ReadonlySet<string>
  onChosen: (value: ReadonlySet<string>) => void
  busy: boolean
  onTell: () => Promise<void>
  onClose: () => void
}) {
  return (
    <>
      <ul>
        {clashes.map(({ evening: { day }, summary }) => (
          <li key={day}>
            <label className="flex min-h-8 items-center gap-2">
              <input
                type="checkbox"
                checked={chosen.has(day)}
                onChange={(e) => {
                  const next = new Set(chosen)
                  if (e.target.checked) next.add(day)
                  else next.delete(day)
                  onChosen(next)
                }}
              />
              {eveningTitle(day)}: {summary}
            </label>
          </li>
        ))}
      </ul>
      <p className="flex flex-wrap items-center gap-4">
        <PlainButton disabled={busy || chosen.size === 0} onClick={() => void onTell()}>
          {say('I do not come on these evenings')}
        </PlainButton>
        <Act onClick={onClose}>{say('Cancel')}</Act>
      </p>
    </>
  )
}
