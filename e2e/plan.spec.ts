/** The evenings of a house: when it meets, who comes, and the sheet of one evening, told by hand and hung by the door. */
import { expect, test, type Page } from '@playwright/test'
import { accessible, demo, signIn } from './people.ts'

test.describe.configure({ mode: 'serial' })
let rasmus: Page
let imke: Page

const toPlan = (page: Page) => page.goto(`${demo()}/plan`)
const next = (page: Page) => page.getByRole('region', { name: 'The next evening' })
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
  await expect(next(rasmus).getByRole('heading', { level: 1 })).toContainText(
    'nobody has said that they come',
  )
  await accessible(rasmus)
})

test('“I do not come” is one tap, and everybody sees it', async () => {
  await toPlan(imke)
  await next(imke).getByRole('button', { name: 'I come' }).click()
  await expect(next(imke).getByRole('heading', { level: 1 })).toContainText('1 person expected')
  await next(imke).getByRole('button', { name: 'I do not come' }).click()
  await expect(next(imke).getByRole('heading', { level: 1 })).toContainText('nobody has said that they come')
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
