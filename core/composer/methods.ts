/** House methods in a typed line: "clean keycaps by warm soak" takes over the card's agent, its wait and its caution. */
import type { Body } from '#core/history/bodies/index.ts'
import { instantToMs, msToInstant } from '#core/quantity/time.ts'
import type { MethodContext } from '#core/composer/context.ts'
import { firstWord, takeName } from './read.ts'
import { done, wrong, type Parsed, type Scene } from './types.ts'
import { type Effect } from './effects.ts'

/** The method after the last "by" of a line, and the line without it. */
export function takeMethod(
  text: string,
  scene: Scene,
): { readonly method: MethodContext; readonly rest: string } | undefined {
  const { methods } = scene.context
  for (const by of [...text.matchAll(/\s+by\s+/gi)].reverse()) {
    const named = takeName(
      text.slice(by.index + by[0].length),
      methods.map((m) => m.recipe.name),
    )
    const method = methods.find((m) => m.recipe.name === named?.name)
    if (method && named) return { method, rest: `${text.slice(0, by.index)} ${named.rest}`.trim() }
  }
  return undefined
}

/** Whether a word is one of the materials that a card warns of. */
const touches = (names: readonly string[], material: string): boolean =>
  material !== '' && names.some((n) => material.toLowerCase().includes(n.toLowerCase()))

/** Work done by a card: the change names it, what has to wait waits, and what the card warns of is said before Enter. */
export function byMethod(
  parsed: Parsed & { ok: true },
  { id, recipe, schoolInForce }: MethodContext,
  scene: Scene,
): Parsed {
  const { context } = scene
  const targets: string[] = []
  const entries = parsed.entries.flatMap((e) => {
    if (e.body.kind !== 'change') return recipe.waitMinutes === undefined ? [e] : []
    targets.push(e.body.target.name)
    return [{ ...e, body: { ...e.body, method: id } }]
  })
  const effects: Effect[] = [
    ...parsed.effects.filter((e) => e.does !== 'waits' || recipe.waitMinutes === undefined),
    {
      does: 'follows method',
      name: recipe.name,
      what: [recipe.agent, recipe.strength, recipe.temperature, recipe.light].filter(Boolean),
      caution: recipe.caution,
      needs: recipe.needs,
    },
  ]
  const material =
    context.zones.find((z) => z.name.toLowerCase() === targets[0]?.toLowerCase())?.material ?? ''
  if (touches(recipe.notOn, material) || touches(recipe.notOn, targets.join(' ')))
    effects.push({ does: 'warns of material', method: recipe.name, material: material || targets.join(', ') })
  if (schoolInForce)
    effects.push({
      does: 'leaves the house’s school',
      method: recipe.name,
      rule: schoolInForce.key,
      option: schoolInForce.option,
    })
  if (recipe.waitMinutes === undefined) return { ...parsed, entries, effects }
  const until = msToInstant(instantToMs(scene.now) + recipe.waitMinutes * 60_000)
  const what = `${targets[0] ?? 'it'}: ${recipe.name}`.slice(0, 80)
  const wait: Body = {
    kind: 'wait',
    machine: context.machine,
    what,
    until,
    ...(recipe.everyMinutes ? { everyMinutes: recipe.everyMinutes } : {}),
  }
  return {
    ...parsed,
    entries: [...entries, { body: wait }],
    effects: [...effects, { does: 'waits', what, until, everyMinutes: recipe.everyMinutes }],
  }
}

/** "verdict warm soak good even, no residue". */
export function parseVerdict(text: string, scene: Scene): Parsed {
  const { methods, machine } = scene.context
  const named = takeName(
    text.trim(),
    methods.map((m) => m.recipe.name),
  )
  const method = methods.find((m) => m.recipe.name === named?.name)
  if (!method || !named)
    return wrong({
      why: 'which method',
      word: firstWord(text).word,
      known: methods.map((m) => m.recipe.name),
    })
  const { word, rest } = firstWord(named.rest)
  const verdict = /^(good|mixed|bad)[,:]?$/i.exec(word)?.[1]?.toLowerCase() as
    'good' | 'mixed' | 'bad' | undefined
  if (!verdict) return wrong({ why: 'form', form: `verdict ${method.recipe.name} good: even, no residue` })
  return done(
    [{ kind: 'method', what: 'verdict', method: method.id, machine, verdict, words: rest }],
    [{ does: 'judges method', name: method.recipe.name, verdict }],
  )
}
