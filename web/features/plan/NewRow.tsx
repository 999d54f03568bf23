/** A row that is added to a sheet: a machine, what is done, who, when, and what it needs. */
import type { PlanAnswer, PlanEvening, PlanPerson } from '#api/plan.ts'
import { type SheetRow, clockAfter } from '#core/plan/sheet.ts'
import { useState } from 'react'
import type { PartyId, MachineId } from '#core/ids.ts'
import type { TodoAct, TodoBrief } from '#core/work/todo/index.ts'
import { isClock, ClockField } from './ClockField.tsx'
import { actKey } from '#core/plan/figures.ts'
import type { Authority } from '#core/history/bodies/rule.ts'
import { SelectField, TextField, PlainButton, Act } from '#web/ui/Forms.tsx'
import { todoLine } from '#api/words/todo.ts'
import { authorities } from '#api/choices.ts'

/** Minutes that a row begins with; a house figure, no source. */
const usualMinutes = 45

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
  const [machine, setMachine] = useState<string>(data.machines[0]?.id ?? '')
  const [what, setWhat] = useState('')
  const [people, setPeople] = useState<readonly PartyId[]>([])
  const [from, setFrom] = useState(after ? clockAfter(after.from, after.minutes) : evening.from)
  const [minutes, setMinutes] = useState(String(usualMinutes))
  const [place, setPlace] = useState('')
  const [authority, setAuthority] = useState('')
  const [fetch, setFetch] = useState('')
  const [runs, setRuns] = useState('')
  /** The act of its To do that the row stands for. */
  const [act, setAct] = useState<TodoAct>()
  const chosen = data.machines.find((m) => m.id === machine)
  const acts = (chosen?.todo ?? []).filter((t) => t.act !== 'go on')
  const [n, r] = [Number(minutes), Number(runs)]
  const complete =
    machine !== '' &&
    what.trim() !== '' &&
    people.length > 0 &&
    isClock(from) &&
    Number.isInteger(n) &&
    n >= 5 &&
    n <= 600
  const coming = evening.people.filter((p) => p.comes !== 'not').map((p) => p.party)
  const shown = [...data.people].sort(
    (a, b) => Number(coming.includes(b.party)) - Number(coming.includes(a.party)),
  )
  if (data.machines.length === 0)
    return <p className="text-quiet">No machine is open or wants work. Open an episode on one first.</p>
  return (
    <form
      className="border-hair space-y-3 border-t pt-3"
      onSubmit={(e) => {
        e.preventDefault()
        if (!complete) return
        onAdd({
          machine: machine as MachineId,
          what: what.trim(),
          people: [...people],
          from,
          minutes: n,
          ...(act && acts.some((t) => t.act === act) ? { step: actKey(machine, act), own: true } : {}),
          ...(place.trim() ? { place: place.trim() } : {}),
          ...(fetch.trim() ? { fetch: fetch.trim() } : {}),
          ...(authority ? { authority: authority as Authority } : {}),
          ...(Number.isInteger(r) && r >= 5 && r <= 10_000 ? { runs: r } : {}),
        })
        setWhat('')
        setAct(undefined)
        setFetch('')
        setRuns('')
        setFrom(clockAfter(from, n))
      }}
    >
      <div className="grid grid-cols-2 gap-3 max-md:grid-cols-1">
        <SelectField
          label="Machine"
          options={data.machines.map((m) => ({ value: m.id, label: `${m.name}, ${m.number}` }))}
          value={machine}
          onChange={(e) => {
            setMachine(e.target.value)
            setAct(undefined)
          }}
        />
        <TextField label="What is done" value={what} onChange={(e) => setWhat(e.target.value)} />
      </div>
      {acts.length > 0 && <FromTodo acts={acts} onWhat={setWhat} onAct={setAct} onMinutes={setMinutes} />}
      <WhoComes shown={shown} people={people} onPeople={setPeople} coming={coming} />
      <RowFields
        from={from}
        onFrom={setFrom}
        minutes={minutes}
        onMinutes={setMinutes}
        place={place}
        onPlace={setPlace}
        authority={authority}
        onAuthority={setAuthority}
        fetch={fetch}
        onFetch={setFetch}
        runs={runs}
        onRuns={setRuns}
      />
      <datalist id="plan-places">
        {data.places.map((p) => (
          <option key={p} value={p} />
        ))}
      </datalist>
      <PlainButton type="submit" disabled={!complete}>
        Add this row
      </PlainButton>
    </form>
  )
}

function FromTodo({
  acts,
  onWhat,
  onAct,
  onMinutes,
}: {
  acts: TodoBrief[]
  onWhat: (value: string) => void
  onAct: (
    value:
      | 'test'
      | 'settle'
      | 'sort'
      | 'next'
      | 'answer'
      | 'make harmless'
      | 'see to'
      | 'judge'
      | 'end wait'
      | 'put back'
      | 'find the fault'
      | 'fit'
      | 'test again'
      | 'prove'
      | 'say what it does'
      | 'look again'
      | 'give back'
      | 'bring home'
      | 'take out'
      | 'decide'
      | 'try'
      | 'clear up'
      | 'later'
      | 'finish entry'
      | 'go on'
      | undefined,
  ) => void
  onMinutes: (value: string) => void
}) {
  return (
    <p className="flex flex-wrap gap-x-5">
      <span className="text-13 text-quiet">From its To do:</span>
      {acts.map((t) => (
        <Act
          key={t.act}
          onClick={() => {
            onWhat(todoLine(t, t.n))
            onAct(t.act)
            if (t.minutes !== undefined) onMinutes(String(Math.max(5, Math.round(t.minutes))))
          }}
        >
          {todoLine(t, t.n)}
        </Act>
      ))}
    </p>
  )
}

function WhoComes({
  shown,
  people,
  onPeople,
  coming,
}: {
  shown: PlanPerson[]
  people: readonly PartyId[]
  onPeople: (value: readonly PartyId[]) => void
  coming: PartyId[]
}) {
  return (
    <fieldset className="flex flex-wrap gap-x-5 gap-y-1">
      <legend className="text-13 text-quiet">Who</legend>
      {shown.map((p) => (
        <label key={p.party} className="flex min-h-8 items-center gap-2">
          <input
            type="checkbox"
            checked={people.includes(p.party)}
            onChange={(e) =>
              onPeople(e.target.checked ? [...people, p.party] : people.filter((x) => x !== p.party))
            }
          />
          <span className={coming.includes(p.party) ? '' : 'text-quiet'}>{p.name}</span>
        </label>
      ))}
    </fieldset>
  )
}

function RowFields({
  from,
  onFrom,
  minutes,
  onMinutes,
  place,
  onPlace,
  authority,
  onAuthority,
  fetch,
  onFetch,
  runs,
  onRuns,
}: {
  from: string
  onFrom: (value: string) => void
  minutes: string
  onMinutes: (value: string) => void
  place: string
  onPlace: (value: string) => void
  authority: string
  onAuthority: (value: string) => void
  fetch: string
  onFetch: (value: string) => void
  runs: string
  onRuns: (value: string) => void
}) {
  return (
    <div className="grid grid-cols-6 items-start gap-3 max-lg:grid-cols-3 max-md:grid-cols-2">
      <ClockField label="From" value={from} onChange={onFrom} />
      <TextField
        label="Minutes"
        inputMode="numeric"
        className="num"
        value={minutes}
        onChange={(e) => onMinutes(e.target.value)}
      />
      <TextField
        label="Where"
        list="plan-places"
        placeholder="bench 1, sink, yard"
        value={place}
        onChange={(e) => onPlace(e.target.value)}
      />
      <SelectField
        label="Needs an authorisation"
        options={[{ value: '', label: 'none' }, ...authorities.map((a) => ({ value: a, label: a }))]}
        value={authority}
        onChange={(e) => onAuthority(e.target.value)}
      />
      <TextField label="From the shelf" value={fetch} onChange={(e) => onFetch(e.target.value)} />
      <TextField
        label="Then runs by itself, min"
        inputMode="numeric"
        className="num"
        value={runs}
        onChange={(e) => onRuns(e.target.value)}
      />
    </div>
  )
}
