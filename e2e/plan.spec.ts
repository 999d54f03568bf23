/** The evenings of a house: when it meets, who comes, and the sheet of one evening, told by hand and hung by the door. */
import { expect, test, type Page } from '@playwright/test'
import { accessible, demo, signIn } from './people.ts'

test.describe.configure({ mode: 'serial' })
let rasmus: Page
let imke: Page

const toPlan = (page: Page) => page.goto(`${demo()}/plan`)
const next = (page: Page) => page.getByRole('region', { name: 'The next evening' })
const ahead = (page: Page) => page.getByRole('region', { name: 'The next evenings' })
const lanes = (page: Page) => ahead(page).getByRole('group', { name: 'Lanes of the plan' })
const planned = (page: Page) =>
  expect(ahead(page).getByText('Nothing better was found.')).toBeVisible({ timeout: 40_000 })
test.beforeAll(async ({ browser }) => {
  rasmus = await signIn(browser, 'rasmus')
  imke = await signIn(browser, 'imke')
})
test.afterAll(async () => {
  await rasmus.context().close()
  await imke.context().close()
})

/** In the zone of the demo's museum. */
const today = new Intl.DateTimeFormat('en-CA', { timeZone: 'Europe/Oslo' }).format(new Date())

test('an evening by itself is planned beside those that repeat', async () => {
  await rasmus.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: /Plan/ }).click()
  // The demo meets once a week, in two days; one of its people does not come.
  await expect(next(rasmus).getByRole('heading', { level: 1 })).toContainText('2 people expected, 3 machines')
  const meetings = rasmus.getByRole('region', { name: 'When the house meets' })
  await meetings.getByLabel('How often').selectOption('one evening')
  await meetings.getByLabel('Day', { exact: true }).fill(today)
  await meetings.getByRole('button', { name: 'Plan this evening' }).click()
  await expect(next(rasmus).getByRole('heading', { level: 1 })).toContainText('none has said that they come')
  await planned(rasmus)
  await accessible(rasmus)
})

test('“I do not come” is one tap, and everybody sees it', async () => {
  await toPlan(imke)
  await next(imke).getByRole('button', { name: 'I come' }).click()
  await expect(next(imke).getByRole('heading', { level: 1 })).toContainText('1 person expected')
  await next(imke).getByRole('button', { name: 'I do not come' }).click()
  await expect(next(imke).getByRole('heading', { level: 1 })).toContainText('none has said that they come')
  await next(imke).getByRole('button', { name: 'I come' }).click()
  await expect(next(imke).getByRole('heading', { level: 1 })).toContainText('1 person expected')
  await expect(imke.getByRole('button', { name: 'Write the sheet' })).toHaveCount(0)
  await next(rasmus).getByRole('button', { name: 'Jonas Feld comes' }).click()
  await expect(next(rasmus).getByRole('heading', { level: 1 })).toContainText('2 people expected')
})

test('what speaks against a row is said before the sheet is told', async () => {
  await next(rasmus).getByRole('button', { name: 'Write the sheet' }).click()
  const sheet = next(rasmus).getByRole('region', { name: /^Sheet of/ })
  await sheet.getByLabel('What is done').fill('read the rails on load')
  await sheet.getByLabel('Imke Dahlhus').check()
  await sheet.getByLabel('Where').fill('bench 1')
  await sheet.getByLabel('Needs an authorisation').selectOption('picture tube')
  await sheet.getByRole('button', { name: 'Add this row' }).click()
  await expect(sheet.getByRole('listitem').first()).toContainText(
    'None of them is authorised for picture tube.',
  )
  await sheet.getByRole('button', { name: 'Take row 1 out' }).click()
  await sheet.getByLabel('What is done').fill('wash the keycaps')
  await sheet.getByLabel('Jonas Feld').check()
  await sheet.getByLabel('Needs an authorisation').selectOption('none')
  await sheet.getByLabel('From', { exact: true }).fill('18:30')
  await sheet.getByLabel('Then runs by itself, min').fill('90')
  await sheet.getByRole('button', { name: 'Add this row' }).click()
  await planned(rasmus)
  await accessible(rasmus)
  // What was put together outlives closing it.
  await sheet.getByRole('button', { name: 'Cancel' }).click()
  await next(rasmus).getByRole('button', { name: 'Write the sheet' }).click()
  await expect(sheet.getByText('What was put together here before is back.')).toBeVisible()
  await sheet.getByRole('button', { name: 'Tell this sheet' }).click()
  await expect(next(rasmus).getByRole('heading', { level: 1 })).toContainText(
    '1 machine, begin leaving 21:10',
  )
})

test('the sheet stands on the plan, on Bench on its evening, and on paper', async () => {
  await toPlan(imke)
  const sheet = next(imke).getByRole('region', { name: /^Sheet of/ })
  await expect(sheet.getByRole('listitem')).toContainText('wash the keycaps')
  await expect(sheet.getByRole('listitem')).toContainText('Then it runs 1 h 30 min by itself: look in')
  await imke.goto(demo())
  const tonight = imke.getByRole('region', { name: 'Tonight' })
  await expect(tonight).toContainText('Imke Dahlhus and Jonas Feld: wash the keycaps')
  await tonight.getByRole('link', { name: /Tonight/ }).click()
  await sheet.getByRole('link', { name: 'On paper' }).click()
  await expect(imke.getByRole('article', { name: 'Sheet of the evening' })).toContainText(
    'Begin leaving 21:10.',
  )
  await accessible(imke)
})

test('rows are proposed from what is left to do, and nothing speaks against them', async () => {
  await toPlan(rasmus)
  const ahead = rasmus.getByRole('region', { name: 'Evenings ahead' })
  await ahead
    .getByRole('button', { name: /^Open / })
    .last()
    .click()
  await ahead.getByRole('button', { name: 'Write the sheet' }).click()
  const sheet = ahead.getByRole('region', { name: /^Sheet of/ })
  await sheet.getByRole('button', { name: 'Propose rows from To do' }).click()
  await expect(sheet.getByRole('list').getByRole('listitem').first()).toBeVisible()
  await expect(sheet.getByText('It holds once it is told, until another one is.')).toBeVisible()
  await planned(rasmus)
  await accessible(rasmus)
  await sheet.getByRole('button', { name: 'Cancel' }).click()
})

test('an evening is called off, and the next one comes first', async () => {
  await toPlan(rasmus)
  const before = await next(rasmus).getByRole('heading', { level: 1 }).innerText()
  await next(rasmus).getByRole('button', { name: 'Other hours, or call it off' }).click()
  await next(rasmus).getByLabel('Or call it off, because').fill('the heating is out')
  await next(rasmus).getByRole('button', { name: 'Call this evening off' }).click()
  await expect(next(rasmus).getByRole('heading', { level: 1 })).not.toHaveText(before)
  await expect(rasmus.getByRole('region', { name: 'Evenings ahead' })).toContainText(
    'no evening, the heating is out',
  )
})

test('a machine is planned for a day, with work on it, and stands in the plan with where its minutes come from', async () => {
  await toPlan(rasmus)
  await planned(rasmus)
  await ahead(rasmus).getByRole('button', { name: 'Plan a machine' }).click()
  const slip = ahead(rasmus)
    .getByRole('form')
    .or(ahead(rasmus).locator('form'))
    .filter({ hasText: 'What for' })
  const machine = await slip.getByLabel('Machine').locator('option').first().innerText()
  await slip.getByLabel('What for').selectOption('to be displayed, kept switched off')
  await slip.getByLabel('Open day, borrower').fill('window by the door')
  await slip.getByRole('button', { name: 'Plan this machine' }).click()
  const row = ahead(rasmus).getByRole('listitem').filter({ hasText: 'window by the door' })
  await expect(row).toContainText(machine.split(',')[0] ?? '')
  await row.getByRole('button', { name: 'Plan work' }).click()
  await row.getByLabel('Begin from').selectOption('wash the case')
  await planned(rasmus)
  await accessible(rasmus)
  await row.getByRole('button', { name: 'Plan this work' }).click()
  await expect(row).toContainText('wash the case: wash the case and look the dry case over')
  await planned(rasmus)
  await lanes(rasmus)
    .getByRole('button', { name: /wash the case/ })
    .first()
    .click()
  // Five were washed in this house.
  await expect(ahead(rasmus)).toContainText('this house, 5 times: 29 to 41 min')
  await expect(ahead(rasmus)).toContainText('Why not earlier?')
})

test('a step is moved by keys: what it moves is said before it holds', async () => {
  await toPlan(rasmus)
  await planned(rasmus)
  const step = lanes(rasmus)
    .getByRole('button', { name: /close it/ })
    .first()
  await step.focus()
  await rasmus.keyboard.press('Enter')
  // The last of them: it does not lie there yet.
  const evening = ahead(rasmus).getByLabel('Evening', { exact: true })
  await evening.selectOption({ index: (await evening.locator('option').count()) - 1 })
  await ahead(rasmus).getByLabel('Done by').selectOption('whoever can')
  await ahead(rasmus).getByRole('button', { name: 'Show what that moves' }).press('Enter')
  const moves = ahead(rasmus).getByRole('region', { name: 'What this moves' })
  await expect(moves.getByRole('listitem').filter({ hasText: 'close it' }).first()).toBeVisible()
  await planned(rasmus)
  await moves.getByRole('button', { name: 'Take it back' }).press('Enter')
  await expect(moves).toHaveCount(0)
})

test('the plan is told once, stands on the sheets, and is made again with few changes when somebody calls off', async () => {
  await toPlan(rasmus)
  await planned(rasmus)
  await accessible(rasmus)
  await ahead(rasmus)
    .getByRole('button', { name: /^Tell (this|the changed) plan$/ })
    .click()
  await planned(rasmus)
  await expect(ahead(rasmus)).toContainText('This is the plan as it was told.')
  const steps = Number(/^(\d+) steps/m.exec(await ahead(rasmus).innerText())?.[1])
  // What if: shown, and nothing of it holds.
  await ahead(rasmus).getByLabel('What if this person is not there').selectOption('Imke Dahlhus')
  await ahead(rasmus).getByRole('button', { name: 'Show what would move' }).click()
  const without = ahead(rasmus).getByRole('region', { name: 'If they are not there' })
  await expect(without).toContainText(/steps? to another evening or person/)
  await without.getByRole('button', { name: 'End the what-if' }).click()
  await planned(rasmus)
  // She calls off on the next evening.
  await toPlan(imke)
  await next(imke).getByRole('button', { name: 'I do not come' }).click()
  await toPlan(rasmus)
  await planned(rasmus)
  const moves = ahead(rasmus).getByRole('region', { name: 'Since the plan was told' })
  const moved = await moves.getByRole('listitem').count()
  expect(moved).toBeGreaterThan(0)
  expect(moved).toBeLessThan(steps)
  await ahead(rasmus).getByRole('button', { name: 'Tell the changed plan' }).click()
  await expect(ahead(rasmus)).toContainText('This is the plan as it was told.', { timeout: 40_000 })
})

test('what is done of planned work is said from the sheet, and a calendar file says when one is away', async () => {
  await toPlan(imke)
  const sheets = imke.getByRole('region', { name: 'Evenings ahead' })
  // Some evening has washing on it.
  const done = imke.getByRole('button', { name: 'Done: wash the case' })
  const washing = () =>
    done
      .first()
      .waitFor({ timeout: 3_000 })
      .then(
        () => true,
        () => false,
      )
  const ahead = await sheets.getByRole('button', { name: /^Open / }).all()
  const names = await Promise.all(ahead.map((button) => button.getAttribute('aria-label')))
  for (const name of names) {
    if (await washing()) break
    await sheets.getByRole('button', { name: name ?? '', exact: true }).click()
  }
  await done.first().click()
  await imke.getByLabel('It took, min (may be left out)').fill('25')
  await imke.getByRole('button', { name: 'Record that it is done' }).click()
  await expect(imke.getByText('Done.').first()).toBeVisible()
  await sheets.getByRole('button', { name: 'From a calendar file' }).click()
  const day = new Date(Date.now() + 3 * 86_400_000).toISOString().slice(0, 10).replaceAll('-', '')
  await imke.getByLabel('Calendar file (.ics)').setInputFiles({
    name: 'own.ics',
    mimeType: 'text/calendar',
    buffer: Buffer.from(
      `BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//x//EN\r\nBEGIN:VEVENT\r\nUID:1\r\nDTSTAMP:20260101T000000Z\r\nDTSTART;VALUE=DATE:${day}\r\nDURATION:P14D\r\nSUMMARY:at sea\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n`,
    ),
  })
  await expect(sheets.getByText(/: at sea$/).first()).toBeVisible()
  await accessible(imke)
  await sheets.getByRole('button', { name: 'I do not come on these evenings' }).click()
  await expect(sheets.getByText(/: at sea$/)).toHaveCount(0)
})
