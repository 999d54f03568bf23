/** Writing the sheet of an evening by hand: a row at a time; what speaks against a row is said before it is told to anybody. */
import { say } from '#api/words/say.ts'
import type { PartyId } from '#core/ids.ts'
import { NewRow } from './NewRow.tsx'
import type { PlanAnswer, PlanEvening } from '#api/plan.ts'
import { eveningTitle } from '#api/words/plan.ts'
import { todoLine } from '#api/words/todo.ts'
import type { Authority } from '#core/history/bodies/rule.ts'
import { proposeRows } from '#core/plan/propose.ts'
import { leaveAt, sheetRemarks, type SheetRow } from '#core/plan/sheet.ts'
import { useSend } from '#web/app/send.ts'
import { useKept, useKeptState } from '#web/ui/kept.tsx'
import { Act, MainButton, PlainButton, Said, Slip } from '#web/ui/Forms.tsx'
import { ClockField, isClock } from './ClockField.tsx'
import { Rows } from './Rows.tsx'

/** Two benches, where no sheet has named any. */
const benchesOf = (places: readonly string[]): readonly string[] => {
  const known = places.filter((p) => /bench|table/i.test(p))
  return known.length > 1 ? [...known].sort() : ['bench 1', 'bench 2']
}

export function SheetEditor({
  data,
  evening,
  onClose,
}: {
  data: PlanAnswer
  evening: PlanEvening
  onClose: () => void
}) {
  const kept = useKept(`sheet of ${evening.day}`, onClose)
  const [rows, setRows] = useKeptState<readonly SheetRow[]>(kept, 'rows', evening.told?.rows ?? [])
  const [leave, setLeave] = useKeptState(kept, 'leave', evening.told?.leave ?? leaveAt(evening))
  const { send, error, busy } = useSend(kept.forget)
  const may = (party: PartyId, authority: Authority) =>
    data.people.find((p) => p.party === party)?.authorities.includes(authority) ?? false
  const remarks = sheetRemarks(evening, rows, may)
  const against = remarks.filter((r) => r.length > 0).length
  const tell = async () => {
    const sent = await send([
      {
        body: {
          kind: 'evening',
          what: 'told',
          day: evening.day,
          rows: rows.map((r) => ({ ...r, people: [...r.people] })),
          leave,
        },
      },
    ])
    if (sent) kept.done()
  }
  return (
    <Slip
      title={say('Sheet of {eveningTitle}', { eveningTitle: eveningTitle(evening.day) })}
      onClose={onClose}
    >
      <div className="space-y-4">
        {kept.back && (
          <p>
            {say('What was put together here before is back.')}{' '}
            <Act onClick={kept.done}>{say('Discard it')}</Act>
          </p>
        )}
        {rows.length > 0 && (
          <Rows
            data={data}
            rows={rows}
            remarks={remarks}
            onTake={(row) => setRows(rows.filter((_, i) => i !== row))}
          />
        )}
        <Propose onRows={setRows} evening={evening} leave={leave} rows={rows} data={data} />
        <NewRow
          data={data}
          evening={evening}
          after={rows.at(-1)}
          onAdd={(row) => setRows([...rows, row].sort((a, b) => a.from.localeCompare(b.from)))}
        />
        <div className="flex flex-wrap items-end gap-4">
          <ClockField label={say('Begin leaving')} value={leave} onChange={setLeave} />
          <MainButton disabled={busy || rows.length === 0 || !isClock(leave)} onClick={() => void tell()}>
            {say('Tell this sheet')}
          </MainButton>
          <span className="text-quiet pb-2">
            {against > 0
              ? say('Something speaks against {against} of {rows} rows; it can be told all the same.', {
                  against,
                  rows: rows.length,
                })
              : say('It holds once it is told, until another one is.')}
          </span>
        </div>
        <Said error={error} />
      </div>
    </Slip>
  )
}

function Propose({
  onRows,
  evening,
  leave,
  rows,
  data,
}: {
  onRows: (rows: readonly SheetRow[]) => void
  evening: PlanEvening
  leave: string
  rows: readonly SheetRow[]
  data: PlanAnswer
}) {
  return (
    <p className="flex flex-wrap items-baseline gap-x-6">
      <PlainButton
        onClick={() =>
          onRows(
            proposeRows({
              evening,
              leave,
              rows,
              machines: data.machines,
              people: data.people,
              places: benchesOf(data.places),
              words: (todo) => todoLine(todo, todo.items.length),
            }),
          )
        }
      >
        {say('Propose rows from To do')}
      </PlainButton>
      <span className="text-quiet">
        {say(
          'The most urgent of each machine first, as early as somebody, a bench and the machine are free. Nothing holds before it is told.',
        )}
      </span>
    </p>
  )
}
