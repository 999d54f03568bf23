/** The terms of a loan, a new version each time: what was agreed before stays readable. */
import type { ComponentProps } from 'react'
import { runRules } from '#core/history/bodies/loan.ts'
import { coverDays } from '#core/loans/release.ts'
import { dayAfter } from '#core/quantity/time.ts'
import type { LoanView } from '#core/views/loan-shape.ts'
import { useSend } from '#web/app/send.ts'
import { useSigned } from '#web/app/session.tsx'
import { typedIn } from '#web/app/typed.ts'
import { AreaField, MainButton, Said, SelectField, Slip, TextField } from '#web/ui/Forms.tsx'
import { KeptForm, useKept } from '#web/ui/kept.tsx'
import { amountOf, PriceFields } from '#web/ui/PriceFields.tsx'
import { termsOf, type Terms } from './terms-form.ts'

export function TermsSlip({ view, onClose }: { view: LoanView; onClose: () => void }) {
  const kept = useKept(`loan ${view.id} terms`, onClose)
  const { send, error, busy, setError } = useSend(kept.forget)
  const before = view.terms.at(-1)?.body
  const submit = async (event: React.FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const body = termsOf(typedIn(event.currentTarget), view.id)
    if (typeof body === 'string') return setError(body)
    if (await send([{ body }])) kept.done()
  }
  return (
    <Slip title={before ? `Terms, version ${view.terms.length + 1}` : 'Terms'} onClose={onClose}>
      <KeptForm
        kept={kept}
        onSubmit={(event) => void submit(event)}
        className="grid grid-cols-4 items-end gap-3 max-lg:grid-cols-2 max-sm:grid-cols-1"
      >
        <When before={before} today={view.today} />
        <Where before={before} />
        <Running before={before} />
        <Cover before={before} />
        <Allowed before={before} />
        <Care before={before} />
        <MainButton type="submit" className="justify-self-start" disabled={busy}>
          Save the terms
        </MainButton>
      </KeptForm>
      <p className="text-quiet mt-2">
        Terms hold once both sides agreed to the same version. Until then the version before holds, if there
        is one.
      </p>
      <Said error={error} />
    </Slip>
  )
}

/** The version before, whose answers stand in the fields. */
interface Part {
  readonly before: Terms | undefined
}
const Day = (field: ComponentProps<typeof TextField>) => <TextField type="date" className="num" {...field} />
const Figure = (field: ComponentProps<typeof TextField>) => (
  <TextField className="num" inputMode="decimal" {...field} />
)
const Words = (field: ComponentProps<typeof TextField>) => <TextField maxLength={400} {...field} />

const yesNo = [
  { value: '', label: 'not known' },
  { value: 'yes', label: 'yes' },
  { value: 'no', label: 'no' },
]
function YesNo({ label, name, is }: { label: string; name: string; is: boolean | undefined }) {
  const before = is === undefined ? '' : is ? 'yes' : 'no'
  return <SelectField label={label} name={name} options={yesNo} defaultValue={before} />
}

function When({ before, today }: Part & { today: string }) {
  return (
    <>
      <Day label="From" name="from" defaultValue={before?.from ?? today} />
      <Day label="Due back" name="to" defaultValue={before?.to ?? dayAfter(today, 90)} />
      <Figure label="Notice of a recall, days" name="notice" defaultValue={before?.noticeDays ?? 14} />
    </>
  )
}

function Where({ before }: Part) {
  const venue = before?.venue
  return (
    <>
      <TextField label="Where it will be" name="place" maxLength={80} defaultValue={venue?.place} />
      <Figure label="Mains there, V" name="volts" defaultValue={venue?.volts} />
      <Figure label="Mains there, Hz" name="hertz" defaultValue={venue?.hertz} />
      <YesNo label="Sockets are earthed" name="earthed" is={venue?.earthed} />
      <YesNo label="Residual-current protection" name="residual" is={venue?.residualCurrent} />
      <TextField
        label="Transformer, where the mains differ"
        name="transformer"
        maxLength={80}
        placeholder="120 V 200 VA"
        defaultValue={venue?.transformer}
      />
      <TextField
        label="Television there"
        name="television"
        maxLength={80}
        placeholder="625/50"
        defaultValue={venue?.television}
      />
      <YesNo label="Somebody is with it" name="supervised" is={venue?.supervised} />
      <YesNo label="It is locked in at night" name="locked" is={venue?.locked} />
    </>
  )
}

function Running({ before }: Part) {
  const run = before?.run
  return (
    <>
      <SelectField label="Who may switch it on there" name="who" options={runRules} defaultValue={run?.who} />
      <TextField label="Their names, with commas" name="named" defaultValue={run?.named.join(', ')} />
      <Figure label="Minutes a day at most" name="minutes" defaultValue={run?.minutesADay} />
    </>
  )
}

function Cover({ before }: Part) {
  const { house } = useSigned()
  const cover = before?.cover
  return (
    <>
      <SelectField
        label="Cover by"
        name="coverBy"
        options={['them', 'us', 'carrier', 'indemnity', 'none']}
        defaultValue={cover?.by}
      />
      <Day label="Covered from" name="coverFrom" defaultValue={cover?.from} />
      <Day label={`Covered until (due + ${coverDays} days)`} name="coverUntil" defaultValue={cover?.until} />
      <PriceFields
        label="Agreed value"
        amount={cover?.value}
        currency={cover?.value?.currency ?? house.currency}
      />
    </>
  )
}

/** What is allowed only when it is written. */
function Allowed({ before }: Part) {
  return (
    <>
      <Words label="Opening it (empty: not allowed)" name="opening" defaultValue={before?.opening} />
      <Words
        label="Copying what it holds (empty: not allowed)"
        name="copying"
        defaultValue={before?.copying}
      />
      <Words label="Lending it on (empty: not allowed)" name="lendingOn" defaultValue={before?.lendingOn} />
      <Words label="Credit line" name="credit" defaultValue={before?.credit} />
      <Words label="Photographs" name="photographs" defaultValue={before?.photographs} />
    </>
  )
}

function Care({ before }: Part) {
  return (
    <>
      <div className="col-span-2 max-sm:col-span-1">
        <AreaField
          label="Instructions to whoever switches it on"
          name="instructions"
          defaultValue={before?.run.instructions}
        />
      </div>
      <div className="col-span-2 max-sm:col-span-1">
        <AreaField label="Handling" name="handling" defaultValue={before?.handling} />
      </div>
      <Words label="Light" name="light" placeholder="at most 50 lux, no sun" defaultValue={before?.light} />
      <Words label="Consumables: whose, and which" name="consumables" defaultValue={before?.consumables} />
      <Figure
        label="Repairs up to, then ask the owner"
        name="limit"
        placeholder="80.00"
        defaultValue={before?.repairLimit ? amountOf(before.repairLimit) : undefined}
      />
    </>
  )
}
