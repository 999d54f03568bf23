/** The report that an episode was closed with, and what no longer holds of it. */
import { say } from '#api/words/say.ts'
import { ruleWords } from '#api/words/checks.ts'
import { ruleTitle } from '#api/words/rules.ts'
import type { EpisodeView } from '#core/views/episode.ts'
/** A closed episode keeps the report it was closed with; what came later and breaks it is said, not rewritten. */
export function ClosedReport({ view }: { view: EpisodeView }) {
  const broken =
    view.checks
      .find((c) => c.check === 'closing')
      ?.rules.filter((r) => r.is === 'not met' && r.rule !== 'next step handed on') ?? []
  return (
    <section aria-label={say('Closing report')}>
      <h3 className="mt-3 font-bold">{say('Closed with this report')}</h3>
      {view.closedReport?.length === 0 && <p className="text-quiet py-1">{say('Nothing was left open.')}</p>}
      <ul>
        {view.closedReport?.map((r) => (
          <li key={r.rule} className="border-hair flex justify-between gap-3 border-b py-1">
            <span>{ruleTitle(r.rule)}</span>
            <span className="text-quiet">{r.is}</span>
          </li>
        ))}
      </ul>
      {broken.map((r) => (
        <p key={r.rule} className="border-copper mt-3 border-l-4 pl-3">
          <strong className="block">
            {say('No longer holds: {ruleTitle}', { ruleTitle: ruleTitle(r.rule).toLowerCase() })}
          </strong>
          {ruleWords(r).saw}
        </p>
      ))}
    </section>
  )
}
