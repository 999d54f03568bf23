/**
 * What the outside tools found in what the product writes (`npm run outside`, kept in fixtures/outside): python-icalendar, vobject,
 * libical for RFC 5545; Python's email for RFC 5322; Chromium's print read by pdftotext and zbarimg.
 */
import { readFileSync } from 'node:fs'
import path from 'node:path'
import { describe, expect, it } from 'vitest'
import { dayAfter } from '#core/quantity/time.ts'
import { bearsItsCode } from '#server/features/papers/html.ts'
import { calendarInput, calendarSays, mailInput, mailSays, paperInput, paperSays } from './inputs.ts'

const kept = (name: string) => readFileSync(path.join('fixtures', 'outside', name), 'utf8')
const read = JSON.parse(kept('read.json')) as Record<'icalendar' | 'vobject' | 'libical', unknown> & {
  email: { to: string; from: string; subject: string; text: string; parts: string[]; headers: string[] }
}

describe('the calendar', () => {
  it('is what the tools were given', () => expect(calendarInput()).toBe(kept('loans.ics')))
  it.each(['icalendar', 'vobject', 'libical'] as const)('is read by %s as it was meant', (parser) =>
    expect(read[parser]).toEqual(
      calendarSays.map(({ summary, day }) => ({ summary, day, until: dayAfter(day, 1) })),
    ),
  )
})

describe('the mail', () => {
  it('is what the tool was given', async () =>
    expect((await mailInput()).toString()).toBe(kept('reminder.eml')))
  it('is read as it was meant: one plain part, and no header that says more', () => {
    const { to, from, subject, text, parts, headers } = read.email
    expect({ to, from, subject }).toEqual({
      to: mailSays.to,
      from: mailSays.from,
      subject: mailSays.subject,
    })
    expect(text.replace(/\r\n/g, '\n')).toBe(mailSays.text)
    expect(parts).toEqual(['text/plain'])
    expect(headers).toEqual([
      'content-transfer-encoding',
      'content-type',
      'date',
      'from',
      'message-id',
      'mime-version',
      'subject',
      'to',
    ])
  })
})

describe('the paper', () => {
  it('is what the browser printed, and bears its code', async () => {
    const { html, code } = await paperInput()
    expect(html).toBe(kept('paper.html'))
    expect(bearsItsCode(html, code)).toBe(true)
    expect(bearsItsCode(html.replace('2 × mains lead', '3 × mains lead'), code)).toBe(false)
  })
  it('says every line on the print', () => {
    const text = kept('paper.pdftotext.txt').replace(/\s+/g, ' ')
    for (const line of paperSays) expect(text).toContain(line)
  })
  it('has the code in signs and in the square', async () => {
    const { code } = await paperInput()
    expect(kept('paper.pdftotext.txt')).toContain(code)
    expect(kept('paper.zbarimg.txt').trim()).toBe(code)
  })
})
