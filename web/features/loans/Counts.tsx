/** Things counted one by one, as they pass from hand to hand. */
import { say } from '#api/words/say.ts'
import type { Body } from '#core/history/bodies/index.ts'
import { list } from '#api/words/lists.ts'
import type { LoanView } from '#core/views/loan-shape.ts'
import { wordsOf } from '#web/app/http.ts'

export const countsOf = (rows: readonly { readonly item: string; readonly n: number }[]) =>
  Object.fromEntries(rows.map((r) => [r.item, String(r.n)]))
export const said = (rows: readonly { readonly item: string; readonly n: number }[]) =>
  list(
    rows.filter((r) => r.n > 0).map((r) => (r.n === 1 ? r.item : `${r.n} × ${r.item}`)),
    12,
  )

export function Counts({
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
      <legend className="text-13 text-quiet mb-1">{say('Count each thing')}</legend>
      <ul>
        {rows.map(({ item, n }) => (
          <li key={item} className="border-hair flex min-h-11 items-center justify-between gap-4 border-b">
            <span className="min-w-0">{item}</span>
            <span className="flex shrink-0 items-center gap-2">
              <input
                className="field num w-16 text-right"
                inputMode="numeric"
                aria-label={say('{item}, how many', { item })}
                value={counts[item] ?? ''}
                onChange={(e) => onChange({ ...counts, [item]: e.target.value })}
              />
              <span className="text-quiet num w-12">{say('of {n}', { n })}</span>
            </span>
          </li>
        ))}
      </ul>
    </fieldset>
  )
}

export const counted = (
  rows: readonly { readonly item: string; readonly n: number }[],
  counts: Readonly<Record<string, string>>,
) => rows.map((r) => ({ item: r.item, n: Number(counts[r.item] ?? 0) }))

export const machinesOf = (view: LoanView, items: readonly { readonly item: string; readonly n: number }[]) =>
  view.itemRows.flatMap((r) =>
    r.machine && items.some((i) => i.item === r.item && i.n > 0) ? [r.machine] : [],
  )

/** What is written of parts and gear beside a handover, or a sentence where their places cannot be read. */
export const readGoods = (read: () => Promise<Body[]>): Promise<Body[] | string> => read().catch(wordsOf)
