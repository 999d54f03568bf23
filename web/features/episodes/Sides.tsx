/** Left: what is off, what waits, what was asked, what was proved last. Right: what stands in the way. */
import { coverageSentence } from '#api/words/status.ts'
import { useEffect, useState } from 'react'
import { dayWords, durationWords, leftWords } from '#api/words/dates.ts'
import { checkCount, checkTitles, precautionTitle, ruleWords } from '#api/words/checks.ts'
import { ruleTitle } from '#api/words/rules.ts'
import { list } from '#api/words/lists.ts'
import type { EpisodeView, JotRow } from '#core/views/episode.ts'
import { nextRing } from '#core/history/waits.ts'
import type { CheckName, CheckReport } from '#core/work/checks/index.ts'
import { useSource } from '#web/app/source.tsx'
import { useDates } from '#web/app/session.tsx'
import { Act } from '#web/ui/Forms.tsx'
import { lazily } from '#web/ui/lazily.tsx'
import { questionWords } from '#api/words/composer.ts'
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
  const { zone } = useDates()
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
      <section>
        <h2 className="headrule">Off the machine</h2>
        {nothing && <p className="text-quiet py-1.5">Nothing is recorded as off.</p>}
        <ul>
          {view.tray.map((item) => (
            <li key={item.id} className="border-hair border-b py-1.5">
              <span className="block font-bold break-words">{item.label}</span>
              <span className="text-quiet text-13">
                {item.where}, from {item.from}
              </span>
            </li>
          ))}
          {off.map((f) => (
            <li key={f.size} className="border-hair flex items-baseline gap-2 border-b py-1.5">
              <span className="num text-24">{Math.abs(f.off - f.on)}</span>
              <span>
                <span className="num">{f.size}</span>
                <span className="text-quiet text-13 block">
                  {f.off > f.on ? list(f.cups) || 'no cup said' : 'more on than off'}
                </span>
              </span>
            </li>
          ))}
          {view.context.connectionsOff.map((c) => (
            <li key={c} className="border-hair border-b py-1.5">
              <span className="num">{c}</span> <span className="text-quiet">unplugged</span>
            </li>
          ))}
        </ul>
        {view.tray.length > 0 && view.episode.state !== 'closed' && (
          <Act className="pt-1.5" onClick={() => onLine('back all')}>
            Put all back
          </Act>
        )}
      </section>
      <Opening view={view} onLine={onLine} />
      {view.waits.length > 0 && (
        <section>
          <h2 className="headrule">Waiting</h2>
          <ul>
            {view.waits.map((w, i) => {
              const next = nextRing(w, now)
              return (
                <li key={w.entry} className="py-1.5">
                  <span className={`num text-24 block ${next ? '' : 'text-copper font-bold'}`}>
                    {next ? leftWords(next, now) : 'over'}
                  </span>
                  {w.what}
                  {w.everyMinutes !== undefined && (
                    <span className="text-quiet">, every {durationWords(w.everyMinutes)}</span>
                  )}
                  {view.episode.state !== 'closed' && (
                    <Act
                      className="block"
                      onClick={() => onLine(soaks(w.entry) ? 'soak held' : `over ${i + 1} `)}
                    >
                      {soaks(w.entry) ? 'It held' : 'Wait ended'}
                    </Act>
                  )}
                </li>
              )
            })}
          </ul>
        </section>
      )}
      <JotList view={view} onSort={onSort} />
      <section>
        <h2 className="headrule">Asked, unanswered</h2>
        {view.questions.length === 0 && <p className="text-quiet py-1.5">No open question.</p>}
        <ol>
          {view.questions.map((q, i) => (
            <li key={q.entry} className="border-hair flex gap-2 border-b py-1.5">
              <button
                type="button"
                className="num text-quiet hover:text-ink"
                onClick={() => onLine(`answer ${i + 1} `)}
                aria-label={`Answer question ${i + 1}`}
              >
                {i + 1}
              </button>
              <span className="min-w-0 break-words">{q.words}</span>
            </li>
          ))}
        </ol>
      </section>
      <Unsaid view={view} />
      <CleanRuns view={view} onLine={onLine} />
      <section>
        <h2 className="headrule">Last proved</h2>
        <p className="py-1.5">
          {view.lastProof
            ? `${coverageSentence(view.lastProof.coverage)}; oldest proof ${dayWords(view.lastProof.at, zone)}.`
            : 'No valid test yet.'}
        </p>
        {view.before?.next && (
          <p className="text-quiet">
            Episode {view.before.number} handed on: {view.before.next}
          </p>
        )}
      </section>
      {sums ? (
        <Sums />
      ) : (
        <Act className="min-h-7" onClick={() => setSums(true)}>
          Sums: heat, divider, transformer, memory, price
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
      <h2 className="headrule">To be said later</h2>
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
                  laterWords="Not now"
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
      <h2 className="headrule">Before you go on</h2>
      {wide && view.cautions.length > 0 && (
        <section aria-label="Cautions" className="border-oxide mt-2 border-l-4 pl-3">
          {view.cautions.map(({ hazard, authorised }) => (
            <p key={hazard.kind} className="mb-2">
              <strong className="text-oxide block">{stampTitle(hazard.kind)}</strong>
              {hazard.words}{' '}
              {hazard.needs && (
                <span className="text-quiet">
                  {authorised.length
                    ? `Authorised: ${list(authorised)}.`
                    : 'No person of the collection is authorised for it.'}
                </span>
              )}
            </p>
          ))}
          <p className="text-quiet text-13 mb-1">
            Follow the local electrical code; if in doubt, leave it to a licensed person.
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
        ? 'all pass'
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
          who: (party) => view.context.people.find((p) => p.party === party)?.name ?? 'somebody',
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
                {line && <Act onClick={() => onLine(line)}>Into the line</Act>}
                {rule.done.map((what) => (
                  <Act key={what} onClick={() => onLine(`done ${what} `)}>
                    {rule.done.length === 1 ? 'Done' : precautionTitle(what)}
                  </Act>
                ))}
                {rule.is === 'not met' && rule.rule !== 'next step handed on' && (
                  <Act onClick={() => onOverride(check, rule.rule)}>
                    {rule.rule === 'tested before work' ? 'Say why not' : 'Override'}
                  </Act>
                )}
              </span>
            )}
            {rule.rule === 'reservoir measured' && <DischargeSum />}
          </div>
        )
      })}
      {met.length > 0 && (
        <p className="text-quiet border-hair border-l-4 pl-3">{`${met.length} met: ${met.map((r) => ruleTitle(r.rule).toLowerCase()).join(', ')}`}</p>
      )}
    </div>
  )
}
