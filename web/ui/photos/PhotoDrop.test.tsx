import { File as StoredFile } from 'node:buffer'
import { screen, waitFor } from '@testing-library/react'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { home } from '#core/testing/terminal.ts'
import { draftsOf, open, refusing } from '#web/testing/house.tsx'
import { PhotoDrop } from './PhotoDrop.tsx'

/** Sendings of files: each goes on when the test says so. */
class Sending {
  static all: Sending[] = []
  upload = {} as { onprogress?: (e: object) => void }
  status = 0
  response: unknown
  onload: (() => void) | undefined
  onerror: (() => void) | undefined
  open() {
    Sending.all.push(this)
  }
  setRequestHeader() {
    return undefined
  }
  send() {
    return undefined
  }
  answer(status: number, response: unknown) {
    this.status = status
    this.response = response
    this.onload?.()
  }
}
beforeEach(() => {
  Sending.all = []
  vi.stubGlobal('XMLHttpRequest', Sending)
  vi.stubGlobal(
    'FormData',
    class {
      append() {
        return undefined
      }
    },
  )
})
/** A file that the store on the device can copy, as a browser's can. */
const picture = (name: string) =>
  new StoredFile([`picture ${name}`], name, { type: 'image/png' }) as unknown as File
const stored = (n: number) => ({
  file: String(n).repeat(64).slice(0, 64),
  width: 40,
  height: 30,
  mime: 'image/png',
})
const field = () =>
  screen
    .getAllByLabelText(/photograph/i)
    .find((e) => (e as HTMLInputElement).type === 'file') as HTMLInputElement

describe('photographs that are added', () => {
  it('go three at once, and each becomes an entry with what the server found out about it', async () => {
    const { user, sent } = open(<PhotoDrop machine={home} meta={{ of: 'front' }} />)
    await user.upload(
      field(),
      ['a', 'b', 'c', 'd'].map((n) => picture(`${n}.png`)),
    )
    await waitFor(() => expect(Sending.all).toHaveLength(3))
    Sending.all[0]?.answer(201, stored(1))
    await waitFor(() => expect(Sending.all).toHaveLength(4))
    Sending.all.slice(1).forEach((s, i) => s.answer(201, stored(i + 2)))
    await waitFor(() => expect(sent()).toHaveLength(4))
    expect(
      sent()
        .flat()
        .map((d) => d.body),
    ).toEqual(
      expect.arrayContaining([
        expect.objectContaining({ kind: 'photo', of: 'front', file: stored(1).file, width: 40 }),
      ]),
    )
  })

  it('that the house refuses say why, and are tried again', async () => {
    let refused = true
    const { user, sent } = open(<PhotoDrop machine={home} />, (asked) =>
      asked.path === '/entries' && refused
        ? refusing(draftsOf(asked), { rule: 'not-allowed', act: 'photo' }, { detail: 'Not here.' })
        : undefined,
    )
    await user.upload(field(), picture('a.png'))
    await waitFor(() => expect(Sending.all).toHaveLength(1))
    Sending.all[0]?.answer(201, stored(1))
    expect(await screen.findByText(/Not here\./)).toBeVisible()
    refused = false
    await user.click(screen.getByRole('button', { name: /again/i }))
    await waitFor(() => expect(Sending.all).toHaveLength(2))
    Sending.all[1]?.answer(201, stored(1))
    await waitFor(() => expect(sent()).toHaveLength(2))
    await waitFor(() => expect(screen.queryByText(/Not here\./)).toBeNull())
  })
})
