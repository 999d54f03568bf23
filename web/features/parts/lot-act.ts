/** What a form about a lot says, as the entry it becomes. Pure. */
import type { LotAnswer } from '#api/parts.ts'
import type { BodyOf, Body } from '#core/history/bodies/index.ts'
import type { MachineId, PartId } from '#core/ids.ts'
import { oneOutOf } from '#core/parts/lots.ts'
import { gone, inStore, type Place } from '#core/place.ts'
import { dayInterval } from '#core/quantity/time.ts'
import { attributesOf, noAmount, priceOf } from './part-form.ts'

export type LotAct = 'count' | 'got' | 'move' | 'one' | 'keep' | 'say'
export const ends = ['another place', 'used up', 'discarded', 'kept with a machine'] as const
export type End = (typeof ends)[number]

export interface LotSaid {
  readonly form: FormData
  /** The machine that was named, where the act asks for one. */
  readonly machine: string | undefined
  readonly end: End
  readonly newPart: PartId
  readonly zone: string
}

/** The entry, or the sentence that says what is missing. Nothing typed is lost by it. */
export function lotActBody(
  act: LotAct,
  lot: LotAnswer,
  { form, machine, end, newPart, zone }: LotSaid,
): Body | string {
  const text = (name: string) => String(form.get(name) ?? '').trim()
  const n = Number(text('n'))
  const heaps = lot.places.filter((p) => p.lies)
  const heap = heaps.find((h) => h.label === text('heap'))?.place ?? heaps[0]?.place ?? inStore('store')
  const placed = (): Place => heaps.find((h) => h.label === text('place'))?.place ?? inStore(text('place'))
  const words = text('words') ? { words: text('words') } : {}
  const needsMachine = act === 'keep' || (act === 'move' && end === 'kept with a machine')
  if (needsMachine && !machine) return 'No machine has that number.'
  switch (act) {
    case 'count':
      return {
        kind: 'count',
        lot: lot.id,
        place: placed(),
        n,
        ...(text('about') ? { about: true } : {}),
        ...words,
      }
    case 'got': {
      const price = priceOf(form)
      if (price === 'wrong') return noAmount
      return {
        kind: 'lot',
        what: 'got',
        lot: lot.id,
        n,
        place: placed(),
        origin: text('origin') as Extract<BodyOf<'lot'>, { what: 'got' }>['origin'],
        ...(price ? { price } : {}),
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
      return oneOutOf(lot, newPart, heap, undefined, text('tag') || lot.nextTag)
    case 'keep':
      return {
        kind: 'reservation',
        what: 'made',
        machine: machine as MachineId,
        lot: lot.id,
        n,
        ...(text('position') ? { position: text('position') } : {}),
        ...(text('until') ? { until: dayInterval(text('until'), zone).latest } : {}),
        ...words,
      }
    case 'say': {
      const attributes = attributesOf(form)
      return {
        kind: 'lot',
        what: 'identified',
        lot: lot.id,
        ...(text('kind') ? { partKind: text('kind') } : {}),
        ...(text('tag') && text('tag') !== lot.tag ? { tag: text('tag') } : {}),
        ...(text('marking') ? { marking: text('marking') } : {}),
        ...(Object.keys(attributes).length > 0 ? { attributes } : {}),
        reorderAt: text('reorderAt') ? Number(text('reorderAt')) : null,
      }
    }
  }
}
