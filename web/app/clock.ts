/** The one place that reads the browser's clock, and makes ids. */
import { v7 } from 'uuid'

export const nowMs = (): number => Date.now()
export const nowInstant = (): string => new Date(nowMs()).toISOString()
export const newId = (): string => v7()
