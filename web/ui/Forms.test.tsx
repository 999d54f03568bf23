/** A hint, or what is wrong, is tied to its field, so that it is read with it (WCAG 2.2, 1.3.1 and 3.3.1). */
import { cleanup, render, screen } from '@testing-library/react'
import { afterEach, expect, it } from 'vitest'
import { AreaField, SelectField, TextField } from './Forms.tsx'

afterEach(cleanup)

it.each([
  ['a line', TextField],
  ['an area', AreaField],
  ['a choice', SelectField],
] as const)('of %s', (_, Field) => {
  const field = (more: { hint?: string; error?: string }) => (
    <Field label="Length" options={['short', 'long']} {...more} />
  )
  const { rerender } = render(field({}))
  const box = screen.getByLabelText('Length')
  expect(box).not.toHaveAccessibleDescription()
  rerender(field({ hint: 'In millimetres' }))
  expect(box).toHaveAccessibleDescription('In millimetres')
  expect(box).not.toBeInvalid()
  rerender(field({ hint: 'In millimetres', error: 'Write it as a number.' }))
  expect(box).toHaveAccessibleDescription('Write it as a number.')
  expect(box).toBeInvalid()
  expect(screen.getByRole('alert')).toHaveTextContent('Write it as a number.')
})
