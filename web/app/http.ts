/** Requests to the server: JSON in and out, the session's token on whatever changes something, problems as errors. */
import { said, say, shown } from '#api/words/say.ts'
import { hearServer } from './clock.ts'
import type { Problem, ProblemType } from '#api/problems.ts'
import {
  addressOf,
  type AnswerTo,
  type Asked,
  type Query,
  type Reads,
  type WordsIn,
  type WordsOf,
  type Written,
} from '#api/endpoints.ts'
import type { SessionAnswer } from '#api/session.ts'

export class ProblemError extends Error {
  readonly problem: Problem
  constructor(answered: Problem) {
    const problem = inWords(answered)
    super(problem.detail)
    this.problem = problem
    this.name = 'ProblemError'
  }
}

/** What the server says, in the language that is spoken here. */
const inWords = (problem: Problem): Problem => ({
  ...problem,
  detail: problem.says ? said(problem.says) : shown(problem.detail),
  ...(problem.fields && { fields: problem.fields.map((f) => ({ ...f, message: shown(f.message) })) }),
})

/** No answer came: the connection is down or the server is away. */
export class NoConnection extends Error {
  constructor() {
    super(say('No connection. It is saved on this device. It is sent when the connection is back.'))
    this.name = 'NoConnection'
  }
}

let token = ''
let owner: string | undefined
/** The token of the session, and whose session it is. */
export const setToken = (csrf: string, account: string | undefined) => {
  token = csrf
  owner = account
}

/** The session got another token (somebody signed in anew in another tab): fetched. False when it is no longer the same person's. */
export async function renewToken(): Promise<boolean> {
  const { csrf, me } = await ask<SessionAnswer>('GET', '/session')
  if (me?.account !== owner) return false
  token = csrf
  return true
}

/** For the one request that is not made by fetch. */
export const sessionToken = (): string => token

/** Asks the person for their password again; answers whether the server took it. */
let prove: () => Promise<boolean> = () => Promise.resolve(false)
export const setProver = (ask: typeof prove) => {
  prove = ask
}

const typeOfStatus: Readonly<Record<number, ProblemType>> = {
  401: 'not-signed-in',
  413: 'too-large',
  429: 'too-many-tries',
  503: 'busy',
  507: 'disk-full',
}

/** An answer that says nothing of itself: from a proxy, or cut off on its way. */
export const unexplained = (status: number): Problem => ({
  type: typeOfStatus[status] ?? 'internal',
  title: say('Something went wrong'),
  status,
  detail: say('The server did not answer as it should. What you wrote is still here.'),
})

async function ask<T>(
  method: string,
  path: string,
  body?: BodyInit,
  type?: string,
  renewed = false,
): Promise<T> {
  let response: Response
  try {
    response = await fetch(`/api${path}`, {
      method,
      headers: {
        accept: 'application/json',
        ...(method === 'GET' ? {} : { 'x-anamnesis-token': token }),
        ...(type ? { 'content-type': type } : {}),
      },
      ...(body === undefined ? {} : { body }),
      credentials: 'same-origin',
    })
  } catch {
    throw new NoConnection()
  }
  // What was read may come from the device's own store, with the date of long ago.
  if (method !== 'GET') hearServer(response.headers.get('date'))
  if (response.status === 204) return undefined as T
  const answer = (await response.json().catch(() => undefined)) as unknown
  // Refused entries come back with what each of them became; the caller reads that.
  if (response.ok || (response.status === 409 && answer && typeof answer === 'object' && 'entries' in answer))
    return answer as T
  if (response.status === 502 || response.status === 504) throw new NoConnection()
  const problem =
    answer !== null && typeof answer === 'object' && 'detail' in answer
      ? (answer as Problem)
      : unexplained(response.status)
  if (problem.type === 'prove-again' && !renewed && (await prove()))
    return ask<T>(method, path, body, type, true)
  if (problem.type === 'stale-page' && !renewed && (await renewToken().catch(() => false)))
    return ask<T>(method, path, body, type, true)
  throw new ProblemError(problem)
}

/** Asks for what an endpoint answers; what is asked beside the words of its path goes behind the question mark. */
export const get = <P extends keyof Reads & string>(
  path: P,
  ...[asked]: [WordsOf<P>] extends [never] ? [asked?: Query] : [asked: Asked<P>]
): Promise<Reads[P]> => ask<Reads[P]>('GET', addressOf(path, asked))

/** A file that is text, as it is. */
export async function getText(path: string): Promise<string> {
  const response = await fetch(`/api${path}`, { credentials: 'same-origin' }).catch(() => {
    throw new NoConnection()
  })
  if (response.ok) return response.text()
  const answer = (await response.json().catch(() => undefined)) as Problem | undefined
  throw new ProblemError(answer ?? unexplained(response.status))
}

const sends =
  <M extends 'POST' | 'PUT' | 'PATCH'>(method: M) =>
  <P extends Written<M>>(path: P, body: unknown, ...[words]: WordsIn<P>): Promise<AnswerTo<M, P>> =>
    ask(method, addressOf(path, words), JSON.stringify(body), 'application/json')
export const post = sends('POST')
export const put = sends('PUT')
export const patch = sends('PATCH')
export const remove = <P extends Written<'DELETE'>>(path: P, ...[words]: WordsIn<P>): Promise<void> =>
  ask('DELETE', addressOf(path, words))
/** Sends a file, or several fields with one. */
export const upload = <P extends Written<'POST'>>(
  path: P,
  form: FormData,
  ...[words]: WordsIn<P>
): Promise<AnswerTo<'POST', P>> => ask('POST', addressOf(path, words), form)

/** A sentence for whatever went wrong. */
export const wordsOf = (error: unknown): string =>
  error instanceof Error ? error.message : say('Something went wrong. What you typed is still here.')
