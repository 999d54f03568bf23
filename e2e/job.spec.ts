/** The main job, from the door to a status one can trust, in the real interface. */
import { expect, test, type Page } from '@playwright/test'
import { openEpisode, openMachine, refusedLine, signIn, status, write } from './people.ts'

test.describe.configure({ mode: 'serial' })

let imke: Page
let watcher: Page

test.beforeAll(async ({ browser }) => {
  imke = await signIn(browser, 'imke')
  watcher = await signIn(browser, 'rasmus')
})

async function registerTerminal(page: Page, number: string, serial: string) {
  await page.goto(`${new URL(page.url()).origin}/machines/new`)
  await page.getByLabel('Type', { exact: true }).selectOption({ label: 'Morwen D24' })
  await page.getByLabel('Entry number').fill(number)
  await page.getByLabel('Serial').fill(serial)
  await page.getByLabel('How').selectOption('purchase')
  await page.getByLabel('From whom').fill('A market stall')
  await page.getByLabel('Price paid').fill('18.50')
  await page.getByLabel('In general').fill('worked when the office closed')
  await page.getByRole('button', { name: 'Add a claim about one function' }).click()
  await page.getByLabel('Function', { exact: true }).selectOption('bell')
  await page.getByLabel('Their words', { exact: true }).fill('rings')
  await page.getByRole('button', { name: 'Register' }).click()
  await page.getByRole('link', { name: 'Leave it here' }).click()
  await expect(page.getByRole('region', { name: 'Rating plate' })).toContainText(number)
}

test('1 signs in and sees Bench', async () => {
  await expect(imke.getByRole('heading', { level: 1 })).toContainText(/Do not power the .*Ordal 90/)
  await expect(imke.getByRole('region', { name: 'Open now' })).toContainText('Retest due')
  await expect(imke.getByRole('heading', { name: 'Needs a person' })).toBeVisible()
})

test('2 registers a machine: plate, claimed and untested functions, status not known', async () => {
  await registerTerminal(imke, 'E2099-001', '24-55501')
  await expect(status(imke)).toContainText('Not known')
  const lifeline = imke.getByRole('region', { name: 'Lifeline' })
  await expect(lifeline).toContainText('only said')
  await expect(lifeline).toContainText('never tested')
  // A volunteer sees no price; a restorer does.
  await imke.getByRole('tab', { name: /Provenance/ }).click()
  await expect(imke.getByText('Price paid')).toHaveCount(0)
  await openMachine(watcher, 'E2099-001')
  await watcher.getByRole('tab', { name: /Provenance/ }).click()
  await expect(watcher.getByText('€18.50')).toBeVisible()
})

test('3 opens an episode; the as-found check takes a line', async () => {
  await openEpisode(imke, 'As found')
  await expect(imke.getByText('Holds a lethal charge')).toBeVisible()
  await expect(imke.getByText('Authorised: Rasmus Tveit.').first()).toBeVisible()
  await expect(imke.getByText('Before the first change:')).toBeVisible()
  await write(imke, 'test short self-test pass, keys, 71 68 of 71: three dead, screen, 24 rows pass')
  await expect(imke.getByText('Before the first change:')).toHaveCount(0)
  await write(imke, 'all pass but keys, 71 fail: a whole row')
  await write(imke, 'test receive inconclusive because nobody sends')
  await write(imke, 'test printer port not possible: no lead')
  await write(imke, 'test bell intermittent 1 of 3 when cold')
  await write(imke, 'test bell pass 30 starts when cold')
  await expect(imke.getByRole('listitem').filter({ hasText: 'failed 1 of 3' })).toBeVisible()
})

test('4 takes a faulty part out, takes its like from a donor, tests: cause shown, donor loses', async () => {
  await write(imke, 'off lid 6 M4x12 cup 1')
  // A wrong part is refused before Enter, and the look-alike named.
  const wrong = await refusedLine(imke, 'swap IC22 < E2024-004 IC18')
  expect(wrong).toContain('it belongs in IC18')
  expect(wrong).not.toContain('Puts')
  await write(imke, 'swap IC22 < E2024-004 IC22 > bag 2')
  await write(imke, 'test full keys, 71 pass')
  await expect(imke.getByText('Cause shown', { exact: false }).first()).toBeVisible()
  await expect(imke.getByRole('listitem').filter({ hasText: 'swap IC22' }).first()).toContainText('E2024-004')
  await write(imke, 'keep all bag 2')
  await write(imke, 'on lid 6 M4x12')
  await openMachine(watcher, 'E2024-004')
  await watcher.getByRole('tab', { name: /^Parts/ }).click()
  await expect(watcher.getByRole('region', { name: 'What came out, and where it is' })).toContainText(
    'E2099-001',
  )
  await expect(status(watcher)).toContainText('Incomplete')
})

test('5 lends its supply: incomplete, the wrong place refused, then retest due, then closed', async ({
  browser,
}) => {
  // The borrower's own supply comes out first, in an episode of its own.
  const jonas = await signIn(browser, 'jonas')
  await openMachine(jonas, 'E2024-004')
  await openEpisode(jonas, 'Its own supply out')
  await write(jonas, 'test self-test fail: no tone')
  await write(jonas, 'out supply bag 2')
  await write(imke, 'lend supply to E2024-004 by 31 Dec')
  await expect(
    imke.getByRole('banner').or(imke.locator('header')).filter({ hasText: 'Incomplete' }),
  ).toBeVisible()
  await imke.getByRole('button', { name: /^Close \(/ }).click()
  await expect(imke.getByRole('region', { name: /^Closing: / })).toContainText('Loans home')
  await imke.getByRole('button', { name: 'Cancel' }).click()
  // The lender's page and the borrower's both show the open loan.
  await openMachine(watcher, 'E2024-004')
  await watcher.getByRole('tab', { name: /^Loans/ }).click()
  await expect(watcher.getByRole('listitem').filter({ hasText: 'E2099-001' })).toContainText('holds')
  // Another place is refused on the way back.
  await write(imke, 'out IC22 bag 3')
  const tag =
    (await imke.getByRole('listitem').filter({ hasText: 'identified' }).last().innerText()).match(
      /P-\d+/,
    )?.[0] ?? ''
  expect(tag).not.toBe('')
  expect(await refusedLine(imke, `in IC22 ${tag}`)).toContain(
    'IC22 takes “keyboard ROM”, and this is “power supply”',
  )
  await write(imke, 'in IC22')
  await write(imke, `in supply ${tag}`)
  await imke.getByRole('link', { name: 'Morwen D24 data terminal' }).click()
  await expect(status(imke)).toContainText('Retest due')
  await expect(status(imke)).toContainText('came back')
  await imke.getByRole('tab', { name: /^Functions/ }).click()
  await expect(imke.getByRole('region', { name: 'To do' })).toContainText('Test 3 functions again: self-test')
  await expect(imke.getByRole('listitem').filter({ hasText: /^self-test\s*essential/ })).toContainText(
    'was out from',
  )
  await imke.getByRole('button', { name: /^Go on with episode/ }).click()
  await imke.getByRole('button', { name: /^Close/ }).click()
  const closing = imke.getByRole('region', { name: /^Closing/ })
  await expect(closing).toContainText('What was touched is retested')
  await expect(closing.getByRole('button', { name: 'Close the episode' })).toBeDisabled()
  await imke.getByRole('button', { name: 'Cancel' }).click()
  await write(imke, 'ask which fuse is in the supply?')
  await write(imke, 'test full all pass')
  await imke.getByRole('button', { name: 'Close', exact: true }).click()
  await imke.getByLabel('Next step, handed on').fill('look at the line connector')
  await expect(closing).toContainText('which fuse is in the supply?')
  await imke.getByRole('button', { name: 'Close the episode' }).click()
  await expect(imke.getByText('Closed. Next: look at the line connector.')).toBeVisible()
  await jonas.context().close()
})

test('6 the lifeline and an earlier date; a second browser sees entries without reload', async () => {
  await imke.getByRole('link', { name: 'To the machine' }).click()
  await expect(status(imke)).toContainText('Working')
  await openMachine(watcher, 'E2099-001')
  await expect(status(watcher)).toContainText('Working')
  await openEpisode(imke, 'Once more')
  await write(imke, 'test self-test fail: no tone')
  await expect(status(watcher)).toContainText('Not working', { timeout: 15_000 })
  await write(imke, 'test self-test pass')
  await expect(status(watcher)).toContainText('Working', { timeout: 15_000 })
  // The demo's terminal: retest due today, working before its supply was lent.
  await openMachine(watcher, 'SW 2024.3')
  await expect(status(watcher)).toContainText('Retest due')
  const before = new Date()
  before.setDate(before.getDate() - 42)
  await watcher.getByRole('button', { name: 'As of a day' }).click()
  await watcher.getByLabel('As of').fill(before.toISOString().slice(0, 10))
  await expect(watcher.getByText('what was true then')).toBeVisible()
  await expect(status(watcher)).toContainText('Working')
})

test('7 corrects a mistaken entry: both versions readable, everything derived again', async () => {
  const row = imke.getByRole('listitem').filter({ hasText: 'test self-test' }).last()
  await row.hover()
  await row.getByRole('button', { name: /^Correct/ }).click()
  await imke.getByLabel(/What it should say/).fill('test self-test fail: two tones')
  await imke.getByLabel('Reason').fill('pressed the wrong key')
  await imke.getByRole('button', { name: 'Correct', exact: true }).click()
  await expect(imke.locator('header').filter({ hasText: 'Not working' })).toBeVisible()
  const corrected = imke.locator('li[id^=entry-]').filter({ hasText: 'two tones' })
  await corrected.getByRole('button', { name: 'corrected' }).click()
  await expect(corrected).toContainText('because pressed the wrong key')
  await expect(corrected.locator('.line-through').first()).toContainText('pass')
})

test('7b corrects the wrong part of a swap, and the wrong time', async () => {
  await write(imke, 'swap IC40 < P-0114 > bag 9')
  const row = imke.locator('li[id^=entry-]').filter({ hasText: 'P-0114' })
  await row.hover()
  await row.getByRole('button', { name: /^Correct/ }).click()
  await imke.getByLabel(/What it should say/).fill('swap IC40 < P-0115 > bag 9')
  await expect(imke.getByText('Puts P-0115 74LS374 into IC40')).toBeVisible()
  await imke.getByLabel('Reason').fill('read the wrong bag')
  await imke.getByRole('button', { name: 'Correct', exact: true }).click()
  await expect(imke.locator('li[id^=entry-]').filter({ hasText: 'P-0115' })).toBeVisible()
  await openMachine(watcher, 'E2099-001')
  await watcher.getByRole('tab', { name: /^Parts/ }).click()
  await expect(
    watcher.getByRole('region', { name: 'Positions' }).getByRole('listitem').filter({ hasText: 'IC40' }),
  ).toContainText('P-0115')
  await watcher.goto(`${new URL(watcher.url()).origin}/parts?q=P-0114`)
  await expect(watcher.getByRole('row').filter({ hasText: 'P-0114' })).toContainText('drawer 2')
})

test('keeps what is typed when the connection is lost, and sends it when it is back', async () => {
  await imke.context().setOffline(true)
  await write(imke, 'note written without a connection')
  await expect(imke.getByRole('button', { name: '1 not sent yet' })).toBeVisible()
  await expect(imke.getByRole('listitem').filter({ hasText: 'not sent yet' })).toContainText(
    'written without a connection',
  )
  await imke.context().setOffline(false)
  await expect(imke.getByRole('button', { name: /not sent yet/ })).toHaveCount(0, { timeout: 20_000 })
  await expect(imke.getByRole('listitem').filter({ hasText: 'written without a connection' })).toHaveCount(1)
})
