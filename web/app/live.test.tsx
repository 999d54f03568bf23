/** One tab listens and tells the others; what an event touches is fetched again, and nothing else. */
import { QueryClient } from '@tanstack/react-query'
import { waitFor } from '@testing-library/react'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { keys } from './keys.ts'
import { listen } from './live.ts'

class Source {
  static opened: Source[] = []
  onmessage: ((message: { data: string }) => void) | undefined
  closed = false
  constructor(readonly address: string) {
    Source.opened.push(this)
  }
  close() {
    this.closed = true
  }
}
beforeEach(() => {
  Source.opened = []
  vi.stubGlobal('EventSource', Source)
})

const tab = () => {
  const client = new QueryClient()
  client.setQueryData(keys.session, { seq: 5 })
  client.setQueryData(keys.machine('m1'), { id: 'm1' })
  client.setQueryData(keys.machine('m2'), { id: 'm2' })
  client.setQueryData(keys.types, { types: [] })
  const stale = (key: readonly unknown[]) => client.getQueryState(key)?.isInvalidated === true
  return { client, stale, stop: listen(client) }
}
const event = (more: object) => ({
  data: JSON.stringify({ seq: 7, machines: ['m1'], kinds: ['note'], ...more }),
})

describe('live updates', () => {
  it('come over one connection for all tabs of a browser', async () => {
    const [one, two] = [tab(), tab()]
    await waitFor(() => expect(Source.opened).toHaveLength(1))
    // What was written since the first fetch, and before the stream opened, is told, too.
    expect(Source.opened[0]?.address).toBe('/api/live?since=5')
    Source.opened[0]?.onmessage?.(event({}))
    await waitFor(() => expect(one.stale(keys.machine('m1'))).toBe(true))
    await waitFor(() => expect(two.stale(keys.machine('m1'))).toBe(true))
    for (const { stale } of [one, two]) {
      expect(stale(keys.machine('m2'))).toBe(false)
      expect(stale(keys.types)).toBe(false)
    }
    one.stop()
    expect(Source.opened[0]?.closed).toBe(true)
    // The next tab takes over, and asks for what was written since the last that it was told.
    await waitFor(() => expect(Source.opened).toHaveLength(2))
    expect(Source.opened[1]?.address).toBe('/api/live?since=7')
    two.stop()
  })

  it('make everything stale when more happened than is told one by one', async () => {
    const one = tab()
    await waitFor(() => expect(Source.opened).toHaveLength(1))
    Source.opened[0]?.onmessage?.(event({ everything: true, machines: [] }))
    await waitFor(() => expect(one.stale(keys.machine('m2'))).toBe(true))
    expect(one.stale(keys.types)).toBe(true)
    one.stop()
  })
})
