/** A dead machine: what may be at fault, a first act worth doing, what it taught the sheet, and an end that is as good as a cause. */
import { expect, test, type Page } from '@playwright/test'
import { demo, openEpisode, openMachine, openTablet, signIn, status, write } from './people.ts'

test.describe.configure({ mode: 'serial' })
let rasmus: Page
let machine = ''
let episode = ''
const number = 'E2026-112'
const suspects = () => rasmus.getByRole('region', { name: 'Suspects' })
const acts = () => rasmus.getByRole('region', { name: 'What to do next' })
const seen = () => rasmus.getByRole('region', { name: 'What was seen' })
const toFault = async () => {
  await rasmus.goto(`${demo()}/machines/${machine}/fault`)
  await expect(acts()).toBeVisible()
}

test.beforeAll(async ({ browser }) => {
  rasmus = await signIn(browser, 'rasmus')
  await openMachine(rasmus, number)
  machine = new URL(rasmus.url()).pathname.split('/').at(-1) ?? ''
})
test.afterAll(async () => rasmus.context().close())

test('To do begins with the fault and its first act', async () => {
  const todo = rasmus.getByRole('region', { name: 'To do' })
  await expect(todo).toContainText(/First: Reseat \w+ ?\w*, then test display/)
  await todo.getByRole('link', { name: 'Find the fault' }).click()
  await expect(rasmus.getByRole('heading', { level: 1 })).toContainText(/Most likely (supply|tube board)/)
  await expect(suspects()).toContainText('Something no sheet names')
  await expect(suspects()).toContainText('Nothing is wrong now')
  await expect(rasmus.getByRole('img', { name: /feeds/i }).or(rasmus.locator('svg').first())).toBeVisible()
})

test('how old the fault is, is asked once', async () => {
  await rasmus
    .getByRole('group', { name: /How old is the fault of display/ })
    .getByRole('button', { name: 'From its time with us' })
    .click()
  await expect(rasmus.getByText('The fault of display is from its time with us.')).toBeVisible()
  await expect(rasmus.getByRole('group', { name: /How old is the fault/ })).toHaveCount(0)
})

test('the first act begins its line in an episode; what it shows moves the shares', async () => {
  await rasmus.getByRole('link', { name: 'Open an episode to begin' }).click()
  await openEpisode(rasmus, 'The display is still dark')
  episode = new URL(rasmus.url()).pathname.split('/').at(-1) ?? ''
  const aside = rasmus.getByRole('region', { name: 'What may be at fault' })
  await expect(aside).toContainText(/First: Reseat/)
  await toFault()
  const before = await suspects().innerText()
  await acts().getByRole('button', { name: 'Begin the line', exact: true }).click()
  const line = rasmus.getByRole('combobox', { name: /^Write one line/ })
  await expect(line).toHaveValue(/^reseat /)
  await line.press('Enter')
  await expect(rasmus.getByRole('listitem').filter({ hasText: 'reseated' }).last()).toBeVisible()
  await write(rasmus, 'test display fail: dark')
  await toFault()
  expect(await suspects().innerText()).not.toBe(before)
  await expect(seen().getByRole('listitem').first()).toContainText('Display failed')
})

test('one that is set aside counts for nothing, until it is counted again', async () => {
  const before = await suspects().innerText()
  await seen()
    .getByRole('button', { name: /^Set aside: Display failed/i })
    .first()
    .click()
  await rasmus.getByLabel('Why it should not count').fill('the lead was loose')
  await rasmus.getByRole('button', { name: 'Set aside with this reason' }).click()
  await expect(seen()).toContainText('set aside by Rasmus Tveit: the lead was loose')
  await expect.poll(() => suspects().innerText()).not.toBe(before)
  await seen()
    .getByRole('button', { name: /^Count again/ })
    .click()
  await expect.poll(() => suspects().innerText()).toBe(before)
})

test('what a function needs is said in a line, and kept on the sheet', async () => {
  await rasmus.goto(`${demo()}/episodes/${episode}`)
  await write(rasmus, 'display needs supply, tube board, R7')
  await toFault()
  await expect(suspects()).toContainText('R7')
  await expect(rasmus.getByText('display needs R7')).toBeVisible()
  await rasmus.getByRole('button', { name: 'Keep it on the sheet' }).click()
  await expect(rasmus.getByText('display needs R7')).toHaveCount(0)
  const kept = await rasmus.evaluate(async (id) => {
    const view = (await (await fetch(`/api/machines/${id}`)).json()) as { plate: { typeId: string } }
    const type = (await (await fetch(`/api/types/${view.plate.typeId}`)).json()) as {
      sheet: { functions: { name: string; dependsOn: string[] }[] }
    }
    return type.sheet.functions.find((f) => f.name === 'display')?.dependsOn
  }, machine)
  expect(kept).toContain('R7')
})

test('without a connection it is worked out on the device', async ({ browser }) => {
  const tablet = await openTablet(browser, 'rasmus')
  const all = tablet.getByRole('link', { name: 'All suspects and acts' })
  await tablet.waitForFunction(() => navigator.serviceWorker.controller !== null)
  await tablet.goto(`${demo()}/episodes/${episode}`)
  await tablet.getByRole('button', { name: /^Open points/ }).click()
  await all.click()
  await expect(tablet.getByRole('region', { name: 'What to do next' })).toBeVisible()
  await tablet.goto(`${demo()}/episodes/${episode}`)
  // What the device holds is fetched some seconds after the episode was last seen to change.
  await tablet.waitForTimeout(6_000)
  await tablet.context().setOffline(true)
  await write(tablet, 'test keys fail: stuck')
  await tablet.getByRole('button', { name: /^Open points/ }).click()
  await all.click()
  await expect(tablet.getByText(/^Without a connection: worked out on this device/)).toBeVisible()
  await expect(tablet.getByRole('region', { name: 'What was seen' })).toContainText('Keys failed: stuck')
  await tablet.context().setOffline(false)
  await expect(tablet.getByText(/^Without a connection: worked out/)).toHaveCount(0)
  await tablet.context().close()
})

test('a search ends without a cause, and says so to whoever comes next', async () => {
  await toFault()
  await rasmus.getByRole('button', { name: 'End the search without a cause' }).click()
  await rasmus
    .getByLabel('Why, for whoever comes next')
    .fill('no tube board to be had, shown with the lid open')
  await rasmus.getByRole('button', { name: 'Show it, keep it switched off' }).click()
  await expect(rasmus.getByText(/Show it, keep it switched off, decided .* by Rasmus Tveit/)).toBeVisible()
  await rasmus.goto(`${demo()}/machines/${machine}`)
  await expect(status(rasmus)).toContainText('By decision of Rasmus Tveit')
})
