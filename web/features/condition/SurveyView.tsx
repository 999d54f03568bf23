/** The survey board: every zone, whether anybody looked, its grade; one tap for a first look, findings on a slip. */
import { say } from '#api/words/say.ts'
import { queryOf } from '#api/endpoints.ts'
import { useQuery } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { useParams, useSearchParams } from 'react-router'
import { gradeReasonWords, gradeTitle } from '#api/words/condition.ts'
import { count, list } from '#api/words/lists.ts'
import { dayInterval } from '#core/quantity/time.ts'
import type { EntryId, MachineId } from '#core/ids.ts'
import type { ConditionView } from '#core/views/condition-shape.ts'
import { keys, whileSame } from '#web/app/keys.ts'
import { get, wordsOf } from '#web/app/http.ts'
import { useSend } from '#web/app/send.ts'
import { useDates, useSigned } from '#web/app/session.tsx'
import { Act, MainButton, PlainButton, Said } from '#web/ui/Forms.tsx'
import { StripPlate } from '#web/ui/Plate.tsx'
import { CompareDates } from './CompareDates.tsx'
import { GradeFacts } from './GradeFacts.tsx'
import { GradeLine } from '#web/ui/GradeLine.tsx'
import { lazily } from '#web/ui/lazily.tsx'
import { TabRow } from '#web/ui/TabRow.tsx'
import { SecondOpinion } from './SecondOpinion.tsx'
import { ZoneBoard } from './ZoneBoard.tsx'
import { ZonePanel } from './ZonePanel.tsx'

const PhotoViewer = lazily(async () => (await import('#web/ui/photos/PhotoViewer.tsx')).PhotoViewer)

const parts = ['board', 'over time', 'two dates', 'second opinion'] as const
const partNames: Readonly<Record<(typeof parts)[number], string>> = {
  board: say('Zone by zone'),
  'over time': say('Over time'),
  'two dates': say('Two dates'),
  'second opinion': say('Second opinion'),
}

export function View() {
  const { id = '' } = useParams()
  const { zone } = useDates()
  const [params, setParams] = useSearchParams()
  const from = params.get('from') ?? ''
  const to = params.get('to') ?? ''
  const part = parts.find((p) => p === params.get('part')) ?? 'board'
  const query = new URLSearchParams({
    ...(from ? { from: dayInterval(from, zone).latest } : {}),
    ...(to ? { at: dayInterval(to, zone).latest } : {}),
  }).toString()
  const { data: view, error } = useQuery({
    queryKey: keys.condition(id, query),
    placeholderData: whileSame(id),
    queryFn: () => get('/machines/:id/condition', { id, ...queryOf(query) }),
    retry: false,
  })
  const set = (edit: Readonly<Record<string, string | undefined>>) => {
    const next = new URLSearchParams(params)
    for (const [key, value] of Object.entries(edit)) {
      if (value) next.set(key, value)
      else next.delete(key)
    }
    setParams(next, { replace: true })
  }
  useEffect(() => {
    if (view)
      document.title = say('Survey of {name} {number}', { name: view.plate.name, number: view.plate.number })
  }, [view])
  if (error) return <p className="p-8">{wordsOf(error)}</p>
  if (!view) return null
  return (
    <main className="flex-1 space-y-3 p-4 pb-16">
      <StripPlate plate={view.plate} to={`/machines/${view.machine}?show=condition`} />
      <Head view={view} />
      <TabRow
        label={say('Parts of the survey')}
        tabs={parts.map((key) => ({ key, name: partNames[key] }))}
        value={part}
        onChange={(key) => set({ part: key === 'board' ? undefined : key })}
      >
        {part === 'board' && (
          <Board
            view={view}
            chosen={params.get('zone') ?? undefined}
            onZone={(name) => set({ zone: name })}
            photo={params.get('photo') ?? undefined}
            onPhoto={(entry) => set({ photo: entry })}
          />
        )}
        {part === 'over time' && <GradeLine history={view.history} now={view.now} />}
        {part === 'two dates' && <CompareDates view={view} from={from} to={to} onDates={set} />}
        {part === 'second opinion' && <SecondOpinion view={view} />}
      </TabRow>
    </main>
  )
}

/** What the grade rests on: how far the look went, and the findings that hold it down. */
function headWords(view: ConditionView): string {
  if (view.hidden)
    return say('Blind survey: what others found is hidden until you end it. {looked} of {of} zones so far.', {
      looked: view.looked,
      of: view.of,
    })
  if (view.grade === undefined)
    return say('None of its {of} zones is recorded as examined. Not known is not “good”.', { of: view.of })
  const far =
    view.looked < view.of
      ? say('So far, {looked} of {of} zones.', { looked: view.looked, of: view.of })
      : say('All {of} zones were looked at.', { of: view.of })
  const held = view.lifts.map((f) =>
    say('{sort} on {zone} ({gradeReason})', {
      sort: f.sort,
      zone: f.zone,
      gradeReason: gradeReasonWords(f.because),
    }),
  )
  return held.length > 0 ? say('{far} Because of {held}.', { far, held: list(held, 3) }) : far
}

/** Whose survey this is, how far it got, what the grade is so far. */
function Head({ view }: { view: ConditionView }) {
  const { me } = useSigned()
  const { short } = useDates()
  const { send, error, busy } = useSend()
  const machine = view.machine as MachineId
  const begin = (blind: boolean) => void send([{ body: { kind: 'survey', what: 'begun', machine, blind } }])
  const end = () =>
    view.open &&
    void send([{ body: { kind: 'survey', what: 'ended', machine, survey: view.open.id as EntryId } }])
  const others = view.surveys.filter((s) => s.ended && !s.blind && s.byId !== me.party)
  return (
    <section aria-label={say('Condition')} className="flex flex-wrap items-center gap-x-8 gap-y-2">
      <strong className="font-display text-34 font-semibold">
        {view.grade === undefined ? say('Not surveyed') : gradeTitle(view.grade)}
      </strong>
      <p className="text-18 min-w-64 flex-1">
        {headWords(view)}
        {view.set &&
          ` ${say('Set by {by}, {at}: {reason} By the findings it would be {gradeTitle}.', {
            by: view.set.by,
            at: short(view.set.at),
            reason: view.set.reason,
            gradeTitle: gradeTitle(view.derived),
          })}`}
        {view.open && (
          <span className="text-quiet">
            {` ${say('Your survey began {at}; {zones} looked at in it.', {
              at: short(view.open.at),
              zones: count(view.open.zones, 'zone'),
            })}`}
          </span>
        )}
      </p>
      {me.role !== 'guest' && (
        <div className="flex flex-wrap items-center gap-4">
          {view.open ? (
            <MainButton disabled={busy} onClick={end}>
              {view.open.blind ? say('End, and compare') : say('End the survey')}
            </MainButton>
          ) : (
            <>
              <MainButton disabled={busy} onClick={() => begin(false)}>
                {say('Begin a survey')}
              </MainButton>
              {others.length > 0 && (
                <PlainButton
                  disabled={busy}
                  onClick={() => begin(true)}
                  title={say('You see nothing that others found until you end it.')}
                >
                  {say('Survey it blind')}
                </PlainButton>
              )}
            </>
          )}
        </div>
      )}
      <Said error={error} />
    </section>
  )
}

function Board({
  view,
  chosen,
  onZone,
  photo,
  onPhoto,
}: {
  view: ConditionView
  chosen: string | undefined
  onZone: (zone: string | undefined) => void
  photo: string | undefined
  onPhoto: (entry: string | undefined) => void
}) {
  const [adding, setAdding] = useState<string>()
  const zone =
    view.zones.find((z) => z.zone === chosen) ??
    (adding ? { zone: adding, material: '', structural: false, looked: false, findings: [] } : undefined)
  const findings = view.zones.flatMap((z) => z.findings)
  return (
    <div className="grid grid-cols-[minmax(0,1.05fr)_minmax(0,1fr)] gap-6 max-lg:grid-cols-1">
      <div>
        <ZoneBoard view={view} chosen={zone?.zone} onZone={onZone} />
        <AnotherZone
          onName={(name) => {
            setAdding(name)
            onZone(name)
          }}
        />
      </div>
      <div>
        {zone ? (
          <ZonePanel key={zone.zone} view={view} zone={zone} onPhoto={onPhoto} />
        ) : (
          <GradeFacts view={view} onZone={onZone} />
        )}
      </div>
      {photo && (
        <PhotoViewer
          machine={view.machine as MachineId}
          photos={view.photos}
          at={photo}
          onAt={onPhoto}
          findings={findings.map((f) => ({
            value: f.id,
            label: say('{sort} on {zone}', { sort: f.sort, zone: f.zone }),
          }))}
          positions={view.positions}
        />
      )}
    </div>
  )
}

function AnotherZone({ onName }: { onName: (name: string) => void }) {
  const { me } = useSigned()
  const [name, setName] = useState<string>()
  if (me.role === 'guest') return null
  if (name === undefined)
    return (
      <p className="mt-2">
        <Act onClick={() => setName('')}>{say('Another zone')}</Act>
      </p>
    )
  return (
    <form
      className="mt-2 flex items-center gap-3"
      onSubmit={(e) => {
        e.preventDefault()
        if (name.trim()) onName(name.trim())
        setName(undefined)
      }}
    >
      <input
        aria-label={say('Name of the zone')}
        className="field max-w-64"
        placeholder={say('inside the lid')}
        value={name}
        onChange={(e) => setName(e.target.value)}
        autoFocus
        maxLength={80}
      />
      <PlainButton type="submit">{say('Add the zone')}</PlainButton>
    </form>
  )
}
