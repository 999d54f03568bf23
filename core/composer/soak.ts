/** A soak test: "soak", "soak 4h attended", "soak picture, sound 2h"; "soak held", "soak failed picture: rolls". */
import type { BodyOf } from '#core/history/bodies/index.ts'
import { instantToMs, msToInstant } from '#core/quantity/time.ts'
import { takeDuration, takeName } from './read.ts'
import { done, wrong, type Parsed, type Scene } from './types.ts'
import { type Effect } from './effects.ts'

const form = 'soak 4h attended'

export function parseSoak(text: string, scene: Scene): Parsed {
  const ended = /^(?:it\s+)?(held|passed|pass|failed|fails|fail)\b[,:]?\s*(.*)$/i.exec(text.trim())
  return ended
    ? endSoak(/^(?:held|pass)/i.test(ended[1] ?? ''), ended[2] ?? '', scene)
    : beginSoak(text, scene)
}

function beginSoak(text: string, scene: Scene): Parsed {
  const { context, now } = scene
  const unattended = /\b(?:unattended|alone)\b/i.test(text)
  const attended = !unattended && /\battended\b/i.test(text)
  const timed = takeDuration(text.replace(/\b(?:un)?attended\b|\balone\b/gi, ' '))
  const minutes = timed ? Math.round(timed.ms / 60_000) : context.house.soakMinutes
  const names = functionsIn(timed?.rest ?? text.replace(/\b(?:un)?attended\b|\balone\b/gi, ' '), scene)
  if ('stuck' in names)
    return wrong({ why: 'which function', word: names.stuck, known: context.functions.map((f) => f.name) })
  if (minutes < 1) return wrong({ why: 'form', form })
  const functions =
    names.found.length > 0 ? names.found : context.functions.filter((f) => f.essential).map((f) => f.name)
  const until = msToInstant(instantToMs(now) + minutes * 60_000)
  const what = `soak test: ${functions.length > 0 ? functions.join(', ') : context.name}`.slice(0, 80)
  return done(
    [
      {
        kind: 'wait',
        machine: context.machine,
        what,
        until,
        soak: { attended, functions },
      },
    ],
    [{ does: 'soaks', what, until, attended, byHouse: timed === undefined, said: attended || unattended }],
  )
}

/** "picture, sound": names of functions, each in full; what is none of them stops it. */
function functionsIn(
  text: string,
  { context }: Scene,
): { readonly found: string[] } | { readonly stuck: string } {
  const found: string[] = []
  let rest = text.replace(/^\s*(?:on\b)?[\s,]*/i, '').trim()
  while (rest !== '') {
    const named = takeName(
      rest,
      context.functions.map((f) => f.name),
    )
    if (!named) return { stuck: rest.split(/[\s,]/)[0] ?? rest }
    found.push(named.name)
    rest = named.rest.replace(/^(?:[\s,]|and\b)+/i, '').trim()
  }
  return { found }
}

/** It becomes a test of what was watched, as long as it ran. */
function endSoak(held: boolean, text: string, scene: Scene): Parsed {
  const { context, now } = scene
  const soak = context.soaking.at(-1)
  if (!soak) return wrong({ why: 'no soak' })
  const minutes = Math.max(1, Math.round((instantToMs(now) - instantToMs(soak.since)) / 60_000))
  const named = takeName(text.trim(), soak.functions)
  const words = (named ? named.rest : text).replace(/^[\s:,]+/, '').trim()
  if (!held && soak.functions.length > 1 && !named)
    return wrong({ why: 'which function', word: text.trim(), known: soak.functions })
  const functions = held ? soak.functions : [named?.name ?? soak.functions[0] ?? 'runs']
  const results: BodyOf<'test'>['results'] = (functions.length > 0 ? functions : ['runs']).map((fn) => ({
    fn,
    result: held ? { is: 'pass' } : { is: 'fail', ...(words ? { symptom: words.slice(0, 80) } : {}) },
    minutes,
    ...(held && words ? { words } : {}),
  }))
  const effects: Effect[] = [
    { does: 'ends wait', words: 'the soak test' },
    { does: 'tests', results, depth: 'full', asFound: false },
  ]
  return done(
    [
      { kind: 'wait', machine: context.machine, over: soak.entry, ...(words ? { words } : {}) },
      { kind: 'test', machine: context.machine, results, depth: 'full', gear: [] },
    ],
    effects,
  )
}
