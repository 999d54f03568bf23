/** What is given to the outside tools, always the same: a calendar, a mail, a paper and the page that it is made from. */
import { createTransport } from 'nodemailer'
import { calendarWords, mailWords } from '#api/words/reminders.ts'
import type { PaperPage } from '#api/words/papers.ts'
import { daysCalendar } from '#core/formats/calendar.ts'
import type { LoanDay } from '#core/loans/reminders.ts'
import { paperHtml } from '#server/features/papers/html.ts'

const days: readonly LoanDay[] = [
  { loan: 'a1', number: 'LN2026-001', what: 'due back', day: '2026-02-28' },
  { loan: 'a1', number: 'LN2026-001', what: 'cover ends', day: '2026-12-31' },
  // A number as people give them, with what the format has to escape.
  { loan: 'b2', number: 'Hall; room 3, “north” \\ 7', what: 'due back', day: '2026-03-29' },
]

export const calendarInput = (): string =>
  daysCalendar(
    days.map((d) => ({
      uid: `${d.loan}-${d.what.replace(' ', '-')}`,
      day: d.day,
      summary: calendarWords(d),
    })),
    '2026-01-05T09:30:00.000Z',
  )

export const calendarSays = days.map((d) => ({ summary: calendarWords(d), day: d.day }))

const mail = mailWords(days[2] as LoanDay, '2026-04-02')
export const mailSays = { to: 'borrower@example.org', from: 'loans@example.org', ...mail }

/** The mail as it goes over the wire, with a date and an id that stay. */
export async function mailInput(): Promise<Buffer> {
  const transport = createTransport({ streamTransport: true, buffer: true, newline: 'windows' })
  const { message } = await transport.sendMail({
    from: mailSays.from,
    to: mailSays.to,
    subject: mail.subject,
    text: mail.text,
    date: new Date('2026-04-02T08:00:00Z'),
    messageId: '<reminder@example.org>',
  })
  return message as Buffer
}

const page: PaperPage = {
  title: 'Packing list',
  sections: [
    {
      title: 'Parties',
      holds: 'still',
      lines: ['Lent by Fenwick Yard museum to Lower Weir Club', 'Purpose: a night of bells & <lamps>'],
    },
    { title: 'Box 1', holds: 'then', ticked: true, lines: ['FY 2019.4 desk bell', '2 × mains lead'] },
    { title: 'Box 2', holds: 'then', ticked: true, lines: ['manual, 48 pages', 'Schlüssel “Nord”'] },
  ],
  signatures: ['Handed over by', 'Received by'],
}

export const paperInput = () =>
  paperHtml(page, {
    house: 'Fenwick Yard museum',
    number: 'Paper 2 of loan LN2026-001',
    issued: 'Issued 5 Jan 2026, 09:30 by Ada Vint',
  })

/** Every line that has to stand on the printed page. */
export const paperSays = [
  page.title,
  ...page.sections.flatMap((s) => [s.title, ...s.lines]),
  'Paper 2 of loan LN2026-001',
  'Issued 5 Jan 2026, 09:30 by Ada Vint',
]
