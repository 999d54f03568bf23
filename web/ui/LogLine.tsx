/** One line of the ruled sheet: time, who, what, result; superseded versions struck but readable; contested ones tied. */
import { say } from '#api/words/say.ts'
import type { EntryWords } from '../../api/words/names.ts'
import type { VersionRow, LogRow } from '#core/views/rows.ts'
import { useState, type ReactNode } from 'react'
import { clockWords, durationWords, whenWords } from '#api/words/dates.ts'
import { entryWords } from '#api/words/entries.ts'
import { unauthorisedWords, voidRowWords } from '#api/words/standing.ts'
import { refusalWords } from '#api/words/refusals.ts'
import type { Labels } from '#core/views/labels.ts'
import { useDates } from '#web/app/session.tsx'
import { sortKey } from '#core/quantity/time.ts'
import { photoSrc } from './photos/src.ts'

export interface LogNames {
  readonly labels: Labels
  readonly machine: string
}

export function useEntryWords({ labels, machine }: LogNames) {
  const { when } = useDates()
  return (body: LogRow['body'], happenedAt?: LogRow['happenedAt']) =>
    entryWords(body, {
      labels,
      machine,
      zone: when.zone,
      now: when.now,
      at: happenedAt && sortKey(happenedAt),
    })
}

export function LogLine({
  row,
  names,
  day,
  children,
  onAct,
  actLabel,
  unsent = false,
}: {
  row: LogRow
  names: LogNames
  day?: boolean
  children?: ReactNode
  onAct?: (() => void) | undefined
  actLabel?: string
  /** It waits on this device. */
  unsent?: boolean
}) {
  const { when, short } = useDates()
  const words = useEntryWords(names)
  const [open, setOpen] = useState(false)
  const said = words(row.body, row.happenedAt)
  const who = row.doneBy ? (names.labels[`initials:${row.doneBy}`] ?? '') : ''
  const earlier = row.versions.length > 1 ? row.versions.slice(0, -1) : []
  const late =
    row.happenedAt.earliest === row.happenedAt.latest &&
    Date.parse(row.recordedAt) - Date.parse(row.happenedAt.latest) > 3_600_000
  return (
    <li
      id={`entry-${row.id}`}
      className={`border-hair group border-b [overflow-wrap:anywhere] ${row.contested ? 'border-l-oxide border-l-4' : unsent ? 'border-l-line border-l-4 border-l-dashed pl-1' : ''}`}
    >
      <div
        className={`relative grid min-h-8 grid-cols-[auto_2.4rem_minmax(0,1fr)_auto] items-baseline gap-x-2 py-1.5 ${day ? 'max-sm:grid-cols-[auto_1fr]' : 'max-sm:grid-cols-[auto_2.4rem_minmax(0,1fr)]'}`}
      >
        <span className={`num ${day ? 'w-[11.2rem] max-sm:w-auto' : 'w-[3.4rem] whitespace-nowrap'}`}>
          {day && row.happenedAt.earliest === row.happenedAt.latest ? `${short(row.happenedAt.latest)} ` : ''}
          {whenWords(row.happenedAt, when.now, when.zone)}
        </span>
        <span className="num text-quiet">{who}</span>
        <span
          className={`min-w-0 break-words ${day ? 'max-sm:col-span-full' : ''} ${said.proof ? 'font-bold' : ''} ${row.withdrawn ? 'line-through' : ''}`}
        >
          <LineSaid said={said} row={row} unsent={unsent} earlier={earlier} open={open} onOpen={setOpen} />
        </span>
        <span className="max-w-60 text-right max-sm:col-span-full max-sm:max-w-none max-sm:text-left max-sm:empty:hidden">
          <span
            className={`num text-13 ${said.proof ? 'font-bold' : 'text-quiet'} ${row.withdrawn ? 'line-through' : ''}`}
          >
            {said.result}
          </span>
          {onAct && (
            <button
              type="button"
              className="act bg-sheet text-13 unseen absolute top-1 right-0 py-0.5 pl-3 any-pointer-coarse:static any-pointer-coarse:ml-3 any-pointer-coarse:min-h-11 any-pointer-coarse:bg-transparent"
              onClick={onAct}
              aria-label={`${actLabel ?? say('Correct')}: ${said.what}`}
            >
              {actLabel ?? say('Correct')}
            </button>
          )}
        </span>
      </div>
      {row.photos.length > 0 && <RowPhotos row={row} names={names} said={said} />}
      {row.contested && (
        <p className="text-oxide pb-1.5 pl-2">
          {say('Contested. {refusal} It moved nothing.', {
            refusal: refusalWords(row.contested, { zone: when.zone, labels: names.labels }),
          })}
        </p>
      )}
      {open && <Versions row={row} words={words} short={short} when={when} />}
      {late && open && (
        <p className="text-quiet ml-[6rem]">
          {say('written {recordedAt}', { recordedAt: short(row.recordedAt) })}
        </p>
      )}
      {children}
    </li>
  )
}

/** What the entry says, and how it is known. */
function LineSaid({
  said,
  row,
  unsent,
  earlier,
  open,
  onOpen,
}: {
  said: EntryWords
  row: LogRow
  unsent: boolean
  earlier: VersionRow[]
  open: boolean
  onOpen: (value: boolean) => void
}) {
  return (
    <>
      {said.what}
      {row.basis === 'from memory' && (
        <abbr title={say('from memory')} className="text-quiet num ml-1.5 font-normal no-underline">
          m
        </abbr>
      )}
      {row.minutes !== undefined && (
        <span className="text-quiet ml-1.5 font-normal">{durationWords(row.minutes)}</span>
      )}
      {row.basis === 'told' && <span className="text-quiet ml-1.5 font-normal">{say('told')}</span>}
      {unsent && <span className="text-quiet ml-1.5 font-normal">{say('not sent yet')}</span>}
      {row.clockUncertain && <span className="text-copper ml-1.5 font-normal">{say('clock uncertain')}</span>}
      {row.voidBy && <span className="text-copper ml-1.5 font-normal">{voidRowWords(row.voidBy)}</span>}
      {row.unauthorised && (
        <span className="text-copper ml-1.5 font-normal">{unauthorisedWords(row.unauthorised)}</span>
      )}
      {row.onVoid && <span className="text-copper ml-1.5 font-normal">{say('done on a void result')}</span>}
      {earlier.length > 0 && (
        <button
          type="button"
          className="act ml-2 font-normal"
          aria-expanded={open}
          onClick={() => onOpen(!open)}
        >
          {row.withdrawn ? say('withdrawn') : say('corrected')}
        </button>
      )}
    </>
  )
}

function RowPhotos({ row, names, said }: { row: LogRow; names: LogNames; said: EntryWords }) {
  return (
    <p className="flex flex-wrap gap-2 pb-1.5 pl-24">
      {row.photos.map((photo) => (
        <a
          key={photo}
          href={photoSrc(names.machine, photo, 'original')}
          target="_blank"
          rel="noreferrer"
          className="block p-1"
          style={{ background: 'var(--photo)' }}
        >
          <img
            src={photoSrc(names.machine, photo)}
            alt={say('photograph with: {what}', { what: said.what })}
            className="h-14"
            loading="lazy"
          />
        </a>
      ))}
    </p>
  )
}

/** What the entry said before. */
function Versions({
  row,
  words,
  short,
  when,
}: {
  row: LogRow
  words: (body: LogRow['body'], happenedAt?: LogRow['happenedAt']) => EntryWords
  short: (at: string) => string
  when: { zone: string; now: string }
}) {
  return (
    <ul className="text-quiet border-hair mb-2 ml-[6rem] border-l-2 pl-3">
      {row.versions.map((version, i) => {
        const text = version.how === 'withdraw' ? say('withdrawn') : words(version.body).what
        const current = i === row.versions.length - 1
        return (
          <li key={version.id} className="py-0.5">
            <span className="num text-13">{`${short(version.recordedAt)} ${clockWords(version.recordedAt, when.zone)}`}</span>{' '}
            {version.how === 'said' ? say('said') : version.how === 'correct' ? say('corrected to') : ''}{' '}
            <span
              className={current ? 'text-ink' : 'line-through'}
            >{`${text}${version.how === 'withdraw' ? '' : `, ${short(version.happenedAt.latest)} ${whenWords(version.happenedAt, when.now, when.zone)}`}${version.how !== 'withdraw' && words(version.body).result ? `: ${words(version.body).result}` : ''}`}</span>
            {version.reason && <span> {say('because {reason}', { reason: version.reason })}</span>}
          </li>
        )
      })}
    </ul>
  )
}
