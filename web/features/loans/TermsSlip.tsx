/** The terms of a loan, a new version each time: what was agreed before stays readable. */
import { say } from '#api/words/say.ts'
import type { ComponentProps } from 'react'
import type { UseFormReturn } from 'react-hook-form'
import { loanBody, runRules } from '#core/history/bodies/loan.ts'
import { coverDays } from '#core/loans/release.ts'
import type { LoanView } from '#core/views/loan-shape.ts'
import { fieldOf, useBodyForm } from '#web/app/body-form.ts'
import { useSend } from '#web/app/send.ts'
import { useSigned } from '#web/app/session.tsx'
import { AreaField, MainButton, Said, SelectField, Slip, TextField } from '#web/ui/Forms.tsx'
import { KeptForm, useKept } from '#web/ui/kept.tsx'
import { PriceFields } from '#web/ui/PriceFields.tsx'
import { termsBefore, termsFields, termsOf, termsSay, type TermsForm } from './terms-form.ts'

export function TermsSlip({ view, onClose }: { view: LoanView; onClose: () => void }) {
  const kept = useKept(`loan ${view.id} terms`, onClose)
  const { send, error, busy } = useSend(kept.forget)
  const { house } = useSigned()
  const before = view.terms.at(-1)?.body
  const form = useBodyForm<TermsForm>({
    defaults: termsBefore(before, view.today, house.currency),
    bodyOf: (said) => termsOf(said, view.id),
    schema: loanBody,
    fields: termsFields,
    says: termsSay,
    kept,
  })
  const submit = form.handleSubmit(async (said) => {
    if (await send([{ body: termsOf(said, view.id) }])) kept.done()
  })
  return (
    <Slip
      title={before ? say('Terms, version {terms}', { terms: view.terms.length + 1 }) : say('Terms')}
      onClose={onClose}
    >
      <KeptForm
        kept={kept}
        onSubmit={(event) => void submit(event)}
        className="grid grid-cols-4 items-end gap-3 max-lg:grid-cols-2 max-sm:grid-cols-1"
      >
        <When form={form} />
        <Where form={form} />
        <Running form={form} />
        <Cover form={form} />
        <Allowed form={form} />
        <Care form={form} />
        <MainButton type="submit" className="justify-self-start" disabled={busy}>
          {say('Save the terms')}
        </MainButton>
      </KeptForm>
      <p className="text-quiet mt-2">
        {say(
          'Terms hold once both sides agreed to the same version. Until then the version before holds, if there is one.',
        )}
      </p>
      <Said error={error ?? form.formState.errors.root?.message} />
    </Slip>
  )
}

interface Part {
  readonly form: UseFormReturn<TermsForm>
}
const Day = (field: ComponentProps<typeof TextField>) => <TextField type="date" className="num" {...field} />
const Figure = (field: ComponentProps<typeof TextField>) => (
  <TextField className="num" inputMode="decimal" {...field} />
)
const Words = (field: ComponentProps<typeof TextField>) => <TextField maxLength={400} {...field} />

const yesNo = [
  { value: '', label: say('not known') },
  { value: 'yes', label: say('yes') },
  { value: 'no', label: say('no') },
]
const YesNo = (field: Omit<ComponentProps<typeof SelectField>, 'options'>) => (
  <SelectField options={yesNo} {...field} />
)

function When({ form }: Part) {
  return (
    <>
      <Day label={say('From')} {...fieldOf(form, 'from')} />
      <Day label={say('Due back')} {...fieldOf(form, 'to')} />
      <Figure label={say('Notice of a recall, days')} {...fieldOf(form, 'notice')} />
    </>
  )
}

function Where({ form }: Part) {
  return (
    <>
      <TextField label={say('Where it will be')} {...fieldOf(form, 'place')} maxLength={80} />
      <Figure label={say('Mains there, V')} {...fieldOf(form, 'volts')} />
      <Figure label={say('Mains there, Hz')} {...fieldOf(form, 'hertz')} />
      <YesNo label={say('Sockets are earthed')} {...fieldOf(form, 'earthed')} />
      <YesNo label={say('Residual-current protection')} {...fieldOf(form, 'residual')} />
      <TextField
        label={say('Transformer, where the mains differ')}
        {...fieldOf(form, 'transformer')}
        maxLength={80}
        placeholder="120 V 200 VA"
      />
      <TextField
        label={say('Television there')}
        {...fieldOf(form, 'television')}
        maxLength={80}
        placeholder="625/50"
      />
      <YesNo label={say('Somebody is with it')} {...fieldOf(form, 'supervised')} />
      <YesNo label={say('It is locked in at night')} {...fieldOf(form, 'locked')} />
    </>
  )
}

function Running({ form }: Part) {
  return (
    <>
      <SelectField label={say('Who may switch it on there')} {...fieldOf(form, 'who')} options={runRules} />
      <TextField label={say('Their names, with commas')} {...fieldOf(form, 'named')} />
      <Figure label={say('Minutes a day at most')} {...fieldOf(form, 'minutes')} />
    </>
  )
}

function Cover({ form }: Part) {
  return (
    <>
      <SelectField
        label={say('Cover by')}
        {...fieldOf(form, 'coverBy')}
        options={['them', 'us', 'carrier', 'indemnity', 'none']}
      />
      <Day label={say('Covered from')} {...fieldOf(form, 'coverFrom')} />
      <Day
        label={say('Covered until (due + {coverDays} days)', { coverDays })}
        {...fieldOf(form, 'coverUntil')}
      />
      <PriceFields
        label={say('Agreed value')}
        amount={fieldOf(form, 'amount')}
        currency={fieldOf(form, 'currency')}
      />
    </>
  )
}

/** What is allowed only when it is written. */
function Allowed({ form }: Part) {
  return (
    <>
      <Words label={say('Opening it (empty: not allowed)')} {...fieldOf(form, 'opening')} />
      <Words label={say('Copying what it holds (empty: not allowed)')} {...fieldOf(form, 'copying')} />
      <Words label={say('Lending it on (empty: not allowed)')} {...fieldOf(form, 'lendingOn')} />
      <Words label={say('Credit line')} {...fieldOf(form, 'credit')} />
      <Words label={say('Photographs')} {...fieldOf(form, 'photographs')} />
    </>
  )
}

function Care({ form }: Part) {
  return (
    <>
      <div className="col-span-2 max-sm:col-span-1">
        <AreaField label={say('Instructions to whoever switches it on')} {...fieldOf(form, 'instructions')} />
      </div>
      <div className="col-span-2 max-sm:col-span-1">
        <AreaField label={say('Handling')} {...fieldOf(form, 'handling')} />
      </div>
      <Words label={say('Light')} {...fieldOf(form, 'light')} placeholder={say('at most 50 lux, no sun')} />
      <Words label={say('Consumables: whose, and which')} {...fieldOf(form, 'consumables')} />
      <Figure
        label={say('Repairs up to, then ask the owner')}
        {...fieldOf(form, 'limit')}
        placeholder="80.00"
      />
    </>
  )
}
