/** How secrets that people remember are kept. */
import { createHash, randomBytes } from 'node:crypto'
import { hash } from '@node-rs/argon2'

/** OWASP password storage: argon2id, 19 MiB, 2 passes, 1 lane (ASVS 4.0.3 V2.4.1). */
export const argon = { memoryCost: 19_456, timeCost: 2, parallelism: 1 } as const
export const hashPassword = (password: string): Promise<string> => hash(password, argon)
export const hashToken = (token: string): string => createHash('sha256').update(token).digest('hex')
export const newToken = (): string => randomBytes(24).toString('base64url')
