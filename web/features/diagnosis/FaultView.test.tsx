import { screen, waitFor, within } from '@testing-library/react'
import { Route, Routes } from 'react-router'
import { describe, expect, it } from 'vitest'
import { composing } from '#core/testing/composing.ts'
import { home } from '#core/testing/terminal.ts'
import { faultView } from '#core/views/fault.ts'
import { json, open } from '#web/testing/house.tsx'
import { View } from './FaultView.tsx'

/** The view of the fault of a terminal, after some lines. */
function faultAfter(lines: readonly string[]) {
  const scene = composing()
  lines.forEach((line, i) => scene.write(line, `2026-03-02T1${i}:00:00.000Z`))
  const world = scene.t.world()
  const machine = world.machines.get(home)
  if (!machine) throw new Error('no machine')
  const view = faultView(world, machine, { kinds: [], at: '2026-03-02T10:00:00.000Z' })
  const ui = (
    <Routes>
      <Route path="/machines/:id/fault" element={<View />} />
      <Route path="/episodes/:id" element={<p>the episode</p>} />
    </Routes>
  )
  const answers = ({ path }: { path: string }) =>
    path === `/machines/${home}/fault` ? json(view) : undefined
  return { view, ...open(ui, answers, `/machines/${home}/fault`) }
}

describe('the view of a fault', () => {
  it('says how to begin where nothing fails', async () => {
    faultAfter(['test all pass'])
    expect(await screen.findByRole('heading', { level: 1 })).toHaveTextContent('No test on record fails')
    expect(screen.getByText(/Write down what fails/)).toBeVisible()
  })

  it('has one sentence, suspects with shares, what was seen, and one filled act', async () => {
    const { view } = faultAfter(['test send fail: garbled', 'test bell pass'])
    expect(await screen.findByRole('heading', { level: 1 })).toHaveTextContent(/likely|stands out/i)
    const suspects = screen.getByRole('region', { name: 'Suspects' })
    expect(within(suspects).getByText('Something no sheet names')).toBeVisible()
    expect(within(suspects).getByText('Nothing is wrong now')).toBeVisible()
    const acts = screen.getByRole('region', { name: 'What to do next' })
    expect(within(acts).getAllByRole('listitem')).toHaveLength(view.fault?.acts.length ?? 0)
    expect(within(acts).getAllByRole('button', { name: 'Begin the line' })).toHaveLength(1)
    expect(screen.getByRole('region', { name: 'What was seen' })).toHaveTextContent('Send failed: garbled')
  })

  it('begins the line of an act in the episode', async () => {
    const { user } = faultAfter(['test send fail: garbled'])
    await user.click(await screen.findByRole('button', { name: 'Begin the line' }))
    expect(await screen.findByText('the episode')).toBeVisible()
  })

  it('sets one aside only with a reason', async () => {
    const { user, sent } = faultAfter(['test send fail: garbled'])
    await user.click(await screen.findByRole('button', { name: /^Set aside: Send failed/i }))
    await user.click(screen.getByRole('button', { name: 'Set aside with this reason' }))
    expect(sent()).toHaveLength(0)
    await user.type(screen.getByLabelText('Why it should not count'), 'the lead was loose')
    await user.click(screen.getByRole('button', { name: 'Set aside with this reason' }))
    await waitFor(() => expect(sent()).toHaveLength(1))
    expect(sent()[0]?.[0]?.body).toMatchObject({
      what: 'set aside',
      of: 'send',
      because: 'the lead was loose',
    })
  })

  it('takes what a function needs, and names what it does not know', async () => {
    const { user, sent } = faultAfter(['test send fail: garbled'])
    const field = await screen.findByLabelText('What else does send need?')
    await user.type(field, '12V, the moon')
    expect(screen.getByText(/Not known here: moon/)).toBeVisible()
    expect(screen.getByRole('button', { name: 'Say what it needs' })).toBeDisabled()
    await user.clear(field)
    await user.type(field, '12V, IC31')
    await user.click(screen.getByRole('button', { name: 'Say what it needs' }))
    await waitFor(() => expect(sent()).toHaveLength(1))
    expect(sent()[0]?.[0]?.body).toMatchObject({
      what: 'met',
      functions: [{ name: 'send', dependsOn: ['12V', 'IC31'] }],
    })
  })

  it('asks how old the fault is, and ends without a cause only with a reason', async () => {
    const { user, sent } = faultAfter(['test send fail: garbled'])
    await user.click(await screen.findByRole('button', { name: 'From its time with us' }))
    await waitFor(() =>
      expect(sent()[0]?.[0]?.body).toMatchObject({ kind: 'onset', of: 'send', when: 'with us' }),
    )
    await user.click(screen.getByRole('button', { name: 'End the search without a cause' }))
    const keep = screen.getByRole('button', { name: 'Keep it with the cause unknown' })
    expect(keep).toBeDisabled()
    await user.type(screen.getByLabelText('Why, for whoever comes next'), 'no scope here')
    await user.click(keep)
    await waitFor(() => expect(sent()).toHaveLength(2))
    expect(sent()[1]?.[0]?.body).toMatchObject({ kind: 'diagnosis', what: 'ended', end: 'cause unknown' })
  })

  it('is readable as a list', async () => {
    const { user } = faultAfter(['test send fail: garbled'])
    await user.click(await screen.findByRole('button', { name: 'As a list' }))
    expect(screen.getByRole('region', { name: 'What feeds what' })).toHaveTextContent(/send, failed.*needs/)
  })
})
