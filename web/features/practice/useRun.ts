/** A run on this device: the simulated machine told anew from what was written, and where the views of the house read and write it. */
import { say } from '#api/words/say.ts'
import { QueryClient } from '@tanstack/react-query'
import { useEffect, useMemo, useState } from 'react'
import { refusalWords } from '#api/words/refusals.ts'
import type { Became } from '#api/entries.ts'
import type { PeopleAnswer } from '#api/session.ts'
import type { ComposerContext } from '#core/composer/context.ts'
import type { RecordQuestion } from '#core/history/record.ts'
import type { EntryId } from '#core/ids.ts'
import type { Outcome } from '#core/judging/log.ts'
import { parseAsked } from '#core/practice/ask.ts'
import { linesOfVerb, practiceHints } from '#core/practice/lines.ts'
import { lookUpIn } from '#core/practice/look-up.ts'
import { SimulatedMachine } from '#core/practice/machine.ts'
import type { PracticeRun } from '#core/practice/run.ts'
import { instantToMs } from '#core/quantity/time.ts'
import { answerIn } from '#core/views/answers.ts'
import type { World } from '#core/history/world.ts'
import { drawerOf } from '#core/practice/advice.ts'
import { partContext } from '#core/views/contexts.ts'
import { episodeView, type EpisodeView } from '#core/views/episode.ts'
import { tagAfter } from '#core/views/offline.ts'
import type { FaultView } from '#core/views/fault-shape.ts'
import type { Review } from '#core/practice/review.ts'
import type { Outcome as RunOutcome } from '#core/practice/outcome.ts'
import { ProblemError, type get } from '#web/app/http.ts'
import { nowMs } from '#web/app/clock.ts'
import type { Source } from '#web/app/source.tsx'
import type { PracticeAsk, PracticeTold } from '#web/workers/practice.worker.ts'
import { keepRun, keptRun, type KeptRun } from './kept.ts'

type AskWithout = PracticeAsk extends infer A ? (A extends { n: number } ? Omit<A, 'n'> : never) : never

/** Asks a worker of its own, which ends with the answer. */
async function worked(ask: AskWithout): Promise<PracticeTold> {
  const worker = new Worker(new URL('../../workers/practice.worker.ts', import.meta.url), { type: 'module' })
  try {
    return await new Promise((resolve, reject) => {
      worker.onmessage = ({ data }: MessageEvent<PracticeTold>) =>
        data.error === undefined ? resolve(data) : reject(new Error(data.error))
      worker.onerror = () => reject(new Error(say('It could not be worked out on this device.')))
      worker.postMessage({ n: 0, ...ask })
    })
  } finally {
    worker.terminate()
  }
}

/** What a run came to, and what each act of it told. */
export async function endOf(run: PracticeRun): Promise<{ outcome: RunOutcome; review: Review }> {
  const { end } = await worked({ run })
  if (!end) throw new Error(say('It could not be worked out on this device.'))
  return end
}

const notHere = () =>
  new ProblemError({
    type: 'not-found',
    title: say('Not in practice'),
    status: 404,
    detail: say('That is not part of practice.'),
  })

/** The next tag that no part of the case bears. */
const nextTag = (machine: SimulatedMachine) => tagAfter('P-0500', machine.entries)

/** The view of an episode, without what only a house asks for at its end, and with the spares at hand. */
function practised(
  world: World,
  view: EpisodeView | undefined,
  machine: SimulatedMachine,
): EpisodeView | undefined {
  if (!view) return undefined
  const spares = drawerOf(world).flatMap(({ id }) => partContext(world, id, machine.machine) ?? [])
  return {
    ...view,
    checks: view.checks.filter((c) => c.check !== 'closing' && c.check !== 'dispatch'),
    moment: view.moment === 'closing' || view.moment === 'dispatch' ? 'switch on' : view.moment,
    context: { ...view.context, parts: [...view.context.parts, ...spares] },
  }
}

async function answer(
  machine: SimulatedMachine,
  run: PracticeRun,
  path: string,
  asked: unknown,
): Promise<unknown> {
  const words = (asked ?? {}) as Readonly<Record<string, string>>
  const world = await machine.world()
  switch (path) {
    case '/episodes/:id':
      return practised(world, episodeView(world, words['id'] as EntryId, nextTag(machine)), machine)
    case '/episodes/:id/context':
      return episodeView(world, words['id'] as EntryId, nextTag(machine))?.context satisfies
        ComposerContext | undefined
    case '/episodes/:id/answer':
      return answerIn(
        world,
        words['id'] as EntryId,
        { asks: words['asks'], about: words['about'] } as RecordQuestion,
      )
    case '/machines/:id/fault':
      return (await worked({ entries: machine.entries, machine: machine.machine, now: machine.now }))
        .fault satisfies FaultView | undefined
    case '/lookup/:word':
      return lookUpIn(world, words['word'] ?? '', machine.machine)
    case '/people':
      return { people: [], invites: [] } satisfies PeopleAnswer
    case '/meter':
      return { simulated: false }
    default:
      throw notHere()
  }
}

const became =
  (zone: string) =>
  (outcome: Outcome): Became =>
    outcome.became === 'refused'
      ? {
          id: outcome.id,
          became: 'refused',
          refusal: outcome.refusal,
          detail: refusalWords(outcome.refusal, { labels: {}, zone }),
          mayKeep: false,
        }
      : { id: outcome.id, became: 'recorded', seq: 0 }

export interface RunHere {
  readonly kept: KeptRun
  readonly machine: SimulatedMachine
  readonly source: Source
  readonly client: QueryClient
  /** Ends it, or keeps what was said at its end. */
  readonly change: (run: PracticeRun) => Promise<KeptRun>
}

/** `undefined`: being told; `null`: it is not on this device. */
export function useRun(account: string, id: string, zone: string): RunHere | null | undefined {
  const [here, setHere] = useState<{ kept: KeptRun; machine: SimulatedMachine } | null>()
  const [client] = useState(
    () =>
      new QueryClient({
        defaultOptions: { queries: { staleTime: Infinity, retry: false, networkMode: 'always' } },
      }),
  )
  useEffect(() => {
    let left = false
    void keptRun(account, id).then(async (kept) => {
      if (left) return
      if (!kept) return setHere(null)
      const { case: told, startedAt, you, groups } = kept.run
      const machine = await SimulatedMachine.replay(told, startedAt, you, groups)
      if (!left) setHere({ kept, machine })
    })
    return () => {
      left = true
    }
  }, [account, id])
  return useMemo(() => {
    if (!here) return here
    const { kept, machine } = here
    const base = `/practice/runs/${id}`
    const episode = `${base}/episodes/${machine.ids.episode}`
    const change = async (run: PracticeRun) => {
      const next: KeptRun = { ...kept, run, touched: nowMs() }
      await keepRun(next)
      setHere({ kept: next, machine })
      return next
    }
    const clock = instantToMs(machine.now)
    const source: Source = {
      practice: true,
      nowMs: () => clock,
      parse: parseAsked,
      lines: linesOfVerb,
      hints: practiceHints,
      path: (path) => (/^\/episodes\/|\/fault$/.test(path) ? `${base}${path}` : episode),
      get: ((path: string, asked: unknown) =>
        answer(machine, kept.run, path, asked).then((found) => {
          if (found === undefined) throw notHere()
          return found
        })) as typeof get,
      write: async (drafts) => {
        const outcome = await machine.append(drafts)
        const answers = outcome.map(became(zone))
        const refused = answers.find((a) => a.became === 'refused')
        if (!refused) {
          await client.invalidateQueries()
          await change({
            ...kept.run,
            groups: machine.groups.map((g) => [...g]) as PracticeRun['groups'],
            ...(machine.unsafe ? { end: { how: 'unsafe' }, endedAt: machine.now } : {}),
          })
        }
        return { sent: true, answers, refused: refused as never }
      },
    }
    return { kept, machine, source, client, change }
  }, [here, id, zone, client])
}
