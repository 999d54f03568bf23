/** What a form about a lot says, as the entry it becomes. Pure. */
import { say } from '#api/words/say.ts'
import type { LotAnswer } from '#api/parts.ts'
import type { BodyOf, Body } from '#core/history/bodies/index.ts'
import { lotOrigins } from '#core/history/bodies/lot.ts'
import type { MachineId, PartId } from '#core/ids.ts'
import { oneOutOf } from '#core/parts/lots.ts'
import { gone, inStore, type Place } from '#core/place.ts'
import { dayInterval } from '#core/quantity/time.ts'
import { money, typed } from '#web/app/typed.ts'
import { attributesOf, noAmount, noAttributes, type AttributesForm, type PriceForm } from './part-form.ts'

export type LotAct = 'count' | 'got' | 'move' | 'one' | 'keep' | 'say'
export const ends = ['another place', 'used up', 'discarded', 'kept with a machine'] as const
export type End = (typeof ends)[number]

export interface LotForm extends AttributesForm, PriceForm {
  readonly n: string
  readonly place: string
  readonly heap: string
  readonly about: boolean
  readonly end: End
  readonly origin: Extract<BodyOf<'lot'>, { what: 'got' }>['origin']
  readonly kind: string
  readonly tag: string
  readonly reorderAt: string
  readonly position: string
  readonly until: string
  readonly words: string
}

/** What stands in the fields at first. */
export function lotForm(act: LotAct, lot: LotAnswer, currency: string): LotForm {
  const first = lot.places.find((p) => p.lies)?.label ?? ''
  return {
    ...noAttributes,
    ...{ n: act === 'keep' ? '1' : '', place: act === 'move' ? '' : first, heap: first, about: false },
    ...{ end: 'another place', amount: '', currency },
    origin: lotOrigins.find((o) => o === lot.origin) ?? 'bought',
    kind: lot.partKind ?? '',
    tag: (act === 'say' && lot.tag) || '',
    reorderAt: String(lot.reorderAt ?? ''),
    ...{ position: '', until: '', words: '' },
  }
}

export interface LotSaid {
  readonly form: LotForm
  /** The machine that was named, where the act asks for one. */
  readonly machine: string | undefined
  readonly newPart: PartId
  readonly zone: string
}

/** The entry, or the sentence that says what is missing. Nothing typed is lost by it. */
export function lotActBody(
  act: LotAct,
  lot: LotAnswer,
  { form, machine, newPart, zone }: LotSaid,
): Body | string {
  const { end } = form
  const n = Number(form.n)
  const heaps = lot.places.filter((p) => p.lies)
  const heap = heaps.find((h) => h.label === form.heap)?.place ?? heaps[0]?.place ?? inStore('store')
  const placed = (): Place =>
    heaps.find((h) => h.label === form.place.trim())?.place ?? inStore(form.place.trim())
  const words = { words: typed(form.words) }
  const needsMachine = act === 'keep' || (act === 'move' && end === 'kept with a machine')
  if (needsMachine && !machine) return say('No machine has that number.')
  switch (act) {
    case 'count':
      return {
        kind: 'count',
        lot: lot.id,
        place: placed(),
        n,
        ...(form.about ? { about: true } : {}),
        ...words,
      }
    case 'got': {
      const price = money(form.amount, form.currency)
      if (price && Number.isNaN(price.minor)) return noAmount
      return {
        kind: 'lot',
        what: 'got',
        lot: lot.id,
        n,
        place: placed(),
        origin: form.origin,
        price,
        ...words,
      }
    }
    case 'move': {
      const to: Place =
        end === 'another place'
          ? placed()
          : end === 'kept with a machine'
            ? { in: { kind: 'kept', id: machine ?? '' } }
            : gone(end === 'used up' ? 'consumed' : 'discarded')
      return { kind: 'move', legs: [], lots: [{ lot: lot.id, n, from: heap, to }], ...words }
    }
    case 'one':
      return oneOutOf(lot, newPart, heap, undefined, typed(form.tag) ?? lot.nextTag)
    case 'keep':
      return {
        kind: 'reservation',
        what: 'made',
        machine: machine as MachineId,
        lot: lot.id,
        n,
        position: typed(form.position),
        until: form.until ? dayInterval(form.until, zone).latest : undefined,
        ...words,
      }
    case 'say':
      return {
        kind: 'lot',
        what: 'identified',
        lot: lot.id,
        partKind: typed(form.kind),
        ...(typed(form.tag) && form.tag.trim() !== lot.tag ? { tag: form.tag.trim() } : {}),
        marking: typed(form.marking),
        attributes: attributesOf(form),
        reorderAt: typed(form.reorderAt) ? Number(form.reorderAt) : null,
      }
  }
}
