import { screen } from '@testing-library/react'
import { describe, expect, it } from 'vitest'
import type { EntryId } from '#core/ids.ts'
import { home, twoTerminals } from '#core/testing/terminal.ts'
import { machineView } from '#core/views/machine.ts'
import { open } from '#web/testing/house.tsx'
import { BoardPicture } from './BoardPicture.tsx'
import { boardsOf } from './board.ts'

const day = (n: number) => `2026-05-0${n}T10:00:00.000Z`
function pinned() {
  const { t } = twoTerminals()
  const photo = (n: number, words: string) =>
    t.told(day(n), {
      kind: 'photo',
      machine: home,
      file: String(n).repeat(64),
      width: 400,
      height: 300,
      of: 'board',
      words,
    }).id
  const pin = (of: EntryId, position: string, x: number) =>
    t.told(day(4), { kind: 'pin', machine: home, photo: of, x, y: 0.5, position })
  const few = photo(1, 'left half')
  const many = photo(2, 'right half')
  photo(3, 'nothing pinned')
  pin(few, 'C12', 0.1)
  pin(many, 'IC31', 0.2)
  pin(many, 'IC40', 0.9)
  const view = machineView(t.world(), home)
  if (!view) throw new Error('no machine')
  return view
}

describe('the picture of a board', () => {
  it('is the one on which most is pinned; one without pins is none', () => {
    expect(boardsOf(pinned()).map((p) => p.words)).toEqual(['right half', 'left half'])
  })

  it('shows what is in the part pointed at, by pointer and by keyboard', async () => {
    const { user } = open(<BoardPicture view={pinned()} />)
    expect(screen.getByRole('heading', { name: /IC31/ })).toHaveTextContent('character ROM')
    await user.click(screen.getByRole('button', { name: 'IC40' }))
    expect(screen.getByRole('heading', { name: /IC40/ })).toHaveTextContent('74LS374')
    await user.tab({ shift: true })
    expect(screen.getByRole('heading', { name: /IC31/ })).toBeVisible()
  })

  it('changes to another picture', async () => {
    const { user } = open(<BoardPicture view={pinned()} />)
    await user.click(screen.getByRole('button', { name: /left half/ }))
    expect(screen.getByRole('heading', { name: /C12/ })).toBeVisible()
  })
})
