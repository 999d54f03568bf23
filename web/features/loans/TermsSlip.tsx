/** The terms of a loan, a new version each time: what was agreed before stays readable. */
import { parseMoney } from '#core/quantity/quantity.ts'
import { runRules, type loanBody } from '#core/history/bodies/loan.ts'
import { dayAfter } from '#core/quantity/time.ts'
import { coverDays } from '#core/loans/release.ts'
import type { LoanView } from '#core/views/loan-shape.ts'
import type { z } from 'zod'
import { useSend } from '#web/app/send.ts'
import { useSigned } from '#web/app/session.tsx'
import { typedIn } from '#web/app/typed.ts'
import { AreaField, MainButton, Said, SelectField, Slip, TextField } from '#web/ui/Forms.tsx'
import { KeptForm, useKept } from '#web/ui/kept.tsx'
import { amountOf, PriceFields } from '#web/ui/PriceFields.tsx'

type Terms = Extract<z.infer<typeof loanBody>, { what: 'terms' }>

const yesNo = [
  { value: '', label: 'not known' },
  { value: 'yes', label: 'yes' },
  { value: 'no', label: 'no' },
]
const said = (value: string): boolean | undefined => (value === '' ? undefined : value === 'yes')
const asked = (value: boolean | undefined) => (value === undefined ? '' : value ? 'yes' : 'no')

export function TermsSlip({ view, onClose }: { view: LoanView; onClose: () => void }) {
  const kept = useKept(`loan ${view.id} terms`, onClose)
  const { house } = useSigned()
  const { send, error, busy, setError } = useSend(kept.forget)
  const before = view.terms.at(-1)?.body
  const submit = async (event: React.FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const { figure, some, text } = typedIn(event.currentTarget)
    if (!text('from') || !text('to')) return setError('Say from when until when.')
    if (text('from') > text('to')) return setError('It is due back before it begins.')
    const value = text('amount') ? parseMoney(text('amount'), text('currency').toUpperCase()) : undefined
    if (text('amount') && !value)
      return setError('Write the value as 1250.00, and a currency of three letters.')
    for (const name of ['volts', 'hertz', 'minutes'])
      if (figure(name) !== undefined && !Number.isFinite(figure(name)))
        return setError('Write volts, hertz and minutes as numbers.')
    const limit = text('limit') ? parseMoney(text('limit'), text('currency').toUpperCase()) : undefined
    if (text('limit') && !limit) return setError('Write the limit of repairs as 80.00.')
    const place = text('place')
    const body: Terms = {
      kind: 'loan',
      what: 'terms',
      loan: view.id,
      from: text('from'),
      to: text('to'),
      noticeDays: figure('notice') ?? 14,
      ...(place
        ? {
            venue: {
              place,
              volts: figure('volts'),
              hertz: figure('hertz'),
              earthed: said(text('earthed')),
              residualCurrent: said(text('residual')),
              television: some('television'),
              transformer: some('transformer'),
              supervised: said(text('supervised')),
              locked: said(text('locked')),
            },
          }
        : {}),
      run: {
        who: text('who') as Terms['run']['who'],
        named: text('named')
          .split(/\s*,\s*/)
          .filter(Boolean),
        minutesADay: figure('minutes'),
        instructions: some('instructions'),
      },
      handling: some('handling'),
      light: some('light'),
      copying: some('copying'),
      consumables: some('consumables'),
      repairLimit: limit,
      photographs: some('photographs'),
      credit: some('credit'),
      opening: some('opening'),
      lendingOn: some('lendingOn'),
      cover: {
        by: text('coverBy') as Terms['cover']['by'],
        value,
        from: some('coverFrom'),
        until: some('coverUntil'),
      },
    }
    if (await send([{ body }])) kept.done()
  }
  return (
    <Slip title={before ? `Terms, version ${view.terms.length + 1}` : 'Terms'} onClose={onClose}>
      <KeptForm
        kept={kept}
        onSubmit={(event) => void submit(event)}
        className="grid grid-cols-4 items-end gap-3 max-lg:grid-cols-2 max-sm:grid-cols-1"
      >
        <TextField
          label="From"
          name="from"
          type="date"
          className="num"
          defaultValue={before?.from ?? view.today}
        />
        <TextField
          label="Due back"
          name="to"
          type="date"
          className="num"
          defaultValue={before?.to ?? dayAfter(view.today, 90)}
        />
        <TextField
          label="Notice of a recall, days"
          name="notice"
          className="num"
          inputMode="numeric"
          defaultValue={before?.noticeDays ?? 14}
        />
        <TextField label="Where it will be" name="place" maxLength={80} defaultValue={before?.venue?.place} />
        <TextField
          label="Mains there, V"
          name="volts"
          className="num"
          inputMode="decimal"
          defaultValue={before?.venue?.volts}
        />
        <TextField
          label="Mains there, Hz"
          name="hertz"
          className="num"
          inputMode="decimal"
          defaultValue={before?.venue?.hertz}
        />
        <SelectField
          label="Sockets are earthed"
          name="earthed"
          options={yesNo}
          defaultValue={asked(before?.venue?.earthed)}
        />
        <SelectField
          label="Residual-current protection"
          name="residual"
          options={yesNo}
          defaultValue={asked(before?.venue?.residualCurrent)}
        />
        <TextField
          label="Transformer, where the mains differ"
          name="transformer"
          maxLength={80}
          placeholder="120 V 200 VA"
          defaultValue={before?.venue?.transformer}
        />
        <TextField
          label="Television there"
          name="television"
          maxLength={80}
          placeholder="625/50"
          defaultValue={before?.venue?.television}
        />
        <SelectField
          label="Somebody is with it"
          name="supervised"
          options={yesNo}
          defaultValue={asked(before?.venue?.supervised)}
        />
        <SelectField
          label="It is locked in at night"
          name="locked"
          options={yesNo}
          defaultValue={asked(before?.venue?.locked)}
        />
        <SelectField
          label="Who may switch it on there"
          name="who"
          options={runRules}
          defaultValue={before?.run.who}
        />
        <TextField
          label="Their names, with commas"
          name="named"
          defaultValue={before?.run.named.join(', ')}
        />
        <TextField
          label="Minutes a day at most"
          name="minutes"
          className="num"
          inputMode="numeric"
          defaultValue={before?.run.minutesADay}
        />
        <SelectField
          label="Cover by"
          name="coverBy"
          options={['them', 'us', 'carrier', 'indemnity', 'none']}
          defaultValue={before?.cover.by}
        />
        <TextField
          label="Covered from"
          name="coverFrom"
          type="date"
          className="num"
          defaultValue={before?.cover.from}
        />
        <TextField
          label={`Covered until (due + ${coverDays} days)`}
          name="coverUntil"
          type="date"
          className="num"
          defaultValue={before?.cover.until}
        />
        <PriceFields
          label="Agreed value"
          amount={before?.cover.value}
          currency={before?.cover.value?.currency ?? house.currency}
        />
        <TextField
          label="Opening it (empty: not allowed)"
          name="opening"
          maxLength={400}
          defaultValue={before?.opening}
        />
        <TextField
          label="Copying what it holds (empty: not allowed)"
          name="copying"
          maxLength={400}
          defaultValue={before?.copying}
        />
        <TextField
          label="Lending it on (empty: not allowed)"
          name="lendingOn"
          maxLength={400}
          defaultValue={before?.lendingOn}
        />
        <TextField label="Credit line" name="credit" maxLength={400} defaultValue={before?.credit} />
        <TextField
          label="Photographs"
          name="photographs"
          maxLength={400}
          defaultValue={before?.photographs}
        />
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
        <TextField
          label="Light"
          name="light"
          maxLength={400}
          placeholder="at most 50 lux, no sun"
          defaultValue={before?.light}
        />
        <TextField
          label="Consumables: whose, and which"
          name="consumables"
          maxLength={400}
          defaultValue={before?.consumables}
        />
        <TextField
          label="Repairs up to, then ask the owner"
          name="limit"
          className="num"
          inputMode="decimal"
          placeholder="80.00"
          defaultValue={before?.repairLimit ? amountOf(before.repairLimit) : undefined}
        />
        <MainButton type="submit" disabled={busy}>
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
