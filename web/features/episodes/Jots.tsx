/** Jots: kept with nothing asked, listed at the left, sorted into entries that keep their time and pictures. */
import { say } from '#api/words/say.ts'
import type { Draft } from '#core/history/entry.ts'
import { useState } from 'react'
import { effectWords } from '#api/words/composer.ts'
import { problemWords } from '#api/words/composer-asks.ts'
import type { Body } from '#core/history/bodies/index.ts'
import type { EntryId } from '#core/ids.ts'
import type { EpisodeView, JotRow } from '#core/views/episode.ts'
import { useSend } from '#web/app/send.ts'
import { newId } from '#web/app/clock.ts'
import { useDates, type Writing } from '#web/app/session.tsx'
import { Act, PlainButton, Said, Slip, TextField } from '#web/ui/Forms.tsx'
import { photoSrc } from '#web/ui/photos/src.ts'
import { TeachWords } from './TeachWords.tsx'
import { useParsed } from './useComposer.ts'

const title = (jot: JotRow) =>
  jot.words ||
  (jot.seconds === undefined
    ? say('a photograph')
    : say('{round} s spoken', { round: Math.round(jot.seconds) }))

export function JotList({ view, onSort }: { view: EpisodeView; onSort: (jot: JotRow) => void }) {
  const { short, clock } = useDates()
  if (view.jots.length === 0) return null
  return (
    <section>
      <h2 className="headrule">{say('To be sorted')}</h2>
      <ul>
        {view.jots.map((jot) => (
          <li key={jot.entry} className="border-hair border-b py-1.5">
            <span className="num text-13 text-quiet block">{`${short(jot.happenedAt.latest)} ${clock(jot.happenedAt.latest)}`}</span>
            <span className="block break-words">{title(jot)}</span>
            {view.episode.state !== 'closed' && <Act onClick={() => onSort(jot)}>{say('Sort')}</Act>}
          </li>
        ))}
      </ul>
    </section>
  )
}

/** Any number of lines, each an entry at the jot's own time; or nothing to write. */
export function SortSlip({ view, jot, onClose }: { view: EpisodeView; jot: JotRow; onClose: () => void }) {
  const { zone, when } = useDates()
  const { send, error, busy } = useSend()
  const [line, setLine] = useState(jot.words)
  const [made, setMade] = useState<readonly string[]>([])
  const { parsed } = useParsed(line, view.context, zone, undefined, jot.happenedAt.latest)
  /** The entries at the jot's time, and that it became them: one act. */
  const sort = (bodies: readonly (Omit<Writing, 'id' | 'episode'> & { readonly body: Body })[]) => {
    const entries = bodies.map((e) => ({
      happenedAt: jot.happenedAt,
      ...e,
      id: newId(),
      episode: view.episode.id,
    }))
    const into = entries.map((e) => e.id as EntryId)
    return send([
      ...entries,
      {
        body: { kind: 'jot', what: 'sorted', machine: view.machine, jot: jot.entry, into },
        episode: view.episode.id,
      },
    ])
  }
  const write = async () => {
    if (!parsed.ok || busy || !(await sort(parsed.entries))) return
    setMade([...made, line])
    setLine('')
  }
  const says = parsed.ok
    ? parsed.effects.map((e) => effectWords(e, when).text).join(' ')
    : 'problem' in parsed
      ? problemWords(parsed.problem, zone)
      : say('Looking it up …')
  return (
    <Slip title={say('Sort: {title}', { title: title(jot) })} onClose={onClose}>
      <JotItself jot={jot} view={view} />
      {made.length > 0 && (
        <ul aria-label={say('Written from it')} className="mb-2">
          {made.map((text, i) => (
            <li key={i} className="num text-quiet">
              {text}
            </li>
          ))}
        </ul>
      )}
      <form
        className="flex items-end gap-4"
        onSubmit={(event) => {
          event.preventDefault()
          void write()
        }}
      >
        <div className="flex-1">
          <TextField
            label={made.length ? say('Another entry from it') : say('As an entry')}
            autoFocus
            autoComplete="off"
            value={line}
            onChange={(e) => setLine(e.target.value)}
          />
        </div>
        <PlainButton type="submit" disabled={!parsed.ok || busy}>
          {say('Write')}
        </PlainButton>
      </form>
      <p className="text-quiet my-2 min-h-5">{line.trim() ? says : ''}</p>
      <Said error={error} />
      <TeachWords jot={jot.words} lines={made} context={view.context} at={jot.happenedAt.latest} />
      <JotEnds made={made} onClose={onClose} busy={busy} jot={jot} sort={sort} view={view} />
    </Slip>
  )
}

/** The note as it was made: spoken, photographed. */
function JotItself({ jot, view }: { jot: JotRow; view: EpisodeView }) {
  const { short, clock } = useDates()
  return (
    <>
      <p className="text-quiet num text-13 mb-2">{`${short(jot.happenedAt.latest)} ${clock(jot.happenedAt.latest)}`}</p>
      {jot.seconds !== undefined && (
        <audio
          controls
          className="mb-3 w-full"
          src={`/api/machines/${view.machine}/voices/${jot.entry}`}
          aria-label={say('What was spoken')}
        />
      )}
      {jot.photos.length > 0 && (
        <ul className="mb-3 flex flex-wrap gap-2">
          {jot.photos.map((photo) => (
            <li key={photo} className="bg-photo">
              <img
                src={photoSrc(view.machine, photo)}
                alt={say('Photograph of this quick note')}
                className="h-40"
              />
            </li>
          ))}
        </ul>
      )}
    </>
  )
}

function JotEnds({
  made,
  onClose,
  busy,
  jot,
  sort,
  view,
}: {
  made: readonly string[]
  onClose: () => void
  busy: boolean
  jot: JotRow
  sort: (
    bodies: readonly (Omit<Writing, 'id' | 'episode'> & { readonly body: Body })[],
  ) => Promise<readonly Draft[] | undefined>
  view: EpisodeView
}) {
  return (
    <p className="flex gap-6">
      {made.length > 0 ? (
        <Act onClick={onClose}>{say('Close the note')}</Act>
      ) : (
        <>
          <Act
            disabled={busy || !jot.words}
            onClick={() =>
              void sort([{ body: { kind: 'note', machine: view.machine, words: jot.words } }]).then(
                (written) => written && onClose(),
              )
            }
          >
            {say('Keep it as a note')}
          </Act>
          <Act disabled={busy} onClick={() => void sort([]).then((written) => written && onClose())}>
            {say('Nothing to write')}
          </Act>
        </>
      )}
    </p>
  )
}
