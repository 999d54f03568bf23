/** The one thing that the sitting asks for next: a contested entry, the as-found check, "test before the next change", the stop rule. */
import { say } from '#api/words/say.ts'
import type { EpisodeView } from '#core/views/episode.ts'

export interface Asks {
  readonly strong: string
  readonly rest: string
  /** What the button is called, and the line that it puts. */
  readonly act?: { readonly name: string; readonly line: string } | undefined
}

type Sitting = Pick<EpisodeView, 'checks' | 'rows' | 'functions' | 'stop'> & {
  readonly status: Pick<EpisodeView['status'], 'word'>
  readonly context: Pick<EpisodeView['context'], 'changed'>
}

/** Statuses in which nothing can be tested. */
const notReady: ReadonlySet<string> = new Set(['in pieces', 'incomplete', 'do not power'])

export function asksOf(view: Sitting): Asks | undefined {
  if (view.rows.some((r) => r.contested))
    return {
      strong: say('An entry is contested.'),
      rest: say('Settle it in the log: it happened, or it did not.'),
    }
  return asFoundAsks(view) ?? retestAsks(view) ?? stopAsks(view)
}

function asFoundAsks({ checks, context, functions }: Sitting): Asks | undefined {
  const asFound = checks.find((c) => c.check === 'as-found')
  if (!asFound || asFound.unmet === 0 || context.changed) return undefined
  const open = asFound.rules[0]?.about ?? []
  return {
    strong: say('Before the first change:'),
    rest: say('what works? Open: {open}', { open: open.slice(0, 4).join(', ') }),
    act: {
      name: say('Test them'),
      line: open.length === functions.length ? 'all pass' : `test ${open.map((f) => `${f} pass`).join(', ')}`,
    },
  }
}

function retestAsks({ functions, status }: Sitting): Asks | undefined {
  const retest = functions.filter((f) => f.word === 'retest')
  const [first] = retest
  if (!first || notReady.has(status.word)) return undefined
  const several = new Set(retest.flatMap((f) => f.changes.map((c) => c.target.name))).size
  return {
    strong: several > 1 ? say('{several} things changed.', { several }) : say('Test before the next change?'),
    rest:
      several > 1
        ? say('With one test the cause will not be separated.')
        : say('{name} was touched.', { name: first.changes[0]?.target.name ?? '' }),
    act: {
      name: retest.length === 1 ? say('Test {fn}', { fn: first.fn }) : say('Test now'),
      line: `test ${retest.some((f) => f.changes.some((c) => c.reach === 'altered')) ? 'full ' : ''}${retest.map((f) => `${f.fn} pass`).join(', ')}`,
    },
  }
}

const stopAsks = ({ stop }: Sitting): Asks | undefined =>
  stop && {
    strong: say('{trials} trials without effect.', { trials: stop.trials }),
    rest: say('The house rule says: stop, look again, ask someone.'),
    act: { name: say('Ask'), line: 'ask ' },
  }
