/** What was done by hand: work, settings, screws. */
import { pastOf, reachOf } from '#core/work/reading/verbs.ts'
import { parseFastening } from '../fasteners.ts'
import { reachEffects } from '../reach.ts'
import { type Parsed, type Scene, done } from '../types.ts'
import { workOn } from '../work.ts'
import { type Of, note, short } from './short.ts'

/** Screws without a number: as many as the way in says, else as many as came off under that name. */
export function fasten(act: Of<'off' | 'on'>, scene: Scene, line: string): Parsed {
  const { context } = scene
  const same = (name: string) =>
    act.what !== undefined &&
    (name.toLowerCase() === act.what.toLowerCase() || name.toLowerCase().includes(act.what.toLowerCase()))
  const step = context.wayIn.find((s) => same(s.what))
  const held = context.fasteners.filter((f) => (act.size ? f.size === act.size : f.whats.some(same)))
  const open = held.reduce((n, f) => n + f.off - f.on, 0)
  const count = act.count ?? (act.do === 'off' ? step?.count : open > 0 ? open : undefined)
  const size = act.size ?? step?.size ?? (held.length === 1 ? held[0]?.size : undefined)
  if (count === undefined) return note(line, scene)
  return parseFastening(
    act.do,
    `${act.what ?? 'the machine'} ${count}${size ? ` ${size}` : ''}${act.cup ? ` ${/^\d+$/.test(act.cup) ? `cup ${act.cup}` : act.cup}` : ''}`,
    scene,
  )
}

/** "unplugged the reader board and cleaned its contacts": the contacts of the reader board. */
function owned(what: string, line: string, { context }: Scene): string {
  const said = line.toLowerCase()
  const its = [`its ${what}`, `their ${what}`].map((w) => said.indexOf(w.toLowerCase())).find((i) => i > 0)
  if (its === undefined) return what
  const owner = context.slots
    .map((s) => ({
      name: s.position.designator,
      at: said.slice(0, its).lastIndexOf(s.position.designator.toLowerCase()),
    }))
    .filter((s) => s.at >= 0)
    .sort((a, b) => b.at - a.at || b.name.length - a.name.length)[0]
  return owner ? `${what} of ${owner.name}` : what
}

/** What is done to a whole machine inside it is not done to its case alone. */
const insideIt = /\b(?:inside|inner|interior)\b/i

export function work(act: Of<'work'>, scene: Scene, line: string): Parsed {
  const preset = reachOf(act.verb)
  const within = insideIt.test(act.what ?? line)
  const reach = preset === 'outside' && within ? 'disturbed' : preset
  return workOn(
    { lemma: act.verb, verb: pastOf(act.verb), reach },
    act.what ? owned(act.what.replace(/^it /i, ''), line, scene) : within ? 'inside' : scene.context.name,
    act.words && act.words.toLowerCase() !== act.what?.toLowerCase() ? act.words : '',
    scene,
  )
}

export function change(
  verb: string,
  what: string,
  ends: { readonly from?: string | undefined; readonly to?: string | undefined },
  scene: Scene,
): Parsed {
  const { context } = scene
  const slot = context.slots.find((s) => s.position.designator.toLowerCase() === what.toLowerCase())
  const name = short(slot?.position.designator ?? what)
  return done(
    [
      {
        kind: 'change',
        machine: context.machine,
        target: { sort: 'adjuster', name },
        verb,
        reach: 'altered',
        ...(ends.from ? { from: short(ends.from) } : {}),
        ...(ends.to ? { to: short(ends.to) } : {}),
      },
    ],
    [{ does: 'works on', target: name, verb, reach: 'altered' }, ...reachEffects(context, name)],
  )
}
