/** What may be done with a lot: count it, write down that more came, move some, take one out, keep some for a machine. */
import type { Place } from '#core/place.ts'
import type { Instant } from '#core/quantity/time.ts'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import type { LotAnswer } from '#api/parts.ts'
import { lotOrigins } from '#core/history/bodies/lot.ts'
import type { PartId } from '#core/ids.ts'
import { newId } from '#web/app/clock.ts'
import { useSend } from '#web/app/send.ts'
import { useDates, useSigned } from '#web/app/session.tsx'
import { PlainButton, Said, SelectField, Slip, TextField } from '#web/ui/Forms.tsx'
import { ends, lotActBody, type End, type LotAct } from './lot-act.ts'
import { MachineField, positionOptions, useNamedMachine } from '#web/app/MachineField.tsx'
import { PartFields } from './PartFields.tsx'
import { PriceFields } from '#web/ui/PriceFields.tsx'

const titles: Readonly<Record<LotAct, string>> = {
  count: 'Count what is there',
  got: 'More of it came',
  move: 'Move some of it',
  one: 'Take one out and give it a tag',
  keep: 'Keep some for a machine',
  say: 'Say more about it',
}

export function LotActs({ act, lot, onClose }: { act: LotAct; lot: LotAnswer; onClose: () => void }) {
  const { zone } = useDates()
  const navigate = useNavigate()
  const { send, error, busy, held, setError } = useSend()
  const [number, setNumber] = useState('')
  const [end, setEnd] = useState<End>('another place')
  const heaps = lot.places.filter((p) => p.lies)
  const asksMachine = act === 'keep' || (act === 'move' && end === 'kept with a machine')
  const { machine, missing } = useNamedMachine(asksMachine ? number : '')
  const submit = async (event: React.FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const newPart = newId() as PartId
    const body = lotActBody(act, lot, {
      form: new FormData(event.currentTarget),
      machine: machine?.machine,
      end,
      newPart,
      zone,
    })
    if (typeof body === 'string') return setError(body)
    if (!(await send([{ body }]))) return
    if (act === 'one') void navigate(`/parts/${newPart}`)
    else onClose()
  }
  return (
    <Slip title={titles[act]} onClose={onClose}>
      <form
        onSubmit={(event) => void submit(event)}
        className="grid grid-cols-4 items-end gap-3 max-md:grid-cols-2"
      >
        {act === 'count' && (
          <>
            <Many act={act} label="Counted" />
            <TextField label="Where" name="place" defaultValue={heaps[0]?.label} list="heaps" required />
            <label className="flex min-h-9 items-center gap-2">
              <input type="checkbox" name="about" value="yes" /> weighed or guessed
            </label>
          </>
        )}
        {act === 'got' && <GotFields act={act} heaps={heaps} lot={lot} />}
        {act === 'move' && <MoveFields act={act} heaps={heaps} end={end} onEnd={setEnd} />}
        {act === 'one' && (
          <>
            <HeapField heaps={heaps} />
            <TextField label="Its tag" name="tag" className="num" placeholder={lot.nextTag} autoFocus />
          </>
        )}
        {act === 'keep' && <Many act={act} label="How many" defaultValue={1} />}
        {asksMachine && <MachineField value={number} onChange={setNumber} missing={missing} />}
        {act === 'keep' && (
          <>
            <SelectField label="Position" name="position" options={positionOptions(machine, 'not said')} />
            <TextField label="Until" name="until" type="date" className="num" />
          </>
        )}
        {act === 'say' && <SayFields lot={lot} />}
        {act !== 'one' && act !== 'say' && <TextField label="Remark" name="words" />}
        <div>
          <PlainButton type="submit" disabled={busy || held}>
            Record the change
          </PlainButton>
        </div>
        <datalist id="heaps">
          {heaps.map((h) => (
            <option key={h.label} value={h.label} />
          ))}
        </datalist>
      </form>
      <Said error={error} />
    </Slip>
  )
}

function MoveFields({
  act,
  heaps,
  end,
  onEnd,
}: {
  act: LotAct
  heaps: {
    readonly place: Place
    readonly label: string
    readonly n: number
    readonly about: boolean
    readonly counted?: Instant | undefined
    readonly lies: boolean
  }[]
  end: 'another place' | 'used up' | 'discarded' | 'kept with a machine'
  onEnd: (value: 'another place' | 'used up' | 'discarded' | 'kept with a machine') => void
}) {
  return (
    <>
      <Many act={act} label="How many" />
      <HeapField heaps={heaps} />
      <SelectField label="To" options={ends} value={end} onChange={(e) => onEnd(e.target.value as End)} />
      {end === 'another place' && (
        <TextField label="Place" name="place" placeholder="drawer 9" list="heaps" required />
      )}
    </>
  )
}

function SayFields({ lot }: { lot: LotAnswer }) {
  return (
    <>
      <TextField label="Kind of each" name="kind" defaultValue={lot.partKind} />
      <TextField label="Tag of the bag" name="tag" className="num" defaultValue={lot.tag} />
      <TextField
        label="Buy again when so many are free"
        name="reorderAt"
        className="num"
        type="number"
        min={0}
        defaultValue={lot.reorderAt}
      />
      <PartFields />
    </>
  )
}

function GotFields({
  act,
  heaps,
  lot,
}: {
  act: LotAct
  heaps: {
    readonly place: Place
    readonly label: string
    readonly n: number
    readonly about: boolean
    readonly counted?: Instant | undefined
    readonly lies: boolean
  }[]
  lot: LotAnswer
}) {
  const { house } = useSigned()
  return (
    <>
      <Many act={act} label="How many" />
      <TextField label="Location" name="place" defaultValue={heaps[0]?.label} list="heaps" required />
      <SelectField label="Origin" name="origin" options={lotOrigins} defaultValue={lot.origin ?? 'bought'} />
      <PriceFields label="All of them cost" currency={house.currency} />
    </>
  )
}

function HeapField({ heaps }: { heaps: LotAnswer['places'] }) {
  return (
    <SelectField
      label="From"
      name="heap"
      options={heaps.map((h) => ({ value: h.label, label: `${h.label}, ${h.n} there` }))}
    />
  )
}

function Many({ act, label, defaultValue }: { act: LotAct; label: string; defaultValue?: number }) {
  return (
    <TextField
      label={label}
      name="n"
      className="num"
      type="number"
      min={act === 'count' ? 0 : 1}
      max={1_000_000}
      required
      autoFocus
      defaultValue={defaultValue}
    />
  )
}
