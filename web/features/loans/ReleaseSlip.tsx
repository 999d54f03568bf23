/** Things leave one hand, each counted. What it will say stands above the button. */
import { say } from '#api/words/say.ts'
import { useQuery } from '@tanstack/react-query'
import { useEffect } from 'react'
import type { UseFormReturn } from 'react-hook-form'
import { releaseAnswerWords } from '#api/words/loans.ts'
import { atLeast, type Role } from '#core/roles.ts'
import type { BodyOf } from '#core/history/bodies/index.ts'
import type { Side } from '#core/history/loan-state.ts'
import { usePartyNamed } from '#web/app/party.ts'
import { barsRelease, type ReleaseAnswer } from '#core/loans/release.ts'
import type { LoanItemRow, LoanView } from '#core/views/loan-shape.ts'
import { get } from '#web/app/http.ts'
import { keys } from '#web/app/keys.ts'
import { leavingBodies } from './goods.ts'
import { countsOf, Counts, counted, machinesOf, readGoods, said as itemsSaid } from './Counts.tsx'
import { DispatchAsks } from './DispatchAsks.tsx'
import { useBasis } from './told.ts'
import { useSend } from '#web/app/send.ts'
import { useDates, useSigned } from '#web/app/session.tsx'
import { figure, typed } from '#web/app/typed.ts'
import { MainButton, Said, SelectField, Slip, TextField } from '#web/ui/Forms.tsx'
import { KeptForm, useKept, useKeptForm, useKeptState } from '#web/ui/kept.tsx'

/** A steward’s words let it go; that its mains suit it there is for a restorer to say. */
const maySay = ({ rule, is }: ReleaseAnswer, role: Role): boolean =>
  atLeast(role, rule === 'mains' && is === 'not known' ? 'restorer' : 'steward')

/** From hand to hand among those who have it: the borrower to a third, or a third onwards. */
interface Onwards {
  readonly from: Side
}

export function ReleaseSlip({
  view,
  from,
  onwards,
  onClose,
}: {
  view: LoanView
  from: 'house' | 'them'
  onwards?: Onwards | undefined
  onClose: () => void
}) {
  const kept = useKept(`loan ${view.id} release ${onwards?.from ?? from}`, onClose)
  const { zone } = useDates()
  const basis = useBasis()
  const { send, error, busy, setError } = useSend(kept.forget)
  const partyNamed = usePartyNamed()
  const third = onwards !== undefined && onwards.from === view.withParty
  const rows = rowsThere(view, from, onwards)
  const [counts, setCounts] = useKeptState(kept, 'counts', countsOf(rows))
  const [reasons, setReasons] = useKeptState<Reasons>(kept, 'reasons', {})
  const leaving = from === 'house' && view.homeIs === 'house'
  const items = counted(rows, counts)
  const packed = usePackedBoxes(view)
  const form = useKeptForm<Releasing>(kept, {
    defaultValues: { to: '', backTo: 'them', carriage: 'vehicle', carrier: '', boxes: '1', words: '' },
  })
  const { getFieldState, resetField } = form
  // Once the packing list is there, it counts as many as that says.
  useEffect(() => {
    if (!kept.back && !getFieldState('boxes').isDirty) resetField('boxes', { defaultValue: String(packed) })
  }, [packed, kept.back, getFieldState, resetField])
  const submit = form.handleSubmit(async (said) => {
    if (items.some((i) => !Number.isInteger(i.n) || i.n < 0)) return setError(say('Count in whole numbers.'))
    if (items.every((i) => i.n === 0)) return setError(say('Nothing is counted.'))
    const onward = third ? partyNamed(said.to, 'borrower') : undefined
    if (third && !onward) return setError(say('Say who has it now.'))
    const goods = await readGoods(() => (leaving ? leavingBodies(view, items, zone) : Promise.resolve([])))
    if (typeof goods === 'string') return setError(goods)
    const to = onward?.party ?? receiver(view, from, onwards, said.backTo)
    const body = { ...releasedOf(said, view, items, reasons), from: giverOf(view, from, onwards), to }
    const written = await send([
      ...(onward?.bodies ?? []).map((b) => ({ body: b })),
      { basis: basis(from), body },
      ...goods.map((b) => ({ body: b })),
    ])
    if (written) kept.done()
  })
  return (
    <Slip title={useTitle(view, from, onwards)} onClose={onClose}>
      <KeptForm kept={kept} onSubmit={(event) => void submit(event)}>
        {leaving && <OpenBefore view={view} reasons={reasons} onReasons={setReasons} />}
        {third && (
          <div className="mb-3 max-w-96">
            <TextField label={say('Who has it now')} maxLength={80} {...form.register('to')} />
          </div>
        )}
        {onwards && !third && (
          <div className="mb-3 max-w-96">
            <SelectField
              label={say('To whom')}
              options={[
                { value: 'them', label: view.with },
                { value: 'house', label: say('this collection') },
              ]}
              {...form.register('backTo')}
            />
          </div>
        )}
        <Counts rows={rows} counts={counts} onChange={setCounts} />
        <Carrying form={form} />
        <WillBeReleased onwards={onwards} from={from} view={view} items={items} />
        <MainButton type="submit" disabled={busy}>
          {say('Record the release')}
        </MainButton>
        <Said error={error} />
      </KeptForm>
    </Slip>
  )
}

function WillBeReleased({
  onwards,
  from,
  view,
  items,
}: {
  onwards: Onwards | undefined
  from: 'house' | 'them'
  view: LoanView
  items: { item: string; n: number }[]
}) {
  return (
    <p className="my-3">
      {say(
        'Will be written: {released}: {items}. A machine that travels by vehicle or post is tested again afterwards.',
        {
          released: onwards
            ? say('handed on')
            : from === 'house'
              ? say('released to {with}', { with: view.with })
              : say('sent back'),
          items: itemsSaid(items) || say('nothing'),
        },
      )}
    </p>
  )
}

type Released = Extract<BodyOf<'handover'>, { what: 'released' }>
interface Releasing {
  readonly to: string
  readonly backTo: string
  readonly carriage: Released['carriage']
  readonly carrier: string
  readonly boxes: string
  readonly words: string
}
type Reasons = Readonly<Record<string, string>>

const giverOf = (view: LoanView, from: 'house' | 'them', onwards: Onwards | undefined): Side =>
  onwards?.from ?? (from === 'house' ? 'house' : view.withParty)

function receiver(
  view: LoanView,
  from: 'house' | 'them',
  onwards: Onwards | undefined,
  backTo: string,
): Side {
  if (onwards) return backTo === 'house' ? 'house' : view.withParty
  return from === 'house' ? view.withParty : 'house'
}

/** What whoever gives it has of each thing. */
function rowsThere(view: LoanView, from: 'house' | 'them', onwards: Onwards | undefined) {
  const giver = giverOf(view, from, onwards)
  const home = (from === 'house') === (view.homeIs === 'house')
  const has = (r: LoanItemRow) => r.at.find((a) => a.side === giver)?.n ?? 0
  return view.itemRows
    .map((r) => ({
      item: r.item,
      n: onwards || (!home && view.homeIs === 'house') ? has(r) : home ? r.home : r.there,
    }))
    .filter((r) => r.n > 0)
}

/** The release as it is typed, without from whom to whom. */
const releasedOf = (
  { carriage, carrier, boxes, words }: Releasing,
  view: LoanView,
  items: ReturnType<typeof counted>,
  reasons: Reasons,
): Omit<Released, 'from' | 'to'> => ({
  kind: 'handover',
  what: 'released',
  loan: view.id,
  carriage,
  carrier: typed(carrier),
  items: items.filter((i) => i.n > 0),
  machines: machinesOf(view, items),
  boxes: figure(boxes) ?? 0,
  although: Object.entries(reasons).flatMap(([rule, because]) =>
    because.trim() ? [{ rule, because: because.trim() }] : [],
  ),
  words: typed(words),
})

function useTitle(view: LoanView, from: 'house' | 'them', onwards: Onwards | undefined): string {
  const { me } = useSigned()
  if (onwards)
    return onwards.from === view.withParty
      ? say('Lent on, as told')
      : say('{names} hands it on, as told', { names: view.names[onwards.from] ?? say('It') })
  if (from === 'house') return say('Release to {with}', { with: view.with })
  return me.role === 'guest' ? say('Send it back') : say('On its way back, as told')
}

/** What is open before it leaves, and the reasons of those who may let it go all the same. */
function OpenBefore({
  view,
  reasons,
  onReasons,
}: {
  view: LoanView
  reasons: Reasons
  onReasons: (reasons: Reasons) => void
}) {
  const { me } = useSigned()
  const bars = barsRelease(view.release)
  if (bars.length === 0) return null
  return (
    <div className="border-copper mb-3 border-l-4 pl-3">
      <p className="font-bold">{say('Open before it leaves')}</p>
      <ul className="space-y-2">
        {bars.map((bar) => (
          <li key={bar.rule}>
            {releaseAnswerWords(bar)}
            <DispatchAsks asks={bar.asks} loan={view.id} />
            {bar.byWords && maySay(bar, me.role) && (
              <TextField
                label={say('Reason to release it all the same ({rule})', { rule: bar.rule })}
                value={reasons[bar.rule] ?? ''}
                onChange={(e) => onReasons({ ...reasons, [bar.rule]: e.target.value })}
              />
            )}
          </li>
        ))}
      </ul>
    </div>
  )
}

/** Boxes of the packing list; one where there is none. */
function usePackedBoxes(view: LoanView): number {
  const packing = useQuery({
    queryKey: keys.papers(view.id),
    queryFn: () => get('/loans/:id/papers', { id: view.id }),
  })
  return Math.max(1, ...(packing.data?.packed.map((p) => p.box) ?? []))
}

function Carrying({ form }: { form: UseFormReturn<Releasing> }) {
  return (
    <div className="grid grid-cols-4 items-end gap-3 max-lg:grid-cols-2 max-sm:grid-cols-1">
      <SelectField
        label={say('How it travels')}
        options={['vehicle', 'post', 'by hand']}
        {...form.register('carriage')}
      />
      <TextField label={say('Who carries it')} maxLength={80} {...form.register('carrier')} />
      <TextField label={say('Boxes')} className="num" inputMode="numeric" {...form.register('boxes')} />
      <TextField label={say('Remarks')} maxLength={400} {...form.register('words')} />
    </div>
  )
}
