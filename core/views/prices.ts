/** What things cost and are worth, left out for roles that do not see prices: before anything is folded, so that no view can tell. */
import type { Entry } from '#core/history/entry.ts'
import type { Body } from '#core/history/bodies/index.ts'

/** Kinds that say nothing but a price. */
export const pricedKinds = ['value'] as const satisfies readonly Body['kind'][]
const isPriced = (body: Body) => (pricedKinds as readonly Body['kind'][]).includes(body.kind)

/** A body without the price in it. */
export function bare(body: Body): Body {
  if (body.kind === 'machine' && body.what === 'registered') return { ...body, price: undefined }
  if (body.kind === 'part' && body.what === 'identified') return { ...body, price: undefined }
  if (body.kind === 'lot' && body.what === 'got') return { ...body, price: undefined }
  return body.kind === 'batch' ? { ...body, price: undefined } : body
}

const bareEntries = new WeakMap<Entry, Entry>()
function bareEntry(entry: Entry): Entry {
  const body = bare(entry.body)
  if (body === entry.body) return entry
  const held = bareEntries.get(entry) ?? { ...entry, body }
  bareEntries.set(entry, held)
  return held
}

/** The entries of a line as somebody may know them who sees no prices. */
export const withoutPrices = (entries: readonly Entry[]): Entry[] =>
  entries.filter((e) => !isPriced(e.body)).map(bareEntry)
