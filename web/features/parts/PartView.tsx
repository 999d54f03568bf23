/** One part's life, across machines. */
import { say } from '#api/words/say.ts'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useForm } from 'react-hook-form'
import { Link, useParams } from 'react-router'
import type { PartLife } from '#api/machines.ts'
import { healthWords } from '#api/choices.ts'
import { healthSentence } from '#api/words/health.ts'
import { capital } from '#api/words/lists.ts'
import { moneyWords } from '#api/words/money.ts'
import type { Body } from '#core/history/bodies/index.ts'
import type { Health, HealthGround } from '#core/history/bodies/part.ts'
import type { PartId } from '#core/ids.ts'
import { keys } from '#web/app/keys.ts'
import { get, wordsOf } from '#web/app/http.ts'
import { useSend } from '#web/app/send.ts'
import { useDates } from '#web/app/session.tsx'
import { typed } from '#web/app/typed.ts'
import { PartWaits } from './PartWaits.tsx'
import { MoveSlip } from './MoveSlip.tsx'
import { Act, MainButton, PlainButton, Said, SelectField, Slip, TextField } from '#web/ui/Forms.tsx'

export function View() {
  const { id = '' } = useParams()
  const { data: part, error } = useQuery({
    queryKey: keys.part(id),
    queryFn: () => get('/parts/:id', { id }),
    retry: false,
  })
  const [saying, setSaying] = useState(false)
  const [moving, setMoving] = useState(false)
  if (error) return <p className="p-8">{wordsOf(error)}</p>
  if (!part) return null
  return (
    <main className="mx-auto w-full max-w-4xl flex-1 p-4">
      <PartHead part={part} onMoving={setMoving} moving={moving} />
      {moving && <MoveSlip part={part} onClose={() => setMoving(false)} />}
      <WhereItIs part={part} />
      <div className="grid grid-cols-[1fr_2fr] gap-6 max-md:grid-cols-1">
        <WhatItIs onSaying={setSaying} saying={saying} part={part} />
        <section>
          <PartWaits part={part} />
          <ItsLife part={part} />
        </section>
      </div>
      {saying && <SayMore part={part} onClose={() => setSaying(false)} />}
    </main>
  )
}

function WhereItIs({ part }: { part: PartLife }) {
  const { short } = useDates()
  return (
    <p className="text-18 mb-4">
      {part.machine ? (
        <Link className="hover:underline" to={`/machines/${part.machine}?show=parts`}>
          {part.place}
        </Link>
      ) : (
        part.place
      )}
      {part.since && (
        <span className="text-quiet"> {say('since {since}', { since: short(part.since) })}</span>
      )}
      {part.temporary && (
        <strong className="text-copper"> {say('temporary: out again before that episode closes')}</strong>
      )}
      {part.loan && (
        <strong className="text-steel">
          {' '}
          {part.loan.due
            ? say('on loan, home is {home}, due {due}', { home: part.loan.home, due: short(part.loan.due) })
            : say('on loan, home is {home}', { home: part.loan.home })}
        </strong>
      )}
    </p>
  )
}

function PartHead({
  part,
  onMoving,
  moving,
}: {
  part: PartLife
  onMoving: (value: boolean) => void
  moving: boolean
}) {
  return (
    <div className="flex flex-wrap items-end justify-between gap-4">
      <h1 className="font-display text-24 font-semibold">{part.label}</h1>
      <span className="flex gap-5">
        {part.tag && (
          <Link className="act" to={`/parts/tags?ids=${part.id}`}>
            {say('Print its tag')}
          </Link>
        )}
        {part.holder !== 'gone' && (
          <PlainButton onClick={() => onMoving(!moving)}>{say('Move the part')}</PlainButton>
        )}
      </span>
    </div>
  )
}

function WhatItIs({
  onSaying,
  saying,
  part,
}: {
  onSaying: (value: boolean) => void
  saying: boolean
  part: PartLife
}) {
  const { when } = useDates()
  return (
    <section>
      <h2 className="headrule flex justify-between">
        {say('What it is')} <Act onClick={() => onSaying(!saying)}>{say('Say more')}</Act>
      </h2>
      <dl>
        {[
          [say('Kind'), part.partKind],
          [say('Tag'), part.tag],
          [say('Marking'), part.marking],
          [say('Date code'), part.dateCode],
          [say('Health'), healthSentence(part, when)],
          [say('Origin'), part.origin],
          [say('Found in'), part.from],
          ...(part.cost ? [['Cost', moneyWords(part.cost)] as const] : []),
          ...Object.entries(part.attributes),
        ].map(([name, value]) => (
          <div key={name} className="border-hair flex justify-between gap-3 border-b py-1">
            <dt className="text-quiet">{name}</dt>
            <dd
              className={
                value
                  ? name === 'Tag' || name === 'Marking' || name === 'Date code'
                    ? 'num text-right'
                    : 'text-right'
                  : 'text-quiet'
              }
            >
              {value ?? say('not recorded')}
            </dd>
          </div>
        ))}
      </dl>
      {part.holds.length > 0 && (
        <>
          <h2 className="headrule mt-5">{say('Goes with it')}</h2>
          <ul>
            {part.holds.map((h) => (
              <li key={h.position} className="border-hair flex justify-between gap-3 border-b py-1">
                <span className="num">{h.position}</span>
                {h.part ? (
                  <Link className="hover:underline" to={`/parts/${h.part}`}>
                    {h.label}
                  </Link>
                ) : (
                  <span className="text-quiet">{say('{label}, as found', { label: h.label })}</span>
                )}
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  )
}

function ItsLife({ part }: { part: PartLife }) {
  const { short, clock } = useDates()
  return (
    <>
      <h2 className="headrule">{say('Its life')}</h2>
      <ol>
        {part.life.map((row) => (
          <li key={row.entry} className="border-hair grid grid-cols-[9.5rem_1fr_auto] gap-3 border-b py-1.5">
            <span className="num text-13 pt-px">{`${short(row.at)} ${clock(row.at)}`}</span>
            <span>{capital(row.what)}</span>
            <span className="text-quiet">{row.who}</span>
          </li>
        ))}
      </ol>
    </>
  )
}

interface Saying {
  readonly kind: string
  readonly tag: string
  readonly marking: string
  readonly dateCode: string
  readonly temporary: '' | 'yes'
  readonly health: Health
  readonly ground: HealthGround | ''
  readonly because: string
}

/** What was said otherwise than the record has it. */
function saidOf(part: PartLife, said: Saying): Body[] {
  const id = part.id as PartId
  const { kind, tag, marking, dateCode } = said
  const other = {
    ...(kind.trim() === (part.partKind ?? '') ? {} : { partKind: kind.trim() }),
    ...(typed(tag) && tag.trim() !== part.tag ? { tag: tag.trim() } : {}),
    ...(typed(marking) ? { marking: marking.trim() } : {}),
    ...(typed(dateCode) ? { dateCode: dateCode.trim() } : {}),
    ...(part.temporary === (said.temporary === 'yes') ? {} : { temporary: !part.temporary }),
  }
  return [
    ...(Object.keys(other).length
      ? [{ kind: 'part' as const, what: 'identified' as const, part: id, ...other }]
      : []),
    ...(said.health === part.health
      ? []
      : [
          {
            kind: 'part' as const,
            what: 'health' as const,
            part: id,
            health: said.health,
            ground: said.ground || undefined,
            because: typed(said.because),
          },
        ]),
  ]
}

function SayMore({ part, onClose }: { part: PartLife; onClose: () => void }) {
  const { send, error, busy } = useSend()
  const { register, handleSubmit } = useForm<Saying>({
    defaultValues: {
      kind: part.partKind ?? '',
      tag: part.tag ?? '',
      marking: part.marking ?? '',
      dateCode: part.dateCode ?? '',
      temporary: part.temporary ? 'yes' : '',
      health: part.health,
      ground: '',
      because: '',
    },
  })
  const submit = handleSubmit(async (said) => {
    const bodies = saidOf(part, said)
    if (bodies.length === 0 || (await send(bodies.map((body) => ({ body }))))) onClose()
  })
  return (
    <Slip title={say('Say more about it')} onClose={onClose}>
      <form onSubmit={(event) => void submit(event)} className="grid grid-cols-3 gap-3 max-md:grid-cols-1">
        <TextField label={say('Kind')} {...register('kind')} />
        <TextField label={say('Tag')} className="num" {...register('tag')} />
        <TextField label={say('Marking')} className="num" {...register('marking')} />
        <TextField label={say('Date code')} className="num" {...register('dateCode')} />
        <SelectField
          label={say('In a machine')}
          options={[
            { value: '', label: say('to stay') },
            { value: 'yes', label: say('for now only') },
          ]}
          {...register('temporary')}
        />
        <SelectField label={say('Health')} options={healthWords} {...register('health')} />
        <SelectField
          label={say('On what ground')}
          options={[
            { value: '', label: say('not said') },
            { value: 'test', label: say('a test where it works or fails') },
            { value: 'reading', label: say('a reading') },
            { value: 'judgement', label: say('my judgement') },
          ]}
          {...register('ground')}
        />
        <TextField label={say('Because')} {...register('because')} />
        <div>
          <MainButton type="submit" disabled={busy}>
            {say('Save the part')}
          </MainButton>
        </div>
      </form>
      <Said error={error} />
    </Slip>
  )
}
