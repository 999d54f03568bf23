/** Things are received, each counted; what is missing is short. What it will say stands above the button. */
import { instantToMs, msToInstant } from '#core/quantity/time.ts'
import type { LoanView, OpenRelease } from '#core/views/loan-shape.ts'
import { nowInstant } from '#web/app/clock.ts'
import { returningBodies } from './goods.ts'
import { countsOf, Counts, counted, machinesOf, readGoods, said } from './Counts.tsx'
import { useBasis } from './told.ts'
import { useSend } from '#web/app/send.ts'
import { typedIn } from '#web/app/typed.ts'
import { AreaField, MainButton, Said, SelectField, Slip } from '#web/ui/Forms.tsx'
import { KeptForm, useKept, useKeptState } from '#web/ui/kept.tsx'
import { Tick } from '#web/ui/Tick.tsx'

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
  const [boxes, setBoxes] = useKeptState<readonly number[]>(kept, 'boxes', release.boxes)
  const [cold, setCold] = useKeptState(kept, 'cold', false)
  const items = counted(release.items, counts)
  const short = release.items
    .map((r) => ({ item: r.item, n: r.n - (items.find((i) => i.item === r.item)?.n ?? 0) }))
    .filter((r) => r.n > 0)
  const submit = async (event: React.FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const { text } = typedIn(event.currentTarget)
    if (items.some((i) => !Number.isInteger(i.n) || i.n < 0))
      return setError('Count in whole numbers; 0 for what is not there.')
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
          boxes: [...boxes],
          packing: text('packing') as 'in order' | 'wet' | 'crushed' | 'opened',
          ...(cold ? { restUntil: msToInstant(instantToMs(nowInstant()) + restHours * 3_600_000) } : {}),
          ...(text('words') ? { words: text('words') } : {}),
        },
      },
      ...goods.map((body) => ({ body })),
    ])
    if (written) kept.done()
  }
  return (
    <Slip title={announced ? 'Confirm what arrived' : 'It came back without notice'} onClose={onClose}>
      <KeptForm kept={kept} onSubmit={(event) => void submit(event)}>
        <Counts rows={release.items} counts={counts} onChange={setCounts} />
        <Boxes sent={release.boxes} came={boxes} onCame={setBoxes} />
        <PackingFields cold={cold} onCold={setCold} />
        {cold && (
          <p className="mt-2">
            {`Leave it closed and unplugged for ${restHours} hours, so that moisture inside can dry. The wait is written with it.`}
          </p>
        )}
        <div className="mt-3">
          <AreaField label="Remarks" name="words" />
        </div>
        <WillBeWritten short={short} items={items} />
        <MainButton type="submit" disabled={busy}>
          Record what arrived
        </MainButton>
        <Said error={error} />
      </KeptForm>
    </Slip>
  )
}

function WillBeWritten({
  short,
  items,
}: {
  short: { item: string; n: number }[]
  items: { item: string; n: number }[]
}) {
  return (
    <p className="my-3">
      {short.length > 0
        ? `Will be written: received ${said(items) || 'nothing'}. Short: ${said(short)}.`
        : `Will be written: received ${said(items)}, complete.`}
    </p>
  )
}

function PackingFields({ cold, onCold }: { cold: boolean; onCold: (value: boolean) => void }) {
  return (
    <div className="grid grid-cols-2 items-end gap-3 max-sm:grid-cols-1">
      <SelectField label="The packing" name="packing" options={['in order', 'wet', 'crushed', 'opened']} />
      <Tick label="It came from cold or damp" checked={cold} onChange={(e) => onCold(e.target.checked)} />
    </div>
  )
}

function Boxes({
  sent,
  came,
  onCame,
}: {
  sent: readonly number[]
  came: readonly number[]
  onCame: (came: readonly number[]) => void
}) {
  if (sent.length === 0) return null
  return (
    <fieldset className="mb-3 flex flex-wrap gap-x-5 gap-y-1">
      <legend className="text-13 text-quiet mb-1">Boxes that came</legend>
      {sent.map((box) => (
        <Tick
          key={box}
          label={`Box ${box}`}
          checked={came.includes(box)}
          onChange={(e) => onCame(e.target.checked ? [...came, box] : came.filter((b) => b !== box))}
        />
      ))}
    </fieldset>
  )
}
