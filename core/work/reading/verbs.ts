/**
 * The one table of verbs: what people say they did, by the lemma, with the act that it is and the reach that the work has by
 * default (`core/history/bodies/change`). Reading, completion, taps, hints and the list under `?` are made from it.
 */
import type { Reach } from '#core/history/bodies/change.ts'
import type { Act, Taught } from './acts.ts'

export interface Verb {
  readonly lemma: string
  readonly act: Act['do']
  readonly reach?: Reach
  /** Past and participle where they are not regular. */
  readonly past?: readonly string[]
  /** Offered at the second tap of Work. */
  readonly tap?: boolean
}

/** Lemmas with their pasts behind a stroke; a plus before those that a tap offers. */
const work = (reach: Reach, lemmas: string): Verb[] =>
  lemmas
    .trim()
    .split(/\s+/)
    .map((word) => {
      const [lemma = '', ...past] = word.replace('+', '').split('/')
      return {
        lemma,
        ...(word.startsWith('+') ? { tap: true } : {}),
        act: 'work',
        reach,
        ...(past.length > 0 ? { past } : {}),
      }
    })
/** Verbs of another act; their reach is for where one of them is told of something that is on no list ("fitted a new belt"). */
const acts = (act: Act['do'], lemmas: string, reach: Reach = 'disturbed'): Verb[] =>
  work(reach, lemmas).map((v) => ({ ...v, act }))

export const verbTable: readonly Verb[] = [
  ...work(
    'outside',
    `+wipe brush polish dust vacuum hoover paint repaint varnish label/labeled/labelled mark number sand wax mask tape seal wrap photograph
     whiten bleach steam iron spray engrave pad cover stick/stuck empty fill sort wind/wound decorate rewrap blank`,
  ),
  ...work(
    'disturbed',
    `+clean wash rinse neutralise neutralize scrape scrub rub +reseat lift blow/blew/blown flush boil degrease dry soak
     deoxidise exercise wiggle straighten press push shake/shook/shaken air centre level demagnetise degauss bake thaw`,
  ),
  ...work(
    'altered',
    `solder +resolder wire rewire cut/cut +mend repair fix +oil grease lubricate glue reglue drill bend/bent file bridge shorten
     trim clip sew/sewn crimp tin align realign tension reform recap charge discharge shim heat insulate rivet splice strip
     patch weld braze rebuild/rebuilt machine tap lap hone rewind/rewound balance reinforce sleeve desolder rework rebush`,
  ),
  ...acts('out', 'remove extract unsolder snip unseat dismount uninstall pull take/took/taken'),
  ...acts('in', 'insert refit mount install reinstall reinsert fit replug', 'altered'),
  ...acts('swap', 'swap replace exchange renew change substitute', 'altered'),
  ...acts('unplug', 'unplug disconnect detach'),
  ...acts('plug', 'plug connect reconnect'),
  ...acts('adjust', '+adjust turn trim tweak calibrate regulate move shift slacken'),
  ...acts('set', 'set/set'),
  ...acts('lend', 'lend/lent loan give/gave/given borrow'),
  ...acts('back', 'return bring/brought'),
  ...acts('read', 'measure read/read show/showed/shown meter indicate'),
  ...acts('off', 'undo/undid/undone unscrew'),
  ...acts('on', 'screw close'),
  ...acts('use', 'use spend consume'),
  ...acts('buy', 'buy/bought order get/got purchase'),
  ...acts('suspect', 'suspect distrust'),
  ...acts('incident', 'drop spill burst explode snap break/broke/broken fall/fell/fallen jump slip'),
]

const vowel = /[aeiou]/
/** One syllable that ends consonant, vowel, consonant doubles it: "rub", "rubbed". */
const doubles = (lemma: string) => {
  const bare = lemma.replace(/^(?:un|re|dis)(?=[^aeiou]{1,3}[aeiou][^aeiou]$)/, '')
  return (
    /[^aeiou][aeiou][bdgklmnprt]$/.test(bare) &&
    bare
      .replace(/[^aeiou]+/g, ' ')
      .trim()
      .split(' ').length === 1
  )
}

export type Form = 'base' | 's' | 'past' | 'ing'

/** The forms of a verb: base, third person, past and participle, -ing. */
export function formsOf({ lemma, past }: Pick<Verb, 'lemma' | 'past'>): readonly (readonly [string, Form])[] {
  const stem = lemma.endsWith('e') ? lemma.slice(0, -1) : doubles(lemma) ? `${lemma}${lemma.at(-1)}` : lemma
  const yStem = /[^aeiou]y$/.test(lemma)
  const s = yStem ? `${lemma.slice(0, -1)}ies` : /(?:s|x|z|ch|sh)$/.test(lemma) ? `${lemma}es` : `${lemma}s`
  const pasts = past ?? [yStem ? `${lemma.slice(0, -1)}ied` : `${stem}ed`]
  return [
    [lemma, 'base'],
    [s, 's'],
    ...pasts.map((p): [string, Form] => [p, 'past']),
    [`${lemma.endsWith('ee') ? lemma : stem}ing`, 'ing'],
  ]
}

export interface VerbForm {
  readonly verb: Verb
  readonly form: Form
}

/** Every form of every verb of a table; where two share one ("read"), the first stands. */
export function indexVerbs(table: readonly Verb[]): ReadonlyMap<string, VerbForm> {
  const index = new Map<string, VerbForm>()
  for (const verb of table)
    for (const [text, form] of formsOf(verb)) if (!index.has(text)) index.set(text, { verb, form })
  return index
}

export const verbForms = indexVerbs(verbTable)

const byLemma = new Map(verbTable.map((v) => [v.lemma, v]))
const known = (lemma: string) => byLemma.get(lemma) ?? byLemma.get(lemma.replace(/ise$/, 'ize'))

/** "neutralise" → "neutralised", as the record writes what was done. */
export function pastOf(lemma: string): string {
  const past = formsOf(known(lemma) ?? { lemma }).filter(([, form]) => form === 'past')
  return (past.at(-1)?.[0] ?? `${lemma}ed`).replace(/ized$/, 'ised')
}

/** What the work reaches unless somebody says otherwise; of work that no table knows, what it is done to is disturbed. */
export const reachOf = (lemma: string): Reach => known(lemma)?.reach ?? 'disturbed'

export const isWork = (lemma: string): boolean => known(lemma)?.act === 'work'

/** Every verb once, as a line may begin with it. */
export const lemmas: readonly string[] = [...byLemma.keys()]

/** Forms of the house's own verbs: each is read as the verb that it stands for. One that stands for none is left out. */
export function taughtForms(taught: readonly Taught[]): ReadonlyMap<string, VerbForm> {
  const own = new Map<string, VerbForm>()
  for (const { word, as, means } of taught) {
    const verb = as === 'verb' ? verbForms.get(means.toLowerCase())?.verb : undefined
    if (verb) for (const [text, form] of formsOf({ lemma: word })) own.set(text, { verb, form })
  }
  return own
}

/** "hoovered" → "hoover": a regular past that no table knows; undefined for what does not look like one. */
export function guessedLemma(word: string): string | undefined {
  if (!/^[a-z]{3,}ed$/.test(word) || !vowel.test(word.slice(0, -2))) return undefined
  const stem = word.slice(0, -2)
  if (/(.)\1$/.test(stem) && !/(?:ss|ll|ff|zz)$/.test(stem)) return stem.slice(0, -1)
  if (/i$/.test(stem)) return `${stem.slice(0, -1)}y`
  return /(?:[^aeiou][aeiou]|[lnrst]|[aeiou]{2})[cgsvz]$|[aeiou]{2}[lt]$|at$|[^aeiou]l$/.test(stem) &&
    !/(?:ss|rs|ns)$/.test(stem)
    ? `${stem}e`
    : stem
}

/** What the second tap of Work offers, in the order of the table. */
export const tapped: readonly string[] = verbTable.flatMap((v) => (v.tap ? [v.lemma] : []))
