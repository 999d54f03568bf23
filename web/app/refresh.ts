/** What was fetched before is brought up to date: by a notice of the server, or by what was just written here. */
import type { Query, QueryClient } from '@tanstack/react-query'
import type { LiveEvent } from '#api/machines.ts'
import type { Draft } from '#core/history/entry.ts'
import type { EpisodeView } from '#core/views/episode.ts'
import { keys, touches } from './keys.ts'

/** Up to which entry the answer to a line has shown an episode already. */
const shown = new Map<string, number>()

const machineOf = (client: QueryClient, [what, id]: Query['queryKey']): string | undefined =>
  what === 'episode' ? client.getQueryData<EpisodeView>(keys.episode(String(id)))?.machine : undefined

/** Makes stale what an event touches; what is on screen is fetched anew. Nobody waits for it. */
export function refresh(client: QueryClient, event: LiveEvent): void {
  void client.invalidateQueries({
    predicate: ({ queryKey }) =>
      touches(event, { key: queryKey, machine: machineOf(client, queryKey) }) && !isShown(queryKey, event),
  })
}

/** The view of an episode that came with the answer to a line needs no fetching for the notice of that line. */
const isShown = ([what, id, part]: Query['queryKey'], { seq }: LiveEvent): boolean =>
  what === 'episode' && part === 'view' && seq > 0 && (shown.get(String(id)) ?? 0) >= seq

/** Takes over what the answer to written entries says, and makes the rest stale that they touch. */
export function takeOver(
  client: QueryClient,
  drafts: readonly Draft[],
  { seq, episode }: { readonly seq: number; readonly episode?: EpisodeView | undefined },
): void {
  if (episode) {
    shown.set(episode.episode.id, Math.max(seq, shown.get(episode.episode.id) ?? 0))
    // One that is being fetched began before this answer, and must not come after it.
    void client.cancelQueries({ queryKey: keys.episode(episode.episode.id) }, { revert: false })
    client.setQueryData(keys.episode(episode.episode.id), episode)
  }
  const machines = [
    ...(episode ? [episode.machine] : []),
    ...drafts.flatMap(({ body }) => ('machine' in body && body.machine ? [body.machine as string] : [])),
  ]
  refresh(client, { seq, machines, kinds: drafts.map((d) => d.body.kind), everything: !reachIsPlain(drafts) })
}

/** Whether what entries touch is told by the machines that they name; of moves, corrections and the house's own the server knows more. */
const reachIsPlain = (drafts: readonly Draft[]): boolean =>
  drafts.every((d) => d.amends === undefined && 'machine' in d.body && d.body.machine !== undefined)
