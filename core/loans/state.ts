/** A loan as it is shown: the first that applies, beside marks that may stand with any of them. */
import { forGood } from '#core/history/loan-ways.ts'
import type { LoanFile, Side } from '#core/history/loan-state.ts'
import type { Instant } from '#core/quantity/time.ts'
import { agreementOf, dueDay, isOver, termsInForce, type Agreement } from './agreement.ts'
import { compareLooks } from './compare.ts'
import { homeSide, itemsOf, missingBoxes, notHome, stillHere, type ItemState } from './items.ts'
import { coverUntil } from './release.ts'
import { spentOn } from './spending.ts'

export type LoanShown =
  | 'closed'
  | 'declined'
  | 'overdue'
  | 'partly back'
  | 'back'
  | 'lent on'
  | 'there'
  | 'handed over'
  | 'under way'
  | 'agreed'
  | 'decided'
  | 'asked'

export type LoanMark =
  | { readonly mark: 'recalled' }
  | { readonly mark: 'changed, not agreed' }
  | {
      readonly mark: 'short'
      readonly items: readonly { item: string; n: number; of: number }[]
      readonly boxes: readonly number[]
    }
  | { readonly mark: 'difference open'; readonly n: number }
  | { readonly mark: 'disputed'; readonly n: number }
  | { readonly mark: 'cover ends'; readonly day: string }
  | { readonly mark: 'incident'; readonly n: number }
  | { readonly mark: 'question'; readonly of: Side }
  | { readonly mark: 'beyond the limit' }

export interface LoanState {
  readonly shown: LoanShown
  readonly agreement: Agreement
  readonly due?: string | undefined
  readonly items: readonly ItemState[]
  readonly marks: readonly LoanMark[]
  /** Something of it is away from where it belongs. */
  readonly out: boolean
}

const machinesIn = (file: LoanFile): string[] =>
  (file.asked?.body.items ?? []).flatMap((i) => i.machine ?? [])

/** Everything that the loan's line says about how it stands, at an instant, by the calendar of the house. */
export function loanState(file: LoanFile, now: Instant, zone: string): LoanState {
  const items = itemsOf(file)
  const way = file.asked?.body.way ?? 'out'
  const moved = items.some((s) => !stillHere(s))
  const away = notHome(file).filter((s) => s.is !== 'back, unchecked')
  const out = moved && away.length > 0
  const due = dueDay(file)
  const agreement = agreementOf(file, out)
  const shown = (): LoanShown => {
    if (file.closed) return 'closed'
    if (agreement === 'declined') return 'declined'
    if (out && due !== undefined && isOver(due, now, zone)) return 'overdue'
    if (forGood(way)) {
      if (!moved) return file.asked?.body.authority ? 'decided' : 'asked'
      return items.some((s) => s.underWay.length > 0) ? 'under way' : 'handed over'
    }
    if (!moved) return termsInForce(file) ? 'agreed' : 'asked'
    if (!out) return 'back'
    if (items.some((s) => s.home > 0 && s.item.returns && returnedOnce(file, s))) return 'partly back'
    if (away.every((s) => s.is === 'under way')) return 'under way'
    return away.some((s) => s.is === 'lent on') ? 'lent on' : 'there'
  }
  return { shown: shown(), agreement, due, items, out, marks: marksOf(file, items, agreement, now, zone) }
}

/** The last question of one side to which the other has said nothing since. */
export const unanswered = (file: LoanFile) => {
  const last = file.said.findLast((s) => s.body.asks)
  return last &&
    !file.said.some((s) => s.body.by !== last.body.by && s.happenedAt.latest >= last.happenedAt.latest)
    ? last
    : undefined
}

/** Whether some of an item have been away and come home. */
const returnedOnce = (file: LoanFile, { item }: ItemState): boolean =>
  file.handovers.some(
    (h) =>
      h.body.what === 'received' &&
      h.body.by === homeSide(file) &&
      h.body.items.some((i) => i.item === item.item && i.n > 0),
  )

function marksOf(
  file: LoanFile,
  items: readonly ItemState[],
  agreement: Agreement,
  now: Instant,
  zone: string,
): LoanMark[] {
  const marks: LoanMark[] = []
  if (file.closed) return marks
  if (agreement === 'recalled' || agreement === 'changed, not agreed') marks.push({ mark: agreement })
  const short = items.flatMap((s) =>
    s.underWay
      .filter((u) => u.short)
      .map((u) => ({
        item: s.item.item,
        n: u.n,
        of: countOf(u.release.body.items, s.item.item),
        release: u.release,
      })),
  )
  if (short.length > 0)
    marks.push({
      mark: 'short',
      items: short.map(({ item, n, of }) => ({ item, n, of })),
      boxes: [...new Set(short.flatMap((s) => missingBoxes(file, s.release)))],
    })
  const differences = machinesIn(file).flatMap((m) => compareLooks(file, m).differences)
  const open = differences.filter((d) => d.judged === 'open').length
  const disputed = differences.filter((d) => d.judged === 'disputed').length
  if (open > 0) marks.push({ mark: 'difference open', n: open })
  if (disputed > 0) marks.push({ mark: 'disputed', n: disputed })
  const covered = termsInForce(file)?.body.cover
  const until = coverUntil(file)
  if (
    covered?.until !== undefined &&
    until !== undefined &&
    (covered.until < until || isOver(covered.until, now, zone))
  )
    marks.push({ mark: 'cover ends', day: covered.until })
  const asked = unanswered(file)
  if (asked)
    marks.push({
      mark: 'question',
      of: asked.body.by === 'house' ? (file.asked?.body.with ?? 'house') : 'house',
    })
  if (spentOn(file).beyond) marks.push({ mark: 'beyond the limit' })
  if (file.incidents.length > 0) marks.push({ mark: 'incident', n: file.incidents.length })
  return marks
}

const countOf = (items: readonly { readonly item: string; readonly n: number }[], item: string) =>
  items.find((i) => i.item === item)?.n ?? 0

/** Minutes that a machine ran on a day, and whether the terms allow as much and by whom. */
export function runsBeyond(file: LoanFile, zone: string, dayOf: (at: Instant, zone: string) => string) {
  const run = termsInForce(file)?.body.run
  return file.runs.map((r) => {
    const day = dayOf(r.happenedAt.latest, zone)
    const minutes = file.runs
      .filter((o) => o.body.machine === r.body.machine && dayOf(o.happenedAt.latest, zone) === day)
      .reduce((sum, o) => sum + o.body.minutes, 0)
    return {
      run: r,
      tooLong: run?.minutesADay !== undefined && minutes > run.minutesADay,
      notNamed:
        run?.who === 'not to be run' ||
        (run?.who === 'named people' && !run.named.some((n) => sameName(n, r.body.who))),
    }
  })
}

const sameName = (a: string, b: string) => a.trim().toLowerCase() === b.trim().toLowerCase()
