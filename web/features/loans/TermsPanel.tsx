/** The versions of the terms, what each side said to them, and what holds. */
import { useState } from 'react'
import { termsLines } from '#api/words/loan-terms.ts'
import type { LoanTerms, LoanView } from '#core/views/loan-shape.ts'
import { atLeast } from '#core/roles.ts'
import { useSend } from '#web/app/send.ts'
import { useDates, useSigned } from '#web/app/session.tsx'
import { PlainButton, Said, SelectField, TextField } from '#web/ui/Forms.tsx'

const saidWords = (answer: boolean | undefined) =>
  answer === undefined ? 'no answer recorded' : answer ? 'agreed' : 'declined'

export function TermsPanel({ view }: { view: LoanView }) {
  const { short } = useDates()
  const newest = view.terms.at(-1)
  const holding = view.terms.find((t) => t.holds)
  if (!newest) return <p className="text-quiet py-2">No terms are written yet.</p>
  return (
    <div className="space-y-3">
      {holding && holding.id !== newest.id && (
        <p className="text-copper font-bold">
          {`Version ${holding.version} holds. Version ${newest.version} is not agreed by both sides.`}
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
            <span>{`Version ${t.version}, ${short(t.at)}${t.holds ? ', holds' : ''}`}</span>
            <span className="text-quiet">{`This collection: ${saidWords(t.house)}. ${view.with}: ${saidWords(t.party)}.`}</span>
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
          Agree to the terms
        </PlainButton>
        <PlainButton disabled={busy} onClick={() => void answer('them', false)}>
          Decline the terms
        </PlainButton>
        <Said error={error} />
      </div>
    ) : null
  if (!atLeast(me.role, 'steward'))
    return newest.house === undefined || newest.party === undefined ? (
      <p className="text-quiet">
        A steward answers for this collection, and writes down what the other side said.
      </p>
    ) : null
  return (
    <div className="space-y-2">
      {newest.house === undefined && (
        <div className="flex flex-wrap gap-3">
          <PlainButton disabled={busy} onClick={() => void answer('house', true)}>
            Agree for this collection
          </PlainButton>
          <PlainButton disabled={busy} onClick={() => void answer('house', false)}>
            Decline for this collection
          </PlainButton>
        </div>
      )}
      {newest.party === undefined && (
        <div className="flex flex-wrap items-end gap-3">
          <SelectField
            label={`How ${view.with} answered`}
            value={how}
            onChange={(e) => setHow(e.target.value as 'ink' | 'told')}
            options={[
              { value: 'ink', label: 'signed on paper' },
              { value: 'told', label: 'told us' },
            ]}
          />
          <TextField label="By whom, when" value={words} onChange={(e) => setWords(e.target.value)} />
          <PlainButton disabled={busy} onClick={() => void answer('them', true)}>
            Record that they agreed
          </PlainButton>
          <PlainButton disabled={busy} onClick={() => void answer('them', false)}>
            Record that they declined
          </PlainButton>
        </div>
      )}
      <Said error={error} />
    </div>
  )
}
