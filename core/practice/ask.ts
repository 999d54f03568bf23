/**
 * Lines of practice that leave the answer to the machine: "test picture", "read 5V", "look at IC4", "prove display one". They are
 * completed and read by the composer like any other; what the machine answers stands in its place when it is written.
 */
import type { ComposerContext } from '#core/composer/context.ts'
import { parseLine, type ComposerTools, type Effect, type Parsed } from '#core/composer/index.ts'
import type { Body } from '#core/history/bodies/index.ts'
import type { GearId } from '#core/ids.ts'

const escaped = (text: string) => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')
/** The names, longest first: what a longer one begins with is not a shorter one. */
const oneOf = (names: readonly string[]) =>
  [...names]
    .sort((a, b) => b.length - a.length)
    .map(escaped)
    .join('|')

/** A trial without its result: `test [full] A, B [n starts] [with gear]` as it would be written with passes. */
function testLine(line: string, { functions }: ComposerContext): string | undefined {
  const said = /^(?:test|try)\s+(?:(full|short|look)\s+)?(.+)$/i.exec(line)
  if (!said?.[2]) return undefined
  const [, depth, rest] = said
  const [, list = '', tail = ''] = /^(.*?)((?:\s+(?:with|when|using)\s.*)?)$/i.exec(rest) ?? []
  const names = functions.flatMap((f) => [
    f.name,
    ...(f.name.includes(',') ? [f.name.split(',')[0] ?? f.name] : []),
  ])
  const item = new RegExp(
    `^(all|everything${names.length > 0 ? `|${oneOf(names)}` : ''})(?:\\s+(\\d+)\\s*(?:starts|times|x))?\\s*(?:,|\\band\\b|$)\\s*`,
    'i',
  )
  const found: string[] = []
  for (let left = list.trim(); left !== '';) {
    const next = item.exec(left)
    if (!next?.[1]) return undefined
    const starts = next[2] ? ` ${next[2]} starts` : ''
    const all = /^(?:all|everything)$/i.test(next[1])
    found.push(...(all ? functions.map((f) => `${f.name} pass${starts}`) : [`${next[1]} pass${starts}`]))
    left = left.slice(next[0].length)
  }
  return found.length > 0
    ? `test ${depth ? `${depth.toLowerCase()} ` : ''}${found.join(', ')}${tail}`
    : undefined
}

/** What a line would be with an answer in it; undefined where it leaves none out. */
export function completed(line: string, context: ComposerContext): string | undefined {
  const text = line.trim().replace(/[:?]$/, '').trim()
  const points = oneOf(context.points.map((p) => p.point))
  const point =
    points === '' ? undefined : new RegExp(`^(?:(?:read|measure)\\s+)?(${points})$`, 'i').exec(text)?.[1]
  if (point !== undefined) return `read ${point} 0`
  const place = /^(?:look(?:ed)?(?:\s+at)?|inspect)\s+(.+)$/i.exec(text)?.[1]
  if (place !== undefined)
    return place.includes(':') ? undefined : `note looked at ${place}: nothing to be seen`
  return testLine(text, context)
}

/** What of an act the machine answers, by name. */
export function askedOf(body: Body): readonly string[] {
  switch (body.kind) {
    case 'test':
      return body.results.map((r) => r.fn)
    case 'reading':
      return [body.point]
    case 'note': {
      const place = /^looked at ([^:,]+)/i.exec(body.words)?.[1]?.trim()
      return place === undefined ? [] : [place]
    }
    case 'precaution':
      return body.what === 'reservoir measured' ? ['the reservoir'] : []
    case 'gear':
      return ['the gear']
    default:
      return []
  }
}

const answered: ReadonlySet<Effect['does']> = new Set(['tests', 'reads', 'notes', 'reads as', 'says done'])

/** "prove display one": test gear is held against what it should show. */
function proving(text: string, { gear }: ComposerContext): Parsed | undefined {
  const name = /^(?:prove|check)\s+(.+)$/i.exec(text.trim())?.[1]?.toLowerCase()
  const found = gear.find((g) => g.name.toLowerCase() === name)
  return (
    found && {
      ok: true,
      entries: [{ body: { kind: 'gear', what: 'proved', gear: found.id as GearId } }],
      effects: [{ does: 'asks the machine', of: [found.name] }],
    }
  )
}

/** Reads a line of practice. */
export function parseAsked(line: string, context: ComposerContext, tools: ComposerTools): Parsed {
  const gear = proving(line, context)
  if (gear) return gear
  const parsed = parseLine(completed(line, context) ?? line, context, tools)
  if (!parsed.ok) return parsed
  const of = parsed.entries.flatMap(({ body }) => askedOf(body))
  return of.length === 0
    ? parsed
    : {
        ...parsed,
        effects: [{ does: 'asks the machine', of }, ...parsed.effects.filter((e) => !answered.has(e.does))],
      }
}
