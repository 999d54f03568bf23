/** The eight verbs: everything by two taps. A tap fills the line, so it teaches typing. */
import { useRef, useState } from 'react'
import type { MachineId } from '#core/ids.ts'
import type { ComposerContext } from '#core/composer/context.ts'
import { Act, Said } from '#web/ui/Forms.tsx'
import { MeterPanel } from './MeterPanel.tsx'
import type { Meter } from './useMeter.ts'
import { usePhotoUploads } from '#web/ui/photos/upload.ts'

type Verb = 'Take out' | 'Put in' | 'Test' | 'Read' | 'Work' | 'Wait' | 'Ask' | 'Photo'
const verbs: readonly Verb[] = ['Take out', 'Put in', 'Test', 'Read', 'Work', 'Wait', 'Ask', 'Photo']

interface Choice {
  readonly label: string
  readonly line: string
  /** The function whose cells are tried one by one. */
  readonly grid?: string
  readonly quiet?: string | undefined
}

/** What a second tap may be, by verb. Pure. */
export function choicesOf(verb: Verb, context: ComposerContext): Choice[] {
  switch (verb) {
    case 'Take out':
      return context.slots
        .filter((s) => s.content === 'unseen' || s.content === 'part')
        .map((s) => ({
          label: s.position.designator,
          quiet: s.position.accepts,
          line: `out ${s.position.designator}`,
        }))
    case 'Put in': {
      const back = context.tray.flatMap((p): Choice[] =>
        p.home?.position
          ? [{ label: `${p.label} back into ${p.home.position}`, line: `in ${p.home.position}` }]
          : [],
      )
      const home = context.parts.flatMap((p): Choice[] =>
        p.home?.position && p.home.in.id === context.machine && !context.tray.some((t) => t.id === p.id)
          ? [
              {
                label: `${p.label} home into ${p.home.position}`,
                quiet: p.placeLabel,
                line: `in ${p.home.position}`,
              },
            ]
          : [],
      )
      const empty = context.slots
        .filter((s) => s.content === 'empty')
        .map((s) => ({
          label: `something else into ${s.position.designator}`,
          quiet: s.position.accepts,
          line: `in ${s.position.designator} `,
        }))
      const full = context.slots
        .filter((s) => (s.content === 'part' || s.content === 'unseen') && !s.position.assembly)
        .map((s) => ({
          label: `swap ${s.position.designator}`,
          quiet: s.position.accepts,
          line: `swap ${s.position.designator} < `,
        }))
      return [...back, ...home, ...empty, ...full]
    }
    case 'Test':
      return [
        { label: 'all pass', line: 'all pass' },
        { label: 'all pass but …', line: 'all pass but ' },
        ...context.functions.flatMap((f): Choice[] => [
          ...(f.grid
            ? [
                {
                  label: `${f.name}, one by one`,
                  line: '',
                  grid: f.name,
                  quiet: `${f.grid.flat().filter(Boolean).length} cells`,
                },
              ]
            : []),
          { label: `${f.name} pass`, line: `test ${f.name} pass`, quiet: context.standing[f.name] },
          { label: `${f.name} fail`, line: `test ${f.name} fail: ` },
        ]),
      ]
    case 'Read': {
      const rails =
        context.points.length > 0
          ? []
          : ['5V', '12V', '-12V'].map((rail) => ({ label: `${rail} rail`, line: `${rail} ` }))
      return [
        ...context.points.map((p) => ({
          label: p.point,
          quiet: p.last ? `last ${p.last.asWritten}` : 'not read yet',
          line: `${p.point} `,
        })),
        ...rails,
        { label: 'another point', line: 'read ' },
        ...(context.points.some((p) => p.last?.here)
          ? [{ label: 'keep these as the healthy set', line: 'healthy' }]
          : []),
      ]
    }
    case 'Work':
      return ['clean', 'reseat', 'resolder', 'adjust', 'wipe', 'oil', 'mend', 'verify']
        .map((w) => ({ label: w, line: `${w} ` }))
        .concat([
          ...context.methods.map((m) => ({
            label: `${m.recipe.verb} by ${m.recipe.name}`,
            line: `${m.recipe.verb} … by ${m.recipe.name}`,
          })),
          { label: 'screws off', line: 'off ' },
          { label: 'screws on', line: 'on ' },
          { label: 'unplug', line: 'unplug ' },
          ...context.connectionsOff.map((c) => ({ label: `plug ${c}`, line: `plug ${c}` })),
          ...context.tray.map((p) => ({
            label: `keep ${p.label} with the machine`,
            line: `keep ${p.label} `,
          })),
          { label: 'hazard', line: 'hazard ' },
          { label: 'power on', line: 'power on' },
          { label: 'power off', line: 'power off' },
        ])
    case 'Wait':
      return ['15m', '1h', '24h'].map((d) => ({ label: d, line: `wait ${d} ` }))
    case 'Ask':
      return [
        { label: 'a question', line: 'ask ' },
        ...context.questions.map((q, i) => ({ label: `answer: ${q.words}`, line: `answer ${i + 1} ` })),
        { label: 'a note', line: 'note ' },
      ]
    case 'Photo':
      return []
  }
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
  const [open, setOpen] = useState<Verb>()
  const file = useRef<HTMLInputElement>(null)
  const photos = usePhotoUploads(context.machine as MachineId, context.episode)
  const refused = photos.uploads.filter((u) => u.state === 'refused')
  const choices = open ? choicesOf(open, context) : []
  return (
    <div className="relative">
      {open && (
        <div
          className="bg-next border-line absolute inset-x-0 bottom-full max-h-72 overflow-auto border-t"
          role="group"
          aria-label={`${open}: what`}
          onKeyDown={(e) => e.key === 'Escape' && setOpen(undefined)}
        >
          {open === 'Read' && (
            <MeterPanel
              meter={meter}
              onTake={() => {
                setOpen(undefined)
                onTake()
              }}
            />
          )}
          {choices.length === 0 && (
            <p className="text-quiet p-3">Nothing to choose from. Type it into the line.</p>
          )}
          <ul className="grid grid-cols-3 max-md:grid-cols-2">
            {choices.map((c) => (
              <li key={c.label} className="border-hair border-r border-b">
                <button
                  type="button"
                  className="hover:bg-sheet flex min-h-11 w-full items-center justify-between gap-2 px-3 py-1"
                  onClick={() => {
                    setOpen(undefined)
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
      )}
      {refused.map((u) => (
        <p key={u.key} className="flex items-center gap-4 px-2">
          <Said error={`${u.file.name}: ${u.error ?? ''}`} />
          <Act onClick={() => photos.again(u)}>Try again</Act>
          <Act onClick={() => photos.drop(u)}>Put away</Act>
        </p>
      ))}
      <input
        ref={file}
        type="file"
        accept="image/jpeg,image/png,image/webp"
        multiple
        className="sr-only"
        tabIndex={-1}
        aria-label="Photograph"
        onChange={(event) => {
          photos.add([...(event.target.files ?? [])])
          event.target.value = ''
        }}
      />
      <div className="border-line bg-sheet grid grid-cols-8 border-t">
        {verbs.map((verb) => (
          <button
            key={verb}
            type="button"
            aria-expanded={verb === 'Photo' ? undefined : open === verb}
            className={`border-hair h-14 border-r text-center font-bold last:border-r-0 ${open === verb ? 'bg-next shadow-[inset_0_3px_0_var(--verdigris)]' : 'hover:bg-next'}`}
            onClick={() => {
              if (verb === 'Photo') file.current?.click()
              else setOpen(open === verb ? undefined : verb)
            }}
          >
            {verb}
          </button>
        ))}
      </div>
    </div>
  )
}
