/** "done plug out", "done reservoir measured 0.4 V", and what a line goes past while a check is not met. */
import { precautions } from '#core/history/bodies/precaution.ts'
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

/** Work that cannot be undone, on somebody else's machine, is theirs to allow: said before it is written, never held back. */
export function ownersWord(
  entries: readonly ParsedEntry[],
  { owner }: ComposerContext,
  now: Instant,
): Effect[] {
  if (!owner) return []
  const forever = entries.flatMap(({ body }) =>
    body.kind === 'change' && forGood.has(body.verb) ? [body.target.name] : [],
  )
  const words = forever.map((target) => consentIn(owner.said, 'irreversible work', now, target))
  const wanting = words.filter((word) => word !== 'given')
  return wanting.length > 0
    ? [{ does: 'wants the owner’s word', owner: owner.name, refused: wanting.includes('refused') }]
    : []
}
