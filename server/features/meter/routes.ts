/** The bench meter: what it is, one reading, and for a simulated one what its probes touch. */
import { Router } from 'express'
import { meterAsk, meterTouch, type MeterReading } from '#api/meter.ts'
import type { Identity, MeterUnit } from '#core/formats/scpi.ts'
import { requireVisitor } from '../../platform/access.ts'
import type { Services } from '../../platform/services.ts'
import { handle, notFound, parse, ProblemError } from '../../platform/errors.ts'
import { reads } from '../../platform/endpoint.ts'
import { ask, identify, isSimulated, measure, MeterOverRange, MeterSilent, MeterUnreadable } from './meter.ts'

const nameOf = (identity: Identity) =>
  isSimulated(identity) ? 'simulated bench meter' : [identity.maker, identity.model].filter(Boolean).join(' ')

/** What went wrong at the instrument, in a sentence; anything else is thrown on. */
function troubleWords(error: unknown): string {
  if (error instanceof MeterSilent)
    return 'The meter does not answer: is it on, and on the network? Nothing was written; the value can be typed.'
  if (error instanceof MeterOverRange)
    return 'The meter shows an overload: choose a higher range or check where the probes are. Nothing was written.'
  if (error instanceof MeterUnreadable)
    return 'The meter answered something that cannot be read as a value. Nothing was written; the value can be typed.'
  throw error
}

async function asked<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work()
  } catch (error) {
    throw new ProblemError('meter', troubleWords(error))
  }
}

export function meterRoutes({ config }: Services): Router {
  const router = Router()
  const address = () => {
    if (!config.meter) throw notFound()
    return config.meter
  }

  reads(router, '/meter', async (request) => {
    await requireVisitor(request, 'volunteer')
    if (!config.meter) return { simulated: false }
    try {
      const identity = await identify(config.meter)
      return { name: nameOf(identity), simulated: isSimulated(identity) }
    } catch (error) {
      return { simulated: false, trouble: troubleWords(error) }
    }
  })

  router.post(
    '/meter/readings',
    handle(async (request, response) => {
      await requireVisitor(request, 'volunteer')
      const unit = parse(meterAsk, request.body).unit as MeterUnit
      const where = address()
      const identity = await asked(() => identify(where))
      const value = await asked(() => measure(where, unit))
      response.json({
        value,
        unit,
        name: nameOf(identity),
        simulated: isSimulated(identity),
      } satisfies MeterReading)
    }),
  )

  router.post(
    '/meter/simulated-input',
    handle(async (request, response) => {
      await requireVisitor(request, 'volunteer')
      const { unit, value } = parse(meterTouch, request.body)
      const where = address()
      if (!isSimulated(await asked(() => identify(where)))) throw notFound()
      await asked(() => ask(where, `SIMulate:INPut ${unit},${value}`))
      response.status(204).end()
    }),
  )

  return router
}
