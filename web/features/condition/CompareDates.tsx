/** Two dates of one machine side by side: what is new, worse, gone, better; what stayed. */
import { commas, semicolons } from '#api/words/lists.ts'
import { say } from '#api/words/say.ts'
import { gradeReasonWords, gradeTitle } from '#api/words/condition.ts'
import { dayOf } from '#core/quantity/time.ts'
import type { ConditionView } from '#core/views/condition-shape.ts'
import { useDates } from '#web/app/session.tsx'
import { TextField } from '#web/ui/Forms.tsx'

const words = {
  new: say('New'),
  worse: say('Worse'),
  gone: say('Gone'),
  better: say('Better'),
  same: say('As it was'),
} as const

export function CompareDates({
  view,
  from,
  to,
  onDates,
}: {
  view: ConditionView
  from: string
  to: string
  onDates: (edit: Readonly<Record<string, string | undefined>>) => void
}) {
  const { zone, day } = useDates()
  const today = dayOf(view.now, zone)
  const { compared } = view
  return (
    <section aria-label={say('Two dates')} className="space-y-3">
      <TwoDates today={today} from={from} onDates={onDates} to={to} />
      {!compared ? (
        <p className="text-quiet">{say('Choose the first date, such as the day it went out.')}</p>
      ) : (
        <>
          <p className="text-18">{`${day(compared.from)}: ${gradeTitle(compared.gradeFrom)}. ${day(compared.to)}: ${gradeTitle(compared.gradeTo)}.`}</p>
          {compared.findings.length === 0 ? (
            <p className="text-quiet">{say('No finding at either date.')}</p>
          ) : (
            <ul>
              {compared.findings.map(({ difference, finding, was }) => (
                <li
                  key={finding.id}
                  className="border-hair grid min-h-9 grid-cols-[7rem_1fr_1.2fr] items-baseline gap-4 border-b py-1 max-sm:grid-cols-1"
                >
                  <strong
                    className={
                      difference === 'new' || difference === 'worse'
                        ? 'text-copper'
                        : difference === 'same'
                          ? 'text-quiet font-normal'
                          : ''
                    }
                  >
                    {words[difference]}
                  </strong>
                  <span>
                    {commas(
                      say('{sort} on {zone}', { sort: finding.sort, zone: finding.zone }),
                      finding.place,
                    )}
                  </span>
                  <span className="text-quiet">
                    {semicolons(
                      was &&
                        difference !== 'same' &&
                        commas(
                          say('was {grade}', { grade: gradeTitle(was.grade) }),
                          was.extentPercent !== undefined && `${was.extentPercent} %`,
                        ),
                      difference === 'gone'
                        ? say('not there now')
                        : commas(
                            gradeTitle(finding.grade),
                            finding.extentPercent !== undefined && `${finding.extentPercent} %`,
                            gradeReasonWords(finding.because),
                          ),
                    )}
                  </span>
                </li>
              ))}
            </ul>
          )}
        </>
      )}
    </section>
  )
}

function TwoDates({
  today,
  from,
  onDates,
  to,
}: {
  today: string
  from: string
  onDates: (edit: Readonly<Record<string, string | undefined>>) => void
  to: string
}) {
  return (
    <div className="grid max-w-xl grid-cols-2 gap-4">
      <TextField
        label={say('From')}
        type="date"
        className="num"
        max={today}
        value={from}
        onChange={(e) => onDates({ from: e.target.value })}
      />
      <TextField
        label={say('To')}
        type="date"
        className="num"
        max={today}
        value={to || today}
        onChange={(e) => onDates({ to: e.target.value === today ? undefined : e.target.value })}
      />
    </div>
  )
}
