/** Episodes step by step in their true place, and contested groups that are settled as one. */
import { describe, expect, it } from 'vitest'
import { found, home, slot, twoTerminals } from '#core/testing/terminal.ts'
import type { Entry } from './entry.ts'
import { fold } from './fold.ts'
import type { Body } from './bodies/index.ts'
import { numberedId, type Teller } from '#core/testing/script.ts'
import type { HouseId, EntryId } from '#core/ids.ts'

/** What an act would become, without its staying. */
function tried(t: Teller, at: string, body: Body) {
  const { judgement } = t.tell(at, body, { fromOutbox: true })
  if (judgement.became !== 'refused') t.entries.pop()
  return judgement
}

const day = (n: number, hour = 10) => new Date(Date.UTC(2026, 2, n, hour)).toISOString()

describe('steps of an episode', () => {
  const step = (what: 'paused' | 'resumed' | 'closed', episode: EntryId) =>
    what === 'paused'
      ? ({ kind: 'episode', what, machine: home, episode, lie: '', unplugged: true, next: '' } as const)
      : what === 'resumed'
        ? ({ kind: 'episode', what, machine: home, episode } as const)
        : {
            kind: 'episode' as const,
            what,
            machine: home,
            episode,
            next: 'nothing',
            report: [],
            deferred: [],
          }
  it('stand in their true place: nothing before it was opened', () => {
    const { t, episode } = twoTerminals()
    // Opened on 1 March at 9.
    const early = tried(t, '2026-03-01T08:59:00.000Z', step('closed', episode))
    expect(early).toMatchObject({
      became: 'contested',
      contest: { rule: 'episode-not-open', opened: '2026-03-01T09:00:00.000Z' },
    })
    expect(t.world().machines.get(home)?.episodes[0]?.state).toBe('open')
    t.told(day(2), step('closed', episode))
    expect(t.world().machines.get(home)?.episodes[0]?.state).toBe('closed')
  })
  it('leave the later ones their sense', () => {
    const { t, episode } = twoTerminals()
    t.told(day(2), step('paused', episode))
    t.told(day(4), step('resumed', episode))
    expect(tried(t, day(3), step('closed', episode))).toMatchObject({
      contest: { rule: 'breaks-later-steps' },
    })
    expect(tried(t, day(5), step('resumed', episode))).toMatchObject({
      contest: { rule: 'episode-not-paused' },
    })
    t.told(day(6), step('closed', episode))
    expect(t.tell(day(7), step('paused', episode)).judgement).toMatchObject({
      contest: { rule: 'episode-not-open' },
    })
    expect(t.tell(day(5), step('paused', episode)).judgement.became).toBe('recorded')
  })
  it('are those of one open episode at a time, in the past too', () => {
    const { t, episode } = twoTerminals()
    t.told(day(3), step('closed', episode))
    const opened = { kind: 'episode', what: 'opened', machine: home, title: 'another' } as const
    expect(t.tell(day(2), opened).judgement).toMatchObject({ contest: { rule: 'episode-open', episode } })
    t.told(day(4), opened)
  })
})

describe('entries that stand or fall together', () => {
  const chip = found(home, 'IC41')
  /** As the server stores a group of which one was contested: all of it is. */
  function contestedPair() {
    const { t } = twoTerminals()
    t.told(day(2), {
      kind: 'move',
      legs: [{ part: found(home, 'LS1'), from: slot(home, 'LS1'), to: { in: { kind: 'rig', id: 'rig' } } }],
    })
    const contest = { rule: 'needs-instant' } as const
    const base = (n: number, body: Entry['body']): Entry => ({
      id: numberedId<EntryId>(n, 77),
      v: 1,
      happenedAt: { earliest: day(3), latest: day(3) },
      basis: 'seen',
      together: 'one act',
      body,
      about: [{ kind: 'machine', id: home }],
      house: numberedId<HouseId>(1, 8),
      recordedAt: day(3),
      receivedAt: day(3),
      seq: t.entries.length + n,
      recordedBy: t.account,
      became: 'contested',
      contest,
    })
    t.entries.push(
      base(1, {
        kind: 'move',
        legs: [{ part: chip, from: slot(home, 'IC41'), to: { in: { kind: 'rig', id: 'rig' } } }],
      }),
      base(2, { kind: 'note', machine: home, words: 'with it' }),
    )
    return t
  }
  it.each(['happened', 'did not happen'] as const)('%s as one', (outcome) => {
    const t = contestedPair()
    t.told(day(4), { kind: 'settle', entry: numberedId<EntryId>(2, 77), outcome })
    const world = fold(t.entries, { now: day(5) })
    expect(world.machines.get(home)?.contested).toEqual([])
    expect(world.parts.get(chip)?.place?.in.kind).toBe(outcome === 'happened' ? 'rig' : undefined)
    expect(world.line.some((s) => s.body.kind === 'note')).toBe(outcome === 'happened')
  })
})
