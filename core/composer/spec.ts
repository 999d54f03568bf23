/** "print C214 2200uF 63V minus left", "schematic C214 2200uF 80V", "fitted C214 1000uF 50V": what each says, kept apart. */
import type { SpecSource } from '#core/history/bodies/spec.ts'
import type { Body } from '#core/history/bodies/index.ts'
import { learnPosition } from '#core/type/learned.ts'
import { readCode } from '#core/parts/markings/codes.ts'
import { parseQuantity } from '#core/quantity/quantity.ts'
import { partIn } from './found.ts'
import { firstWord, takeName } from './read.ts'
import { takeDesignators } from '#core/type/designators.ts'
import { done, together, wrong, type Parsed, type Scene } from './types.ts'

const verbOf: Readonly<Record<SpecSource, string>> = {
  part: 'fitted',
  print: 'print',
  schematic: 'schematic',
  settled: 'settle',
}

/** "print C1-C3 220uF 10V": said of each. */
export function parseSpec(by: SpecSource, text: string, scene: Scene): Parsed {
  const list = takeDesignators(text)
  return list && list.names.length > 1
    ? together(list.names.map((name) => specOf(by, `${name} ${list.rest}`, scene)))
    : specOf(by, text, scene)
}

function specOf(by: SpecSource, text: string, scene: Scene): Parsed {
  const { slots, machine } = scene.context
  const known = slots.map((s) => s.position.designator)
  const first = firstWord(text)
  const exact = known.find((d) => d.toLowerCase() === first.word.toLowerCase())
  const fresh = exact ? undefined : learnPosition(first.word, first.rest)
  const named = fresh ? { name: fresh.designator, rest: first.rest } : takeName(text.trim(), known)
  const form = `${verbOf[by]} C214 2200uF 63V`
  if (!named) return wrong({ why: 'which position', word: first.word, known })
  const accepts =
    fresh?.accepts ?? slots.find((s) => s.position.designator === named.name)?.position.accepts ?? ''
  const attributes: Record<string, string> = {}
  const words: string[] = []
  for (const word of named.rest.split(/\s+/).filter(Boolean)) {
    const read = parseQuantity(word)
    const coded = /capacitor/i.test(accepts) ? readCode(word, 'F') : undefined
    if (read?.unit === 'V' && attributes['rating'] === undefined) attributes['rating'] = word
    else if (
      (coded !== undefined || (read && (read.unit === 'F' || read.unit === 'ohm'))) &&
      attributes['value'] === undefined
    )
      attributes['value'] = word
    else if (/^\d+(?:[.,]\d+)?°?C$/.test(word)) attributes['temperature'] = word
    else words.push(word)
  }
  if (Object.keys(attributes).length === 0) return wrong({ why: 'form', form })
  const spec: Body = {
    kind: 'spec',
    machine,
    position: named.name,
    by,
    attributes,
    ...(words.length ? { words: words.join(' ') } : {}),
  }
  const slot = slots.find((s) => s.position.designator === named.name)
  // Whoever reads a part in a position that was empty has found one there.
  const there: Body[] =
    by === 'part' && slot && (slot.content === 'empty' || slot.content === 'unknown part')
      ? [partIn(slot, scene, { partKind: accepts } as never)]
      : []
  if (there.length > 0)
    return done(
      [...there, spec],
      [
        { does: 'found to hold', position: named.name, kind: accepts },
        { does: 'says of position', position: named.name, by, what: Object.values(attributes) },
      ],
    )
  return done(
    fresh ? [{ kind: 'machine', what: 'met', machine, functions: [], positions: [fresh] }, spec] : [spec],
    [
      by === 'settled'
        ? { does: 'settles', position: named.name, what: Object.values(attributes) }
        : { does: 'says of position', position: named.name, by, what: Object.values(attributes) },
      ...(fresh ? [{ does: 'adds position' as const, name: `${fresh.designator}, ${fresh.accepts}` }] : []),
    ],
  )
}
