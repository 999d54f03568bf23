/** One run of the outbox: sends what waits, in order. Only an answer that judges an entry takes it out of the queue. */
import { say } from '#api/words/say.ts'
import type { EntriesAnswer } from '#api/entries.ts'
import { filesOf } from '#core/history/scope.ts'
import type { Draft } from '#core/history/entry.ts'
import { judges, stopsAll, whyItWaits } from './judging.ts'

/** How many entries go in one request. */
const together = 25

/** What a run does to the world; the browser's is in outbox.ts. */
export interface Ports {
  /** Sends the files that entries speak of, and then the entries. Throws what http.ts throws. */
  readonly send: (drafts: readonly Draft[]) => Promise<EntriesAnswer>
  /** The server has them. */
  readonly release: (ids: readonly string[]) => Promise<void>
  /** The server judged it: it stays, with the reason, for its writer. */
  readonly refuse: (id: string, why: string, rule?: string) => Promise<void>
}

export interface Run {
  readonly sent: number
  /** In one line why something still waits; undefined when nothing does. */
  readonly waits?: string | undefined
}

/** Entries by what they stand or fall with, in their order. */
function groupsOf(drafts: readonly Draft[]): Draft[][] {
  const groups = new Map<string, Draft[]>()
  for (const draft of drafts) {
    const key = draft.together ?? draft.id
    const held = groups.get(key)
    if (held) held.push(draft)
    else groups.set(key, [draft])
  }
  return [...groups.values()]
}

/** What is sent at once, in order: a group that stands or falls together is never split, one with a file goes by itself. */
export function actsOf(waiting: readonly Draft[]): Draft[][] {
  const acts: Draft[][] = []
  let open = false
  for (const group of groupsOf(waiting)) {
    const own = group.some((d) => filesOf(d.body).length > 0)
    const last = acts.at(-1)
    if (!own && open && last && last.length + group.length <= together) last.push(...group)
    else acts.push([...group])
    open = !own
  }
  return acts
}

/** Ids that an entry brings into the world: its own, and that of what it registers or names for the first time. */
function made({ id, body }: Draft): string[] {
  switch (body.kind) {
    case 'machine':
      return body.what === 'registered' ? [id, body.machine] : [id]
    case 'part':
      return body.what === 'identified' ? [id, body.part] : [id]
    case 'party':
      return [id, body.party]
    case 'lot':
      return [id, body.lot]
    case 'type':
      return [id, body.type]
    case 'gear':
      return [id, body.gear]
    case 'method':
      return [id, body.method]
    default:
      return [id]
  }
}

/** Sends what waits. Whatever speaks of something that waits, waits with it. Two failures of the server in a row end the run. */
export async function runOutbox(waiting: readonly Draft[], ports: Ports): Promise<Run> {
  let sent = 0
  let waits: string | undefined
  let failures = 0
  const held = new Set<string>()
  const holdBack = (act: readonly Draft[], why: string) => {
    for (const draft of act) for (const id of made(draft)) held.add(id)
    waits ??= why
  }
  const queue = actsOf(waiting)
  for (let act = queue.shift(); act !== undefined; act = queue.shift()) {
    const rests = (draft: Draft) => {
      const text = JSON.stringify(draft)
      return [...held].some((id) => text.includes(id))
    }
    if (held.size > 0 && act.some(rests)) {
      const groups = groupsOf(act)
      if (groups.length > 1) queue.unshift(...groups)
      else holdBack(act, waits ?? '')
      continue
    }
    try {
      const answer = await ports.send(act)
      failures = 0
      const done: string[] = []
      for (const draft of act) {
        const became = answer.entries.find((e) => e.id === draft.id)
        if (became?.became === 'refused') await ports.refuse(draft.id, became.detail, became.refusal.rule)
        else if (became === undefined || became.became === 'newer')
          holdBack([draft], became?.detail ?? say('The server did not answer as it should.'))
        else done.push(draft.id)
      }
      await ports.release(done)
      sent += done.length
    } catch (error) {
      const groups = groupsOf(act)
      if (stopsAll(error)) return { sent, waits: whyItWaits(error) }
      // Which of several it was is not said: each is tried by itself.
      if (groups.length > 1) queue.unshift(...groups)
      else if (judges(error))
        for (const { id } of act)
          await ports.refuse(id, error instanceof Error ? error.message : say('It was refused.'))
      else {
        holdBack(act, whyItWaits(error))
        if (++failures >= 2) return { sent, waits }
      }
    }
  }
  return { sent, waits }
}
