/** The logs that need no house: of a simulated machine, and of a device. */
import { describe, expect, it } from 'vitest'
import type { Draft } from '#core/history/entry.ts'
import type { AccountId, EntryId, HouseId } from '#core/ids.ts'
import { logSuite, type LogUnderTest } from '#core/testing/log-suite.ts'
import { numberedId } from '#core/testing/script.ts'
import { home, twoTerminals } from '#core/testing/terminal.ts'
import { deviceLog, withWaiting, type Box } from './device-log.ts'
import { MemoryLog } from './memory-log.ts'

const now = '2026-05-01T12:00:00.000Z'
const by = { account: numberedId<AccountId>(1, 9), house: numberedId<HouseId>(1, 8) }
const common = () => {
  let n = 0
  return {
    machine: home,
    newId: () => numberedId<EntryId>(++n, 66),
    at: (hour: number) => `2026-04-01T${String(hour + 8).padStart(2, '0')}:00:00.000Z`,
  }
}

logSuite('a simulated machine', true, () =>
  Promise.resolve<LogUnderTest>({
    ...common(),
    log: new MemoryLog(
      { ...by, role: 'steward', now: () => now, fromOutbox: true, keepContested: true },
      twoTerminals().t.entries,
    ),
  }),
)

function boxOf(): Box & { readonly drafts: Draft[] } {
  const drafts: Draft[] = []
  const held = twoTerminals().t.entries
  return {
    drafts,
    held: () => Promise.resolve(held),
    waiting: () => Promise.resolve(drafts),
    keep: (more) => Promise.resolve(void drafts.push(...more)),
  }
}
logSuite('a device', false, () =>
  Promise.resolve<LogUnderTest>({ ...common(), log: deviceLog(boxOf(), by, () => now) }),
)

describe('a device', () => {
  it('shows what has arrived meanwhile once', () => {
    const held = twoTerminals().t.entries
    const { about: _about, seq: _seq, ...last } = held.at(-1)!
    expect(withWaiting(held, [last], now, by)).toHaveLength(held.length)
  })
})

describe('a log in memory that keeps nothing contested', () => {
  it('answers it as refused', async () => {
    const { t } = twoTerminals()
    const log = new MemoryLog(
      { ...by, role: 'steward', now: () => now, fromOutbox: false, keepContested: false },
      t.entries,
    )
    const { newId } = common()
    const opened: Draft = {
      id: newId(),
      v: 2,
      happenedAt: { earliest: now, latest: now },
      basis: 'seen',
      body: { kind: 'episode', what: 'opened', machine: home, title: 'a second at once' },
    }
    expect(await log.append([opened])).toMatchObject([
      { became: 'refused', refusal: { rule: 'episode-open' } },
    ])
    expect(log.entries).toHaveLength(t.entries.length)
  })
})
