/** What is left for later, and what became of it: "later second coat: too damp till 12 Jan", "did 1", "drop 2 nobody has the part". */
import type { Instant } from '#core/quantity/time.ts'
import { takeTime } from './read.ts'
import { done, wrong, type Parsed, type Scene } from './types.ts'

/** "till 12 Jan", "until 2027-02-01" at the end of a text: the end of that day. A day without a year is the next one to come. */
export function takeUntil(
  text: string,
  { now, zone }: Scene,
): { readonly rest: string; readonly until?: Instant } {
  const found = /[\s,]+(?:till|until|not before)\s+(.+)$/i.exec(text)
  if (!found?.[1]) return { rest: text.trim() }
  const day = ahead(found[1].trim(), now, zone)
  return day ? { rest: text.slice(0, found.index).trim(), until: day } : { rest: text.trim() }
}

function ahead(words: string, now: Instant, zone: string): Instant | undefined {
  const year = Number(now.slice(0, 4))
  const dated = /\d{4}/.test(words)
  for (const candidate of dated ? [words] : [`${words} ${year}`, `${words} ${year + 1}`]) {
    const read = takeTime(candidate, '9999-01-01T00:00:00.000Z', zone)
    if (read && read.rest === '' && read.at.latest > now) return read.at.latest
  }
  return undefined
}

export function parseLater(text: string, scene: Scene): Parsed {
  const form = 'later second coat: too damp, till 12 Jan'
  const { rest, until } = takeUntil(text, scene)
  const cut = /\s*(?::|,?\s+because\b)\s*/i.exec(rest)
  const task = (cut ? rest.slice(0, cut.index) : rest).trim()
  const reason = cut ? rest.slice(cut.index + cut[0].length).trim() : ''
  if (task === '' || reason === '' || task.length > 80) return wrong({ why: 'form', form })
  return done(
    [
      {
        kind: 'task',
        what: 'put off',
        machine: scene.context.machine,
        task,
        reason,
        ...(until ? { until } : {}),
      },
    ],
    [{ does: 'puts off', task, reason, until }],
  )
}

/** "did 1", "drop 2 nobody has the part": by their number among what is left to do. */
export function parseEnded(way: 'done' | 'dropped', text: string, scene: Scene): Parsed {
  const { tasks, machine } = scene.context
  const match = /^(\d+)\b[,:]?\s*(.*)$/.exec(text.trim())
  const task = match ? tasks[Number(match[1]) - 1] : undefined
  if (!match || !task) return wrong({ why: 'which task', known: tasks.map((t, i) => `${i + 1} ${t.words}`) })
  return done(
    [
      {
        kind: 'task',
        what: 'ended',
        machine,
        left: task.left,
        ...(task.task ? { task: task.task } : {}),
        way,
        ...(match[2] ? { words: match[2] } : {}),
      },
    ],
    [{ does: 'ends task', words: task.words, way }],
  )
}
