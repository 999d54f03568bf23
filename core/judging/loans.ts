/** How what is written of loans is judged: whose word it is, what must be so before things leave, and that a count holds. */
import type { BodyOf } from '#core/history/bodies/index.ts'
import type { Entry } from '#core/history/entry.ts'
import type { LoanFile, Side } from '#core/history/loan-state.ts'
import type { World } from '#core/history/world.ts'
import type { LoanId } from '#core/ids.ts'
import { homeSide, isParty, itemsOf, notHome } from '#core/loans/items.ts'
import { termsInForce } from '#core/loans/agreement.ts'
import { mayBeSpent, spentOn } from '#core/loans/spending.ts'
import { barsRelease, releaseAnswers, type ReleaseAnswer } from '#core/loans/release.ts'
import { atLeast, type Role } from '#core/roles.ts'
import { recorded, refused, type Judgement, type Writer } from './model.ts'

interface Case {
  readonly world: World
  readonly entry: Entry
  readonly writer: Writer
}

const file = (world: World, id: LoanId): LoanFile | undefined => {
  const found = world.loanFiles.get(id)
  return found?.asked ? found : undefined
}

/** The loan spoken of, where the writer may write of it: a guest of their own loan only. */
function spokenLoan({ world, entry, writer }: Case, id: LoanId, act: string): LoanFile | Judgement {
  const loan = file(world, id)
  if (!loan) return refused({ rule: 'unknown-loan', loan: id })
  if (writer.role === 'guest' && writer.vouches && loan.asked?.body.with !== writer.vouches.party)
    return refused({ rule: 'unknown-loan', loan: id })
  // What was agreed on afterwards, and papers of it, still belong to it.
  if (loan.closed && act !== 'difference' && act !== 'paper')
    return refused({ rule: 'loan-closed', loan: id })
  return entry.amends ? without(loan, entry.amends.entry) : loan
}
/** As it is without an entry that is being corrected. */
const without = (loan: LoanFile, id: string): LoanFile => ({
  ...loan,
  handovers: loan.handovers.filter((h) => h.id !== id),
  accounted: loan.accounted.filter((a) => a.id !== id),
})
const isJudgement = (found: LoanFile | Judgement): found is Judgement => 'became' in found

const unless = (allowed: boolean, act: string): Judgement =>
  allowed ? recorded : refused({ rule: 'not-allowed', act })

/** A guest speaks for their own side; what they told somebody of the house is written by that person. */
const speaksFor = (writer: Writer, side: string): boolean =>
  writer.vouches === undefined || (writer.role === 'guest' ? side === writer.vouches.party : true)

const needs = (writer: Writer, least: Role): boolean => atLeast(writer.role, least)

export function judgeLoan(at: Case, body: BodyOf<'loan'>): Judgement {
  if (body.what === 'asked') {
    const known = at.world.loanFiles.get(body.loan)?.asked
    return known && known.id !== (at.entry.amends?.entry ?? at.entry.id)
      ? refused({ rule: 'other-content', entry: known.id })
      : recorded
  }
  const loan = spokenLoan(at, body.loan, 'loan')
  if (isJudgement(loan)) return loan
  switch (body.what) {
    case 'said':
      return unless(speaksFor(at.writer, body.by), 'loan')
    case 'spent': {
      const past = body.amount ? mayBeSpent(loan, body.amount) : 'within'
      const { limit, spent } = spentOn(loan)
      return past === 'within' || body.although?.trim() || !limit
        ? recorded
        : refused({ rule: 'beyond-limit', limit, spent, compares: past === 'beyond' })
    }
    case 'answered': {
      if (!loan.terms.some((t) => t.id === body.terms))
        return refused({ rule: 'unknown-entry', entry: body.terms })
      if (body.by === 'house') return unless(needs(at.writer, 'steward'), 'loan')
      if (body.by !== loan.asked?.body.with) return refused({ rule: 'not-their-word', party: body.by })
      // In their own account, or told to somebody of the house who says how.
      const own = at.writer.vouches?.party === body.by
      return unless(own || (needs(at.writer, 'steward') && body.how !== 'signed in'), 'loan')
    }
    case 'accounted': {
      const open = notHome(loan).find((s) => s.item.item === body.item)
      const n = open ? open.item.n - open.home - open.accounted : 0
      return body.n > n ? refused({ rule: 'not-so-many', item: body.item, there: n }) : recorded
    }
    case 'closed': {
      const open = notHome(loan)
      return open.length > 0
        ? refused({ rule: 'loan-not-whole', items: open.map((s) => s.item.item) })
        : recorded
    }
    default:
      return recorded
  }
}

export function judgeHandover(at: Case, body: BodyOf<'handover'>): Judgement {
  const loan = spokenLoan(at, body.loan, 'handover')
  if (isJudgement(loan)) return loan
  const known = new Set(loan.asked?.body.items.flatMap((i) => i.machine ?? []))
  const stranger = body.machines.find((m) => !known.has(m))
  if (stranger) return refused({ rule: 'unknown-machine', machine: stranger })
  const side = body.what === 'released' ? body.from : body.by
  const stray = strangeSide(loan, body)
  if (stray) return refused({ rule: 'unknown-party', party: stray })
  if (body.what === 'released' && !isParty(loan, body.to) && !termsInForce(loan)?.body.lendingOn?.trim())
    return refused({ rule: 'not-lent-on', party: body.to })
  if (!speaksFor(at.writer, side)) return refused({ rule: 'not-allowed', act: 'handover' })
  if (side === 'house' && !needs(at.writer, body.what === 'released' ? 'restorer' : 'volunteer'))
    return refused({ rule: 'not-allowed', act: 'handover' })
  return body.what === 'released' ? judgeRelease(at, loan, body) : judgeReceipt(loan, body)
}

/** A side that has no part in it: neither of the two, nor somebody to whom it was lent on; or one to whom it goes from itself. */
function strangeSide(loan: LoanFile, body: BodyOf<'handover'>): string | undefined {
  const lentTo = new Set<string>(
    loan.handovers.flatMap((h) => (h.body.what === 'released' ? [h.body.to] : [h.body.by])),
  )
  const known = (side: Side) => isParty(loan, side) || lentTo.has(side)
  if (body.what === 'received') return known(body.by) ? undefined : body.by
  if (!known(body.from)) return body.from
  // Whoever borrowed it may hand it on; nobody else brings somebody new into it.
  if (!known(body.to) && body.from !== loan.asked?.body.with) return body.to
  return body.to === body.from ? body.to : undefined
}

function judgeRelease(
  { world, writer, entry }: Case,
  loan: LoanFile,
  body: Extract<BodyOf<'handover'>, { what: 'released' }>,
): Judgement {
  for (const { item, n } of body.items) {
    const state = itemsOf(loan).find((s) => s.item.item === item)
    if (!state) return refused({ rule: 'not-so-many', item, there: 0 })
    const there =
      body.from === homeSide(loan) ? state.home : (state.at.find((a) => a.side === body.from)?.n ?? 0)
    if (n > there) return refused({ rule: 'not-so-many', item: state.item.item, there })
  }
  // In the house by this loan, and somewhere else by another one.
  const elsewhere = body.from === 'house' ? body.machines.find((m) => withSomebody(world, m)) : undefined
  if (elsewhere) {
    const item = loan.asked?.body.items.find((i) => i.machine === elsewhere)?.item ?? 'it'
    return refused({ rule: 'not-so-many', item, there: 0 })
  }
  // What comes home needs no leave, nor what goes back to whoever it belongs to.
  if (body.from !== 'house' || homeSide(loan) !== 'house') return recorded
  const said = new Map(body.although.map((a) => [a.rule, a.because]))
  const barred = barsRelease(releaseAnswers(world, loan)).filter(
    (a) => !(a.byWords && said.has(a.rule) && needs(writer, answersFor(a))),
  )
  // What was sent from an outbox has happened: it is kept, and the rules it passed stand on it.
  return barred.length > 0 && entry.device === undefined
    ? refused({ rule: 'release-barred', rules: barred.map((a) => a.rule) })
    : recorded
}

/** Whose words let it go: a steward’s; that mains of another frequency suit a machine is for a restorer to say. */
const answersFor = ({ rule, is }: ReleaseAnswer): Role =>
  rule === 'mains' && is === 'not known' ? 'restorer' : 'steward'

/** By its last handover or stay it is with somebody outside. */
function withSomebody(world: World, machine: string): boolean {
  const last = world.machines.get(machine as never)?.custody.at(-1)?.body
  return last?.kind === 'custody' && last.to.in.kind === 'party'
}

function judgeReceipt(loan: LoanFile, body: Extract<BodyOf<'handover'>, { what: 'received' }>): Judgement {
  if (body.of === undefined) return judgeUnannounced(loan, body)
  const release = loan.handovers.find((h) => h.id === body.of)
  if (release?.body.what !== 'released') return refused({ rule: 'unknown-entry', entry: body.of })
  if (release.body.to !== body.by) return refused({ rule: 'not-allowed', act: 'handover' })
  for (const { item, n } of body.items) {
    const state = itemsOf(loan).find((s) => s.item.item === item)
    const open = state?.underWay.find((u) => u.release.id === body.of)?.n ?? 0
    if (n > open) return refused({ rule: 'not-so-many', item: item, there: open })
  }
  return recorded
}

/** What arrives unannounced comes from where it was: no more of it than is not with the receiver. */
function judgeUnannounced(
  loan: LoanFile,
  { by, items }: Extract<BodyOf<'handover'>, { what: 'received' }>,
): Judgement {
  for (const { item, n } of items) {
    const state = itemsOf(loan).find((s) => s.item.item === item)
    const elsewhere = !state
      ? 0
      : state.item.n -
        state.accounted -
        (by === homeSide(loan) ? state.home : (state.at.find((a) => a.side === by)?.n ?? 0))
    if (n > elsewhere) return refused({ rule: 'not-so-many', item, there: elsewhere })
  }
  return recorded
}

/** A look, a run: of a machine that is in the loan. */
export function judgeOnLoan(at: Case, body: BodyOf<'look'> | BodyOf<'run'>): Judgement {
  const loan = spokenLoan(at, body.loan, body.kind)
  if (isJudgement(loan)) return loan
  if (!loan.asked?.body.items.some((i) => i.machine === body.machine))
    return refused({ rule: 'unknown-machine', machine: body.machine })
  // The look at the door and the one on its return are the house's own.
  const away = body.kind === 'run' || body.stage === 'there' || body.stage === 'before packing'
  return unless(away || at.writer.role !== 'guest' || loan.asked.body.way !== 'out', body.kind)
}

export function judgeDifference(at: Case, body: BodyOf<'difference'>): Judgement {
  const loan = spokenLoan(at, body.loan, 'difference')
  if (isJudgement(loan)) return loan
  const look = loan.looks.find((l) => l.id === body.look)
  const zone = look?.body.zones.find((z) => z.zone === body.zone)
  if (zone?.is !== 'different' || !zone.differences[body.index])
    return refused({ rule: 'unknown-entry', entry: body.look })
  return unless(
    speaksFor(at.writer, body.by) && (body.by !== 'house' || needs(at.writer, 'restorer')),
    'difference',
  )
}

/** A paper is issued once under its number; what came back signed is a paper that was issued. */
export function judgePaper(at: Case, body: BodyOf<'paper'>): Judgement {
  const loan = spokenLoan(at, body.loan, 'paper')
  if (isJudgement(loan)) return loan
  if (body.what === 'signed') {
    const paper = loan.papers.find((p) => p.id === body.paper)
    if (!paper) return refused({ rule: 'unknown-entry', entry: body.paper })
    const sides = new Set<string>(['house', loan.asked?.body.with ?? ''])
    const stranger = body.by.find((side) => !sides.has(side))
    if (stranger) return refused({ rule: 'unknown-party', party: stranger })
    return unless(paper.body.sort !== 'agreement' || needs(at.writer, 'restorer'), 'paper')
  }
  if (body.machine && !loan.asked?.body.items.some((i) => i.machine === body.machine))
    return refused({ rule: 'unknown-machine', machine: body.machine })
  if (body.of && ![...loan.terms, ...loan.handovers].some((s) => s.id === body.of))
    return refused({ rule: 'unknown-entry', entry: body.of })
  const twin = loan.papers.find((p) => p.body.number === body.number && p.id !== at.entry.id)
  return twin ? refused({ rule: 'number-taken', number: String(body.number) }) : recorded
}

/** Whatever happened while it was away is for those of the house to clear who know what they look at. */
export function judgeHazard(at: Case, body: BodyOf<'hazard'>): Judgement {
  if (body.what === 'noted') return recorded
  const noted = at.world.machines.get(body.machine)?.hazards.find((h) => h.entry.id === body.hazard)
  return unless(noted?.entry.body.kind !== 'incident' || needs(at.writer, 'restorer'), 'hazard')
}
