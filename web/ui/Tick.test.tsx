/** Ticks make a list, also where there is only one to tick. */
import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react'
import { useForm } from 'react-hook-form'
import { afterEach, expect, it, vi } from 'vitest'
import { Ticks } from './Tick.tsx'

afterEach(cleanup)

function Form({ of, begins, onSend }: { of: string[]; begins: string[]; onSend: (on: string[]) => void }) {
  const { control, handleSubmit } = useForm({ defaultValues: { on: begins } })
  return (
    <form onSubmit={(event) => void handleSubmit(({ on }) => onSend(on))(event)}>
      <Ticks control={control} name="on" options={of.map((value) => ({ value, label: value }))} />
      <button>Send</button>
    </form>
  )
}

it.each([
  [['case'], [], ['case'], ['case']],
  [['case'], ['case'], ['case'], []],
  [['case'], [], [], []],
  [['case', 'board', 'feet'], ['feet'], ['case'], ['case', 'feet']],
  [
    ['case', 'board', 'feet'],
    ['feet', 'case'],
    ['feet', 'board'],
    ['case', 'board'],
  ],
])('of %j with %j ticked, after a tap on %j: %j', async (of, begins, taps, sent) => {
  const onSend = vi.fn()
  render(<Form of={of} begins={begins} onSend={onSend} />)
  for (const tap of taps) fireEvent.click(screen.getByLabelText(tap))
  fireEvent.click(screen.getByText('Send'))
  await waitFor(() => expect(onSend).toHaveBeenCalledWith(sent))
})
