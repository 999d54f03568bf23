/** Practice on a machine that is not there: a case that a steward asks for, found on a tablet; one that an act ends; one without a connection. */
import { expect, test, type Page } from '@playwright/test'
import { accessible, demo, lineBox, openTablet, signIn, write } from './people.ts'

test.describe.configure({ mode: 'serial' })
let steward: Page
let jonas: Page

const asking = async () => {
  await steward.goto(`${demo()}/people`)
  await steward
    .getByRole('listitem')
    .filter({ hasText: 'Jonas Feld' })
    .getByRole('button', { name: 'Rights' })
    .click()
  return steward.getByRole('region', { name: 'Practice' })
}
const heading = (page: Page) => page.getByRole('heading', { level: 1 })
const begin = async (page: Page, name: string) => {
  await page.goto(`${demo()}/practice/cases/written/${name}`)
  await page.getByRole('button', { name: 'Begin the case' }).click()
  await expect(lineBox(page)).toBeVisible()
}
const name = async (page: Page, sort: string, at: string) => {
  await page.getByLabel('What', { exact: true }).selectOption(sort)
  await page.getByLabel('Where').selectOption(at)
  await page.getByRole('button', { name: 'Add this cause' }).click()
}
test.beforeAll(async ({ browser }) => {
  steward = await signIn(browser, 'ottoline')
  jonas = await openTablet(browser, 'jonas')
})
test.afterAll(async () => {
  await steward.context().close()
  await jonas.context().close()
})

test('a steward asks for a case before an authorisation, and sees only that it was asked for', async () => {
  const practice = await asking()
  await practice.getByLabel('Practice case').selectOption({ label: 'The bench is a suspect' })
  await practice.getByRole('button', { name: 'Ask for this case' }).click()
  await expect(practice).toContainText(
    /The bench is a suspect, before switch on: asked for on .*, not done yet/,
  )
})

test('the case is found from Bench, and its machine answers what is tried', async () => {
  await jonas.goto(demo())
  await jonas.getByRole('link', { name: 'Practise on a machine that is not there' }).click()
  const asked = jonas.getByRole('region', { name: 'Asked of you' })
  await expect(asked).toContainText('Ottoline Brack asked for it')
  await accessible(jonas)
  await asked.getByRole('button', { name: 'Begin this case' }).click()
  await expect(jonas.getByRole('banner').getByText('Practice', { exact: true })).toBeVisible()
  await lineBox(jonas).fill('test all')
  await expect(jonas.locator('#line-says')).toContainText(
    'The practice machine answers: tape, pen, screen and drum.',
  )
  await lineBox(jonas).press('Enter')
  await expect(jonas.getByRole('log')).toContainText('screen: fail: the cross rolls')
  await accessible(jonas)
})

test('a result that is typed is not taken: the machine answers', async () => {
  await write(jonas, 'test screen pass')
  await expect(
    jonas.getByRole('log').getByRole('listitem').filter({ hasText: 'test screen' }).last(),
  ).toContainText('the cross rolls')
})

test('the page of the fault works on it and leads back into its line', async () => {
  await jonas.getByRole('button', { name: /^Open points/ }).click()
  await jonas.getByRole('link', { name: 'All suspects and acts' }).click()
  await expect(jonas.getByRole('region', { name: 'Suspects' })).toContainText('Display one')
  await accessible(jonas)
  await jonas
    .getByRole('button', { name: /^Begin the line/ })
    .first()
    .click()
  await expect(lineBox(jonas)).toHaveValue(/test|look|read/)
  await lineBox(jonas).press('Escape')
  await write(jonas, 'prove display one')
  await write(jonas, 'test full screen with display two')
  await expect(jonas.getByRole('log').getByRole('listitem').last()).toContainText('pass')
})

test('at its end it says what it was, what each act told, and what it teaches', async () => {
  await jonas.getByRole('link', { name: 'End the case' }).click()
  await name(jonas, 'gear', 'display one')
  await jonas.getByRole('button', { name: 'End the case with this' }).click()
  await expect(heading(jonas)).toHaveText('That was it. It was display one, which was used for testing.')
  await expect(jonas.getByRole('region', { name: 'The case again' }).getByRole('listitem')).toHaveCount(4)
  await expect(jonas.getByText('What is used for testing is part of the test.')).toBeVisible()
  await accessible(jonas)
  // It is on its way to the server.
  await expect(async () => {
    await expect(await asking()).toContainText(/done on .*, unsafe acts 0/, { timeout: 2_000 })
  }).toPass()
  await expect(steward.getByText('the cross rolls')).toHaveCount(0)
})

test('an act that could hurt somebody ends the case there', async () => {
  await begin(jonas, 'unsafe-power')
  await lineBox(jonas).fill('power on')
  await lineBox(jonas).press('Enter')
  await expect(heading(jonas)).toHaveText('The case ends here')
  await expect(jonas.getByRole('alert')).toContainText('The check “Before switching on” names it')
  await expect(jonas.getByRole('alert')).toContainText('waits over')
  await jonas.getByRole('link', { name: 'See what each act told' }).click()
  await expect(heading(jonas)).toContainText('An act ended the case.')
})

test('once opened a case goes on without a connection, and is sent when there is one again', async () => {
  await jonas.waitForFunction(() => navigator.serviceWorker.controller !== null)
  await jonas.reload()
  await begin(jonas, 'contact-or-part')
  await jonas.context().setOffline(true)
  await write(jonas, 'test all')
  await write(jonas, 'look at IC4')
  await expect(jonas.getByRole('log')).toContainText('one leg is dull grey')
  await write(jonas, 'reseat IC4')
  await jonas.reload()
  await expect(jonas.getByRole('log')).toContainText('reseated IC4')
  await write(jonas, 'test full count, bell')
  await jonas.getByRole('link', { name: 'End the case' }).click()
  await name(jonas, 'contact', 'IC4')
  await jonas.getByRole('button', { name: 'End the case with this' }).click()
  await expect(heading(jonas)).toContainText('That was it.')
  await jonas.getByRole('link', { name: 'Choose another case' }).click()
  await expect(jonas.getByRole('region', { name: 'Your runs' })).toContainText('on this device, not sent yet')
  await jonas.context().setOffline(false)
  await jonas.reload()
  await expect(jonas.getByRole('region', { name: 'Your runs' })).not.toContainText('not sent yet')
  // What one did is one's own to forget.
  await jonas.getByRole('button', { name: 'Forget this run of Contact or part' }).click()
  await expect(jonas.getByRole('region', { name: 'Your runs' })).not.toContainText('Contact or part')
})

test('nothing of it is in the collection', async () => {
  await steward.goto(`${demo()}/collection?q=PR-1`)
  await expect(steward.getByText('PR-1', { exact: true })).toHaveCount(0)
  await steward.goto(`${demo()}/collection?q=Quillon`)
  await expect(steward.getByRole('row').filter({ hasText: 'Quillon' })).toHaveCount(0)
})
