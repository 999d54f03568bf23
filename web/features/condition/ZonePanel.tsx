/** One zone: its findings, a new finding, photographs, and a grade that a person sets. */
import { say } from '#api/words/say.ts'
import { useEffect, useState } from 'react'
import { gradeTitle } from '#api/words/condition.ts'
import type { EntryId, MachineId } from '#core/ids.ts'
import type { ConditionView, ZoneRow } from '#core/views/condition-shape.ts'
import { useSend } from '#web/app/send.ts'
import { useSigned } from '#web/app/session.tsx'
import { Act, PlainButton, Said } from '#web/ui/Forms.tsx'
import { PhotoDrop } from '#web/ui/photos/PhotoDrop.tsx'
import { PhotoGrid } from '#web/ui/photos/PhotoGrid.tsx'
import { lazily } from '#web/ui/lazily.tsx'
import { FindingItem } from './FindingItem.tsx'
import { SetGradeSlip } from './SetGradeSlip.tsx'

const FindingForm = lazily(async () => (await import('./FindingForm.tsx')).FindingForm)

export function ZonePanel({
  view,
  zone,
  onPhoto,
}: {
  view: ConditionView
  zone: ZoneRow
  onPhoto: (entry: string) => void
}) {
  useEffect(() => FindingForm.ahead(), [])
  const { me } = useSigned()
  const { send, error, busy } = useSend()
  const [slip, setSlip] = useState<'finding' | 'not reached' | 'grade'>()
  const [because, setBecause] = useState('')
  const machine = view.machine as MachineId
  const survey = view.open?.id as EntryId | undefined
  const photos = view.photos.filter(
    (p) => p.zone === zone.zone || zone.findings.some((f) => f.id === p.finding),
  )
  const may = me.role !== 'guest'
  const notReached = async () => {
    if (!survey) return
    if (
      await send([
        {
          body: {
            kind: 'survey',
            what: 'looked',
            machine,
            survey,
            zone: zone.zone,
            is: 'not reached',
            ...(because.trim() ? { because: because.trim() } : {}),
          },
        },
      ])
    )
      setSlip(undefined)
  }
  return (
    <section aria-label={say('Zone {zone}', { zone: zone.zone })}>
      <ZoneHead zone={zone} may={may} view={view} onSlip={setSlip} slip={slip} />
      {slip === 'grade' && (
        <SetGradeSlip
          machine={machine}
          zone={zone.zone}
          set={zone.set !== undefined}
          onClose={() => setSlip(undefined)}
        />
      )}
      <ZoneFindings zone={zone} survey={survey} view={view} onPhoto={onPhoto} />
      {may && <ZoneActs onSlip={setSlip} slip={slip} survey={survey} zone={zone} />}
      {slip === 'finding' && <FindingForm view={view} zone={zone} onClose={() => setSlip(undefined)} />}
      {slip === 'not reached' && (
        <NotReached onNotReached={notReached} because={because} onBecause={setBecause} busy={busy} />
      )}
      <Said error={error} />
      {may && (
        <div className="mt-3">
          <PhotoDrop machine={machine} meta={{ zone: zone.zone }} label={say('Photograph this zone')} />
        </div>
      )}
      {photos.length > 0 && (
        <div className="mt-3">
          <PhotoGrid machine={machine} photos={photos} onOpen={onPhoto} small />
        </div>
      )}
    </section>
  )
}

function ZoneActs({
  onSlip,
  slip,
  survey,
  zone,
}: {
  onSlip: (value: 'grade' | 'finding' | 'not reached' | undefined) => void
  slip: 'grade' | 'finding' | 'not reached' | undefined
  survey: EntryId | undefined
  zone: ZoneRow
}) {
  return (
    <div className="mt-3 flex flex-wrap items-center gap-4">
      <PlainButton className="min-h-11" onClick={() => onSlip(slip === 'finding' ? undefined : 'finding')}>
        {say('Write down a finding')}
      </PlainButton>
      {survey && zone.findings.length === 0 && (
        <Act onClick={() => onSlip(slip === 'not reached' ? undefined : 'not reached')}>
          {say('Could not be reached')}
        </Act>
      )}
    </div>
  )
}

/** Why the zone could not be reached. */
function NotReached({
  onNotReached,
  because,
  onBecause,
  busy,
}: {
  onNotReached: () => Promise<void>
  because: string
  onBecause: (value: string) => void
  busy: boolean
}) {
  return (
    <form
      className="bg-next border-verdigris my-2 flex items-end gap-3 border-l-4 p-3"
      onSubmit={(e) => {
        e.preventDefault()
        void onNotReached()
      }}
    >
      <label className="flex-1">
        <span className="text-13 text-quiet">{say('Why')}</span>
        <input
          className="field"
          placeholder={say('the lid was not opened')}
          value={because}
          onChange={(e) => onBecause(e.target.value)}
          autoFocus
          maxLength={200}
        />
      </label>
      <PlainButton type="submit" disabled={busy}>
        {say('Save the finding')}
      </PlainButton>
    </form>
  )
}

function ZoneHead({
  zone,
  may,
  view,
  onSlip,
  slip,
}: {
  zone: ZoneRow
  may: boolean
  view: ConditionView
  onSlip: (value: 'finding' | 'not reached' | 'grade' | undefined) => void
  slip: 'finding' | 'not reached' | 'grade' | undefined
}) {
  const { me } = useSigned()
  return (
    <>
      <h2 className="headrule flex items-baseline justify-between gap-4">
        <span className="truncate">{zone.zone}</span>
        <span className="flex gap-4">
          {may && !view.hidden && (me.role === 'restorer' || me.role === 'steward') && (
            <Act onClick={() => onSlip(slip === 'grade' ? undefined : 'grade')}>{say('Set the grade')}</Act>
          )}
          <span className="font-normal">{gradeTitle(zone.grade)}</span>
        </span>
      </h2>
      {zone.set && (
        <p className="text-13 text-quiet py-1">
          {say('Set by {by}: {reason} By the findings: {gradeTitle}.', {
            by: zone.set.by,
            reason: zone.set.reason,
            gradeTitle: gradeTitle(zone.derived),
          })}
        </p>
      )}
    </>
  )
}

function ZoneFindings({
  zone,
  survey,
  view,
  onPhoto,
}: {
  zone: ZoneRow
  survey: EntryId | undefined
  view: ConditionView
  onPhoto: (entry: string) => void
}) {
  return (
    <>
      {zone.findings.length === 0 ? (
        <p className="text-quiet py-2">
          {zone.looked
            ? say('Examined, no finding.')
            : survey
              ? say('Look at it: one tap when there is nothing to note, or write down what you find.')
              : say('Not examined yet. Begin a survey to examine it.')}
        </p>
      ) : (
        <ul>
          {zone.findings.map((f) => (
            <FindingItem key={f.id} view={view} finding={f} onPhoto={onPhoto} />
          ))}
        </ul>
      )}
    </>
  )
}
