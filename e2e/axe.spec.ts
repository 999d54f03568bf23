/** Every view under an automated checker of WCAG 2.2 AA, in light and in dark. Nothing is written. */
import { expect, test, type Page } from '@playwright/test'
import { demo, openMachine, serious, signIn } from './people.ts'

/** The page in the light, and its colours in the dark: names, roles and structure are the same there. */
async function check(page: Page, name: string) {
  const light = await serious(page)
  await page.emulateMedia({ colorScheme: 'dark' })
  const dark = await serious(page, ['color-contrast'])
  await page.emulateMedia({ colorScheme: 'light' })
  expect({ name, light, dark }).toEqual({ name, light: [], dark: [] })
}

/** Bench, lists, and what stands on pages of its own beside the machines. */
async function house(page: Page) {
  await expect(page.getByRole('heading', { name: 'Needs a person' })).toBeVisible()
  await check(page, 'bench')
  for (const [path, heading] of [
    ['/collection', 'Collection'],
    ['/machines/new', 'Register a machine'],
    ['/parts', 'Parts'],
    ['/parts/stock', 'Stock and failures'],
    ['/types', 'Types and house'],
    ['/loans', 'Loans'],
    ['/practice', 'Practise on a machine that is not there'],
    ['/people', 'People'],
    ['/batches', 'Groups received together'],
    ['/parts/lots', 'Counted stock'],
    ['/parts/needs', 'Needs'],
    ['/collection/table', 'A table of machines'],
  ] as const) {
    await page.goto(`${demo()}${path}`)
    await expect(page.getByRole('heading', { name: heading, level: 1 })).toBeVisible()
    await check(page, path)
  }
  await page.goto(`${demo()}/types`)
  await page.getByRole('link', { name: 'Morwen D24' }).click()
  await expect(page.getByRole('heading', { name: 'Morwen D24' })).toBeVisible()
  await check(page, 'type sheet')
  await page.goto(`${demo()}/batches`)
  await page.getByRole('link', { name: /Vessla/ }).click()
  await expect(page.getByRole('heading', { name: /Vessla/ })).toBeVisible()
  await check(page, 'lot')
  await page.getByRole('link', { name: 'How many whole machines?' }).click()
  await expect(page.getByRole('status')).toContainText('whole machine')
  await check(page, 'whole machines')
  await page.goto(`${demo()}/parts`)
  await page.getByRole('link', { name: 'P-0100' }).click()
  await expect(page.getByRole('heading', { name: 'Its life' })).toBeVisible()
  await check(page, 'part')
  await page.getByRole('button', { name: 'Move the part' }).click()
  await check(page, 'part, moving')
  await page.getByRole('link', { name: 'Print its tag' }).click()
  await expect(page.getByRole('list', { name: 'Bag tags' })).toContainText('P-0100')
  await check(page, 'tags')
  await page.goto(`${demo()}/loans`)
  await page.getByRole('link', { name: /signal bell/ }).click()
  await expect(page.getByRole('heading', { name: 'Loan out, Lindvik trade school' })).toBeVisible()
  await check(page, 'loan')
  await page.getByRole('button', { name: 'Change the terms' }).click()
  await check(page, 'terms')
  await page.goto(`${demo()}/parts/lots`)
  await page.getByRole('link', { name: 'L-0001' }).click()
  await page.getByRole('button', { name: 'Reserve some for a machine' }).click()
  await check(page, 'lot of parts')
  await page.goto(`${demo()}/collection/storage`)
  await expect(page.getByRole('checkbox', { name: /^Vessla 8/ }).first()).toBeVisible()
  await check(page, 'storage round')
}

/** A machine, its views, and what opens on them. */
async function machines(page: Page) {
  await openMachine(page, 'SW 2025.2')
  await check(page, 'machine')
  for (const tab of [
    'Functions',
    'Readings',
    'Condition',
    'Parts',
    'Episodes',
    'Provenance',
    'Loans',
    'Photographs',
    'Entries',
    'Facts and rules',
  ]) {
    await page.getByRole('tab', { name: new RegExp(`^${tab}`) }).click()
    await check(page, `machine, ${tab}`)
  }
  await page.getByRole('button', { name: /^Go on with episode/ }).click()
  await expect(page.getByRole('combobox', { name: /^Write one line/ })).toBeVisible()
  await check(page, 'episode')
  await page.getByRole('button', { name: 'Test', exact: true }).click()
  await page.getByRole('button', { name: /one by one/ }).click()
  await check(page, 'grid')
  await page.getByRole('button', { name: 'Cancel' }).click()
  await page.getByRole('button', { name: /^Close/ }).click()
  await check(page, 'closing')
  // Paper is black on white whatever the screen is.
  for (const paper of ['sheet', 'label']) {
    await page.goto(`${page.url().replace(/\/print\/.*$/, '')}/print/${paper}`)
    await expect(page.getByRole('article')).toContainText('Tellin 12')
    await check(page, `papers, ${paper}`)
  }
  await openMachine(page, 'E2024-004')
  await page.goto(`${page.url()}/fault`)
  await expect(page.getByRole('region', { name: 'What to do next' })).toBeVisible()
  await check(page, 'fault')
  await openMachine(page, 'E2026-021')
  await page.getByRole('tab', { name: /^Provenance/ }).click()
  await page.getByRole('link', { name: 'Go on with it' }).click()
  for (const [i, step] of [
    'What it is',
    'Giver',
    'What was claimed',
    'Before it is touched',
    'In the box',
    'Contents',
    'Quarantine',
    'Receipt',
  ].entries()) {
    await page.getByRole('navigation', { name: 'Steps of the entry' }).getByRole('button').nth(i).click()
    await check(page, `entry, ${step}`)
  }
  await openMachine(page, 'SW 2024.3')
  const survey = page.url().replace(/\?.*$/, '') + '/survey'
  await page.goto(survey)
  await page
    .getByRole('button', { name: /chassis/ })
    .first()
    .click()
  await page.getByRole('button', { name: 'Write down a finding' }).click()
  await check(page, 'survey, a finding')
  for (const part of ['Over time', 'Two dates', 'Second opinion']) {
    await page.getByRole('tab', { name: part }).click()
    await check(page, `survey, ${part}`)
  }
  await page.goto(`${survey}?zone=chassis`)
  await page.getByRole('button', { name: 'Picture 1' }).click()
  await expect(page.getByRole('dialog')).toBeVisible()
  await check(page, 'photograph')
  await openMachine(page, 'E2025-003')
  await page.goto(`${page.url().replace(/\?.*$/, '')}/treatments`)
  await expect(page.getByText(/^Share of yellow left/)).toBeVisible()
  await check(page, 'treatments')
  await page.getByRole('button', { name: 'Begin a treatment' }).click()
  await check(page, 'treatment, beginning')
  await page.getByRole('button', { name: 'Cancel' }).click()
  await page.getByRole('button', { name: 'Measure a colour' }).click()
  await page.getByLabel('Zone', { exact: true }).selectOption('case')
  await check(page, 'colour, measuring')
  await openMachine(page, 'SW 2024.3')
  const machine = page.url().replace(/\?.*$/, '')
  await page.goto(`${machine}/donors?position=IC40`)
  await page
    .getByRole('button', { name: /^Take / })
    .first()
    .click()
  await expect(page.getByRole('button', { name: 'Record the move' }).first()).toBeVisible()
  await check(page, 'donors')
  await page.goto(`${machine}/beside?with=E2024-004`)
  await page
    .getByRole('region', { name: /^E2024-004/ })
    .getByRole('button', { name: /^Pick up/ })
    .first()
    .click()
  await check(page, 'side by side')
  await page.goto(`${machine}/modifications`)
  await expect(page.getByRole('heading', { name: 'The way back, last change first' })).toBeVisible()
  await check(page, 'modifications')
  await page.goto(`${machine}/dossier`)
  await expect(page.getByRole('heading', { name: 'What is not known' })).toBeVisible()
  await check(page, 'dossier')
  await page.goto(machine)
  await page.getByRole('button', { name: 'Leave something for later' }).click()
  await check(page, 'machine, leaving something')
  await page.goto(`${machine}/renewal`)
  await page.getByRole('button', { name: 'C5', exact: true }).click()
  await check(page, 'renewal')
  await page.getByRole('button', { name: 'Add positions to the map' }).click()
  await check(page, 'renewal, adding positions')
  await page.getByRole('button', { name: /for the sheet of/ }).click()
  await check(page, 'renewal, teaching')
  await openMachine(page, 'E2026-001')
  await page.getByRole('tab', { name: /^Owner/ }).click()
  await page.getByRole('button', { name: 'Write down what the owner says' }).click()
  await check(page, 'owner')
}

test('axe finds nothing serious on any view, in light and dark', async ({ browser }) => {
  test.setTimeout(480_000)
  const door = await browser.newPage()
  await door.goto(demo())
  await expect(door.getByRole('button', { name: 'Sign in', exact: true })).toBeVisible()
  await check(door, 'sign-in')
  // Side by side: the checker is one long reckoning, and the machine has more than one core.
  await Promise.all(
    [house, machines].map(async (walk) => {
      const page = await signIn(browser, 'ottoline')
      await walk(page)
      await page.context().close()
    }),
  )
})
