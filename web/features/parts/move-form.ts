/** Where a part goes, as the slip that moves it is filled in. */
import type { PartLife } from '#api/machines.ts'
import type { MachineContext } from '#core/composer/context.ts'
import type { PartyId } from '#core/ids.ts'
import type { Destination } from '#core/parts/destination.ts'
import { judgeFit, type Fit, type PartFacts } from '#core/parts/fit.ts'

export const ways = [
  'into a machine',
  'into a store',
  'kept with its machine',
  'to somebody',
  'out of the house',
] as const
export const fates = ['discarded', 'consumed', 'returned to owner', 'unknown'] as const

export interface MoveForm {
  way: (typeof ways)[number]
  /** The machine's number, as it is typed. */
  number: string
  position: string
  store: string
  shelf: string
  bag: string
  party: PartyId | ''
  fate: (typeof fates)[number]
  lent: boolean
  due: string
  authority: PartyId | ''
  /** Why it is fitted all the same. */
  reason: string
}
export const emptyMove: MoveForm = {
  way: 'into a machine',
  number: '',
  position: '',
  store: '',
  shelf: '',
  bag: '',
  party: '',
  fate: 'discarded',
  lent: false,
  due: '',
  authority: '',
  reason: '',
}

export const slotOf = (form: MoveForm, machine: MachineContext | undefined) =>
  form.way === 'into a machine'
    ? machine?.slots.find((s) => s.position.designator === form.position)
    : undefined

/** Whether it fits where it is to go; undefined where nothing is chosen that it could fit into. */
export function fitOf(form: MoveForm, part: PartLife, machine: MachineContext | undefined): Fit | undefined {
  const slot = slotOf(form, machine)
  if (!machine || !slot) return undefined
  const facts: PartFacts = {
    partKind: part.partKind,
    attributes: part.attributes,
    health: part.health as PartFacts['health'],
  }
  return judgeFit(
    slot.position,
    facts,
    machine.slots.map((s) => s.position),
    slot.chargeEnded,
  )
}

/** Undefined while something is missing that it needs. */
export function destinationOf(
  form: MoveForm,
  part: Pick<PartLife, 'foundIn'>,
  machine: MachineContext | undefined,
): Destination | undefined {
  const some = (text: string) => text.trim() || undefined
  switch (form.way) {
    case 'into a machine': {
      const slot = slotOf(form, machine)
      if (!machine || !slot) return undefined
      const out = { in: { kind: 'kept' as const, id: machine.machine } }
      const occupied = slot.part !== undefined && slot.content !== 'empty'
      return {
        to: 'slot',
        place: slot.place,
        occupant: occupied && slot.part ? { part: slot.part, out, tag: slot.tag } : undefined,
      }
    }
    case 'into a store': {
      const name = some(form.store)
      return name === undefined ? undefined : { to: 'store', name, shelf: some(form.shelf) }
    }
    case 'kept with its machine':
      return part.foundIn ? { to: 'kept', machine: part.foundIn, label: some(form.bag) } : undefined
    case 'to somebody':
      return form.party ? { to: 'party', party: form.party } : undefined
    case 'out of the house':
      return { to: 'gone', fate: form.fate }
  }
}

/** It is lent where it goes to somebody or into a machine; a store does not borrow. */
export const mayBeLent = ({ way }: MoveForm): boolean => way === 'to somebody' || way === 'into a machine'
export const isLent = (form: MoveForm): boolean => form.lent && mayBeLent(form)
/** Whoever gives a part away needs somebody's word. */
export const needsAuthority = (form: MoveForm): boolean =>
  form.way === 'out of the house' || (form.way === 'to somebody' && !form.lent)
