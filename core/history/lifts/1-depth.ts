/**
 * Shape 0 was the one before a test had a depth: every test then was a full one, and a change without a reach had altered
 * what it touched.
 */
import { fieldsOf, type Shape } from './shape.ts'

export function toDepth(entry: Shape): Shape {
  const body = fieldsOf(entry['body'])
  if (body?.['kind'] === 'test' && body['depth'] === undefined)
    return { ...entry, v: 1, body: { ...body, depth: 'full' } }
  if (body?.['kind'] === 'change' && body['reach'] === undefined)
    return { ...entry, v: 1, body: { ...body, reach: 'altered' } }
  return { ...entry, v: 1 }
}
