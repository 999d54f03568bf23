/** What the kind's schema would refuse stands at its field, and nothing is sent; mended, it is. */
import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react'
import { afterEach, expect, it, vi } from 'vitest'
import { z } from 'zod'
import { useBodyForm } from './body-form.ts'
import { figure } from './typed.ts'

afterEach(cleanup)

const schema = z.strictObject({
  light: z.strictObject({ watts: z.number().positive() }),
  words: z.string().min(1),
})

function Form({ onSend }: { onSend: (form: unknown) => void }) {
  const form = useBodyForm({
    defaults: { watts: '', words: '', hours: '' },
    bodyOf: (f) => ({ light: { watts: figure(f.watts) }, words: f.words }),
    schema,
    fields: { 'light.watts': 'watts' },
    says: { words: 'Say how it dried.' },
    figures: ['hours'],
  })
  return (
    <form onSubmit={(event) => void form.handleSubmit(onSend)(event)}>
      {(['watts', 'words', 'hours'] as const).map((name) => (
        <label key={name}>
          {name}
          <input {...form.register(name)} />
          <em>{`${name}: ${form.formState.errors[name]?.message ?? 'nothing'}`}</em>
        </label>
      ))}
      <button>Send</button>
    </form>
  )
}
const type = (name: string, value: string) =>
  fireEvent.change(screen.getByLabelText(new RegExp(`^${name}`)), { target: { value } })

it('says each refusal at its field, and sends what is mended', async () => {
  const onSend = vi.fn()
  render(<Form onSend={onSend} />)
  type('watts', '0')
  type('hours', '-2')
  fireEvent.click(screen.getByText('Send'))
  await screen.findByText('watts: More than 0.')
  expect(screen.getByText('words: Say how it dried.')).toBeTruthy()
  expect(screen.getByText('hours: Write it as a number from 0 up.')).toBeTruthy()
  expect(onSend).not.toHaveBeenCalled()
  type('watts', '40,5')
  type('words', 'slow')
  type('hours', '')
  fireEvent.click(screen.getByText('Send'))
  await waitFor(() => expect(onSend).toHaveBeenCalledTimes(1))
  expect(onSend.mock.calls[0]?.[0]).toEqual({ watts: '40,5', words: 'slow', hours: '' })
})
