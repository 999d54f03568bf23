/** A loan is asked for: with whom, for what, and which things go along. */
import { say } from '#api/words/say.ts'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { wayWords } from '#api/words/loans.ts'
import type { UseFormReturn } from 'react-hook-form'
import type { Body, BodyOf } from '#core/history/bodies/index.ts'
import { loanBody } from '#core/history/bodies/loan.ts'
import { forGood, loanWays, type LoanWay } from '#core/history/loan-ways.ts'
import type { GearId, LoanId, MachineId, PartId, PartyId } from '#core/ids.ts'
import { useQuery } from '@tanstack/react-query'
import { get } from '#web/app/http.ts'
import { keys } from '#web/app/keys.ts'
import { usePartyNamed } from '#web/app/party.ts'
import { newId } from '#web/app/clock.ts'
import { useSend } from '#web/app/send.ts'
import { useSigned } from '#web/app/session.tsx'
import { typed } from '#web/app/typed.ts'
import { fieldOf, useBodyForm } from '#web/app/body-form.ts'
import { Act, MainButton, PlainButton, Said, SelectField, Slip, TextField } from '#web/ui/Forms.tsx'
import { KeptForm, useKept, useKeptState, type Kept } from '#web/ui/kept.tsx'

type Item = Extract<BodyOf<'loan'>, { what: 'asked' }>['items'][number]

interface Asking {
  readonly way: LoanWay
  readonly with: string
  readonly purpose: string
  readonly authority: string
  readonly number: string
  readonly theirNumber: string
}

export function AskLoan({ onClose }: { onClose: () => void }) {
  const navigate = useNavigate()
  const kept = useKept('a loan', onClose)
  const partyNamed = usePartyNamed()
  const { send, error, busy, setError } = useSend(kept.forget)
  const { data: numbers } = useQuery({
    queryKey: keys.nextNumbers,
    queryFn: () => get('/next-numbers'),
    staleTime: 0,
    gcTime: 0,
  })
  const [loan] = useState(() => newId() as LoanId)
  const [items, setItems] = useKeptState<readonly Item[]>(kept, 'items', [])
  const asked = ({ number, theirNumber, way, with: name, purpose, authority }: Asking): [...Body[], Body] => {
    const party = partyNamed(name, 'borrower')
    const body: BodyOf<'loan'> = {
      kind: 'loan',
      what: 'asked',
      loan,
      number: typed(number) ?? numbers?.loanNumber,
      theirNumber: typed(theirNumber),
      way,
      with: party?.party as PartyId,
      purpose: purpose.trim(),
      authority: typed(authority),
      items: items.map((item) => ({ ...item, returns: !forGood(way) })),
    }
    return [...(party?.bodies ?? []), body]
  }
  const form = useBodyForm<Asking>({
    defaults: { way: 'out', with: '', purpose: '', authority: '', number: '', theirNumber: '' },
    bodyOf: (said) => asked(said).at(-1),
    schema: loanBody,
    says: {
      with: say('Say with whom.'),
      purpose: say('Say what it is for.'),
      root: say('Add the machines and things that go along.'),
    },
    kept,
  })
  const going = useGoing(kept, form.watch('way'), { items, setItems, setError })
  const submit = form.handleSubmit(async (said) => {
    // What is still in the fields and was not added is not forgotten.
    if (going.unsaid) return setError(say('Add the last thing to the list, or clear its field.'))
    if (!(await send(asked(said).map((body) => ({ body }))))) return
    kept.done()
    void navigate(`/loans/${loan}`)
  })
  return (
    <Slip title={say('A loan')} onClose={onClose}>
      <KeptForm kept={kept} onSubmit={(event) => void submit(event)} className="space-y-3">
        <WhatFor form={form} number={numbers?.loanNumber} />
        <fieldset>
          <legend className="text-13 text-quiet mb-1">{say('What goes along, each counted')}</legend>
          <ul>
            {going.items.map((item) => (
              <li key={item.item} className="border-hair flex min-h-9 items-center justify-between border-b">
                <span>{item.n === 1 ? item.item : `${item.n} × ${item.item}`}</span>
                <Act onClick={() => going.remove(item)}>{say('Remove {item}', { item: item.item })}</Act>
              </li>
            ))}
          </ul>
          <Adding going={going} />
          <AddGear onAdd={going.add} />
        </fieldset>
        <MainButton type="submit" disabled={busy}>
          {say('Write down the loan')}
        </MainButton>
        <Said error={error ?? form.formState.errors.root?.message} />
      </KeptForm>
    </Slip>
  )
}

interface List {
  readonly items: readonly Item[]
  readonly setItems: (items: readonly Item[]) => void
  readonly setError: (error: string | undefined) => void
}

/** What goes along, and what is typed to be added to it. */
function useGoing(kept: Kept, way: LoanWay, { items, setItems, setError }: List) {
  const [number, setNumber] = useKeptState(kept, 'number', '')
  const [thing, setThing] = useKeptState(kept, 'thing', '')
  const [n, setN] = useKeptState(kept, 'n', '1')
  const named = number.trim()
  const { data } = useQuery({
    queryKey: keys.lookUp(named),
    queryFn: () => get('/lookup/:word', { word: named }),
    enabled: named !== '',
    retry: false,
  })
  const found = named === '' ? undefined : data
  const machine = found?.machine
  const part = machine ? undefined : found?.part
  const add = (item: Pick<Item, 'item'> & Partial<Item>) => {
    if (items.some((i) => i.item.toLowerCase() === item.item.toLowerCase()))
      return setError(say('{item} is in the list already.', { item: item.item }))
    setError(undefined)
    setItems([...items, { n: 1, returns: true, ...item }])
  }
  const addNamed = () => {
    if (part) add({ item: part.label.slice(0, 80), part: part.id as PartId })
    else if (machine)
      add({
        item: `${machine.number} ${machine.name}`.slice(0, 80),
        machine: machine.machine as MachineId,
      })
    else return
    setNumber('')
  }
  const addThing = () => {
    const many = Number(n)
    if (!thing.trim()) return setError(say('Name the thing: “mains lead”, “manual”, “key”.'))
    if (!Number.isInteger(many) || many < 1) return setError(say('Count it in whole numbers, from 1.'))
    add({ item: thing.trim(), n: many, returns: !forGood(way) })
    setThing('')
    setN('1')
  }
  return {
    ...{ items, add, addNamed, addThing, machine, part, number, setNumber, thing, setThing, n, setN },
    remove: (item: Item) => setItems(items.filter((i) => i !== item)),
    missing:
      found && !machine && !part ? say('No machine or part has the number {named}.', { named }) : undefined,
    /** Something stands in a field and was not added. */
    unsaid: named !== '' || thing.trim() !== '',
  }
}
type Going = ReturnType<typeof useGoing>

function WhatFor({ form, number }: { form: UseFormReturn<Asking>; number: string | undefined }) {
  const { me } = useSigned()
  return (
    <div className="grid grid-cols-3 items-start gap-3 max-md:grid-cols-1">
      <SelectField
        label={say('What it is')}
        options={loanWays
          .filter((w) => me.role === 'steward' || !forGood(w))
          .map((w) => ({ value: w, label: wayWords[w] }))}
        {...fieldOf(form, 'way')}
      />
      <TextField label={say('With whom')} {...fieldOf(form, 'with')} maxLength={80} aria-required />
      <TextField label={say('For what')} {...fieldOf(form, 'purpose')} maxLength={400} aria-required />
      {forGood(form.watch('way')) && (
        <TextField
          label={say('Who decided that it goes, and when')}
          {...fieldOf(form, 'authority')}
          maxLength={400}
          placeholder={say('the board, minute of 3 March')}
        />
      )}
      <TextField
        label={say('Number of the loan here')}
        {...fieldOf(form, 'number')}
        className="num"
        maxLength={40}
        placeholder={number}
      />
      <TextField
        label={say('Their number, if they have one')}
        {...fieldOf(form, 'theirNumber')}
        className="num"
        maxLength={40}
      />
    </div>
  )
}

function Adding({ going }: { going: Going }) {
  const { machine, part } = going
  return (
    <>
      <div className="mt-2 grid grid-cols-[minmax(0,1fr)_auto_minmax(0,1fr)_5rem_auto] items-end gap-3 max-md:grid-cols-[minmax(0,1fr)_auto]">
        <TextField
          label={say('Machine or part: its number or tag')}
          className="num"
          placeholder="SW 2024.3"
          value={going.number}
          onChange={(e) => going.setNumber(e.target.value)}
          error={going.missing}
        />
        <PlainButton onClick={going.addNamed} disabled={!machine && !part}>
          {part ? say('Add the part') : say('Add the machine')}
        </PlainButton>
        <TextField
          label={say('Or a thing')}
          placeholder={say('mains lead')}
          maxLength={80}
          value={going.thing}
          onChange={(e) => going.setThing(e.target.value)}
        />
        <TextField
          label={say('How many')}
          className="num"
          inputMode="numeric"
          value={going.n}
          onChange={(e) => going.setN(e.target.value)}
        />
        <PlainButton onClick={going.addThing}>{say('Add the thing')}</PlainButton>
      </div>
      {machine && (
        <p className="text-quiet mt-1">
          {say('{number} is {name}.', { number: machine.number, name: machine.name })}
        </p>
      )}
      {part && <p className="text-quiet mt-1">{`${part.label}, ${part.placeLabel}.`}</p>}
    </>
  )
}

function AddGear({ onAdd }: { onAdd: Going['add'] }) {
  const gear = useQuery({ queryKey: keys.gear, queryFn: () => get('/gear') }).data?.gear ?? []
  if (gear.length === 0) return null
  return (
    <div className="mt-2 max-w-80">
      <SelectField
        label={say('Or test gear')}
        value=""
        onChange={(e) => {
          const chosen = gear.find((g) => g.id === e.target.value)
          if (chosen) onAdd({ item: chosen.name, gear: chosen.id as GearId })
        }}
        options={[{ value: '', label: say('none') }, ...gear.map((g) => ({ value: g.id, label: g.name }))]}
      />
    </div>
  )
}
