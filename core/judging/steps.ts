/** Steps of an episode, each in its true place. */
import type { World, EpisodeState } from '#core/history/world.ts'
import type { Entry } from '#core/history/entry.ts'
import type { BodyOf } from '#core/history/bodies/index.ts'
import { type Judgement, contested, recorded, refused } from './model.ts'
import { sortKey } from '#core/quantity/time.ts'
import { closingCheck } from '#core/work/checks/index.ts'
import type { Refusal } from '#core/history/refusal.ts'

/** A step of an episode in its true place: nothing before it was opened, nothing after it was closed, one open episode a machine. */
export function judgeEpisode(world: World, entry: Entry, body: BodyOf<'episode'>): Judgement {
  const machine = world.machines.get(body.machine)
  const own = entry.amends?.entry ?? entry.id
  const at = sortKey(entry.happenedAt)
  if (body.what === 'opened') {
    const open = machine?.episodes.find(
      (e) =>
        e.id !== own &&
        (!e.closed || (sortKey(e.opened.happenedAt) <= at && at < sortKey(e.closed.happenedAt))),
    )
    return open ? contested({ rule: 'episode-open', episode: open.id }) : recorded
  }
  const episode = machine?.episodes.find((e) => e.id === body.episode)
  if (!machine || !episode) return refused({ rule: 'unknown-entry', entry: body.episode })
  const wrong = stepsRefusal(world, episode, { id: own, at, what: body.what })
  if (wrong) return contested(wrong)
  if (body.what !== 'closed' || entry.amends) return recorded
  const unmet = closingCheck(world, machine, episode, body)
    .rules.filter((r) => r.is === 'not met')
    .map((r) => r.rule)
  return unmet.length > 0 ? refused({ rule: 'closing-not-met', unmet }) : recorded
}

interface EpisodeStep {
  readonly id: string
  readonly at: string
  readonly what: BodyOf<'episode'>['what']
}

/** What is wrong with the steps of an episode once `step` stands among them; undefined when each follows from the one before. */
function stepsRefusal(world: World, episode: EpisodeState, step: EpisodeStep): Refusal | undefined {
  const others = world.line.flatMap(({ id, became, body, happenedAt }): EpisodeStep[] =>
    body.kind === 'episode' &&
    became === 'recorded' &&
    id !== step.id &&
    (id === episode.id || (body.what !== 'opened' && body.episode === episode.id))
      ? [{ id, at: sortKey(happenedAt), what: body.what }]
      : [],
  )
  const opened = sortKey(episode.opened.happenedAt)
  let state: 'none' | 'open' | 'paused' | 'closed' = 'none'
  for (const next of [...others, step].sort((a, b) =>
    a.at < b.at || (a.at === b.at && a.id < b.id) ? -1 : 1,
  )) {
    const wrong: Refusal | undefined =
      next.what === 'opened'
        ? undefined
        : state === 'none'
          ? { rule: 'episode-not-open', episode: episode.id, opened }
          : state === 'closed'
            ? { rule: 'episode-not-open', episode: episode.id }
            : next.what === 'resumed' && state === 'open'
              ? { rule: 'episode-not-paused', episode: episode.id }
              : undefined
    if (wrong) return next.id === step.id ? wrong : { rule: 'breaks-later-steps', episode: episode.id }
    state = next.what === 'paused' ? 'paused' : next.what === 'closed' ? 'closed' : 'open'
  }
  return undefined
}
