/** A loan is asked for: with whom, for what, and which things go along. */
import { useNavigate } from 'react-router'
import { wayWords } from '#api/words/loans.ts'
import type { BodyOf } from '#core/history/bodies/index.ts'
import { forGood, loanWays, type LoanWay } from '#core/history/loan-ways.ts'
import type { GearId, LoanId, MachineId, PartId } from '#core/ids.ts'
import { useQuery } from '@tanstack/react-query'
import { get } from '#web/app/http.ts'
import { keys } from '#web/app/keys.ts'
import { usePartyNamed } from '#web/app/party.ts'
import { newId } from '#web/app/clock.ts'
import { useSend } from '#web/app/send.ts'
import { useSigned } from '#web/app/session.tsx'
import { typedIn } from '#web/app/typed.ts'
import { Act, MainButton, PlainButton, Said, SelectField, Slip, TextField } from '#web/ui/Forms.tsx'
import { KeptForm, useKept, useKeptState } from '#web/ui/kept.tsx'

type Item = Extract<BodyOf<'loan'>, { what: 'asked' }>['items'][number]

export function AskLoan({ onClose }: { onClose: () => void }) {
  const navigate = useNavigate()
  const kept = useKept('a loan', onClose)
  const partyNamed = usePartyNamed()
  const { send, error, busy, setError } = useSend(kept.forget)
  const { me } = useSigned()
  const [way, setWay] = useKeptState<LoanWay>(kept, 'way', 'out')
  const [items, setItems] = useKeptState<readonly Item[]>(kept, 'items', [])
  const [number, setNumber] = useKeptState(kept, 'number', '')
  const named = number.trim()
  const found = useQuery({
    queryKey: keys.lookUp(named),
    queryFn: () => get('/lookup/:word', { word: named }),
    enabled: named !== '',
    retry: false,
  })
  const machine = named === '' ? undefined : found.data?.machine
  const part = named === '' || machine ? undefined : found.data?.part
  const missing = named !== '' && found.data !== undefined && !machine && !part
  const gear = useQuery({ queryKey: keys.gear, queryFn: () => get('/gear') })
  const numbers = useQuery({
    queryKey: keys.nextNumbers,
    queryFn: () => get('/next-numbers'),
    staleTime: 0,
    gcTime: 0,
  })
  const [thing, setThing] = useKeptState(kept, 'thing', '')
  const [n, setN] = useKeptState(kept, 'n', '1')
  const add = (item: Item) => {
    if (items.some((i) => i.item.toLowerCase() === item.item.toLowerCase()))
      return setError(`${item.item} is in the list already.`)
    setError(undefined)
    setItems([...items, item])
  }
  const addNamed = () => {
    if (part)
      add({
        item: part.label.slice(0, 80),
        part: part.id as PartId,
        n: 1,
        returns: true,
      })
    if (part) setNumber('')
    if (!machine) return
    add({
      item: `${machine.number} ${machine.name}`.slice(0, 80),
      machine: machine.machine as MachineId,
      n: 1,
      returns: true,
    })
    setNumber('')
  }
  const addThing = () => {
    const many = Number(n)
    if (!thing.trim()) return setError('Name the thing: “mains lead”, “manual”, “key”.')
    if (!Number.isInteger(many) || many < 1) return setError('Count it in whole numbers, from 1.')
    add({ item: thing.trim(), n: many, returns: !forGood(way) })
    setThing('')
    setN('1')
  }
  const submit = async (event: React.FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const { text } = typedIn(event.currentTarget)
    const party = partyNamed(text('with'), 'borrower')
    if (!party) return setError('Say with whom.')
    if (!text('purpose')) return setError('Say what it is for.')
    // What is still in the fields and was not added is not forgotten.
    if (number.trim() || thing.trim()) return setError('Add the last thing to the list, or clear its field.')
    if (items.length === 0) return setError('Add the machines and things that go along.')
    const loan = newId() as LoanId
    const written = await send([
      ...party.bodies.map((body) => ({ body })),
      {
        body: {
          kind: 'loan',
          what: 'asked',
          loan,
          ...(text('number') || numbers.data ? { number: text('number') || numbers.data?.loanNumber } : {}),
          ...(text('theirNumber') ? { theirNumber: text('theirNumber') } : {}),
          way,
          with: party.party,
          purpose: text('purpose'),
          ...(text('authority') ? { authority: text('authority') } : {}),
          items: items.map((item) => ({ ...item, returns: !forGood(way) })),
        },
      },
    ])
    if (!written) return
    kept.done()
    void navigate(`/loans/${loan}`)
  }
  return (
    <Slip title="A loan" onClose={onClose}>
      <KeptForm kept={kept} onSubmit={(event) => void submit(event)} className="space-y-3">
        <div className="grid grid-cols-3 items-end gap-3 max-md:grid-cols-1">
          <SelectField
            label="What it is"
            name="way"
            value={way}
            onChange={(e) => setWay(e.target.value as LoanWay)}
            options={loanWays
              .filter((w) => me.role === 'steward' || !forGood(w))
              .map((w) => ({ value: w, label: wayWords[w] }))}
          />
          <TextField label="With whom" name="with" maxLength={80} required />
          <TextField label="For what" name="purpose" maxLength={400} required />
          {forGood(way) && (
            <TextField
              label="Who decided that it goes, and when"
              name="authority"
              maxLength={400}
              placeholder="the board, minute of 3 March"
            />
          )}
          <TextField
            label="Number of the loan here"
            name="number"
            className="num"
            maxLength={40}
            placeholder={numbers.data?.loanNumber}
          />
          <TextField
            label="Their number, if they have one"
            name="theirNumber"
            className="num"
            maxLength={40}
          />
        </div>
        <fieldset>
          <legend className="text-13 text-quiet mb-1">What goes along, each counted</legend>
          <ul>
            {items.map((item) => (
              <li key={item.item} className="border-hair flex min-h-9 items-center justify-between border-b">
                <span>{item.n === 1 ? item.item : `${item.n} × ${item.item}`}</span>
                <Act onClick={() => setItems(items.filter((i) => i !== item))}>{`Remove ${item.item}`}</Act>
              </li>
            ))}
          </ul>
          <div className="mt-2 grid grid-cols-[minmax(0,1fr)_auto_minmax(0,1fr)_5rem_auto] items-end gap-3 max-md:grid-cols-[minmax(0,1fr)_auto]">
            <TextField
              label="Machine or part: its number or tag"
              className="num"
              placeholder="SW 2024.3"
              value={number}
              onChange={(e) => setNumber(e.target.value)}
              error={missing ? `No machine or part has the number ${named}.` : undefined}
            />
            <PlainButton onClick={addNamed} disabled={!machine && !part}>
              {part ? 'Add the part' : 'Add the machine'}
            </PlainButton>
            <TextField
              label="Or a thing"
              placeholder="mains lead"
              maxLength={80}
              value={thing}
              onChange={(e) => setThing(e.target.value)}
            />
            <TextField
              label="How many"
              className="num"
              inputMode="numeric"
              value={n}
              onChange={(e) => setN(e.target.value)}
            />
            <PlainButton onClick={addThing}>Add the thing</PlainButton>
          </div>
          {machine && <p className="text-quiet mt-1">{`${machine.number} is ${machine.name}.`}</p>}
          {part && <p className="text-quiet mt-1">{`${part.label}, ${part.placeLabel}.`}</p>}
          {(gear.data?.gear.length ?? 0) > 0 && (
            <div className="mt-2 max-w-80">
              <SelectField
                label="Or test gear"
                value=""
                onChange={(e) => {
                  const chosen = gear.data?.gear.find((g) => g.id === e.target.value)
                  if (chosen) add({ item: chosen.name, gear: chosen.id as GearId, n: 1, returns: true })
                }}
                options={[
                  { value: '', label: 'none' },
                  ...(gear.data?.gear.map((g) => ({ value: g.id, label: g.name })) ?? []),
                ]}
              />
            </div>
          )}
        </fieldset>
        <MainButton type="submit" disabled={busy}>
          Write down the loan
        </MainButton>
        <Said error={error} />
      </KeptForm>
    </Slip>
  )
}
