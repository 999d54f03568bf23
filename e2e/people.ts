/** Small acts that every end-to-end test needs: signing in, writing a line, reading a status. */
import axe from 'axe-core'
import { expect, type Browser, type Page } from '@playwright/test'

export const demo = () => process.env['E2E_DEMO'] ?? ''
export const empty = () => process.env['E2E_EMPTY'] ?? ''

export async function signIn(
  browser: Browser,
  who: string,
  address = demo(),
  password = 'museum-workshop',
): Promise<Page> {
  const page = await (await browser.newContext()).newPage()
  await page.goto(address)
  await page.getByLabel('E-mail address').fill(who.includes('@') ? who : `${who}@example.org`)
  await page.getByLabel('Password').fill(password)
  await page.getByRole('button', { name: 'Sign in', exact: true }).click()
  await expect(page.getByRole('navigation', { name: 'Places' })).toBeVisible()
  return page
}

/** A tablet on which the shell may live on the device. */
export async function openTablet(browser: Browser, who: string): Promise<Page> {
  const context = await browser.newContext({
    serviceWorkers: 'allow',
    viewport: { width: 834, height: 1112 },
  })
  const page = await context.newPage()
  await page.goto(demo())
  await page.getByLabel('E-mail address').fill(`${who}@example.org`)
  await page.getByLabel('Password').fill('museum-workshop')
  await page.getByRole('button', { name: 'Sign in', exact: true }).click()
  await expect(page.getByRole('navigation', { name: 'Places' })).toBeVisible()
  return page
}

export const lineBox = (page: Page) => page.getByRole('combobox', { name: /^Write one line/ })

/** Types a line and writes it; waits until the sheet has taken it. */
export async function write(page: Page, line: string) {
  await lineBox(page).fill(line)
  await expect(page.locator('#line-says')).toContainText('Enter writes it')
  await lineBox(page).press('Enter')
  await expect(lineBox(page)).toHaveValue('')
}

/** Types a line that cannot be written, and answers what the composer says. */
export async function refusedLine(page: Page, line: string): Promise<string> {
  await lineBox(page).fill(line)
  await expect(page.locator('#line-says[aria-busy=false]')).toBeVisible()
  await expect(page.locator('#line-says p').first()).not.toHaveText(/Looking it up/)
  const says = await page.locator('#line-says').innerText()
  await lineBox(page).press('Escape')
  return says
}

export const status = (page: Page) => page.getByRole('region', { name: 'Working status' })

/** Opens a machine's page by its number, through the search of the band. */
export async function openMachine(page: Page, number: string) {
  await page.goto(`${new URL(page.url()).origin}/collection?q=${encodeURIComponent(number)}`)
  await page.getByRole('row').filter({ hasText: number }).first().click()
  await expect(page.getByRole('region', { name: 'Rating plate' })).toBeVisible()
}

/** Opens an episode; where one is open already, goes on with that one. */
export async function openEpisode(page: Page, title: string) {
  const open = page.getByRole('button', { name: 'Open an episode' })
  const goOn = page.getByRole('button', { name: /^Go on with episode/ })
  await expect(open.or(goOn)).toBeVisible()
  if (await goOn.isVisible()) {
    await goOn.click()
    const resume = page.getByRole('button', { name: 'Go on', exact: true })
    await expect(resume.or(page.getByRole('combobox', { name: /^Write one line/ }))).toBeVisible()
    if (await resume.isVisible()) await resume.click()
    return
  }
  await open.click()
  await page.getByLabel('What it is about').fill(title)
  await page.getByRole('button', { name: 'Open it' }).click()
  await expect(page.getByRole('heading', { name: new RegExp(title) })).toBeVisible()
}

const wcag = ['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa']

/** What the checker finds serious on the page as it stands, by WCAG 2.2 AA or by those of its rules that are named. */
export async function serious(page: Page, runOnly = wcag): Promise<string[]> {
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(axe.source)
  return page.evaluate(async (runOnly) => {
    const here = (window as unknown as { axe: typeof axe }).axe
    const { violations } = await here.run(document, { runOnly, resultTypes: ['violations'] })
    return violations
      .filter((v) => v.impact === 'serious' || v.impact === 'critical')
      .map((v) => {
        const html = v.nodes.map((n) => n.html).slice(0, 3)
        return `${v.id}: ${html.join(' | ')}`
      })
  }, runOnly)
}

/** Nothing serious is found on the page from its top: what is half under the band is small only there. */
export async function accessible(page: Page) {
  await page.evaluate(() => window.scrollTo(0, 0))
  expect(await serious(page)).toEqual([])
}
