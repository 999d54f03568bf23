import { screen, waitFor } from '@testing-library/react'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { json, open } from '#web/testing/house.tsx'
import { msToInstant } from '#core/quantity/time.ts'
import { nowMs } from './clock.ts'
import Ringer from './Ringer.tsx'

const ago = (ms: number) => msToInstant(nowMs() - ms)
const wait = (entry: string, overMs: number, more: object = {}) => ({
  entry,
  what: 'rinse the frame',
  until: ago(overMs),
  from: ago(overMs + 600_000),
  machine: 'm1',
  number: 'E-7',
  name: 'Tape winder',
  ...more,
})
let tones = 0
beforeEach(() => {
  tones = 0
  vi.stubGlobal(
    'AudioContext',
    class {
      currentTime = 0
      destination = {}
      createOscillator = () => ({
        frequency: {},
        connect: (x: unknown) => x,
        start: () => tones++,
        stop: () => undefined,
      })
      createGain = () => ({ gain: {}, connect: () => undefined })
      close = () => Promise.resolve()
    },
  )
})
const house = (waits: () => readonly object[]) =>
  open(<Ringer />, ({ path }) => (path === '/bench' ? json({ waits: waits() }) : undefined))

describe('a wait that is over', () => {
  it('rings, says which machine, and is put away', async () => {
    const { user } = house(() => [wait('w1', 5_000)])
    expect(await screen.findByText(/the wait is over/)).toBeVisible()
    expect(screen.getByText('E-7')).toBeVisible()
    expect(tones).toBe(2)
    await user.click(screen.getByRole('button', { name: 'Close' }))
    expect(screen.queryByText(/the wait is over/)).toBeNull()
  })

  it('does not ring again after a reload, and is not shown where it is long over', async () => {
    const first = house(() => [wait('w1', 5_000)])
    await screen.findByText(/the wait is over/)
    first.unmount()
    const again = house(() => [wait('w1', 5_000), wait('w2', 3_600_000)])
    await waitFor(() => expect(again.asked.some((a) => a.path === '/bench')).toBe(true))
    await new Promise((rest) => setTimeout(rest, 50))
    expect(screen.queryByText(/the wait is over/)).toBeNull()
    expect(tones).toBe(2)
  })

  it('stops asking here when somebody ended it elsewhere', async () => {
    let waits: readonly object[] = [wait('w1', 5_000)]
    const { client } = house(() => waits)
    await screen.findByText(/the wait is over/)
    waits = []
    await client.invalidateQueries()
    await waitFor(() => expect(screen.queryByText(/the wait is over/)).toBeNull())
  })

  it('is silent where the sound is off, and still shown', async () => {
    const { user } = house(() => [wait('w1', 5_000)])
    await user.click(await screen.findByRole('button', { name: 'Silence' }))
    expect(screen.getByRole('button', { name: 'Sound on' })).toBeVisible()
  })
})
