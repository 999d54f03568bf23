/** How a part is, and on what ground it is called so. */
import type { PartView } from '#core/views/parts.ts'
import { shortDay } from './dates.ts'

const groundWords = {
  test: 'by a test',
  reading: 'by a reading',
  judgement: 'in somebody’s judgement',
} as const

/** "proved bad, by a reading: 14 ohm (Imke Roth, 3 May)"; "not shown faulty: a proved part in its place changed nothing of feed". */
export function healthSentence(
  { health, healthGround: ground }: Pick<PartView, 'health' | 'healthGround'>,
  { now, zone }: { readonly now: string; readonly zone: string },
): string {
  if (!ground) return health
  const on = shortDay(ground.at, now, zone)
  if (ground.by === 'trial')
    return `${health}: a proved part in its place did not help ${ground.fn} of ${ground.machine}, ${on}`
  const how =
    ground.by === 'not said'
      ? health === 'proved good' || health === 'proved bad'
        ? ', on what ground was not said'
        : ''
      : ground.by === 'judgement' && ground.who
        ? ', in their judgement'
        : `, ${groundWords[ground.by]}`
  return `${health}${how}${ground.because ? `: ${ground.because}` : ''} (${[ground.who, on].filter(Boolean).join(', ')})`
}
