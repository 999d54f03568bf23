/** Left: what is off, what waits, what was asked, what was proved last. Right: what stands in the way. */
import { say } from '#api/words/say.ts'
import { OffTheMachine, Waiting, Unanswered, LastProved } from './SideBlocks.tsx'
import { useEffect, useState } from 'react'
import { checkCount, checkTitles, precautionTitle, ruleWords } from '#api/words/checks.ts'
import { ruleTitle } from '#api/words/rules.ts'
import { list } from '#api/words/lists.ts'
import type { EpisodeView, JotRow } from '#core/views/episode.ts'
import type { CheckName, CheckReport } from '#core/work/checks/index.ts'
import { useSource } from '#web/app/source.tsx'
import { useDates } from '#web/app/session.tsx'
import { Act } from '#web/ui/Forms.tsx'
import { lazily } from '#web/ui/lazily.tsx'
import { questionWords } from '#api/words/composer-asks.ts'
import { questionOf } from '#core/composer/ask.ts'
import { QuestionStrip } from './QuestionStrip.tsx'
import { ClosedReport } from './ClosedReport.tsx'
import { Opening } from './Opening.tsx'
import { CleanRuns } from './CleanRuns.tsx'
import { JotList } from './Jots.tsx'
import { DischargeSum } from './DischargeSum.tsx'
import { useWide } from '#web/ui/useWide.ts'
import { stampTitle } from '#web/ui/Plate.tsx'

const FaultAside = lazily(async () => (await import('#web/app/FaultLine.tsx')).FaultAside)
const Sums = lazily(async () => (await import('./Sums.tsx')).Sums)

export function LeftSide({
  view,
  onLine,
  onSort,
}: {
  view: EpisodeView
  onLine: (line: string) => void
  onSort: (jot: JotRow) => void
}) {
  const [sums, setSums] = useState(false)
  const soaks = (entry: string) => view.context.soaking.some((s) => s.entry === entry)
  const { nowMs } = useSource()
  const [now, setNow] = useState(nowMs)
  useEffect(() => {
    const timer = setInterval(() => setNow(nowMs()), 1000)
    return () => clearInterval(timer)
  }, [nowMs])
  const off = view.context.fasteners.filter((f) => f.off !== f.on)
  const nothing = view.tray.length === 0 && off.length === 0 && view.context.connectionsOff.length === 0
  return (
    <div className="space-y-5 p-3">
      <OffTheMachine nothing={nothing} view={view} off={off} onLine={onLine} />
      <Opening view={view} onLine={onLine} />
      <Waiting view={view} now={now} onLine={onLine} soaks={soaks} />
      <JotList view={view} onSort={onSort} />
      <Unanswered view={view} onLine={onLine} />
      <Unsaid view={view} />
      <CleanRuns view={view} onLine={onLine} />
      <LastProved view={view} />
      {sums ? (
        <Sums />
      ) : (
        <Act className="min-h-7" onClick={() => setSums(true)}>
          {say('Calculators: heat, divider, transformer, memory, price')}
        </Act>
      )}
    </div>
  )
}

/** What entries of this episode leave unsaid; answered whenever there is time. */
function Unsaid({ view }: { view: EpisodeView }) {
  const [open, setOpen] = useState<string>()
  const rows =
    view.episode.state === 'closed'
      ? []
      : view.rows.filter((r) => !r.withdrawn && !r.contested && questionOf(r.body))
  if (rows.length === 0) return null
  return (
    <section>
      <h2 className="headrule">{say('To be said later')}</h2>
      <ul>
        {rows.map((row) => {
          const question = questionOf(row.body)
          return (
            <li key={row.id} className="border-hair border-b py-1.5">
              {open === row.id ? (
                <QuestionStrip
                  asked={row}
                  onAnswered={() => setOpen(undefined)}
                  onLater={() => setOpen(undefined)}
                  laterWords={say('Not now')}
                />
              ) : (
                <Act onClick={() => setOpen(row.id)}>{question ? questionWords(question).ask : ''}</Act>
              )}
            </li>
          )
        })}
      </ul>
    </section>
  )
}

const failsNow: ReadonlySet<string> = new Set(['fails', 'partly', 'intermittent'])

export function RightSide({
  view,
  moment,
  onLine,
  onOverride,
}: {
  view: EpisodeView
  moment: CheckName
  onLine: (line: string) => void
  onOverride: (check: CheckReport, rule: string) => void
}) {
  // What somebody opened stays open until the moment asks for another check.
  const [chosen, setChosen] = useState<{ readonly at: CheckName; readonly check: string }>()
  const openCheck = chosen?.at === moment ? chosen.check : moment
  const wide = useWide()
  return (
    <div className="p-3">
      <h2 className="headrule">{say('Before you go on')}</h2>
      {wide && view.cautions.length > 0 && (
        <section aria-label={say('Cautions')} className="border-oxide mt-2 border-l-4 pl-3">
          {view.cautions.map(({ hazard, authorised }) => (
            <p key={hazard.kind} className="mb-2">
              <strong className="text-oxide block">{stampTitle(hazard.kind)}</strong>
              {hazard.words}{' '}
              {hazard.needs && (
                <span className="text-quiet">
                  {authorised.length
                    ? say('Authorised: {authorised}.', { authorised: list(authorised) })
                    : say('No person of the collection is authorised for it.')}
                </span>
              )}
            </p>
          ))}
          <p className="text-quiet text-13 mb-1">
            {say('Follow the local electrical code; if in doubt, leave it to a licensed person.')}
          </p>
        </section>
      )}
      {view.episode.state === 'open' && view.functions.some((f) => failsNow.has(f.word)) && (
        <FaultAside machine={view.machine} onLine={onLine} />
      )}
      {view.closedReport && <ClosedReport view={view} />}
      <ul className={view.closedReport ? 'hidden' : ''}>
        {view.checks.map((check) => (
          <li key={check.check} className="border-hair border-b">
            <button
              type="button"
              aria-expanded={openCheck === check.check}
              className="flex min-h-11 w-full items-baseline justify-between gap-2 pt-2.5 pb-2"
              onClick={() => setChosen({ at: moment, check: openCheck === check.check ? '' : check.check })}
            >
              <span className="font-bold">{checkTitles[check.check]}</span>
              <span className={check.unmet > 0 ? 'text-copper font-bold' : 'text-quiet'}>
                {checkCount(check)}
              </span>
            </button>
            {openCheck === check.check && (
              <CheckBody check={check} view={view} onLine={onLine} onOverride={onOverride} />
            )}
          </li>
        ))}
      </ul>
    </div>
  )
}

function CheckBody({
  check,
  view,
  onLine,
  onOverride,
}: {
  check: CheckReport
  view: EpisodeView
  onLine: (line: string) => void
  onOverride: (check: CheckReport, rule: string) => void
}) {
  const { zone } = useDates()
  const first = check.rules.filter((r) => r.is === 'not met' || r.is === 'not known')
  const over = check.rules.filter((r) => r.is === 'overridden')
  const met = check.rules.filter((r) => r.is === 'met')
  const hint = (rule: string): string | undefined => {
    if (rule === 'tested before work' || rule === 'disturbed functions retested')
      return check.rules.find((r) => r.rule === rule)?.about.length === view.functions.length
        ? say('all pass')
        : `test ${(check.rules.find((r) => r.rule === rule)?.about ?? []).map((f) => `${f} pass`).join(', ')}`
    if (rule === 'tray empty') return 'back all'
    if (rule === 'nothing bars power') return 'hazard clear 1 '
    if (rule === 'work verified' || rule === 'sockets verified')
      return `verify ${check.rules.find((r) => r.rule === rule)?.about[0] ?? ''} `
    return undefined
  }
  return (
    <div className="pb-3">
      {[...first, ...over].map((rule) => {
        const words = ruleWords(rule, check.depth, {
          zone,
          who: (party) => view.context.people.find((p) => p.party === party)?.name ?? say('somebody'),
        })
        const line = hint(rule.rule)
        return (
          <div
            key={rule.rule}
            className={`mb-3 border-l-4 pl-3 ${rule.is === 'not met' ? 'border-copper' : 'border-hair'}`}
          >
            <strong className="block">{ruleTitle(rule.rule)}</strong>
            <span className="block">{words.saw}</span>
            <span className="text-quiet block">{words.satisfy}</span>
            {view.episode.state !== 'closed' && (rule.is === 'not met' || rule.is === 'not known') && (
              <span className="flex flex-wrap gap-x-4 [&>button]:min-h-7">
                {line && <Act onClick={() => onLine(line)}>{say('Into the line')}</Act>}
                {rule.done.map((what) => (
                  <Act key={what} onClick={() => onLine(`done ${what} `)}>
                    {rule.done.length === 1 ? say('Done') : precautionTitle(what)}
                  </Act>
                ))}
                {rule.is === 'not met' && rule.rule !== 'next step handed on' && (
                  <Act onClick={() => onOverride(check, rule.rule)}>
                    {rule.rule === 'tested before work' ? say('Say why not') : say('Override')}
                  </Act>
                )}
              </span>
            )}
            {rule.rule === 'reservoir measured' && <DischargeSum />}
          </div>
        )
      })}
      {met.length > 0 && (
        <p className="text-quiet border-hair border-l-4 pl-3">
          {say('{met} met: {met2}', {
            met: met.length,
            met2: met.map((r) => ruleTitle(r.rule).toLowerCase()).join(', '),
          })}
        </p>
      )}
    </div>
  )
}
