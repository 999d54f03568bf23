/** The view that a device folds for itself equals the one the server folds once everything has arrived. */
import { describe, expect, it } from 'vitest'
import type { Draft, Entry } from '#core/history/entry.ts'
import { fold } from '#core/history/fold.ts'
import type { HouseId, AccountId, EntryId } from '#core/ids.ts'
import { numberedId } from '#core/testing/script.ts'
import { allPass, fail, found, home, person, slot, test, twoTerminals } from '#core/testing/terminal.ts'
import { episodeView } from './episode.ts'
import { entriesSeen } from '#core/history/sight.ts'
import { answerIn } from './answers.ts'
import { faultView } from './fault.ts'
import { offlineAnswer, offlineFault, offlineView, tagAfter } from './offline.ts'

const account = numberedId<AccountId>(1, 9)
const by = { account, house: numberedId<HouseId>(1, 8) }
const now = '2026-03-02T12:00:00.000Z'

function evening() {
  const { t, episode } = twoTerminals(now)
  const tell = (minute: number, body: Entry['body']) =>
    t.told(`2026-03-02T10:${String(minute).padStart(2, '0')}:00.000Z`, body, { episode, doneBy: person })
  allPass(t, '2026-03-02T10:00:00.000Z')
  tell(1, {
    kind: 'move',
    legs: [
      {
        part: found(home, 'IC40'),
        from: slot(home, 'IC40'),
        to: { in: { kind: 'tray', id: episode }, position: 'bag 3' },
      },
    ],
  })
  tell(2, { kind: 'part', what: 'identified', part: found(home, 'IC40'), tag: 'P-0042' })
  tell(3, { kind: 'note', machine: home, words: 'one leg is green' })
  tell(4, { kind: 'wait', machine: home, what: 'card drying', until: '2026-03-03T10:00:00.000Z' })
  return { t, episode }
}
const drafted = ({
  about: _a,
  recordedAt: _r,
  seq: _s,
  recordedBy: _b,
  became: _c,
  ...draft
}: Entry): Draft => draft

describe('an episode on a device', () => {
  it.each([0, 1, 2, 3, 4, 5])(
    'with the last %i entries still waiting looks as it will when they have arrived',
    (waiting) => {
      const { t, episode } = evening()
      const all = t.entries
      const cut = all.length - waiting
      const local = offlineView(
        all.slice(0, cut),
        all.slice(cut).map(drafted),
        episode,
        tagAfter('P-0042', all.slice(0, cut)),
        now,
        by,
      )!
      const server = episodeView(fold(all, { now }), episode, tagAfter('P-0042', all))!
      const bare = (view: typeof server) =>
        JSON.parse(
          JSON.stringify({
            ...view,
            rows: view.rows.map(({ recordedAt: _at, recordedBy: _by, ...row }) => row),
          }),
        ) as unknown
      expect(bare(local)).toEqual(bare(server))
    },
  )

  it.each([0, 1, 4])('answers a question with the last %i entries still waiting', (waiting) => {
    const { t, episode } = evening()
    const cut = t.entries.length - waiting
    const question = { asks: 'where', about: 'IC40' } as const
    const local = offlineAnswer(
      t.entries.slice(0, cut),
      t.entries.slice(cut).map(drafted),
      episode,
      question,
      now,
      by,
    )
    expect(local?.facts).toEqual(answerIn(fold(t.entries, { now }), episode, question)?.facts)
    expect(JSON.stringify(local?.facts)).toContain('bag 3')
  })
  it.each([0, 1, 4])('works a fault out with the last %i entries still waiting', (waiting) => {
    const { t } = evening()
    test(t, '2026-03-02T10:20:00.000Z', { screen: fail })
    const cut = t.entries.length - waiting
    const facts = { kinds: [], at: now }
    const asked = { machine: home, facts }
    const local = offlineFault(t.entries.slice(0, cut), t.entries.slice(cut).map(drafted), asked, now, by)
    const world = fold(t.entries, { now })
    expect(local?.fault?.suspects.length).toBeGreaterThan(2)
    expect(local).toEqual(faultView(world, world.machines.get(home)!, facts))
  })
  it('answers nothing of an episode that it does not hold', () => {
    const question = { asks: 'status', about: '' } as const
    expect(offlineAnswer([], [], evening().episode, question, now, by)).toBeUndefined()
  })

  it('takes an entry that has arrived meanwhile once', () => {
    const { t, episode } = evening()
    const view = offlineView(t.entries, t.entries.slice(-3).map(drafted), episode, 'P-0001', now, by)!
    expect(view.rows.filter((r) => r.body.kind === 'note')).toHaveLength(1)
    expect(new Set(view.rows.map((r) => r.id)).size).toBe(view.rows.length)
  })

  it('is unknown where the episode never lay on the device', () =>
    expect(offlineView([], [], numberedId<EntryId>(7, 7), 'P-0001', now, by)).toBeUndefined())

  it('gives no tag twice while several wait', () => {
    const { t } = evening()
    expect(tagAfter('P-0041', [])).toBe('P-0041')
    expect(tagAfter('P-0042', t.entries)).toBe('P-0043')
    expect(tagAfter('P-9999', [])).toBe('P-9999')
  })
})

describe('what a device may hold', () => {
  it('has no price for those who see none, and no finding of others while surveying blind', () => {
    const { t } = evening()
    t.told(now, { kind: 'value', machine: home, sort: 'market', amount: { minor: 77700, currency: 'EUR' } })
    t.told(now, {
      kind: 'machine',
      what: 'registered',
      machine: numberedId(9, 4),
      entryNumber: 'E-9',
      name: 'A till',
      source: { how: 'purchase' },
      price: { minor: 88800, currency: 'EUR' },
    })
    t.told(now, {
      kind: 'finding',
      what: 'noted',
      machine: home,
      zone: 'lid',
      sort: 'rust',
      severity: 'trace',
      activity: 'active',
      danger: 'none',
      contained: false,
      loaded: false,
      hypothesis: false,
    })
    const survey = t.told(
      now,
      { kind: 'survey', what: 'begun', machine: home, blind: true },
      { doneBy: person },
    )
    const text = (may: Parameters<typeof entriesSeen>[1]) => JSON.stringify(entriesSeen(t.entries, may))
    expect(text({ prices: true })).toMatch(/77700.*88800/s)
    expect(text({ prices: false })).not.toMatch(/77700|88800/)
    expect(text({ prices: false })).toContain('rust')
    expect(text({ prices: true, blind: survey.id })).not.toContain('rust')
  })
})
