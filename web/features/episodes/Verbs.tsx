/** The eight verbs: everything by two taps. A tap fills the line, so it teaches typing. */
import { say, shown } from '#api/words/say.ts'
import { useSource } from '#web/app/source.tsx'
import { useRef, useState, type RefObject } from 'react'
import type { MachineId } from '#core/ids.ts'
import {
  ArrowDownToLine,
  ArrowUpFromLine,
  Camera,
  CircleCheck,
  CircleHelp,
  Gauge,
  Hourglass,
  Wrench,
  type LucideIcon,
} from 'lucide-react'
import type { ComposerContext } from '#core/composer/context.ts'
import { Act, Said } from '#web/ui/Forms.tsx'
import { choicesOf, verbs, type Choice, type Verb } from './choices.ts'
import { MeterPanel } from './MeterPanel.tsx'
import type { Meter } from './useMeter.ts'
import { usePhotoUploads } from '#web/ui/photos/upload.ts'

/** A picture beside each word, for whoever reads pictures faster; never without the word. */
const icons: Readonly<Record<Verb, LucideIcon>> = {
  'Take out': ArrowUpFromLine,
  'Put in': ArrowDownToLine,
  Test: CircleCheck,
  Read: Gauge,
  Work: Wrench,
  Wait: Hourglass,
  Ask: CircleHelp,
  Photo: Camera,
}

export function Verbs({
  context,
  meter,
  onLine,
  onGrid,
  onTake,
}: {
  context: ComposerContext
  meter: Meter
  onLine: (line: string) => void
  onGrid: (fn: string) => void
  /** Take the instrument's reading into the line. */
  onTake: () => void
}) {
  const { lines } = useSource()
  const [open, setOpen] = useState<Verb>()
  const file = useRef<HTMLInputElement>(null)
  const photos = usePhotoUploads(context.machine as MachineId, context.episode)
  const refused = photos.uploads.filter((u) => u.state === 'refused')
  const choices: readonly Choice[] = open ? (lines?.(open, context) ?? choicesOf(open, context)) : []
  return (
    <div className="relative">
      {open && (
        <Choices
          open={open}
          onOpen={setOpen}
          meter={meter}
          onTake={onTake}
          choices={choices}
          onGrid={onGrid}
          onLine={onLine}
        />
      )}
      {refused.map((u) => (
        <p key={u.key} className="flex items-center gap-4 px-2">
          <Said error={`${u.file.name}: ${u.error ?? ''}`} />
          <Act onClick={() => photos.again(u)}>{say('Try again')}</Act>
          <Act onClick={() => photos.drop(u)}>{say('Discard')}</Act>
        </p>
      ))}
      <input
        ref={file}
        type="file"
        accept="image/jpeg,image/png,image/webp"
        multiple
        className="sr-only"
        tabIndex={-1}
        aria-label={say('Photograph')}
        onChange={(event) => {
          photos.add([...(event.target.files ?? [])])
          event.target.value = ''
        }}
      />
      <VerbRow open={open} file={file} onOpen={setOpen} />
    </div>
  )
}

/** What the open verb can be said of. */
function Choices({
  open,
  onOpen,
  meter,
  onTake,
  choices,
  onGrid,
  onLine,
}: {
  open: Verb
  onOpen: (value: Verb | undefined) => void
  meter: Meter
  onTake: () => void
  choices: readonly Choice[]
  onGrid: (fn: string) => void
  onLine: (line: string) => void
}) {
  const { practice } = useSource()
  return (
    <div
      className="bg-next border-line absolute inset-x-0 bottom-full max-h-72 overflow-auto border-t"
      role="group"
      aria-label={say('{open}: what', { open })}
      onKeyDown={(e) => e.key === 'Escape' && onOpen(undefined)}
    >
      {open === 'Read' && !practice && (
        <MeterPanel
          meter={meter}
          onTake={() => {
            onOpen(undefined)
            onTake()
          }}
        />
      )}
      {choices.length === 0 && (
        <p className="text-quiet p-3">{say('Nothing to choose from. Type it into the line.')}</p>
      )}
      <ul className="grid grid-cols-3 max-md:grid-cols-2">
        {choices.map((c) => (
          <li key={c.label} className="border-hair border-r border-b">
            <button
              type="button"
              className="hover:bg-sheet flex min-h-11 w-full items-center justify-between gap-2 px-3 py-1"
              onClick={() => {
                onOpen(undefined)
                if (c.grid) onGrid(c.grid)
                else onLine(c.line)
              }}
            >
              <span className="min-w-0 truncate">{c.label}</span>
              {c.quiet && <span className="text-13 text-quiet truncate">{c.quiet}</span>}
            </button>
          </li>
        ))}
      </ul>
    </div>
  )
}

function VerbRow({
  open,
  file,
  onOpen,
}: {
  open: Verb | undefined
  file: RefObject<HTMLInputElement | null>
  onOpen: (value: Verb | undefined) => void
}) {
  const { practice } = useSource()
  return (
    <div className="border-line bg-sheet grid auto-cols-fr grid-flow-col border-t">
      {verbs.map((verb) => {
        if (practice && verb === 'Photo') return null
        const Icon = icons[verb]
        return (
          <button
            key={verb}
            type="button"
            aria-expanded={verb === 'Photo' ? undefined : open === verb}
            className={`border-hair h-14 border-r text-center leading-tight font-bold last:border-r-0 ${open === verb ? 'bg-next shadow-[inset_0_3px_0_var(--verdigris)]' : 'hover:bg-next'}`}
            onClick={() => {
              if (verb === 'Photo') file.current?.click()
              else onOpen(open === verb ? undefined : verb)
            }}
          >
            <Icon aria-hidden size={17} strokeWidth={1.75} className="text-quiet mx-auto mb-0.5" />
            {shown(verb)}
          </button>
        )
      })}
    </div>
  )
}
