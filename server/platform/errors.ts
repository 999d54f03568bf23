/** From anything thrown to a problem detail; nothing of the inside leaks out. */
import type { ErrorRequestHandler, RequestHandler } from 'express'
import { z, ZodError } from 'zod'
import type { Problem, ProblemType, Telling } from '#api/problems.ts'
import { said, say, type SlotsOf } from '#api/words/say.ts'
import type { Logger } from 'pino'

/** What the schemas' own messages say to a volunteer, where the shape gives no sentence of its own. */
z.config({
  customError: (issue) => {
    switch (issue.code) {
      case 'too_big':
        return issue.origin === 'string'
          ? `At most ${String(issue.maximum)} characters.`
          : issue.origin === 'array'
            ? `At most ${String(issue.maximum)} of them.`
            : `At most ${String(issue.maximum)}.`
      case 'too_small':
        return issue.origin === 'string'
          ? say('This must not be empty.')
          : issue.origin === 'array'
            ? `At least ${String(issue.minimum)} of them.`
            : `At least ${String(issue.minimum)}.`
      case 'invalid_type':
        return issue.input === undefined ? say('This is missing.') : say('This is of the wrong kind.')
      case 'invalid_value':
        return `This is none of: ${issue.values.map(String).join(', ')}.`
      case 'unrecognized_keys':
        return `Not known here: ${issue.keys.join(', ')}.`
      case 'invalid_union':
        return say('This has none of the shapes that are known here.')
      default:
        return undefined
    }
  },
})

const titles: Readonly<Record<ProblemType, readonly [status: number, title: string]>> = {
  invalid: [400, say('Something in it cannot be read')],
  'not-signed-in': [401, say('Not signed in')],
  'not-allowed': [403, say('Not allowed')],
  'prove-again': [403, say('The password once more')],
  'not-found': [404, say('Not found')],
  refused: [409, say('Refused')],
  'other-content': [409, say('Sent before with other content')],
  'too-large': [413, say('Too large')],
  'too-many-tries': [429, say('Too many tries')],
  'stale-page': [403, say('The page is out of date')],
  'unsupported-file': [415, say('Not a photograph')],
  meter: [424, say('The instrument did not answer as it should')],
  'setup-closed': [409, say('Already set up')],
  'newer-shape': [409, say('Written by a newer version')],
  'disk-full': [507, say('The disk is full')],
  busy: [503, say('Too much at once')],
  internal: [500, say('Something went wrong here')],
}

export class ProblemError extends Error {
  readonly detail: string
  readonly more: Partial<Problem>
  constructor(
    readonly problem: ProblemType,
    tells: string | Telling,
    more: Partial<Problem> = {},
  ) {
    const detail = typeof tells === 'string' ? tells : said(tells)
    super(detail)
    this.name = 'ProblemError'
    this.detail = detail
    this.more = typeof tells === 'string' ? more : { says: tells, ...more }
  }
}

/** A sentence with slots, for a problem. */
export const telling = <const Message extends string>(
  message: Message,
  slots: Readonly<Record<SlotsOf<Message>, string | number>>,
): Telling => ({ message, slots })

export const notFound = () => new ProblemError('not-found', 'There is nothing here that you may see.')

/** What PostgreSQL says when it is away, is asked too much, or a lock is not given in time. */
const awayCodes: ReadonlySet<string> = new Set([
  '55P03',
  '57014',
  '53300',
  '57P01',
  '57P02',
  '57P03',
  '08000',
  '08001',
  '08003',
  '08006',
  'ECONNREFUSED',
  'ECONNRESET',
])

function isAway(error: unknown): boolean {
  const { name, original, parent, code } = error as {
    name?: string
    original?: { code?: string }
    parent?: { code?: string }
    code?: string
  }
  return (
    /^SequelizeConnection/.test(name ?? '') ||
    [original?.code, parent?.code, code].some((c) => c !== undefined && awayCodes.has(c))
  )
}

export function problemOf(error: unknown): Problem {
  if (error instanceof ProblemError) {
    const [status, title] = titles[error.problem]
    return { type: error.problem, title, status, detail: error.detail, ...error.more }
  }
  if (error instanceof ZodError) {
    const fields = error.issues.slice(0, 20).map((issue) => ({
      path: issue.path.join('.'),
      message:
        issue.code === 'unrecognized_keys' ? `Not known here: ${issue.keys.join(', ')}.` : issue.message,
    }))
    const first = fields[0]
    return {
      type: 'invalid',
      title: titles.invalid[1],
      status: 400,
      detail: first ? `${first.path ? `${first.path}: ` : ''}${first.message}` : say('It cannot be read.'),
      fields,
    }
  }
  const status = (error as { status?: number; type?: string }).status
  if ((error as { type?: string }).type === 'entity.too.large')
    return {
      type: 'too-large',
      title: titles['too-large'][1],
      status: 413,
      detail: say('That is larger than is taken at once. Nothing was stored.'),
    }
  if (status === 415)
    return {
      type: 'invalid',
      title: titles.invalid[1],
      status,
      detail: say('A body that is packed or in another writing is not taken. Nothing was stored.'),
    }
  if (status !== undefined && status >= 400 && status < 500)
    return { type: 'invalid', title: titles.invalid[1], status, detail: say('The request cannot be read.') }
  if (isAway(error))
    return {
      type: 'busy',
      title: titles.busy[1],
      status: 503,
      detail: say('The server is busy or its database is away. What you wrote waits and is sent by itself.'),
    }
  return {
    type: 'internal',
    title: titles.internal[1],
    status: 500,
    detail: say('Something went wrong here. What you wrote was not stored; it is still in your line.'),
  }
}

export const errorHandler =
  (log: Logger): ErrorRequestHandler =>
  (error: unknown, request, response, next) => {
    const problem = problemOf(error)
    if (problem.status >= 500)
      log.error(
        {
          path: request.path,
          error:
            error instanceof Error
              ? { name: error.name, message: error.message, stack: error.stack }
              : String(error),
        },
        'request failed',
      )
    if (response.headersSent) return next(error)
    if (problem.status === 503) response.setHeader('retry-after', '5')
    response.status(problem.status).type('application/problem+json').send(JSON.stringify(problem))
  }

/** Parses part of a request strictly. Throws ZodError. */
export const parse = <T>(schema: z.ZodType<T, unknown>, value: unknown): T => schema.parse(value)

/** Lets an async handler reject into the error handler. */
export const handle =
  (work: (...args: Parameters<RequestHandler>) => Promise<unknown>): RequestHandler =>
  (request, response, next) => {
    work(request, response, next).catch(next)
  }
