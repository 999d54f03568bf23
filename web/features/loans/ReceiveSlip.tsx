/** Things are received, each counted; what is missing is short. What it will say stands above the button. */
import { say } from '#api/words/say.ts'
import type { UseFormReturn } from 'react-hook-form'
import { instantToMs, msToInstant } from '#core/quantity/time.ts'
import type { LoanView, OpenRelease } from '#core/views/loan-shape.ts'
import { nowInstant } from '#web/app/clock.ts'
import { returningBodies } from './goods.ts'
import { countsOf, Counts, counted, machinesOf, readGoods, said } from './Counts.tsx'
import { useBasis } from './told.ts'
import { useSend } from '#web/app/send.ts'
import { typed } from '#web/app/typed.ts'
import { AreaField, MainButton, Said, SelectField, Slip } from '#web/ui/Forms.tsx'
import { KeptForm, useKept, useKeptForm, useKeptState } from '#web/ui/kept.tsx'
import { Tick, Ticks } from '#web/ui/Tick.tsx'

interface Receiving {
  readonly boxes: readonly string[]
  readonly packing: 'in order' | 'wet' | 'crushed' | 'opened'
  readonly cold: boolean
  readonly words: string
}

const restHours = 24

export function ReceiveSlip({
  view,
  release: announced,
  onClose,
}: {
  view: LoanView
  /** What was said to be on its way; without one it came unannounced. */
  release?: OpenRelease | undefined
  onClose: () => void
}) {
  const kept = useKept(`loan ${view.id} receive ${announced?.id ?? ''}`, onClose)
  const { send, error, busy, setError } = useSend(kept.forget)
  const basis = useBasis()
  const release = announced ?? {
    to: 'house' as const,
    items: view.itemRows.map((r) => ({ item: r.item, n: r.there })).filter((r) => r.n > 0),
    boxes: [],
  }
  const [counts, setCounts] = useKeptState(kept, 'counts', countsOf(release.items))
  const form = useKeptForm<Receiving>(kept, {
    defaultValues: { boxes: release.boxes.map(String), packing: 'in order', cold: false, words: '' },
  })
  const cold = form.watch('cold')
  const items = counted(release.items, counts)
  const submit = form.handleSubmit(async ({ boxes, packing, words }) => {
    if (items.some((i) => !Number.isInteger(i.n) || i.n < 0))
      return setError(say('Count in whole numbers; 0 for what is not there.'))
    const home = release.to === 'house' && view.homeIs === 'house'
    const goods = await readGoods(() => (home ? returningBodies(view, items) : Promise.resolve([])))
    if (typeof goods === 'string') return setError(goods)
    const written = await send([
      {
        basis: basis(release.to === 'house' ? 'house' : 'them'),
        body: {
          kind: 'handover',
          what: 'received',
          loan: view.id,
          ...(announced ? { of: announced.id } : {}),
          by: release.to,
          items,
          machines: machinesOf(view, items),
          boxes: boxes.map(Number),
          packing,
          ...(cold ? { restUntil: msToInstant(instantToMs(nowInstant()) + restHours * 3_600_000) } : {}),
          words: typed(words),
        },
      },
      ...goods.map((body) => ({ body })),
    ])
    if (written) kept.done()
  })
  return (
    <Slip
      title={announced ? say('Confirm what arrived') : say('It came back without notice')}
      onClose={onClose}
    >
      <KeptForm kept={kept} onSubmit={(event) => void submit(event)}>
        <Counts rows={release.items} counts={counts} onChange={setCounts} />
        <Boxes sent={release.boxes} form={form} />
        <PackingFields form={form} />
        {cold && (
          <p className="mt-2">
            {say(
              'Leave it closed and unplugged for {restHours} hours, so that moisture inside can dry. The wait is written with it.',
              { restHours },
            )}
          </p>
        )}
        <div className="mt-3">
          <AreaField label={say('Remarks')} {...form.register('words')} />
        </div>
        <WillBeWritten sent={release.items} items={items} />
        <MainButton type="submit" disabled={busy}>
          {say('Record what arrived')}
        </MainButton>
        <Said error={error} />
      </KeptForm>
    </Slip>
  )
}

function WillBeWritten({
  sent,
  items,
}: {
  sent: readonly { readonly item: string; readonly n: number }[]
  items: { item: string; n: number }[]
}) {
  const short = sent
    .map((r) => ({ item: r.item, n: r.n - (items.find((i) => i.item === r.item)?.n ?? 0) }))
    .filter((r) => r.n > 0)
  return (
    <p className="my-3">
      {short.length > 0
        ? say('Will be written: received {said}. Short: {shortSaid}.', {
            said: said(items) || say('nothing'),
            shortSaid: said(short),
          })
        : say('Will be written: received {said}, complete.', { said: said(items) })}
    </p>
  )
}

function PackingFields({ form }: { form: UseFormReturn<Receiving> }) {
  return (
    <div className="grid grid-cols-2 items-end gap-3 max-sm:grid-cols-1">
      <SelectField
        label={say('The packing')}
        options={['in order', 'wet', 'crushed', 'opened']}
        {...form.register('packing')}
      />
      <Tick label={say('It came from cold or damp')} {...form.register('cold')} />
    </div>
  )
}

function Boxes({ sent, form }: { sent: readonly number[]; form: UseFormReturn<Receiving> }) {
  if (sent.length === 0) return null
  return (
    <fieldset className="mb-3 flex flex-wrap gap-x-5 gap-y-1">
      <legend className="text-13 text-quiet mb-1">{say('Boxes that came')}</legend>
      <Ticks
        control={form.control}
        name="boxes"
        options={sent.map((box) => ({ value: String(box), label: say('Box {box}', { box }) }))}
      />
    </fieldset>
  )
}
