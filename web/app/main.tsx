/** The interface starts here: query client, look, routes. */
import './look.css'
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { RouterProvider } from 'react-router'
import { NoConnection } from './http.ts'
import { passes } from './judging.ts'
import { applyLook } from './look.ts'
import { router } from './routes.tsx'

applyLook()

const client = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 15_000,
      retry: (tries, error) => tries < 3 && error instanceof NoConnection,
      // A view that could not be had comes back by itself once the server answers.
      refetchInterval: ({ state }) =>
        passes(state.error) ? Math.min(30_000, 3_000 * 2 ** Math.min(4, state.errorUpdateCount)) : false,
      networkMode: 'always',
    },
    mutations: { networkMode: 'always' },
  },
})

// Without a connection the interface opens from the device. Browsers allow that on this machine itself, or over HTTPS.
/** How long until the shell is asked again to live on the device, ms: on bad wireless one file of it may not have come. */
const againMs = 20_000

/** The shell is kept on the device; tried again until it is there. */
async function keepShell(): Promise<void> {
  await navigator.serviceWorker.register('/sw.js', { type: 'module' }).catch(() => undefined)
  setTimeout(() => void (navigator.serviceWorker.controller === null && keepShell()), againMs)
}
if (import.meta.env.MODE === 'production' && 'serviceWorker' in navigator) void keepShell()

const holder = document.getElementById('root')
if (!holder) throw new Error('the page has no root')
createRoot(holder).render(
  <StrictMode>
    <QueryClientProvider client={client}>
      <RouterProvider router={router} />
    </QueryClientProvider>
  </StrictMode>,
)
