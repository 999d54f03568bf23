/** A case before it begins: what is told of it, how practice goes, one button. Its address is the link to share. */
import { say } from '#api/words/say.ts'
import { useQuery } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { Link, useNavigate, useParams } from 'react-router'
import { practiceCaution } from '#api/words/practice.ts'
import { wordsOf } from '#web/app/http.ts'
import { keys } from '#web/app/keys.ts'
import { useSigned } from '#web/app/session.tsx'
import { Act, MainButton, Said } from '#web/ui/Forms.tsx'
import { beginRun, caseAt } from './begin.ts'

type Told = NonNullable<Awaited<ReturnType<typeof caseAt>>>

export function View() {
  const key = useParams()['*'] ?? ''
  const { me } = useSigned()
  const navigate = useNavigate()
  const [copied, setCopied] = useState(false)
  const [error, setError] = useState<string>()
  const found = useQuery({
    queryKey: keys.practiceCase(key),
    queryFn: async () => (await caseAt(key)) ?? null,
    retry: false,
  })
  const told = found.data
  useEffect(() => {
    if (told) document.title = say('Practice: {title}', { title: told.title })
  }, [told])
  if (found.error) return <p className="p-8">{wordsOf(found.error)}</p>
  if (found.data === null)
    return (
      <p className="p-8">
        {say(
          'There is no such case: either the address is not complete, or no function of this type says what it needs.',
        )}{' '}
        <Link className="act" to="/practice">
          {say('All cases')}
        </Link>
      </p>
    )
  if (!told) return null
  return (
    <main className="mx-auto w-full max-w-3xl flex-1 space-y-5 p-4 pb-16">
      <p className="text-quiet">
        <Link className="act" to="/practice">
          {say('Practice')}
        </Link>
        {`, ${say('level {level}', { level: told.level })}`}
      </p>
      <header className="space-y-2">
        <h1 className="font-display text-24 font-semibold">{told.title}</h1>
        <p className="text-18">{told.told}</p>
        {told.claim && <p>{say('As told: “{words}”', { words: told.claim.words })}</p>}
      </header>
      <HowItGoes told={told} />
      <div className="flex flex-wrap items-center gap-6">
        <MainButton
          onClick={() =>
            void beginRun(me, told).then(
              (to) => navigate(to),
              () => setError(say('This browser keeps nothing on the device, so no case can be begun here.')),
            )
          }
        >
          {say('Begin the case')}
        </MainButton>
        <Act
          onClick={() =>
            void navigator.clipboard.writeText(window.location.href).then(
              () => setCopied(true),
              () => setError(say('The address could not be copied. It stands in the line of the browser.')),
            )
          }
        >
          {say('Copy the address of this case')}
        </Act>
        {copied && <span role="status">{say('Copied.')}</span>}
      </div>
      <Said error={error} />
    </main>
  )
}

function HowItGoes({ told }: { told: Told }) {
  return (
    <section className="bg-sheet space-y-2 rounded-sm px-4 py-3">
      <h2 className="headrule">{say('How it goes')}</h2>
      <ul className="list-disc space-y-1 pl-5">
        <li>
          {say('Write lines as in any episode. Leave the answer out, and the machine gives it:')}{' '}
          <span className="num" translate="no">
            {example(told.sheet.functions[0]?.name, 'test')}
          </span>
          {told.sheet.points[0] && (
            <>
              ,{' '}
              <span className="num" translate="no">
                {example(told.sheet.points[0].name, 'read')}
              </span>
            </>
          )}
          ,{' '}
          <span className="num" translate="no">
            {example(told.sheet.positions[0]?.designator, 'look at')}
          </span>
          .
        </li>
        <li>
          {say(
            'Spare parts are in the practice drawer, with tags from P-0001 on. Every act takes minutes of a clock of its own.',
          )}
        </li>
        <li>
          {say('An act that could hurt somebody ends the case there, and says what would have stopped it.')}
        </li>
        <li>{say('When you know what it was, or know that it is time to stop: End the case.')}</li>
      </ul>
      <p className="text-13 text-quiet">{practiceCaution}</p>
    </section>
  )
}

const example = (name: string | undefined, verb: string) => (name === undefined ? verb : `${verb} ${name}`)
