/** Another formula for the height of the sun, to try ours against: Spencer's series for declination and equation of time (1971), from memory. */
import type { Position } from '#core/colour/sun.ts'

/** Geometric height of the sun, degrees, at an epoch ms; refraction is left out, so it is a little lower near the horizon. */
export function spencer(at: number, here: Position): number {
  const date = new Date(at)
  const day = (at - Date.UTC(date.getUTCFullYear(), 0, 1)) / 86_400_000
  const g = (2 * Math.PI * day) / 365
  const decl =
    0.006918 -
    0.399912 * Math.cos(g) +
    0.070257 * Math.sin(g) -
    0.006758 * Math.cos(2 * g) +
    0.000907 * Math.sin(2 * g) -
    0.002697 * Math.cos(3 * g) +
    0.00148 * Math.sin(3 * g)
  const equation =
    229.18 *
    (0.000075 +
      0.001868 * Math.cos(g) -
      0.032077 * Math.sin(g) -
      0.014615 * Math.cos(2 * g) -
      0.040849 * Math.sin(2 * g))
  const minutes = date.getUTCHours() * 60 + date.getUTCMinutes() + equation + 4 * here.longitude
  const hour = ((minutes / 4 - 180) * Math.PI) / 180
  const lat = (here.latitude * Math.PI) / 180
  return (
    (Math.asin(Math.sin(lat) * Math.sin(decl) + Math.cos(lat) * Math.cos(decl) * Math.cos(hour)) * 180) /
    Math.PI
  )
}
