/** The bench meter that the house has connected, if any. */
import { z } from 'zod'
import { meterUnits } from '#core/formats/scpi.ts'

export const meterAsk = z.strictObject({ unit: z.enum(meterUnits as [string, ...string[]]) })
/** What a simulated meter's probes touch; a real one is asked for no such thing. */
export const meterTouch = meterAsk.extend({ value: z.number().min(-1e9).max(1e9) })

export interface MeterAnswer {
  /** Absent: none is connected to this house. */
  readonly name?: string
  readonly simulated: boolean
  /** Why it cannot be asked, in a sentence. */
  readonly trouble?: string
}
export interface MeterReading {
  /** In the base unit. */
  readonly value: number
  readonly unit: string
  readonly name: string
  readonly simulated: boolean
}
