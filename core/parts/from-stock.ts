/** Making up the value that a position asks for from spares of its kind. */
import { parseQuantity } from '#core/quantity/quantity.ts'
import { combine, type Combination, type Stocked } from './combine.ts'
import type { Candidate, Need } from './donors.ts'
import { readCode } from './markings/codes.ts'

/** Farad or ohm in an attribute such as "2200 µF", "4k7", "104"; undefined when it says none of the unit. */
export function passiveValue(text: string | undefined, unit: 'F' | 'ohm'): number | undefined {
  if (!text) return undefined
  const read = parseQuantity(text.replace(/\s+/g, ''))
  return read?.unit === unit ? read.value : readCode(text, unit)?.value
}

export interface FromStock {
  readonly wanted: number
  readonly unit: 'F' | 'ohm'
  readonly tolerance: number
  readonly found: Combination
}

/**
 * The combination of free spares nearest to the value asked, two or three parts where one will not do. Undefined for a position
 * that asks for no value, or where nothing lies in stock. Parts in series share a voltage unequally, so the words say: check it.
 */
export function fromStock(need: Need, candidates: readonly Candidate[]): FromStock | undefined {
  const kind = /resistor/i.test(need.position.accepts)
    ? 'resistor'
    : /capacitor/i.test(need.position.accepts)
      ? 'capacitor'
      : undefined
  if (!kind) return undefined
  const unit = kind === 'resistor' ? 'ohm' : 'F'
  const wanted = passiveValue(need.position.asks?.['value'], unit)
  if (wanted === undefined || wanted <= 0) return undefined
  const stock = candidates.flatMap((c): Stocked[] => {
    const value =
      c.donor || c.bound || c.facts.health === 'proved bad'
        ? undefined
        : passiveValue(c.facts.attributes['value'], unit)
    return value === undefined ? [] : [{ id: c.label, value, count: 1 }]
  })
  const tolerance = kind === 'resistor' ? 0.05 : 0.2
  const found = combine(stock, wanted, kind, tolerance)
  return found && { wanted, unit, tolerance, found }
}
