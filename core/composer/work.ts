/** Work that is no move: cleaning, soldering, adjusting, fastening, readings, waits, questions, stopping. */
import type { Reach, Target } from '#core/history/bodies/change.ts'
import { type Scene, type Parsed, wrong, done } from './types.ts'
import { type Effect } from './effects.ts'
import { takeDesignators } from '#core/type/designators.ts'
import { reachEffects } from './reach.ts'
import { takeName, firstWord } from './read.ts'
import { takeMethod, byMethod } from './methods.ts'
import type { Body } from '#core/history/bodies/index.ts'
import { msToInstant, instantToMs } from '#core/quantity/time.ts'
import { pastOf, reachOf } from '#core/work/reading/verbs.ts'

/** Verbs of the table that a line in the fixed form begins with: "clean lid". */
const fixed =
  'clean wipe wash reseat lift solder resolder wire cut mend oil paint label desolder drill sand boil whiten'.split(
    ' ',
  )

/** Verbs of work with the reach that is preset for them; a word after "as" alters it ("clean lid as outside"). */
export const workVerbs: Readonly<Record<string, { readonly verb: string; readonly reach: Reach }>> = {
  ...Object.fromEntries(fixed.map((lemma) => [lemma, { verb: pastOf(lemma), reach: reachOf(lemma) }])),
  work: { verb: 'worked on', reach: 'altered' },
}

/** "R40-R48, C7 …": several designators at once; undefined for one target or another kind of it. */
function targetsOf(text: string, scene: Scene): { targets: readonly Target[]; rest: string } | undefined {
  const list = takeDesignators(text)
  if (!list || list.names.length < 2) return undefined
  const known = new Map(scene.context.slots.map((s) => [s.position.designator.toLowerCase(), s.position]))
  return {
    rest: list.rest,
    targets: list.names.map((name) => {
      const position = known.get(name.toLowerCase())
      return { sort: position?.assembly ? 'assembly' : 'position', name: position?.designator ?? name }
    }),
  }
}

function targetOf(text: string, scene: Scene): { target: Target; rest: string } {
  const zones = scene.context.zones.map((z) => z.name)
  const slot = takeName(text, [...scene.context.slots.map((s) => s.position.designator), ...zones])
  if (
    slot &&
    zones.includes(slot.name) &&
    !scene.context.slots.some((s) => s.position.designator === slot.name)
  )
    return { target: { sort: 'surface', name: slot.name }, rest: slot.rest }
  if (slot) {
    const assembly = scene.context.slots.find((s) => s.position.designator === slot.name)?.position.assembly
    return { target: { sort: assembly ? 'assembly' : 'position', name: slot.name }, rest: slot.rest }
  }
  const quoted = /^"([^"]+)"\s*(.*)$/.exec(text)
  const { word, rest } = quoted ? { word: quoted[1] ?? '', rest: quoted[2] ?? '' } : firstWord(text)
  return { target: { sort: 'surface', name: word.replace(/,$/, '') }, rest }
}

/** Work that a zone of the case takes without any circuit being near. */
const outsideOn = (target: Target, reach: Reach, scene: Scene): Reach =>
  target.sort === 'surface' && scene.context.zones.some((z) => z.name === target.name) ? 'outside' : reach

/** "… on keyboard" at the end of a line: the assembly that something on no list is part of. */
export function takeOn(text: string, { context }: Scene): { text: string; on?: string } {
  const found = /\s+on\s+(.+)$/i.exec(text)
  const name = found?.[1]?.trim().toLowerCase()
  const slot = context.slots.find((s) => s.position.assembly && s.position.designator.toLowerCase() === name)
  return found && slot ? { text: text.slice(0, found.index), on: slot.position.designator } : { text }
}

/** What is done, and what it reaches: of a name that is on no list nobody knows how far. */
const touched = (verb: string, target: Target, reach: Reach, reaches: readonly Effect[]): Effect[] => [
  {
    does: 'works on',
    target: target.name,
    verb,
    reach: reaches.some((e) => e.does === 'reaches nothing yet') ? 'not known' : reach,
  },
  ...reaches,
]

const retestsOf = (scene: Scene, target: Target, reach: Reach, on?: string): Effect[] =>
  reach === 'outside' ? [] : reachEffects(scene.context, target.name, on)

export function parseWork(word: string, text: string, scene: Scene): Parsed {
  const preset = workVerbs[word]
  if (!preset || text.trim() === '' || text.includes('…'))
    return wrong({ why: 'form', form: `${word} keycaps detergent 40m` })
  const set = /\s+as\s+(outside|disturbed|altered)\b/i.exec(text)
  const unset = set ? text.replace(set[0], '') : text
  const followed = takeMethod(unset, scene)
  if (followed) {
    const parsed = parseWork(word, followed.rest + (set?.[0] ?? ''), scene)
    return parsed.ok ? byMethod(parsed, followed.method, scene) : parsed
  }
  const { text: body, on } = takeOn(unset, scene)
  const chosen = set?.[1]?.toLowerCase() as Reach | undefined
  const reachOfMany = chosen ?? preset.reach
  const many = targetsOf(body.trim(), scene)
  if (many)
    return done(
      many.targets.map((target): Body => ({
        kind: 'change',
        machine: scene.context.machine,
        target,
        verb: preset.verb,
        reach: reachOfMany,
        ...(many.rest ? { words: many.rest } : {}),
      })),
      [
        {
          does: 'works on many',
          count: many.targets.length,
          targets: many.targets.map((t) => t.name),
          verb: preset.verb,
          reach: reachOfMany,
        },
      ],
    )
  const { target, rest } = targetOf(body.trim(), scene)
  return worked(
    word,
    { verb: preset.verb, target, reach: chosen ?? outsideOn(target, preset.reach, scene), on, words: rest },
    scene,
  )
}

interface Done {
  readonly verb: string
  readonly target: Target
  readonly reach: Reach
  readonly on?: string | undefined
  readonly words: string
}

function worked(lemma: string, { verb, target, reach, on, words }: Done, scene: Scene): Parsed {
  const change: Body = {
    kind: 'change',
    machine: scene.context.machine,
    target,
    verb,
    reach,
    ...(on ? { on } : {}),
    ...(words ? { words } : {}),
  }
  const effects: Effect[] = [...touched(verb, target, reach, retestsOf(scene, target, reach, on))]
  if (lemma !== 'wash') return done([change], effects)
  // What is washed dries before power: the house says how long.
  const until = msToInstant(instantToMs(scene.now) + scene.context.washHours * 3_600_000)
  const what = `${target.name} drying`
  return done(
    [change, { kind: 'wait', machine: scene.context.machine, what, until }],
    [...effects, { does: 'waits', what, until }],
  )
}

/** Work told freely: on a position, an assembly or a zone where the words name one in full, else on what they say. */
export function workOn(
  { lemma, verb, reach }: { readonly lemma: string; readonly verb: string; readonly reach: Reach },
  what: string,
  words: string,
  scene: Scene,
): Parsed {
  const followed = takeMethod(` by ${words}`, scene)
  const same = (name: string) => name.toLowerCase() === what.toLowerCase()
  const slot = scene.context.slots.find((s) => same(s.position.designator))
  const zone = scene.context.zones.find((z) => same(z.name))
  const inside = scene.context.slots
    .filter((s) =>
      new RegExp(`(^|\\W)${s.position.designator.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')}(\\W|$)`, 'i').test(
        what,
      ),
    )
    .sort((a, b) => b.position.designator.length - a.position.designator.length)[0]
  const target: Target = slot
    ? { sort: slot.position.assembly ? 'assembly' : 'position', name: slot.position.designator }
    : zone
      ? { sort: 'surface', name: zone.name }
      : inside
        ? { sort: inside.position.assembly ? 'assembly' : 'position', name: inside.position.designator }
        : { sort: 'surface', name: what.slice(0, 80) }
  // What is done to a part is nearer than what is done to the case around it.
  const near = target.sort === 'position' && reach === 'outside' ? 'disturbed' : reach
  const said = !slot && !zone && inside ? [what, words].filter(Boolean).join(': ') : words
  const parsed = worked(lemma, { verb, target, reach: outsideOn(target, near, scene), words: said }, scene)
  return followed && parsed.ok ? byMethod(parsed, followed.method, scene) : parsed
}

export function parseVerify(text: string, scene: Scene): Parsed {
  const many = targetsOf(text.trim(), scene)
  if (many)
    return done(
      many.targets.map((target): Body => ({
        kind: 'change',
        machine: scene.context.machine,
        target,
        verb: 'verified',
        reach: 'outside',
        verified: true,
        ...(many.rest ? { words: many.rest } : {}),
      })),
      [
        {
          does: 'works on many',
          count: many.targets.length,
          targets: many.targets.map((t) => t.name),
          verb: 'verified',
          reach: 'outside',
        },
      ],
    )
  const { target, rest } = targetOf(text.trim(), scene)
  if (!target.name) return wrong({ why: 'form', form: 'verify C12 polarity, print and part agree' })
  return done(
    [
      {
        kind: 'change',
        machine: scene.context.machine,
        target,
        verb: 'verified',
        reach: 'outside',
        verified: true,
        ...(rest ? { words: rest } : {}),
      },
    ],
    [{ does: 'works on', target: target.name, verb: 'verified', reach: 'outside' }],
  )
}

/**
 * "adjust RV4 from 3 to 5", "adjust RV4 from 3 to 5 of 10, marked red", "adjust "line hold" from middle mark to left stop": a name
 * in quotes, or up to the word from; settings may have several words.
 */
export function parseAdjust(line: string, scene: Scene): Parsed {
  const { text, on } = takeOn(line, scene)
  const marked = /[\s,]+marked\s+(.+)$/i.exec(text)
  const unmarked = marked ? text.slice(0, marked.index) : text
  const scaled = /[\s,]+of\s+(\d[\d.,]*(?:\s*\w+)?)$/i.exec(unmarked)
  const said = (scaled ? unmarked.slice(0, scaled.index) : unmarked).trim()
  const range =
    /^(.+?)\s+from\s+(.+?)\s+(?:to|→|->)\s+([^,:;]+?)\s*(?:[,:;]\s*(.*))?$/i.exec(said) ??
    /^(.+?)\s+(\S+)\s+(?:to|→|->)\s+(\S+)\s*(.*)$/i.exec(said)
  const colon = range ? null : /^([^:]+?)\s*:\s*(.+)$/.exec(said)
  const name = (range?.[1] ?? colon?.[1] ?? said).trim().replace(/^"(.*)"$/, '$1')
  if (!name || name.length > 80) return wrong({ why: 'form', form: 'adjust brightness from 3 to 5' })
  const target: Target = { sort: 'adjuster', name }
  const words = (range?.[4] ?? colon?.[2])?.trim()
  const change: Body = {
    kind: 'change',
    machine: scene.context.machine,
    target,
    verb: 'adjusted',
    reach: 'altered',
    ...(on ? { on } : {}),
    ...(range?.[2] ? { from: range[2].slice(0, 80) } : {}),
    ...(range?.[3] ? { to: range[3].slice(0, 80) } : {}),
    ...(scaled?.[1] ? { scale: scaled[1] } : {}),
    ...(marked?.[1] ? { mark: marked[1].slice(0, 80) } : {}),
    ...(words ? { words } : {}),
  }
  return done([change], [...touched('adjusted', target, 'altered', retestsOf(scene, target, 'altered', on))])
}
