/** Routes that answer as the table of endpoints says (api/endpoints): what an address promises, its route must give. */
import type { Request, Response, Router } from 'express'
import type { Reads } from '#api/endpoints.ts'
import { writeCsv } from '#core/formats/csv.ts'
import { handle, notFound } from './errors.ts'

/** An answer to take away, in place of the one that is shown. */
export class Attachment {
  constructor(
    readonly name: string,
    readonly type: string,
    readonly content: string,
  ) {}
}

export const csv = (name: string, head: readonly string[], lines: readonly (readonly string[])[]) =>
  new Attachment(name, 'text/csv; charset=utf-8', writeCsv(head, lines))

export type Answer<T> = T | Attachment | undefined

/** Sends what a route answers; nothing to answer is "not found". */
export function respond<T>(response: Response, answer: Answer<T>): void {
  if (answer === undefined) throw notFound()
  if (answer instanceof Attachment) response.type(answer.type).attachment(answer.name).send(answer.content)
  else response.json(answer)
}

/** GET of one endpoint. */
export const reads = <P extends keyof Reads & string>(
  router: Router,
  path: P,
  answer: (request: Request) => Promise<Answer<Reads[P]>>,
): void =>
  void router.get(
    path,
    handle(async (request, response) => respond(response, await answer(request))),
  )
