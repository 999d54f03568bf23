/** What can be done with a loan now, by whom, the next thing first. Pure. */
import { say } from '#api/words/say.ts'
import { stillHere } from '#core/loans/items.ts'
import { forGood } from '#core/history/loan-ways.ts'
import type { Side } from '#core/history/loan-state.ts'
import type { LoanView, OpenRelease } from '#core/views/loan-shape.ts'
import type { LookStage } from '#core/history/bodies/loan.ts'
import { dayAfter } from '#core/quantity/time.ts'
import { atLeast, type Role } from '#core/roles.ts'

export type LoanAct =
  | { readonly act: 'terms' }
  | { readonly act: 'look'; readonly machine: string; readonly stage: LookStage }
  | { readonly act: 'release'; readonly from: 'house' | 'them' }
  /** The borrower hands it on to a third, or the third hands it back. */
  | { readonly act: 'lend on' }
  | { readonly act: 'bring back'; readonly from: Side }
  /** It came without anybody having said that it was on its way. */
  | { readonly act: 'arrived unannounced' }
  | { readonly act: 'receive'; readonly release: OpenRelease }
  | { readonly act: 'run' | 'incident' | 'say' | 'spend' | 'recall' | 'account' | 'close' }

export interface Offer {
  readonly key: string
  readonly label: string
  readonly does: LoanAct
  /** It is no next step: there is something to settle first, or it is done only when there is reason. */
  readonly quiet?: boolean
}

const offer = (label: string, does: LoanAct): Offer => ({ key: label, label, does })

/** What may be done, and is no next step. */
const aside = (label: string, does: LoanAct): Offer => ({ ...offer(label, does), quiet: true })

/** Acts that stand open for a reader of this loan; the first is the next step. */
export function offersFor(view: LoanView, role: Role): Offer[] {
  if (view.shown === 'closed' || view.shown === 'declined') return []
  return role === 'guest'
    ? [...guestOffers(view), ...saying(view)]
    : [...houseOffers(view, role), ...aroundOffers(view, role), ...saying(view)]
}

/** A word to the other side; an answer where they asked. */
function saying(view: LoanView): Offer[] {
  const asked = view.marks.find((m) => m.mark === 'question')
  return [
    aside(asked ? say('Write to the other side, or answer') : say('Write to the other side'), { act: 'say' }),
  ]
}

/** What happens beside the way out and home: spending, lending on, coming back unannounced. */
function aroundOffers(view: LoanView, role: Role): Offer[] {
  const restorer = atLeast(role, 'restorer')
  const away = view.homeIs === 'house' && view.itemRows.some((r) => r.there > 0) && view.open.length === 0
  const thirds = [...new Set(view.itemRows.flatMap((r) => r.at.map((a) => a.side)))].filter(
    (side) => side !== view.withParty && side !== 'house',
  )
  const mayLendOn = view.terms.some((t) => t.holds && t.body.lendingOn?.trim())
  return [
    ...(view.way === 'repair' && restorer ? [aside(say('Write down what was spent'), { act: 'spend' })] : []),
    ...(away && restorer && mayLendOn && thirds.length === 0
      ? [aside(say('Write down that it was lent on'), { act: 'lend on' })]
      : []),
    ...(restorer
      ? thirds.map((from) =>
          aside(
            say('Write down that {names} hands it on', { names: view.names[from] ?? say('the third hand') }),
            {
              act: 'bring back',
              from,
            },
          ),
        )
      : []),
    ...(away ? [aside(say('It came back without notice'), { act: 'arrived unannounced' })] : []),
  ]
}

const lookedAs = (view: LoanView, machine: string, stage: LookStage) =>
  view.machines.find((m) => m.id === machine)?.looked.some((l) => l.stage === stage) ?? false
const isThere = (view: LoanView, machine: string) =>
  view.itemRows.some((r) => r.machine === machine && r.is === 'there')

function guestOffers(view: LoanView): Offer[] {
  const mine = view.homeIs === 'house' ? 'there' : 'home'
  const toMe = view.open.filter((r) => r.to === view.withParty)
  const here = view.itemRows.some((r) => r[mine] > 0) && view.open.every((r) => r.from === 'house')
  const machines =
    view.homeIs === 'house' && !forGood(view.way) ? view.machines.filter((m) => isThere(view, m.id)) : []
  const packing = machines
    .filter((m) => lookedAs(view, m.id, 'there') && !lookedAs(view, m.id, 'before packing'))
    .map((m) =>
      offer(say('Look at {name} before packing', { name: m.name }), {
        act: 'look',
        machine: m.id,
        stage: 'before packing',
      }),
    )
  // When it is to go home, what comes before that comes first.
  const ending = view.due !== undefined && dayAfter(view.today, 7) >= view.due
  return [
    ...toMe.map((release) => offer(say('Confirm what arrived'), { act: 'receive', release })),
    ...machines
      .filter((m) => !lookedAs(view, m.id, 'there'))
      .map((m) =>
        offer(say('Look at {name} on arrival', { name: m.name }), {
          act: 'look',
          machine: m.id,
          stage: 'there',
        }),
      ),
    ...(ending ? packing : []),
    ...(machines.length > 0
      ? [
          offer(say('Write down a run'), { act: 'run' }),
          offer(say('Report an incident'), { act: 'incident' }),
        ]
      : []),
    ...(ending ? [] : packing),
    ...(here && view.homeIs === 'house' && !forGood(view.way)
      ? [offer(say('Send it back'), { act: 'release', from: 'them' })]
      : []),
  ]
}

/** What a borrower without an account tells the house of: their side of the way, written down as told. */
function toldOffers(view: LoanView, restorer: boolean): Offer[] {
  if (view.homeIs !== 'house') return []
  if (forGood(view.way))
    return view.open
      .filter((r) => r.to === view.withParty)
      .map((release) => aside(say('Write down that it arrived there'), { act: 'receive', release }))
  const arrived = view.open.filter((r) => r.to === view.withParty)
  const there = view.machines.filter((m) => isThere(view, m.id))
  return [
    ...arrived.map((release) => aside(say('Write down that it arrived there'), { act: 'receive', release })),
    ...there
      .filter((m) => !lookedAs(view, m.id, 'there'))
      .map((m) =>
        aside(say('Write down how {name} arrived there', { name: m.name }), {
          act: 'look',
          machine: m.id,
          stage: 'there',
        }),
      ),
    ...(restorer && view.itemRows.some((r) => r.there > 0)
      ? [aside(say('Write down that it is on its way back'), { act: 'release', from: 'them' })]
      : []),
  ]
}

/** Machines of the other side that are here. */
const here = (view: LoanView) =>
  view.machines.filter((m) => view.itemRows.some((r) => r.machine === m.id && r.there > 0))

const lookHere = (view: LoanView, { id, name }: { id: string; name: string }): Offer[] =>
  !lookedAs(view, id, 'there')
    ? [offer(say('Look at {name} as it came', { name }), { act: 'look', machine: id, stage: 'there' })]
    : !lookedAs(view, id, 'before packing')
      ? [
          aside(say('Look at {name} before packing', { name }), {
            act: 'look',
            machine: id,
            stage: 'before packing',
          }),
        ]
      : []

function houseOffers(view: LoanView, role: Role): Offer[] {
  const restorer = atLeast(role, 'restorer')
  const steward = atLeast(role, 'steward')
  const listed = view.itemRows.every(stillHere)
  const agreed = view.terms.some((t) => t.holds)
  const toUs = view.open.filter((r) => r.to === 'house')
  const ours = view.homeIs === 'house'
  const back = view.machines.filter((m) =>
    view.itemRows.some((r) => r.machine === m.id && r.is === 'back, unchecked'),
  )
  const out = view.machines.filter((m) => !lookedAs(view, m.id, 'out'))
  const unsettled = view.machines.some((m) => m.differences.some((d) => d.judged === 'open'))
  const whole = view.itemRows.every((r) => r.is === 'home' || r.is === 'accounted')
  const release = offer(say('Release to {with}', { with: view.with }), { act: 'release', from: 'house' })
  const gone = forGood(view.way)
  const canRelease =
    restorer &&
    (agreed || gone) &&
    view.itemRows.some((r) => (ours ? r.home > 0 && stillHere(r) : r.there > 0))
  return [
    ...toUs.map((r) => offer(say('Confirm what arrived'), { act: 'receive', release: r })),
    ...back.map((m) =>
      offer(say('Look at {name} on its return', { name: m.name }), {
        act: 'look',
        machine: m.id,
        stage: 'back',
      }),
    ),
    ...(view.terms.length === 0 && restorer && !gone
      ? [offer(say('Write the terms'), { act: 'terms' })]
      : []),
    ...(listed && ours && agreed
      ? out.map((m) =>
          offer(say('Look at {name} before it leaves', { name: m.name }), {
            act: 'look',
            machine: m.id,
            stage: 'out',
          }),
        )
      : []),
    // What is somebody else's is looked at as it came, and before it goes back.
    ...(ours ? [] : here(view).flatMap((m) => lookHere(view, m))),
    ...(canRelease ? [release] : []),
    ...((whole || view.shown === 'handed over') && steward
      ? [{ ...offer(say('Close the loan'), { act: 'close' }), quiet: unsettled }]
      : []),
    ...toldOffers(view, restorer),
    ...(!listed && steward && !whole && !gone
      ? [aside(say('Account for what will not come home'), { act: 'account' })]
      : []),
    ...(view.recallable !== undefined && view.shown !== 'overdue' && steward
      ? [aside(say('Ask for it back'), { act: 'recall' })]
      : []),
    ...(view.terms.length > 0 && restorer ? [aside(say('Change the terms'), { act: 'terms' })] : []),
    ...(!listed && ours && !gone && view.shown !== 'back' && view.machines.length > 0
      ? [
          aside(say('Write down a run they told us of'), { act: 'run' }),
          aside(say('Write down an incident they told us of'), { act: 'incident' }),
        ]
      : []),
    ...(!ours && listed && agreed && restorer
      ? [offer(say('Record that it came'), { act: 'release', from: 'them' })]
      : []),
  ]
}
