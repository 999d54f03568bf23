/** One finding with every look at it, and what may be said of it next. */
import { commas, paragraph, plainEnd } from '#api/words/lists.ts'
import { say } from '#api/words/say.ts'
import { useState } from 'react'
import { findingWords, gradeReasonWords, gradeTitle } from '#api/words/condition.ts'
import { activities, findingBody } from '#core/history/bodies/condition.ts'
import type { BodyOf } from '#core/history/bodies/index.ts'
import type { EntryId, MachineId } from '#core/ids.ts'
import type { ConditionView, FindingRow } from '#core/views/condition-shape.ts'
import { fieldOf, useBodyForm } from '#web/app/body-form.ts'
import { figure, typed } from '#web/app/typed.ts'
import { useSend } from '#web/app/send.ts'
import { useDates, useSigned } from '#web/app/session.tsx'
import { Act, PlainButton, Said, SelectField, Slip, TextField } from '#web/ui/Forms.tsx'
import { PhotoDrop } from '#web/ui/photos/PhotoDrop.tsx'
import { Tick } from '#web/ui/Tick.tsx'

export function FindingItem({
  view,
  finding: f,
  onPhoto,
}: {
  view: ConditionView
  finding: FindingRow
  onPhoto: (entry: string) => void
}) {
  const { me } = useSigned()
  const [slip, setSlip] = useState<'again' | 'treated' | 'judge' | 'photo'>()
  const over = f.gone || f.supposed === 'withdrawn'
  const toggle = (name: NonNullable<typeof slip>) => setSlip(slip === name ? undefined : name)
  return (
    <li className="border-hair border-b py-2">
      <FindingSaid over={over} f={f} />
      {me.role !== 'guest' && (
        <p className="mt-1 flex flex-wrap gap-x-5">
          <Act onClick={() => toggle('again')}>{say('Seen again')}</Act>
          {!over && <Act onClick={() => toggle('treated')}>{say('Treated')}</Act>}
          {f.supposed === 'supposed' && (
            <Act onClick={() => toggle('judge')}>{say('Confirm or withdraw')}</Act>
          )}
          <Act onClick={() => toggle('photo')}>{say('Photograph it')}</Act>
          {f.photos.map((p, i) => (
            <Act key={p} onClick={() => onPhoto(p)}>
              {say('Picture {i}', { i: i + 1 })}
            </Act>
          ))}
        </p>
      )}
      {slip === 'photo' && (
        <div className="mt-2">
          <PhotoDrop
            machine={view.machine as MachineId}
            meta={{ finding: f.id, zone: f.zone }}
            label={say('Photographs of this finding')}
          />
        </div>
      )}
      {slip === 'again' && <SeenAgain view={view} finding={f} onClose={() => setSlip(undefined)} />}
      {slip === 'treated' && (
        <InWords
          title={say('How it was treated')}
          label={say('Agent, strength, time')}
          view={view}
          onClose={() => setSlip(undefined)}
          body={(words) => ({
            kind: 'finding',
            what: 'treated',
            machine: view.machine as MachineId,
            finding: f.id as EntryId,
            words,
          })}
        />
      )}
      {slip === 'judge' && <Judge view={view} finding={f} onClose={() => setSlip(undefined)} />}
    </li>
  )
}

function FindingSaid({ over, f }: { over: boolean; f: FindingRow }) {
  const { short } = useDates()
  return (
    <>
      <div className="flex items-baseline justify-between gap-4">
        <span className={over ? 'text-quiet' : ''}>
          <strong className={f.supposed === 'withdrawn' ? 'line-through' : ''}>
            {commas(f.sort, f.place)}
          </strong>
          {f.gone && `: ${say('gone')}`}
        </span>
        <span className={`shrink-0 ${f.grade >= 3 && !over ? 'text-copper font-bold' : ''}`}>
          {over ? '' : gradeTitle(f.grade)}
        </span>
      </div>
      <p className="text-13 text-quiet">
        {paragraph(
          plainEnd(findingWords({ ...f, place: undefined }).replace(`${f.sort}; `, '')),
          !over && say('Grade {grade}: {reason}.', { grade: f.grade, reason: gradeReasonWords(f.because) }),
          f.newSince && say('New against a photograph of {at}.', { at: short(f.newSince.at) }),
        )}
      </p>
      {f.words && <p>{f.words}</p>}
      <ol className="text-13 text-quiet mt-1">
        {f.looks.map((l, i) => (
          <li key={i} className="grid grid-cols-[6.5rem_1fr] gap-2">
            <span className="num">{short(l.at)}</span>
            <span>{`${l.change}${l.words && i > 0 ? `: ${l.words}` : ''}${l.by ? `, ${l.by}` : ''}${i === 0 ? `, ${f.basis}` : ''}`}</span>
          </li>
        ))}
      </ol>
    </>
  )
}

interface LookForm {
  readonly change: Extract<BodyOf<'finding'>, { what: 'seen again' }>['change']
  readonly activity: (typeof activities)[number]
  readonly extent: string
  readonly words: string
  readonly contained: boolean
}

function SeenAgain({
  view,
  finding,
  onClose,
}: {
  view: ConditionView
  finding: FindingRow
  onClose: () => void
}) {
  const { send, error, busy } = useSend()
  const changes = finding.gone
    ? (['came back', 'gone'] as const)
    : (['same', 'worse', 'better', 'gone'] as const)
  const bodyOf = ({ change, activity, extent, words, contained }: LookForm): BodyOf<'finding'> => ({
    kind: 'finding',
    what: 'seen again',
    machine: view.machine as MachineId,
    finding: finding.id as EntryId,
    change,
    activity,
    contained,
    survey: view.open?.id as EntryId | undefined,
    extentPercent: figure(extent),
    words: typed(words),
  })
  const form = useBodyForm<LookForm>({
    defaults: {
      change: changes[0],
      activity: finding.activity,
      extent: String(finding.extentPercent ?? ''),
      words: '',
      contained: finding.contained,
    },
    bodyOf,
    schema: findingBody,
    fields: { extentPercent: 'extent' },
  })
  const submit = form.handleSubmit(async (said) => {
    if (await send([{ body: bodyOf(said) }])) onClose()
  })
  return (
    <Slip title={say('Seen again')} onClose={onClose}>
      <form onSubmit={(e) => void submit(e)} className="grid grid-cols-2 gap-3">
        <SelectField
          label={say('Against the last look')}
          options={changes}
          autoFocus
          {...fieldOf(form, 'change')}
        />
        <SelectField label={say('Active or stable')} options={activities} {...fieldOf(form, 'activity')} />
        <TextField
          label={say('Extent, % of the zone')}
          inputMode="numeric"
          className="num"
          {...fieldOf(form, 'extent')}
        />
        <TextField label={say('In words')} maxLength={2000} {...fieldOf(form, 'words')} />
        <Tick label={say('contained')} {...form.register('contained')} />
        <div className="flex items-center">
          <PlainButton type="submit" disabled={busy}>
            {say('Save the look')}
          </PlainButton>
        </div>
      </form>
      <Said error={error} />
    </Slip>
  )
}

function InWords({
  title,
  label,
  body,
  onClose,
}: {
  title: string
  label: string
  view: ConditionView
  body: (words: string) => BodyOf<'finding'>
  onClose: () => void
}) {
  const { send, error, busy } = useSend()
  const [words, setWords] = useState('')
  return (
    <Slip title={title} onClose={onClose}>
      <form
        className="flex items-end gap-3"
        onSubmit={(e) => {
          e.preventDefault()
          void send([{ body: body(words.trim()) }]).then((sent) => sent && onClose())
        }}
      >
        <div className="flex-1">
          <TextField
            label={label}
            value={words}
            onChange={(e) => setWords(e.target.value)}
            required
            maxLength={2000}
            autoFocus
          />
        </div>
        <PlainButton type="submit" disabled={busy}>
          {say('Save the words')}
        </PlainButton>
      </form>
      <Said error={error} />
    </Slip>
  )
}

function Judge({
  view,
  finding,
  onClose,
}: {
  view: ConditionView
  finding: FindingRow
  onClose: () => void
}) {
  const { send, error, busy } = useSend()
  const [words, setWords] = useState('')
  const judge = (verdict: 'confirmed' | 'withdrawn') =>
    void send([
      {
        body: {
          kind: 'finding',
          what: 'judged',
          machine: view.machine as MachineId,
          finding: finding.id as EntryId,
          verdict,
          words: words.trim() || verdict,
        },
      },
    ]).then((sent) => sent && onClose())
  return (
    <Slip title={say('Confirm or withdraw')} onClose={onClose}>
      <TextField
        label={say('On what grounds')}
        placeholder={say('it was a pen, it wipes off')}
        value={words}
        onChange={(e) => setWords(e.target.value)}
        maxLength={2000}
        autoFocus
      />
      <div className="mt-3 flex gap-4">
        <PlainButton disabled={busy} onClick={() => judge('confirmed')}>
          {say('Confirm the finding')}
        </PlainButton>
        <PlainButton disabled={busy} onClick={() => judge('withdrawn')}>
          {say('Withdraw the finding')}
        </PlainButton>
      </div>
      <Said error={error} />
    </Slip>
  )
}
