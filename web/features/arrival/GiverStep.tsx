/** Giver and source: who owns it, who holds it, legal status, circumstances, price paid and market price. */
import type { Plate } from '#core/views/machine-shape.ts'
import { legalStatuses } from '#api/choices.ts'
import { moneyWords } from '#api/words/money.ts'
import { parseMoney } from '#core/quantity/quantity.ts'
import type { ArrivalView } from '#core/views/arrival.ts'
import { usePartyNamed } from '#web/app/party.ts'
import { useSigned, type Writing } from '#web/app/session.tsx'
import { SelectField, TextField } from '#web/ui/Forms.tsx'
import { Lines, StepForm } from './StepForm.tsx'

export function GiverStep({ view }: { view: ArrivalView }) {
  const { me } = useSigned()
  const partyNamed = usePartyNamed()
  const { source, price, share, plate } = view
  const steward = me.role === 'steward'
  const restorer = steward || me.role === 'restorer'
  const said = [
    source && `${source.how}${source.from ? ` from ${source.from}` : ''}`,
    source?.words && `“${source.words}”`,
    `Owner: ${plate.owner}`,
    `Legal status: ${plate.legal}`,
    price && `Price paid: ${moneyWords(price)}`,
    share && `Its share of ${share.name}: ${moneyWords(share.amount)}, one of ${share.units} units`,
    ...view.values.map((v) => `${v.sort} value: ${moneyWords(v.amount)}${v.words ? `, ${v.words}` : ''}`),
  ].filter((line) => typeof line === 'string')
  return (
    <>
      <p className="text-quiet">
        The registration says how it came. Names are kept apart from entries, as parties of the house.
      </p>
      <Lines items={said} />
      <StepForm
        submit="Save the source"
        writings={(text) => {
          const writings: Writing[] = []
          const { machine } = view
          const owner = text('owner')
          if (steward && owner) {
            const named = owner.toLowerCase() === 'the house' ? undefined : partyNamed(owner, 'owner')
            writings.push(...(named?.bodies ?? []).map((body) => ({ body })), {
              body: { kind: 'machine', what: 'stated', machine, set: { owner: named?.party ?? 'house' } },
            })
          }
          if (steward && text('legal') && text('legal') !== plate.legal)
            writings.push({
              body: {
                kind: 'machine',
                what: 'stated',
                machine,
                set: { legal: text('legal') as (typeof legalStatuses)[number] },
              },
            })
          if (text('place'))
            writings.push({
              body: {
                kind: 'custody',
                machine,
                to: { in: { kind: 'store', id: text('place') } },
                carriage: text('carriage') as 'by hand',
                purpose: 'arrival',
              },
            })
          if (restorer && text('market')) {
            const amount = parseMoney(text('market'), text('currency').toUpperCase())
            if (!amount)
              return 'Write an amount such as 91.00, and a currency of three letters, or ? where it is not known.'
            writings.push({
              body: {
                kind: 'value',
                machine,
                sort: 'market',
                amount,
                ...(text('grounds') ? { words: text('grounds') } : {}),
              },
            })
          }
          return writings
        }}
      >
        <GiverFields steward={steward} plate={plate} restorer={restorer} />
      </StepForm>
    </>
  )
}

function GiverFields({ steward, plate, restorer }: { steward: boolean; plate: Plate; restorer: boolean }) {
  const { house } = useSigned()
  return (
    <div className="grid grid-cols-2 gap-3 max-sm:grid-cols-1">
      <TextField
        label="Who holds it now: place"
        name="place"
        placeholder="shelf 3, or a name"
        maxLength={80}
      />
      <SelectField label="How it was carried here" name="carriage" options={['by hand', 'vehicle', 'post']} />
      {steward && (
        <TextField
          label="Owner, when not the house"
          name="owner"
          placeholder="name, or “the house”"
          maxLength={80}
        />
      )}
      {steward && (
        <SelectField
          label="Legal status"
          name="legal"
          options={legalStatuses}
          defaultValue={plate.legal}
          key={plate.legal}
        />
      )}
      {restorer && (
        <TextField
          label="Market price, apart from the price paid"
          name="market"
          inputMode="decimal"
          className="num"
        />
      )}
      {restorer && (
        <TextField
          label="Currency"
          name="currency"
          className="num"
          defaultValue={house.currency}
          maxLength={3}
        />
      )}
      {restorer && (
        <TextField label="On what grounds" name="grounds" placeholder="two sold this year" maxLength={200} />
      )}
    </div>
  )
}
