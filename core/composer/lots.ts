/** Lots in a typed line: one taken out of a lot to be fitted ("in C14 L-0003"), and some used up ("use 6 L-0012"). */
import type { Body } from '#core/history/bodies/index.ts'
import type { PartId } from '#core/ids.ts'
import { oneOutOf } from '#core/parts/lots.ts'
import type { Place } from '#core/place.ts'
import type { LotContext } from '#core/composer/context.ts'
import { takeNumber } from './read.ts'
import { done, wrong, type Parsed, type Scene } from './types.ts'
import { type Effect } from './effects.ts'

interface Heap {
  readonly place: Place
  readonly label: string
  readonly n: number
}

/** The heap a text names ("drawer 4"), else the largest. */
function heapOf(lot: LotContext, where: string): Heap | undefined {
  const named = where
    ? lot.heaps.find((h) => where.toLowerCase().startsWith(h.label.toLowerCase()))
    : undefined
  return named ?? [...lot.heaps].sort((a, b) => b.n - a.n)[0]
}

/** What taking n leaves, and whom it leaves short. */
function effectsOf(lot: LotContext, heap: Heap, n: number, machine: string): Effect[] {
  const others = lot.kept.filter((k) => k.machine !== machine)
  const short = lot.heaps.reduce((sum, h) => sum + h.n, 0) - n < others.reduce((sum, k) => sum + k.n, 0)
  return [
    { does: 'takes of lot', lot: lot.tag ?? lot.label, n, from: heap.label, left: heap.n - n },
    ...(short && others.length > 0
      ? [{ does: 'takes what is kept' as const, what: lot.label, machines: others.map((k) => k.label) }]
      : []),
  ]
}

export interface OneTaken {
  readonly part: PartId
  readonly from: Place
  readonly fromLabel: string
  readonly first: Body
  readonly effects: readonly Effect[]
  readonly rest: string
}

/** One of a lot as a part of its own, meant for this machine; `where` may begin with the heap's name. */
export function takeOne(lot: LotContext, where: string, scene: Scene): OneTaken | undefined {
  const heap = heapOf(lot, where)
  if (!heap) return undefined
  const part = scene.newId() as PartId
  return {
    part,
    from: heap.place,
    fromLabel: heap.label,
    first: oneOutOf(lot, part, heap.place, scene.context.machine),
    effects: effectsOf(lot, heap, 1, scene.context.machine),
    rest: where.toLowerCase().startsWith(heap.label.toLowerCase())
      ? where.slice(heap.label.length).trim()
      : where,
  }
}

/** "use 6 L-0012 [drawer 4] [for the lid]": that many go into this machine without names of their own. */
export function parseUse(text: string, scene: Scene): Parsed {
  const counted = /^(\d+)\s*(?:×|x)?\s*(?:of\s+)?(.*)$/is.exec(text.trim())
  const n = counted ? Number(counted[1]) : 1
  const { word, rest } = takeNumber(counted?.[2] ?? text)
  if (!word || n < 1) return wrong({ why: 'form', form: 'use 6 L-0012' })
  const looked = scene.lookUp(word.toUpperCase())
  if (looked === undefined) return { ok: false, needs: word.toUpperCase() }
  const { lot } = looked
  if (!lot) return wrong({ why: 'which lot', word })
  const heap = heapOf(lot, rest)
  if (!heap) return wrong({ why: 'which lot', word })
  const words = rest.replace(/^for\s+/i, '')
  const said = words.toLowerCase().startsWith(heap.label.toLowerCase())
    ? words.slice(heap.label.length).replace(/^\s*(?:for\s+)?/i, '')
    : words
  const move: Body = {
    kind: 'move',
    legs: [],
    lots: [{ lot: lot.id, n, from: heap.place, to: { in: { kind: 'machine', id: scene.context.machine } } }],
    ...(said ? { words: said } : {}),
  }
  return done([move], effectsOf(lot, heap, n, scene.context.machine))
}
