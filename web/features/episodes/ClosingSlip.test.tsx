import { screen, waitFor } from '@testing-library/react'
import { describe, expect, it, vi } from 'vitest'
import { composing } from '#core/testing/composing.ts'
import { episodeView } from '#core/views/episode.ts'
import { draftsOf, open, refusing, type Answers } from '#web/testing/house.tsx'
import { ClosingSlip } from './ClosingSlip.tsx'

function closing(lines: readonly string[], answers?: Answers) {
  const scene = composing()
  lines.forEach((line, i) => scene.write(line, `2026-03-02T1${i}:00:00.000Z`))
  const view = episodeView(scene.t.world(), scene.episode, 'P-0001')
  if (!view) throw new Error('no episode')
  const onClose = vi.fn()
  return { ...open(<ClosingSlip view={view} onClose={onClose} />, answers), onClose, view }
}
const close = () => screen.getByRole('button', { name: 'Close the episode' })

describe('closing an episode', () => {
  it('is held back by what is not met, which says what it saw and what would satisfy it', () => {
    closing(['test all pass', 'out IC40 bag 1'])
    expect(screen.getByRole('region', { name: /open point/ })).toHaveTextContent('IC40')
    expect(close()).toBeDisabled()
  })

  it('takes what is left for later by name and with its reason, and hands on the next step', async () => {
    const { user, sent, onClose, view } = closing(['test all pass', 'out IC40 bag 1'])
    for (const because of screen.getAllByLabelText(/: because$/))
      await user.type(because, 'the spare is ordered')
    for (const until of screen.queryAllByLabelText(/until \(needed\)$/)) await user.type(until, '2026-12-01')
    await user.type(screen.getByLabelText('Next step, handed on'), 'fit IC40')
    await waitFor(() => expect(close()).toBeEnabled())
    await user.click(close())
    await waitFor(() => expect(onClose).toHaveBeenCalled())
    const [body] = sent()[0]?.map((d) => d.body) ?? []
    expect(body).toMatchObject({
      kind: 'episode',
      what: 'closed',
      episode: view.episode.id,
      next: 'fit IC40',
    })
    expect(
      body?.kind === 'episode' &&
        body.what === 'closed' &&
        body.deferred?.some((d) => d.reason === 'the spare is ordered'),
    ).toBe(true)
  })

  it('stays open with the sentence when the house refuses it', async () => {
    const { user, onClose } = closing(['test all pass'], (asked) =>
      asked.path === '/entries'
        ? refusing(draftsOf(asked), { rule: 'closing-not-met', unmet: [] }, { detail: 'A wait is not over.' })
        : undefined,
    )
    await user.type(screen.getByLabelText('Next step, handed on'), 'nothing')
    for (const because of screen.queryAllByLabelText(/: because$/)) await user.type(because, 'x')
    await user.click(close())
    expect(await screen.findByText('A wait is not over.')).toBeVisible()
    expect(onClose).not.toHaveBeenCalled()
  })
})
