/** What a line calls for: the usual cautions, once a sitting; and where it leaves what the house decided. */
import type { Body } from '#core/history/bodies/index.ts'
import { agentsIn, cautionsOf } from '#core/work/cautions/index.ts'
import { headNoun, takesCell } from '#core/type/part-kinds.ts'
import type { ComposerContext } from './context.ts'
import type { Effect } from './effects.ts'
import type { ParsedEntry } from './types.ts'

export function heeded(entries: readonly ParsedEntry[], context: ComposerContext): Effect[] {
  const { facts, shown } = context.cautions
  const recipe = (body: Body) => {
    const card =
      body.kind === 'change' && body.method
        ? context.methods.find((m) => m.id === body.method)?.recipe
        : undefined
    return card ? ` ${[card.agent, card.light, card.temperature].join(' ')}` : ''
  }
  const keys = new Set(entries.flatMap(({ body }) => cautionsOf(body, facts, recipe(body))))
  const fresh = [...keys].filter((key) => key === 'never together' || !shown.includes(key))
  return [
    ...contentsLost(entries, context),
    ...houseRules(entries, context, recipe),
    ...(fresh.length > 0 ? [{ does: 'cautions', of: fresh } as const] : []),
  ]
}

/** Before a memory or the cell that keeps it goes, what it holds is copied twice with equal sums, or given up by name. */
function contentsLost(entries: readonly ParsedEntry[], { contentsSaid, slots }: ComposerContext): Effect[] {
  if (contentsSaid) return []
  const out = entries
    .flatMap(({ body }) => (body.kind === 'move' ? body.legs : []))
    .flatMap((leg) => {
      const slot = slots.find(
        (s) => s.place.in.id === leg.from.in.id && s.place.position === leg.from.position,
      )
      return slot ? [slot.position] : []
    })
  return out
    .filter((p) => takesCell(p) || ['rom', 'eprom', 'prom', 'memory'].includes(headNoun(p.accepts)))
    .map((p) => ({ does: 'loses contents', part: `${p.designator} ${p.accepts}` }))
}

/** Work by another school than the house chose for this machine. */
function houseRules(
  entries: readonly ParsedEntry[],
  { house, slots }: ComposerContext,
  recipe: (body: Body) => string,
): Effect[] {
  const found: Effect[] = []
  const leaves = (rule: Extract<Effect, { does: 'leaves house rule' }>['rule'], option: string) =>
    found.push({ does: 'leaves house rule', rule, option })
  for (const { body } of entries) {
    if (body.kind === 'change') {
      const text = `${body.verb} ${body.words ?? ''}${recipe(body)}`.toLowerCase()
      if (house.whitening === 'never' && agentsIn(text).includes('peroxide'))
        leaves('whitening', house.whitening)
      const slot = slots.find((s) => s.position.designator === body.target.name)
      const board = slot?.position.assembly === true || /board/i.test(body.target.name)
      if (
        board &&
        body.verb === 'washed' &&
        house.boardWash !== 'soap, water and warm air' &&
        house.boardWash !== 'ultrasonic bath'
      )
        leaves('board wash', house.boardWash)
    }
    if (body.kind === 'move') {
      const swapped =
        body.legs.length > 1 &&
        slots.some(
          (s) =>
            s.position.assembly &&
            body.legs.some(
              (l) => l.to.in.id === s.place.in.id && l.to.position === s.place.position && l.part !== s.part,
            ),
        )
      if (swapped && house.module === 'repair it') leaves('repair or replace a module', house.module)
      const thrown = body.legs.some((l) => l.to.in.kind === 'gone')
      const stocked = body.legs.some((l) => l.from.in.kind === 'tray' && l.to.in.kind === 'store')
      if (
        (thrown && house.originals !== 'one kept as evidence') ||
        (stocked && house.originals === 'kept with the machine')
      )
        leaves('removed originals', house.originals)
    }
  }
  return found
}
