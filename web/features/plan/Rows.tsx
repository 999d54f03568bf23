/** Rows of a sheet, with what speaks against each. */
import { Link } from 'react-router'
import type { PlanAnswer } from '#api/plan.ts'
import { remarkWords, runsWords } from '#api/words/plan.ts'
import { list } from '#api/words/lists.ts'
import { clockAfter, type SheetRow } from '#core/plan/sheet.ts'
import { Act } from '#web/ui/Forms.tsx'
import { machineIn, nameIn } from './names.ts'

export function Rows({
  data,
  rows,
  remarks,
  onTake,
}: {
  data: PlanAnswer
  rows: readonly SheetRow[]
  remarks: readonly (readonly Parameters<typeof remarkWords>[0][])[]
  /** Takes a row back while the sheet is being written. */
  onTake?: (row: number) => void
}) {
  const name = nameIn(data)
  const machine = machineIn(data)
  return (
    <ol>
      {rows.map((row, i) => {
        const { number, name: called } = machine(row.machine)
        return (
          <li
            key={i}
            className="border-hair grid grid-cols-[2rem_9rem_minmax(0,1fr)_auto] gap-x-3 border-b py-2 max-md:grid-cols-[2rem_minmax(0,1fr)]"
          >
            <span className="num text-quiet">{i + 1}</span>
            <span className="num max-md:col-start-2">
              {row.from} to {clockAfter(row.from, row.minutes)}
            </span>
            <span className="min-w-0 max-md:col-start-2">
              <strong>{list(row.people.map(name))}</strong>: {row.what},{' '}
              <Link to={`/machines/${row.machine}`} className="hover:underline">
                {called} <span className="num text-13">{number}</span>
              </Link>
              {row.place && <span className="text-quiet">, at {row.place}</span>}
              {row.fetch && <span className="block">From the shelf: {row.fetch}</span>}
              {row.runs !== undefined && <span className="block">{runsWords(row.runs)}</span>}
              {row.authority && <span className="text-13 text-quiet block">needs {row.authority}</span>}
              {(remarks[i] ?? []).map((r) => (
                <span key={r.why + ('party' in r ? r.party : '')} className="text-copper block font-bold">
                  {remarkWords(r, name)}
                </span>
              ))}
            </span>
            {onTake && (
              <Act
                className="max-md:col-start-2"
                aria-label={`Take row ${i + 1} out`}
                onClick={() => onTake(i)}
              >
                Take out
              </Act>
            )}
          </li>
        )
      })}
    </ol>
  )
}
