import { screen } from '@testing-library/react'
import { useState } from 'react'
import { beforeEach, describe, expect, it } from 'vitest'
import { open } from '#web/testing/house.tsx'
import { AreaField, SelectField, Slip, TextField } from './Forms.tsx'
import { KeptForm, useKept, useKeptForm, useKeptState } from './kept.tsx'
import { Tick, Ticks } from './Tick.tsx'

function Packing({ of, onClose }: { of: string; onClose: () => void }) {
  const kept = useKept(of, onClose)
  const { register, control } = useKeptForm(kept, {
    defaultValues: { carrier: 'a van', wrapped: 'paper', words: '', fragile: false, seals: [] as string[] },
  })
  const [boxes, setBoxes] = useKeptState<readonly number[]>(kept, 'boxes', [1])
  return (
    <Slip title="Packing" onClose={onClose}>
      <KeptForm kept={kept} onSubmit={(event) => event.preventDefault()}>
        <TextField label="Carrier" {...register('carrier')} />
        <SelectField label="Wrapped" options={['paper', 'foam']} {...register('wrapped')} />
        <AreaField label="Remarks" {...register('words')} />
        <Tick label="Fragile" {...register('fragile')} />
        <Ticks control={control} name="seals" options={[{ value: 'lid', label: 'Lid' }]} />
        <button type="button" onClick={() => setBoxes([...boxes, boxes.length + 1])}>
          Add a box
        </button>
        <p role="status">{boxes.join(', ')}</p>
        <button type="button" onClick={kept.done}>
          Record the packing
        </button>
      </KeptForm>
    </Slip>
  )
}
function Page() {
  const [of, setOf] = useState<string>()
  return of ? (
    <Packing key={of} of={of} onClose={() => setOf(undefined)} />
  ) : (
    ['first', 'second'].map((name) => (
      <button key={name} type="button" onClick={() => setOf(name)}>
        {name}
      </button>
    ))
  )
}
const press = (name: string) => screen.getByRole('button', { name })

beforeEach(() => sessionStorage.clear())

describe('a slip', () => {
  it('that is closed half filled in has everything when it is opened again, and another has nothing of it', async () => {
    const { user } = open(<Page />)
    await user.click(press('first'))
    await user.clear(screen.getByLabelText('Carrier'))
    await user.type(screen.getByLabelText('Remarks'), 'heavy; two people')
    await user.selectOptions(screen.getByLabelText('Wrapped'), 'foam')
    await user.click(screen.getByLabelText('Fragile'))
    await user.click(screen.getByLabelText('Lid'))
    await user.click(press('Add a box'))
    await user.keyboard('{Escape}')

    await user.click(press('second'))
    expect(screen.getByLabelText('Carrier')).toHaveValue('a van')
    expect(screen.getByRole('status')).toHaveTextContent(/^1$/)
    expect(screen.queryByText(/typed here before/)).toBeNull()
    await user.click(press('Cancel'))

    await user.click(press('first'))
    expect(screen.getByText(/typed here before/)).toBeInTheDocument()
    expect(screen.getByLabelText('Carrier')).toHaveValue('')
    expect(screen.getByLabelText('Remarks')).toHaveValue('heavy; two people')
    expect(screen.getByLabelText('Wrapped')).toHaveValue('foam')
    expect(screen.getByLabelText('Fragile')).toBeChecked()
    expect(screen.getByLabelText('Lid')).toBeChecked()
    expect(screen.getByRole('status')).toHaveTextContent('1, 2')
  })

  it.each(['Record the packing', 'Discard what was typed'])('holds nothing after “%s”', async (button) => {
    const { user } = open(<Page />)
    await user.click(press('first'))
    await user.type(screen.getByLabelText('Remarks'), 'heavy')
    await user.click(press('Add a box'))
    await user.click(press('Cancel'))
    await user.click(press('first'))
    await user.click(press(button))
    await user.click(press('first'))
    expect(screen.getByLabelText('Remarks')).toHaveValue('')
    expect(screen.getByRole('status')).toHaveTextContent(/^1$/)
    expect(Object.keys(sessionStorage)).toEqual([])
  })
})
