/** Lines that a case can be begun with: by verb, from the machine's own names, the answers left out. */
import type { ComposerContext } from '#core/composer/context.ts'

export interface PracticeLine {
  readonly label: string
  readonly quiet?: string | undefined
  readonly line: string
}

/** Lines of a verb whose answer is the machine's; undefined for the other verbs. */
export function linesOfVerb(
  verb: string,
  { functions, points, slots }: ComposerContext,
): PracticeLine[] | undefined {
  if (verb === 'Test')
    return [
      { label: 'everything', quiet: 'short', line: 'test all' },
      { label: 'everything, in full', line: 'test full all' },
      ...functions.flatMap(({ name, starts }) => [
        { label: name, quiet: 'short', line: `test ${name}` },
        {
          label: `${name}, in full`,
          quiet: starts ? `${starts} starts` : undefined,
          line: `test full ${name}`,
        },
      ]),
    ]
  if (verb === 'Read')
    return [
      ...points.map(({ point, unit }) => ({ label: point, quiet: unit, line: `read ${point}` })),
      ...slots.map(({ position }) => ({
        label: `look at ${position.designator}`,
        quiet: position.accepts,
        line: `look at ${position.designator}`,
      })),
    ]
  return undefined
}

/** Ways to ask this machine something, or to work on it; those for which it has no names are left out. */
export function practiceHints({ functions, points, slots, gear }: ComposerContext): readonly string[] {
  const fn = functions[0]?.name
  const plugged = slots.find((s) => s.position.mount !== 'soldered')?.position.designator
  const lines = [
    'test all',
    fn && `test full ${fn}`,
    fn && `test ${fn} 5 starts`,
    points[0] && `read ${points[0].point}`,
    plugged && `look at ${plugged}`,
    plugged && `reseat ${plugged}`,
    plugged && `swap ${plugged} < P-0001`,
    gear[0] && `prove ${gear[0].name}`,
    'done plug out',
    'wait warm up 10m',
  ]
  return lines.filter((l): l is string => typeof l === 'string')
}
