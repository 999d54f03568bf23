/**
 * Shape 1 knew one house: an entry did not say which, nor when it came here. An amendment named the one amendment that its
 * writer knew. That a part was in for now, and that nothing of a kind was there, stood among free attributes.
 */
import { fieldsOf, type Shape } from './shape.ts'

export function toHouses(entry: Shape, house: string): Shape {
  const amends = fieldsOf(entry['amends'])
  const body = fieldsOf(entry['body'])
  return {
    ...entry,
    v: 2,
    // A draft says neither: its house adds them when it takes it.
    ...(entry['recordedAt'] === undefined
      ? {}
      : {
          house: entry['house'] ?? house,
          receivedAt: entry['receivedAt'] ?? entry['recordedAt'],
        }),
    ...(amends ? { amends: { ...amends, seen: listed(amends['seen']) } } : {}),
    ...(body ? { body: withFlags(body) } : {}),
  }
}

const listed = (seen: unknown): unknown =>
  Array.isArray(seen) ? seen : seen === null || seen === undefined ? [] : [seen]

function withFlags(body: Readonly<Record<string, unknown>>): Readonly<Record<string, unknown>> {
  if (body['kind'] === 'part' && body['what'] === 'identified') {
    const { temporary, ...attributes } = fieldsOf(body['attributes']) ?? {}
    return temporary === undefined ? body : { ...body, ...rest(attributes), temporary: temporary === 'yes' }
  }
  if (body['kind'] === 'machine' && body['what'] === 'stated') {
    const set = fieldsOf(body['set'])
    return set ? { ...body, set: withNoneThere(set) } : body
  }
  return body['kind'] === 'machine' && body['what'] === 'registered' ? withNoneThere(body) : body
}

const mark = 'none: '

function withNoneThere(facts: Readonly<Record<string, unknown>>): Readonly<Record<string, unknown>> {
  const attributes = Object.entries(fieldsOf(facts['attributes']) ?? {})
  const none = attributes.flatMap(([key]) => (key.startsWith(mark) ? [key.slice(mark.length)] : []))
  if (none.length === 0) return facts
  const others = Object.fromEntries(attributes.filter(([key]) => !key.startsWith(mark)))
  return { ...facts, ...rest(others), noneThere: none }
}

/** Attributes that are left; undefined in place of an empty list, which would be taken for a statement. */
const rest = (attributes: Readonly<Record<string, unknown>>) => ({
  attributes: Object.keys(attributes).length > 0 ? attributes : undefined,
})
