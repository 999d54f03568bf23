/** What if one of them is not there: the plan without them, before anybody says so. */
import { say } from '#api/words/say.ts'
import { useState } from 'react'
import type { PlanAnswer } from '#api/plan.ts'
import { eveningTitle } from '#api/words/plan.ts'
import type { PartyId } from '#core/ids.ts'
import type { PlanFrom } from '#core/plan/jobs.ts'
import { PlainButton, SelectField } from '#web/ui/Forms.tsx'

export function WhatIf({
  data,
  from,
  onTry,
}: {
  data: PlanAnswer
  from: PlanFrom
  onTry: (party: PartyId, day: string | undefined) => void
}) {
  const coming = data.people.filter((_, i) => from.problem.sessions.some((s) => s.people.includes(i)))
  const [party, setParty] = useState<string>(coming[0]?.party ?? '')
  const [day, setDay] = useState('')
  if (coming.length === 0) return null
  return (
    <form
      className="flex flex-wrap items-end gap-3"
      onSubmit={(e) => {
        e.preventDefault()
        if (party) onTry(party as PartyId, day || undefined)
      }}
    >
      <SelectField
        label={say('What if this person is not there')}
        options={coming.map((p) => ({ value: p.party, label: p.name }))}
        value={party}
        onChange={(e) => setParty(e.target.value)}
      />
      <SelectField
        label={say('On')}
        options={[
          { value: '', label: say('all of these evenings') },
          ...from.days.map((d) => ({ value: d, label: eveningTitle(d) })),
        ]}
        value={day}
        onChange={(e) => setDay(e.target.value)}
      />
      <PlainButton type="submit">{say('Show what would move')}</PlainButton>
    </form>
  )
}
