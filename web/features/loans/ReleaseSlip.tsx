/** Things leave one hand, each counted. What it will say stands above the button. */
import { useQuery } from '@tanstack/react-query'
import { releaseAnswerWords } from '#api/words/loans.ts'
import { atLeast, type Role } from '#core/roles.ts'
import type { Side } from '#core/history/loan-state.ts'
import { usePartyNamed } from '#web/app/party.ts'
import { barsRelease, type ReleaseAnswer } from '#core/loans/release.ts'
import type { LoanItemRow, LoanView } from '#core/views/loan-shape.ts'
import { get } from '#web/app/http.ts'
import { keys } from '#web/app/keys.ts'
import { leavingBodies } from './goods.ts'
import { countsOf, Counts, counted, machinesOf, readGoods, said } from './Counts.tsx'
import { DispatchAsks } from './DispatchAsks.tsx'
import { useBasis } from './told.ts'
import { useSend } from '#web/app/send.ts'
import { useDates, useSigned } from '#web/app/session.tsx'
import { typedIn } from '#web/app/typed.ts'
import { MainButton, Said, SelectField, Slip, TextField } from '#web/ui/Forms.tsx'
import { KeptForm, useKept, useKeptState } from '#web/ui/kept.tsx'

/** A steward’s words let it go; that its mains suit it there is for a restorer to say. */
const maySay = ({ rule, is }: ReleaseAnswer, role: Role): boolean =>
  atLeast(role, rule === 'mains' && is === 'not known' ? 'restorer' : 'steward')

export function ReleaseSlip({
  view,
  from,
  onwards,
  onClose,
}: {
  view: LoanView
  from: 'house' | 'them'
  /** From hand to hand among those who have it: the borrower to a third, or a third onwards. */
  onwards?: { readonly from: Side } | undefined
  onClose: () => void
}) {
  const { me } = useSigned()
  const kept = useKept(`loan ${view.id} release ${onwards?.from ?? from}`, onClose)
  const { zone } = useDates()
  const basis = useBasis()
  const packing = useQuery({
    queryKey: keys.papers(view.id),
    queryFn: () => get('/loans/:id/papers', { id: view.id }),
  })
  const { send, error, busy, setError } = useSend(kept.forget)
  const partyNamed = usePartyNamed()
  const home = (from === 'house') === (view.homeIs === 'house')
  const hasIt = (r: LoanItemRow, side: Side) => r.at.find((a) => a.side === side)?.n ?? 0
  const giver: Side = onwards ? onwards.from : from === 'house' ? 'house' : view.withParty
  const third = onwards !== undefined && onwards.from === view.withParty
  const rows = view.itemRows
    .map((r: LoanItemRow) => ({
      item: r.item,
      n: onwards || (!home && view.homeIs === 'house') ? hasIt(r, giver) : home ? r.home : r.there,
    }))
    .filter((r) => r.n > 0)
  const [counts, setCounts] = useKeptState(kept, 'counts', countsOf(rows))
  const [reasons, setReasons] = useKeptState<Readonly<Record<string, string>>>(kept, 'reasons', {})
  const leaving = from === 'house' && view.homeIs === 'house'
  const bars = leaving ? barsRelease(view.release) : []
  const items = counted(rows, counts)
  const boxes = Math.max(1, ...(packing.data?.packed.map((p) => p.box) ?? []))
  const submit = async (event: React.FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const { text } = typedIn(event.currentTarget)
    if (items.some((i) => !Number.isInteger(i.n) || i.n < 0)) return setError('Count in whole numbers.')
    if (items.every((i) => i.n === 0)) return setError('Nothing is counted.')
    const onward = third ? partyNamed(text('to'), 'borrower') : undefined
    if (third && !onward) return setError('Say who has it now.')
    const to: Side = onward
      ? onward.party
      : onwards
        ? text('backTo') === 'house'
          ? 'house'
          : view.withParty
        : from === 'house'
          ? view.withParty
          : 'house'
    const goods = await readGoods(() => (leaving ? leavingBodies(view, items, zone) : Promise.resolve([])))
    if (typeof goods === 'string') return setError(goods)
    const written = await send([
      ...(onward?.bodies ?? []).map((body) => ({ body })),
      {
        basis: basis(from),
        body: {
          kind: 'handover',
          what: 'released',
          loan: view.id,
          from: giver,
          to,
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
    if (written) kept.done()
  }
  return (
    <Slip
      title={
        onwards
          ? third
            ? 'Lent on, as told'
            : `${view.names[giver] ?? 'It'} hands it on, as told`
          : from === 'house'
            ? `Release to ${view.with}`
            : me.role === 'guest'
              ? 'Send it back'
              : 'On its way back, as told'
      }
      onClose={onClose}
    >
      <KeptForm kept={kept} onSubmit={(event) => void submit(event)}>
        {bars.length > 0 && (
          <div className="border-copper mb-3 border-l-4 pl-3">
            <p className="font-bold">Open before it leaves</p>
            <ul className="space-y-2">
              {bars.map((bar) => (
                <li key={bar.rule}>
                  {releaseAnswerWords(bar)}
                  <DispatchAsks asks={bar.asks} loan={view.id} />
                  {bar.byWords && maySay(bar, me.role) && (
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
        {third && (
          <div className="mb-3 max-w-96">
            <TextField label="Who has it now" name="to" maxLength={80} />
          </div>
        )}
        {onwards && !third && (
          <div className="mb-3 max-w-96">
            <SelectField
              label="To whom"
              name="backTo"
              options={[
                { value: 'them', label: view.with },
                { value: 'house', label: 'this collection' },
              ]}
            />
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
          {`Will be written: ${onwards ? 'handed on' : from === 'house' ? `released to ${view.with}` : 'sent back'}: ${said(items) || 'nothing'}. A machine that travels by vehicle or post is tested again afterwards.`}
        </p>
        <MainButton type="submit" disabled={busy}>
          Record the release
        </MainButton>
        <Said error={error} />
      </KeptForm>
    </Slip>
  )
}
