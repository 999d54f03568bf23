/** The routes that a server answers, read from its router: a test that names them all notices a new one. */
import type { Server } from 'node:http'

interface Layer {
  readonly route?: { readonly path: string; readonly methods: Readonly<Record<string, boolean>> }
  readonly handle?: { readonly stack?: readonly Layer[] }
}

/** "GET /machines/:id" …, as mounted under /api, sorted. */
export function routesOf(http: Server): string[] {
  const app = http.listeners('request')[0] as unknown as { router: { stack: readonly Layer[] } }
  const walk = (layers: readonly Layer[]): string[] =>
    layers.flatMap(({ route, handle }) =>
      route
        ? Object.keys(route.methods).map((method) => `${method.toUpperCase()} ${route.path}`)
        : handle?.stack
          ? walk(handle.stack)
          : [],
    )
  return [
    ...new Set(walk(app.router.stack).filter((r) => !r.includes('(') && /^[A-Z]+ \/[\w:./-]*$/.test(r))),
  ].sort()
}
