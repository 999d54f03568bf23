/** Moving one part from wherever it is: into a machine, a store, to somebody, or out of the house for good. */
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import type { PartLife } from '#api/machines.ts'
import { remarkWords } from '#api/words/composer.ts'
import { refusalWords } from '#api/words/refusals.ts'
import type { PartId, PartyId } from '#core/ids.ts'
import { movingBodies, wantsTag, type Destination } from '#core/parts/destination.ts'
import { judgeFit, type PartFacts } from '#core/parts/fit.ts'
import { dayInterval } from '#core/quantity/time.ts'
import { FormCautions } from '#web/app/FormCautions.tsx'
import { keys } from '#web/app/keys.ts'
import { get } from '#web/app/http.ts'
import { useSend } from '#web/app/send.ts'
import { useDates } from '#web/app/session.tsx'
import { PlainButton, Said, SelectField, Slip, TextField } from '#web/ui/Forms.tsx'
import { MachineField, positionOptions, useNamedMachine } from '#web/app/MachineField.tsx'

const ways = [
  'into a machine',
  'into a store',
  'kept with its machine',
  'to somebody',
  'out of the house',
] as const
type Way = (typeof ways)[number]
const fates = ['discarded', 'consumed', 'returned to owner', 'unknown'] as const

export function MoveSlip({ part, onClose }: { part: PartLife; onClose: () => void }) {
  const { zone } = useDates()
  const { send, error, busy } = useSend()
  const [way, setWay] = useState<Way>('into a machine')
  const [said, setSaid] = useState<Readonly<Record<string, string>>>({})
  const [moved, setMoved] = useState(false)
  const say = (name: string) => ({
    value: said[name] ?? '',
    onChange: (e: { target: { value: string } }) => setSaid({ ...said, [name]: e.target.value }),
  })
  const text = (name: string) => (said[name] ?? '').trim()
  const numbers = useQuery({
    queryKey: keys.nextNumbers,
    queryFn: () => get('/next-numbers'),
    staleTime: 0,
    gcTime: 0,
  })
  const people = useQuery({ queryKey: keys.people, queryFn: () => get('/people') })
  const number = text('number')
  const { machine, missing } = useNamedMachine(way === 'into a machine' ? number : '')
  const slot = machine?.slots.find((s) => s.position.designator === text('position'))
  const facts: PartFacts = {
    partKind: part.partKind,
    attributes: part.attributes,
    health: part.health as PartFacts['health'],
  }
  const fit =
    machine && slot
      ? judgeFit(
          slot.position,
          facts,
          machine.slots.map((s) => s.position),
          slot.chargeEnded,
        )
      : undefined
  const destination: Destination | undefined =
    way === 'into a machine'
      ? machine &&
        slot && {
          to: 'slot',
          place: slot.place,
          occupant:
            slot.part && slot.content !== 'empty'
              ? { part: slot.part, out: { in: { kind: 'kept', id: machine.machine } }, tag: slot.tag }
              : undefined,
        }
      : way === 'into a store'
        ? text('store')
          ? { to: 'store', name: text('store'), shelf: text('shelf') || undefined }
          : undefined
        : way === 'kept with its machine'
          ? part.foundIn
            ? { to: 'kept', machine: part.foundIn, label: text('bag') || undefined }
            : undefined
          : way === 'to somebody'
            ? text('party')
              ? { to: 'party', party: text('party') }
              : undefined
            : { to: 'gone', fate: (text('fate') || 'discarded') as (typeof fates)[number] }
  const lent = said['lent'] === 'yes' && way !== 'out of the house' && way !== 'into a store'
  const refused = fit && 'refusal' in fit ? refusalWords(fit.refusal, { zone, labels: {} }) : undefined
  const bodies = destination
    ? movingBodies({
        part: part.id as PartId,
        from: part.at,
        destination,
        loan: lent ? { due: text('due') ? dayInterval(text('due'), zone).latest : undefined } : undefined,
        authority: (text('authority') || undefined) as PartyId | undefined,
        reason: refused ? text('reason') || undefined : undefined,
        occupantTag: numbers.data?.tag,
        tag: !part.tag && wantsTag(part.at, destination) ? numbers.data?.tag : undefined,
      })
    : []
  const opened = [part.at, slot?.place].flatMap((place) =>
    place?.in.kind === 'machine' ? [place.in.id] : [],
  )
  const go = async () => {
    if (bodies.length > 0 && (await send(bodies.map((body) => ({ body }))))) setMoved(true)
  }
  if (moved)
    return (
      <Slip title="Moved" onClose={onClose}>
        <p>
          Both ends show it.{' '}
          <Link className="act" to={`/parts/tags?ids=${part.id}`}>
            Print its tag
          </Link>
        </p>
      </Slip>
    )
  return (
    <Slip title={`Move ${part.label}`} onClose={onClose}>
      <fieldset className="mb-3 flex flex-wrap gap-x-5 gap-y-1">
        <legend className="text-13 text-quiet mb-1">{`From ${part.place}`}</legend>
        {ways
          .filter((w) => w !== 'kept with its machine' || part.foundIn)
          .map((w) => (
            <label key={w} className="flex min-h-9 items-center gap-1.5">
              <input type="radio" name="way" checked={way === w} onChange={() => setWay(w)} /> {w}
            </label>
          ))}
      </fieldset>
      <div className="grid grid-cols-3 gap-3 max-md:grid-cols-1">
        {way === 'into a machine' && (
          <>
            <MachineField
              value={said['number'] ?? ''}
              onChange={(value) => setSaid({ ...said, number: value })}
              missing={missing}
              autoFocus
            />
            <SelectField
              label="Position"
              options={positionOptions(machine, 'which one?')}
              {...say('position')}
            />
          </>
        )}
        {way === 'into a store' && (
          <>
            <TextField label="Store" placeholder="drawer 4" autoFocus {...say('store')} />
            <TextField label="Shelf or bag" {...say('shelf')} />
          </>
        )}
        {way === 'kept with its machine' && (
          <TextField label="Bag or label" placeholder="bag 2" {...say('bag')} />
        )}
        {way === 'to somebody' && (
          <SelectField
            label="Who"
            options={[
              { value: '', label: 'choose' },
              ...(people.data?.people.map((p) => ({ value: p.party, label: p.name })) ?? []),
            ]}
            {...say('party')}
          />
        )}
        {way === 'out of the house' && (
          <SelectField label="What became of it" options={fates} {...say('fate')} />
        )}
        {(way === 'to somebody' || way === 'into a machine') && (
          <>
            <label className="flex items-end gap-2 pb-2">
              <input
                type="checkbox"
                checked={lent}
                onChange={(e) => setSaid({ ...said, lent: e.target.checked ? 'yes' : '' })}
              />{' '}
              only lent
            </label>
            {lent && <TextField label="Home by" type="date" className="num" {...say('due')} />}
          </>
        )}
        {(way === 'out of the house' || (way === 'to somebody' && !lent)) && (
          <SelectField
            label="On whose authority"
            options={[
              { value: '', label: 'not recorded' },
              ...(people.data?.people
                .filter((p) => p.role === 'steward')
                .map((p) => ({ value: p.party, label: p.name })) ?? []),
            ]}
            {...say('authority')}
          />
        )}
      </div>
      {refused && (
        <div className="mt-2">
          <p className="text-copper font-bold">{refused}</p>
          {fit?.fit === 'does not fit' && (
            <TextField label="Fitted all the same, because" {...say('reason')} />
          )}
        </div>
      )}
      {fit && 'remarks' in fit && fit.remarks.length > 0 && (
        <p className="text-quiet mt-2">{fit.remarks.map(remarkWords).join('; ')}</p>
      )}
      {slot && slot.content !== 'empty' && (
        <p className="text-quiet mt-2">{`What sits in ${slot.position.designator} comes out by the same act and is kept with that machine.`}</p>
      )}
      <FormCautions machines={opened} bodies={bodies} />
      <p className="mt-3">
        <PlainButton
          disabled={
            !destination || busy || fit?.fit === 'never' || (refused !== undefined && text('reason') === '')
          }
          onClick={() => void go()}
        >
          Record the move
        </PlainButton>
      </p>
      <Said error={error} />
    </Slip>
  )
}
