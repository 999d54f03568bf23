/** Every view under an automated checker of WCAG 2.2 AA, in light and in dark. Nothing is written. */
import AxeBuilder from '@axe-core/playwright'
import { expect, test, type Browser } from '@playwright/test'
import { demo, openMachine } from './people.ts'

async function walk(browser: Browser, scheme: 'light' | 'dark') {
  const context = await browser.newContext({ colorScheme: scheme })
  const page = await context.newPage()
  await page.goto(demo())
  const check = async (name: string) => {
    // Only colours differ in the dark: names, roles and structure were looked at in the light.
    const axe = new AxeBuilder({ page })
    const { violations } = await (
      scheme === 'dark'
        ? axe.withRules(['color-contrast'])
        : axe.withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
    ).analyze()
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
    await check(path)
  }
  await page.goto(`${demo()}/types`)
  await page.getByRole('link', { name: 'Morwen D24' }).click()
  await expect(page.getByRole('heading', { name: 'Morwen D24' })).toBeVisible()
  await check('type sheet')
  await openMachine(page, 'SW 2025.2')
  await check('machine')
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
    // In the dark, lists of the same ruled rows speak for each other.
    if (scheme === 'dark' && ['Episodes', 'Loans', 'Entries', 'Facts and rules'].includes(tab)) continue
    await page.getByRole('tab', { name: new RegExp(`^${tab}`) }).click()
    await check(`machine, ${tab}`)
  }
  await page.getByRole('button', { name: /^Go on with episode/ }).click()
  await expect(page.getByRole('combobox', { name: /^Write one line/ })).toBeVisible()
  await check('episode')
  await page.getByRole('button', { name: 'Test', exact: true }).click()
  await page.getByRole('button', { name: /one by one/ }).click()
  await check('grid')
  await page.getByRole('button', { name: 'Cancel' }).click()
  await page.getByRole('button', { name: /^Close/ }).click()
  await check('closing')
  // Paper is black on white whatever the screen is.
  for (const paper of scheme === 'dark' ? [] : ['sheet', 'label']) {
    await page.goto(`${page.url().replace(/\/print\/.*$/, '')}/print/${paper}`)
    await expect(page.getByRole('article')).toContainText('Tellin 12')
    await check(`papers, ${paper}`)
  }
  await openMachine(page, 'E2024-004')
  await page.goto(`${page.url()}/fault`)
  await expect(page.getByRole('region', { name: 'What to do next' })).toBeVisible()
  await check('fault')
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
  await page.getByRole('button', { name: 'Move the part' }).click()
  await check('part, moving')
  await page.getByRole('link', { name: 'Print its tag' }).click()
  await expect(page.getByRole('list', { name: 'Bag tags' })).toContainText('P-0100')
  await check('tags')
  await page.goto(`${demo()}/loans`)
  await page.getByRole('link', { name: /signal bell/ }).click()
  await expect(page.getByRole('heading', { name: 'Loan out, Lindvik trade school' })).toBeVisible()
  await check('loan')
  await page.getByRole('button', { name: 'Change the terms' }).click()
  await check('terms')
  await openMachine(page, 'E2025-003')
  await page.goto(`${page.url().replace(/\?.*$/, '')}/treatments`)
  await expect(page.getByText(/^Share of yellow left/)).toBeVisible()
  await check('treatments')
  await page.getByRole('button', { name: 'Begin a treatment' }).click()
  await check('treatment, beginning')
  await page.getByRole('button', { name: 'Cancel' }).click()
  await page.getByRole('button', { name: 'Measure a colour' }).click()
  await page.getByLabel('Zone', { exact: true }).selectOption('case')
  await check('colour, measuring')
  await openMachine(page, 'SW 2024.3')
  const machine = page.url().replace(/\?.*$/, '')
  await page.goto(`${machine}/donors?position=IC40`)
  await page
    .getByRole('button', { name: /^Take / })
    .first()
    .click()
  await expect(page.getByRole('button', { name: 'Record the move' }).first()).toBeVisible()
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
  await page.getByRole('button', { name: 'Reserve some for a machine' }).click()
  await check('lot of parts')
  await page.goto(`${machine}/modifications`)
  await expect(page.getByRole('heading', { name: 'The way back, last change first' })).toBeVisible()
  await check('modifications')
  await page.goto(`${machine}/dossier`)
  await expect(page.getByRole('heading', { name: 'What is not known' })).toBeVisible()
  await check('dossier')
  await page.goto(machine)
  await page.getByRole('button', { name: 'Leave something for later' }).click()
  await check('machine, leaving something')
  await page.goto(`${demo()}/collection/storage`)
  await expect(page.getByRole('checkbox', { name: /^Vessla 8/ }).first()).toBeVisible()
  await check('storage round')
  await page.goto(`${machine}/renewal`)
  await page.getByRole('button', { name: 'C5', exact: true }).click()
  await check('renewal')
  await page.getByRole('button', { name: 'Add positions to the map' }).click()
  await check('renewal, adding positions')
  await page.getByRole('button', { name: /for the sheet of/ }).click()
  await check('renewal, teaching')
  await openMachine(page, 'E2026-001')
  await page.getByRole('tab', { name: /^Owner/ }).click()
  await page.getByRole('button', { name: 'Write down what the owner says' }).click()
  await check('owner')
  await context.close()
}

test('axe finds nothing serious on any view, in light and dark', async ({ browser }) => {
  test.setTimeout(480_000)
  // Side by side: the checker is one long reckoning, and the machine has more than one core.
  await Promise.all([walk(browser, 'light'), walk(browser, 'dark')])
})
