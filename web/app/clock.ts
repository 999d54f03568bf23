/** The one place that reads the browser's clock, and makes ids. The clock is corrected by what the server's said last. */
import { v7 } from 'uuid'
import { correctedEntryMs, offsetFrom } from './clock-offset.ts'

const offsetKey = 'anamnesis.clock-offset'
const lastKey = 'anamnesis.last-entry'
const stored = (key: string) => Number(globalThis.localStorage?.getItem(key) ?? 0) || 0
let offsetMs = stored(offsetKey)

/** Hears the date of an answer; kept, so that it corrects the clock while there is no connection. */
export function hearServer(date: string | null) {
  const heard = offsetFrom(date, Date.now())
  if (heard === undefined || heard === offsetMs) return
  offsetMs = heard
  globalThis.localStorage?.setItem(offsetKey, String(heard))
}

/** Server's clock less this device's, ms; 0 while they agree within a few seconds. */
export const clockOffsetMs = (): number => offsetMs
export const nowMs = (): number => Date.now() + offsetMs
export const nowInstant = (): string => new Date(nowMs()).toISOString()
export const newId = (): string => v7()

/** The time of an entry that gives none: now, but never earlier than this device's last entry. */
export function entryInstant(): string {
  const ms = correctedEntryMs(nowMs(), stored(lastKey))
  globalThis.localStorage?.setItem(lastKey, String(ms))
  return new Date(ms).toISOString()
}
