/** A receipt as it was issued, for the printer: black on white, with the entry number and its code. */
import { say } from '#api/words/say.ts'
import { useQuery } from '@tanstack/react-query'
import { useParams } from 'react-router'
import { keys } from '#web/app/keys.ts'
import { get, wordsOf } from '#web/app/http.ts'
import { useDates, useSigned } from '#web/app/session.tsx'
import { Face } from '#web/ui/Face.tsx'
import { Code } from '#web/ui/Code.tsx'
import { MainButton } from '#web/ui/Forms.tsx'

export function View() {
  const { id = '', receipt = '' } = useParams()
  const { house } = useSigned()
  const { day, clock } = useDates()
  const { data: view, error } = useQuery({
    queryKey: keys.arrival(id),
    queryFn: () => get('/machines/:id/arrival', { id }),
    retry: false,
  })
  if (error) return <p className="p-8">{wordsOf(error)}</p>
  const issued = view?.receipts.find((r) => r.entry === receipt)
  if (!view) return null
  if (!issued) return <p className="p-8">{say('There is no such receipt.')}</p>
  return (
    <main className="mx-auto w-full max-w-2xl p-6">
      <p className="noprint mb-4 flex justify-end">
        <MainButton onClick={() => window.print()}>{say('Print')}</MainButton>
      </p>
      <article className="border border-black bg-white p-8 text-black">
        <header className="mb-6 flex justify-between gap-6">
          <div>
            <h1 className="font-display text-24 font-semibold">{say('Receipt')}</h1>
            <p>{house.name}</p>
            <p className="num">{`${day(issued.at)}, ${clock(issued.at)}`}</p>
          </div>
          <div className="flex items-start gap-4">
            <p className="text-right">
              {say('Entry number')}
              <br />
              <strong className="num text-18">{view.plate.entryNumber}</strong>
            </p>
            <Face machine={view.machine} plate={view.plate} px={84} />
            <Code text={view.plate.entryNumber} px={84} />
          </div>
        </header>
        <p className="mb-4">
          {view.source?.from ? say('Received from {from}:', { from: view.source.from }) : say('Received:')}
        </p>
        <ol className="mb-6 list-decimal pl-6">
          {issued.items.map((item, i) => (
            <li key={i} className="py-0.5">
              {item}
            </li>
          ))}
        </ol>
        {view.claims.length > 0 && (
          <p className="mb-6">
            {say('As told: {claims}', { claims: view.claims.map((c) => `“${c.words}”`).join(' ') })}
          </p>
        )}
        <p className="mb-12">{issued.terms}</p>
        <div className="grid grid-cols-2 gap-10">
          <p className="border-t border-black pt-1">{say('Handed over by')}</p>
          <p className="border-t border-black pt-1">{say('Received by')}</p>
        </div>
      </article>
    </main>
  )
}
