/** The one place that reads the server's clock; a test may set it. */
let fixedMs: number | undefined

export const nowMs = (): number => fixedMs ?? Date.now()
export const nowInstant = (): string => new Date(nowMs()).toISOString()

/** Sets the clock for tests; undefined lets it run again. Throws outside of NODE_ENV=test. */
export function setClock(ms: number | undefined): void {
  if (process.env['NODE_ENV'] !== 'test') throw new Error('the clock is set in tests only')
  fixedMs = ms
}
