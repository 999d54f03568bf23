/** Text fields that bodies share. */
import { z } from 'zod'

export const label = z.string().trim().min(1).max(80)
export const words = z.string().trim().min(1).max(2000)
export const someWords = z.string().trim().max(2000)
export const attributes = z.record(z.string().min(1).max(40), z.string().max(80))
