/** Text fields that bodies share. */
import { z } from 'zod'

export const label = z.string().trim().min(1).max(80)
export const words = z.string().trim().min(1).max(2000)
export const someWords = z.string().trim().max(2000)
/** A stored file by its SHA-256, in hexadecimal. */
export const sha256 = z.string().regex(/^[0-9a-f]{64}$/, 'A file is named by its SHA-256.')
export const attributes = z.record(z.string().min(1).max(40), z.string().max(80))
