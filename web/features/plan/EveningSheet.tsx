/** The sheet of an evening as it was told: who, what, where, with whom, what is fetched, what then runs; and writing it anew. */
import { say } from '#api/words/say.ts'
import { useState } from 'react'
import { Link } from 'react-router'
import type { PlanAnswer, PlanEvening } from '#api/plan.ts'
import { eveningTitle } from '#api/words/plan.ts'
import { useDates } from '#web/app/session.tsx'
import { useSendOne } from '#web/app/send.ts'
import { MainButton, PlainButton, Said } from '#web/ui/Forms.tsx'
import { jobStepOf } from './done.ts'
import { Rows } from './Rows.tsx'
import { nameIn } from './names.ts'
import { SheetEditor } from './SheetEditor.tsx'

export function EveningSheet({
  data,
  evening,
  plans,
}: {
  data: PlanAnswer
  evening: PlanEvening
  plans: boolean
}) {
  const { short } = useDates()
  const [writing, setWriting] = useState(false)
  const { send, error } = useSendOne()
  const { told } = evening
  // Where machines are planned, telling the plan is the act of this view.
  const Write = data.machines.some((m) => m.wanted) ? PlainButton : MainButton
  if (writing) return <SheetEditor data={data} evening={evening} onClose={() => setWriting(false)} />
  return (
    <section
      aria-label={say('Sheet of {eveningTitle}', { eveningTitle: eveningTitle(evening.day) })}
      className="bg-sheet rounded-sm px-4 py-3"
    >
      <div className="headrule flex flex-wrap items-baseline justify-between gap-x-6">
        <h2>{say('Who does what')}</h2>
        {told && (
          <span className="text-13 text-quiet font-normal">
            {told.by
              ? say('told {at} by {nameIndata}', { at: short(told.at), nameIndata: nameIn(data)(told.by) })
              : say('told {at}', { at: short(told.at) })}
          </span>
        )}
      </div>
      {told && told.rows.length > 0 ? (
        <Rows
          data={data}
          rows={told.rows}
          remarks={evening.remarks}
          onDone={(row, minutes) => {
            const step = jobStepOf(data, row)
            if (step && row.step !== undefined)
              void send({
                kind: 'job',
                what: 'done',
                machine: row.machine,
                step: row.step,
                sort: step.what.toLowerCase(),
                ...(minutes === undefined ? {} : { minutes }),
              })
          }}
        />
      ) : (
        <p className="text-quiet py-2">{say('Who does what on this evening is not told yet.')}</p>
      )}
      <Said error={error} />
      <p className="flex flex-wrap items-center gap-6 pt-3">
        {plans && (
          <Write onClick={() => setWriting(true)}>
            {told ? say('Change the sheet') : say('Write the sheet')}
          </Write>
        )}
        {told && told.rows.length > 0 && (
          <Link className="act" to={`/plan/${evening.day}/print`}>
            {say('On paper')}
          </Link>
        )}
      </p>
    </section>
  )
}
