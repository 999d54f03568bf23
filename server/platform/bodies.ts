/** Request bodies: read only from somebody who may send them, never inflated, bounded in size and depth, whole text only. */
import express, { type RequestHandler } from 'express'
import { unkeepableAt } from '#core/quantity/text.ts'
import { ProblemError, telling } from './errors.ts'

/** Brackets within brackets; the deepest entry has nine. */
const deepest = 60

/** Whether JSON text nests deeper than is taken, found without parsing it. */
export function tooDeep(bytes: Uint8Array, most = deepest): boolean {
  let depth = 0
  let inText = false
  for (let i = 0; i < bytes.length; i++) {
    const byte = bytes[i]
    if (inText) {
      if (byte === 0x5c) i++
      else if (byte === 0x22) inText = false
    } else if (byte === 0x22) inText = true
    else if (byte === 0x5b || byte === 0x7b) {
      if (++depth > most) return true
    } else if (byte === 0x5d || byte === 0x7d) depth--
  }
  return false
}

/** Bytes → JSON. Throws invalid for what is no JSON, nests too deep, or holds text that cannot be kept. */
export function readJson(bytes: Buffer): unknown {
  if (tooDeep(bytes))
    throw new ProblemError(
      'invalid',
      telling('That is nested more than {deepest} deep. Nothing was stored.', { deepest }),
    )
  let value: unknown
  try {
    value = JSON.parse(bytes.toString('utf8')) as unknown
  } catch {
    throw new ProblemError('invalid', 'The text is not valid JSON. Nothing was stored.')
  }
  const at = unkeepableAt(value)
  if (at)
    throw new ProblemError(
      'invalid',
      'It holds a character that cannot be kept (a NUL, or half of an emoji). Take it out and send it again. Nothing was stored.',
      {
        fields: [{ path: at.join('.'), message: 'This holds a character that cannot be kept.' }],
      },
    )
  return value
}

/** Parses a JSON body of at most `limit` into `request.body`. A reader asks nothing of it. */
export function jsonBody(limit: string): RequestHandler {
  const raw = express.raw({ type: () => true, inflate: false, limit })
  return (request, response, next) => {
    if (request.method === 'GET' || request.method === 'HEAD' || request.body !== undefined) return next()
    if (request.is('multipart/form-data'))
      return next(new ProblemError('invalid', 'A file is not taken here.', { status: 415 }))
    raw(request, response, (error?: unknown) => {
      if (error) return next(error)
      const bytes: unknown = request.body
      if (!Buffer.isBuffer(bytes) || bytes.length === 0) {
        request.body = undefined
        return next()
      }
      if (!request.is('application/json'))
        return next(
          new ProblemError('invalid', 'This address takes JSON. Nothing was stored.', { status: 415 }),
        )
      try {
        request.body = readJson(bytes)
      } catch (problem) {
        return next(problem)
      }
      next()
    })
  }
}

/** An address that holds a NUL names nothing, and the database would choke on it. */
export const wholeAddress: RequestHandler = (request, _response, next) => {
  if (/%00/.test(request.url))
    throw new ProblemError('invalid', 'The address holds a character that cannot be kept.')
  next()
}
