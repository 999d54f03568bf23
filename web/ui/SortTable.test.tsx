import { screen, within } from '@testing-library/react'
import { useState } from 'react'
import { describe, expect, it } from 'vitest'
import { open } from '#web/testing/house.tsx'
import { SortTable, type TableColumn } from './SortTable.tsx'

interface Bin {
  readonly name: string
  readonly n?: number
}
const bins: readonly Bin[] = [{ name: 'drawer 10', n: 4 }, { name: 'drawer 2' }, { name: 'Drawer 3', n: 12 }]
const columns: readonly TableColumn<Bin>[] = [
  { key: 'name', head: 'Place', names: true, by: (b) => b.name, cell: (b) => b.name },
  { key: 'n', head: 'Count', figures: true, by: (b) => b.n, cell: (b) => b.n ?? '' },
  { key: 'act', head: '', cell: () => 'move' },
]
const names = () => screen.getAllByRole('rowheader').map((c) => c.textContent)

function Picker() {
  const [picked, setPicked] = useState<ReadonlySet<string>>(new Set())
  return (
    <>
      <SortTable
        label="Bins"
        rows={bins}
        columns={columns}
        idOf={(b) => b.name}
        picking={{
          picked,
          onPicked: setPicked,
          may: (b) => b.n !== undefined,
          label: (b) => `Pick ${b.name}`,
        }}
      />
      <p role="status">{[...picked].join(', ')}</p>
    </>
  )
}

describe('a table that sorts', () => {
  it('stands as it was given until a head is tapped; then figures in names count as figures', async () => {
    const { user } = open(<Picker />)
    expect(names()).toEqual(['drawer 10', 'drawer 2', 'Drawer 3'])
    await user.click(screen.getByRole('button', { name: /Place/ }))
    expect(names()).toEqual(['drawer 2', 'Drawer 3', 'drawer 10'])
    expect(screen.getByRole('columnheader', { name: /Place/ })).toHaveAttribute('aria-sort', 'ascending')
    await user.click(screen.getByRole('button', { name: /Place/ }))
    expect(names()).toEqual(['drawer 10', 'Drawer 3', 'drawer 2'])
  })

  it('puts what is not known last, whichever way it is sorted', async () => {
    const { user } = open(<Picker />)
    const head = screen.getByRole('button', { name: /Count/ })
    await user.click(head)
    const once = names()
    await user.click(head)
    expect([once.at(-1), names().at(-1)]).toEqual(['drawer 2', 'drawer 2'])
    expect(once.slice(0, 2)).toEqual(names().slice(0, 2).reverse())
  })

  it('has rows that are picked by keyboard, where they may be', async () => {
    const { user } = open(<Picker />)
    const table = screen.getByRole('table', { name: 'Bins' })
    expect(within(table).getAllByRole('checkbox')).toHaveLength(2)
    within(table).getByLabelText('Pick Drawer 3').focus()
    await user.keyboard(' ')
    expect(screen.getByRole('status')).toHaveTextContent('Drawer 3')
  })

  it('offers no sorting where there is nothing to sort by', () => {
    open(<Picker />)
    expect(screen.getAllByRole('columnheader').filter((h) => within(h).queryByRole('button'))).toHaveLength(2)
  })
})
