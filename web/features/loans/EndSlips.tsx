/** How a loan ends: recalled, what will not come home accounted for, closed. */
import { say } from '#api/words/say.ts'
import { useQuery } from '@tanstack/react-query'
import { dayOnly } from '#api/words/dates.ts'
import { list } from '#api/words/lists.ts'
import { fieldOf, useBodyForm } from '#web/app/body-form.ts'
import { loanBody } from '#core/history/bodies/loan.ts'
import { forGood } from '#core/history/loan-ways.ts'
import type { MachineId } from '#core/ids.ts'
import { get } from '#web/app/http.ts'
import { keys } from '#web/app/keys.ts'
import type { BodyOf } from '#core/history/bodies/index.ts'
import type { LoanView } from '#core/views/loan-shape.ts'
import { useSend } from '#web/app/send.ts'
import { figure, typed } from '#web/app/typed.ts'
import { MainButton, Said, SelectField, Slip, TextField } from '#web/ui/Forms.tsx'
import { KeptForm, useKept, useKeptForm } from '#web/ui/kept.tsx'
import { Tick } from '#web/ui/Tick.tsx'

type Recall = Readonly<Record<'homeBy' | 'reason', string>>

export function RecallSlip({ view, onClose }: { view: LoanView; onClose: () => void }) {
  const kept = useKept(`loan ${view.id} recall`, onClose)
  const { send, error, busy } = useSend(kept.forget)
  const bodyOf = ({ homeBy, reason }: Recall): BodyOf<'loan'> => ({
    kind: 'loan',
    what: 'recalled',
    loan: view.id,
    homeBy,
    reason: reason.trim(),
  })
  const form = useBodyForm<Recall>({
    defaults: { homeBy: view.recallable ?? '', reason: '' },
    bodyOf,
    schema: loanBody,
    says: { homeBy: say('Say by when.'), reason: say('Say why.') },
    kept,
  })
  const submit = form.handleSubmit(async (said) => {
    if (await send([{ body: bodyOf(said) }])) kept.done()
  })
  return (
    <Slip title={say('Ask for it back')} onClose={onClose}>
      <KeptForm
        kept={kept}
        onSubmit={(event) => void submit(event)}
        className="grid grid-cols-3 items-end gap-3 max-sm:grid-cols-1"
      >
        <TextField label={say('Home by')} type="date" className="num" {...fieldOf(form, 'homeBy')} />
        <TextField label={say('Why')} maxLength={400} {...fieldOf(form, 'reason')} />
        <MainButton type="submit" disabled={busy}>
          {say('Record the recall')}
        </MainButton>
      </KeptForm>
      {view.recallable && (
        <p className="text-quiet mt-2">
          {say('With the notice agreed, not before {recallable}.', { recallable: dayOnly(view.recallable) })}
        </p>
      )}
      <Said error={error} />
    </Slip>
  )
}

const fates = [
  { value: 'lost', label: say('lost') },
  { value: 'destroyed', label: say('destroyed') },
  { value: 'used up', label: say('used up') },
  { value: 'kept by agreement', label: say('stays there, as agreed') },
  { value: 'stays on a loan of its own', label: say('stays there, on a loan of its own') },
]

type Accounting = Readonly<Record<'item' | 'n' | 'as' | 'words', string>>

export function AccountSlip({ view, onClose }: { view: LoanView; onClose: () => void }) {
  const kept = useKept(`loan ${view.id} account`, onClose)
  const { send, error, busy } = useSend(kept.forget)
  const missing = view.itemRows
    .map((r) => ({ item: r.item, n: r.n - r.home - r.accounted }))
    .filter((r) => r.n > 0)
  const bodyOf = ({ item, n, as, words }: Accounting): BodyOf<'loan'> => ({
    kind: 'loan',
    what: 'accounted',
    loan: view.id,
    item,
    n: figure(n) ?? 1,
    as: as as Extract<BodyOf<'loan'>, { what: 'accounted' }>['as'],
    words: words.trim(),
  })
  const form = useBodyForm<Accounting>({
    defaults: { item: missing[0]?.item ?? '', n: '1', as: 'lost', words: '' },
    bodyOf,
    schema: loanBody,
    says: { words: say('Say what was agreed, and with whom.') },
    kept,
  })
  const submit = form.handleSubmit(async (said) => {
    if (await send([{ body: bodyOf(said) }])) kept.done()
  })
  return (
    <Slip title={say('What will not come home')} onClose={onClose}>
      <KeptForm
        kept={kept}
        onSubmit={(event) => void submit(event)}
        className="grid grid-cols-4 items-end gap-3 max-lg:grid-cols-2 max-sm:grid-cols-1"
      >
        <SelectField
          label={say('Which thing')}
          options={missing.map((m) => ({ value: m.item, label: m.n === 1 ? m.item : `${m.item} (${m.n})` }))}
          {...fieldOf(form, 'item')}
        />
        <TextField label={say('How many')} className="num" inputMode="numeric" {...fieldOf(form, 'n')} />
        <SelectField label={say('What became of it')} options={fates} {...fieldOf(form, 'as')} />
        <TextField label={say('Agreed with whom, and how')} maxLength={400} {...fieldOf(form, 'words')} />
        <MainButton type="submit" disabled={busy}>
          {say('Account for the thing')}
        </MainButton>
      </KeptForm>
      <Said error={error} />
    </Slip>
  )
}

export function CloseSlip({ view, onClose }: { view: LoanView; onClose: () => void }) {
  const kept = useKept(`loan ${view.id} close`, onClose)
  const { send, error, busy } = useSend(kept.forget)
  const people = useQuery({ queryKey: keys.people, queryFn: () => get('/people') })
  const form = useKeptForm(kept, { defaultValues: { words: '', ends: true } })
  const sights =
    people.data?.people
      .find((p) => p.party === view.withParty)
      ?.grants.filter((g) => view.machines.some((m) => m.id === g.machine)) ?? []
  const gone = forGood(view.way)
  const open = view.machines.flatMap((m) => m.differences).filter((d) => d.judged !== 'agreed').length
  const submit = form.handleSubmit(async ({ words, ends }) => {
    const written = await send([
      { body: { kind: 'loan', what: 'closed', loan: view.id, words: typed(words) } },
      ...(ends
        ? sights.map((g) => ({
            body: {
              kind: 'rule' as const,
              what: 'grant' as const,
              party: view.withParty,
              machine: g.machine as MachineId,
              granted: false,
            },
          }))
        : []),
      ...(gone
        ? view.machines.map((m) => ({
            body: {
              kind: 'machine' as const,
              what: 'stated' as const,
              machine: m.id,
              set: {
                legal: 'disposed' as const,
                ...(view.way === 'transfer' ? { owner: view.withParty } : {}),
              },
            },
          }))
        : []),
    ])
    if (written) kept.done()
  })
  return (
    <Slip title={say('Close the loan')} onClose={onClose}>
      <KeptForm kept={kept} onSubmit={(event) => void submit(event)} className="space-y-3">
        <p>
          {open > 0
            ? open === 1
              ? say('One difference is not agreed by both sides. They stay in the record as they are.')
              : say('{open} differences are not agreed by both sides. They stay in the record as they are.', {
                  open,
                })
            : gone
              ? say('Everything was handed over. The machines stay in the record, as disposed of.')
              : say('Everything is home or accounted for.')}
        </p>
        {sights.length > 0 && (
          <Tick
            label={say('What {with} may see of {sights} ends with it', {
              with: view.with,
              sights: list(sights.map((g) => g.label)),
            })}
            {...form.register('ends')}
          />
        )}
        <TextField label={say('Remarks')} maxLength={400} {...form.register('words')} />
        <MainButton type="submit" disabled={busy}>
          {say('Close the loan')}
        </MainButton>
        <Said error={error} />
      </KeptForm>
    </Slip>
  )
}
