/** What the eight verbs offer at the second tap: each choice is a line, so that tapping teaches typing. */
import { tapped } from '#core/work/reading/verbs.ts'
import type { ComposerContext } from '#core/composer/context.ts'

export type Verb = 'Take out' | 'Put in' | 'Test' | 'Read' | 'Work' | 'Wait' | 'Ask' | 'Photo'
export const verbs: readonly Verb[] = ['Take out', 'Put in', 'Test', 'Read', 'Work', 'Wait', 'Ask', 'Photo']

export interface Choice {
  readonly label: string
  readonly line: string
  /** The function whose cells are tried one by one. */
  readonly grid?: string
  readonly quiet?: string | undefined
}

/** A line that tests: what was altered wants a full test, and the line says so. */
const testOf = ({ altered }: Pick<ComposerContext, 'altered'>, functions: readonly string[], what: string) =>
  `test ${functions.some((f) => altered.includes(f)) ? 'full ' : ''}${what}`

/** What a second tap may be, by verb. */
export function choicesOf(verb: Verb, context: ComposerContext): Choice[] {
  switch (verb) {
    case 'Take out':
      return context.slots
        .filter((s) => s.content === 'unseen' || s.content === 'part')
        .map((s) => ({
          label: s.position.designator,
          quiet: s.position.accepts,
          line: `out ${s.position.designator}`,
        }))
    case 'Put in': {
      const back = context.tray.flatMap((p): Choice[] =>
        p.home?.position
          ? [{ label: `${p.label} back into ${p.home.position}`, line: `in ${p.home.position}` }]
          : [],
      )
      const home = context.parts.flatMap((p): Choice[] =>
        p.home?.position && p.home.in.id === context.machine && !context.tray.some((t) => t.id === p.id)
          ? [
              {
                label: `${p.label} home into ${p.home.position}`,
                quiet: p.placeLabel,
                line: `in ${p.home.position}`,
              },
            ]
          : [],
      )
      const empty = context.slots
        .filter((s) => s.content === 'empty')
        .map((s) => ({
          label: `something else into ${s.position.designator}`,
          quiet: s.position.accepts,
          line: `in ${s.position.designator} `,
        }))
      const full = context.slots
        .filter((s) => (s.content === 'part' || s.content === 'unseen') && !s.position.assembly)
        .map((s) => ({
          label: `swap ${s.position.designator}`,
          quiet: s.position.accepts,
          line: `swap ${s.position.designator} < `,
        }))
      return [...back, ...home, ...empty, ...full]
    }
    case 'Test':
      return [
        {
          label: 'all pass',
          line: testOf(
            context,
            context.functions.map((f) => f.name),
            'all pass',
          ),
        },
        {
          label: 'all pass but …',
          line: testOf(
            context,
            context.functions.map((f) => f.name),
            'all pass but ',
          ),
        },
        ...context.functions.flatMap((f): Choice[] => [
          ...(f.grid
            ? [
                {
                  label: `${f.name}, one by one`,
                  line: '',
                  grid: f.name,
                  quiet: `${f.grid.flat().filter(Boolean).length} cells`,
                },
              ]
            : []),
          {
            label: `${f.name} pass`,
            line: testOf(context, [f.name], `${f.name} pass`),
            quiet: context.standing[f.name],
          },
          { label: `${f.name} fail`, line: `test ${f.name} fail: ` },
        ]),
      ]
    case 'Read': {
      const rails =
        context.points.length > 0
          ? []
          : ['5V', '12V', '-12V'].map((rail) => ({ label: `${rail} rail`, line: `${rail} ` }))
      return [
        ...context.points.map((p) => ({
          label: p.point,
          quiet: p.last ? `last ${p.last.asWritten}` : 'not read yet',
          line: `${p.point} `,
        })),
        ...rails,
        { label: 'another point', line: 'read ' },
        ...(context.points.some((p) => p.last?.here)
          ? [{ label: 'keep these as the healthy set', line: 'healthy' }]
          : []),
      ]
    }
    case 'Work':
      return [...tapped, 'verify']
        .map((w) => ({ label: w, line: `${w} ` }))
        .concat([
          ...context.methods.map((m) => ({
            label: `${m.recipe.verb} by ${m.recipe.name}`,
            line: `${m.recipe.verb} … by ${m.recipe.name}`,
          })),
          { label: 'screws off', line: 'off ' },
          { label: 'screws on', line: 'on ' },
          { label: 'unplug', line: 'unplug ' },
          ...context.connectionsOff.map((c) => ({ label: `plug ${c}`, line: `plug ${c}` })),
          ...context.tray.map((p) => ({
            label: `keep ${p.label} with the machine`,
            line: `keep ${p.label} `,
          })),
          { label: 'screws loosened', line: 'loosen ' },
          { label: 'screws not there', line: 'missing ' },
          { label: 'tried, and it did not work', line: 'tried … : ' },
          { label: 'damage', line: 'damage … : ' },
          { label: 'earlier work by strangers', line: 'earlier ' },
          { label: 'something happened', line: 'incident ' },
          { label: 'contents copied', line: 'copied … twice, sum ' },
          { label: 'hazard', line: 'hazard ' },
          { label: 'power on', line: 'power on' },
          { label: 'power off', line: 'power off' },
        ])
    case 'Wait':
      return [
        ...['15m', '1h', '24h'].map((d) => ({ label: d, line: `wait ${d} ` })),
        ...(context.soaking.length > 0
          ? [
              { label: 'the soak test held', line: 'soak held' },
              { label: 'the soak test failed', line: 'soak failed ' },
            ]
          : [
              { label: 'soak test, attended', line: 'soak attended', quiet: 'as long as the house asks' },
              { label: 'soak test, unattended', line: 'soak unattended' },
            ]),
        { label: 'leave something for later', line: 'later … because ' },
        ...context.tasks.flatMap((t, i) => [
          { label: `done: ${t.words}`, line: `did ${i + 1} ` },
          { label: `dropped: ${t.words}`, line: `drop ${i + 1} ` },
        ]),
      ]
    case 'Ask':
      return [
        { label: 'a question', line: 'ask ' },
        ...context.questions.map((q, i) => ({ label: `answer: ${q.words}`, line: `answer ${i + 1} ` })),
        { label: 'a note', line: 'note ' },
        { label: 'I suppose', line: 'theory ' },
        { label: 'advice from somebody', line: 'advice from … : ' },
        { label: 'the opinion of somebody outside', line: 'opinion from … : ' },
        { label: 'from when a fault is', line: 'fault … : in storage' },
        ...context.advice.flatMap((a, i) => [
          { label: `it held: ${a.words}`, line: `became ${i + 1} held` },
          { label: `it did not: ${a.words}`, line: `became ${i + 1} did not hold` },
        ]),
      ]
    case 'Photo':
      return []
  }
}
