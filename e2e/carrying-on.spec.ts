/** A new collection from its one-time link: people, rights, a type sheet, a record out and in; a guest; keyboard; axe. */
import AxeBuilder from '@axe-core/playwright'
import { expect, test, type Page } from '@playwright/test'
import { readFile } from 'node:fs/promises'
import { demo, empty, openEpisode, openMachine, signIn, status, write } from './people.ts'

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
  await expect(steward.getByRole('heading', { name: 'Nothing is open on the bench.' })).toBeVisible()

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
  await expect(again.getByRole('heading', { name: /Welcome to Tern Lighthouse store, Odd Marten/ })).toBeVisible()
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
  const functions = steward.locator('section').filter({ hasText: 'Functions,' })
  await functions.getByRole('button', { name: 'Add a line' }).click()
  await steward.getByLabel('Function 1: name').fill('turns')
  await steward.getByLabel('Function 1: essential').check()
  await steward.getByLabel('Function 1: depends on').fill('M1')
  await steward.getByRole('button', { name: 'Publish the sheet' }).click()
  await expect(steward.getByRole('alert')).toContainText('turns depends on M1, which is no position of this sheet.')
  const positions = steward.locator('section').filter({ hasText: 'Positions,' })
  await positions.getByRole('button', { name: 'Add a line' }).click()
  await steward.getByLabel('Position 1: designator').fill('M1')
  await steward.getByLabel('Position 1: takes').fill('geared motor')
  await steward.locator('section').filter({ hasText: 'Hazards,' }).getByRole('button', { name: 'Add a line' }).click()
  await steward.getByLabel('Hazard 1: caution').fill('The carriage moves without warning.')
  await steward.locator('section').filter({ hasText: 'Zones,' }).getByRole('button', { name: 'Add a line' }).click()
  await steward.getByLabel('Zone 1: name').fill('frame')
  await steward.getByRole('button', { name: 'Publish the sheet' }).click()
  await expect(steward.getByText(/Version 1/)).toBeVisible()
  await steward.getByLabel('Function 1: expected').fill('a quarter turn in two seconds')
  await steward.getByRole('button', { name: 'Save a new version' }).click()
  await expect(steward.getByText(/Version 2/)).toBeVisible()
  await again.context().close()
})

test('9 a machine’s whole record goes out and comes back into the empty collection equal', async ({ browser }) => {
  const restorer = await signIn(browser, 'rasmus')
  await openMachine(restorer, 'SW 2024.3')
  await restorer.getByRole('tab', { name: /Facts and rules/ }).click()
  const [download] = await Promise.all([restorer.waitForEvent('download'), restorer.getByRole('link', { name: 'Whole record as a JSON file' }).click()])
  const text = await readFile(await download.path(), 'utf8')
  const record = JSON.parse(text) as { machine: string; entries: unknown[] }
  expect(record.entries.length).toBeGreaterThan(30)
  await steward.goto(`${empty()}/types`)
  await steward.getByLabel('Read a record file').setInputFiles({ name: 'record.json', mimeType: 'application/json', buffer: Buffer.from(text) })
  await expect(steward.getByText(/entries read/)).toBeVisible()
  await openMachine(steward, 'SW 2024.3')
  await expect(status(steward)).toContainText('Retest due')
  const back = await steward.evaluate(async (id) => (await fetch(`/api/machines/${id}/record`)).json() as Promise<{ entries: unknown[] }>, record.machine)
  expect(back.entries).toEqual(record.entries)
  // A file that is none is answered with a sentence.
  await steward.goto(`${empty()}/types`)
  await steward.getByLabel('Read a record file').setInputFiles({ name: 'x.json', mimeType: 'application/json', buffer: Buffer.from('{"format":"other"}') })
  await expect(steward.getByRole('alert').first()).toBeVisible()
})

test('a guest sees what is granted and nothing else', async ({ browser }) => {
  const guest = await signIn(browser, 'ferry.office')
  await expect(guest.getByRole('heading', { name: 'What you may see' })).toBeVisible()
  await expect(guest.getByRole('row')).toHaveCount(2) // head and the till
  await guest.getByRole('row').filter({ hasText: 'Brasket 7' }).click()
  await expect(status(guest)).toContainText('Faulty')
  await expect(guest.getByRole('tab', { name: /Provenance/ })).toHaveCount(0)
  await expect(guest.getByRole('button', { name: 'Open an episode' })).toHaveCount(0)
  await guest.getByRole('tab', { name: /Entries/ }).click()
  await expect(guest.getByText('Rasmus')).toHaveCount(0)
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

test('axe finds nothing serious on any view, in light and dark', async ({ browser }) => {
  test.setTimeout(480_000)
  for (const scheme of ['light', 'dark'] as const) {
    const context = await browser.newContext({ colorScheme: scheme })
    const page = await context.newPage()
    await page.goto(demo())
    const check = async (name: string) => {
      const { violations } = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa']).analyze()
      const serious = violations.filter((v) => v.impact === 'serious' || v.impact === 'critical')
      expect(
        serious.map(
          (v) =>
            `${name} ${scheme}: ${v.id} ${v.nodes
              .map((n) => n.target.join(' '))
              .slice(0, 3)
              .join(' | ')}`,
        ),
      ).toEqual([])
    }
    await expect(page.getByRole('button', { name: 'Sign in', exact: true })).toBeVisible()
    await check('sign-in')
    await page.getByRole('button', { name: /Ottoline Brack/ }).click()
    await expect(page.getByRole('heading', { name: 'Needs a person' })).toBeVisible()
    await check('bench')
    for (const [path, heading] of [
      ['/collection', 'Collection'],
      ['/machines/new', 'Register a machine'],
      ['/parts', 'Parts'],
      ['/parts/stock', 'Stock and failures'],
      ['/types', 'Types'],
      ['/people', 'People'],
      ['/batches', 'Lots of machines'],
      ['/parts/lots', 'Lots of parts'],
      ['/parts/needs', 'Needs'],
      ['/collection/table', 'A table of machines'],
    ] as const) {
      await page.goto(`${demo()}${path}`)
      await expect(page.getByRole('heading', { name: heading, level: 1 })).toBeVisible()
      await check(path)
    }
    await page.goto(`${demo()}/types`)
    await page.getByRole('link', { name: 'Morwen D24' }).click()
    await expect(page.getByRole('heading', { name: 'Morwen D24' })).toBeVisible()
    await check('type sheet')
    await openMachine(page, 'SW 2025.2')
    await check('machine')
    for (const tab of ['Functions', 'Readings', 'Condition', 'Parts', 'Episodes', 'Provenance', 'Loans', 'Photographs', 'Entries', 'Facts and rules']) {
      // In the dark, lists of the same ruled rows speak for each other.
      if (scheme === 'dark' && ['Episodes', 'Loans', 'Entries', 'Facts and rules'].includes(tab)) continue
      await page.getByRole('tab', { name: new RegExp(`^${tab}`) }).click()
      await check(`machine, ${tab}`)
    }
    await page.getByRole('button', { name: /^Go on with episode/ }).click()
    await expect(page.getByRole('textbox', { name: /^Write one line/ })).toBeVisible()
    await check('episode')
    await page.getByRole('button', { name: 'Test', exact: true }).click()
    await page.getByRole('button', { name: /one by one/ }).click()
    await check('grid')
    await page.getByRole('button', { name: 'Put away' }).click()
    await page.getByRole('button', { name: /^Close/ }).click()
    await check('closing')
    // Paper is black on white whatever the screen is.
    for (const paper of scheme === 'dark' ? [] : ['sheet', 'label']) {
      await page.goto(`${page.url().replace(/\/print\/.*$/, '')}/print/${paper}`)
      await expect(page.getByRole('article')).toContainText('Tellin 12')
      await check(`papers, ${paper}`)
    }
    await page.goto(`${demo()}/batches`)
    await page.getByRole('link', { name: /Vessla/ }).click()
    await expect(page.getByRole('heading', { name: /Vessla/ })).toBeVisible()
    await check('lot')
    await page.getByRole('link', { name: 'How many whole machines?' }).click()
    await expect(page.getByRole('status')).toContainText('whole machine')
    await check('whole machines')
    await openMachine(page, 'E2026-021')
    await page.getByRole('tab', { name: /^Provenance/ }).click()
    await page.getByRole('link', { name: 'Go on with it' }).click()
    for (const [i, step] of ['What it is', 'Giver', 'What was claimed', 'Before it is touched', 'In the box', 'Contents', 'Quarantine', 'Receipt'].entries()) {
      // The steps share their parts and colours: in the dark one of them speaks for all.
      if (scheme === 'dark' && i !== 3) continue
      await page.getByRole('navigation', { name: 'Steps of the entry' }).getByRole('button').nth(i).click()
      await check(`entry, ${step}`)
    }
    await openMachine(page, 'SW 2024.3')
    const survey = page.url().replace(/\?.*$/, '') + '/survey'
    await page.goto(survey)
    await page
      .getByRole('button', { name: /chassis/ })
      .first()
      .click()
    await page.getByRole('button', { name: 'Write down a finding' }).click()
    await check('survey, a finding')
    for (const part of ['Over time', 'Two dates', 'Second opinion']) {
      await page.getByRole('tab', { name: part }).click()
      await check(`survey, ${part}`)
    }
    await page.goto(`${survey}?zone=chassis`)
    await page.getByRole('button', { name: 'Picture 1' }).click()
    await expect(page.getByRole('dialog')).toBeVisible()
    await check('photograph')
    await page.goto(`${demo()}/parts`)
    await page.getByRole('link', { name: 'P-0100' }).click()
    await expect(page.getByRole('heading', { name: 'Its life' })).toBeVisible()
    await check('part')
    await page.getByRole('button', { name: 'Move it' }).click()
    await check('part, moving')
    await page.getByRole('link', { name: 'Print its tag' }).click()
    await expect(page.getByRole('list', { name: 'Bag tags' })).toContainText('P-0100')
    await check('tags')
    await openMachine(page, 'SW 2024.3')
    const machine = page.url().replace(/\?.*$/, '')
    await page.goto(`${machine}/donors?position=IC40`)
    await expect(page.getByRole('button', { name: 'Take this one' }).first()).toBeVisible()
    await check('donors')
    await page.goto(`${machine}/beside?with=E2024-004`)
    await page
      .getByRole('region', { name: /^E2024-004/ })
      .getByRole('button', { name: /^Pick up/ })
      .first()
      .click()
    await check('side by side')
    await page.goto(`${demo()}/parts/lots`)
    await page.getByRole('link', { name: 'L-0001' }).click()
    await page.getByRole('button', { name: 'Keep some for a machine' }).click()
    await check('lot of parts')
    await page.goto(`${machine}/modifications`)
    await expect(page.getByRole('heading', { name: 'The way back, last change first' })).toBeVisible()
    await check('modifications')
    await page.goto(`${machine}/renewal`)
    await page.getByRole('button', { name: 'C5', exact: true }).click()
    await check('renewal')
    await context.close()
  }
})

test('photographs: one is taken, what is none is refused with a sentence', async ({ browser }) => {
  const page = await signIn(browser, 'imke')
  await openMachine(page, 'SW 2025.9')
  await page.getByRole('tab', { name: /^Photographs/ }).click()
  const picture = await page.screenshot({ clip: { x: 0, y: 0, width: 200, height: 120 } })
  const input = page.getByLabel('Add photographs: choose')
  await input.setInputFiles({ name: 'underside.png', mimeType: 'image/png', buffer: picture })
  await expect(page.getByRole('button', { name: /^Open photograph/ })).toBeVisible()
  await input.setInputFiles({ name: 'notes.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('these are words') })
  await expect(page.getByText(/not a photograph/)).toBeVisible()
})

test('an episode can be stopped and come back to', async ({ browser }) => {
  const page = await signIn(browser, 'imke')
  await openMachine(page, 'SW 2025.9')
  await openEpisode(page, 'A look at the pan')
  await write(page, 'test short all pass')
  await page.getByRole('button', { name: 'Stop for today' }).click()
  await page.getByLabel('Where things lie').fill('shelf 3')
  await page.getByLabel('Next step').fill('weigh the school’s weights')
  await page.getByRole('button', { name: 'Stop here' }).click()
  await expect(page.getByRole('region', { name: 'Coming back' })).toContainText('shelf 3')
  await page.getByRole('button', { name: 'Go on' }).click()
  await expect(page.getByRole('textbox', { name: /^Write one line/ })).toBeVisible()
})
