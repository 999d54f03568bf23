/** Papers as they are kept, and what the record says otherwise since. */
import { readFile } from 'node:fs/promises'
import { paperPage } from '#api/words/papers.ts'
import type { PaperRow } from '#api/papers.ts'
import { fold } from '#core/history/fold.ts'
import type { Entry } from '#core/history/entry.ts'
import type { Issued, LoanFile } from '#core/history/loan-state.ts'
import type { World } from '#core/history/world.ts'
import type { LoanId } from '#core/ids.ts'
import { contradictions, type Contradiction, type PaperSection } from '#core/loans/papers.ts'
import { machineNumber } from '#core/views/labels.ts'
import { paperSource } from '#core/views/paper.ts'
import type { Instant } from '#core/quantity/time.ts'
import { filePath, fileExists } from '../../platform/files.ts'
import { bearsItsCode } from './html.ts'

export interface PaperReader {
  readonly house: string
  readonly zone: string
  readonly now: Instant
  readonly dataDir: string
  readonly prices: boolean
  readonly guest: boolean
}

/** What stands on a paper when it is made from a world. */
const sectionsIn = (
  world: World,
  id: LoanId,
  { body }: Issued,
  { house, zone }: PaperReader,
): readonly PaperSection[] => {
  const { sort, machine, packed, of } = body
  const source = paperSource(world, id, { sort, machine, packed, of, house, zone })
  return source ? paperPage(source).sections : []
}

/** Three times the same paper: as was known when it was issued, as that day is known now, and as it is today. */
function contradictedBy(
  entries: readonly Entry[],
  today: World,
  id: LoanId,
  paper: Issued,
  reader: PaperReader,
): Contradiction[] {
  const at = paper.happenedAt.latest
  const knownAt = entries.find((e) => e.id === paper.id)?.receivedAt ?? at
  const issued = fold(entries, { now: at, asOf: at, knownAt })
  const thenNow = fold(entries, { now: at, asOf: at })
  return contradictions(
    sectionsIn(issued, id, paper, reader),
    sectionsIn(thenNow, id, paper, reader),
    sectionsIn(today, id, paper, reader),
  )
}

async function intact({ body }: Issued, dataDir: string): Promise<boolean> {
  const path = filePath(dataDir, body.file, 'original')
  return (await fileExists(path)) && bearsItsCode(await readFile(path, 'utf8'), body.code)
}

/** Whether a reader may open a paper: an agreement names the value. */
export const opens = (
  file: LoanFile,
  paper: Issued,
  { prices, guest }: Pick<PaperReader, 'prices' | 'guest'>,
) => paper.body.sort !== 'agreement' || prices || (guest && file.asked !== undefined)

export async function paperRows(
  entries: readonly Entry[],
  id: LoanId,
  reader: PaperReader,
): Promise<{ readonly file: LoanFile; readonly papers: PaperRow[] } | undefined> {
  const today = fold(entries, { now: reader.now })
  const file = today.loanFiles.get(id)
  if (!file?.asked) return undefined
  const papers = await Promise.all(
    file.papers.map(async (paper): Promise<PaperRow> => {
      const machine = paper.body.machine && today.machines.get(paper.body.machine)
      const may = opens(file, paper, reader)
      const found = may ? contradictedBy(entries, today, id, paper, reader) : []
      return {
        id: paper.id,
        sort: paper.body.sort,
        number: paper.body.number,
        code: paper.body.code,
        at: paper.happenedAt.latest,
        by: reader.guest ? '' : (today.parties.get(paper.doneBy as never)?.name ?? ''),
        machine: machine ? machineNumber(machine) : undefined,
        opens: may,
        intact: await intact(paper, reader.dataDir),
        contradicted: reader.guest ? found.map(({ title }) => ({ title, paper: [], record: [] })) : found,
        signed: file.signed
          .filter((s) => s.body.paper === paper.id)
          .map(({ id: scan, body: { by, on, mime, words } }) => ({ id: scan, by, on, mime, words })),
      }
    }),
  )
  return { file, papers: papers.reverse() }
}
