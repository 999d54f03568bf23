/** The sheet of an evening on paper, black on white: to hang by the door. */
import { say } from '#api/words/say.ts'
import type { ToldSheet } from '#core/history/evening-state.ts'
import { useQuery } from '@tanstack/react-query'
import { Link, useParams } from 'react-router'
import { eveningSentence, runsWords } from '#api/words/plan.ts'
import { list } from '#api/words/lists.ts'
import { clockAfter } from '#core/plan/sheet.ts'
import { get, wordsOf } from '#web/app/http.ts'
import { keys } from '#web/app/keys.ts'
import { useSigned } from '#web/app/session.tsx'
import { MainButton } from '#web/ui/Forms.tsx'
import { machineIn, nameIn } from './names.ts'

export function View() {
  const { day = '' } = useParams()
  const { house } = useSigned()
  const { data, error } = useQuery({
    queryKey: keys.plan(day),
    queryFn: () => get('/plan', { from: day }),
    retry: false,
  })
  if (error && !data) return <p className="p-8">{wordsOf(error)}</p>
  if (!data) return null
  const evening = data.evenings.find((e) => e.day === day)
  const told = evening?.told
  if (!evening || !told)
    return (
      <p className="p-8">
        {say('No sheet is told for this day.')}{' '}
        <Link className="act" to="/plan">
          {say('To the plan')}
        </Link>
      </p>
    )
  const name = nameIn(data)
  const machine = machineIn(data)
  return (
    <main className="mx-auto w-full max-w-5xl p-6">
      <div className="noprint mb-4 flex items-center gap-5">
        <Link className="act mr-auto" to="/plan">
          {say('Back to the plan')}
        </Link>
        <MainButton onClick={() => window.print()}>{say('Print')}</MainButton>
      </div>
      <article
        aria-label={say('Sheet of the evening')}
        className="mx-auto max-w-3xl border border-black bg-white p-8 text-black"
      >
        <header className="mb-5">
          <h1 className="font-display text-24 font-semibold">{eveningSentence(evening)}</h1>
          <p>{house.name}</p>
        </header>
        <SheetRows told={told} machine={machine} name={name} />
        <p className="pt-4">
          <strong>{say('Begin leaving {leave}.', { leave: told.leave })}</strong>{' '}
          {say('Nothing live, lit, warm or sealed stays behind; what is open is covered and tagged.')}
        </p>
      </article>
    </main>
  )
}

function SheetRows({
  told,
  machine,
  name,
}: {
  told: ToldSheet
  machine: (id: string) => { readonly number: string; readonly name: string }
  name: (party: string) => string
}) {
  return (
    <table className="w-full border-collapse text-left">
      <thead>
        <tr className="border-b-2 border-black">
          {['When', 'Who', 'What', 'Machine', 'Where'].map((head) => (
            <th key={head} className="py-1 pr-3">
              {head}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {told.rows.map((row, i) => {
          const { number, name: called } = machine(row.machine)
          return (
            <tr key={i} className="border-b border-black align-top">
              <td className="num py-1.5 pr-3 whitespace-nowrap">
                {say('{from} to {clockAfter}', {
                  from: row.from,
                  clockAfter: clockAfter(row.from, row.minutes),
                })}
              </td>
              <td className="py-1.5 pr-3">{list(row.people.map(name))}</td>
              <td className="py-1.5 pr-3">
                {row.what}
                {row.fetch && (
                  <span className="block">{say('From the shelf: {fetch}', { fetch: row.fetch })}</span>
                )}
                {row.runs !== undefined && <span className="block">{runsWords(row.runs)}</span>}
                {row.authority && (
                  <span className="block">{say('Needs {authority}', { authority: row.authority })}</span>
                )}
              </td>
              <td className="py-1.5 pr-3">
                {called} <span className="num">{number}</span>
              </td>
              <td className="py-1.5">{row.place}</td>
            </tr>
          )
        })}
      </tbody>
    </table>
  )
}
