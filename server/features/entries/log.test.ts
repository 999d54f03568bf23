/** The house keeps what every log keeps. */
import { v7 } from 'uuid'
import { afterAll, beforeAll } from 'vitest'
import type { AccountId, EntryId, MachineId } from '#core/ids.ts'
import { logSuite } from '#core/testing/log-suite.ts'
import { nowInstant } from '../../platform/clock.ts'
import { draft, send, startHouse, twoMachines, type Agent, type TestHouse } from '../../testing/house.ts'
import { houseLog } from './log.ts'

let house: TestHouse
let steward: Agent
let type: string
beforeAll(async () => {
  house = await startHouse()
  steward = await house.as('steward')
  type = (await twoMachines(steward)).type
})
afterAll(() => house.stop())

logSuite('the house', true, async () => {
  const machine = v7() as MachineId
  await send(steward, [
    draft({
      kind: 'machine',
      what: 'registered',
      machine,
      entryNumber: `L-${machine}`,
      name: 'A terminal',
      type: type as never,
      source: { how: 'gift' },
    }),
  ]).expect(200)
  const day = Date.now() - 86_400_000
  return {
    machine,
    newId: () => v7() as EntryId,
    at: (n) => new Date(day + n * 3_600_000).toISOString(),
    log: houseLog(house.running.services.db, () => ({
      role: 'steward',
      account: house.people.steward.account as AccountId,
      now: nowInstant(),
      fromOutbox: true,
      keepContested: true,
    })),
  }
})
