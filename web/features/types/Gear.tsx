/** Test gear of the house: what it is for, when it was proved, and for what it is unfit. */
import { say } from '#api/words/say.ts'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import type { GearRow } from '#api/types.ts'
import type { Body, BodyOf } from '#core/history/bodies/index.ts'
import { gearBody } from '#core/history/bodies/gear.ts'
import type { GearId } from '#core/ids.ts'
import { fieldOf, useBodyForm } from '#web/app/body-form.ts'
import { newId } from '#web/app/clock.ts'
import { get } from '#web/app/http.ts'
import { keys } from '#web/app/keys.ts'
import { useSendOne } from '#web/app/send.ts'
import { useDates } from '#web/app/session.tsx'
import { typed } from '#web/app/typed.ts'
import { Act, PlainButton, Said, Slip, TextField } from '#web/ui/Forms.tsx'

type NewGearForm = Readonly<Record<'name' | 'gearKind' | 'attribute' | 'value' | 'limits', string>>
type UnfitForm = Readonly<Record<'because' | 'since', string>>

export function Gear() {
  const { short } = useDates()
  const { send, error } = useSendOne()
  const [open, setOpen] = useState<string>()
  const { data } = useQuery({ queryKey: keys.gear, queryFn: () => get('/gear') })
  return (
    <section>
      <h2 className="headrule flex items-baseline justify-between">
        {say('Test gear')}{' '}
        <span className="flex items-baseline gap-4">
          <Link className="act" to="/camera">
            {say('Check a camera')}
          </Link>
          <Act onClick={() => setOpen(open === 'new' ? undefined : 'new')}>{say('Write down gear')}</Act>
        </span>
      </h2>
      {open === 'new' && (
        <Slip title={say('A piece of test gear')} onClose={() => setOpen(undefined)}>
          <NewGear onSend={send} onClose={() => setOpen(undefined)} />
        </Slip>
      )}
      <ul>
        {data?.gear.map((g) => (
          <li key={g.id} className="border-hair border-b py-1.5">
            <div className="flex items-baseline justify-between gap-3">
              <span>
                <strong>{g.name}</strong> <span className="text-quiet">{g.gearKind}</span>
              </span>
              <Act className="text-13" onClick={() => setOpen(open === g.id ? undefined : g.id)}>
                {say('Record a gear check')}
              </Act>
            </div>
            <span className={g.unfit.length ? 'text-copper' : 'text-quiet'}>
              {g.unfit.length
                ? say('unfit for {unfit}: {unfit2}', {
                    unfit: g.unfit.map((u) => u.need).join(', '),
                    unfit2: g.unfit.map((u) => u.because).join('; '),
                  })
                : g.proved
                  ? say('proved {proved}', { proved: short(g.proved) })
                  : say('never proved: its tests are weaker')}
            </span>
            {g.limits && <span className="text-quiet block">{g.limits}</span>}
            {open === g.id && <GearSlip gear={g} onSend={send} onClose={() => setOpen(undefined)} />}
          </li>
        ))}
      </ul>
      {data?.gear.length === 0 && (
        <p className="text-quiet py-2">{say('None is written down. The test bench is a suspect too.')}</p>
      )}
      <Said error={error} />
    </section>
  )
}

interface SlipProps {
  readonly onSend: (body: Body) => Promise<boolean>
  readonly onClose: () => void
}

function NewGear({ onSend, onClose }: SlipProps) {
  const bodyOf = ({ name, gearKind, attribute, value, limits }: NewGearForm): BodyOf<'gear'> => ({
    kind: 'gear',
    what: 'identified',
    gear: newId() as GearId,
    name: name.trim(),
    gearKind: gearKind.trim(),
    attributes: typed(attribute) && typed(value) ? { [attribute.trim()]: value.trim() } : {},
    limits: typed(limits),
  })
  const form = useBodyForm<NewGearForm>({
    defaults: { name: '', gearKind: '', attribute: '', value: '', limits: '' },
    bodyOf,
    schema: gearBody,
  })
  const submit = form.handleSubmit(async (said) => {
    if (await onSend(bodyOf(said))) onClose()
  })
  return (
    <form onSubmit={(event) => void submit(event)} className="grid grid-cols-2 gap-3">
      <TextField label={say('Name')} aria-required autoFocus {...fieldOf(form, 'name')} />
      <TextField
        label={say('Kind')}
        placeholder={say('test tape')}
        aria-required
        {...fieldOf(form, 'gearKind')}
      />
      <TextField label={say('An attribute')} placeholder={say('line')} {...fieldOf(form, 'attribute')} />
      <TextField label={say('Its value')} placeholder={say('current loop')} {...fieldOf(form, 'value')} />
      <TextField
        label={say('Limits')}
        placeholder={say('what it cannot show')}
        {...fieldOf(form, 'limits')}
      />
      <div className="flex items-end">
        <PlainButton type="submit">{say('Record the gear')}</PlainButton>
      </div>
    </form>
  )
}

function GearSlip({ gear, onSend, onClose }: SlipProps & { gear: GearRow }) {
  const bodyOf = ({ because, since }: UnfitForm): BodyOf<'gear'> => ({
    kind: 'gear',
    what: 'unfit',
    gear: gear.id as GearId,
    need: gear.gearKind,
    since: since ? new Date(`${since}T00:00:00Z`).toISOString() : null,
    because: because.trim(),
  })
  const form = useBodyForm<UnfitForm>({ defaults: { because: '', since: '' }, bodyOf, schema: gearBody })
  const submit = form.handleSubmit(async (said) => {
    if (await onSend(bodyOf(said))) onClose()
  })
  const proved = async () => {
    if (await onSend({ kind: 'gear', what: 'proved', gear: gear.id as GearId })) onClose()
  }
  return (
    <Slip title={gear.name} onClose={onClose}>
      <p className="mb-3">
        <PlainButton onClick={() => void proved()}>{say('Record it as proved good today')}</PlainButton>
      </p>
      <form onSubmit={(event) => void submit(event)} className="grid grid-cols-[1fr_9rem] gap-3">
        <TextField label={say('Unfit, because')} aria-required {...fieldOf(form, 'because')} />
        <TextField
          label={say('Since (empty: always)')}
          type="date"
          className="num"
          {...fieldOf(form, 'since')}
        />
        <p className="text-quiet text-13 col-span-2">
          {say('Every test made with it since then is void for functions that need a {gearKind}.', {
            gearKind: gear.gearKind,
          })}
        </p>
        <div>
          <PlainButton type="submit">{say('Record it as unfit')}</PlainButton>
        </div>
      </form>
    </Slip>
  )
}
