/** One file to the server. fetch tells nothing of an upload's progress, so this one request is made the older way. */
import type { Problem } from '#api/problems.ts'
import { NoConnection, ProblemError, sessionToken } from './http.ts'
import type { HeldFile } from './outbox-store.ts'

/** What the server found the file to be. */
export interface Sent {
  readonly file: string
  readonly width: number
  readonly height: number
}

export const sendFile = (held: Pick<HeldFile, 'sort' | 'machine' | 'name' | 'blob'>, onProgress?: (share: number) => void): Promise<Sent> =>
  new Promise((resolve, reject) => {
    const form = new FormData()
    form.append(held.sort, held.blob, held.name)
    const request = new XMLHttpRequest()
    request.open('POST', `/api/machines/${held.machine}/${held.sort}s`)
    request.setRequestHeader('x-anamnesis-token', sessionToken())
    request.responseType = 'json'
    request.upload.onprogress = (event) => event.lengthComputable && onProgress?.(event.loaded / event.total)
    request.onerror = () => reject(new NoConnection())
    request.onload = () => {
      if (request.status === 201) return resolve(request.response as Sent)
      if (request.status === 502 || request.status === 504) return reject(new NoConnection())
      const problem = request.response as Problem | null
      reject(problem ? new ProblemError(problem) : new Error('The server did not take it. It is still here.'))
    }
    request.send(form)
  })
