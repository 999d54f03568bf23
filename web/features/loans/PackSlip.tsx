/** What is packed into which box: the packing list is made from it. */
import { say } from '#api/words/say.ts'
import type { LoanView } from '#core/views/loan-shape.ts'
import { MainButton, Said, Slip } from '#web/ui/Forms.tsx'
import { KeptForm, useKept, useKeptState } from '#web/ui/kept.tsx'
import { useIssue } from './useIssue.ts'

interface Row {
  readonly item: string
  readonly n: string
  readonly box: string
}
type Packed = readonly { readonly item: string; readonly n: number; readonly box: number }[]

/** As it was packed last, or everything in one box. */
const rowsOf = (view: LoanView, packed: Packed): Row[] =>
  packed.length > 0
    ? packed.map(({ item, n, box }) => ({ item, n: String(n), box: String(box) }))
    : view.itemRows.map(({ item, n }) => ({ item, n: String(n), box: '1' }))

const whole = (typed: string): number | undefined =>
  /^\d{1,4}$/.test(typed.trim()) && Number(typed) > 0 ? Number(typed) : undefined

export function PackSlip({ view, packed, onClose }: { view: LoanView; packed: Packed; onClose: () => void }) {
  const kept = useKept(`loan ${view.id} packing`, onClose)
  const [rows, setRows] = useKeptState(kept, 'rows', rowsOf(view, packed))
  const { issue, error, busy, setError } = useIssue(view.id)
  const set = (index: number, more: Partial<Row>) =>
    setRows(rows.map((row, i) => (i === index ? { ...row, ...more } : row)))
  const submit = async (event: React.FormEvent) => {
    event.preventDefault()
    const read = rows
      .filter((r) => r.n.trim() !== '' && r.n.trim() !== '0')
      .map((r) => ({ item: r.item, n: whole(r.n), box: whole(r.box) }))
    if (read.length === 0) return setError(say('Say what is packed.'))
    if (read.some((r) => r.n === undefined || r.box === undefined))
      return setError(say('Count in whole numbers, and number the boxes from 1.'))
    const over = view.itemRows.find(
      (row) => read.filter((r) => r.item === row.item).reduce((sum, r) => sum + (r.n ?? 0), 0) > row.n,
    )
    if (over)
      return setError(say('More of “{item}” is packed than goes along: {n}.', { item: over.item, n: over.n }))
    const all = read.flatMap(({ item, n, box }) =>
      n !== undefined && box !== undefined ? [{ item, n, box }] : [],
    )
    if (await issue({ sort: 'packing list', packed: all })) kept.done()
  }
  return (
    <Slip title={say('What is in which box')} onClose={onClose}>
      <KeptForm kept={kept} onSubmit={(event) => void submit(event)} className="space-y-3">
        <ul>
          {rows.map((row, i) => (
            <li
              key={i}
              className="border-hair flex min-h-11 flex-wrap items-center gap-x-4 gap-y-1 border-b py-1"
            >
              <span className="min-w-0 flex-1">{row.item}</span>
              <input
                className="field num w-16 text-right"
                inputMode="numeric"
                aria-label={say('{item}, how many', { item: row.item })}
                value={row.n}
                onChange={(e) => set(i, { n: e.target.value })}
              />
              <label className="flex items-center gap-2">
                {say('in box')}
                <input
                  className="field num w-16 text-right"
                  inputMode="numeric"
                  aria-label={say('{item}, in box', { item: row.item })}
                  value={row.box}
                  onChange={(e) => set(i, { box: e.target.value })}
                />
              </label>
              <button
                type="button"
                className="act min-h-11"
                onClick={() => setRows([...rows.slice(0, i + 1), { ...row, n: '' }, ...rows.slice(i + 1)])}
              >
                {say('Also in another box')}
              </button>
            </li>
          ))}
        </ul>
        <p className="text-quiet">
          {say('Number each box on its lid. The list goes into box 1; a copy is kept here.')}
        </p>
        <MainButton type="submit" disabled={busy}>
          {say('Issue the packing list')}
        </MainButton>
        <Said error={error} />
      </KeptForm>
    </Slip>
  )
}
