/** Parts of a camera check: the next mark, what the chips came out as, and what follows. */
import { say } from '#api/words/say.ts'
import type { CameraAnswer } from '#api/treatments.ts'
import { cameraCheckWords, captureWords, checkTroubleWords, troubleWords } from '#api/words/colours.ts'
import { checkCamera, type Chip } from '#core/colour/camera.ts'
import { calibrate, colourOf, type Card } from '#core/colour/cards.ts'
import type { Lab } from '#core/colour/spaces.ts'
import { PlainButton, SelectField, TextField } from '#web/ui/Forms.tsx'

/** "62 1.5 14" */
export const labOf = (text: string): Lab | undefined => {
  const read = text
    .trim()
    .split(/[\s;/]+/)
    .map((n) => Number(n.replace(',', '.')))
  const [l, a, b] = read
  return read.length === 3 &&
    l !== undefined &&
    a !== undefined &&
    b !== undefined &&
    read.every(Number.isFinite)
    ? [l, a, b]
    : undefined
}

/** What each chip came out as, by the cards beside it. */
export function chipsRead(
  { marks }: CameraAnswer,
  known: Readonly<Record<string, string>>,
): { readonly chips: readonly Chip[]; readonly neutrals: number } | { readonly problem: string } {
  const region = (m: CameraAnswer['marks'][number]) => ({ ...m, at: [m.x + m.w / 2, m.y + m.h / 2] as const })
  const cards = marks.flatMap((m): Card[] =>
    m.role === 'card' && m.lightness !== undefined ? [{ ...region(m), lightness: m.lightness }] : [],
  )
  const by = calibrate(cards)
  if ('why' in by) return { problem: troubleWords(by) }
  const chips = marks
    .filter((m) => m.role === 'patch')
    .flatMap((m): Chip[] => {
      const said = labOf(known[m.name] ?? '')
      const read = colourOf(by, region(m))?.lab
      return said && read ? [{ name: m.name, known: said, read }] : []
    })
  return { chips, neutrals: by.neutrals }
}

export interface Next {
  readonly role: 'card' | 'chip'
  readonly label: string
  readonly lightness: string
  readonly lab: string
}

/** What the next mark is: a card of known lightness, or a chip of known colour. */
export function NextMark({
  next,
  onNext,
  chips,
  onMiddle,
}: {
  next: Next
  onNext: (next: Next) => void
  /** How many are known already. */
  chips: number
  onMiddle: () => void
}) {
  return (
    <fieldset className="grid grid-cols-2 items-end gap-2">
      <legend className="text-13 text-quiet mb-1">
        {say('Next mark: say what it is, then draw it on the picture')}
      </legend>
      <SelectField
        label={say('What it is')}
        value={next.role}
        onChange={(e) => {
          const role = e.target.value as Next['role']
          onNext({
            ...next,
            role,
            label: role === 'card' ? say('grey') : say('chip {chips}', { chips: chips + 1 }),
          })
        }}
        options={['card', 'chip']}
      />
      <TextField
        label={say('Its name')}
        value={next.label}
        maxLength={80}
        onChange={(e) => onNext({ ...next, label: e.target.value })}
      />
      {next.role === 'card' ? (
        <TextField
          label={say('Lightness L*')}
          className="num"
          inputMode="decimal"
          value={next.lightness}
          onChange={(e) => onNext({ ...next, lightness: e.target.value })}
        />
      ) : (
        <TextField
          label={say('Known L* a* b*')}
          className="num"
          placeholder="62 1.5 14"
          value={next.lab}
          onChange={(e) => onNext({ ...next, lab: e.target.value })}
        />
      )}
      <PlainButton onClick={onMiddle}>{say('Put it in the middle')}</PlainButton>
    </fieldset>
  )
}

/** What the chips came out as, and what follows for this camera's numbers. */
export function CheckOut({ read, said }: { read: CameraAnswer; said: ReturnType<typeof chipsRead> }) {
  const check = 'chips' in said ? checkCamera(said.chips, said.neutrals) : undefined
  return (
    <div className="border-verdigris border-l-4 pl-3" role="status">
      {read.capture.map((t) => (
        <p key={t.why} className="text-copper font-bold">
          {captureWords(t)}
        </p>
      ))}
      {'problem' in said && <p className="text-copper font-bold">{said.problem}</p>}
      {check &&
        ('why' in check ? (
          <p className="text-copper font-bold">{checkTroubleWords(check)}</p>
        ) : (
          cameraCheckWords(check).map((line) => <p key={line}>{line}</p>)
        ))}
      {'chips' in said &&
        said.chips.map((c) => (
          <p key={c.name} className="num text-quiet">
            {say('{name}: b* {read}, known {known}', {
              name: c.name,
              read: c.read[2].toFixed(1),
              known: c.known[2].toFixed(1),
            })}
          </p>
        ))}
    </div>
  )
}
