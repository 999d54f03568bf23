/** A part drawn from one machine to another: one act with two ends, and what sat there comes out by it. */
import { describe, expect, it } from 'vitest'
import type { EpisodeId, MachineId } from '#core/ids.ts'
import { besideBodies, occupies, type Proposal } from './beside-form.ts'

const giver = '00000001-0000-7000-8000-000000000041' as MachineId
const taker = '00000001-0000-7000-8000-000000000042' as MachineId
const episode = '00000001-0000-7000-8000-000000000043' as EpisodeId
const slot = (machine: MachineId, part: string | undefined, content = 'own') => ({
  place: { in: 'position', machine, position: 'IC7' },
  part,
  content,
  position: { designator: 'IC7', accepts: 'ROM' },
})
const proposal = (part: string | undefined, there: string | undefined) =>
  ({
    slot: slot(giver, part),
    machine: { machine: giver },
    target: slot(taker, there, there ? 'own' : 'empty'),
    into: { machine: taker },
  }) as unknown as Proposal

describe('a part drawn beside', () => {
  it('moves nothing where there is no part', () => {
    expect(besideBodies(proposal(undefined, 'part-b'), episode, undefined)).toEqual([])
  })
  it('goes into an empty position by one move', () => {
    const bodies = besideBodies(proposal('part-a', undefined), episode, undefined)
    expect(JSON.stringify(bodies)).toContain('part-a')
    expect(bodies).toHaveLength(1)
  })
  it('sends what sat there to the tray of the open episode, and else keeps it with its machine', () => {
    const inEpisode = JSON.stringify(besideBodies(proposal('part-a', 'part-b'), episode, 'P-0977'))
    expect(inEpisode).toContain('part-b')
    expect(inEpisode).toContain(episode)
    expect(inEpisode).not.toContain('P-0977')
    const without = JSON.stringify(besideBodies(proposal('part-a', 'part-b'), undefined, 'P-0977'))
    expect(without).toContain(`"kind":"kept","id":"${taker}"`)
    expect(without).not.toContain(episode)
    expect(without).toContain('P-0977')
  })
  it('takes a position that is known to be empty for free', () => {
    expect(occupies(slot(taker, 'p', 'empty') as never)).toBe(false)
    expect(occupies(slot(taker, 'p') as never)).toBe(true)
    expect(occupies(slot(taker, undefined) as never)).toBe(false)
  })
})
