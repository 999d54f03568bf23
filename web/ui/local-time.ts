/** Times as a field of type datetime-local holds them, in the collection's zone. */
import { zonedFields, zonedToMs } from '#core/quantity/time.ts'

const two = (n: number) => String(n).padStart(2, '0')

export const toLocal = (at: string, zone: string): string => {
  const f = zonedFields(Date.parse(at), zone)
  return `${f.year}-${two(f.month)}-${two(f.day)}T${two(f.hour)}:${two(f.minute)}`
}

/** The instant; undefined for what is no time. */
export const fromLocal = (text: string, zone: string): string | undefined => {
  const m = /^(\d{4})-(\d\d)-(\d\d)T(\d\d):(\d\d)/.exec(text)
  return m
    ? new Date(
        zonedToMs(zone, Number(m[1]), Number(m[2]), Number(m[3]), Number(m[4]), Number(m[5])),
      ).toISOString()
    : undefined
}
