/** Whether a machine is worth the work: hours left against what the house gives for such; of a sale, the price against parts and hours. */
import { say } from '#api/words/say.ts'
import { useState } from 'react'
import type { PlanAnswer, PlanMachine } from '#api/plan.ts'
import { durationWords } from '#api/words/dates.ts'
import { endWords } from '#api/words/jobs.ts'
import { commas, list, paragraph, sentence } from '#api/words/lists.ts'
import { moneyWords } from '#api/words/money.ts'
import { problemOf } from '#core/plan/jobs.ts'
import { saleLeaves, usualEffort, worthOf } from '#core/plan/worth.ts'
import { minorDigits, type Money } from '#core/quantity/quantity.ts'
import { useSendOne } from '#web/app/send.ts'
import { Act, PlainButton, Said, Slip, TextField } from '#web/ui/Forms.tsx'

const verdicts = {
  within: say('That is within what the house gives.'),
  'perhaps more': say('That is within what the house gives, unless the minutes kept free are all needed.'),
  more: say('That is more than the house gives.'),
} as const

export function WorthSlip({
  data,
  machine,
  onClose,
}: {
  data: PlanAnswer
  machine: PlanMachine
  onClose: () => void
}) {
  const end = machine.wanted?.end ?? 'shown running'
  const hours = data.effort[end] ?? usualEffort[end]
  const worth = worthOf(problemOf(data), machine.id, hours)
  return (
    <Slip title={say('Is {name} worth it?', { name: machine.name })} onClose={onClose}>
      <div className="space-y-3">
        <p>
          <strong>{say('{left} of hands are known to be left.', { left: durationWords(worth.left) })}</strong>{' '}
          {paragraph(
            worth.reserved > 0 &&
              say('Beside them {reserved} are kept free for what is not known yet.', {
                reserved: durationWords(worth.reserved),
              }),
            data.effort[end] === undefined
              ? say('The house gives {given} to a machine {end} (a house figure, not set here).', {
                  given: durationWords(worth.given),
                  end: endWords(end),
                })
              : say('The house gives {given} to a machine {end}.', {
                  given: durationWords(worth.given),
                  end: endWords(end),
                }),
            verdicts[worth.is],
          )}
        </p>
        <Effort end={end} hours={hours} />
        {end === 'sold' && <Sale minutes={worth.left} />}
        <p className="text-quiet">
          {say('It goes up to the next decision: what a fault turns out to be is not in it.')}
        </p>
        <Act onClick={onClose}>{say('Close')}</Act>
      </div>
    </Slip>
  )
}

function Effort({ end, hours }: { end: NonNullable<PlanMachine['wanted']>['end']; hours: number }) {
  const { send, error } = useSendOne()
  const [typed, setTyped] = useState(String(hours))
  const n = Number(typed.replace(',', '.'))
  const holds = n >= 0.5 && n <= 1000
  return (
    <form
      className="flex flex-wrap items-end gap-3"
      onSubmit={(e) => {
        e.preventDefault()
        if (holds) void send({ kind: 'job', what: 'effort', end, hours: n })
      }}
    >
      <TextField
        label={say('Hours that the house gives to a machine {end}', { end: endWords(end) })}
        inputMode="decimal"
        className="num"
        value={typed}
        error={holds ? undefined : say('From half an hour to 1000.')}
        onChange={(e) => setTyped(e.target.value)}
      />
      <PlainButton type="submit" disabled={!holds || n === hours}>
        {say('Set the hours')}
      </PlainButton>
      <Said error={error} />
    </form>
  )
}

/** "180 EUR", "12.50 gbp"; undefined where it is no amount in a currency of ISO 4217. */
export function moneyTyped(text: string): Money | undefined {
  const found = /^\s*(\d+(?:[.,]\d+)?)\s*([a-z]{3})\s*$/i.exec(text)
  if (!found) return undefined
  const currency = (found[2] ?? '').toUpperCase()
  if (!Intl.supportedValuesOf('currency').includes(currency)) return undefined
  return {
    minor: Math.round(Number((found[1] ?? '').replace(',', '.')) * 10 ** minorDigits(currency)),
    currency,
  }
}

/** Nothing of it is kept: it is reckoned while it is looked at. */
function Sale({ minutes }: { minutes: number }) {
  const [price, setPrice] = useState('')
  const [parts, setParts] = useState('')
  const asked = moneyTyped(price)
  const typed = parts
    .split(';')
    .map((p) => p.trim())
    .filter(Boolean)
  const paid = typed.map(moneyTyped)
  const left = saleLeaves(
    asked,
    paid.flatMap((p) => p ?? []),
  )
  const wrong = paid.some((p) => p === undefined)
  const own = left.find((m) => m.currency === asked?.currency)
  return (
    <div className="space-y-2">
      <div className="flex flex-wrap items-end gap-3">
        <TextField
          label={say('Price it would bring')}
          className="num"
          placeholder="180 EUR"
          value={price}
          error={price === '' || asked ? undefined : say('An amount and its currency: 180 EUR.')}
          onChange={(e) => setPrice(e.target.value)}
        />
        <TextField
          label={say('Parts still to buy')}
          className="num"
          placeholder="35 EUR; 12.50 GBP"
          value={parts}
          error={wrong ? say('Amounts with their currency, parted by semicolons.') : undefined}
          onChange={(e) => setParts(e.target.value)}
        />
      </div>
      {asked && !wrong && (
        <p>
          {paragraph(
            say('It leaves {left}; currencies are not added to each other.', {
              left: list(left.map(moneyWords)),
            }),
            own &&
              minutes > 0 &&
              sentence(
                commas(
                  say('for {minutes} of hands that is {price} an hour', {
                    minutes: durationWords(minutes),
                    price: moneyWords({ ...own, minor: Math.round(own.minor / (minutes / 60)) }),
                  }),
                  left.length > 1 && say('the other currency apart'),
                ),
              ),
          )}
        </p>
      )}
    </div>
  )
}
