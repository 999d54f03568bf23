/** What a marking says: three-digit and RKM codes, colour bands both ways round. Offers candidates; a meter decides. */
import { paragraph } from '#api/words/lists.ts'
import { say } from '#api/words/say.ts'
import { useState } from 'react'
import { valueWords } from '#api/words/points.ts'
import { readCode } from '#core/parts/markings/codes.ts'
import { colours, readEitherWay, type Colour } from '#core/parts/markings/colour-bands.ts'
import { Act, TextField } from '#web/ui/Forms.tsx'

/** Readings of a text, as capacitor and as resistor, or as colour bands. Pure. */
export function readMarking(text: string): readonly { readonly words: string; readonly value: string }[] {
  const bands = text
    .trim()
    .toLowerCase()
    .split(/[\s,]+/)
  if (bands.length >= 3 && bands.every((b): b is Colour => (colours as readonly string[]).includes(b)))
    return readEitherWay(bands).map((r) => ({
      words: `${valueWords(r.ohm, 'ohm')} ±${r.tolerancePercent} %${r.ppmPerKelvin === undefined ? '' : `, ${r.ppmPerKelvin} ppm/K`}`,
      value: valueWords(r.ohm, 'ohm'),
    }))
  return (['F', 'ohm'] as const).flatMap((unit) => {
    const read = readCode(text, unit)
    if (!read) return []
    const { tolerance } = read
    const band = tolerance
      ? tolerance.above === tolerance.below
        ? `±${tolerance.above} ${tolerance.unit ?? '%'}`
        : `+${tolerance.above} −${tolerance.below} %`
      : ''
    return [
      {
        words:
          unit === 'F'
            ? say('{value} on a capacitor', { value: paragraph(faradWords(read.value, unit), band) })
            : say('{value} on a resistor', { value: paragraph(faradWords(read.value, unit), band) }),
        value: faradWords(read.value, unit),
      },
    ]
  })
}

/** Nano and pico, which `valueWords` leaves to those who measure rails. */
const faradWords = (value: number, unit: 'F' | 'ohm'): string =>
  unit === 'ohm' || value >= 1e-6
    ? valueWords(value, unit)
    : value >= 1e-9
      ? `${Number((value * 1e9).toPrecision(4))} nF`
      : `${Number((value * 1e12).toPrecision(4))} pF`

export function MarkingReader({ onValue }: { onValue: (value: string) => void }) {
  const [text, setText] = useState('')
  const read = readMarking(text)
  return (
    <div>
      <TextField
        label={say('Read a marking')}
        className="num"
        placeholder={say('104K · 4k7 · yellow violet red gold')}
        value={text}
        onChange={(e) => setText(e.target.value)}
      />
      <ul aria-live="polite" className="text-13 mt-1">
        {read.map((r) => (
          <li key={r.words}>
            {r.words} <Act onClick={() => onValue(r.value)}>{say('Use this value')}</Act>
          </li>
        ))}
        {text.trim() !== '' && read.length === 0 && (
          <li className="text-quiet">{say('No code that is known here.')}</li>
        )}
      </ul>
    </div>
  )
}
