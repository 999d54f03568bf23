/** Facts of the machine, and the house rules in which it differs. */
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { legalStatuses, purposes } from '#api/choices.ts'
import type { Body } from '#core/history/bodies/index.ts'
import type { MachineId, TypeId } from '#core/ids.ts'
import { parseMoney } from '#core/quantity/quantity.ts'
import type { MachineView } from '#core/views/machine-shape.ts'
import { keys } from '#web/app/keys.ts'
import { get, wordsOf } from '#web/app/http.ts'
import { useDrafts, useSigned, useWrite } from '#web/app/session.tsx'
import { typedIn } from '#web/app/typed.ts'
import { Act, PlainButton, Said, SelectField, Slip, TextField } from '#web/ui/Forms.tsx'
import { ChooseRule } from '#web/ui/ChooseRule.tsx'

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
    ['Entry number', plate.entryNumber],
    ['Accession number', plate.number === plate.entryNumber ? undefined : plate.number],
    ['Type', plate.typeName],
    ['Board and revision', plate.revision],
    ['Serial', plate.serial],
    ['Owner', plate.owner],
    ['Legal status', plate.legal],
    ['Purpose', plate.purpose],
    ...Object.entries(view.attributes),
  ]
  return (
    <div className="grid grid-cols-2 gap-6 max-lg:grid-cols-1">
      <section>
        <h2 className="headrule flex justify-between">
          Facts <Act onClick={() => setEditing(!editing)}>State a fact</Act>
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
              <dd className={value ? '' : 'text-quiet'}>{value ?? 'not recorded'}</dd>
            </div>
          ))}
        </dl>
        {(me.role === 'restorer' || me.role === 'steward') && (
          <p className="mt-3">
            <a className="act" href={`/api/machines/${view.id}/record`} download>
              Whole record as a JSON file
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
      <h2 className="headrule">House practice for this machine</h2>
      <ul>
        {view.policies.map((p) => (
          <li key={p.key} className="border-hair border-b py-1">
            <div className="flex min-h-7 items-baseline justify-between gap-4">
              <span className="text-quiet">{p.key}</span>
              <span>
                {p.option}{' '}
                <span className="text-quiet">
                  {p.own ? `, here because ${p.reason ?? ''}` : ', as the house'}
                </span>{' '}
                {me.role !== 'volunteer' && (
                  <Act className="ml-2" onClick={() => onRule(rule === p.key ? undefined : p.key)}>
                    Choose
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
          <h2 className="headrule mt-6">Overridden, with reason</h2>
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

/** The facts that were typed otherwise than the record has them. */
function changedFacts(plate: MachineView['plate'], text: (name: string) => string) {
  const set: Extract<Body, { kind: 'machine'; what: 'stated' }>['set'] = {}
  const put = <K extends keyof typeof set>(key: K, value: string, was: string | undefined) => {
    if (value && value !== was) set[key] = value as never
  }
  put('name', text('name'), plate.name)
  put('serial', text('serial'), plate.serial)
  put('revision', text('revision'), plate.revision)
  put(
    'accessionNumber',
    text('accessionNumber'),
    plate.number === plate.entryNumber ? undefined : plate.number,
  )
  put('legal', text('legal'), plate.legal)
  put('purpose', text('purpose'), plate.purpose)
  if (text('type') && text('type') !== plate.typeId) set.type = text('type') as TypeId
  const attribute = text('attribute')
  if (attribute && text('value')) set.attributes = { [attribute]: text('value') }
  return set
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
  const { plate } = view
  const submit = (event: React.FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const { text } = typedIn(event.currentTarget)
    const set = changedFacts(plate, text)
    onSend({
      kind: 'machine',
      what: 'stated',
      machine: view.id,
      set,
      ...(text('reason') ? { reason: text('reason') } : {}),
    })
  }
  return (
    <Slip title="State a fact" onClose={onClose}>
      <form onSubmit={submit} className="grid grid-cols-2 gap-3">
        <TextField label="Name" name="name" defaultValue={plate.name} />
        <SelectField
          label="Type"
          name="type"
          defaultValue={plate.typeId ?? ''}
          options={[
            { value: '', label: 'type not known yet' },
            ...(types.data?.types ?? []).map((t) => ({ value: t.id, label: t.name })),
          ]}
          key={types.data ? 'types' : 'none'}
        />
        <TextField label="Serial" name="serial" defaultValue={plate.serial} className="num" />
        <TextField label="Board and revision" name="revision" defaultValue={plate.revision} className="num" />
        <SelectField label="Purpose" name="purpose" defaultValue={plate.purpose} options={purposes} />
        {steward && (
          <SelectField label="Legal status" name="legal" defaultValue={plate.legal} options={legalStatuses} />
        )}
        {steward && (
          <TextField
            label="Accession number"
            name="accessionNumber"
            defaultValue={plate.number === plate.entryNumber ? '' : plate.number}
            className="num"
          />
        )}
        <TextField label="Another fact: its name" name="attribute" placeholder="mains" list="facts" />
        <datalist id="facts">
          <option value="mains" />
          <option value="made" />
          <option value="weight" />
          <option value="line" />
        </datalist>
        <TextField label="Its value" name="value" placeholder="230 V 50 Hz" />
        <TextField label="Reason" name="reason" />
        <div className="flex items-end">
          <PlainButton type="submit">Record the fact</PlainButton>
        </div>
      </form>
    </Slip>
  )
}

/** A machine that is for sale: what the house asks, held against the work that it would still take. */
function Asking({ machine, onSend }: { machine: MachineId; onSend: (body: Body) => void }) {
  const { house } = useSigned()
  const [error, setError] = useState<string>()
  const submit = (event: React.FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const form = new FormData(event.currentTarget)
    const text = (name: string) => String(form.get(name) ?? '').trim()
    const amount = parseMoney(text('amount'), text('currency').toUpperCase())
    const hours = text('hours') === '' ? undefined : Number(text('hours').replace(',', '.'))
    if (!amount) return setError('Write an amount such as 91.00, and a currency of three letters, or ?.')
    if (hours !== undefined && !(hours >= 0)) return setError('Write hours as a number, such as 6.')
    setError(undefined)
    onSend({
      kind: 'value',
      machine,
      sort: 'asking',
      amount,
      ...(hours === undefined ? {} : { effortHours: hours }),
    })
    event.currentTarget.reset()
  }
  return (
    <form
      onSubmit={submit}
      aria-label="For sale"
      className="bg-sheet mb-3 flex flex-wrap items-end gap-3 rounded-sm p-3"
    >
      <TextField label="For sale at" name="amount" className="num" inputMode="decimal" placeholder="80.00" />
      <TextField
        label="Currency, or ?"
        name="currency"
        className="num"
        maxLength={3}
        defaultValue={house.currency}
      />
      <TextField label="Hours of work still in it" name="hours" className="num" inputMode="decimal" />
      <PlainButton type="submit">Keep it</PlainButton>
      <Said error={error} />
    </form>
  )
}
