/** Things pass from one hand to the next: released with a count, received with a count. What it will say stands above the button. */
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import type { Body } from '#core/history/bodies/index.ts'
import { list } from '#api/words/lists.ts'
import { releaseAnswerWords } from '#api/words/loans.ts'
import { barsRelease } from '#core/loans/release.ts'
import { instantToMs, msToInstant } from '#core/quantity/time.ts'
import type { LoanItemRow, LoanView, OpenRelease } from '#core/views/loan-shape.ts'
import { nowInstant } from '#web/app/clock.ts'
import { get, wordsOf } from '#web/app/http.ts'
import { keys } from '#web/app/keys.ts'
import { leavingBodies, returningBodies } from './goods.ts'
import { useBasis } from './told.ts'
import { useSend } from '#web/app/send.ts'
import { useDates, useSigned } from '#web/app/session.tsx'
import { AreaField, MainButton, Said, SelectField, Slip, TextField } from '#web/ui/Forms.tsx'

const countsOf = (rows: readonly { readonly item: string; readonly n: number }[]) =>
  Object.fromEntries(rows.map((r) => [r.item, String(r.n)]))
const said = (rows: readonly { readonly item: string; readonly n: number }[]) =>
  list(
    rows.filter((r) => r.n > 0).map((r) => (r.n === 1 ? r.item : `${r.n} × ${r.item}`)),
    12,
  )

function Counts({
  rows,
  counts,
  onChange,
}: {
  rows: readonly { readonly item: string; readonly n: number }[]
  counts: Readonly<Record<string, string>>
  onChange: (counts: Record<string, string>) => void
}) {
  return (
    <fieldset className="mb-3">
      <legend className="text-13 text-quiet mb-1">Count each thing</legend>
      <ul>
        {rows.map(({ item, n }) => (
          <li key={item} className="border-hair flex min-h-11 items-center justify-between gap-4 border-b">
            <span className="min-w-0">{item}</span>
            <span className="flex shrink-0 items-center gap-2">
              <input
                className="field num w-16 text-right"
                inputMode="numeric"
                aria-label={`${item}, how many`}
                value={counts[item] ?? ''}
                onChange={(e) => onChange({ ...counts, [item]: e.target.value })}
              />
              <span className="text-quiet num w-12">{`of ${n}`}</span>
            </span>
          </li>
        ))}
      </ul>
    </fieldset>
  )
}

const counted = (
  rows: readonly { readonly item: string; readonly n: number }[],
  counts: Readonly<Record<string, string>>,
) => rows.map((r) => ({ item: r.item, n: Number(counts[r.item] ?? 0) }))

const machinesOf = (view: LoanView, items: readonly { readonly item: string; readonly n: number }[]) =>
  view.itemRows.flatMap((r) =>
    r.machine && items.some((i) => i.item === r.item && i.n > 0) ? [r.machine] : [],
  )

/** What is written of parts and gear beside a handover, or a sentence where their places cannot be read. */
const readGoods = (read: () => Promise<Body[]>): Promise<Body[] | string> => read().catch(wordsOf)

export function ReleaseSlip({
  view,
  from,
  onClose,
}: {
  view: LoanView
  from: 'house' | 'them'
  onClose: () => void
}) {
  const { me } = useSigned()
  const { zone } = useDates()
  const basis = useBasis()
  const packing = useQuery({
    queryKey: keys.papers(view.id),
    queryFn: () => get('/loans/:id/papers', { id: view.id }),
  })
  const { send, error, busy, setError } = useSend()
  const home = (from === 'house') === (view.homeIs === 'house')
  const rows = view.itemRows
    .map((r: LoanItemRow) => ({ item: r.item, n: home ? r.home : r.there }))
    .filter((r) => r.n > 0)
  const [counts, setCounts] = useState(countsOf(rows))
  const [reasons, setReasons] = useState<Readonly<Record<string, string>>>({})
  const leaving = from === 'house' && view.homeIs === 'house'
  const bars = leaving ? barsRelease(view.release) : []
  const items = counted(rows, counts)
  const boxes = Math.max(1, ...(packing.data?.packed.map((p) => p.box) ?? []))
  const submit = async (event: React.FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const form = new FormData(event.currentTarget)
    const text = (name: string) => String(form.get(name) ?? '').trim()
    if (items.some((i) => !Number.isInteger(i.n) || i.n < 0)) return setError('Count in whole numbers.')
    if (items.every((i) => i.n === 0)) return setError('Nothing is counted.')
    const goods = await readGoods(() => (leaving ? leavingBodies(view, items, zone) : Promise.resolve([])))
    if (typeof goods === 'string') return setError(goods)
    const written = await send([
      {
        basis: basis(from),
        body: {
          kind: 'handover',
          what: 'released',
          loan: view.id,
          from: from === 'house' ? 'house' : view.withParty,
          to: from === 'house' ? view.withParty : 'house',
          carriage: text('carriage') as 'by hand' | 'vehicle' | 'post',
          ...(text('carrier') ? { carrier: text('carrier') } : {}),
          items: items.filter((i) => i.n > 0),
          machines: machinesOf(view, items),
          boxes: Number(text('boxes') || 0),
          although: Object.entries(reasons)
            .filter(([, because]) => because.trim())
            .map(([rule, because]) => ({ rule, because: because.trim() })),
          ...(text('words') ? { words: text('words') } : {}),
        },
      },
      ...goods.map((body) => ({ body })),
    ])
    if (written) onClose()
  }
  return (
    <Slip
      title={
        from === 'house'
          ? `Release to ${view.with}`
          : me.role === 'guest'
            ? 'Send it back'
            : 'On its way back, as told'
      }
      onClose={onClose}
    >
      <form onSubmit={(event) => void submit(event)}>
        {bars.length > 0 && (
          <div className="border-copper mb-3 border-l-4 pl-3">
            <p className="font-bold">Open before it leaves</p>
            <ul className="space-y-2">
              {bars.map((bar) => (
                <li key={bar.rule}>
                  {releaseAnswerWords(bar)}
                  {bar.byWords && me.role === 'steward' && (
                    <TextField
                      label={`Reason to release it all the same (${bar.rule})`}
                      value={reasons[bar.rule] ?? ''}
                      onChange={(e) => setReasons({ ...reasons, [bar.rule]: e.target.value })}
                    />
                  )}
                </li>
              ))}
            </ul>
          </div>
        )}
        <Counts rows={rows} counts={counts} onChange={setCounts} />
        <div className="grid grid-cols-4 items-end gap-3 max-lg:grid-cols-2 max-sm:grid-cols-1">
          <SelectField label="How it travels" name="carriage" options={['vehicle', 'post', 'by hand']} />
          <TextField label="Who carries it" name="carrier" maxLength={80} />
          <TextField
            // Once the packing list is there, it counts as many as that says.
            key={boxes}
            label="Boxes"
            name="boxes"
            className="num"
            inputMode="numeric"
            defaultValue={boxes}
          />
          <TextField label="Remarks" name="words" maxLength={400} />
        </div>
        <p className="my-3">
          {`Will be written: ${said(items) || 'nothing'} ${from === 'house' ? `leaves for ${view.with}` : 'goes back'}. A machine that travels by vehicle or post is tested again afterwards.`}
        </p>
        <MainButton type="submit" disabled={busy}>
          Record the release
        </MainButton>
        <Said error={error} />
      </form>
    </Slip>
  )
}

const restHours = 24

export function ReceiveSlip({
  view,
  release,
  onClose,
}: {
  view: LoanView
  release: OpenRelease
  onClose: () => void
}) {
  const { send, error, busy, setError } = useSend()
  const basis = useBasis()
  const [counts, setCounts] = useState(countsOf(release.items))
  const [boxes, setBoxes] = useState<readonly number[]>(release.boxes)
  const [cold, setCold] = useState(false)
  const items = counted(release.items, counts)
  const short = release.items
    .map((r) => ({ item: r.item, n: r.n - (items.find((i) => i.item === r.item)?.n ?? 0) }))
    .filter((r) => r.n > 0)
  const submit = async (event: React.FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const form = new FormData(event.currentTarget)
    const text = (name: string) => String(form.get(name) ?? '').trim()
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
          of: release.id,
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
    if (written) onClose()
  }
  return (
    <Slip title="Confirm what arrived" onClose={onClose}>
      <form onSubmit={(event) => void submit(event)}>
        <Counts rows={release.items} counts={counts} onChange={setCounts} />
        {release.boxes.length > 0 && (
          <fieldset className="mb-3 flex flex-wrap gap-x-5 gap-y-1">
            <legend className="text-13 text-quiet mb-1">Boxes that came</legend>
            {release.boxes.map((box) => (
              <label key={box} className="flex min-h-9 items-center gap-2">
                <input
                  type="checkbox"
                  className="size-5"
                  checked={boxes.includes(box)}
                  onChange={(e) =>
                    setBoxes(e.target.checked ? [...boxes, box] : boxes.filter((b) => b !== box))
                  }
                />
                {`Box ${box}`}
              </label>
            ))}
          </fieldset>
        )}
        <div className="grid grid-cols-2 items-end gap-3 max-sm:grid-cols-1">
          <SelectField
            label="The packing"
            name="packing"
            options={['in order', 'wet', 'crushed', 'opened']}
          />
          <label className="flex min-h-11 items-center gap-2">
            <input
              type="checkbox"
              className="size-5"
              checked={cold}
              onChange={(e) => setCold(e.target.checked)}
            />
            It came from cold or damp
          </label>
        </div>
        {cold && (
          <p className="mt-2">
            {`Leave it closed and unplugged for ${restHours} hours, so that moisture inside can dry. The wait is written with it.`}
          </p>
        )}
        <div className="mt-3">
          <AreaField label="Remarks" name="words" />
        </div>
        <p className="my-3">
          {short.length > 0
            ? `Will be written: received ${said(items) || 'nothing'}. Short: ${said(short)}.`
            : `Will be written: received ${said(items)}, complete.`}
        </p>
        <MainButton type="submit" disabled={busy}>
          Record what arrived
        </MainButton>
        <Said error={error} />
      </form>
    </Slip>
  )
}
