/** One machine: plate, status with its sentence, lifeline, and below it what the words of the row switch. */
import { say } from '#api/words/say.ts'
import { StatusLine } from './StatusLine.tsx'
import { useQuery } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { Link, useNavigate, useParams, useSearchParams } from 'react-router'
import { dayWords } from '#api/words/dates.ts'
import { dayInterval } from '#core/quantity/time.ts'
import type { MachineId } from '#core/ids.ts'
import { keys, whileSame } from '#web/app/keys.ts'
import { get, wordsOf } from '#web/app/http.ts'
import { useDates, useDrafts, useSigned, useWrite } from '#web/app/session.tsx'
import { Act, PlainButton, Said, Slip, TextField } from '#web/ui/Forms.tsx'
import { MachineLifeline } from '#web/ui/MachineLifeline.tsx'
import { NotHereYet } from './NotHereYet.tsx'
import { FullPlate } from '#web/ui/Plate.tsx'
import { TabRow } from '#web/ui/TabRow.tsx'
import { sections } from './sections.ts'
import { SectionBody } from './SectionBody.tsx'
import { TodoList } from './TodoList.tsx'

/** Which part of the page is shown, and the day it speaks of: both stand in the address. */
function useShown() {
  const [params, setParams] = useSearchParams()
  const show = (key: string) => {
    const next = new URLSearchParams(params)
    next.set('show', key)
    setParams(next, { replace: true })
  }
  const setAsOf = (day: string) => {
    const next = new URLSearchParams(params)
    if (day) next.set('asOf', day)
    else next.delete('asOf')
    setParams(next, { replace: true })
  }
  return { asOf: params.get('asOf') ?? '', section: params.get('show') ?? 'functions', show, setAsOf }
}

export function View() {
  const { id = '' } = useParams()
  const { me } = useSigned()
  const { zone } = useDates()
  const { asOf, section, show, setAsOf } = useShown()
  const instant = asOf ? dayInterval(asOf, zone).latest : undefined
  const { data: view, error } = useQuery({
    queryKey: keys.machine(id, asOf),
    placeholderData: whileSame(id),
    queryFn: () => get('/machines/:id', { id, asOf: instant }),
    retry: false,
  })
  const [opening, setOpening] = useState(false)
  const [dated, setDated] = useState(false)

  useMarkedAsOf(asOf)
  useEffect(() => {
    if (view) document.title = `${view.plate.name} ${view.plate.number}`
  }, [view])
  if (error && asOf && instant)
    return <NotHereYet machine={id} day={asOf} until={instant} onBack={() => setAsOf('')} />
  if (error) return <Trouble words={wordsOf(error)} onBack={() => setAsOf('')} />
  if (!view) return null
  return (
    <main className="flex-1 space-y-4 p-4 pb-16">
      <FullPlate id={view.id} plate={view.plate} />
      <StatusLine view={view} today={!asOf} onOpen={() => setOpening(true)} />
      {asOf && (
        <AsOfNote
          asOf={asOf}
          onToday={() => {
            setDated(false)
            setAsOf('')
          }}
        />
      )}
      {opening && (
        <OpenEpisode machine={view.id} onClose={() => setOpening(false)} next={view.episodes.at(-1)?.next} />
      )}
      <TodoList view={view} />
      {view.lifeline.lanes.length > 0 ? (
        <MachineLifeline
          view={view}
          onEntry={(entry) => {
            show('entries')
            setTimeout(
              () => document.getElementById(`entry-${entry}`)?.scrollIntoView({ block: 'center' }),
              60,
            )
          }}
        />
      ) : (
        <p className="bg-sheet rounded-sm p-5">
          {say(
            'Its type is not known yet, so no function is listed. Functions and positions are written down as they are met in an episode: “test paper feed pass”, “out R12”.',
          )}
        </p>
      )}
      <TabRow
        label={say('More about this machine')}
        tabs={sections(view, me.role)}
        value={section}
        onChange={show}
        beside={
          <BesideTabs
            machine={view.id}
            asOf={asOf}
            dated={dated}
            onDated={() => setDated(true)}
            onAsOf={setAsOf}
          />
        }
      >
        <SectionBody view={view} section={section} />
      </TabRow>
    </main>
  )
}

/** The whole page says that it shows an earlier day. */
function useMarkedAsOf(asOf: string) {
  useEffect(() => {
    if (asOf) document.documentElement.dataset['asof'] = ''
    else delete document.documentElement.dataset['asof']
    return () => {
      delete document.documentElement.dataset['asof']
    }
  }, [asOf])
}

function AsOfNote({ asOf, onToday }: { asOf: string; onToday: () => void }) {
  const { zone } = useDates()
  return (
    <p className="bg-straw px-4 py-2 text-black" role="status">
      {say('As of {day}: what was true then, by all that is known now.', {
        day: dayWords(`${asOf}T12:00:00.000Z`, zone),
      })}{' '}
      <button type="button" className="font-bold underline" onClick={onToday}>
        {say('Back to today')}
      </button>
    </p>
  )
}

/** The day that the page speaks of, and the dossier. */
function BesideTabs({
  machine,
  asOf,
  dated,
  onDated,
  onAsOf,
}: {
  machine: MachineId
  asOf: string
  dated: boolean
  onDated: () => void
  onAsOf: (day: string) => void
}) {
  const { me } = useSigned()
  const { when } = useDates()
  return (
    <>
      {dated || asOf ? (
        <label className="ml-auto flex items-center gap-2 pb-1">
          <span className="text-13 text-quiet">{say('As of')}</span>
          <input
            type="date"
            autoFocus={dated}
            className="field num h-8 w-36"
            value={asOf}
            max={when.now.slice(0, 10)}
            onChange={(e) => onAsOf(e.target.value)}
          />
        </label>
      ) : (
        <span className="ml-auto flex gap-5 pb-1.5">
          {me.role !== 'guest' && (
            <Link className="act inline-flex min-h-7 items-center" to={`/machines/${machine}/dossier`}>
              {say('Dossier')}
            </Link>
          )}
          <button type="button" className="act min-h-7" onClick={onDated}>
            {say('As of a day')}
          </button>
        </span>
      )}
    </>
  )
}

function Trouble({ words, onBack }: { words: string; onBack: () => void }) {
  return (
    <main className="p-8">
      <p className="mb-3">{words}</p>
      <Act onClick={onBack}>{say('Back to today')}</Act>
    </main>
  )
}

function OpenEpisode({
  machine,
  next,
  onClose,
}: {
  machine: MachineId
  next: string | undefined
  onClose: () => void
}) {
  const navigate = useNavigate()
  const drafts = useDrafts()
  const write = useWrite()
  const [title, setTitle] = useState(next && next.length <= 80 ? next : '')
  const [error, setError] = useState<string>()
  const open = async () => {
    const [draft] = drafts([{ body: { kind: 'episode', what: 'opened', machine, title: title.trim() } }])
    if (!draft) return
    try {
      const written = await write([draft])
      if (written.sent && written.refused) setError(written.refused.detail)
      else if (written.sent) await navigate(`/episodes/${draft.id}`)
      else setError(say('No connection. It is kept here and sent when the connection is back.'))
    } catch (failure) {
      setError(wordsOf(failure))
    }
  }
  return (
    <Slip title={say('Open an episode')} onClose={onClose}>
      <form
        className="flex items-end gap-4"
        onSubmit={(event) => {
          event.preventDefault()
          void open()
        }}
      >
        <div className="flex-1">
          <TextField
            label={say('What it is about')}
            placeholder={say('rows print double')}
            required
            maxLength={80}
            autoFocus
            value={title}
            onChange={(e) => setTitle(e.target.value)}
          />
        </div>
        <PlainButton type="submit">{say('Open it')}</PlainButton>
      </form>
      <Said error={error} />
    </Slip>
  )
}
