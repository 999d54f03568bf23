import { screen, waitFor } from '@testing-library/react'
import { describe, expect, it, vi } from 'vitest'
import type { EntryId } from '#core/ids.ts'
import { draftsOf, open, refusing, type Answers } from '#web/testing/house.tsx'
import { erasing, EraseDialog } from './EraseDialog.tsx'

const entry = '0197a000-0000-7000-8000-0000000000aa' as EntryId
function erase(answers?: Answers, correct = false) {
  const onClose = vi.fn()
  const page = open(
    <EraseDialog
      title="Erase this entry"
      says="A line stays."
      ground="personal data"
      {...(correct ? { correct: [{ body: { kind: 'note', words: 'a person' } as const }] } : {})}
      writings={erasing(entry, 'all')}
      onClose={onClose}
    />,
    answers,
  )
  return { ...page, onClose }
}

describe('erasing for good', () => {
  it('says what stays, and erases on the ground that was chosen', async () => {
    const { user, sent, onClose } = erase()
    expect(screen.getByRole('dialog', { name: 'Erase this entry' })).toHaveTextContent('cannot be undone')
    await user.selectOptions(screen.getByLabelText('Ground'), 'picture wrongly kept')
    await user.click(screen.getByRole('button', { name: 'Erase for good' }))
    await waitFor(() => expect(onClose).toHaveBeenCalledWith(true))
    expect(sent()[0]?.[0]?.body).toEqual({
      kind: 'erasure',
      entry,
      what: 'all',
      ground: 'picture wrongly kept',
    })
  })

  it('does nothing when it is kept after all', async () => {
    const { user, sent, onClose } = erase()
    await user.click(screen.getByRole('button', { name: 'Keep it' }))
    expect(onClose).toHaveBeenCalledWith(false)
    expect(sent()).toEqual([])
  })

  it('corrects first what others rest on, once, however often it is tried', async () => {
    let refuse = true
    const { user, sent } = erase((asked) => {
      if (asked.path !== '/entries' || !refuse || draftsOf(asked)[0]?.body.kind !== 'erasure')
        return undefined
      return refusing(
        draftsOf(asked),
        { rule: 'nothing-to-erase', entry },
        { detail: 'Nothing is left to erase here.' },
      )
    }, true)
    const button = screen.getByRole('button', { name: 'Erase for good' })
    await user.click(button)
    expect(await screen.findByText('Nothing is left to erase here.')).toBeVisible()
    refuse = false
    await user.click(button)
    await waitFor(() => expect(sent().map((s) => s[0]?.body.kind)).toEqual(['note', 'erasure', 'erasure']))
  })
})
