/**
 * Light of a session in the sun, in UV-hours: clear-sky UV index (Madronich, Photochem. Photobiol. 83 (2007) 1537–1538) at the sun's
 * height here, lessened by cloud. It weighs the rays that burn skin: a proxy for what bleaches, which undercounts a low sun.
 */
import { getPosition } from 'suncalc'
import { instantToMs, type Instant } from '#core/quantity/time.ts'

/** Degrees, north and east positive. */
export interface Position {
  readonly latitude: number
  readonly longitude: number
}

const minuteMs = 60_000

/** Height of the sun above the horizon, degrees. */
export const sunHeight = (ms: number, { latitude, longitude }: Position): number =>
  getPosition(new Date(ms), latitude, longitude).altitude

/** Clear-sky UV index of a sun so high, degrees; ozone in Dobson units. 0 below the horizon. */
export function uvIndex(height: number, ozone = 300): number {
  const mu = Math.sin((height * Math.PI) / 180)
  return mu <= 0 ? 0 : 12.5 * mu ** 2.42 * (ozone / 300) ** -1.23
}

/** Cloud in eighths of the sky, as a factor of the index. House rule: 1 − 0.6·(n/8)³. */
export const cloudFactor = (eighths: number): number => 1 - 0.6 * (eighths / 8) ** 3

export interface CloudSpell {
  /** From then on, until the next. */
  readonly from: Instant
  readonly eighths: number
}

/** UV-hours between two instants: the index of each minute, lessened by the cloud of that minute. */
export function uvHours(from: Instant, to: Instant, here: Position, cloud: readonly CloudSpell[]): number {
  const spells = [...cloud]
    .sort((a, b) => a.from.localeCompare(b.from))
    .map((c) => ({ ms: instantToMs(c.from), eighths: c.eighths }))
  const end = instantToMs(to)
  let dose = 0
  for (let at = instantToMs(from); at < end; at += minuteMs) {
    const part = Math.min(minuteMs, end - at)
    const middle = at + part / 2
    const now = spells.findLast((s) => s.ms <= middle) ?? spells[0]
    dose += (part / 3_600_000) * uvIndex(sunHeight(middle, here)) * cloudFactor(now?.eighths ?? 0)
  }
  return dose
}
