/** What the eight verbs offer at the second tap: each choice is a line, so that tapping teaches typing. */
import { count } from '#api/words/lists.ts'
import { say } from '#api/words/say.ts'
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
          ? [
              {
                label: say('{label} back into {position}', { label: p.label, position: p.home.position }),
                line: `in ${p.home.position}`,
              },
            ]
          : [],
      )
      const home = context.parts.flatMap((p): Choice[] =>
        p.home?.position && p.home.in.id === context.machine && !context.tray.some((t) => t.id === p.id)
          ? [
              {
                label: say('{label} home into {position}', { label: p.label, position: p.home.position }),
                quiet: p.placeLabel,
                line: `in ${p.home.position}`,
              },
            ]
          : [],
      )
      const empty = context.slots
        .filter((s) => s.content === 'empty')
        .map((s) => ({
          label: say('something else into {designator}', { designator: s.position.designator }),
          quiet: s.position.accepts,
          line: `in ${s.position.designator} `,
        }))
      const full = context.slots
        .filter((s) => (s.content === 'part' || s.content === 'unseen') && !s.position.assembly)
        .map((s) => ({
          label: say('swap {designator}', { designator: s.position.designator }),
          quiet: s.position.accepts,
          line: `swap ${s.position.designator} < `,
        }))
      return [...back, ...home, ...empty, ...full]
    }
    case 'Test':
      return [
        {
          label: say('all pass'),
          line: testOf(
            context,
            context.functions.map((f) => f.name),
            'all pass',
          ),
        },
        {
          label: say('all pass but …'),
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
                  label: say('{name}, one by one', { name: f.name }),
                  line: '',
                  grid: f.name,
                  quiet: count(f.grid.flat().filter(Boolean).length, 'cell'),
                },
              ]
            : []),
          {
            label: say('{name} pass', { name: f.name }),
            line: testOf(context, [f.name], `${f.name} pass`),
            quiet: context.standing[f.name],
          },
          { label: say('{name} fail', { name: f.name }), line: `test ${f.name} fail: ` },
        ]),
      ]
    case 'Read': {
      const rails =
        context.points.length > 0
          ? []
          : ['5V', '12V', '-12V'].map((rail) => ({ label: say('{rail} rail', { rail }), line: `${rail} ` }))
      return [
        ...context.points.map((p) => ({
          label: p.point,
          quiet: p.last ? say('last {reading}', { reading: p.last.asWritten }) : say('not read yet'),
          line: `${p.point} `,
        })),
        ...rails,
        { label: say('another point'), line: 'read ' },
        ...(context.points.some((p) => p.last?.here)
          ? [{ label: say('keep these as the healthy set'), line: 'healthy' }]
          : []),
      ]
    }
    case 'Work':
      return [...tapped, 'verify']
        .map((w) => ({ label: w, line: `${w} ` }))
        .concat([
          ...context.methods.map((m) => ({
            label: say('{verb} by {name}', { verb: m.recipe.verb, name: m.recipe.name }),
            line: `${m.recipe.verb} … by ${m.recipe.name}`,
          })),
          { label: say('screws off'), line: 'off ' },
          { label: say('screws on'), line: 'on ' },
          { label: say('unplug'), line: 'unplug ' },
          ...context.connectionsOff.map((c) => ({ label: say('plug {c}', { c }), line: `plug ${c}` })),
          ...context.tray.map((p) => ({
            label: say('keep {label} with the machine', { label: p.label }),
            line: `keep ${p.label} `,
          })),
          { label: say('screws loosened'), line: 'loosen ' },
          { label: say('screws not there'), line: 'missing ' },
          { label: say('tried, and it did not work'), line: 'tried … : ' },
          { label: say('damage'), line: 'damage … : ' },
          { label: say('earlier work by strangers'), line: 'earlier ' },
          { label: say('something happened'), line: 'incident ' },
          { label: say('contents copied'), line: 'copied … twice, sum ' },
          { label: say('hazard'), line: 'hazard ' },
          { label: say('power on'), line: 'power on' },
          { label: say('power off'), line: 'power off' },
        ])
    case 'Wait':
      return [
        ...['15m', '1h', '24h'].map((d) => ({ label: d, line: `wait ${d} ` })),
        ...(context.soaking.length > 0
          ? [
              { label: say('the soak test held'), line: 'soak held' },
              { label: say('the soak test failed'), line: 'soak failed ' },
            ]
          : [
              {
                label: say('soak test, attended'),
                line: 'soak attended',
                quiet: say('as long as the house asks'),
              },
              { label: say('soak test, unattended'), line: 'soak unattended' },
            ]),
        { label: say('leave something for later'), line: 'later … because ' },
        ...context.tasks.flatMap((t, i) => [
          { label: say('done: {words}', { words: t.words }), line: `did ${i + 1} ` },
          { label: say('dropped: {words}', { words: t.words }), line: `drop ${i + 1} ` },
        ]),
      ]
    case 'Ask':
      return [
        { label: say('a question'), line: 'ask ' },
        ...context.questions.map((q, i) => ({
          label: say('answer: {words}', { words: q.words }),
          line: `answer ${i + 1} `,
        })),
        { label: say('a note'), line: 'note ' },
        { label: say('I suppose'), line: 'theory ' },
        { label: say('advice from somebody'), line: 'advice from … : ' },
        { label: say('the opinion of somebody outside'), line: 'opinion from … : ' },
        { label: say('from when a fault is'), line: 'fault … : in storage' },
        ...context.advice.flatMap((a, i) => [
          { label: say('it held: {words}', { words: a.words }), line: `became ${i + 1} held` },
          { label: say('it did not: {words}', { words: a.words }), line: `became ${i + 1} did not hold` },
        ]),
      ]
    case 'Photo':
      return []
  }
}
