/** What workshops say of time beside what chrono-node knows: "half past six", "the day before yesterday", "15.12.". */
import { Chrono, type Component, casual } from 'chrono-node'

export const weekdays = ['sunday', 'monday', 'tuesday', 'wednesday', 'thursday', 'friday', 'saturday']

export const dayMs = 86_400_000

export const chrono = new Chrono(casual.clone())

export const parser = (
  pattern: RegExp,
  extract: (match: RegExpMatchArray, reference: Date) => Partial<Record<Component, number>> | null,
) =>
  chrono.parsers.unshift({
    pattern: () => pattern,
    extract: (context, match) => extract(match, context.reference.instant),
  })

export const dayAway = (reference: Date, days: number) => {
  const date = new Date(reference.getTime() + days * dayMs)
  return { day: date.getUTCDate(), month: date.getUTCMonth() + 1, year: date.getUTCFullYear() }
}

export const dayPart: Readonly<Record<string, 0 | 1>> = {
  morning: 0,
  afternoon: 1,
  evening: 1,
  night: 1,
  tonight: 1,
}
