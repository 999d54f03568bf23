/** One file to the server. fetch tells nothing of an upload's progress, so this one request is made the older way. */
import type { Problem } from '#api/problems.ts'
import { NoConnection, ProblemError, renewToken, sessionToken, unexplained } from './http.ts'
import type { HeldFile } from './outbox-store.ts'

/** What the server found the file to be. */
export interface Sent {
  readonly file: string
  readonly width: number
  readonly height: number
}

type Sendable = Pick<HeldFile, 'sort' | 'machine' | 'loan' | 'name' | 'blob'>

/** Sends a file; once more where the page's token was out of date. */
export const sendFile = (held: Sendable, onProgress?: (share: number) => void): Promise<Sent> =>
  once(held, onProgress).catch(async (error: unknown) => {
    if (
      error instanceof ProblemError &&
      error.problem.type === 'stale-page' &&
      (await renewToken().catch(() => false))
    )
      return once(held, onProgress)
    throw error
  })

const once = (held: Sendable, onProgress?: (share: number) => void): Promise<Sent> =>
  new Promise((resolve, reject) => {
    const form = new FormData()
    form.append(held.sort, held.blob, held.name)
    const request = new XMLHttpRequest()
    request.open(
      'POST',
      `/api/${held.loan ? `loans/${held.loan}` : `machines/${held.machine}`}/${held.sort}s`,
    )
    request.setRequestHeader('x-anamnesis-token', sessionToken())
    request.responseType = 'json'
    request.upload.onprogress = (event) => event.lengthComputable && onProgress?.(event.loaded / event.total)
    request.onerror = () => reject(new NoConnection())
    request.onload = () => {
      if (request.status === 201) return resolve(request.response as Sent)
      if (request.status === 502 || request.status === 504) return reject(new NoConnection())
      const problem = request.response as Problem | null
      reject(
        new ProblemError(
          problem !== null && typeof problem === 'object' && 'type' in problem
            ? problem
            : unexplained(request.status),
        ),
      )
    }
    request.send(form)
  })
