/** One live connection per browser: the tab that holds the lock listens and tells the others. */
import type { QueryClient } from '@tanstack/react-query'
import type { LiveEvent } from '#api/machines.ts'
import type { SessionAnswer } from '#api/session.ts'
import { keys } from './keys.ts'
import { refresh } from './refresh.ts'

/**
 * Starts listening; answers a stop. Every event makes the queries it touches stale. What was written between the first fetch and the
 * opening of the stream, or while no tab listened, is told when it opens.
 */
export function listen(client: QueryClient): () => void {
  const channel = new BroadcastChannel('anamnesis-live')
  let source: EventSource | undefined
  let stopped = false
  let release: (() => void) | undefined
  let upTo = client.getQueryData<SessionAnswer>(keys.session)?.seq ?? 0
  const heard = (event: LiveEvent) => {
    upTo = Math.max(upTo, event.seq)
    refresh(client, event)
  }
  channel.onmessage = (message) => heard(message.data as LiveEvent)
  void navigator.locks.request('anamnesis-live', () => {
    if (stopped) return undefined
    source = new EventSource(`/api/live?since=${upTo}`)
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
