/** Giver and source: who owns it, who holds it, legal status, circumstances, price paid and market price. */
import { commas } from '#api/words/lists.ts'
import { sourceWords } from '#api/words/owners.ts'
import { say, shown } from '#api/words/say.ts'
import type { UseFormRegister } from 'react-hook-form'
import { legalStatuses } from '#api/choices.ts'
import { moneyWords } from '#api/words/money.ts'
import { parseMoney } from '#core/quantity/quantity.ts'
import type { ArrivalView } from '#core/views/arrival.ts'
import { usePartyNamed } from '#web/app/party.ts'
import { useSigned, type Writing } from '#web/app/session.tsx'
import { SelectField, TextField } from '#web/ui/Forms.tsx'
import { Lines, StepForm } from './StepForm.tsx'

type Giving = Readonly<
  Record<'place' | 'carriage' | 'owner' | 'legal' | 'market' | 'currency' | 'grounds', string>
>

const theRegistrationSays = say(
  'The registration says how it came. Names are kept apart from entries, as parties of the house.',
)
const writeAnAmount = say(
  'Write an amount such as 91.00, and a currency of three letters, or ? where it is not known.',
)

/** What is recorded of how it came, whose it is, and what it cost. */
function saidOf({ source, price, share, plate, values }: ArrivalView): readonly string[] {
  return [
    source &&
      (source.from
        ? say('{how} from {from}', { how: sourceWords(source.how), from: source.from })
        : sourceWords(source.how)),
    source?.words && `“${source.words}”`,
    say('Owner: {owner}', { owner: plate.owner }),
    say('Legal status: {legal}', { legal: shown(plate.legal) }),
    price && say('Price paid: {price}', { price: moneyWords(price) }),
    share &&
      say('Its share of {name}: {amount}, one of {units} units', {
        name: share.name,
        amount: moneyWords(share.amount),
        units: share.units,
      }),
    ...values.map((v) =>
      commas(say('{sort} value: {amount}', { sort: v.sort, amount: moneyWords(v.amount) }), v.words),
    ),
  ].filter((line) => typeof line === 'string')
}

export function GiverStep({ view }: { view: ArrivalView }) {
  const { me, house } = useSigned()
  const partyNamed = usePartyNamed()
  const { plate } = view
  const steward = me.role === 'steward'
  const restorer = steward || me.role === 'restorer'
  return (
    <>
      <p className="text-quiet">{theRegistrationSays}</p>
      <Lines items={saidOf(view)} />
      <StepForm<Giving>
        submit={say('Save the source')}
        defaults={{
          ...{ place: '', carriage: 'by hand', owner: '', legal: plate.legal },
          ...{ market: '', currency: house.currency, grounds: '' },
        }}
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
            if (!amount) return writeAnAmount
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
        {(register) => <GiverFields register={register} steward={steward} restorer={restorer} />}
      </StepForm>
    </>
  )
}

function GiverFields({
  register,
  steward,
  restorer,
}: {
  register: UseFormRegister<Giving>
  steward: boolean
  restorer: boolean
}) {
  return (
    <div className="grid grid-cols-2 gap-3 max-sm:grid-cols-1">
      <TextField
        label={say('Who holds it now: place')}
        {...register('place')}
        placeholder={say('shelf 3, or a name')}
        maxLength={80}
      />
      <SelectField
        label={say('How it was carried here')}
        {...register('carriage')}
        options={['by hand', 'vehicle', 'post']}
      />
      {steward && (
        <TextField
          label={say('Owner, when not the house')}
          {...register('owner')}
          placeholder={say('name, or “the house”')}
          maxLength={80}
        />
      )}
      {steward && <SelectField label={say('Legal status')} {...register('legal')} options={legalStatuses} />}
      {restorer && (
        <TextField
          label={say('Market price, apart from the price paid')}
          {...register('market')}
          inputMode="decimal"
          className="num"
        />
      )}
      {restorer && (
        <TextField label={say('Currency')} {...register('currency')} className="num" maxLength={3} />
      )}
      {restorer && (
        <TextField
          label={say('On what grounds')}
          {...register('grounds')}
          placeholder={say('two sold this year')}
          maxLength={200}
        />
      )}
    </div>
  )
}
