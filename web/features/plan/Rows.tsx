/** Rows of a sheet, with what speaks against each. */
import { say } from '#api/words/say.ts'
import { Link } from 'react-router'
import type { PlanAnswer } from '#api/plan.ts'
import { remarkWords, runsWords } from '#api/words/plan.ts'
import { list } from '#api/words/lists.ts'
import { clockAfter, type SheetRow } from '#core/plan/sheet.ts'
import { Act } from '#web/ui/Forms.tsx'
import { Done } from './Done.tsx'
import { doneIn, jobStepOf } from './done.ts'
import { machineIn, nameIn } from './names.ts'

export function Rows({
  data,
  rows,
  remarks,
  onTake,
  onDone,
}: {
  data: PlanAnswer
  rows: readonly SheetRow[]
  remarks: readonly (readonly Parameters<typeof remarkWords>[0][])[]
  /** Takes a row back while the sheet is being written. */
  onTake?: (row: number) => void
  /** Says that planned work of a row is done. */
  onDone?: (row: SheetRow, minutes: number | undefined) => void
}) {
  const name = nameIn(data)
  const machine = machineIn(data)
  return (
    <ol>
      {rows.map((row, i) => {
        const { number, name: called } = machine(row.machine)
        const done = doneIn(data, row)
        return (
          <li
            key={i}
            className="border-hair grid grid-cols-[2rem_9rem_minmax(0,1fr)_auto] gap-x-3 border-b py-2 max-md:grid-cols-[2rem_minmax(0,1fr)]"
          >
            <span className="num text-quiet">{i + 1}</span>
            <span className="num max-md:col-start-2">
              {say('{from} to {clockAfter}', {
                from: row.from,
                clockAfter: clockAfter(row.from, row.minutes),
              })}
            </span>
            <span className="min-w-0 max-md:col-start-2">
              <strong>{list(row.people.map(name))}</strong>:{' '}
              <span className={done ? 'line-through' : ''}>{row.what}</span>,{' '}
              <Link to={`/machines/${row.machine}`} className="hover:underline">
                {called} <span className="num text-13">{number}</span>
              </Link>
              {row.place && (
                <span className="text-quiet">{`, ${say('at {place}', { place: row.place })}`}</span>
              )}
              {row.fetch && (
                <span className="block">{say('From the shelf: {fetch}', { fetch: row.fetch })}</span>
              )}
              {row.runs !== undefined && <span className="block">{runsWords(row.runs)}</span>}
              {row.authority && (
                <span className="text-13 text-quiet block">
                  {say('needs {authority}', { authority: row.authority })}
                </span>
              )}
              {done && <span className="block">{say('Done.')}</span>}
              {(done ? [] : (remarks[i] ?? [])).map((r) => (
                <span key={r.why + ('party' in r ? r.party : '')} className="text-copper block font-bold">
                  {remarkWords(r, name)}
                </span>
              ))}
            </span>
            {onDone && row.step !== undefined && !done && jobStepOf(data, row) && (
              <Done row={row} onDone={onDone} />
            )}
            {onTake && (
              <Act
                className="max-md:col-start-2"
                aria-label={say('Take row {i} out', { i: i + 1 })}
                onClick={() => onTake(i)}
              >
                {say('Take out')}
              </Act>
            )}
          </li>
        )
      })}
    </ol>
  )
}
