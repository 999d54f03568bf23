/** Papers of a loan: issued from the record, kept as they were; what the record says otherwise since, and what came back signed. */
import { say } from '#api/words/say.ts'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import type { PaperRow } from '#api/papers.ts'
import { dayOnly } from '#api/words/dates.ts'
import { list } from '#api/words/lists.ts'
import { issueWords, paperTitle } from '#api/words/paper-names.ts'
import { ofMachine } from '#core/loans/papers.ts'
import type { PaperSort } from '#core/history/bodies/paper.ts'
import type { LoanView } from '#core/views/loan-shape.ts'
import { get } from '#web/app/http.ts'
import { keys } from '#web/app/keys.ts'
import { useDates, useSigned } from '#web/app/session.tsx'
import { Act, Said } from '#web/ui/Forms.tsx'
import { PackSlip } from './PackSlip.tsx'
import { SignedSlip } from './SignedSlip.tsx'
import { useIssue } from './useIssue.ts'

interface Issuable {
  readonly label: string
  readonly sort: PaperSort
  readonly machine?: string
}

/** One paper for the loan, or one for each machine in it. */
const issuableOf = (view: LoanView, sorts: readonly PaperSort[]): Issuable[] =>
  sorts.flatMap((sort) =>
    ofMachine(sort)
      ? view.machines.map((m) => ({
          sort,
          machine: m.id,
          label: view.machines.length > 1 ? `${issueWords[sort]}: ${m.name}` : issueWords[sort],
        }))
      : [{ sort, label: issueWords[sort] }],
  )

export function Papers({ view }: { view: LoanView }) {
  const { me } = useSigned()
  const { issue, error, busy } = useIssue(view.id)
  const [doing, setDoing] = useState<'pack' | 'signed'>()
  const { data } = useQuery({
    queryKey: keys.papers(view.id),
    queryFn: () => get('/loans/:id/papers', { id: view.id }),
  })
  if (!data) return null
  const guest = me.role === 'guest'
  if (guest && data.papers.length === 0) return null
  return (
    <section aria-label={say('Papers')}>
      <h2 className="headrule">{say('Papers')}</h2>
      {data.papers.length === 0 && (
        <p className="text-quiet">
          {say('None issued. A paper is made from what is recorded, and kept as it was on that day.')}
        </p>
      )}
      <ul>
        {data.papers.map((paper) => (
          <Paper key={paper.id} paper={paper} view={view} />
        ))}
      </ul>
      {!guest && (
        <div className="mt-2 flex flex-wrap gap-x-5 gap-y-1" role="group" aria-label={say('Issue a paper')}>
          {issuableOf(view, data.issuable).map((one) => (
            <Act
              key={one.label}
              disabled={busy}
              onClick={() => (one.sort === 'packing list' ? setDoing('pack') : void issue(one))}
            >
              {one.label}
            </Act>
          ))}
          {data.papers.length > 0 && (
            <Act onClick={() => setDoing('signed')}>{say('Keep a signed sheet')}</Act>
          )}
        </div>
      )}
      <Said error={error} />
      {doing === 'pack' && <PackSlip view={view} packed={data.packed} onClose={() => setDoing(undefined)} />}
      {doing === 'signed' && (
        <SignedSlip view={view} papers={data.papers} onClose={() => setDoing(undefined)} />
      )}
    </section>
  )
}

function Paper({ paper, view }: { paper: PaperRow; view: LoanView }) {
  const { short } = useDates()
  const name = `${paper.number}. ${paperTitle(paper.sort)}${paper.machine ? `, ${paper.machine}` : ''}`
  return (
    <li className="border-hair border-b py-1">
      <div className="flex flex-wrap items-baseline justify-between gap-x-4">
        {paper.opens ? (
          <Link className="act" to={`/loans/${view.id}/papers/${paper.id}`}>
            {name}
          </Link>
        ) : (
          <span>{say('{name}: it names the value; a restorer or a steward opens it', { name })}</span>
        )}
        <span className="text-quiet num">
          {say('{at}, code {code}', { at: short(paper.at), code: paper.code })}
        </span>
      </div>
      {!paper.intact && (
        <strong className="text-oxide block">{say('Its file is missing or not as it was issued.')}</strong>
      )}
      {paper.contradicted.length > 0 && (
        <strong className="text-copper block">
          {say('The record says otherwise since: {contradicted}.', {
            contradicted: list(
              paper.contradicted.map((c) => c.title.toLowerCase()),
              4,
            ),
          })}
        </strong>
      )}
      {paper.signed.map((s) => (
        <span key={s.id} className="block">
          {`${say('Signed by {by} on {on}.', {
            by: list(
              s.by.map((side) =>
                side === 'house' ? say('this collection') : (view.names[side] ?? say('the other side')),
              ),
            ),
            on: dayOnly(s.on),
          })} `}
          {paper.opens && (
            <a className="act" href={`/api/loans/${view.id}/papers/${s.id}`} target="_blank" rel="noreferrer">
              {say('Open the signed sheet')}
            </a>
          )}
        </span>
      ))}
    </li>
  )
}
