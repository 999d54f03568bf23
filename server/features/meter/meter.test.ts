import { afterAll, beforeAll, expect, it } from 'vitest'
import { startMeter, type RunningMeter } from '#stand-ins/meter/server.ts'
import { startHouse, type Agent, type TestHouse } from '../../testing/house.ts'

let house: TestHouse
let meter: RunningMeter
let volunteer: Agent
beforeAll(async () => {
  meter = await startMeter()
  house = await startHouse({ ANAMNESIS_METER: meter.address })
  volunteer = await house.as('volunteer')
})
afterAll(async () => {
  await house.stop()
  await meter.stop().catch(() => undefined)
})
const post = (path: string, body: object) =>
  volunteer.post(path).set('x-anamnesis-token', volunteer.token).send(body)

it('says what is connected, and that it is simulated', async () => {
  expect((await volunteer.get('/api/meter').expect(200)).body).toEqual({
    name: 'simulated bench meter',
    simulated: true,
  })
})
it('takes a reading in base units', async () => {
  await post('/api/meter/simulated-input', { unit: 'ohm', value: 62 }).expect(204)
  const { value, ...rest } = (await post('/api/meter/readings', { unit: 'ohm' }).expect(200)).body
  expect(value).toBeCloseTo(62, 1)
  expect(rest).toEqual({ unit: 'ohm', name: 'simulated bench meter', simulated: true })
})
it('refuses units that no meter reads, and inputs that are no number', async () => {
  await post('/api/meter/readings', { unit: 'parsec' }).expect(400)
  await post('/api/meter/simulated-input', { unit: 'V', value: 'much' }).expect(400)
})
it('says so when the meter is switched off, and writes nothing', async () => {
  await meter.stop()
  expect((await volunteer.get('/api/meter').expect(200)).body.trouble).toMatch(/does not answer/)
  const answer = await post('/api/meter/readings', { unit: 'V' }).expect(424)
  expect(answer.body).toMatchObject({ type: 'meter', detail: expect.stringMatching(/does not answer/) })
})
