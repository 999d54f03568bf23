/** Writing the sheet of an evening by hand: a row at a time; what speaks against a row is said before it is told to anybody. */
import { useState } from 'react'
import type { PlanAnswer, PlanEvening } from '#api/plan.ts'
import { eveningTitle } from '#api/words/plan.ts'
import { todoLine } from '#api/words/todo.ts'
import { authorities } from '#api/choices.ts'
import type { Authority } from '#core/history/bodies/rule.ts'
import type { MachineId, PartyId } from '#core/ids.ts'
import { actKey } from '#core/plan/figures.ts'
import { proposeRows } from '#core/plan/propose.ts'
import { clockAfter, leaveAt, sheetRemarks, type SheetRow } from '#core/plan/sheet.ts'
import type { TodoAct } from '#core/work/todo/index.ts'
import { useSend } from '#web/app/send.ts'
import { useKept, useKeptState } from '#web/ui/kept.tsx'
import { Act, MainButton, PlainButton, Said, SelectField, Slip, TextField } from '#web/ui/Forms.tsx'
import { ClockField, isClock } from './ClockField.tsx'
import { Rows } from './Rows.tsx'

/** Two benches, where no sheet has named any. */
const benchesOf = (places: readonly string[]): readonly string[] => {
  const known = places.filter((p) => /bench|table/i.test(p))
  return known.length > 1 ? [...known].sort() : ['bench 1', 'bench 2']
}

/** Minutes that a row begins with; a house figure, no source. */
const usualMinutes = 45

export function SheetEditor({
  data,
  evening,
  onClose,
}: {
  data: PlanAnswer
  evening: PlanEvening
  onClose: () => void
}) {
  const kept = useKept(`sheet of ${evening.day}`, onClose)
  const [rows, setRows] = useKeptState<readonly SheetRow[]>(kept, 'rows', evening.told?.rows ?? [])
  const [leave, setLeave] = useKeptState(kept, 'leave', evening.told?.leave ?? leaveAt(evening))
  const { send, error, busy } = useSend(kept.forget)
  const may = (party: PartyId, authority: Authority) =>
    data.people.find((p) => p.party === party)?.authorities.includes(authority) ?? false
  const remarks = sheetRemarks(evening, rows, may)
  const against = remarks.filter((r) => r.length > 0).length
  const tell = async () => {
    const sent = await send([
      {
        body: {
          kind: 'evening',
          what: 'told',
          day: evening.day,
          rows: rows.map((r) => ({ ...r, people: [...r.people] })),
          leave,
        },
      },
    ])
    if (sent) kept.done()
  }
  return (
    <Slip title={`Sheet of ${eveningTitle(evening.day)}`} onClose={onClose}>
      <div className="space-y-4">
        {kept.back && (
          <p>
            What was put together here before is back. <Act onClick={kept.done}>Discard it</Act>
          </p>
        )}
        {rows.length > 0 && (
          <Rows
            data={data}
            rows={rows}
            remarks={remarks}
            onTake={(row) => setRows(rows.filter((_, i) => i !== row))}
          />
        )}
        <p className="flex flex-wrap items-baseline gap-x-6">
          <PlainButton
            onClick={() =>
              setRows(
                proposeRows({
                  evening,
                  leave,
                  rows,
                  machines: data.machines,
                  people: data.people,
                  places: benchesOf(data.places),
                  words: (todo) => todoLine(todo, todo.items.length),
                }),
              )
            }
          >
            Propose rows from To do
          </PlainButton>
          <span className="text-quiet">
            The most urgent of each machine first, as early as somebody, a bench and the machine are free.
            Nothing holds before it is told.
          </span>
        </p>
        <NewRow
          data={data}
          evening={evening}
          after={rows.at(-1)}
          onAdd={(row) => setRows([...rows, row].sort((a, b) => a.from.localeCompare(b.from)))}
        />
        <div className="flex flex-wrap items-end gap-4">
          <ClockField label="Begin leaving" value={leave} onChange={setLeave} />
          <MainButton disabled={busy || rows.length === 0 || !isClock(leave)} onClick={() => void tell()}>
            Tell this sheet
          </MainButton>
          <span className="text-quiet pb-2">
            {against > 0
              ? `Something speaks against ${against} of ${rows.length} rows; it can be told all the same.`
              : 'It holds once it is told, until another one is.'}
          </span>
        </div>
        <Said error={error} />
      </div>
    </Slip>
  )
}

function NewRow({
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
      {acts.length > 0 && (
        <p className="flex flex-wrap gap-x-5">
          <span className="text-13 text-quiet">From its To do:</span>
          {acts.map((t) => (
            <Act
              key={t.act}
              onClick={() => {
                setWhat(todoLine(t, t.n))
                setAct(t.act)
                if (t.minutes !== undefined) setMinutes(String(Math.max(5, Math.round(t.minutes))))
              }}
            >
              {todoLine(t, t.n)}
            </Act>
          ))}
        </p>
      )}
      <fieldset className="flex flex-wrap gap-x-5 gap-y-1">
        <legend className="text-13 text-quiet">Who</legend>
        {shown.map((p) => (
          <label key={p.party} className="flex min-h-8 items-center gap-2">
            <input
              type="checkbox"
              checked={people.includes(p.party)}
              onChange={(e) =>
                setPeople(e.target.checked ? [...people, p.party] : people.filter((x) => x !== p.party))
              }
            />
            <span className={coming.includes(p.party) ? '' : 'text-quiet'}>{p.name}</span>
          </label>
        ))}
      </fieldset>
      <div className="grid grid-cols-6 items-start gap-3 max-lg:grid-cols-3 max-md:grid-cols-2">
        <ClockField label="From" value={from} onChange={setFrom} />
        <TextField
          label="Minutes"
          inputMode="numeric"
          className="num"
          value={minutes}
          onChange={(e) => setMinutes(e.target.value)}
        />
        <TextField
          label="Where"
          list="plan-places"
          placeholder="bench 1, sink, yard"
          value={place}
          onChange={(e) => setPlace(e.target.value)}
        />
        <SelectField
          label="Needs an authorisation"
          options={[{ value: '', label: 'none' }, ...authorities.map((a) => ({ value: a, label: a }))]}
          value={authority}
          onChange={(e) => setAuthority(e.target.value)}
        />
        <TextField label="From the shelf" value={fetch} onChange={(e) => setFetch(e.target.value)} />
        <TextField
          label="Then runs by itself, min"
          inputMode="numeric"
          className="num"
          value={runs}
          onChange={(e) => setRuns(e.target.value)}
        />
      </div>
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
