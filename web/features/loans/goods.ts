/** Parts and test gear that pass with a handover: what is written of them beside it, so that their place is one truth. */
import type { Body } from '#core/history/bodies/index.ts'
import type { Place } from '#core/place.ts'
import { withParty } from '#core/place.ts'
import { dayInterval } from '#core/quantity/time.ts'
import type { LoanView } from '#core/views/loan-shape.ts'
import { get } from '#web/app/http.ts'

type Counted = readonly { readonly item: string; readonly n: number }[]

const going = (view: LoanView, items: Counted) =>
  view.itemRows.filter((r) => items.some((i) => i.item === r.item && i.n > 0))

/** A part leaves from where it is, and that place stays its home; gear is lent. */
export async function leavingBodies(view: LoanView, items: Counted, zone: string): Promise<Body[]> {
  const due = view.due === undefined ? undefined : dayInterval(view.due, zone).latest
  const bodies = going(view, items).map(async ({ part, gear }): Promise<Body[]> => {
    if (gear) return [{ kind: 'gear', what: 'lent', gear, to: view.withParty, ...(due ? { due } : {}) }]
    if (!part) return []
    const { at } = await get('/parts/:id', { id: part })
    return [
      {
        kind: 'move',
        legs: [{ part, from: at, to: withParty(view.withParty) }],
        loan: { home: at, ...(due ? { due } : {}) },
      },
    ]
  })
  return (await Promise.all(bodies)).flat()
}

/** What came home: a part goes back to the place it left, gear is here again. */
export async function returningBodies(view: LoanView, items: Counted): Promise<Body[]> {
  const bodies = going(view, items).map(async ({ part, gear }): Promise<Body[]> => {
    if (gear) return [{ kind: 'gear', what: 'back', gear }]
    if (!part) return []
    const { at, home } = await get('/parts/:id', { id: part })
    return home && !samePlace(at, home) ? [{ kind: 'move', legs: [{ part, from: at, to: home }] }] : []
  })
  return (await Promise.all(bodies)).flat()
}

const samePlace = (a: Place, b: Place): boolean =>
  a.in.kind === b.in.kind && a.in.id === b.in.id && a.position === b.position
