import { screen, waitFor } from '@testing-library/react'
import { createRef } from 'react'
import { describe, expect, it } from 'vitest'
import type { ComposerContext } from '#core/composer/context.ts'
import { composing } from '#core/testing/composing.ts'
import { person } from '#core/testing/terminal.ts'
import { draftsOf, json, open, refusing, taken, type Answers } from '#web/testing/house.tsx'
import { Composer } from './Composer.tsx'
import type { ComposerHandle } from './useLineActs.ts'
import type { Meter } from './useMeter.ts'

const context = composing().context() as ComposerContext
const noMeter: Meter = {
  name: undefined,
  simulated: false,
  trouble: undefined,
  take: () => Promise.reject(new Error('none')),
}
const handle = createRef<ComposerHandle>()

function typing(answers?: Answers, meter: Meter = noMeter, here = context) {
  const page = open(
    <Composer
      context={here}
      meter={meter}
      handle={handle}
      onPast={() => undefined}
      onClose={() => undefined}
    />,
    answers,
  )
  return { ...page, line: screen.getByRole('combobox', { name: /^Write one line/ }) as HTMLInputElement }
}
const bodies = (sent: ReturnType<ReturnType<typeof open>['sent']>) =>
  sent.map((drafts) => drafts.map((d) => d.body.kind))

describe('the line', () => {
  it('says before Enter what it will do, and is written once', async () => {
    const { user, line, sent } = typing()
    await user.type(line, 'test bell pass')
    expect(await screen.findByText('Enter writes it, Esc clears.')).toBeVisible()
    await user.keyboard('{Enter}')
    await waitFor(() => expect(line.value).toBe(''))
    expect(bodies(sent())).toEqual([['test']])
  })

  it('asks once about a test that contradicts the record, and writes it when it was so', async () => {
    const { user, line, sent } = typing(undefined, noMeter, { ...context, switchedOff: true })
    await user.type(line, 'test bell pass{Enter}')
    expect(await screen.findByText(/By the record it is switched off\. Was it so\?/)).toBeVisible()
    expect(sent()).toHaveLength(0)
    await user.click(screen.getByRole('button', { name: 'Yes, write it' }))
    await waitFor(() => expect(bodies(sent())).toEqual([['test']]))
  })

  it('takes two lines typed faster than they are written, in their order', async () => {
    let first: (() => void) | undefined
    const { user, line, sent } = typing(async (asked) => {
      if (asked.path !== '/entries' || first) return undefined
      await new Promise<void>((go) => {
        first = go
      })
      return taken(draftsOf(asked))
    })
    await user.type(line, 'test bell pass{Enter}')
    await user.clear(line)
    await user.type(line, 'note it hums{Enter}')
    await waitFor(() => expect(first).toBeDefined())
    expect(sent()).toHaveLength(1)
    first?.()
    await waitFor(() => expect(bodies(sent())).toEqual([['test'], ['note']]))
    await waitFor(() => expect(line.value).toBe(''))
  })

  it('keeps a refusal beside its line while the next one is typed, and brings it back', async () => {
    let answer: (() => void) | undefined
    const { user, line } = typing(async (asked) => {
      if (asked.path !== '/entries') return undefined
      await new Promise<void>((go) => {
        answer = go
      })
      return refusing(draftsOf(asked), { rule: 'needs-steward' }, { detail: 'A steward says that.' })
    })
    await user.type(line, 'test bell pass{Enter}')
    await waitFor(() => expect(answer).toBeDefined())
    await user.clear(line)
    await user.type(line, 'note it hums')
    answer?.()
    expect(await screen.findByText(/A steward says that\./)).toBeVisible()
    expect(screen.getByText('“test bell pass”:')).toBeVisible()
    expect(line.value).toBe('note it hums')
    await user.click(screen.getByRole('button', { name: 'Bring it back' }))
    expect(line.value).toBe('test bell pass')
  })

  it('asks another person for their PIN and writes once it was given', async () => {
    let confirmed = false
    const { user, line, sent, asked } = typing((request) => {
      if (request.path === '/session/confirm') {
        confirmed = true
        return new Response(null, { status: 204 })
      }
      if (request.path !== '/entries' || confirmed) return undefined
      return refusing(
        draftsOf(request),
        { rule: 'pin-needed', party: person, authority: 'switch on' },
        { mayKeep: true },
      )
    })
    await user.type(line, 'power on{Enter}')
    await user.type(await screen.findByLabelText(/your PIN/), '4711')
    await user.click(screen.getByRole('button', { name: 'Confirm' }))
    await waitFor(() => expect(sent()).toHaveLength(2))
    expect(asked.find((a) => a.path === '/session/confirm')?.body).toEqual({ party: person, pin: '4711' })
    await waitFor(() => expect(line.value).toBe(''))
  })

  it('keeps as contested what may be kept', async () => {
    const { user, line, asked } = typing((request) => {
      const body = request.body as { contested?: string } | undefined
      return request.path === '/entries' && body?.contested === 'refuse'
        ? refusing(
            draftsOf(request),
            { rule: 'needs-instant' },
            { mayKeep: true, detail: 'The part was elsewhere.' },
          )
        : undefined
    })
    await user.type(line, 'test bell pass{Enter}')
    await user.click(await screen.findByRole('button', { name: /keep it as contested/ }))
    await waitFor(() =>
      expect(
        asked.filter((a) => a.path === '/entries').map((a) => (a.body as { contested: string }).contested),
      ).toEqual(['refuse', 'keep']),
    )
  })

  it('stays in the line when nothing answers, and says that it waits', async () => {
    const { user, line } = typing((request) =>
      request.path === '/entries'
        ? json({ type: 'busy', title: 'Busy', status: 503, detail: 'Busy.' }, 503)
        : undefined,
    )
    await user.type(line, 'test bell pass{Enter}')
    // It lies on the device now: the line is free for the next one.
    await waitFor(() => expect(line.value).toBe(''))
  })
})

describe('completions', () => {
  it('are a list that belongs to the line; arrow down goes into it, Enter there takes one and writes nothing', async () => {
    const { user, line, sent } = typing()
    await user.type(line, 'test bri')
    const first = (await screen.findAllByRole('option'))[0]
    expect(line).toHaveAttribute('aria-expanded', 'true')
    await user.keyboard('{ArrowDown}')
    expect(line.getAttribute('aria-activedescendant')).toBe(first?.id)
    await user.keyboard('{Enter}')
    expect(line.value).toContain('brightness')
    expect(sent()).toEqual([])
  })

  it('by Tab only while the line needs more: then Tab goes on as everywhere', async () => {
    const { user, line } = typing()
    await user.type(line, 'test bri')
    await screen.findAllByRole('option')
    await user.keyboard('{Tab}')
    expect(line.value).toContain('brightness')
    await user.clear(line)
    await user.type(line, 'test bell pass')
    await screen.findByText('Enter writes it, Esc clears.')
    await user.tab()
    expect(document.activeElement).not.toBe(line)
    expect(line.value).toBe('test bell pass')
  })

  it('are put away by Escape before the line is cleared', async () => {
    const { user, line } = typing()
    await user.type(line, 'test bri')
    await screen.findAllByRole('option')
    await user.keyboard('{Escape}')
    expect(screen.queryAllByRole('option')).toEqual([])
    expect(line.value).toBe('test bri')
    await user.keyboard('{Escape}')
    expect(line.value).toBe('')
  })
})

describe('the meter', () => {
  it('writes its reading into the line, and does not overwrite what was typed meanwhile', async () => {
    let arrive: ((line: string) => void) | undefined
    const meter: Meter = { ...noMeter, name: 'a meter', take: () => new Promise((go) => (arrive = go)) }
    const { user, line } = typing(undefined, meter)
    await user.type(line, '5V ')
    await user.keyboard('{F2}')
    await user.type(line, '12')
    arrive?.('5V 4.98')
    expect(await screen.findByText(/reading came when the line had changed/)).toBeVisible()
    expect(line.value).toBe('5V 12')
  })
})
