/** One live connection per browser: the tab that holds the lock listens and tells the others. */
import type { QueryClient } from '@tanstack/react-query'
import type { LiveEvent } from '#api/machines.ts'

/** Starts listening; answers a stop. Every event makes the queries it touches stale. */
export function listen(client: QueryClient): () => void {
  const channel = new BroadcastChannel('anamnesis-live')
  let source: EventSource | undefined
  let stopped = false
  let release: (() => void) | undefined
  const heard = (event: LiveEvent) => {
    if (event.everything) return void client.invalidateQueries()
    for (const machine of event.machines) void client.invalidateQueries({ queryKey: ['machine', machine] })
    void client.invalidateQueries({
      predicate: (query) =>
        query.queryKey[0] === 'episode' &&
        event.machines.includes(String(query.queryKey[2] ?? event.machines[0])),
    })
    for (const list of ['bench', 'machines', 'parts', 'part', 'lookup'])
      void client.invalidateQueries({ queryKey: [list] })
    if (
      event.kinds.some((k) => k === 'type' || k === 'party' || k === 'rule' || k === 'gear' || k === 'method')
    )
      for (const list of ['types', 'people', 'gear', 'methods', 'policies', 'session'])
        void client.invalidateQueries({ queryKey: [list] })
  }
  channel.onmessage = (message) => heard(message.data as LiveEvent)
  void navigator.locks.request('anamnesis-live', () => {
    if (stopped) return undefined
    source = new EventSource('/api/live')
    source.onmessage = (message) => {
      const event = JSON.parse(message.data as string) as LiveEvent
      heard(event)
      channel.postMessage(event)
    }
    return new Promise<void>((resolve) => {
      release = resolve
    })
  })
  return () => {
    stopped = true
    source?.close()
    channel.close()
    release?.()
  }
}
