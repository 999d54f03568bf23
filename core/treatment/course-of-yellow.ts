/** How the yellow of a zone goes on: what came back since, when to look again, and the doses along which the model is drawn. */
import { yellowError } from '#core/colour/cards.ts'
import { eyeStep, type Measured } from '#core/colour/exposure.ts'
import { instantToMs, msToInstant } from '#core/quantity/time.ts'
import type { ReadColour, Session, ZoneYellow } from './yellow-shape.ts'

/** When nothing was measured, it is looked at again after half a year. House rule. */
const lookAgainDays = 182
/** Two measurements closer than this tell nothing of what comes back, days. */
const leastBackDays = 14
const fitSteps = 6

const lastEnd = (sessions: readonly Session[]): string | undefined =>
  sessions
    .map((s) => s.to ?? '')
    .sort()
    .at(-1)

/** What came back in the dark since the last session: the first photograph after it against the last one. */
export function cameBack(colours: readonly ReadColour[], sessions: readonly Session[]): ZoneYellow['back'] {
  const ended = lastEnd(sessions)
  if (ended === undefined) return undefined
  const since = colours.filter((c) => c.at >= ended && c.db !== undefined)
  const [first, last] = [since[0], since.at(-1)]
  if (!first?.db || !last?.db) return undefined
  const days = (instantToMs(last.at) - instantToMs(first.at)) / 86_400_000
  if (days < leastBackDays) return undefined
  const is = last.db.is - first.db.is
  const sd = Math.hypot(yellowError(is, first.by), yellowError(is, last.by))
  return { rise: { is, low: is - 1.96 * sd, high: is + 1.96 * sd }, days: Math.round(days) }
}

/** The day on which what comes back may be seen: by its rate here, else half a year after the last session. */
export function lookAgainOn(
  back: ZoneYellow['back'],
  colours: readonly ReadColour[],
  sessions: readonly Session[],
): string | undefined {
  const ended = lastEnd(sessions)
  const last = colours.at(-1)?.at
  if (ended === undefined) return undefined
  const days =
    back && back.rise.low > 0
      ? Math.min(Math.max(Math.round((eyeStep * back.days) / back.rise.is), leastBackDays), 2 * lookAgainDays)
      : lookAgainDays
  const from = back && last ? last : ended
  return msToInstant(instantToMs(from) + days * 86_400_000).slice(0, 10)
}

/** Doses between the measured ones and a session beyond, in even steps. */
export function alongOf(
  measured: readonly Measured[],
  more: number,
  warm: boolean,
): Pick<Measured, 'dose' | 'warm'>[] {
  const last = measured.at(-1)
  if (!last) return []
  const ends = [
    ...measured,
    {
      ...last,
      dose: last.dose + more,
      warm: last.warm === undefined ? undefined : last.warm + (warm ? more : 0),
    },
  ]
  return ends.flatMap((end, i) => {
    const from = ends[i - 1]
    if (!from) return [{ dose: end.dose, warm: end.warm }]
    return Array.from({ length: fitSteps }, (_, n) => {
      const part = (n + 1) / fitSteps
      const between = (a: number, b: number) => a + part * (b - a)
      return {
        dose: between(from.dose, end.dose),
        warm: from.warm === undefined || end.warm === undefined ? undefined : between(from.warm, end.warm),
      }
    })
  })
}
