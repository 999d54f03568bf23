/** Papers of a loan: what one says, section by section, and what the record says otherwise by now. */
import type { PaperSort } from '#core/history/bodies/paper.ts'
import type { LoanFile } from '#core/history/loan-state.ts'

export interface PaperSection {
  readonly title: string
  readonly lines: readonly string[]
  /** Boxes to tick by hand stand before its lines. */
  readonly ticked?: boolean
  /**
   * `still`: it is to be so while the paper is used, and what is recorded now is held against it. `then`: it tells of the day of
   * issue, and only what is known by now of that day is held against it.
   */
  readonly holds: 'then' | 'still'
}

/** What a paper says and the record does not say any more, and the other way round, section by section. */
export interface Contradiction {
  readonly title: string
  readonly paper: readonly string[]
  readonly record: readonly string[]
}

/**
 * `issued`: as was known when it was issued. `thenNow`: the same day, as it is known now. `now`: today.
 * Answers the sections that differ, with the lines that do.
 */
export function contradictions(
  issued: readonly PaperSection[],
  thenNow: readonly PaperSection[],
  now: readonly PaperSection[],
): Contradiction[] {
  const titles = [...new Set([...issued, ...thenNow, ...now].map((s) => s.title))]
  return titles.flatMap((title) => {
    const section = (of: readonly PaperSection[]) => of.find((s) => s.title === title)
    const said = section(issued)
    const against = section(
      ((said ?? section(now) ?? section(thenNow))?.holds ?? 'then') === 'still' ? now : thenNow,
    )
    const paper = (said?.lines ?? []).filter((line) => !against?.lines.includes(line))
    const record = (against?.lines ?? []).filter((line) => !said?.lines.includes(line))
    return paper.length + record.length > 0 ? [{ title, paper, record }] : []
  })
}

/** Papers of which there is one for each machine. */
export const ofMachine = (sort: PaperSort): boolean =>
  sort === 'handover sheet' || sort === 'look sheet' || sort === 'demonstrators’ instructions'

/** The number that the next paper of a loan bears: one more than the last. */
export const nextPaperNumber = (file: LoanFile): number =>
  Math.max(0, ...file.papers.map((p) => p.body.number)) + 1

/** What a paper is about: the newest version of the terms, the newest release, the newest receipt. */
export function paperSubject(file: LoanFile, sort: PaperSort): string | undefined {
  switch (sort) {
    case 'agreement':
      return file.terms.at(-1)?.id
    case 'packing list':
      return file.handovers.findLast((h) => h.body.what === 'released')?.id
    case 'receipt':
      return file.handovers.findLast((h) => h.body.what === 'received')?.id
    case 'handover sheet':
    case 'look sheet':
    case 'demonstrators’ instructions':
      return undefined
  }
}

/** Papers that can be issued as a loan stands: an agreement needs terms, a receipt something that was received. */
export function issuable(file: LoanFile): PaperSort[] {
  const machines = file.asked?.body.items.some((i) => i.machine) ?? false
  const out = file.asked?.body.way === 'out'
  return [
    ...(file.terms.length > 0 ? (['agreement'] as const) : []),
    ...(file.asked ? (['packing list'] as const) : []),
    ...(machines ? (['handover sheet', 'look sheet'] as const) : []),
    ...(paperSubject(file, 'receipt') ? (['receipt'] as const) : []),
    ...(machines && out && file.terms.length > 0 ? (['demonstrators’ instructions'] as const) : []),
  ]
}
