import { screen, waitFor } from '@testing-library/react'
import { createRef } from 'react'
import { useLocation } from 'react-router'
import { describe, expect, it } from 'vitest'
import { json, open } from '#web/testing/house.tsx'
import Find, { listFor } from './Find.tsx'

const Where = () => {
  const { pathname, search } = useLocation()
  return <p role="status">{pathname + search}</p>
}
const machines = [{ id: 'm1', plate: { number: 'E-7', name: 'Tape winder' } }]
const parts = [{ id: 'p1', tag: 'P-0007', label: 'P-0007 belt', place: 'drawer 2' }]
const finding = (role: 'volunteer' | 'guest' = 'volunteer') =>
  open(
    <>
      <Find role={role} field={createRef()} start="" />
      <Where />
    </>,
    ({ path }) =>
      path.startsWith('/machines?')
        ? json({ machines, total: 1, near: [] })
        : path.startsWith('/parts?')
          ? json({ parts, total: 1, loans: [] })
          : undefined,
  )
const field = () => screen.getByRole('combobox', { name: 'Find a machine, part, tag' })

describe('finding', () => {
  it('looks while one types, and goes to what is chosen by keyboard', async () => {
    const { user } = finding()
    await user.type(field(), 'winder')
    expect(await screen.findAllByRole('option')).toHaveLength(2)
    await user.keyboard('{ArrowDown}{ArrowDown}{Enter}')
    expect(screen.getByRole('status')).toHaveTextContent('/parts/p1')
    expect(field()).toHaveValue('')
  })

  it('opens the whole list on Enter without a choice', async () => {
    const { user } = finding()
    await user.type(field(), 'tape winder{Enter}')
    expect(screen.getByRole('status')).toHaveTextContent('/collection?q=tape%20winder')
  })

  it('asks for no parts where a guest looks', async () => {
    const { user, asked } = finding('guest')
    await user.type(field(), 'winder')
    await screen.findAllByRole('option')
    await waitFor(() => expect(asked.some((a) => a.path.startsWith('/machines?'))).toBe(true))
    expect(asked.some((a) => a.path.startsWith('/parts'))).toBe(false)
  })

  it.each([
    ['P-0007', '/parts?q=P-0007'],
    ['l-12', '/parts/lots?q=l-12'],
    ['E-7', '/collection?q=E-7'],
  ])('%s leads to %s', (words, list) => expect(listFor(words)).toBe(list))
})
