/** What made the grade, what would lift it, and what stands beside it: priority, appearance, completeness. */
import { commas } from '#api/words/lists.ts'
import { say, shown } from '#api/words/say.ts'
import type { FindingRow, ConditionView } from '#core/views/condition-shape.ts'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { gradeReasonWords, gradeTitle } from '#api/words/condition.ts'
import type { BodyOf } from '#core/history/bodies/index.ts'
import { gradeBody, urgencies } from '#core/history/bodies/condition.ts'
import { dayInterval } from '#core/quantity/time.ts'
import type { MachineId, PartyId } from '#core/ids.ts'
import { keys } from '#web/app/keys.ts'
import { get } from '#web/app/http.ts'
import { useSend } from '#web/app/send.ts'
import { useDates, useSigned } from '#web/app/session.tsx'
import { fieldOf, useBodyForm } from '#web/app/body-form.ts'
import { Act, PlainButton, Said, SelectField, Slip, TextField } from '#web/ui/Forms.tsx'
import { SetGradeSlip } from './SetGradeSlip.tsx'

export function GradeFacts({ view, onZone }: { view: ConditionView; onZone: (zone: string) => void }) {
  const { me } = useSigned()
  const [slip, setSlip] = useState<'grade' | 'priority'>()
  const findings = view.zones
    .flatMap((z) => z.findings.filter((f) => !f.gone && f.supposed !== 'withdrawn'))
    .sort((a, b) => b.grade - a.grade)
  const machine = view.machine as MachineId
  const may = me.role !== 'guest' && !view.hidden
  return (
    <section aria-label={say('What made the grade')}>
      <h2 className="headrule flex justify-between">
        {say('What made the grade')}
        {may && (me.role === 'restorer' || me.role === 'steward') && (
          <Act onClick={() => setSlip(slip === 'grade' ? undefined : 'grade')}>{say('Set the grade')}</Act>
        )}
      </h2>
      {slip === 'grade' && (
        <SetGradeSlip machine={machine} set={view.set !== undefined} onClose={() => setSlip(undefined)} />
      )}
      <GradedFindings findings={findings} view={view} onZone={onZone} />
      {view.lifts.length > 0 && <Lifts view={view} />}
      {!view.hidden && <NotInGrade may={may} onSlip={setSlip} slip={slip} machine={machine} view={view} />}
    </section>
  )
}

function GradedFindings({
  findings,
  view,
  onZone,
}: {
  findings: FindingRow[]
  view: ConditionView
  onZone: (zone: string) => void
}) {
  return (
    <>
      {findings.length === 0 ? (
        <p className="text-quiet py-2">
          {view.looked === 0
            ? say('Not examined yet. Not known is not “good”.')
            : say('No finding in the zones that were looked at.')}
        </p>
      ) : (
        <ul>
          {findings.map((f) => (
            <li key={f.id} className="border-hair border-b">
              <button
                type="button"
                className="flex min-h-11 w-full items-center justify-between gap-4 py-1 hover:underline"
                onClick={() => onZone(f.zone)}
              >
                <span>
                  {say('{sort} on {zone}', { sort: f.sort, zone: f.zone })}{' '}
                  <span className="text-quiet">{gradeReasonWords(f.because)}</span>
                </span>
                <span className={`shrink-0 ${f.grade >= 3 ? 'text-copper font-bold' : ''}`}>
                  {gradeTitle(f.grade)}
                </span>
              </button>
            </li>
          ))}
        </ul>
      )}
    </>
  )
}

function Lifts({ view }: { view: ConditionView }) {
  return (
    <>
      <h2 className="headrule mt-5">
        {say('What would lift it to {gradeTitle}', { gradeTitle: gradeTitle((view.derived ?? 2) - 1) })}
      </h2>
      <ul>
        {view.lifts.map((f) => (
          <li
            key={f.id}
            className="border-hair flex min-h-8 items-baseline justify-between gap-4 border-b py-1"
          >
            <span>{commas(say('{sort} on {zone}', { sort: f.sort, zone: f.zone }), f.place)}</span>
            <span className="text-quiet text-right">{f.lift}</span>
          </li>
        ))}
      </ul>
      <p className="text-13 text-quiet mt-1">
        {view.lifts.length > 1
          ? say('All of these, since the grade is that of the worst finding.')
          : say('This one alone.')}{' '}
        {say('Treated places count as poor until they are seen again after {reinspectDays} days.', {
          reinspectDays: view.reinspectDays,
        })}
      </p>
    </>
  )
}

function NotInGrade({
  may,
  onSlip,
  slip,
  machine,
  view,
}: {
  may: boolean
  onSlip: (value: 'grade' | 'priority' | undefined) => void
  slip: 'grade' | 'priority' | undefined
  machine: MachineId
  view: ConditionView
}) {
  const { short } = useDates()
  return (
    <>
      <h2 className="headrule mt-5 flex justify-between">
        {say('Not part of the grade')}{' '}
        {may && (
          <Act onClick={() => onSlip(slip === 'priority' ? undefined : 'priority')}>
            {say('Set the priority')}
          </Act>
        )}
      </h2>
      {slip === 'priority' && <PrioritySlip machine={machine} onClose={() => onSlip(undefined)} />}
      <dl>
        <Fact
          name={say('Priority')}
          value={
            view.priority
              ? commas(
                  shown(view.priority.urgency),
                  view.priority.by && say('by {by}', { by: short(view.priority.by) }),
                  view.priority.who,
                  view.priority.words,
                )
              : say('not set')
          }
        />
        <Fact
          name={say('Appearance, of 100')}
          value={view.appearancePercent === undefined ? say('not known') : `${view.appearancePercent}`}
          title={say(
            'What is left when the disfigured shares of the zones looked at are taken off; a figure of this house, with no published source.',
          )}
        />
        <Fact
          name={say('Completeness')}
          value={
            view.completeness
              ? commas(
                  `${view.completeness.percent} %`,
                  view.completeness.empty.length
                    ? say('empty: {empty}', { empty: view.completeness.empty.slice(0, 6).join(', ') })
                    : say('nothing known to be missing'),
                )
              : say('no positions listed')
          }
        />
      </dl>
    </>
  )
}

function Fact({ name, value, title }: { name: string; value: string; title?: string }) {
  return (
    <div
      className="border-hair flex min-h-8 items-baseline justify-between gap-4 border-b py-1"
      title={title}
    >
      <dt className="text-quiet">{name}</dt>
      <dd className="text-right">{value}</dd>
    </div>
  )
}

interface PriorityForm {
  readonly urgency: (typeof urgencies)[number]
  readonly by: string
  readonly who: string
  readonly words: string
}

function PrioritySlip({ machine, onClose }: { machine: MachineId; onClose: () => void }) {
  const { zone } = useDates()
  const { send, error, busy } = useSend()
  const people = useQuery({
    queryKey: keys.people,
    queryFn: () => get('/people'),
  })
  const bodyOf = ({ urgency, words, by, who }: PriorityForm): BodyOf<'grade'> => ({
    kind: 'grade',
    what: 'priority',
    machine,
    urgency,
    words: words.trim(),
    by: by ? dayInterval(by, zone).latest : undefined,
    who: (who || undefined) as PartyId | undefined,
  })
  const form = useBodyForm<PriorityForm>({
    defaults: { urgency: urgencies[0], by: '', who: '', words: '' },
    bodyOf,
    schema: gradeBody,
  })
  const submit = form.handleSubmit(async (said) => {
    if (await send([{ body: bodyOf(said) }])) onClose()
  })
  return (
    <Slip title={say('Priority')} onClose={onClose}>
      <form onSubmit={(e) => void submit(e)} className="grid grid-cols-2 gap-3">
        <SelectField label={say('Act')} options={urgencies} {...fieldOf(form, 'urgency')} />
        <TextField label={say('By')} type="date" className="num" {...fieldOf(form, 'by')} />
        <SelectField
          label={say('Who')}
          {...fieldOf(form, 'who')}
          options={[
            { value: '', label: say('not said') },
            ...(people.data?.people ?? []).map((p) => ({ value: p.party, label: p.name })),
          ]}
        />
        <TextField label={say('What is to be done')} maxLength={2000} {...fieldOf(form, 'words')} />
        <div>
          <PlainButton type="submit" disabled={busy}>
            {say('Set the priority')}
          </PlainButton>
        </div>
      </form>
      <Said error={error} />
    </Slip>
  )
}
