/** A page of the interface before a server that the test speaks for: nothing of our own is replaced, only the network. */
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { render } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import type { ReactNode } from 'react'
import { MemoryRouter } from 'react-router'
import { v7 } from 'uuid'
import { vi } from 'vitest'
import type { Became } from '#api/entries.ts'
import type { Draft } from '#core/history/entry.ts'
import type { HouseId } from '#core/ids.ts'
import { person } from '#core/testing/terminal.ts'
import { SignedProvider, type SignedIn } from '#web/app/session.tsx'

export const signed: SignedIn = {
  house: {
    id: '0197a000-0000-7000-8000-000000000009' as HouseId,
    name: 'A house',
    zone: 'Europe/Oslo',
    currency: 'EUR',
  },
  me: {
    account: '0197a000-0000-7000-8000-000000000001',
    party: person,
    name: 'Ida Oslund',
    initials: 'IO',
    role: 'steward',
    email: 'ida@example.org',
  },
  demo: false,
}

export interface Asked {
  readonly method: string
  readonly path: string
  readonly body: unknown
}
export type Answers = (asked: Asked) => Response | undefined | Promise<Response | undefined>

export const json = (body: unknown, status = 200): Response =>
  new Response(JSON.stringify(body), { status, headers: { 'content-type': 'application/json' } })

/** Entries as the server takes them. */
export const taken = (drafts: readonly Draft[], seq = 1): Response =>
  json({ entries: drafts.map((d, i): Became => ({ id: d.id, became: 'recorded', seq: seq + i })) })

/** A refusal of every entry sent, with its sentence. */
export const refusing = (
  drafts: readonly Draft[],
  refusal: object,
  { mayKeep = false, detail = 'That cannot be.' } = {},
): Response =>
  json({ entries: drafts.map((d) => ({ id: d.id, became: 'refused', refusal, mayKeep, detail })) }, 409)

export const draftsOf = ({ body }: Asked): readonly Draft[] => (body as { entries: Draft[] }).entries

/** Draws `ui` for somebody signed in; `answers` speaks for the server, and what it leaves out is answered with nothing. */
export function open(ui: ReactNode, answers: Answers = () => undefined, at = '/') {
  const asked: Asked[] = []
  vi.stubGlobal('fetch', async (address: string, init: RequestInit = {}) => {
    const request = {
      method: init.method ?? 'GET',
      path: String(address).replace(/^\/api/, ''),
      body: typeof init.body === 'string' ? (JSON.parse(init.body) as unknown) : init.body,
    }
    asked.push(request)
    return (await answers(request)) ?? usual(request)
  })
  // An account of its own: what one test leaves in the outbox is not sent by the next.
  const value = { ...signed, me: { ...signed.me, account: v7() } }
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } })
  const view = (shown: ReactNode) => (
    <QueryClientProvider client={client}>
      <MemoryRouter initialEntries={[at]}>
        <SignedProvider value={value}>{shown}</SignedProvider>
      </MemoryRouter>
    </QueryClientProvider>
  )
  const drawn = render(view(ui))
  return {
    ...drawn,
    again: (shown: ReactNode) => drawn.rerender(view(shown)),
    user: userEvent.setup(),
    client,
    asked,
    /** What was sent as entries, sending by sending. */
    sent: () => asked.filter((a) => a.method === 'POST' && a.path === '/entries').map(draftsOf),
  }
}

function usual({ path, method, body }: Asked): Response {
  if (path === '/people') return json({ people: [], invites: [] })
  if (path === '/meter') return json({ simulated: false })
  if (path === '/session')
    return json({ house: signed.house, me: signed.me, csrf: 'x', demo: false, secure: true })
  if (path === '/entries' && method === 'POST') return taken((body as { entries: Draft[] }).entries)
  return json({ type: 'not-found', title: 'Not here', status: 404, detail: 'There is nothing here.' }, 404)
}
