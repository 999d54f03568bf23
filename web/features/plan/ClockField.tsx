/** A time of day, written as everywhere here: 24 h. */
import { say } from '#api/words/say.ts'
import { TextField } from '#web/ui/Forms.tsx'

const isClock = (text: string): boolean => /^(?:[01]\d|2[0-3]):[0-5]\d$/.test(text)

export function ClockField({
  label,
  value,
  after,
  onChange,
}: {
  label: string
  value: string
  /** It has to be later than this. */
  after?: string
  onChange: (clock: string) => void
}) {
  const error = !isClock(value)
    ? say('A time of day: 18:30.')
    : after !== undefined && value <= after
      ? say('It ends before it begins.')
      : undefined
  return (
    <TextField
      label={label}
      className="num"
      inputMode="numeric"
      value={value}
      error={error}
      onChange={(e) => onChange(e.target.value)}
    />
  )
}

/** Hours that can be kept. */
export const hoursHold = (from: string, to: string): boolean => isClock(from) && isClock(to) && to > from
export { isClock }
