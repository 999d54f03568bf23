/** The names of a machine and of what is around it, with what people call them: found in a line whatever their case, spaces or plural. */
import type { ReadingScene } from './acts.ts'
import { functionNames, zoneNames } from './called.ts'
import { partNouns } from './lexicon.ts'
import type { Token } from './tokens.ts'
import { taughtForms, verbForms, type VerbForm } from './verbs.ts'

export type NameSort = 'function' | 'position' | 'zone' | 'point' | 'gear' | 'person' | 'wait'

export interface Mention {
  readonly sort: NameSort
  /** Whom or what it may mean: more than one where the words do not tell them apart. */
  readonly names: readonly string[]
  /** Tokens from, up to and without. */
  readonly from: number
  readonly to: number
  /** How sure: its own name, what it is also called, or a word of its name. */
  readonly by: 'name' | 'alias' | 'noun' | 'verb'
}

export const squash = (text: string): string =>
  text.toLowerCase().replace(/[^a-z0-9µ+-]|(?<![0-9a-z])-(?![0-9])|-(?=[a-z])/g, '')

interface Alias {
  readonly sort: NameSort
  readonly name: string
  readonly by: Mention['by']
}

export interface Vocabulary {
  readonly scene: ReadingScene
  readonly aliases: ReadonlyMap<string, readonly Alias[]>
  /** Single words of names, for spelling. */
  readonly words: ReadonlySet<string>
  /** The house's own verbs, by their forms. */
  readonly verbs: ReadonlyMap<string, VerbForm>
  readonly longest: number
}

/** The verb that a word is a form of, the house's own first. */
export const verbOf = ({ verbs }: Vocabulary, word: string): VerbForm | undefined =>
  verbs.get(word) ?? verbForms.get(word)

const base = (name: string) => name.split(',')[0]?.trim() ?? name

/** Takes down that a name may be said so; `plural`: with and without its s. */
interface Naming {
  readonly add: (sort: NameSort, name: string, said: string, by: Mention['by']) => void
  readonly plural: (sort: NameSort, name: string, said: string, by: Mention['by']) => void
}

/** Every way to say each name, once a scene. */
export function vocabularyOf(scene: ReadingScene): Vocabulary {
  const aliases = new Map<string, Alias[]>()
  const words = new Set<string>()
  let longest = 1
  const add = (sort: NameSort, name: string, said: string, by: Mention['by']) => {
    const key = squash(said)
    if (key.length < 2 && !(sort === 'point' || sort === 'position')) return
    if (key === '') return
    const list = aliases.get(key) ?? []
    if (!list.some((a) => a.sort === sort && a.name === name)) list.push({ sort, name, by })
    aliases.set(key, list)
    const parts = said
      .toLowerCase()
      .split(/[\s,-]+/)
      .filter(Boolean)
    longest = Math.max(longest, parts.length + 1)
    for (const part of parts) if (/^[a-z]{3,}$/.test(part)) words.add(part)
  }
  const plural = (sort: NameSort, name: string, said: string, by: Mention['by']) => {
    add(sort, name, said, by)
    add(sort, name, /s$/.test(said) ? said.replace(/s$/, '') : `${said}s`, by)
  }
  const naming: Naming = { add, plural }
  for (const { name } of scene.functions) functionNamed(naming, name)
  for (const { name, kind } of scene.positions) positionNamed(naming, name, kind)
  for (const zone of scene.zones) zoneNamed(naming, zone)
  for (const point of scene.points) pointNamed(naming, point)
  for (const { name } of scene.gear) gearNamed(naming, name)
  for (const { name, kind } of scene.gear) if (kind !== name) add('gear', name, kind, 'noun')
  for (const person of scene.people) add('person', person, person, 'name')
  for (const wait of scene.waits) add('wait', wait, wait, 'name')
  const taught = scene.taught ?? []
  for (const { word, as, means } of taught)
    if (as === 'name') for (const [sort, name] of namedIn(scene, means)) plural(sort, name, word, 'name')
  const verbs = taughtForms(taught)
  for (const word of verbs.keys()) words.add(word)
  return { scene, aliases, words, verbs, longest: Math.min(longest, 6) }
}

function functionNamed({ add, plural }: Naming, name: string) {
  const short = base(name)
  add('function', name, name, 'name')
  plural('function', name, short, 'name')
  const count = /,\s*(\d+)\s*(\w*)/.exec(name)
  if (count) {
    add('function', name, `${count[1]} ${short}`, 'name')
    add('function', name, `${short} ${count[1]}`, 'name')
    if (count[2]) {
      add('function', name, `${count[1]} ${count[2]}`, 'name')
      plural('function', name, count[2], 'alias')
    }
  }
  for (const { of, nouns, verbs } of functionNames)
    if (of.test(name.toLowerCase())) {
      for (const noun of nouns) add('function', name, noun, 'alias')
      for (const verb of verbs) {
        add('function', name, verb, 'verb')
        add('function', name, `${verb}s`, 'verb')
        add('function', name, verb.endsWith('e') ? `${verb}d` : `${verb}ed`, 'verb')
      }
    }
  // "tape-out switch" is also "tape out"; "rounding switch" "rounding".
  const head = short.replace(/\s+(?:switch|port|control|lamp|output|input)$/i, '')
  if (head !== short) add('function', name, head, 'alias')
}

function positionNamed(naming: Naming, name: string, kind: string) {
  const { add, plural } = naming
  plural('position', name, name, 'name')
  const words = kind.toLowerCase().split(/\s+/)
  plural('position', name, kind, 'alias')
  // "timing ROM" for IC18, "line connector" for J2, "loudspeaker" for LS1.
  const last = words.at(-1) ?? ''
  if (words.length > 1 && /^[a-z]+$/.test(last)) plural('position', name, last, 'noun')
  for (const [noun, holds] of Object.entries(partNouns))
    if (holds.some((h) => kind.toLowerCase().includes(h)) && squash(name) !== noun)
      plural('position', name, noun, 'noun')
  if (/supply/i.test(name))
    for (const said of [
      'psu',
      'power supply',
      'power unit',
      'power supply unit',
      'power pack',
      'mains supply',
    ])
      add('position', name, said, 'alias')
  if (/keyboard/i.test(name))
    for (const said of ['kbd', 'keyb', 'keyboard assembly']) add('position', name, said, 'alias')
  if (/^BT/.test(name))
    for (const said of ['memory battery', 'backup battery', 'memory cell', 'backup cell'])
      add('position', name, said, 'alias')
  if (/ (?:board|card|unit|drive|head|block|assembly)$/.test(name)) {
    const [first = ''] = name.split(' ')
    if (name.split(' ').length === 2 && !common.has(first.toLowerCase())) add('position', name, first, 'noun')
    add('position', name, name.replace(/ board$/, ' pcb'), 'alias')
    add('position', name, name.replace(/ (?:board|card)$/, ' brd'), 'alias')
    add('position', name, name.replace(/ board$/, ' card'), 'alias')
    add('position', name, name.replace(/ card$/, ' board'), 'alias')
    add(
      'position',
      name,
      `${name} ${name.endsWith('card') || name.endsWith('board') ? '' : 'card'}`.trim(),
      'alias',
    )
  }
  const lastOfName = name.toLowerCase().split(' ').at(-1) ?? ''
  if (name.includes(' ') && lastOfName.length > 3) plural('position', name, lastOfName, 'noun')
  const leading = /^([a-z]{4,}) [a-z]$/i.exec(name)
  if (leading?.[1]) plural('position', name, leading[1], 'noun')
}

function zoneNamed({ add, plural }: Naming, zone: string) {
  plural('zone', zone, zone, 'name')
  const lastOfZone = zone.split(' ').at(-1) ?? ''
  const singular = zone.replace(/s$/, '')
  add('zone', zone, singular, 'name')
  for (const part of zone.split(/\s+and\s+/)) if (part !== zone) plural('zone', zone, part, 'alias')
  if (zone.includes(' ') && lastOfZone.length > 3) add('zone', zone, lastOfZone, 'noun')
  for (const [of, said] of zoneNames)
    if (of.test(zone)) for (const name of said) add('zone', zone, name, 'alias')
}

function pointNamed(naming: Naming, point: string) {
  const { add } = naming
  add('point', point, point, 'name')
  const rail = /^([+-]?)(\d+(?:\.\d+)?)V$/i.exec(point)
  if (rail) railNames(naming, point, rail[1] === '-', rail[2] ?? '')
  else if (/ clock$/.test(point)) {
    add('point', point, point.replace(/ clock$/, ' clk'), 'alias')
    add('point', point, point.replace(' ', ''), 'alias')
  } else if (/^clock /.test(point)) add('point', point, point.replace('clock', 'clk'), 'alias')
  if (/^X\d$/.test(point))
    for (const said of [`crystal ${point}`, 'crystal']) add('point', point, said, 'alias')
}

/** "+12 V" and every other way to say a rail. */
function railNames({ add }: Naming, point: string, negative: boolean, figures: string) {
  const figure = `${negative ? '-' : ''}${figures}`
  for (const said of [
    `${figure}v`,
    `${figure} volt`,
    `${figure} volts`,
    `${figure}v rail`,
    `${figure} volt rail`,
    `${figure} rail`,
    `${figure}v line`,
    `${figure} volt line`,
  ])
    add('point', point, said, 'name')
  if (!negative)
    for (const said of [
      `+${figure}v`,
      `+${figure}`,
      `plus ${figure}`,
      `plus ${figure}v`,
      `plus ${figure} volts`,
    ])
      add('point', point, said, 'name')
  else
    for (const said of [
      `minus ${figures}`,
      `minus ${figures}v`,
      `-${figures}`,
      `-${figures} rail`,
      `neg ${figures}`,
      `negative ${figures}`,
    ])
      add('point', point, said, 'name')
}

function gearNamed({ add, plural }: Naming, name: string) {
  add('gear', name, name, 'name')
  const code = /^(?:.*\s)([A-Z]\d+)$/.exec(name)
  if (code?.[1]) add('gear', name, code[1], 'alias')
  const noNumber = /^(.+)\s\d+$/.exec(name)
  if (noNumber?.[1]) plural('gear', name, noNumber[1], 'noun')
  else if (!code) {
    const words = name.split(' ')
    if (words.length === 2 && words[1] === 'box') add('gear', name, name.replace(' ', ''), 'alias')
  }
}

/** What has that very name here. */
export function namedIn(scene: ReadingScene, name: string): readonly (readonly [NameSort, string])[] {
  const same = (known: string) => known.toLowerCase() === name.toLowerCase()
  const of = (sort: NameSort, names: readonly string[]) => names.filter(same).map((n) => [sort, n] as const)
  return [
    ...of(
      'function',
      scene.functions.map((f) => f.name),
    ),
    ...of(
      'position',
      scene.positions.map((p) => p.name),
    ),
    ...of('zone', scene.zones),
    ...of('point', scene.points),
    ...of(
      'gear',
      scene.gear.map((g) => g.name),
    ),
    ...of('person', scene.people),
  ]
}

/** Words too common to stand for a name by themselves. */
const common = new Set(
  'line up from out tube text main test output input box system control power form type end loop'.split(' '),
)

const best: Readonly<Record<Mention['by'], number>> = { name: 0, alias: 1, noun: 2, verb: 3 }

/** All names that a run of tokens can mean: the longest at each place for each sort; nothing inside a longer name of that sort. */
export function mentionsIn(tokens: readonly Token[], { aliases, longest }: Vocabulary): readonly Mention[] {
  const found: Mention[] = []
  const reach = new Map<NameSort, number>()
  for (let i = 0; i < tokens.length; i++) {
    for (let n = Math.min(longest, tokens.length - i); n >= 1; n--) {
      const run = tokens.slice(i, i + n)
      // A name does not run over a comma, but for one that has it ("keys, 71").
      if (
        run.some(
          (t, k) =>
            t.sort === 'sign' &&
            !(t.word === ',' && k > 0 && k < n - 1) &&
            !(t.word === '-' && k > 0 && k < n - 1),
        )
      )
        continue
      const hits = aliases.get(squash(run.map((t) => t.word).join('')))
      if (!hits) continue
      if (run.some((t) => t.word === ',') && !hits.some((h) => h.by === 'name' && h.name.includes(',')))
        continue
      for (const sort of new Set(hits.map((h) => h.sort))) {
        if ((reach.get(sort) ?? 0) > i) continue
        const of = hits.filter((h) => h.sort === sort)
        const by = of.map((h) => h.by).sort((a, b) => best[a] - best[b])[0] as Mention['by']
        found.push({
          sort,
          names: [...new Set(of.filter((h) => h.by === by).map((h) => h.name))],
          from: i,
          to: i + n,
          by,
        })
        reach.set(sort, i + n)
      }
    }
  }
  return found
}
