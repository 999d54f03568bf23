/** Facts of the machine, and the house rules in which it differs. */
import { practiceQuestion } from '#api/words/policies.ts'
import { say, shown } from '#api/words/say.ts'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useForm } from 'react-hook-form'
import { legalStatuses, purposes } from '#api/choices.ts'
import { valueBody } from '#core/history/bodies/arrival.ts'
import type { Body, BodyOf } from '#core/history/bodies/index.ts'
import type { MachineId } from '#core/ids.ts'
import type { Money } from '#core/quantity/quantity.ts'
import type { MachineView } from '#core/views/machine-shape.ts'
import { keys } from '#web/app/keys.ts'
import { get, wordsOf } from '#web/app/http.ts'
import { useDrafts, useSigned, useWrite } from '#web/app/session.tsx'
import { fieldOf, useBodyForm } from '#web/app/body-form.ts'
import { figure, money, typed } from '#web/app/typed.ts'
import { changedFacts, factsOf, type FactsForm } from './facts-form.ts'
import { Act, PlainButton, Said, SelectField, Slip, TextField } from '#web/ui/Forms.tsx'
import { ChooseRule } from '#web/ui/ChooseRule.tsx'

type AskingForm = Readonly<Record<'amount' | 'currency' | 'hours', string>>

export function FactsSection({ view }: { view: MachineView }) {
  const { me } = useSigned()
  const drafts = useDrafts()
  const write = useWrite()
  const [editing, setEditing] = useState(false)
  const [rule, setRule] = useState<string>()
  const [error, setError] = useState<string>()
  const send = async (body: Body) => {
    setError(undefined)
    try {
      const written = await write(drafts([{ body }]))
      if (written.sent && written.refused) return setError(written.refused.detail)
      setEditing(false)
      setRule(undefined)
    } catch (failure) {
      setError(wordsOf(failure))
    }
  }
  const { plate } = view
  const facts: [string, string | undefined][] = [
    [say('Entry number'), plate.entryNumber],
    [say('Accession number'), plate.number === plate.entryNumber ? undefined : plate.number],
    [say('Type'), plate.typeName],
    [say('Board and revision'), plate.revision],
    [say('Serial'), plate.serial],
    [say('Owner'), plate.owner],
    [say('Legal status'), plate.legal && shown(plate.legal)],
    [say('Purpose'), plate.purpose && shown(plate.purpose)],
    ...Object.entries(view.attributes),
  ]
  return (
    <div className="grid grid-cols-2 gap-6 max-lg:grid-cols-1">
      <section>
        <h2 className="headrule flex justify-between">
          {say('Facts')} <Act onClick={() => setEditing(!editing)}>{say('State a fact')}</Act>
        </h2>
        {editing && (
          <EditFacts
            view={view}
            onSend={(body) => void send(body)}
            onClose={() => setEditing(false)}
            steward={me.role === 'steward'}
          />
        )}
        {plate.purpose === 'for sale' && (me.role === 'restorer' || me.role === 'steward') && (
          <Asking machine={view.id} onSend={(body) => void send(body)} />
        )}
        <dl>
          {facts.map(([name, value]) => (
            <div
              key={name}
              className="border-hair flex min-h-8 items-baseline justify-between gap-4 border-b py-1"
            >
              <dt className="text-quiet">{name}</dt>
              <dd className={value ? '' : 'text-quiet'}>{value ?? say('not recorded')}</dd>
            </div>
          ))}
        </dl>
        {(me.role === 'restorer' || me.role === 'steward') && (
          <p className="mt-3">
            <a className="act" href={`/api/machines/${view.id}/record`} download>
              {say('Whole record as a JSON file')}
            </a>
          </p>
        )}
      </section>
      <HouseRules view={view} onRule={setRule} rule={rule} send={send} error={error} />
    </div>
  )
}

/** The house practice that holds for this machine, and where it differs. */
function HouseRules({
  view,
  onRule,
  rule,
  send,
  error,
}: {
  view: MachineView
  onRule: (value: string | undefined) => void
  rule: string | undefined
  send: (body: Body) => Promise<void>
  error: string | undefined
}) {
  const { me } = useSigned()
  return (
    <section>
      <h2 className="headrule">{say('House practice for this machine')}</h2>
      <ul>
        {view.policies.map((p) => (
          <li key={p.key} className="border-hair border-b py-1">
            <div className="flex min-h-7 items-baseline justify-between gap-4">
              <span className="text-quiet">{practiceQuestion(p.key)}</span>
              <span>
                {shown(p.option)}
                <span className="text-quiet">
                  {p.own
                    ? `, ${say('here because {reason}', { reason: p.reason ?? '' })}`
                    : `, ${say('as the house')}`}
                </span>{' '}
                {me.role !== 'volunteer' && (
                  <Act className="ml-2" onClick={() => onRule(rule === p.key ? undefined : p.key)}>
                    {say('Choose')}
                  </Act>
                )}
              </span>
            </div>
            {rule === p.key && (
              <ChooseRule
                policy={p.key}
                onClose={() => onRule(undefined)}
                onSend={(option, reason) =>
                  void send({
                    kind: 'rule',
                    what: 'policy',
                    key: p.key,
                    option,
                    machine: view.id as MachineId,
                    reason,
                  })
                }
              />
            )}
          </li>
        ))}
      </ul>
      <Said error={error} />
      {view.overrides.length > 0 && (
        <>
          <h2 className="headrule mt-6">{say('Overridden, with reason')}</h2>
          <ul>
            {view.overrides.map((o, i) => (
              <li key={i} className="border-hair border-b py-1">
                {o.check}, {o.rule}: {o.reason} <span className="text-quiet">({o.role})</span>
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  )
}

function EditFacts({
  view,
  onSend,
  onClose,
  steward,
}: {
  view: MachineView
  onSend: (body: Body) => void
  onClose: () => void
  steward: boolean
}) {
  const types = useQuery({ queryKey: keys.types, queryFn: () => get('/types') })
  const { register, handleSubmit } = useForm<FactsForm>({ defaultValues: factsOf(view.plate) })
  const submit = handleSubmit((said) =>
    onSend({
      kind: 'machine',
      what: 'stated',
      machine: view.id,
      set: changedFacts(view.plate, said),
      reason: typed(said.reason),
    }),
  )
  return (
    <Slip title={say('State a fact')} onClose={onClose}>
      <form onSubmit={(event) => void submit(event)} className="grid grid-cols-2 gap-3">
        <TextField label={say('Name')} {...register('name')} />
        <SelectField
          label={say('Type')}
          options={[
            { value: '', label: say('type not known yet') },
            ...(types.data?.types ?? []).map((t) => ({ value: t.id, label: t.name })),
          ]}
          key={types.data ? 'types' : 'none'}
          {...register('type')}
        />
        <TextField label={say('Serial')} className="num" {...register('serial')} />
        <TextField label={say('Board and revision')} className="num" {...register('revision')} />
        <SelectField label={say('Purpose')} options={purposes} {...register('purpose')} />
        {steward && (
          <SelectField label={say('Legal status')} options={legalStatuses} {...register('legal')} />
        )}
        {steward && (
          <TextField label={say('Accession number')} className="num" {...register('accessionNumber')} />
        )}
        <TextField
          label={say('Another fact: its name')}
          placeholder={say('mains')}
          list="facts"
          {...register('attribute')}
        />
        <datalist id="facts">
          <option value="mains" />
          <option value="made" />
          <option value="weight" />
          <option value="line" />
        </datalist>
        <TextField label={say('Its value')} placeholder="230 V 50 Hz" {...register('value')} />
        <TextField label={say('Reason')} {...register('reason')} />
        <div className="flex items-end">
          <PlainButton type="submit">{say('Record the fact')}</PlainButton>
        </div>
      </form>
    </Slip>
  )
}

/** A machine that is for sale: what the house asks, held against the work that it would still take. */
function Asking({ machine, onSend }: { machine: MachineId; onSend: (body: Body) => void }) {
  const { house } = useSigned()
  const bodyOf = ({ amount, currency, hours }: AskingForm): BodyOf<'value'> => ({
    kind: 'value',
    machine,
    sort: 'asking',
    amount: money(amount, currency) as Money,
    effortHours: figure(hours),
  })
  const form = useBodyForm<AskingForm>({
    defaults: { amount: '', currency: house.currency, hours: '' },
    bodyOf,
    schema: valueBody,
    fields: { effortHours: 'hours' },
    says: {
      amount: say('Write an amount such as 91.00, and a currency of three letters, or ?.'),
      hours: say('Write hours as a number, such as 6.'),
    },
  })
  const submit = form.handleSubmit((said) => {
    onSend(bodyOf(said))
    form.reset()
  })
  return (
    <form
      onSubmit={(event) => void submit(event)}
      aria-label={say('For sale')}
      className="bg-sheet mb-3 flex flex-wrap items-end gap-3 rounded-sm p-3"
    >
      <TextField
        label={say('For sale at')}
        className="num"
        inputMode="decimal"
        placeholder="80.00"
        {...fieldOf(form, 'amount')}
      />
      <TextField
        label={say('Currency (? if not known)')}
        className="num"
        maxLength={3}
        {...fieldOf(form, 'currency')}
      />
      <TextField
        label={say('Hours of work still in it')}
        className="num"
        inputMode="decimal"
        {...fieldOf(form, 'hours')}
      />
      <PlainButton type="submit">{say('Record the asking price')}</PlainButton>
    </form>
  )
}
