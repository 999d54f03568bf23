import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { AccountModel } from '../../db/models.ts'
import { setClock } from '../../platform/clock.ts'
import {
  draft,
  password,
  send,
  startHouse,
  twoMachines,
  type Agent,
  type TestHouse,
} from '../../testing/house.ts'
import type { MachineId } from '#core/ids.ts'

let house: TestHouse
let volunteer: Agent
let restorer: Agent
let machine: MachineId
beforeAll(async () => {
  house = await startHouse()
  ;({
    machines: [machine],
  } = await twoMachines(await house.as('steward')))
  volunteer = await house.as('volunteer')
  restorer = await house.as('restorer')
})
afterAll(async () => {
  setClock(undefined)
  await house.stop()
})

const put = (agent: Agent, body: object) =>
  agent.put('/api/session/pin').set('x-anamnesis-token', agent.token).send(body)
const confirm = (agent: Agent, pin: string) =>
  agent
    .post('/api/session/confirm')
    .set('x-anamnesis-token', agent.token)
    .send({ party: house.people.restorer.party, pin })
const discharged = () =>
  draft({ kind: 'precaution', machine, what: 'tube discharged' }, { doneBy: house.people.restorer.party })

describe('a PIN', () => {
  it('is set with the password only, and kept as a hash', async () => {
    await put(restorer, { password: 'not the right one', pin: '4821' }).expect(403)
    await put(restorer, { password, pin: '48' }).expect(400)
    await put(restorer, { password, pin: '4821' }).expect(204)
    const account = await AccountModel.findOne({ where: { party: house.people.restorer.party } })
    expect(account!.pinHash).toMatch(/^\$argon2id\$/)
  })
  it('is for nobody’s eyes: people only learn that there is one', async () => {
    const text = (await volunteer.get('/api/people').expect(200)).text
    expect(text).not.toContain('argon2id')
    expect(text).toContain('"pin":true')
  })
})

describe('an authorised act of another person', () => {
  it('is not written without their PIN, and may be kept as contested', async () => {
    const answer = await send(volunteer, [discharged()]).expect(409)
    expect(answer.body.entries[0]).toMatchObject({
      refusal: { rule: 'pin-needed', authority: 'picture tube' },
      mayKeep: true,
    })
    expect(answer.body.entries[0].detail).toMatch(/A restorer confirms by PIN/)
    const kept = await volunteer
      .post('/api/entries')
      .set('x-anamnesis-token', volunteer.token)
      .send({ entries: [discharged()], contested: 'keep' })
      .expect(200)
    expect(kept.body.entries[0].became).toBe('contested')
  })
  it('is written once they confirmed, for half an hour', async () => {
    await confirm(volunteer, '0000').expect(403)
    await confirm(volunteer, '4821').expect(204)
    expect((await send(volunteer, [discharged()]).expect(200)).body.entries[0].became).toBe('recorded')
    setClock(Date.now() + 31 * 60_000)
    await send(volunteer, [discharged()]).expect(409)
    setClock(undefined)
  })
  it('needs none in their own session, nor for what anybody may do', async () => {
    await send(restorer, [discharged()]).expect(200)
    await send(volunteer, [
      draft({ kind: 'precaution', machine, what: 'plug out' }, { doneBy: house.people.steward.party }),
    ]).expect(200)
  })
  it('of somebody without a PIN asks them to sign in', async () => {
    const answer = await volunteer
      .post('/api/session/confirm')
      .set('x-anamnesis-token', volunteer.token)
      .send({ party: house.people.steward.party, pin: '1234' })
      .expect(403)
    expect(answer.body.detail).toMatch(/no PIN yet/)
  })
  it('is locked for ten minutes after five wrong PINs, from whatever session', async () => {
    for (let i = 0; i < 5; i++) await confirm(i % 2 ? volunteer : restorer, '1111').expect(403)
    await confirm(volunteer, '4821').expect(429)
    setClock(Date.now() + 11 * 60_000)
    await confirm(volunteer, '4821').expect(204)
    setClock(undefined)
  })
  it('cannot be confirmed with a PIN that was taken away', async () => {
    await restorer.delete('/api/session/pin').set('x-anamnesis-token', restorer.token).expect(204)
    await confirm(volunteer, '4821').expect(403)
  })
})
