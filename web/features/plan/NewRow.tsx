/** A row that is added to a sheet: a machine, what is done, who, when, and what it needs. */
import { say } from '#api/words/say.ts'
import { useState } from 'react'
import { authorities } from '#api/choices.ts'
import type { PlanAnswer, PlanEvening } from '#api/plan.ts'
import { todoLine } from '#api/words/todo.ts'
import type { SheetRow } from '#core/plan/sheet.ts'
import type { TodoBrief } from '#core/work/todo/index.ts'
import { Act, PlainButton, SelectField, TextField } from '#web/ui/Forms.tsx'
import { ClockField } from './ClockField.tsx'
import { beginRow, nextRow, rowOf, type RowSaid } from './row-form.ts'

export function NewRow({
  data,
  evening,
  after,
  onAdd,
}: {
  data: PlanAnswer
  evening: PlanEvening
  after: SheetRow | undefined
  onAdd: (row: SheetRow) => void
}) {
  const [said, setSaid] = useState(() => beginRow(data.machines[0]?.id ?? '', after, evening.from))
  const change = (more: Partial<RowSaid>) => setSaid((old) => ({ ...old, ...more }))
  const machine = data.machines.find((m) => m.id === said.machine)
  const acts = (machine?.todo ?? []).filter((t) => t.act !== 'go on')
  const row = rowOf(said, acts)
  if (data.machines.length === 0)
    return (
      <p className="text-quiet">
        {say('No machine is open or has work to do. Open an episode on one first.')}
      </p>
    )
  return (
    <form
      className="border-hair space-y-3 border-t pt-3"
      onSubmit={(e) => {
        e.preventDefault()
        if (!row) return
        onAdd(row)
        setSaid(nextRow(said, row))
      }}
    >
      <div className="grid grid-cols-2 gap-3 max-md:grid-cols-1">
        <SelectField
          label={say('Machine')}
          options={data.machines.map((m) => ({ value: m.id, label: `${m.name}, ${m.number}` }))}
          value={said.machine}
          onChange={(e) => change({ machine: e.target.value, act: undefined })}
        />
        <TextField
          label={say('What is done')}
          value={said.what}
          onChange={(e) => change({ what: e.target.value })}
        />
      </div>
      {acts.length > 0 && <FromTodo acts={acts} onSay={change} />}
      <WhoComes data={data} evening={evening} said={said} onSay={change} />
      <RowFields said={said} onSay={change} />
      <datalist id="plan-places">
        {data.places.map((p) => (
          <option key={p} value={p} />
        ))}
      </datalist>
      <PlainButton type="submit" disabled={!row}>
        {say('Add this row')}
      </PlainButton>
    </form>
  )
}

type Say = (more: Partial<RowSaid>) => void

function FromTodo({ acts, onSay }: { acts: readonly TodoBrief[]; onSay: Say }) {
  return (
    <p className="flex flex-wrap gap-x-5">
      <span className="text-13 text-quiet">{say('From its To do:')}</span>
      {acts.map((t) => (
        <Act
          key={t.act}
          onClick={() =>
            onSay({
              what: todoLine(t, t.n),
              act: t.act,
              ...(t.minutes === undefined ? {} : { minutes: String(Math.max(5, Math.round(t.minutes))) }),
            })
          }
        >
          {todoLine(t, t.n)}
        </Act>
      ))}
    </p>
  )
}

/** Those who come to this evening stand first. */
function WhoComes({
  data,
  evening,
  said: { people },
  onSay,
}: {
  data: PlanAnswer
  evening: PlanEvening
  said: RowSaid
  onSay: Say
}) {
  const coming = evening.people.filter((p) => p.comes !== 'not').map((p) => p.party)
  const shown = [...data.people].sort(
    (a, b) => Number(coming.includes(b.party)) - Number(coming.includes(a.party)),
  )
  return (
    <fieldset className="flex flex-wrap gap-x-5 gap-y-1">
      <legend className="text-13 text-quiet">{say('Who')}</legend>
      {shown.map((p) => (
        <label key={p.party} className="flex min-h-8 items-center gap-2">
          <input
            type="checkbox"
            checked={people.includes(p.party)}
            onChange={(e) =>
              onSay({ people: e.target.checked ? [...people, p.party] : people.filter((x) => x !== p.party) })
            }
          />
          <span className={coming.includes(p.party) ? '' : 'text-quiet'}>{p.name}</span>
        </label>
      ))}
    </fieldset>
  )
}

function RowFields({ said, onSay }: { said: RowSaid; onSay: Say }) {
  return (
    <div className="grid grid-cols-6 items-start gap-3 max-lg:grid-cols-3 max-md:grid-cols-2">
      <ClockField label={say('From')} value={said.from} onChange={(from) => onSay({ from })} />
      <TextField
        label={say('Minutes')}
        inputMode="numeric"
        className="num"
        value={said.minutes}
        onChange={(e) => onSay({ minutes: e.target.value })}
      />
      <TextField
        label={say('Where')}
        list="plan-places"
        placeholder={say('bench 1, sink, yard')}
        value={said.place}
        onChange={(e) => onSay({ place: e.target.value })}
      />
      <SelectField
        label={say('Needs an authorisation')}
        options={[{ value: '', label: say('none') }, ...authorities.map((a) => ({ value: a, label: a }))]}
        value={said.authority}
        onChange={(e) => onSay({ authority: e.target.value })}
      />
      <TextField
        label={say('From the shelf')}
        value={said.fetch}
        onChange={(e) => onSay({ fetch: e.target.value })}
      />
      <TextField
        label={say('Then runs by itself, min')}
        inputMode="numeric"
        className="num"
        value={said.runs}
        onChange={(e) => onSay({ runs: e.target.value })}
      />
    </div>
  )
}
