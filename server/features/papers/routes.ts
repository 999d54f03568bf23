/** Papers of a loan over HTTP: issued from the record, kept as issued, opened by both sides, and what came back signed. */
import { createHash } from 'node:crypto'
import { readFile } from 'node:fs/promises'
import { Router, type Request } from 'express'
import { v7 } from 'uuid'
import { z } from 'zod'
import { issueSchema, signedSchema, type PaperIssued, type PapersAnswer } from '#api/papers.ts'
import { dayWords, clockWords } from '#api/words/dates.ts'
import { paperPage } from '#api/words/papers.ts'
import { refusalWords } from '#api/words/refusals.ts'
import type { Body, BodyOf } from '#core/history/bodies/index.ts'
import type { PaperSort, scanMimes } from '#core/history/bodies/paper.ts'
import { entryVersion, type Draft } from '#core/history/entry.ts'
import { fold } from '#core/history/fold.ts'
import type { LoanFile } from '#core/history/loan-state.ts'
import type { Refusal } from '#core/history/refusal.ts'
import { entryIdSchema, loanIdSchema, type EntryId, type LoanId } from '#core/ids.ts'
import { answerOf } from '#core/loans/agreement.ts'
import { packingOf } from '#core/loans/items.ts'
import { issuable, nextPaperNumber, ofMachine, paperSubject } from '#core/loans/papers.ts'
import { atLeast, seesPrices } from '#core/roles.ts'
import { paperSource } from '#core/views/paper.ts'
import { HouseModel } from '../../db/models.ts'
import { requireVisitor, type Visitor } from '../../platform/access.ts'
import { nowInstant } from '../../platform/clock.ts'
import { reads } from '../../platform/endpoint.ts'
import { handle, notFound, parse, ProblemError, telling } from '../../platform/errors.ts'
import { filePath, serveFile, sha256Of, writeWhole } from '../../platform/files.ts'
import type { Services } from '../../platform/services.ts'
import { receive, type Received } from '../../platform/uploads.ts'
import { append } from '../entries/store.ts'
import { writerOf } from '../entries/writer.ts'
import { blindSurveys } from '../entries/worlds.ts'
import { headOf } from '../jots/routes.ts'
import { loanLine } from '../loans/store.ts'
import { rememberFile, storePhoto } from '../photos/routes.ts'
import { paperHtml } from './html.ts'
import { opens, paperRows } from './store.ts'

const params = z.object({ id: loanIdSchema })
const paperParams = params.extend({ paper: entryIdSchema })
/** A sheet or two, as a scanner or a phone makes them. */
const maxBytes = 25 * 1024 * 1024

const houseFacts = async () => {
  const house = await HouseModel.findByPk(1)
  return { house: house?.name ?? 'the house', zone: house?.zone ?? 'UTC' }
}

/** The loan as a reader may know it; not found where it is none of theirs. */
async function readLoan(services: Services, visitor: Visitor, id: LoanId) {
  const guest = !atLeast(visitor.role, 'volunteer')
  const prices = guest || seesPrices(visitor.role)
  const entries = await loanLine(services.db, id, {
    prices,
    blind: await blindSurveys(services.db, visitor.party),
  })
  const now = nowInstant()
  const file = fold(entries, { now }).loanFiles.get(id)
  if (!file?.asked || (guest && file.asked.body.with !== visitor.party)) throw notFound()
  return { entries, file, guest, prices, now }
}

function refuse(refusal: Refusal, zone: string): never {
  throw new ProblemError('refused', refusalWords(refusal, { zone, labels: {} }), { refusal })
}

/** Writes entries that stand or fall together, in the visitor's name. */
async function write(services: Services, request: Request, visitor: Visitor, bodies: readonly Body[]) {
  const now = nowInstant()
  const together = v7()
  const drafts = bodies.map((body): Draft => ({
    id: v7() as EntryId,
    v: entryVersion,
    happenedAt: { earliest: now, latest: now },
    doneBy: visitor.party,
    basis: 'seen',
    together,
    body,
  }))
  const answers = await append(services.db, drafts, {
    ...(await writerOf(request, visitor)),
    now,
    fromOutbox: false,
    keepContested: false,
  })
  const refused = answers.find((a) => a.became === 'refused')
  return {
    id: drafts[0]?.id as EntryId,
    refusal: refused?.became === 'refused' ? refused.refusal : undefined,
  }
}

export function papersRoutes(services: Services): Router {
  const router = Router()
  const { config } = services

  reads(router, '/loans/:id/papers', async (request): Promise<PapersAnswer> => {
    const visitor = await requireVisitor(request)
    const { id } = parse(params, request.params)
    const { entries, guest, prices, now } = await readLoan(services, visitor, id)
    const found = await paperRows(entries, id, {
      ...(await houseFacts()),
      now,
      dataDir: config.dataDir,
      prices,
      guest,
    })
    if (!found) throw notFound()
    const can = guest ? [] : issuable(found.file).filter((sort) => mayIssue(sort, visitor))
    return { papers: found.papers, issuable: can, packed: packingOf(found.file)?.body.packed ?? [] }
  })

  router.post(
    '/loans/:id/papers',
    handle(async (request, response) => {
      const visitor = await requireVisitor(request, 'volunteer')
      const { id } = parse(params, request.params)
      const asked = parse(issueSchema, request.body)
      if (!mayIssue(asked.sort, visitor))
        throw new ProblemError(
          'not-allowed',
          'An agreement names the value: a restorer or a steward issues it.',
        )
      // Two hands may give out the same number at once: whoever comes second takes the next.
      for (let tries = 0; ; tries++) {
        const issued = await issue(services, request, visitor, id, asked)
        if (issued.refusal?.rule === 'number-taken' && tries < 5) continue
        if (issued.refusal) refuse(issued.refusal, (await houseFacts()).zone)
        return void response.status(201).json({ id: issued.id } satisfies PaperIssued)
      }
    }),
  )

  /** A file is served by the loan whose paper it is. */
  router.get(
    '/loans/:id/papers/:paper',
    handle(async (request, response) => {
      const visitor = await requireVisitor(request)
      const { id, paper: entry } = parse(paperParams, request.params)
      const reader = await readLoan(services, visitor, id)
      const { file } = reader
      const scan = file.signed.find((s) => s.id === entry)
      const paper = file.papers.find((p) => p.id === (scan?.body.paper ?? entry))
      if (!paper || !opens(file, paper, reader)) throw notFound()
      if (scan)
        return serveFile(response, filePath(config.dataDir, scan.body.file, 'original'), scan.body.mime)
      await servePaper(response, filePath(config.dataDir, paper.body.file, 'original'))
    }),
  )
  return router
}

/** A paper made from the record as it stands, kept as a file and written down with its code. */
async function issue(
  services: Services,
  request: Request,
  visitor: Visitor,
  id: LoanId,
  { sort, machine, packed }: z.output<typeof issueSchema>,
) {
  const { db, config } = services
  // Only an agreement is made from a record with amounts in it.
  const entries = await loanLine(db, id, { prices: sort === 'agreement', blind: new Map() })
  const now = nowInstant()
  const world = fold(entries, { now })
  const file = world.loanFiles.get(id)
  if (!file?.asked) throw notFound()
  if (!issuable(file).includes(sort))
    throw new ProblemError(
      'invalid',
      telling('Nothing is recorded yet that this could be made from: {sort}.', { sort }),
    )
  if (ofMachine(sort) !== (machine !== undefined))
    throw new ProblemError('invalid', ofMachine(sort) ? 'Say of which machine.' : 'It is of no one machine.')
  const of = paperSubject(file, sort) as EntryId | undefined
  const { house, zone } = await houseFacts()
  const source = paperSource(world, id, { sort, house, zone, of, machine, packed })
  if (!source) throw notFound()
  const number = nextPaperNumber(file)
  const by = world.parties.get(visitor.party)?.name ?? ''
  const { html, code } = await paperHtml(paperPage(source), {
    house,
    number: `Paper ${number} of ${file.asked.body.number ? `loan ${file.asked.body.number}` : 'this loan'}`,
    issued: `Issued ${dayWords(now, zone)}, ${clockWords(now, zone)}${by ? ` by ${by}` : ''}`,
  })
  const bytes = Buffer.from(html)
  const sha256 = createHash('sha256').update(bytes).digest('hex')
  await writeWhole(filePath(config.dataDir, sha256, 'original'), bytes)
  await rememberFile(db, sha256, 'text/html', 0, 0, bytes.length)
  return write(services, request, visitor, [
    {
      kind: 'paper',
      what: 'issued',
      loan: id,
      sort,
      number,
      code,
      file: sha256,
      ...(of ? { of } : {}),
      ...(machine ? { machine } : {}),
      packed,
    },
  ])
}

/** What came back signed. It reads its own body, to the disk. */
export function signedRoutes(services: Services): Router {
  const router = Router()
  const { config } = services
  router.post(
    '/loans/:id/signed',
    ...receive(
      {
        dataDir: config.dataDir,
        field: 'scan',
        maxBytes,
        fields: 4,
        may: (request) => requireVisitor(request, 'volunteer'),
      },
      async (scan, request, response) => {
        const visitor = await requireVisitor(request, 'volunteer')
        const { id } = parse(params, request.params)
        const said = parse(signedSchema, request.body)
        const { file } = await readLoan(services, visitor, id)
        const paper = file.papers.find((p) => p.body.code === said.code)
        if (!paper)
          throw new ProblemError(
            'invalid',
            telling(
              'No paper of this loan bears the code {code}. It stands at the foot of the sheet. Nothing was stored.',
              { code: said.code },
            ),
            { fields: [{ path: 'code', message: 'Not the code of a paper of this loan.' }] },
          )
        const kept = await keepScan(services, scan)
        const words = said.words.trim()
        const body: BodyOf<'paper'> = {
          kind: 'paper',
          what: 'signed',
          loan: id,
          paper: paper.id,
          ...kept,
          by: said.by,
          on: said.on,
          ...(words ? { words } : {}),
        }
        const written = await write(services, request, visitor, [
          body,
          ...agreedBy(file, paper.id, said.by, visitor),
        ])
        if (written.refusal) refuse(written.refusal, (await houseFacts()).zone)
        response.status(201).json({ id: written.id } satisfies PaperIssued)
      },
    ),
  )
  return router
}

const mayIssue = (sort: PaperSort, { role }: Visitor): boolean => sort !== 'agreement' || seesPrices(role)

/** A signed agreement is the word of whoever signed it, on the version that stands on the sheet. A steward takes it. */
function agreedBy(
  file: LoanFile,
  paperId: EntryId,
  by: readonly BodyOf<'difference'>['by'][],
  visitor: Visitor,
): Body[] {
  const paper = file.papers.find((p) => p.id === paperId)?.body
  if (paper?.sort !== 'agreement' || paper.of === undefined || !atLeast(visitor.role, 'steward')) return []
  const terms = paper.of
  return by
    .filter((side) => answerOf(file, terms, side) !== true)
    .map((side) => ({
      kind: 'loan',
      what: 'answered',
      loan: file.id,
      terms,
      by: side,
      agreed: true,
      how: 'ink',
      words: `on the paper with the code ${paper.code}`,
    }))
}

/** A PDF or a photograph, by its content. */
async function keepScan(
  services: Services,
  scan: Received,
): Promise<{ file: string; mime: (typeof scanMimes)[number] }> {
  if ((await headOf(scan)).toString('latin1', 0, 5) !== '%PDF-') {
    const { file, mime } = await storePhoto(services, scan)
    return { file, mime: mime as (typeof scanMimes)[number] }
  }
  const sha256 = await sha256Of(scan.path)
  await writeWhole(filePath(services.config.dataDir, sha256, 'original'), { moved: scan.path })
  await rememberFile(services.db, sha256, 'application/pdf', 0, 0, scan.size)
  return { file: sha256, mime: 'application/pdf' }
}

/** A paper with its own style and nothing that may run. */
async function servePaper(response: Parameters<typeof serveFile>[0], path: string): Promise<void> {
  const html = await readFile(path).catch(() => {
    throw notFound()
  })
  response.setHeader(
    'content-security-policy',
    "default-src 'none'; style-src 'unsafe-inline'; frame-ancestors 'none'; sandbox allow-modals",
  )
  response.setHeader('x-content-type-options', 'nosniff')
  response.setHeader('cache-control', 'private, no-cache')
  response.type('text/html; charset=utf-8').send(html)
}
