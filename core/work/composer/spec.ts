/** "print C214 2200uF 63V minus left", "schematic C214 2200uF 80V", "fitted C214 1000uF 50V": what each says, kept apart. */
import type { SpecSource } from '#core/history/bodies/spec.ts'
import { readCode } from '#core/parts/markings/codes.ts'
import { parseQuantity } from '#core/quantity/quantity.ts'
import { takeName } from './read.ts'
import { done, wrong, type Parsed, type Scene } from './types.ts'

const verbOf: Readonly<Record<SpecSource, string>> = { part: 'fitted', print: 'print', schematic: 'schematic' }

export function parseSpec(by: SpecSource, text: string, scene: Scene): Parsed {
  const { slots, machine } = scene.context
  const named = takeName(
    text.trim(),
    slots.map((s) => s.position.designator),
  )
  const form = `${verbOf[by]} C214 2200uF 63V`
  if (!named) return wrong({ why: 'which position', word: text.trim().split(/\s/)[0] ?? '', known: slots.map((s) => s.position.designator) })
  const accepts = slots.find((s) => s.position.designator === named.name)?.position.accepts ?? ''
  const attributes: Record<string, string> = {}
  const words: string[] = []
  for (const word of named.rest.split(/\s+/).filter(Boolean)) {
    const read = parseQuantity(word)
    const coded = /capacitor/i.test(accepts) ? readCode(word, 'F') : undefined
    if (read?.unit === 'V' && attributes['rating'] === undefined) attributes['rating'] = word
    else if ((coded !== undefined || (read && (read.unit === 'F' || read.unit === 'ohm'))) && attributes['value'] === undefined) attributes['value'] = word
    else if (/^\d+(?:[.,]\d+)?°?C$/.test(word)) attributes['temperature'] = word
    else words.push(word)
  }
  if (Object.keys(attributes).length === 0) return wrong({ why: 'form', form })
  return done(
    [{ kind: 'spec', machine, position: named.name, by, attributes, ...(words.length ? { words: words.join(' ') } : {}) }],
    [{ does: 'says of position', position: named.name, by, what: Object.values(attributes) }],
  )
}
