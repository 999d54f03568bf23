/** A paper as it was issued: shown, printed, and beside it what the record says otherwise since. */
import type { PaperRow } from '#api/papers.ts'
import { say } from '#api/words/say.ts'
import { useQuery } from '@tanstack/react-query'
import { useRef } from 'react'
import { Link, useParams } from 'react-router'
import { capital } from '#api/words/lists.ts'
import { paperTitle } from '#api/words/paper-names.ts'
import { get, getText } from '#web/app/http.ts'
import { keys } from '#web/app/keys.ts'
import { MainButton } from '#web/ui/Forms.tsx'

const theseAreNot = say(
  'These are not the bytes that were issued: its text does not give the code at its foot.',
)
const print = say('Print')

export function View() {
  const { id = '', paper: paperId = '' } = useParams()
  const frame = useRef<HTMLIFrameElement>(null)
  const { data } = useQuery({
    queryKey: keys.papers(id),
    queryFn: () => get('/loans/:id/papers', { id }),
  })
  const { data: html, error } = useQuery({
    queryKey: [...keys.papers(id), paperId],
    queryFn: () => getText(`/loans/${id}/papers/${paperId}`),
  })
  const paper = data?.papers.find((p) => p.id === paperId)
  const title = paper ? paperTitle(paper.sort) : say('Paper')
  return (
    <main className="flex flex-1 flex-col gap-3 p-4">
      <title>{title}</title>
      <Link className="act" to={`/loans/${id}`}>
        {say('Back to the loan')}
      </Link>
      {error ? (
        <p>{say('No paper of yours is kept at this address.')}</p>
      ) : (
        <>
          <div className="flex flex-wrap items-center gap-x-6 gap-y-2">
            <h1 className="font-display text-24 font-semibold">{title}</h1>
            <MainButton disabled={!html} onClick={() => frame.current?.contentWindow?.print()}>
              {print}
            </MainButton>
            {paper && (
              <span className="num text-quiet">
                {say('Paper {number}, code {code}', { number: paper.number, code: paper.code })}
              </span>
            )}
          </div>
          {paper && !paper.intact && <p className="text-oxide font-bold">{theseAreNot}</p>}
          {paper && paper.contradicted.length > 0 && (
            <section
              aria-label={say('What the record says otherwise since')}
              className="border-copper border-l-4 pl-3"
            >
              <h2 className="font-bold">
                {say('The record says otherwise since. Issue it anew before it is used.')}
              </h2>
              <SaidOtherwise paper={paper} />
            </section>
          )}
          {html && (
            <iframe
              ref={frame}
              title={say('{title}, as issued', { title })}
              // It runs nothing; it may be printed.
              sandbox="allow-same-origin allow-modals"
              srcDoc={html}
              className="border-line min-h-[32rem] w-full flex-1 border bg-white"
            />
          )}
        </>
      )}
    </main>
  )
}

function SaidOtherwise({ paper }: { paper: PaperRow }) {
  return (
    <ul>
      {paper.contradicted.map((c) => (
        <li key={c.title}>
          {c.paper.length + c.record.length === 0 ? (
            say('{title}: it was changed. Ask the collection for a new one.', {
              title: capital(c.title),
            })
          ) : (
            <>
              <strong>{c.title}</strong>
              {c.paper.length > 0 && (
                <span className="block">{say('On paper: {paper}', { paper: c.paper.join(' ') })}</span>
              )}
              {c.record.length > 0 && (
                <span className="block">{say('Recorded now: {record}', { record: c.record.join(' ') })}</span>
              )}
            </>
          )}
        </li>
      ))}
    </ul>
  )
}
