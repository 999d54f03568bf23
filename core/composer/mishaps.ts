/** What went wrong, before us or by us: incidents, damage, earlier work by strangers, what was tried and did not succeed. */
import type { Body, BodyOf } from '#core/history/bodies/index.ts'
import { findingKinds } from '#core/history/bodies/condition.ts'
import { takeDesignators } from '#core/type/designators.ts'
import { reachEffects } from './reach.ts'
import { takeFullName } from './read.ts'
import { done, wrong, type Parsed, type Scene } from './types.ts'
import { type Effect } from './effects.ts'

type Incident = BodyOf<'incident'>

/** What the sheet or the zones know by a name. */
function targetIn(
  { context }: Scene,
  text: string,
):
  | { readonly name: string; readonly sort: 'position' | 'assembly' | 'surface'; readonly rest: string }
  | undefined {
  const slots = context.slots.map((s) => s.position)
  const named = takeFullName(text, [...slots.map((p) => p.designator), ...context.zones.map((z) => z.name)])
  if (!named) return undefined
  const slot = slots.find((p) => p.designator === named.name)
  return { ...named, sort: slot ? (slot.assembly ? 'assembly' : 'position') : 'surface' }
}

/** "incident smoke from the supply": what happened may have reached anything. */
export function parseIncident(text: string, scene: Scene): Parsed {
  const words = text.trim()
  if (words === '') return wrong({ why: 'form', form: 'incident smoke from the supply' })
  const target = targetIn(scene, words.replace(/^(?:at|on|to)\s+/i, ''))
  const body: Incident = {
    kind: 'incident',
    machine: scene.context.machine,
    words,
    ...(target && target.sort !== 'surface' ? { target: { sort: target.sort, name: target.name } } : {}),
  }
  // What happened to nobody knows what may have reached anything.
  const reach: Effect[] = body.target
    ? reachEffects(scene.context, body.target.name)
    : [{ does: 'asks for retest', functions: scene.context.functions.map((f) => f.name) }]
  return done([body], [{ does: 'happens', words, target: body.target?.name }, ...reach])
}

const byWhom = [
  ['us', /\bby (?:us|me)\b/i],
  [
    'somebody before us',
    /\b(?:by (?:somebody|someone|them|a stranger)(?: before us)?|before (?:us|it came))\b/i,
  ],
  ['carriage', /\b(?:in carriage|by (?:the )?carrier|in the post|on the way)\b/i],
  ['not known', /\b(?:by whom is not known|not known by whom)\b/i],
] as const
const undoing = [
  ['cannot be undone', /\b(?:cannot be undone|not reversible|irreversible|for good)\b/i],
  ['can be undone', /\b(?:can be (?:undone|mended|repaired)|reversible)\b/i],
] as const

/** Takes the first of some phrases out of a text. */
function takeOne<T extends string>(
  text: string,
  phrases: readonly (readonly [T, RegExp])[],
): { readonly is?: T; readonly rest: string } {
  for (const [is, pattern] of phrases) {
    const found = pattern.exec(text)
    if (found)
      return { is, rest: `${text.slice(0, found.index)} ${text.slice(found.index + found[0].length)}` }
  }
  return { rest: text }
}

/** "damage IC4: track lifted, by us, can be mended": what, where, by whom, and whether it can be undone. */
export function parseDamage(text: string, scene: Scene): Parsed {
  const form = 'damage IC4: track lifted, by us, can be mended'
  const target = targetIn(scene, text.trim().replace(/^(?:at|on|to)\s+/i, ''))
  if (!target)
    return wrong({
      why: 'which position',
      word: text.trim().split(/[\s:,]/)[0] ?? '',
      known: scene.context.slots.map((s) => s.position.designator),
    })
  const who = takeOne(target.rest, byWhom)
  const undone = takeOne(who.rest, undoing)
  const words = undone.rest
    .replace(/^[\s:,]+|[\s,;]+$/g, '')
    .replace(/\s*,(?:\s*,)+/g, ',')
    .replace(/\s+/g, ' ')
    .trim()
  if (words === '') return wrong({ why: 'form', form })
  const body: Incident = {
    kind: 'incident',
    machine: scene.context.machine,
    words,
    damage: words.slice(0, 80),
    by: who.is ?? 'not known',
    undone: undone.is ?? 'not known',
    ...(target.sort === 'surface' ? {} : { target: { sort: target.sort, name: target.name } }),
  }
  const functions = target.sort === 'surface' ? [] : reachEffects(scene.context, target.name)
  return done(
    [body],
    [
      {
        does: 'damages',
        what: words,
        target: target.name,
        by: body.by ?? 'not known',
        undone: body.undone ?? 'not known',
      },
      ...functions,
    ],
  )
}

/** "earlier IC22, C3-C5 resoldered by hand": work of strangers on parts or on a list; each becomes a finding of its own. */
export function parseEarlier(text: string, scene: Scene): Parsed {
  const { context } = scene
  const form = 'earlier IC22, C3-C5 resoldered by hand'
  const list = takeDesignators(text.trim())
  const target = list && list.names.length > 0 ? undefined : targetIn(scene, text.trim())
  const names = list?.names ?? (target ? [target.name] : [])
  const words = (list?.rest ?? target?.rest ?? '').replace(/^[\s:,]+/, '').trim()
  if (names.length === 0 || words === '') return wrong({ why: 'form', form })
  const zones = context.zones.map((z) => z.name)
  const boards = zones.find((z) => /board/i.test(z)) ?? zones[0] ?? 'boards'
  const zoneOf = (name: string) => {
    if (zones.includes(name)) return name
    const on = context.slots.find((s) => s.position.designator.toLowerCase() === name.toLowerCase())?.position
      .on
    return zones.find((z) => z.toLowerCase() === on?.toLowerCase()) ?? boards
  }
  return done(
    names.map((name): Body => ({
      kind: 'finding',
      what: 'noted',
      machine: context.machine,
      zone: zoneOf(name),
      sort: findingKinds[findingKinds.indexOf('earlier work')] ?? 'earlier work',
      severity: 'trace',
      activity: 'stable',
      danger: 'none',
      contained: false,
      loaded: false,
      hypothesis: false,
      place: name,
      words,
    })),
    [{ does: 'finds earlier work', positions: names, words }],
  )
}

/** "tried desolder IC4: the pad lifts, stopped": it was not done, and it disturbed what it was tried on. */
export function parseTried(text: string, scene: Scene): Parsed {
  const form = 'tried desolder IC4: the pad lifts, stopped'
  const cut = /\s*:\s*|,?\s+because\s+|,\s+/i.exec(text.trim())
  const head = (cut ? text.trim().slice(0, cut.index) : '').replace(/^to\s+/i, '').trim()
  const why = cut
    ? text
        .trim()
        .slice(cut.index + cut[0].length)
        .trim()
    : ''
  const words = head.split(/\s+/)
  if (words.length < 2 || why === '') return wrong({ why: 'form', form })
  for (let n = 1; n < words.length; n++) {
    const target = targetIn(
      scene,
      words
        .slice(n)
        .join(' ')
        .replace(/^(?:the|at|on)\s+/i, ''),
    )
    if (!target) continue
    return tried(scene, words.slice(0, n).join(' '), target, why)
  }
  return tried(scene, words[0] ?? '', { name: words.slice(1).join(' '), sort: 'surface', rest: '' }, why)
}

function tried(
  scene: Scene,
  verb: string,
  target: {
    readonly name: string
    readonly sort: 'position' | 'assembly' | 'surface'
    readonly rest: string
  },
  why: string,
): Parsed {
  const reach: Effect[] = target.sort === 'surface' ? [] : reachEffects(scene.context, target.name)
  return done(
    [
      {
        kind: 'change',
        machine: scene.context.machine,
        target: { sort: target.sort, name: target.name.slice(0, 80) },
        verb: `tried to ${verb}`.slice(0, 80),
        reach: target.sort === 'surface' ? 'outside' : 'disturbed',
        failed: true,
        words: why,
      },
    ],
    [{ does: 'tries in vain', verb, target: target.name, why }, ...reach],
  )
}
