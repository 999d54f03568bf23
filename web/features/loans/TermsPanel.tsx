/** The versions of the terms, what each side said to them, and what holds. */
import { say } from '#api/words/say.ts'
import { useState } from 'react'
import { termsLines } from '#api/words/loan-terms.ts'
import type { LoanTerms, LoanView } from '#core/views/loan-shape.ts'
import { atLeast } from '#core/roles.ts'
import { useSend } from '#web/app/send.ts'
import { useDates, useSigned } from '#web/app/session.tsx'
import { PlainButton, Said, SelectField, TextField } from '#web/ui/Forms.tsx'

const saidWords = (answer: boolean | undefined) =>
  answer === undefined ? say('no answer recorded') : answer ? say('agreed') : say('declined')

export function TermsPanel({ view }: { view: LoanView }) {
  const { short } = useDates()
  const newest = view.terms.at(-1)
  const holding = view.terms.find((t) => t.holds)
  if (!newest) return <p className="text-quiet py-2">{say('No terms are written yet.')}</p>
  return (
    <div className="space-y-3">
      {holding && holding.id !== newest.id && (
        <p className="text-copper font-bold">
          {say('Version {version} holds. Version {newestVersion} is not agreed by both sides.', {
            version: holding.version,
            newestVersion: newest.version,
          })}
        </p>
      )}
      <dl className="grid grid-cols-[9rem_minmax(0,1fr)] gap-x-4 gap-y-1 max-sm:grid-cols-1">
        {termsLines(newest.body, view.with).map(([name, what]) => (
          <div key={name} className="contents">
            <dt className="text-quiet">{name}</dt>
            <dd>{what}</dd>
          </div>
        ))}
      </dl>
      <ul>
        {view.terms.map((t) => (
          <li key={t.id} className="border-hair flex flex-wrap justify-between gap-x-4 border-t py-1">
            <span>
              {t.holds
                ? say('Version {version}, {at}, holds', { version: t.version, at: short(t.at) })
                : say('Version {version}, {at}', { version: t.version, at: short(t.at) })}
            </span>
            <span className="text-quiet">
              {say('This collection: {said}. {with}: {said2}.', {
                said: saidWords(t.house),
                with: view.with,
                said2: saidWords(t.party),
              })}
            </span>
          </li>
        ))}
      </ul>
      <Answers key={newest.id} view={view} newest={newest} />
    </div>
  )
}

/** Whoever may says yes or no to the newest version; the house also writes down what it was told. */
function Answers({ view, newest }: { view: LoanView; newest: LoanTerms }) {
  const { me } = useSigned()
  const { send, error, busy } = useSend()
  const [how, setHow] = useState<'ink' | 'told'>('ink')
  const [words, setWords] = useState('')
  const answer = (by: 'house' | 'them', agreed: boolean) =>
    send([
      {
        body: {
          kind: 'loan',
          what: 'answered',
          loan: view.id,
          terms: newest.id,
          by: by === 'house' ? 'house' : view.withParty,
          agreed,
          how: by === 'house' || me.role === 'guest' ? 'signed in' : how,
          ...(words.trim() ? { words: words.trim() } : {}),
        },
        basis: by === 'them' && me.role !== 'guest' ? 'told' : 'seen',
      },
    ])
  if (view.shown === 'closed') return null
  if (me.role === 'guest')
    return newest.party === undefined ? (
      <div className="flex flex-wrap gap-3">
        <PlainButton disabled={busy} onClick={() => void answer('them', true)}>
          {say('Agree to the terms')}
        </PlainButton>
        <PlainButton disabled={busy} onClick={() => void answer('them', false)}>
          {say('Decline the terms')}
        </PlainButton>
        <Said error={error} />
      </div>
    ) : null
  if (!atLeast(me.role, 'steward'))
    return newest.house === undefined || newest.party === undefined ? (
      <p className="text-quiet">
        {say('A steward answers for this collection, and writes down what the other side said.')}
      </p>
    ) : null
  return (
    <div className="space-y-2">
      {newest.house === undefined && (
        <div className="flex flex-wrap gap-3">
          <PlainButton disabled={busy} onClick={() => void answer('house', true)}>
            {say('Agree for this collection')}
          </PlainButton>
          <PlainButton disabled={busy} onClick={() => void answer('house', false)}>
            {say('Decline for this collection')}
          </PlainButton>
        </div>
      )}
      {newest.party === undefined && (
        <div className="flex flex-wrap items-end gap-3">
          <SelectField
            label={say('How {with} answered', { with: view.with })}
            value={how}
            onChange={(e) => setHow(e.target.value as 'ink' | 'told')}
            options={[
              { value: 'ink', label: say('signed on paper') },
              { value: 'told', label: say('told us') },
            ]}
          />
          <TextField label={say('By whom, when')} value={words} onChange={(e) => setWords(e.target.value)} />
          <PlainButton disabled={busy} onClick={() => void answer('them', true)}>
            {say('Record that they agreed')}
          </PlainButton>
          <PlainButton disabled={busy} onClick={() => void answer('them', false)}>
            {say('Record that they declined')}
          </PlainButton>
        </div>
      )}
      <Said error={error} />
    </div>
  )
}
