/** How a part is, and on what ground it is called so. */
import { brackets, colon, commas } from './lists.ts'
import { say } from './say.ts'
import type { PartView } from '#core/views/parts.ts'
import { shortDay } from './dates.ts'

const groundWords = {
  test: say('by a test'),
  reading: say('by a reading'),
  judgement: say('in somebody’s judgement'),
} as const

/** "proved bad, by a reading: 14 ohm (Imke Roth, 3 May)"; "not shown faulty: a proved part in its place changed nothing of feed". */
export function healthSentence(
  { health, healthGround: ground }: Pick<PartView, 'health' | 'healthGround'>,
  { now, zone }: { readonly now: string; readonly zone: string },
): string {
  if (!ground) return health
  const on = shortDay(ground.at, now, zone)
  if (ground.by === 'trial')
    return say('{health}: a proved part in its place did not help {fn} of {machine}, {on}', {
      health,
      fn: ground.fn,
      machine: ground.machine,
      on,
    })
  const how =
    ground.by === 'not said'
      ? health === 'proved good' || health === 'proved bad'
        ? say('on what ground was not said')
        : ''
      : ground.by === 'judgement' && ground.who
        ? say('in their judgement')
        : groundWords[ground.by]
  return brackets(colon(commas(health, how), ground.because), commas(ground.who, on))
}
