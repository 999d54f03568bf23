/** Correcting a device's clock by the server's. Pure. */

/** Answers bear whole seconds and take time to arrive: less than this is no difference, ms. */
const agreeMs = 5_000
/** The date of an answer names the second in which it was made: its middle is the best guess, ms. */
const halfSecondMs = 500

/** Server's clock less the device's; 0 while they agree; undefined for a date that is none. */
export function offsetFrom(date: string | null, deviceMs: number): number | undefined {
  const said = date === null ? Number.NaN : Date.parse(date)
  if (Number.isNaN(said)) return undefined
  const offset = said + halfSecondMs - deviceMs
  return Math.abs(offset) < agreeMs ? 0 : Math.round(offset / 1000) * 1000
}

/** The server takes no time further ahead than this, ms. */
const aheadMs = 120_000

/** Never earlier than the device's last entry; unless that one was written by a clock that ran far ahead. */
export const correctedEntryMs = (nowMs: number, lastMs: number): number =>
  lastMs > nowMs && lastMs - nowMs < aheadMs ? lastMs : nowMs
