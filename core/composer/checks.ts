/** "done plug out", "done reservoir measured 0.4 V", and what a line goes past while a check is not met. */
import { precautions } from '#core/history/bodies/precaution.ts'
import type { ConsentMatter } from '#core/history/bodies/consent.ts'
import { consentIn } from '#core/parts/ownership.ts'
import { forGood } from '#core/parts/reversibility.ts'
import type { Instant } from '#core/quantity/time.ts'
import { parseQuantity } from '#core/quantity/quantity.ts'
import type { ComposerContext } from '#core/composer/context.ts'
import { takeName } from './read.ts'
import { takeWarrant } from './warrant.ts'
import { done, wrong, type Parsed, type ParsedEntry, type Scene } from './types.ts'
import { type Effect } from './effects.ts'

export function parseDone(text: string, scene: Scene): Parsed {
  const { rest: said, warrant } = takeWarrant(text, scene)
  const named = takeName(said, precautions)
  // A word that only begins like one of them says it if nothing else stands there: "plug in" is not "plug out".
  const whole = named && (said.toLowerCase().startsWith(named.name) || named.rest === '')
  const what = whole ? precautions.find((p) => p === named.name) : undefined
  if (!named || !what) return wrong({ why: 'form', form: 'done plug out' })
  const number = /^(?:at\s+)?([\d.,]+\s?[a-zµΩ]+)\b\s*,?\s*(.*)$/i.exec(named.rest)
  const read = number?.[1] ? parseQuantity(number[1]) : undefined
  const words = (read ? (number?.[2] ?? '') : named.rest).trim()
  if (what === 'reservoir measured' && !read)
    return wrong({ why: 'form', form: 'done reservoir measured 0.4 V' })
  return done(
    [
      {
        body: {
          kind: 'precaution',
          machine: scene.context.machine,
          what,
          ...(read ? { read } : {}),
          ...(words ? { words } : {}),
        },
        ...(read ? { basis: 'measured' as const } : {}),
        ...(warrant ? { warrant } : {}),
      },
    ],
    [{ does: 'says done', what }],
  )
}

/** Entries that go past a check: power with rules of switching on open, opening with rules of hands inside open. */
export function goesPast(
  entries: readonly ParsedEntry[],
  context: ComposerContext,
): Extract<Effect, { does: 'goes past' }> | undefined {
  const powers = entries.some(({ body }) => body.kind === 'power' && body.way === 'on')
  const opens = entries.some(
    ({ body }) =>
      body.kind === 'move' ||
      (body.kind === 'connection' && body.way === 'off') ||
      (body.kind === 'fastening' && body.way === 'off'),
  )
  const check = powers ? 'switch on' : opens ? 'hands inside' : undefined
  const rules = check ? (context.unmet[check] ?? []) : []
  return check && rules.length > 0 ? { does: 'goes past', check, rules } : undefined
}

/** What an owner is asked about before an act, and on which of its positions. */
function matterOf({ body }: ParsedEntry): { matter: ConsentMatter; target: string } | undefined {
  if (body.kind === 'fastening' && body.way === 'off') return { matter: 'opening', target: body.what }
  if (body.kind !== 'change') return undefined
  const target = body.target.name
  if (forGood.has(body.verb)) return { matter: 'irreversible work', target }
  return { matter: body.reach === 'outside' ? 'cleaning' : 'repair', target }
}

/**
 * Work on somebody else's machine that its owner must allow: said before it is written, never held back. What cannot be undone
 * always wants their word; opening, cleaning and repair do once they spoke of that and it is refused, over, or of other positions.
 */
export function ownersWord(
  entries: readonly ParsedEntry[],
  { owner }: ComposerContext,
  now: Instant,
): Effect[] {
  if (!owner) return []
  const wanting = entries.flatMap((entry) => {
    const asked = matterOf(entry)
    if (!asked) return []
    const { matter, target } = asked
    if (matter !== 'irreversible work' && !owner.said.some((s) => s.to === matter)) return []
    const word = consentIn(owner.said, matter, now, target)
    return word === 'given' ? [] : [{ matter, word }]
  })
  const [first] = wanting
  return first
    ? [
        {
          does: 'wants the owner’s word',
          owner: owner.name,
          matter: first.matter,
          refused: wanting.some((w) => w.word === 'refused'),
        },
      ]
    : []
}
