/** A storage round over many machines at once: cells out, memory switch off, what was seen, and the day on which somebody looks again. */
import { say } from '#api/words/say.ts'
import type { MachineSummary } from '#core/views/summary.ts'
import type { MachineList } from '#api/machines.ts'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { count, list } from '#api/words/lists.ts'
import { keys } from '#web/app/keys.ts'
import { get } from '#web/app/http.ts'
import { useSend } from '#web/app/send.ts'
import { useDates } from '#web/app/session.tsx'
import { MainButton, Said, TextField } from '#web/ui/Forms.tsx'
import { storageBodies } from './storage.ts'

/** As many as one page of the list holds; a larger store is walked shelf by shelf, by searching for it. */
const most = 200

const beforeMachinesGo = say(
  'Before machines go to the shelf: cells leak, memories drain them, rust comes back. What is said here is written on each machine that is chosen.',
)

export function View() {
  const { zone } = useDates()
  const [search, setSearch] = useState('')
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set())
  const [cellsOut, setCellsOut] = useState(true)
  const [memoryOff, setMemoryOff] = useState(false)
  const [seen, setSeen] = useState('')
  const [lookAgain, setLookAgain] = useState('')
  const [written, setWritten] = useState<string>()
  const { send, error, busy, setError } = useSend()
  const { data } = useQuery({
    queryKey: keys.machines(`storage ${search}`, 0),
    queryFn: () => get('/machines', { q: search, limit: most }),
  })
  const here = (data?.machines ?? []).filter((m) => !m.onLoan && !m.open)
  const toggle = (id: string, on: boolean) =>
    setChosen((old) => new Set(on ? [...old, id] : [...old].filter((x) => x !== id)))
  const picked = here.filter((m) => chosen.has(m.id))
  const submit = async (event: React.FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const bodies = picked.flatMap((m) =>
      storageBodies(m.id, m.cells, { cellsOut, memoryOff, seen, lookAgain, zone }),
    )
    if (bodies.length === 0)
      return setError(say('Choose machines, and say what was done or when somebody looks again.'))
    if (await send(bodies.map((body) => ({ body })))) {
      setWritten(
        say('{bodies} written on {picked}.', {
          bodies: count(bodies.length, 'entry', 'entries'),
          picked: count(picked.length, 'machine'),
        }),
      )
      setChosen(new Set())
      setSeen('')
    }
  }
  return (
    <main className="flex-1 p-4">
      <h1 className="font-display text-24 mb-1 font-semibold">{say('Storage round')}</h1>
      <p className="text-quiet mb-4">{beforeMachinesGo}</p>
      <form onSubmit={(event) => void submit(event)}>
        <WhatWasDone
          cellsOut={cellsOut}
          onCellsOut={setCellsOut}
          memoryOff={memoryOff}
          onMemoryOff={setMemoryOff}
          seen={seen}
          onSeen={setSeen}
          lookAgain={lookAgain}
          onLookAgain={setLookAgain}
          busy={busy}
          picked={picked}
        />
        <Said error={error} />
        {written && (
          <p role="status" className="mb-3 font-bold">
            {written}
          </p>
        )}
        <WhichMachines
          search={search}
          onSearch={setSearch}
          onChosen={setChosen}
          picked={picked}
          here={here}
          data={data}
        />
        <Shelved here={here} chosen={chosen} onToggle={toggle} />
        {data && here.length === 0 && (
          <p className="text-quiet py-3">
            {say('No machine that is here and not being worked on bears these words.')}
          </p>
        )}
      </form>
    </main>
  )
}

function WhatWasDone({
  cellsOut,
  onCellsOut,
  memoryOff,
  onMemoryOff,
  seen,
  onSeen,
  lookAgain,
  onLookAgain,
  busy,
  picked,
}: {
  cellsOut: boolean
  onCellsOut: (value: boolean) => void
  memoryOff: boolean
  onMemoryOff: (value: boolean) => void
  seen: string
  onSeen: (value: string) => void
  lookAgain: string
  onLookAgain: (value: string) => void
  busy: boolean
  picked: MachineSummary[]
}) {
  return (
    <div className="bg-sheet mb-4 grid grid-cols-[auto_auto_1fr_auto_auto] items-end gap-5 rounded-sm p-4 max-lg:grid-cols-1">
      <label className="flex h-9 items-center gap-2">
        <input type="checkbox" checked={cellsOut} onChange={(e) => onCellsOut(e.target.checked)} />{' '}
        {say('Cells out')}
      </label>
      <label className="flex h-9 items-center gap-2">
        <input type="checkbox" checked={memoryOff} onChange={(e) => onMemoryOff(e.target.checked)} />{' '}
        {say('Memory switch off')}
      </label>
      <TextField
        label={say('What was seen (may stay empty)')}
        placeholder={say('no leak, dry, no new rust')}
        maxLength={500}
        value={seen}
        onChange={(e) => onSeen(e.target.value)}
      />
      <label>
        <span className="text-13 text-quiet block">{say('Look again on')}</span>
        <input
          type="date"
          className="field num h-9 w-40"
          value={lookAgain}
          onChange={(e) => onLookAgain(e.target.value)}
        />
      </label>
      <MainButton type="submit" disabled={busy || picked.length === 0}>
        {picked.length === 0
          ? say('Choose machines')
          : say('Write on {picked}', { picked: count(picked.length, 'machine') })}
      </MainButton>
    </div>
  )
}

function WhichMachines({
  search,
  onSearch,
  onChosen,
  picked,
  here,
  data,
}: {
  search: string
  onSearch: (value: string) => void
  onChosen: (value: ReadonlySet<string>) => void
  picked: MachineSummary[]
  here: MachineSummary[]
  data: MachineList | undefined
}) {
  return (
    <div className="mb-2 flex flex-wrap items-end gap-5">
      <div className="w-72">
        <TextField
          label={say('Which machines')}
          placeholder={say('shelf, type, name')}
          value={search}
          onChange={(e) => onSearch(e.target.value)}
        />
      </div>
      <button
        type="button"
        className="act h-9"
        onClick={() => onChosen(new Set(picked.length === here.length ? [] : here.map((m) => m.id)))}
      >
        {picked.length === here.length && here.length > 0
          ? say('Choose none')
          : say('Choose all {here}', { here: here.length })}
      </button>
      {data && data.total > data.machines.length && (
        <span className="text-quiet h-9">
          {say('The first {most} of {total}: search for a shelf or a type.', { most, total: data.total })}
        </span>
      )}
    </div>
  )
}

function Shelved({
  here,
  chosen,
  onToggle,
}: {
  here: MachineSummary[]
  chosen: ReadonlySet<string>
  onToggle: (id: string, on: boolean) => void
}) {
  return (
    <ul>
      {here.map((m) => (
        <li
          key={m.id}
          className="border-hair grid min-h-9 grid-cols-[2rem_minmax(0,1fr)_9rem_14rem_minmax(0,1fr)] items-baseline gap-3 border-b py-1 max-md:grid-cols-[2rem_1fr]"
        >
          <input
            type="checkbox"
            aria-label={`${m.plate.name} ${m.plate.number}`}
            checked={chosen.has(m.id)}
            onChange={(e) => onToggle(m.id, e.target.checked)}
          />
          <Link className="truncate hover:underline" to={`/machines/${m.id}`}>
            {m.plate.name}
          </Link>
          <span className="num">{m.plate.number}</span>
          <span className="text-quiet truncate">{m.place ?? say('place not recorded')}</span>
          <span className="text-copper">
            {m.cells.length > 0 && say('cells may be in: {cells}', { cells: list(m.cells) })}
          </span>
        </li>
      ))}
    </ul>
  )
}
