/** A new collection from its one-time link: people, rights, a type sheet, a record out and in; a guest; keyboard. */
import { expect, test, type Page } from '@playwright/test'
import { readFile } from 'node:fs/promises'
import { demo, empty, openEpisode, openMachine, signIn, status, lineBox } from './people.ts'

test.describe.configure({ mode: 'serial' })

const password = 'a long enough passphrase'
let steward: Page

test('8 a new collection: the first steward, an invitation, rights, a type sheet', async ({ browser }) => {
  steward = await (await browser.newContext()).newPage()
  await steward.goto(`${empty()}${process.env['E2E_FIRST_RUN'] ?? ''}`)
  await steward.getByLabel('Name of the collection').fill('Tern Lighthouse store')
  await steward.getByLabel('Your name').fill('Vilja Stormo')
  await steward.getByLabel('E-mail address').fill('vilja@example.org')
  await steward.getByLabel('Password').fill('short')
  await steward.getByRole('button', { name: 'Begin the collection' }).click()
  await expect(steward.getByText('A password has at least 12 characters.')).toBeVisible()
  await steward.getByLabel('Password').fill(password)
  await steward.getByRole('button', { name: 'Begin the collection' }).click()
  await expect(steward.getByRole('heading', { name: 'No episode is open.' })).toBeVisible()

  // The link works once.
  const again = await (await browser.newContext()).newPage()
  await again.goto(`${empty()}${process.env['E2E_FIRST_RUN'] ?? ''}`)
  for (const [label, text] of [
    ['Name of the collection', 'X'],
    ['Your name', 'Y'],
    ['E-mail address', 'y@example.org'],
    ['Password', password],
  ] as const)
    await again.getByLabel(label).fill(text)
  await again.getByRole('button', { name: 'Begin the collection' }).click()
  await expect(again.getByText('This link has been used')).toBeVisible()

  await steward.getByRole('link', { name: /People/ }).click()
  await steward.getByRole('button', { name: 'Invite somebody' }).click()
  await steward.getByLabel('Name', { exact: true }).fill('Odd Marten')
  await steward.getByRole('button', { name: 'Make the link' }).click()
  const link = await steward.getByLabel('Invitation link').inputValue()
  await again.goto(link)
  await expect(
    again.getByRole('heading', { name: /Welcome to Tern Lighthouse store, Odd Marten/ }),
  ).toBeVisible()
  await again.getByLabel('E-mail address').fill('odd@example.org')
  await again.getByLabel('Password').fill(password)
  await again.getByRole('button', { name: 'Join' }).click()
  await expect(again.getByRole('navigation', { name: 'Places' })).toBeVisible()

  await steward.reload()
  const row = steward.getByRole('listitem').filter({ hasText: 'Odd Marten' })
  await row.getByRole('button', { name: 'Rights' }).click()
  await row.getByLabel('Authorisation').selectOption('mains')
  await row.getByLabel('Until').fill('2099-12-31')
  await row.getByRole('button', { name: 'Grant', exact: true }).click()
  await expect(row).toContainText('until 31 Dec 2099')
  await row.getByLabel('Role').selectOption('restorer')
  await expect(row).toContainText('restorer')

  await steward.getByRole('link', { name: /Types/ }).click()
  await steward.getByRole('button', { name: 'Make a type sheet' }).click()
  await steward.getByLabel('Name', { exact: true }).fill('Ferrin lamp changer')
  await steward.getByRole('button', { name: 'Add a function' }).click()
  await steward.getByLabel('Function 1: name').fill('turns')
  await steward.getByLabel('Function 1: essential').check()
  await steward.getByLabel('Function 1: depends on').fill('M1')
  await steward.getByRole('button', { name: 'Publish the sheet' }).click()
  await expect(steward.getByRole('alert')).toContainText(
    'turns depends on M1, which is no position, test point or function of this sheet.',
  )
  await steward.getByRole('button', { name: 'Add a position' }).click()
  await steward.getByLabel('Position 1: designator').fill('M1')
  await steward.getByLabel('Position 1: takes').fill('geared motor')
  await steward.getByRole('button', { name: 'Add a hazard' }).click()
  await steward.getByLabel('Hazard 1: caution').fill('The carriage moves without warning.')
  await steward.getByRole('button', { name: 'Add a zone' }).click()
  await steward.getByLabel('Zone 1: name').fill('frame')
  await steward.getByRole('button', { name: 'Publish the sheet' }).click()
  await expect(steward.getByText(/Version 1/)).toBeVisible()
  await steward.getByLabel('Function 1: expected').fill('a quarter turn in two seconds')
  await steward.getByRole('button', { name: 'Save a new version' }).click()
  await expect(steward.getByText(/Version 2/)).toBeVisible()
  await again.context().close()
})

test('9 a machine’s whole record goes out and comes back into the empty collection equal', async ({
  browser,
}) => {
  const restorer = await signIn(browser, 'rasmus')
  await openMachine(restorer, 'SW 2024.3')
  await restorer.getByRole('tab', { name: /Facts and rules/ }).click()
  const [download] = await Promise.all([
    restorer.waitForEvent('download'),
    restorer.getByRole('link', { name: 'Whole record as a JSON file' }).click(),
  ])
  const text = await readFile(await download.path(), 'utf8')
  const record = JSON.parse(text) as { machine: string; entries: unknown[] }
  expect(record.entries.length).toBeGreaterThan(30)
  await steward.goto(`${empty()}/types`)
  await steward
    .getByLabel('Read a record file')
    .setInputFiles({ name: 'record.json', mimeType: 'application/json', buffer: Buffer.from(text) })
  await expect(steward.getByText(/entries read/)).toBeVisible()
  await openMachine(steward, 'SW 2024.3')
  await expect(status(steward)).toContainText('Retest due')
  const back = await steward.evaluate(
    async (id) => (await fetch(`/api/machines/${id}/record`)).json() as Promise<{ entries: unknown[] }>,
    record.machine,
  )
  expect(back.entries).toEqual(record.entries)
  // A file that is none is answered with a sentence.
  await steward.goto(`${empty()}/types`)
  await steward.getByLabel('Read a record file').setInputFiles({
    name: 'x.json',
    mimeType: 'application/json',
    buffer: Buffer.from('{"format":"other"}'),
  })
  await expect(steward.getByRole('alert').first()).toBeVisible()
})

test('a guest sees what is granted and nothing else', async ({ browser }) => {
  const guest = await signIn(browser, 'ferry.office')
  await guest
    .getByRole('region', { name: 'Your machines' })
    .getByRole('link', { name: /Brasket 7/ })
    .click()
  // One machine is granted: it stands in their home, and a list that is asked for holds nothing else.
  await expect(guest.getByRole('region', { name: 'Rating plate' })).toContainText('Brasket 7')
  await guest.goto(`${demo()}/collection?sort=number`)
  await expect(guest.getByRole('heading', { name: 'Your machines' })).toBeVisible()
  await expect(guest.getByRole('row')).toHaveCount(2) // head and the till
  await guest.getByRole('row').filter({ hasText: 'Brasket 7' }).click()
  await expect(status(guest)).toContainText('Faulty')
  await expect(guest.getByRole('tab', { name: /Provenance/ })).toHaveCount(0)
  await expect(guest.getByRole('button', { name: 'Open an episode' })).toHaveCount(0)
  await guest.getByRole('tab', { name: /Entries/ }).click()
  // The log is there, and says of nobody who it was: the same lines bear initials for the house.
  const initials = (page: Page) =>
    page.getByRole('listitem').locator('span.num', { hasText: /^(?:OB|RT|ID|JF)$/ })
  await expect(guest.getByRole('listitem').filter({ hasText: 'test' }).first()).toBeVisible()
  await expect(initials(guest)).toHaveCount(0)
  const staff = await signIn(browser, 'rasmus')
  await openMachine(staff, 'Brasket 7')
  await staff.getByRole('tab', { name: /Entries/ }).click()
  await expect(initials(staff).first()).toBeVisible()
  await staff.context().close()
})

test('everything works by keyboard: sign in, find, open, write, close', async ({ browser }) => {
  const page = await (await browser.newContext()).newPage()
  await page.goto(demo())
  await expect(page.getByLabel('E-mail address')).toBeFocused()
  await page.keyboard.type('jonas@example.org')
  await page.keyboard.press('Tab')
  await page.keyboard.type('museum-workshop')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('navigation', { name: 'Places' })).toBeVisible()
  await page.keyboard.press('2')
  await expect(page.getByRole('heading', { name: 'Collection' })).toBeVisible()
  await page.keyboard.press('/')
  await page.keyboard.type('signal bell')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('row')).toHaveCount(2)
  await expect(page.getByRole('row').filter({ hasText: 'Signal bell' })).toBeVisible()
  await page.getByRole('grid').focus()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('region', { name: 'Rating plate' })).toContainText('Signal bell')
  await page.getByRole('button', { name: 'Open an episode' }).focus()
  await page.keyboard.press('Enter')
  await page.keyboard.press('Control+A')
  await page.keyboard.type('By keyboard alone')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: /By keyboard alone/ })).toBeVisible()
  await page.locator('body').press('t')
  await page.keyboard.press('Control+A')
  await page.keyboard.type('test strikes pass, drum turns pass')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('listitem').filter({ hasText: '2 × pass' })).toBeVisible()
  await page.getByRole('button', { name: /^Close/ }).focus()
  await page.keyboard.press('Enter')
  await page.keyboard.type('nothing')
  await page.keyboard.press('Enter')
  await expect(page.getByText('Closed. Next: nothing.')).toBeVisible()
})

test('photographs: one is taken, what is none is refused with a sentence', async ({ browser }) => {
  const page = await signIn(browser, 'imke')
  await openMachine(page, 'SW 2025.9')
  await page.getByRole('tab', { name: /^Photographs/ }).click()
  const picture = await page.screenshot({ clip: { x: 0, y: 0, width: 200, height: 120 } })
  const input = page.getByLabel('Add photographs: choose')
  await input.setInputFiles({ name: 'underside.png', mimeType: 'image/png', buffer: picture })
  await expect(page.getByRole('button', { name: /^Open photograph/ })).toBeVisible()
  await input.setInputFiles({
    name: 'notes.jpg',
    mimeType: 'image/jpeg',
    buffer: Buffer.from('these are words'),
  })
  await expect(page.getByText(/not a photograph/)).toBeVisible()
})

test('an episode can be stopped and come back to', async ({ browser }) => {
  const page = await signIn(browser, 'imke')
  await openMachine(page, 'SW 2025.9')
  await openEpisode(page, 'A look at the pan')
  // By the record it stands at the school: that is asked about once.
  await lineBox(page).fill('test short all pass')
  await lineBox(page).press('Enter')
  await expect(page.locator('#line-says')).toContainText('Was it so?')
  await page.getByRole('button', { name: 'Yes, write it' }).click()
  await expect(lineBox(page)).toHaveValue('')
  await page.getByRole('button', { name: 'Stop for today' }).click()
  await page.getByLabel('Where things are').fill('shelf 3')
  await page.getByLabel('Next step').fill('weigh the school’s weights')
  await page.getByRole('button', { name: 'Stop here' }).click()
  await expect(page.getByRole('region', { name: 'Coming back' })).toContainText('shelf 3')
  await page.getByRole('button', { name: 'Go on' }).click()
  await expect(page.getByRole('combobox', { name: /^Write one line/ })).toBeVisible()
})
