/** What practice showed of the advice: each was wrong once, on a machine whose truth is known. */
import { describe, expect, it } from 'vitest'
import type { ActRow } from '#core/views/fault-shape.ts'
import { practiceFault, startsOf, stockOf } from './advice.ts'
import { caseUnderTest } from '#core/testing/practice.ts'
import type { CaseAsWritten } from './case.ts'
import { SimulatedMachine } from './machine.ts'
import { typeLine } from './play.ts'
import { findWritten } from './written/index.ts'
import { plotter } from './written/sheets.ts'

async function advised(told: string | Partial<CaseAsWritten>, ...lines: string[]) {
  const written = typeof told === 'string' ? findWritten(`written/${told}`) : caseUnderTest(told)
  if (!written) throw new Error('no such case')
  const machine = await SimulatedMachine.begin(written, '2026-03-02T18:00:00.000Z', 'Ada Lund')
  for (const line of lines) expect([line, await typeLine(machine, line)]).toEqual([line, true])
  const { world, machine: state } = await machine.state()
  const { fault } = practiceFault(world, state)
  if (!fault) throw new Error('nothing fails')
  return { fault, world, state }
}
const swapOf = (acts: readonly ActRow[], at: string) => acts.find((a) => a.sort === 'swap' && a.at === at)

describe('the advice', () => {
  it('does not clear gear by what was tried beside it in the same test and does not use it', async () => {
    const { fault } = await advised('the-bench', 'test all')
    expect(fault.suspects.find((s) => s.sort === 'gear' && s.name === 'display one')?.share).toBeGreaterThan(
      0.1,
    )
  })
  it('does not ask for a rail first where the part is what feeds it', async () => {
    const { fault } = await advised('rails-first', 'test all', 'read 5V')
    const swap = swapOf(fault.acts, 'VR2')
    expect(swap?.line).toBe('swap VR2 < ')
    expect(swap?.railsFirst).toBeUndefined()
  })
  it('asks for the rails that a part draws on, and not for the others', async () => {
    const { fault } = await advised({ faults: [{ sort: 'part', at: 'IC1' }] }, 'test all')
    expect(swapOf(fault.acts, 'IC1')?.railsFirst).toEqual(['12V'])
  })
  it('swaps nothing into a rail that was read too high', async () => {
    const { fault } = await advised('rails-first', 'test all', 'read 5V')
    expect(fault.acts.filter((a) => a.sort === 'swap').map((a) => a.at)).toEqual(['VR2'])
  })
  it('does not renew a contact twice that was renewed in vain', async () => {
    const { fault } = await advised(
      { faults: [{ sort: 'part', at: 'LS1' }] },
      'test all',
      'reseat LS1',
      'test full bell',
    )
    expect(fault.acts.some((a) => a.sort === 'reseat' && a.at === 'LS1')).toBe(false)
  })
  it('suspects where a trimmer of the sheet stands, and turns it once', async () => {
    const told: Partial<CaseAsWritten> = {
      sheet: plotter,
      faults: [{ sort: 'part', at: 'drum motor' }],
      settings: { RV1: '4' },
    }
    const { fault } = await advised(told, 'test drum')
    expect(fault.suspects.some((s) => s.sort === 'setting' && s.name === 'RV1')).toBe(true)
    const after = await advised(told, 'test drum', 'adjust RV1', 'test drum')
    expect(after.fault.acts.some((a) => a.sort === 'check the setting')).toBe(false)
  })
  it('tries several starts where it comes and goes', async () => {
    const { state } = await advised(
      {
        faults: [{ sort: 'contact', at: 'motor', shows: 0.5 }],
        claim: { says: 'now and then', words: 'some days' },
      },
      'test feed 8 starts',
    )
    expect(startsOf(state, 'feed')).toBe(5)
  })
  it('knows what lies in the drawer', async () => {
    const { world } = await advised(
      { faults: [{ sort: 'part', at: 'motor' }] },
      'test feed',
      'swap IC1 < P-0001',
    )
    expect(stockOf(world).kinds.find((k) => k.kind === '74ls374')).toBeUndefined()
    expect(stockOf(world).kinds.find((k) => k.kind === 'thermal head')).toMatchObject({
      proved: 1,
      others: 0,
    })
  })
})
