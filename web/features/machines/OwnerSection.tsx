/** A machine that is somebody's: what its owner agreed to, and what of theirs came out of it. */
import { say } from '#api/words/say.ts'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import type { UseFormReturn } from 'react-hook-form'
import { brackets, commas, list, paragraph } from '#api/words/lists.ts'
import { matterWords } from '#api/words/owners.ts'
import { consentBody, consentMatters, requestBody } from '#core/history/bodies/consent.ts'
import type { PartyId } from '#core/ids.ts'
import { consentOf, type ConsentForm, type RequestForm } from './consent-form.ts'
import type { MachineView } from '#core/views/machine-shape.ts'
import type { ConsentRow } from '#core/views/machine-parts.ts'
import { keys } from '#web/app/keys.ts'
import { get } from '#web/app/http.ts'
import { useSend } from '#web/app/send.ts'
import { useDates, useSigned } from '#web/app/session.tsx'
import { fieldOf, useBodyForm } from '#web/app/body-form.ts'
import { PlainButton, Said, SelectField, Slip, TextField } from '#web/ui/Forms.tsx'
import { Rows } from '#web/ui/Rows.tsx'
import { CameOut } from './CameOut.tsx'

export function OwnerSection({ view }: { view: MachineView }) {
  const { me } = useSigned()
  const [saying, setSaying] = useState(false)
  const [asking, setAsking] = useState(false)
  const guest = me.role === 'guest'
  return (
    <div className="grid grid-cols-[3fr_2fr] gap-x-8 gap-y-6 max-lg:grid-cols-1">
      <div>
        <Rows
          title={
            view.plate.ofHouse
              ? say('What its owner agreed to')
              : say('What {owner} agreed to', { owner: view.plate.owner })
          }
          right={
            !saying &&
            !asking && (
              <span className="flex flex-wrap gap-3">
                {!guest && view.ownerParty !== undefined && (
                  <PlainButton onClick={() => setAsking(true)}>{say('Ask the owner')}</PlainButton>
                )}
                <PlainButton onClick={() => setSaying(true)}>
                  {guest ? say('Say what you agree to') : say('Write down what the owner says')}
                </PlainButton>
              </span>
            )
          }
          empty={
            view.consents.length === 0 && !saying
              ? say(
                  'The owner’s answer is not recorded. Until they agree, no part of it goes into another machine or out of the house.',
                )
              : undefined
          }
        >
          {[...view.consents].reverse().map((c) => (
            <Consent key={c.entry} row={c} />
          ))}
        </Rows>
        {view.requests.length > 0 && (
          <ul aria-label={say('Asked, not answered')}>
            {view.requests.map((r) => (
              <li key={r.entry} className="border-hair border-b py-1.5">
                <strong>
                  {brackets(
                    say('{of} was asked about {matterWords}', { of: r.of, matterWords: matterWords[r.to] }),
                    r.positions && list(r.positions, 8),
                  )}
                </strong>
                <span className="text-quiet block">
                  {say('“{words}” No answer is recorded.', { words: r.words })}
                </span>
              </li>
            ))}
          </ul>
        )}
        {asking && view.ownerParty !== undefined && (
          <AskSlip machine={view.id} owner={view.ownerParty} onClose={() => setAsking(false)} />
        )}
        {saying && <ConsentSlip view={view} onClose={() => setSaying(false)} />}
      </div>
      <CameOut view={view} />
    </div>
  )
}

function Consent({ row }: { row: ConsentRow }) {
  const { short } = useDates()
  return (
    <li className="border-hair border-b py-1.5">
      <span className="flex justify-between gap-4">
        <span className={row.over ? 'text-quiet line-through' : ''}>
          <strong className={row.given || row.over ? '' : 'text-copper'}>
            {row.given
              ? say('Agrees to {matter}', { matter: matterWords[row.to] })
              : say('Does not agree to {matter}', { matter: matterWords[row.to] })}
          </strong>
          {row.positions && `: ${list(row.positions, 8)}`}
        </span>
        <span className="text-quiet whitespace-nowrap">
          {commas(short(row.at), row.until && say('until {until}', { until: short(row.until) }))}
        </span>
      </span>
      <span className="text-quiet block">
        {paragraph(
          row.words && `“${row.words}”`,
          row.told
            ? say('Told by {by}, written down by the house.', { by: row.by })
            : say('Said by {by}.', { by: row.by }),
        )}
      </span>
    </li>
  )
}

/** The question as it is put: an owner who signs in here finds it in their home; else somebody asks them and writes the answer down. */
function AskSlip({
  machine,
  owner,
  onClose,
}: {
  machine: MachineView['id']
  owner: string
  onClose: () => void
}) {
  const { send, error, busy } = useSend()
  const bodyOf = ({ to, words }: RequestForm) => ({
    kind: 'request' as const,
    machine,
    of: owner as PartyId,
    to,
    words: words.trim(),
  })
  const form = useBodyForm<RequestForm>({
    defaults: { to: consentMatters[0], words: '' },
    bodyOf,
    schema: requestBody,
    says: { words: say('Put the question in words.') },
  })
  const submit = form.handleSubmit(async (said) => {
    if (await send([{ body: bodyOf(said) }])) onClose()
  })
  return (
    <Slip title={say('Ask the owner')} onClose={onClose}>
      <form
        onSubmit={(event) => void submit(event)}
        className="grid grid-cols-[1fr_2fr_auto] items-end gap-3 max-md:grid-cols-1"
      >
        <SelectField
          label={say('About')}
          options={consentMatters.map((m) => ({ value: m, label: matterWords[m] }))}
          {...fieldOf(form, 'to')}
        />
        <TextField
          label={say('The question, as the owner reads it')}
          maxLength={400}
          {...fieldOf(form, 'words')}
        />
        <PlainButton type="submit" disabled={busy}>
          {say('Record the question')}
        </PlainButton>
      </form>
      <p className="text-quiet mt-2">
        {say(
          'An owner with an account reads it in their home and answers there. Otherwise ask them, and write down what they say.',
        )}
      </p>
      <Said error={error} />
    </Slip>
  )
}

function ConsentSlip({ view, onClose }: { view: MachineView; onClose: () => void }) {
  const { me } = useSigned()
  const { zone } = useDates()
  const { send, error, busy } = useSend()
  const guest = me.role === 'guest'
  const people = useQuery({
    queryKey: keys.people,
    queryFn: () => get('/people'),
    enabled: !guest,
  })
  const bodyOf = (said: ConsentForm) => consentOf(said, view.id, zone)
  const form = useBodyForm<ConsentForm>({
    defaults: {
      by: (guest ? me.party : view.ownerParty) ?? '',
      ...{ given: 'agrees', to: consentMatters[0], positions: '', until: '', words: '' },
    },
    bodyOf,
    schema: consentBody,
    says: { by: say('Say whose word it is.') },
  })
  const submit = form.handleSubmit(async (said) => {
    if (await send([{ body: bodyOf(said), basis: guest ? 'seen' : 'told' }])) onClose()
  })
  return (
    <Slip title={guest ? say('What you agree to') : say('What the owner says')} onClose={onClose}>
      <form
        onSubmit={(event) => void submit(event)}
        className="grid grid-cols-3 items-end gap-3 max-md:grid-cols-1"
      >
        {!guest && (
          <SelectField
            label={say('Whose word it is')}
            key={people.data ? 'known' : 'coming'}
            options={[
              ...(view.ownerParty
                ? [{ value: view.ownerParty, label: view.plate.owner }]
                : [{ value: '', label: say('choose') }]),
              ...(people.data?.people
                .filter((p) => p.party !== view.ownerParty)
                .map((p) => ({ value: p.party, label: p.name })) ?? []),
            ]}
            {...fieldOf(form, 'by')}
          />
        )}
        <AnswerFields form={form} guest={guest} />
        <div>
          <PlainButton type="submit" disabled={busy}>
            {say('Record the answer')}
          </PlainButton>
        </div>
      </form>
      <p className="text-quiet mt-2">
        {say('What is said later counts. What was said before stays readable.')}
      </p>
      <Said error={error} />
    </Slip>
  )
}

function AnswerFields({ form, guest }: { form: UseFormReturn<ConsentForm>; guest: boolean }) {
  return (
    <>
      <SelectField label={say('Answer')} {...fieldOf(form, 'given')} options={['agrees', 'does not agree']} />
      <SelectField
        label={say('To')}
        {...fieldOf(form, 'to')}
        options={consentMatters.map((m) => ({ value: m, label: matterWords[m] }))}
      />
      <TextField
        label={say('Only for these positions')}
        {...fieldOf(form, 'positions')}
        className="num"
        placeholder="IC4, C3-C7"
      />
      <TextField label={say('Until')} {...fieldOf(form, 'until')} type="date" className="num" />
      <TextField
        label={guest ? say('In your words') : say('In their words, and how they said it')}
        {...fieldOf(form, 'words')}
      />
    </>
  )
}
