/** What every log must keep, whoever keeps it. Run by the house, a device and a simulated machine. */
import { beforeEach, describe, expect, it } from 'vitest'
import type { Body } from '#core/history/bodies/index.ts'
import { entryVersion, type Amends, type Draft } from '#core/history/entry.ts'
import { standingsOf } from '#core/history/standing.ts'
import type { EntryId, MachineId } from '#core/ids.ts'
import type { Log } from '#core/judging/log.ts'
import { pointAt, type Instant } from '#core/quantity/time.ts'
import { found, slot } from './terminal.ts'

export interface LogUnderTest {
  readonly log: Log
  /** A registered terminal of the test type, nothing tested on it. */
  readonly machine: MachineId
  readonly newId: () => EntryId
  /** Times on one past day, in order: `at(3)` is later than `at(2)`. */
  readonly at: (n: number) => Instant
}

/** `judges`: whether it says itself what an entry becomes, or leaves that to its house. */
export function logSuite(name: string, judges: boolean, start: () => Promise<LogUnderTest>): void {
  describe(name, () => {
    let here: LogUnderTest
    beforeEach(async () => void (here = await start()))
    const taken = judges ? 'recorded' : 'waiting'

    const draft = (n: number, body: Body, more: Partial<Draft> = {}): Draft => ({
      id: here.newId(),
      v: entryVersion,
      happenedAt: pointAt(here.at(n)),
      basis: 'seen',
      body,
      ...more,
    })
    const bell = (n: number, is: 'pass' | 'fail', amends?: Amends) =>
      draft(
        n,
        {
          kind: 'test',
          machine: here.machine,
          depth: 'full',
          gear: [],
          results: [{ fn: 'bell', result: { is } }],
        },
        amends ? { amends } : {},
      )
    const out = (n: number, designator: string, bag: string) =>
      draft(n, {
        kind: 'move',
        legs: [
          {
            part: found(here.machine, designator),
            from: slot(here.machine, designator),
            to: { in: { kind: 'store', id: bag } },
          },
        ],
      })
    const note = (words: string) => draft(1, { kind: 'note', machine: here.machine, words })
    const became = async (...group: Draft[]) => (await here.log.append(group)).map((o) => o.became)
    const world = () => here.log.world(here.machine)
    const said = async (words: string) =>
      (await world()).line.filter((s) => s.body.kind === 'note' && s.body.words === words).length
    const standing = async () => {
      const now = await world()
      const machine = now.machines.get(here.machine)
      if (!machine) throw new Error('the machine is not there')
      return standingsOf(now, machine).find((s) => s.fn === 'bell')?.word
    }

    it('folds what was appended', async () => {
      expect(await became(note('seen'))).toEqual([taken])
      expect(await said('seen')).toBe(1)
    })
    it('takes the same entry once, however often it is sent', async () => {
      const entry = note('once')
      await became(entry)
      expect(await became(entry)).toEqual([judges ? 'already recorded' : 'waiting'])
      expect(await became({ ...entry, device: { id: 'tablet', n: 7, offsetMs: 0 } })).toEqual([
        judges ? 'already recorded' : 'waiting',
      ])
      expect(await said('once')).toBe(1)
    })
    it('refuses other content under an id that is taken; what stood stands', async () => {
      const entry = note('first')
      await became(entry)
      const other = { ...entry, body: { ...entry.body, words: 'other' } as Body }
      expect(await here.log.append([other])).toMatchObject([
        { became: 'refused', refusal: { rule: 'other-content', entry: entry.id } },
      ])
      expect([await said('first'), await said('other')]).toEqual([1, 0])
    })
    it('folds by when it happened, not by when it was told', async () => {
      await became(bell(5, 'pass'))
      await became(bell(2, 'fail'))
      expect(await standing()).toBe('works')
    })
    it('restates an amended entry in its place', async () => {
      const first = bell(2, 'pass')
      await became(first)
      expect(await standing()).toBe('works')
      await became(bell(2, 'fail', { entry: first.id, seen: [], how: 'correct', reason: 'misread' }))
      expect(await standing()).toBe('fails')
    })
    it('keeps a group whole: a position that was met and the move out of it', async () => {
      const group = [out(2, 'IC40', 'drawer 1'), out(3, 'IC41', 'drawer 2')]
      expect(await became(...group)).toEqual([taken, taken])
      const parts = (await world()).parts
      expect(parts.get(found(here.machine, 'IC41'))?.place?.in.id).toBe('drawer 2')
    })

    if (!judges) return
    it('stores nothing of a group of which one is refused', async () => {
      const nowhere = draft(3, {
        kind: 'note',
        machine: here.newId() as unknown as MachineId,
        words: 'no such machine',
      })
      expect(await became(note('beside it'), nowhere)).toEqual(['refused', 'refused'])
      expect(await said('beside it')).toBe(0)
    })
    it('contests what cannot have happened after what stands, and moves nothing', async () => {
      await became(out(2, 'IC40', 'drawer 1'))
      expect(await became(out(3, 'IC40', 'drawer 2'))).toEqual(['contested'])
      const now = await world()
      expect(now.parts.get(found(here.machine, 'IC40'))?.place?.in.id).toBe('drawer 1')
      expect(now.machines.get(here.machine)?.contested).toHaveLength(1)
    })
    it('contests an amendment whose writer had not seen the latest, until a person settles it', async () => {
      const first = bell(2, 'pass')
      await became(first)
      const amend = { entry: first.id, seen: [], how: 'correct', reason: 'misread' } as const
      await became(bell(2, 'fail', amend))
      const late = bell(2, 'pass', amend)
      expect(await became(late)).toEqual(['contested'])
      expect(await standing()).toBe('fails')
      expect(await became(draft(6, { kind: 'settle', entry: late.id, outcome: 'happened' }))).toEqual([
        'recorded',
      ])
      expect(await standing()).toBe('works')
    })
  })
}
