/** What waits, what was told, what is meant to be done. */
import { instantToMs, msToInstant } from '#core/quantity/time.ts'
import { type Parsed, type Scene, done } from '../types.ts'
import { partyOf } from './parts.ts'
import { instantOf } from './scene.ts'
import { type Of, note, short } from './short.ts'

/** How long something waits when nobody says. */
const usualHours = 8

export function wait(act: Of<'wait'>, scene: Scene, everyMinutes?: number): Parsed {
  const until = act.until
    ? instantOf(act.until, scene.zone)
    : msToInstant(instantToMs(scene.now) + (act.hours ?? usualHours) * 3_600_000)
  const what = short(act.what ?? 'wait')
  const every = everyMinutes === undefined ? undefined : Math.max(1, Math.round(everyMinutes))
  return done(
    [
      {
        kind: 'wait',
        machine: scene.context.machine,
        what,
        until,
        ...(every ? { everyMinutes: every } : {}),
      },
    ],
    [{ does: 'waits', what, until, everyMinutes: every }],
  )
}

/** How many words of one text stand in another. */
const common = (a: string, b: string): number => {
  const inB = new Set(b.toLowerCase().match(/[a-z0-9]{3,}/g))
  return (a.toLowerCase().match(/[a-z0-9]{3,}/g) ?? []).filter((w) => inB.has(w)).length
}

const nearest = <T extends { readonly what?: string; readonly words?: string }>(
  list: readonly T[],
  text: string,
): T | undefined => {
  const ranked = [...list]
    .map((x) => ({ x, n: common(text, x.what ?? x.words ?? '') }))
    .sort((a, b) => b.n - a.n)
  return (ranked[0]?.n ?? 0) > 0 ? ranked[0]?.x : list.length === 1 ? list[0] : undefined
}

export function waitOver(act: Of<'wait over'>, scene: Scene): Parsed {
  const { context } = scene
  const open = nearest(context.waits, act.what)
  if (!open) return note(`${act.what}: over`, scene)
  return done(
    [{ kind: 'wait', machine: context.machine, over: open.entry }],
    [{ does: 'ends wait', words: open.what }],
  )
}

export function claim(act: Of<'claim'>, scene: Scene): Parsed {
  const by = partyOf(act.by, scene)
  return done(
    [
      {
        body: {
          kind: 'claim',
          machine: scene.context.machine,
          ...(by ? { by } : {}),
          claims: [{ says: 'not said', words: act.words }],
        },
        basis: 'told',
      },
    ],
    [{ does: 'claims', by: act.by, words: act.words }],
  )
}

export function answer(act: Of<'answer'>, scene: Scene): Parsed {
  const { context } = scene
  const open = nearest(context.questions, act.words)
  if (!open) return note(`${act.by ? `${act.by}: ` : ''}${act.words}`, scene)
  return done(
    [
      {
        kind: 'question',
        what: 'answered',
        machine: context.machine,
        question: open.entry,
        words: `${act.by ? `${act.by}: ` : ''}${act.words}`,
      },
    ],
    [{ does: 'answers', words: open.words }],
  )
}

/** What is meant and not done: it is listed until it is done or dropped, from the day that is said on. */
export function planned(words: string, on: string | undefined, scene: Scene): Parsed {
  const until = on === undefined ? undefined : instantOf(on.slice(0, 10), scene.zone)
  // Due on the morning of that day.
  const from = until === undefined ? undefined : msToInstant(instantToMs(until) - 86_399_999)
  return done(
    [
      {
        kind: 'task',
        what: 'put off',
        machine: scene.context.machine,
        task: short(words),
        ...(words.length > 80 ? { reason: words } : {}),
        ...(from ? { until: from } : {}),
      },
    ],
    [{ does: 'plans', words, on: from }],
  )
}
